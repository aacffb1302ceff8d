// How much the tests of the core would notice: changes one sign of its code at a time (operators, comparisons, numbers; words
// left out), runs the tests of the core, and reports the share of changes that some test fails for. Outside the gate.
//   npm run mutate                      20 changes of every subject (the card's too; drawings are looked at)
//   npm run mutate -- --each 40 --seed 7 --jobs 2 fits tolerances
//   npm run mutate -- --seed 7 --again run.log     only those that the output of an earlier run with this seed names as not noticed
import { spawn } from 'node:child_process'
import { cpSync, existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, statSync, symlinkSync, writeFileSync } from 'node:fs'
import { availableParallelism, tmpdir } from 'node:os'
import { dirname, join, relative } from 'node:path'
import { seeded } from './seeded.mjs'
import { SetupError, ensurePackages, main, root, say } from './setup.mjs'

const CORE = join('src', 'core')
/** Ten thousand plans are judged in a minute: only for what makes plans. */
const SLOW = /plan-laws/
const OF_PLANS = ['card', 'mounting', 'parts']
/** Reads every file of the core by its name. */
const EVERY = /constants\.test/
/** Drawings are looked at. */
const ASIDE = ['drawing']
/** A change that makes a run endless counts as noticed; all tests together have longer. */
const LIMIT_MS = 120_000
const WHOLE_MS = 20 * LIMIT_MS

function settings(args) {
  const found = { each: 20, seed: 1, jobs: availableParallelism(), again: null, folders: [] }
  for (let i = 0; i < args.length; i += 1) {
    const name = args[i].replace(/^--/, '')
    if (!args[i].startsWith('--')) found.folders.push(args[i])
    else if (name === 'again' && args[i + 1]) found.again = readFileSync(args[++i], 'utf8')
    else if (['each', 'seed', 'jobs'].includes(name) && Number(args[i + 1]) > 0) found[name] = Number(args[++i])
    else throw new SetupError(`unknown option ${args[i]}; known: --each N --seed N --jobs N --again FILE and folders of ${CORE}`)
  }
  return found
}

function filesUnder(dir) {
  return readdirSync(dir).flatMap((name) => {
    const path = join(dir, name)
    return statSync(path).isDirectory() ? filesUnder(path) : path.endsWith('.ts') ? [path] : []
  })
}

const folderOf = (file) => {
  const parts = relative(CORE, file).split('/')
  return parts.length > 1 ? parts[0] : '.'
}

/** What each sign is changed into. */
const OPERATORS = {
  '+': '-',
  '-': '+',
  '*': '/',
  '/': '*',
  '**': '*',
  '%': '*',
  '<': '<=',
  '<=': '<',
  '>': '>=',
  '>=': '>',
  '===': '!==',
  '!==': '===',
  '&&': '||',
  '||': '&&',
  '??': '&&',
}

/** Calls whose numbers only say how something is written. */
const WRITING = new Set(['short', 'toFixed', 'toPrecision', 'q', 'slice', 'padStart'])

/** Every change of a file: [from, to, text]. */
function changesOf(ts, file, source) {
  const tree = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true)
  const found = []
  const visit = (node) => {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isTemplateExpression(node) || ts.isInterfaceDeclaration(node)) return
    if (ts.isCallExpression(node)) {
      const name = ts.isPropertyAccessExpression(node.expression) ? node.expression.name.text : node.expression.getText(tree)
      if (WRITING.has(name)) return
    }
    if (ts.isNumericLiteral(node)) {
      const value = Number(node.text)
      const other = Number.isInteger(value) ? value + 1 : Number((value * 1.1).toPrecision(6))
      found.push([node.getStart(tree), node.getEnd(), String(other)])
    }
    if (ts.isBinaryExpression(node)) {
      const sign = node.operatorToken.getText(tree)
      const words = [node.left, node.right].some((side) => ts.isStringLiteralLike(side) || ts.isTemplateExpression(side))
      if (OPERATORS[sign] && !(words && sign === '+'))
        found.push([node.operatorToken.getStart(tree), node.operatorToken.getEnd(), OPERATORS[sign]])
    }
    ts.forEachChild(node, visit)
  }
  visit(tree)
  return found
}

/** Every file of the core that a test reads, whatever lies between; tests only have names with .js of what is .ts. */
function readBy(path, known = new Map()) {
  if (known.has(path)) return known.get(path)
  const found = new Set()
  known.set(path, found)
  for (const [, from] of readFileSync(path, 'utf8').matchAll(/(?:from|import\()\s*'(\.[^']+)\.js'/g)) {
    const next = `${join(dirname(path), from)}.ts`
    if (!existsSync(next)) continue
    found.add(next)
    for (const file of readBy(next, known)) found.add(file)
  }
  return found
}

/** Tests in three goes: the few that speak most of a file, so that a change is noticed soon, then more, then all that read it. */
function testsFor(file, tests) {
  const folder = folderOf(file)
  const near = (text) => (text.includes(relative(CORE, file).replace(/\.ts$/, '')) ? 2 : 0) + (text.includes(`core/${folder}/`) ? 1 : 0)
  const sorted = tests
    .filter((t) => (t.reads.has(file) || EVERY.test(t.path)) && (!SLOW.test(t.path) || OF_PLANS.includes(folder)))
    .sort((a, b) => near(b.text) - near(a.text))
  return [sorted.slice(0, 4), sorted.slice(4, 20), sorted.slice(20)].filter((go) => go.length).map((go) => go.map((t) => t.path))
}

