// Sets up what the tests need, runs them all, two things at a time, leaves nothing behind. `npm test -- core server` runs a part,
// `npm test -- server/plant-file` a file of one.
import { spawn } from 'node:child_process'
import { closeSync, existsSync, openSync, readFileSync, readdirSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { startCluster, temporaryDirectory } from './cluster.mjs'
import { ensureBrowser, ensureBuilt, ensurePackages, main, root, say } from './setup.mjs'

const wanted = process.argv.slice(2)
const want = (part) => wanted.length === 0 || wanted.includes(part)
const bin = (...path) => join(root, 'node_modules', ...path)
/** Two processors are what a small machine has. */
const AT_ONCE = 2
/** They time what a page or the server does, and have the machine to themselves. */
const ALONE = ['duty.test.ts']
let passed = 0
let failed = 0

/** Runs a command of Node with its output in a file. */
function node(args, env, output) {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, args, { cwd: root, stdio: ['ignore', output, output], env: { ...process.env, ...env } })
    child.on('exit', (code) => resolve(code ?? 1))
  })
}

/** A check without totals of its own counts as one test. */
const check = (name, args) => ({ name, args, env: {} })

/** Time for one test or hook; setting up is not timed like a test, see test/setup.ts. */
const TEST_MS = { core: 30_000, web: 30_000, server: 60_000, journeys: 180_000, ordeal: 180_000 }

/** Tests of one part, or of some files of it in one process. */
function mocha(part, temp, env = {}, files = []) {
  const name = files.length ? `${part}/${files.map((f) => f.replace('.test.ts', '')).join(' ')}` : part
  const totals = join(temp, `${name.replace(/\W/g, '-')}.json`)
  const reporter = join(root, 'tools', 'count-reporter.cjs')
  const setUp = env.YARDFROST_TEST_DATABASE ? ['--require', join(root, 'test', 'setup.ts')] : []
  const paths = (files.length ? files : ['**/*.test.ts']).map((file) => `test/${part}/${file}`)
  const options = ['--reporter', reporter, '--timeout', String(TEST_MS[part]), ...setUp, '--exit', ...paths]
  return {
    ...{ name, totals },
    args: ['--import', 'tsx', bin('mocha', 'bin', 'mocha.js'), ...options],
    env: { ...env, YARDFROST_TOTALS: totals },
  }
}

/** Files of a part in so many groups of like length: a process for each file would cost more than some of the tests. */
function groupsOf(part, count) {
  const dir = join(root, 'test', part)
  const size = (file) => statSync(join(dir, file)).size
  const files = readdirSync(dir).filter((f) => f.endsWith('.test.ts') && !ALONE.includes(f))
  const groups = Array.from({ length: Math.min(count, files.length) }, () => ({ files: [], size: 0 }))
  for (const file of files.sort((a, b) => size(b) - size(a))) {
    const least = groups.reduce((a, b) => (b.size < a.size ? b : a))
    least.files.push(file)
    least.size += size(file)
  }
  return groups.map((group) => group.files)
}

/** Does one thing, shows what it wrote once it is done, and counts. */
async function done({ name, args, env, totals }, temp) {
  const since = Date.now()
  const file = join(temp, `${name.replace(/\W/g, '-')}.log`)
  const output = openSync(file, 'w')
  const code = await node(args, env, output)
  closeSync(output)
  const good = code === 0
  if (!totals) {
    if (good) passed += 1
    else failed += 1
  } else {
    const stats = existsSync(totals) ? JSON.parse(readFileSync(totals, 'utf8')) : { passes: 0, failures: 1 }
    passed += stats.passes
    failed += stats.failures + (!good && stats.failures === 0 ? 1 : 0)
  }
  process.stdout.write(readFileSync(file))
  console.log(`${good ? 'passed' : 'FAILED'}: ${name}, ${Math.round((Date.now() - since) / 1000)} s`)
}

/** Things that do not wait for each other, in their order, as many at once as there are processors for. One may bring more. */
async function all(things, temp, atOnce = AT_ONCE) {
  const open = [...things]
  const lane = async () => {
    for (let next = open.shift(); next; next = open.shift()) {
      if (typeof next === 'function') open.unshift(...(await next()))
      else await done(next, temp)
    }
  }
  await Promise.all(Array.from({ length: atOnce }, lane))
}

main(async () => {
  delete process.env.DATABASE_URL
  await ensurePackages()
  const temp = temporaryDirectory()
  let cluster = null
  const alone = []
  /** Both the start command and the journeys use what is built. */
  const prepare = async () => {
    cluster = await startCluster(temp, undefined, { durable: false })
    const env = { YARDFROST_TEST_DATABASE: cluster.url, YARDFROST_TEST_CLUSTER: temp, NODE_ENV: 'test' }
    await ensureBuilt()
    const files = wanted.filter((w) => w.includes('/')).map((w) => w.split('/'))
    const paged = want('journeys') || files.some(([part]) => part === 'journeys')
    const { browser, driver } = paged ? await ensureBrowser() : {}
    const seen = { ...env, YARDFROST_BROWSER: browser, YARDFROST_DRIVER: driver }
    if (want('journeys')) alone.push(mocha('journeys', temp, seen, ALONE))
    return [
      ...files.map(([part, file]) => mocha(part, temp, seen, [`${file}.test.ts`])),
      ...(want('server') ? [mocha('server', temp, env)] : []),
      ...(want('ordeal') ? groupsOf('ordeal', 2).map((group) => mocha('ordeal', temp, env, group)) : []),
      ...(want('journeys') ? groupsOf('journeys', 6).map((group) => mocha('journeys', temp, seen, group)) : []),
    ]
  }
  const types = check('types', [bin('vue-tsc', 'bin', 'vue-tsc.js'), '--noEmit', '-p', 'tsconfig.json'])
  const lint = check('lint and boundaries', [bin('eslint', 'bin', 'eslint.js'), '--max-warnings', '0', 'src', 'test', 'tools'])
  try {
    await all(
      [
        ...(want('core') ? [mocha('core', temp)] : []),
        ...(['server', 'ordeal', 'journeys'].some(want) || wanted.some((w) => w.includes('/')) ? [prepare] : []),
        ...(want('static') ? [types, lint] : []),
        ...(want('web') ? [mocha('web', temp)] : []),
      ],
      temp,
    )
    await all(alone, temp, 1)
  } finally {
    cluster?.stop()
    rmSync(temp, { recursive: true, force: true })
  }
  say(`took ${Math.round(process.uptime())} s`)
  console.log(`${passed} passed, ${failed} failed`)
  process.exitCode = failed === 0 && passed > 0 ? 0 : 1
})
