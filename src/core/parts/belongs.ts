import type { Bearing } from '../bearing/bearing.js'
import { sizes } from '../catalogue/catalogue.js'
import { adapterSleeve } from '../catalogue/sleeves.js'
import { amount, phrase, type Words } from '../words/message.js'
import { STAND_IN_BLOCKS, blockFor, locatingRings, plummerBlocks, widthInBlockMm } from './blocks.js'
import { lockNut } from './nuts.js'
import { allParts, locatingRingName, plainPart, type Part, type PartKind } from './parts.js'
import { withdrawalSleeve } from './sleeves.js'

/** Which parts belong to a bearing and to each other, and what is said where they do not. */

type Row = Pick<Bearing, 'designation' | 'family' | 'series' | 'form' | 'boreMm' | 'outsideMm' | 'widthMm' | 'outerWidthMm' | 'boreTaper'>

let made: readonly Part[] | null = null
/** Every part that a store keeps, with the locating rings of the bearings of the rack; made when first asked for. Sizes in mm. Source: as `allParts`. */
export function parts(): readonly Part[] {
  if (made) return made
  const widths = new Map<string, number[]>()
  for (const row of sizes())
    if (STAND_IN_BLOCKS.includes(row.family)) {
      const key = `${row.boreMm} ${row.outsideMm}`
      widths.set(key, [...(widths.get(key) ?? []), widthInBlockMm(row)])
    }
  return (made = allParts(widths))
}

let names: ReadonlyMap<string, Part> | null = null
/** The part of a name, whatever its blanks and capitals; null where no table has one. Sizes in mm. Source: as `allParts`. */
export function findPart(name: string): Part | null {
  names ??= new Map(parts().map((p) => [plainPart(p.name), p]))
  return names.get(plainPart(name)) ?? null
}

/** Loose inner rings of a bore or an outside, mm, and a width, mm. */
const innerRings = (by: 'bore' | 'outside', mm: number, widthMm: number) =>
  parts()
    .filter((p) => p.kind === 'inner-ring' && sizeOf(p, by) === mm && sizeOf(p, 'width') === widthMm)
    .map(({ name }) => ({ name }))
/** Kinds of an insert with screws: the only ones that are bought in a housing of their own here. */
const IN_UNITS = ['setscrew']

/**
 * Names of the parts that belong to a bearing, with how many: sleeve with nut and washer where its bore is tapered, block and rings, nut
 * and rings of its shaft otherwise. Sizes in mm. Source: ISO 2982, DIN 736 to 739, DIN 471 and 472, ISO 3228.
 */
export function belongingTo(row: Row, grooved = false): { name: string; count: number }[] {
  const found: { name: string | null | undefined; count?: number }[] = []
  const adapter = adapterSleeve(row)
  const withdrawal = withdrawalSleeve(row)
  for (const sleeve of [adapter?.designation, withdrawal?.name]) {
    const part = sleeve ? findPart(sleeve) : null
    found.push({ name: part?.name }, ...(part?.with ?? []).map((name) => ({ name })))
  }
  if (!row.boreTaper && row.family !== 'insert-ball') {
    const nut = lockNut(row.boreMm)
    found.push(
      { name: nut?.nut },
      { name: nut?.lock },
      { name: `Retaining ring ${row.boreMm}, shaft` },
      { name: `End plate ${row.boreMm}` },
    )
  }
  if (STAND_IN_BLOCKS.includes(row.family)) {
    const block = blockFor(row, adapter !== null)
    const rings = block && locatingRings(block, widthInBlockMm(row))
    found.push({ name: block?.name }, { name: rings && locatingRingName(rings.outsideMm, rings.widthMm), count: rings?.count })
  } else found.push({ name: `Retaining ring ${row.outsideMm}, bore` })
  if (grooved) found.push({ name: `Snap ring ${row.outsideMm}` })
  if (IN_UNITS.includes(row.form ?? ''))
    found.push(
      ...parts()
        .filter((p) => p.kind === 'insert-unit' && p.boreMm === row.boreMm && / 3/.test(p.name) === / 3/.test(row.series))
        .map((p) => ({ name: p.name })),
    )
  const angled = /^N[UJ] (\d+)$/.exec(row.designation)
  if (angled) found.push({ name: `HJ ${angled[1]}` })
  const needles = /^NK(I?) (\d+)\/(\d+)$/.exec(row.designation)
  if (needles) found.push(...innerRings(needles[1] ? 'bore' : 'outside', Number(needles[2]), Number(needles[3])))
  const shaftMm = adapter?.shaftMm ?? row.boreMm
  found.push(
    ...parts()
      .filter((p) => (p.kind === 'lip-seal' || p.kind === 'felt-ring') && p.shaftMm === shaftMm)
      .map((p) => ({ name: p.name })),
  )
  const seen = new Set<string>()
  return found.flatMap(({ name, count }) => {
    const part = name ? findPart(name) : null
    if (!part || seen.has(part.name)) return []
    seen.add(part.name)
    return [{ name: part.name, count: count ?? 1 }]
  })
}

