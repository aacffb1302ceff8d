import { lower } from '../words/lower.js'
import { GREASE_FACTS, type Grease, type GreaseFact } from './grease.js'
import { OIL_VISCOSITY } from './oil-record.js'
import { BASE_OILS, THICKENERS, type BaseOil, type Thickener } from './tables.js'
import { at100Of } from '../life/viscosity.js'

/** A grease by what stands on its tin: its words, and what is usual where the tin is silent. */

/** What was said of the grease of a support: its name in quotes, or its kind. */
export interface GreaseSaid {
  /** As it stands in the plant's list or on the tin; null where only its kind was said. */
  name: string | null
  thickener: Thickener | null
  baseOil: BaseOil | null
  /** Of the base oil at 40 °C, mm²/s. */
  viscosity40: number | null
  nlgi: (typeof NLGI)[number] | null
}

/** Oil of a grease is no thinner, mm²/s at 40 °C. Engineering practice. */
const THINNEST = 10

/** NLGI classes, soft to stiff. DIN 51818. */
export const NLGI = ['000', '00', '0', '1', '2', '3', '4', '5', '6'] as const

/** How thickeners are called for short; the rest goes by its label. */
const SHORT: readonly (readonly [word: string, name: Thickener])[] = [
  ['polyurea', 'polyurea-conventional'],
  ['polyurea shear-stable', 'polyurea-shear-stable'],
  ['polyurea conventional', 'polyurea-conventional'],
  ['calcium sulfonate', 'calcium-sulfonate-complex'],
  ['calcium sulphonate', 'calcium-sulfonate-complex'],
  ['aluminum complex', 'aluminium-complex'],
  ['bentonite', 'clay'],
]
const THICKENER_WORDS = [...THICKENERS.map((t) => [t.label, t.name] as const), ...SHORT].sort((a, b) => b[0].length - a[0].length)
const OIL_WORDS = BASE_OILS.map((o) => [o.label.toLowerCase(), o.name] as const)

/** Takes a word of a table off the head of a text; what is left, and what it was. */
function taken<T>(text: string, table: readonly (readonly [string, T])[]): [rest: string, found: T | null] {
  const row = table.find(([word]) => text === word || text.startsWith(`${word} `))
  return row ? [text.slice(row[0].length).trim(), row[1]] : [text, null]
}

/**
 * A grease from words: `"name on the tin"`, or its kind as far as it is known, `lithium complex mineral VG 220 NLGI 2`, for short `lithium 2`.
 * Null when they are none; viscosity in mm²/s. Source: engineering practice (a notation of its own).
 */
export function readGrease(text: string): GreaseSaid | null {
  const quoted = /^"([^"]{1,60})"$/.exec(text.trim())
  if (quoted) return { name: quoted[1]!.trim(), thickener: null, baseOil: null, viscosity40: null, nlgi: null }
  const [behind, thickener] = taken(lower(text), THICKENER_WORDS)
  const [rest, baseOil] = taken(behind, OIL_WORDS)
  const match = /^(?:(?:iso )?vg (\d{1,5}(?:[.,]\d+)?))?\s*(?:(?:nlgi )?(0{1,3}|[1-6]))?$/.exec(rest)
  if (!match || !(thickener ?? baseOil ?? match[1] ?? match[2])) return null
  const viscosity40 = match[1] ? Number(match[1].replace(',', '.')) : null
  if (viscosity40 !== null && (viscosity40 < THINNEST || viscosity40 > OIL_VISCOSITY[1])) return null
  return { name: null, thickener, baseOil, viscosity40, nlgi: NLGI.find((n) => n === match[2]) ?? null }
}

/** A grease as the words that `readGrease` reads. Viscosity in mm²/s. Source: as `readGrease`. */
export function writeGrease({ name, thickener, baseOil, viscosity40, nlgi }: GreaseSaid): string {
  if (name) return `"${name}"`
  const label = <N extends string>(rows: readonly { name: N; label: string }[], of: N | null) =>
    of === null
      ? []
      : [
          rows
            .find((r) => r.name === of)!
            .label.replace(',', '')
            .toLowerCase(),
        ]
  return [
    ...label(THICKENERS, thickener),
    ...label(BASE_OILS, baseOil),
    ...(viscosity40 === null ? [] : [`VG ${viscosity40}`]),
    ...(nlgi === null ? [] : [`NLGI ${nlgi}`]),
  ].join(' ')
}

