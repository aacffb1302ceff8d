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

  /** Ways along arrows that come back to where they began. */
  const circlesOf = (arrows: ReadonlyMap<string, Iterable<string>>): string[] => {
    const state = new Map<string, 'open' | 'done'>()
    const circles: string[] = []
    const visit = (from: string, path: string[]) => {
      if (state.get(from) === 'done') return
      if (state.get(from) === 'open') {
        circles.push([...path.slice(path.indexOf(from)), from].join(' → '))
        return
      }
      state.set(from, 'open')
      for (const next of arrows.get(from) ?? []) visit(next, [...path, from])
      state.set(from, 'done')
    }
    for (const from of arrows.keys()) visit(from, [])
    return circles
  }
  /** The folders of a room, each with those that it uses; what stands beside them is left out. */
  const foldersOf = (room: string): Map<string, Set<string>> => {
    const inside = join(root, room)
    const folderOf = (file: string) => {
      const parts = file.startsWith(`${inside}/`) ? file.slice(inside.length + 1).split('/') : []
      return parts.length > 1 ? parts[0]! : null
    }
    const arrows = new Map<string, Set<string>>()
    for (const [file, to] of graph) {
      const from = folderOf(file)
      if (!from) continue
      const uses = arrows.get(from) ?? arrows.set(from, new Set()).get(from)!
      for (const other of to.map(folderOf)) if (other && other !== from) uses.add(other)
    }
    return arrows
  }

  it('of files make no circle', () => {
    expect([...graph.values()].flat().length).to.be.above(300)
    expect(circlesOf(graph)).to.deep.equal([])
  })

  for (const room of ['core', 'server'])
    it(`between the folders of ${room} make no circle either`, () => {
      const arrows = foldersOf(room)
      expect(arrows.size).to.be.above(10)
      expect(circlesOf(arrows)).to.deep.equal([])
    })

  it('between the folders of the server are those of the table in docs/architecture.md, and no more', () => {
    const arrows = foldersOf('server')
    const text = readFileSync(join(process.cwd(), 'docs', 'architecture.md'), 'utf8')
    const [, below = ''] = text.split('| folder | uses |')
    const table = [...below.matchAll(/^\| `([\w-]+)\/` \| ([^|]*) \|$/gm)].map(
      ([, from, uses]) => [from!, uses!.split(', ').filter((u) => u !== '-')] as const,
    )
    expect(Object.fromEntries(table)).to.deep.equal(Object.fromEntries([...arrows].sort().map(([from, uses]) => [from, [...uses].sort()])))
  })
})
