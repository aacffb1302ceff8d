import { boreCode } from '../catalogue/designation.js'
import { RACEWAYS_2, RACEWAYS_22, RACEWAYS_3 } from '../catalogue/dimensions/cylindrical.js'
import { NKI } from '../catalogue/dimensions/needle.js'
import { amount, phrase, type Words } from '../words/message.js'
import { blockFillG, blockMassKg, locatingRings, plummerBlocks, type PlummerBlock, oilLevelMm } from './blocks.js'
import { HOOK_SPANNERS, WASHERS, hookSpanner, nutsOf, onwardDeg, sleeveNut, type LockNut, type NutSeries } from './nuts.js'
import { BORE_RINGS, SHAFT_RINGS, SNAP_RINGS } from './rings.js'
import { END_THREADS, FELT_RINGS, LIP_SEALS, SHIMS, endThreadMm } from './seals.js'
import { adapterSleeves, withdrawalSleeves, type Sleeve } from './sleeves.js'
import { UNIT_LABEL, insertUnits } from './insert-units.js'

/** Everything round a bearing that a store keeps: one row a part, made of the tables of the standards. */

export const PART_KINDS = [
  'adapter-sleeve',
  'withdrawal-sleeve',
  'lock-nut',
  'tab-washer',
  'locking-clip',
  'hook-spanner',
  'snap-ring',
  'retaining-ring',
  'plummer-block',
  'locating-ring',
  'insert-unit',
  'inner-ring',
  'angle-ring',
  'lip-seal',
  'felt-ring',
  'end-plate',
  'shim',
] as const
export type PartKind = (typeof PART_KINDS)[number]

export const PART_LABEL: Readonly<Record<PartKind, string>> = {
  'adapter-sleeve': 'adapter sleeve',
  'withdrawal-sleeve': 'withdrawal sleeve',
  'lock-nut': 'lock nut',
  'tab-washer': 'tab washer',
  'locking-clip': 'locking clip',
  'hook-spanner': 'hook spanner',
  'snap-ring': 'snap ring of a bearing',
  'retaining-ring': 'retaining ring',
  'plummer-block': 'split plummer block',
  'locating-ring': 'locating ring',
  'insert-unit': 'insert with its housing',
  'inner-ring': 'loose inner ring of needles',
  'angle-ring': 'angle ring of cylindrical rollers',
  'lip-seal': 'lip seal',
  'felt-ring': 'felt ring',
  'end-plate': 'end plate',
  shim: 'shim',
}

export interface Part {
  /** As the standard calls it, or by its kind and sizes. */
  name: string
  kind: PartKind
  /** Main sizes, mm. */
  sizes: readonly (readonly [what: string, mm: number])[]
  /** What is no length: thread, tabs, bolt, in words. */
  facts: readonly Words[]
  /** How many tabs a washer has. */
  tabs?: number
  /** Bore of the bearing that it belongs to, and shaft that it sits on, mm; null where it has none. */
  boreMm: number | null
  shaftMm: number | null
  /** Names of the parts that belong to it. */
  with: readonly string[]
  source: string
}

const part = (name: string, kind: PartKind, source: string, more: Partial<Part> = {}): Part => ({
  ...{ name, kind, source, sizes: [], facts: [], boreMm: null, shaftMm: null, with: [] },
  ...more,
})

const known = <T>(entry: readonly [string, T | null]): entry is readonly [string, T] => entry[1] !== null
const lengths = (...all: (readonly [string, number | null])[]) => all.filter(known)
const thread = (mm: number, pitchMm: number) => `${mm > 200 ? 'Tr' : 'M'}${mm} × ${pitchMm}`

const partOfSleeve = (s: Sleeve): Part => {
  const adapter = s.name.startsWith('H')
  const nut = adapter ? sleeveNut(s.name, s.boreMm) : (nutsOf('KM').find((n) => n.threadMm === s.threadMm) ?? null)
  return part(s.name, adapter ? 'adapter-sleeve' : 'withdrawal-sleeve', 'ISO 2982-1', {
    sizes: lengths(['shaft', s.shaftMm], ['bore of the bearing', s.boreMm], ['length', s.lengthMm]),
    facts: nut ? [`thread ${thread(nut.threadMm, nut.pitchMm)}`] : ['read its thread on the sleeve'],
    boreMm: s.boreMm,
    shaftMm: s.shaftMm,
    with: nut ? [nut.nut, ...(adapter ? [nut.lock] : [])] : [],
  })
}

const spannerName = ([from, to]: readonly [number, number]) => `Hook spanner ${from} to ${to}`

const partOfNut = (n: LockNut): Part => {
  const spanner = hookSpanner(n.outsideMm)
  return part(n.nut, 'lock-nut', 'ISO 2982-2', {
    sizes: [
      ['thread', n.threadMm],
      ['over all', n.outsideMm],
      ['width', n.widthMm],
    ],
    facts: [`thread ${thread(n.threadMm, n.pitchMm)}`, 'four slots', ...(spanner ? [] : ['impact spanner or hydraulic nut'])],
    shaftMm: n.threadMm,
    with: [n.lock, ...(spanner ? [spannerName(spanner)] : [])],
  })
}