/** A copy of what the tests of the core need, to be changed freely. */
function workshop() {
  const dir = mkdtempSync(join(tmpdir(), 'yardfrost-mutate-'))
  const kept = (name) => !['node_modules', 'dist'].includes(name) && (!name.startsWith('.') || name === '.ci')
  for (const name of readdirSync(root).filter(kept)) cpSync(join(root, name), join(dir, name), { recursive: true })
  symlinkSync(join(root, 'node_modules'), join(dir, 'node_modules'))
  return dir
}

function runTests(dir, paths, limitMs = LIMIT_MS) {
  return new Promise((resolve) => {
    const mocha = join(root, 'node_modules', 'mocha', 'bin', 'mocha.js')
    const child = spawn(
      process.execPath,
      ['--import', 'tsx', mocha, '--bail', '--reporter', 'dot', '--timeout', String(LIMIT_MS), '--exit', ...paths],
      {
        cwd: dir,
        stdio: 'ignore',
        env: { ...process.env, NODE_ENV: 'test' },
      },
    )
    const timer = setTimeout(() => child.kill('SIGKILL'), limitMs)
    child.on('exit', (code) => {
      clearTimeout(timer)
      resolve(code === 0)
    })
  })
}

/** Where a change is, and what it makes of its line. */
function wordsOf(file, source, [from, to, text]) {
  const line = source.slice(0, from).split('\n').length
  return `${file}:${line}  ${source.slice(from, to)} → ${text}   ${source.split('\n')[line - 1].trim().slice(0, 90)}`
}

main(async () => {
  const { each, seed, jobs, again, folders } = settings(process.argv.slice(2))
  await ensurePackages()
  const { default: ts } = await import('typescript')
  process.chdir(root)
  const files = filesUnder(CORE).filter((f) => (folders.length ? folders.includes(folderOf(f)) : !ASIDE.includes(folderOf(f))))
  const sources = new Map(files.map((file) => [file, readFileSync(file, 'utf8')]))
  const all = files.flatMap((file) => changesOf(ts, file, sources.get(file)).map((change) => ({ file, change })))
  if (!all.length) throw new SetupError('nothing to change there')
  const next = seeded(seed)
  const left = new Map()
  const chosen = all
    .map((one) => ({ one, at: next() }))
    .sort((a, b) => a.at - b.at)
    .map(({ one }) => one)
    .filter(({ file }) => {
      const taken = left.get(folderOf(file)) ?? 0
      left.set(folderOf(file), taken + 1)
      return taken < each
    })
    .filter(({ file, change }) => !again || again.includes(wordsOf(file, sources.get(file), change)))
  say(`${chosen.length} of ${all.length} changes, seed ${seed}`)
  // The gate of types and rooms is no test of what the core computes.
  const tests = filesUnder(join('test', 'core'))
    .filter((path) => path.endsWith('.test.ts') && !path.endsWith('boundaries.test.ts'))
    .map((path) => ({ path, text: readFileSync(path, 'utf8'), reads: readBy(path) }))
  const unchanged = workshop()
  const whole = await runTests(
    unchanged,
    tests.map((t) => t.path),
    WHOLE_MS,
  )
  rmSync(unchanged, { recursive: true, force: true })
  if (!whole) throw new SetupError('the tests of the core fail without any change: put them right first')
  const result = new Map()
  const survivors = []
  const queue = [...chosen]
  let done = 0
  const work = async () => {
    const dir = workshop()
    try {
      for (let one = queue.shift(); one; one = queue.shift()) {
        const { file, change } = one
        const [from, to, text] = change
        const source = sources.get(file)
        writeFileSync(join(dir, file), source.slice(0, from) + text + source.slice(to))
        let survived = true
        for (const go of testsFor(file, tests)) survived = survived && (await runTests(dir, go))
        writeFileSync(join(dir, file), source)
        const folder = folderOf(file)
        const tally = result.get(folder) ?? { killed: 0, of: 0 }
        tally.of += 1
        if (survived) {
          const what = wordsOf(file, source, change)
          say(`not noticed: ${what}`)
          survivors.push(what)
        }
        if (!survived) tally.killed += 1
        result.set(folder, tally)
        done += 1
        if (done % 10 === 0) say(`${done} of ${chosen.length}, ${survivors.length} not noticed`)
      }
    } finally {
      rmSync(dir, { recursive: true, force: true })
    }
  }
  await Promise.all(Array.from({ length: jobs }, work))
  if (survivors.length) console.log(`Not noticed:\n  ${survivors.sort().join('\n  ')}`)
  let [killed, of] = [0, 0]
  for (const [folder, tally] of [...result].sort()) {
    killed += tally.killed
    of += tally.of
    console.log(`${folder.padEnd(14)} ${String(tally.killed).padStart(4)} of ${String(tally.of).padStart(4)} noticed`)
  }
  console.log(`${Math.round((1000 * killed) / of) / 10} % noticed (${killed} of ${of})`)
})