/** A part or a bearing that lies on the bench. */
export type Thing = { part: Part } | { row: Row; grooved?: boolean }

const sizeOf = (p: Part, what: string) => p.sizes.find(([name]) => name === what)?.[1] ?? null
const mm = (value: number) => amount(value, 'length', Number.isInteger(value) ? 0 : 2)
const no = (...lines: (Words | false | null)[]): Words | null => lines.find((l): l is Words => Boolean(l)) ?? null

function nutWords(nut: Part, sleeve: Part): Words {
  const right = sleeve.with[0] ?? 'the one that its thread asks for'
  return nut.shaftMm === sleeve.boreMm
    ? `${nut.name} has the thread of ${sleeve.name} but is of another series: ${right} belongs to it.`
    : phrase`${nut.name} has thread ${mm(nut.shaftMm!)}, ${sleeve.name} has ${mm(sleeve.boreMm!)}: ${right} belongs to it.`
}

/** Why two things do not go together, by kind of the first and the second: null where they do. One row a pair. */
const PAIRS: readonly (readonly [PartKind, PartKind, (a: Part, b: Part) => Words | null])[] = [
  ['lock-nut', 'adapter-sleeve', (nut, sleeve) => no(!sleeve.with.includes(nut.name) && nutWords(nut, sleeve))],
  ['lock-nut', 'withdrawal-sleeve', (nut, sleeve) => no(sleeve.with.length > 0 && !sleeve.with.includes(nut.name) && `${nut.name} does not pull ${sleeve.name}: ${sleeve.with[0]} does.`)],
  ['tab-washer', 'lock-nut', (washer, nut) => no(!nut.with.includes(washer.name) && `${washer.name} belongs to ${washer.with.join(' and ')}, not to ${nut.name}: take ${nut.with[0]}.`)],
  ['locking-clip', 'lock-nut', (clip, nut) => no(!nut.with.includes(clip.name) && `${clip.name} belongs to ${clip.with.join(' and ')}, not to ${nut.name}: take ${nut.with[0]}.`)],
  ['hook-spanner', 'lock-nut', (spanner, nut) => no(!nut.with.includes(spanner.name) && phrase`${nut.name} is ${mm(sizeOf(nut, 'over all')!)} over all: ${nut.with[1] ?? 'no hook spanner'} fits it.`)],
  ['locating-ring', 'plummer-block', (ring, block) => no(sizeOf(ring, 'outside') !== sizeOf(block, 'seat') && phrase`The ring is ${mm(sizeOf(ring, 'outside')!)} outside, the seat of ${block.name} is ${mm(sizeOf(block, 'seat')!)}.`)],
] // prettier-ignore