/** A washer, or a clip, for each nut of a series. */
function locksOf(series: NutSeries): Part[] {
  return nutsOf(series).map((n) => {
    if (series.startsWith('HM'))
      return part(n.lock, 'locking-clip', 'ISO 2982-2', { facts: ['bolted into a slot of the nut'], shaftMm: n.threadMm, with: [n.nut] })
    const row = WASHERS.find(([number]) => n.lock === `${n.lock.split(' ')[0]} ${number}`)!
    const [, groove, thick, tabs] = row
    return part(n.lock, 'tab-washer', 'ISO 2982-2', {
      sizes: [
        ['shaft', n.threadMm],
        ['groove for its tab', groove],
        ['thickness', thick],
      ],
      tabs,
      facts: [`${tabs} tabs at least: a slot is met within ${onwardDeg(tabs).toFixed(1)}° onward`],
      shaftMm: n.threadMm,
      with: [n.nut],
    })
  })
}

const mmName = (mm: number) => String(Math.round(mm * 100) / 100)
/** The name of a locating ring by its sizes in mm. Source: DIN 736 to 739 name them so. */
export const locatingRingName = (outsideMm: number, widthMm: number) => `Locating ring ${mmName(outsideMm)} × ${mmName(widthMm)}`

/** What goes into a block besides its bearing; `widths` of the outer rings that stand in it, mm. */
function blockFacts(b: PlummerBlock, widths: readonly number[]): Words[] {
  const massKg = blockMassKg(b)
  const rings = [...new Set(widths)].flatMap((width) => {
    const held = locatingRings(b, width)
    return held ? [phrase`a ring ${amount(width, 'length', 0)} wide is held by ${held.count} × ${amount(held.widthMm, 'length', 1)}`] : []
  })
  return [
    b.onSleeve ? 'for bearings on adapter sleeves' : 'for bearings on the shaft itself',
    ...(b.bolt ? [`foot bolts ${b.bolt}`] : []),
    ...rings,
    phrase`oil at rest about ${amount(oilLevelMm(b, (b.boreMm + b.seatMm) / 2), 'length', 0)} over its foot`,
    phrase`first fill about ${amount(blockFillG(b), 'grams', 0)}`,
    phrase`about ${amount(massKg, 'mass', 0)} with its cap`,
    'bodies of today may be wider: measure seat and ring',
  ]
}

const partOfBlock = (b: PlummerBlock, widths: readonly number[]): Part =>
  part(b.name, 'plummer-block', `${b.plan}, ISO 113`, {
    sizes: lengths(
      ['seat', b.seatMm],
      ['seat width', b.seatWideMm],
      ['centre height', b.heightMm],
      ['bolt distance', b.boltsMm],
      ['bore of the bearing', b.boreMm],
    ),
    facts: blockFacts(b, widths),
    boreMm: b.boreMm,
  })

/** Outer rings that stand in these blocks, by body: widths by outside diameter are asked of the rack where rings are looked for. */
function ringsOfBlocks(widths: ReadonlyMap<string, readonly number[]>): Part[] {
  const made = new Map<string, Part>()
  for (const b of plummerBlocks())
    for (const width of widths.get(`${b.boreMm} ${b.seatMm}`) ?? []) {
      const rings = locatingRings(b, width)
      if (!rings) continue
      const name = locatingRingName(rings.outsideMm, rings.widthMm)
      const before = made.get(name)
      made.set(
        name,
        part(name, 'locating-ring', 'DIN 736 to 739', {
          sizes: [
            ['outside', rings.outsideMm],
            ['width', rings.widthMm],
          ],
          facts: ['at the held end only'],
          with: [...new Set([...(before?.with ?? []), b.name])],
        }),
      )
    }
  return [...made.values()]
}

/** The name of a loose inner ring by its sizes in mm. Source: common use. */
export const innerRingName = (d: number, F: number, B: number): string => `IR ${d} × ${F} × ${B}`
/** Series of cylindrical rollers with angle rings, and the bores made, mm. DIN 5412-1. */
const ANGLE_RINGS = [
  ['2', RACEWAYS_2],
  ['22', RACEWAYS_22],
  ['3', RACEWAYS_3],
  ['23', RACEWAYS_3],
] as const

const SERIES: readonly NutSeries[] = ['KM', 'KML', 'HM 30', 'HM 31']

/**
 * Every part. `widths` are widths of outer rings by "bore outside" of bearings that stand in plummer blocks; left out: no locating
 * rings. Sizes in mm. Source: the standard that each part names.
 */
