import { readFileSync, readdirSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { expect } from 'chai'
import { ESLint } from 'eslint'

/** [file that would be in the wrong, what it imports, allowed?] */
const CASES: [string, string, boolean][] = [
  ['src/core/fits/planted.ts', '../../contract/problem.js', false],
  ['src/core/fits/planted.ts', 'node:fs', false],
  ['src/core/fits/planted.ts', 'vue', false],
  ['src/core/fits/planted.ts', '../result.js', true],
  ['src/contract/planted.ts', '../server/main.js', false],
  ['src/contract/planted.ts', '../core/result.js', true],
  ['src/server/planted.ts', '../web/main.js', false],
  ['src/web/planted.ts', '../server/main.js', false],
  ['src/web/screens/planted.ts', '../../core/result.js', true],
]

describe('boundaries between the rooms', () => {
  const eslint = new ESLint()
  for (const [filePath, target, allowed] of CASES) {
    it(`${filePath} ${allowed ? 'may' : 'may not'} import ${target}`, async () => {
      const [report] = await eslint.lintText(`import * as planted from '${target}'\nexport default planted\n`, { filePath })
      const caught = report!.messages.some((m) => m.ruleId === 'no-restricted-imports')
      expect(caught).to.equal(!allowed)
    })
  }
})

describe('imports', () => {
  const root = join(process.cwd(), 'src')
  const files = (readdirSync(root, { recursive: true }) as string[]).filter((f) => /\.(ts|vue)$/.test(f)).map((f) => join(root, f))
  /** Files that a file imports, types too: who knows whom does not end where the compiler does. */
  const needs = (file: string): string[] =>
    [...readFileSync(file, 'utf8').matchAll(/^(?:import|export) [^'"]*?from '(\.[^']+)'/gm)].flatMap(([, to]) => {
      const plain = resolve(dirname(file), to!)
      return [plain, plain.replace(/\.js$/, '.ts')].filter((p) => files.includes(p))
    })
  const graph = new Map(files.map((f) => [f, needs(f)]))

  it('make no circle', () => {
    const state = new Map<string, 'open' | 'done'>()
    const circles: string[] = []
    const visit = (file: string, path: string[]) => {
      if (state.get(file) === 'done') return
      if (state.get(file) === 'open') {
        circles.push([...path.slice(path.indexOf(file)), file].map((f) => f.slice(root.length + 1)).join(' → '))
        return
      }
      state.set(file, 'open')
      for (const next of graph.get(file) ?? []) visit(next, [...path, file])
      state.set(file, 'done')
    }
    for (const file of files) visit(file, [])
    expect([...graph.values()].flat().length).to.be.above(300)
    expect(circles).to.deep.equal([])
  })

  it('between the folders of the server are those of the table in docs/architecture.md, and no more', () => {
    const server = join(root, 'server')
    const folderOf = (file: string) => (file.startsWith(server + '/') && file.slice(server.length + 1).includes('/') ? file.slice(server.length + 1).split('/')[0]! : null) // prettier-ignore
    const arrows = new Map<string, Set<string>>()
    for (const [file, to] of graph) {
      const from = folderOf(file)
      if (!from) continue
      const uses = arrows.get(from) ?? arrows.set(from, new Set()).get(from)!
      for (const other of to.map(folderOf)) if (other && other !== from) uses.add(other)
    }
    const text = readFileSync(join(process.cwd(), 'docs', 'architecture.md'), 'utf8')
    const [, below = ''] = text.split('| folder | uses |')
    const table = [...below.matchAll(/^\| `(\w+)\/` \| ([^|]*) \|$/gm)].map(([, from, uses]) => [from!, uses!.split(', ').filter((u) => u !== '-')] as const) // prettier-ignore
    expect(Object.fromEntries(table)).to.deep.equal(Object.fromEntries([...arrows].sort().map(([from, uses]) => [from, [...uses].sort()])))
  })
})
