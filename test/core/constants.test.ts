import { expect } from 'chai'
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { catalogue } from '../../src/core/catalogue/catalogue.js'
import { parts } from '../../src/core/parts/belongs.js'
import { CONSTANTS, WHOLE_SUMS } from './tables/constants.js'

/** Every figure that a file of the core exports, added up file by file: one that slips is noticed wherever it stands. */

const ROOT = join('src', 'core')
const files = (dir: string): string[] =>
  readdirSync(dir, { withFileTypes: true }).flatMap((f) =>
    f.isDirectory() ? files(join(dir, f.name)) : f.name.endsWith('.ts') ? [join(dir, f.name)] : [],
  )

/** Every number of a value, those of its keys and written ones too; each with its place, so that two that change places are noticed. */
function numbersOf(value: unknown): number[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [value] : []
  if (typeof value === 'string') return [...value.matchAll(/\d+(?:\.\d+)?/g)].map(([n]) => Number(n))
  if (typeof value === 'function' || !value || value instanceof RegExp) return []
  if (Array.isArray(value)) return value.flatMap(numbersOf)
  return typeof value === 'object' ? Object.entries(value).flatMap(([key, inner]) => [...numbersOf(key), ...numbersOf(inner)]) : []
}
const added = (numbers: readonly number[]) => Number(numbers.reduce((sum, n, i) => sum + n * (1 + (i % 7)), 0).toPrecision(10))

/** [file, how many figures, their weighed sum] of every file that exports some. */
export async function sumsOf(): Promise<[string, number, number][]> {
  const found = await Promise.all(
    files(ROOT)
      .filter((file) => !file.includes('words'))
      .sort()
      .map(async (file): Promise<[string, number, number]> => {
        const exported = (await import(join(process.cwd(), file))) as Record<string, unknown>
        const numbers = Object.keys(exported)
          .sort()
          .flatMap((name) => numbersOf(exported[name]))
        return [file.slice(ROOT.length + 1, -3), numbers.length, added(numbers)]
      }),
  )
  return found.filter(([, count]) => count > 0)
}

/** Every row of the rack and every part, worked out: a share, an angle or a formula that slips is noticed too. */
const WHOLE: readonly (readonly [string, () => unknown])[] = [
  ['rack', () => catalogue().map(({ dimensionSource: _d, ratingSource: _r, sources: _s, ...row }) => row)],
  ['parts', () => parts()],
]
export const wholeSums = (): [string, number, number][] =>
  WHOLE.map(([name, make]) => {
    const numbers = numbersOf(make())
    return [name, numbers.length, Number(added(numbers).toPrecision(9))]
  })

describe('every exported figure', () => {
  it('of the rack and the parts worked out', () => expect(wholeSums()).to.deep.equal(WHOLE_SUMS))
  it('stands as it was added up', async () => expect(await sumsOf()).to.deep.equal(CONSTANTS))
})
