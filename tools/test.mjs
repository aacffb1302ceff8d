// Sets up what the tests need, runs them all, leaves nothing behind. `npm test -- core server` runs a part.
import { spawn } from 'node:child_process'
import { existsSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { startCluster, temporaryDirectory } from './cluster.mjs'
import { ensureBrowser, ensureBuilt, ensurePackages, main, root, say } from './setup.mjs'

const wanted = process.argv.slice(2)
const want = (part) => wanted.length === 0 || wanted.includes(part)
const bin = (...path) => join(root, 'node_modules', ...path)
let passed = 0
let failed = 0

function node(args, env = {}) {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, args, { cwd: root, stdio: ['ignore', 1, 1], env: { ...process.env, ...env } })
    child.on('exit', (code) => resolve(code ?? 1))
  })
}

/** A check without totals of its own counts as one test. */
async function check(name, args) {
  if (!want('static')) return
  say(name)
  const code = await node(args)
  if (code === 0) passed += 1
  else failed += 1
  console.log(`${code === 0 ? 'passed' : 'FAILED'}: ${name}`)
}

/** Time for one test or hook; setting up is not timed like a test, see test/setup.ts. */
const TEST_MS = { core: 30_000, web: 30_000, server: 60_000, journeys: 180_000 }

async function mocha(part, temp, env = {}) {
  if (!want(part)) return
  say(`tests: ${part}`)
  const totals = join(temp, `${part}.json`)
  const code = await node(
    [
      '--import',
      'tsx',
      bin('mocha', 'bin', 'mocha.js'),
      '--reporter',
      join(root, 'tools', 'count-reporter.cjs'),
      '--timeout',
      String(TEST_MS[part]),
      ...(env.YARDFROST_TEST_DATABASE ? ['--require', join(root, 'test', 'setup.ts')] : []),
      '--exit',
      `test/${part}/**/*.test.ts`,
    ],
    { ...env, YARDFROST_TOTALS: totals },
  )
  const stats = existsSync(totals) ? JSON.parse(readFileSync(totals, 'utf8')) : { passes: 0, failures: 1 }
  passed += stats.passes
  failed += stats.failures + (code !== 0 && stats.failures === 0 ? 1 : 0)
}

main(async () => {
  delete process.env.DATABASE_URL
  await ensurePackages()
  await check('types', [bin('vue-tsc', 'bin', 'vue-tsc.js'), '--noEmit', '-p', 'tsconfig.json'])
  await check('lint and boundaries', [bin('eslint', 'bin', 'eslint.js'), '--max-warnings', '0', 'src', 'test', 'tools'])
  const temp = temporaryDirectory()
  let cluster = null
  try {
    await mocha('core', temp)
    await mocha('web', temp)
    if (want('server') || want('journeys')) {
      cluster = await startCluster(temp, undefined, { durable: false })
      const env = { YARDFROST_TEST_DATABASE: cluster.url, YARDFROST_TEST_CLUSTER: temp, NODE_ENV: 'test' }
      // Both the start command and the journeys use what is built.
      await ensureBuilt()
      await mocha('server', temp, env)
      if (want('journeys')) {
        const { browser, driver } = await ensureBrowser()
        await mocha('journeys', temp, { ...env, YARDFROST_BROWSER: browser, YARDFROST_DRIVER: driver })
      }
    }
  } finally {
    cluster?.stop()
    rmSync(temp, { recursive: true, force: true })
  }
  console.log(`${passed} passed, ${failed} failed`)
  process.exitCode = failed === 0 && passed > 0 ? 0 : 1
})