/** The same with a bearing as the second. */
const WITH_ROW: Partial<Record<PartKind, (part: Part, row: Row) => Words | null>> = {
  'adapter-sleeve': (p, row) => sleeveWords(p, row, adapterSleeve(row)?.designation ?? null),
  'withdrawal-sleeve': (p, row) => sleeveWords(p, row, withdrawalSleeve(row)?.name ?? null),
  'plummer-block': (p, row) =>
    no(
      sizeOf(p, 'seat') !== row.outsideMm &&
        phrase`The seat of ${p.name} is ${mm(sizeOf(p, 'seat')!)}, ${row.designation} is ${mm(row.outsideMm)} outside.`,
      p.boreMm !== row.boreMm && phrase`${p.name} is made for a bore of ${mm(p.boreMm!)}, ${row.designation} has ${mm(row.boreMm)}.`,
      widthInBlockMm(row) > sizeOf(p, 'seat width')! && `${row.designation} is wider than the seat of ${p.name}.`,
    ),
  'locating-ring': (p, row) => {
    const width = sizeOf(p, 'width')!
    const blocks = plummerBlocks().filter((b) => b.seatMm === row.outsideMm && b.boreMm === row.boreMm)
    const right = blocks.map((b) => locatingRings(b, widthInBlockMm(row))).find((r) => r !== null)
    if (!right) return `${row.designation} leaves no room for a locating ring, or stands in none of these blocks.`
    return no(
      (right.outsideMm !== sizeOf(p, 'outside') || right.widthMm !== width) &&
        `${row.designation} takes ${right.count === 2 ? 'two rings' : 'one ring'} ${right.outsideMm} × ${right.widthMm}.`,
    )
  },
  'snap-ring': (p, row) =>
    no(
      sizeOf(p, 'outside of the bearing') !== row.outsideMm &&
        phrase`It is for ${mm(sizeOf(p, 'outside of the bearing')!)} outside, ${row.designation} has ${mm(row.outsideMm)}.`,
    ),
  'insert-unit': (p, row) =>
    no((row.family !== 'insert-ball' || p.boreMm !== row.boreMm) && phrase`${p.name} takes an insert of ${mm(p.boreMm!)} bore.`),
}

function sleeveWords(part: Part, row: Row, right: string | null): Words | null {
  if (right === part.name) return null
  const name = row.designation
  if (!row.boreTaper) return `${name} has a cylindrical bore: it sits on no sleeve.`
  if (!right) return `No sleeve of this kind is made for ${name}.`
  if (part.boreMm !== row.boreMm)
    return phrase`${part.name} is for a bore of ${mm(part.boreMm!)}, ${name} has ${mm(row.boreMm)}: ${right} belongs to it.`
  return `${part.name} is of another series: its length or thread is not that of ${right}, which belongs to ${name}.`
}

/**
 * Why two things that lie on the bench do not go together, null where they do; undefined where the standards say nothing of such a pair.
 * Sizes in mm. Source: the standards of the two.
 */
export function misfit(a: Thing, b: Thing): Words | null | undefined {
  if ('row' in a) return 'row' in b ? undefined : misfit(b, a)
  if ('row' in b) {
    const judge = WITH_ROW[a.part.kind]
    if (judge) return judge(a.part, b.row)
    // A nut or washer goes with a bearing by way of what belongs to it.
    if (a.part.kind !== 'lock-nut' && a.part.kind !== 'tab-washer') return undefined
    const wanted = belongingTo(b.row).flatMap(({ name }) => (findPart(name)!.kind === a.part.kind ? name : []))
    return wanted.length === 0
      ? undefined
      : wanted.includes(a.part.name)
        ? null
        : `${wanted.join(' or ')} belongs to ${b.row.designation}, not ${a.part.name}.`
  }
  for (const [first, second, judge] of PAIRS) {
    if (a.part.kind === first && b.part.kind === second) return judge(a.part, b.part)
    if (b.part.kind === first && a.part.kind === second) return judge(b.part, a.part)
  }
  return undefined
}

/** What was read on a part beside the one that is wanted: null where it is the same, else how it differs, sizes in mm. Source: sizes of the tables. */
export function partDiffers(wanted: string, read: string): Words | null {
  if (plainPart(wanted) === plainPart(read)) return null
  const [right, other] = [findPart(wanted), findPart(read)]
  if (!other) return `${wanted} is wanted; no part of the tables is called so.`
  if (!right || right.kind !== other.kind) return `${wanted} is wanted, ${other.name} is something else.`
  const apart = right.sizes.flatMap(([what, value]) => {
    const its = sizeOf(other, what)
    return its !== null && its !== value ? [phrase`${what} ${mm(its)} instead of ${mm(value)}`] : []
  })
  return phrase`${wanted} is wanted: ${other.name} has ${apart.length ? apart : 'another series'}.`
}