export function allParts(widths: ReadonlyMap<string, readonly number[]> = new Map()): Part[] {
  return [
    ...[...adapterSleeves(), ...withdrawalSleeves()].map(partOfSleeve),
    ...SERIES.flatMap((s) => nutsOf(s).map(partOfNut)),
    ...unique(SERIES.flatMap(locksOf)),
    ...HOOK_SPANNERS.map((range) =>
      part(spannerName(range), 'hook-spanner', 'DIN 1810', {
        sizes: [
          ['nuts from', range[0]],
          ['to', range[1]],
        ],
        with: SERIES.flatMap((s) => nutsOf(s).filter((n) => hookSpanner(n.outsideMm) === range)).map((n) => n.nut),
      }),
    ),
    ...SNAP_RINGS.map(([outside, across, thick]) =>
      part(`Snap ring ${outside}`, 'snap-ring', 'ISO 464', {
        sizes: [
          ['outside of the bearing', outside],
          ['across, fitted', across],
          ['thickness', thick],
        ],
        facts: ['for outer rings with a groove'],
      }),
    ),
    ...SHAFT_RINGS.map(([shaft, thick, groove]) =>
      part(`Retaining ring ${shaft}, shaft`, 'retaining-ring', 'DIN 471', {
        sizes: [
          ['shaft', shaft],
          ['thickness', thick],
          ['groove across', groove],
        ],
        shaftMm: shaft,
      }),
    ),
    ...BORE_RINGS.map(([bore, thick, groove]) =>
      part(`Retaining ring ${bore}, bore`, 'retaining-ring', 'DIN 472', {
        sizes: [
          ['bore of the housing', bore],
          ['thickness', thick],
          ['groove across', groove],
        ],
      }),
    ),
    ...plummerBlocks().map((b) => partOfBlock(b, widths.get(`${b.boreMm} ${b.seatMm}`) ?? [])),
    ...ringsOfBlocks(widths),
    ...insertUnits().map((u) =>
      part(u.name, 'insert-unit', 'ISO 3228; usual castings, measure before drilling', {
        sizes: [['shaft', u.boreMm], ...u.sizes],
        facts: [UNIT_LABEL[u.kind], ...(u.bolt ? [`bolts ${u.bolt}`] : [])],
        boreMm: u.boreMm,
        shaftMm: u.boreMm,
      }),
    ),
    ...NKI.flatMap(([d, F, , widths]) =>
      widths.map((B) =>
        part(innerRingName(d, F, B), 'inner-ring', 'usual sizes, no standard fixes them', {
          sizes: [
            ['bore', d],
            ['outside', F],
            ['width', B],
          ],
          facts: [`the raceway of NK ${F}/${B}, which makes it NKI ${d}/${B}`],
          boreMm: d,
        }),
      ),
    ),
    ...ANGLE_RINGS.flatMap(([series, raceways]) =>
      Object.keys(raceways).map((bore) =>
        part(`HJ ${series}${boreCode(Number(bore))}`, 'angle-ring', 'DIN 5412-1; its width by the sheet', {
          sizes: [['bore', Number(bore)]],
          facts: ['beside the inner ring of NU or NJ of this number: holds the shaft to that side'],
          boreMm: Number(bore),
        }),
      ),
    ),
    ...LIP_SEALS.flatMap(([shaft, bores, width]) =>
      bores.map((bore) =>
        part(`Lip seal ${shaft} × ${bore} × ${width}`, 'lip-seal', 'ISO 6194-1', {
          sizes: [
            ['shaft', shaft],
            ['bore of the housing', bore],
            ['width', width],
          ],
          shaftMm: shaft,
        }),
      ),
    ),
    ...FELT_RINGS.map(([shaft, outside, width]) =>
      part(`Felt ring ${shaft}`, 'felt-ring', 'DIN 5419', {
        sizes: [
          ['shaft', shaft],
          ['outside', outside],
          ['width', width],
        ],
        facts: ['soaked in warm oil before it goes in'],
        shaftMm: shaft,
      }),
    ),
    ...SHAFT_RINGS.flatMap(([shaft]) => {
      const bolt = endThreadMm(shaft)
      return bolt && shaft >= END_THREADS[3]![0]
        ? [
            part(`End plate ${shaft}`, 'end-plate', 'DIN 332-2', {
              sizes: [['shaft', shaft]],
              facts: [`bolt M${bolt} in the tapped centre`],
              shaftMm: shaft,
            }),
          ]
        : []
    }),
    ...SHIMS.map((thick) => part(`Shim ${thick.toFixed(2)}`, 'shim', 'DIN 988', { sizes: [['thickness', thick]] })),
  ]
}

/** Nuts of two series can share a washer or clip: it stands once, with both. */
function unique(parts: readonly Part[]): Part[] {
  const by = new Map<string, Part>()
  for (const p of parts) {
    const before = by.get(p.name)
    by.set(p.name, before ? { ...before, with: [...new Set([...before.with, ...p.with])] } : p)
  }
  return [...by.values()]
}

/** Names as they are compared: no blanks, no signs between, large letters. */
export const plainPart = (name: string) => name.toUpperCase().replace(/[\s×X,.\-/]+/g, (s) => (/[×X]/.test(s) ? 'X' : ''))