/** What is usual of a thickener: its oil, mm²/s at 40 °C, and from where to where it serves, °C. Engineering practice, the colder side of hot. */
// prettier-ignore
const USUAL: Readonly<Record<Thickener, readonly [viscosity40: number, lowC: number, highC: number]>> = {
  lithium: [150, -25, 110],
  'lithium-complex': [180, -25, 140],
  calcium: [150, -20, 60],
  'calcium-complex': [180, -20, 120],
  'calcium-sulfonate-complex': [250, -20, 140],
  'aluminium-complex': [220, -20, 130],
  'barium-complex': [150, -25, 130],
  sodium: [150, -20, 100],
  clay: [220, -10, 140],
  'polyurea-conventional': [110, -25, 140],
  'polyurea-shear-stable': [110, -30, 150],
}
/** From where to where a grease of a thickener usually serves, °C; of one that is none here, as lithium. Engineering practice. */
export function usualRangeC(thickener: Thickener): readonly [lowC: number, highC: number] {
  const [, lowC, highC] = USUAL[thickener] ?? USUAL.lithium
  return [lowC, highC]
}

/** Viscosity index of a base oil. Engineering practice. */
const INDEX: Readonly<Record<BaseOil, number>> = { mineral: 95, pao: 140, ester: 150, pag: 180, silicone: 250, pfpe: 130 }

export type GreaseFacts = Omit<Grease, 'id' | 'name' | 'usual'>
/** A tin as it is read: what it does not say is null or left out. */
export type Tin = Pick<Grease, 'name' | 'thickener'> & { [F in GreaseFact]?: Grease[F] | null } & { usual?: GreaseFact[] }

/**
 * What is usual of a grease where its tin is silent: oil by the thickener, viscosity at 100 °C by the oil's usual index, ends of service by
 * the thickener. mm²/s, °C. Source: engineering practice; ASTM D2270 for the viscosity at 100 °C. The maker's sheet governs.
 */
export function usualGrease(said: Partial<Omit<GreaseSaid, 'name'>>): GreaseFacts {
  const thickener = said.thickener ?? 'lithium'
  const baseOil = said.baseOil ?? 'mineral'
  const [usual40, lowC, highC] = USUAL[thickener]
  const viscosity40 = said.viscosity40 ?? usual40
  const viscosity100 = Math.round(10 * at100Of(viscosity40, INDEX[baseOil])) / 10
  return { thickener, baseOil, nlgi: said.nlgi ?? '2', viscosity40, viscosity100, lowC, highC }
}

/**
 * A whole grease of what its tin says: the rest as usual, and marked so. What was marked before and still stands stays marked. mm²/s, °C.
 * Source: as `usualGrease`.
 */
export function greaseOf(tin: Tin): Omit<Grease, 'id'> {
  const { name, thickener, usual = [], ...said } = tin
  const silent = GREASE_FACTS.filter((f) => (said[f] ?? null) === null)
  const whole = { ...usualGrease({ thickener, baseOil: said.baseOil, viscosity40: said.viscosity40 }) }
  const known = Object.fromEntries(GREASE_FACTS.filter((f) => !silent.includes(f)).map((f) => [f, said[f]]))
  const marked = GREASE_FACTS.filter((f) => silent.includes(f) || usual.includes(f))
  return { ...whole, ...known, name, thickener, ...(marked.length > 0 && { usual: marked }) }
}

/**
 * The grease that was said of a support: that of the plant's list by its name, else what is usual of its kind; null where its name is in no
 * list and its thickener was not said. Viscosities in mm²/s. Source: as `usualGrease`.
 */
export function greaseSaid(said: GreaseSaid | null, greases: readonly Grease[]): Grease | null {
  if (!said) return null
  if (said.name) return greases.find((g) => lower(g.name) === lower(said.name!)) ?? null
  if (said.thickener === null) return null
  const { thickener, baseOil, nlgi, viscosity40 } = said
  return { id: 0, ...greaseOf({ name: `${writeGrease(said)}, the rest as usual`, thickener, baseOil, nlgi, viscosity40 }) }
}
