import { InputError, inRange } from '../result.js'
import type { Quantity } from '../units/quantities.js'
import { amount, joined, nominal, phrase, type Words } from '../words/message.js'
import { HEATERS, type Heater } from './ways.js'
import { timeIn } from './heaters.js'

/** The plant's own tools with their ratings: which of them will do for a job, how long it takes and what it costs. */

export const TOOL_KINDS = [
  'press',
  'sleeves',
  'puller',
  'induction',
  'coil',
  'plate',
  'oven',
  'oil-bath',
  'cold-box',
  'oil-injector',
  'nut-spanner',
  'hydraulic-nut',
  'torque-spanner',
  'lifting',
] as const
export type ToolKind = (typeof TOOL_KINDS)[number]

export const TOOL_LABEL: Readonly<Record<ToolKind, string>> = {
  press: 'press',
  sleeves: 'mounting sleeves with hammer',
  puller: 'puller',
  induction: 'induction heater with core',
  coil: 'hand-held coil',
  plate: 'heating plate',
  oven: 'oven',
  'oil-bath': 'oil bath',
  'cold-box': 'cold box, dry ice or nitrogen',
  'oil-injector': 'oil injector',
  'nut-spanner': 'lock nut spanner',
  'hydraulic-nut': 'hydraulic nut',
  'torque-spanner': 'torque spanner',
  lifting: 'lifting gear',
}

export interface Tool {
  name: string
  kind: ToolKind
  /** Where it lies. */
  place: string
  forceN: number | null
  powerKw: number | null
  /** On and off again, s, where it may not run on. */
  onS: number | null
  offS: number | null
  /** Sizes that it takes: bores, outside diameters, nuts or threads by its kind, mm. */
  fromMm: number | null
  toMm: number | null
  torqueNm: number | null
  /** Hottest, or coldest, °C. */
  toC: number | null
  massKg: number | null
  setupMin: number | null
  /** In the plant's own money: an hour of it with whoever works it, and each time. */
  costHour: number | null
  costUse: number | null
  note: string
}

/** What a job wants of a tool; left out what does not matter. */
export interface Wanted {
  forceN?: number
  torqueNm?: number
  massKg?: number
  /** To be reached, °C: at least by a heater, at most by a cold box. */
  atC?: number
  riseK?: number
  boreMm?: number
  outsideMm?: number
  widthMm?: number
  roomC?: number
  /** Of a nut over all, mm. */
  nutMm?: number
}

export const NEED_NAMES = ['press', 'heater', 'cold', 'oil', 'drive', 'puller', 'nut', 'torque', 'lifting'] as const
export type Need = (typeof NEED_NAMES)[number]
/** What a job needs a tool for, and which kinds will do. */
export const NEEDS: Readonly<Record<Need, { label: string; kinds: readonly ToolKind[] }>> = {
  press: { label: 'to press it on', kinds: ['press', 'sleeves'] },
  heater: { label: 'to heat it', kinds: HEATERS },
  cold: { label: 'to chill it', kinds: ['cold-box'] },
  oil: { label: 'to float it on oil', kinds: ['oil-injector'] },
  drive: { label: 'to drive it up', kinds: ['nut-spanner', 'hydraulic-nut'] },
  puller: { label: 'to take the old one off', kinds: ['puller'] },
  nut: { label: 'to turn its nut', kinds: ['nut-spanner'] },
  torque: { label: 'to tighten to a torque', kinds: ['torque-spanner'] },
  lifting: { label: 'to lift it', kinds: ['lifting'] },
}

/** What the sizes of a kind are sizes of. */
const SIZE_OF: Partial<Record<ToolKind, 'boreMm' | 'outsideMm' | 'nutMm'>> = {
  press: 'outsideMm',
  sleeves: 'boreMm',
  puller: 'outsideMm',
  induction: 'boreMm',
  coil: 'boreMm',
  plate: 'outsideMm',
  oven: 'outsideMm',
  'oil-bath': 'outsideMm',
  'nut-spanner': 'nutMm',
  'hydraulic-nut': 'boreMm',
}

/** A hammer on a sleeve reaches about so far, N, where its sheet says nothing. Engineering practice. */
const HAMMER_N = 8000
/** Work itself, minutes, once all is laid out. Engineering practice. */
const WORK_MIN: Readonly<Record<Exclude<ToolKind, Heater>, number>> = {
  press: 5,
  sleeves: 4,
  puller: 10,
  'cold-box': 45,
  'oil-injector': 25,
  'nut-spanner': 15,
  'hydraulic-nut': 15,
  'torque-spanner': 5,
  lifting: 5,
}
const isHeater = (kind: ToolKind): kind is Heater => (HEATERS as readonly string[]).includes(kind)

/** Ratings beside what is wanted; each row says when it falls short. */
const RATINGS: readonly { rating: 'forceN' | 'torqueNm' | 'massKg'; quantity: Quantity; verb: string }[] = [
  { rating: 'forceN', quantity: 'force', verb: 'reaches' },
  { rating: 'torqueNm', quantity: 'torque', verb: 'turns' },
  { rating: 'massKg', quantity: 'mass', verb: 'takes' },
]
const SIZE_WORDS = { boreMm: 'a bore of', outsideMm: 'a ring of', nutMm: 'a nut of' } as const

/**
 * Why a tool will not do, in a sentence; null where it will. A rating that is not listed is not held against it.
 * N, Nm, kg, °C and mm. Source: the ratings that the plant has listed.
 */
export function shortOf(tool: Tool, wanted: Wanted): Words | null {
  for (const { rating, quantity, verb } of RATINGS) {
    const has = tool[rating] ?? (rating === 'forceN' && tool.kind === 'sleeves' ? HAMMER_N : null)
    const asked = wanted[rating]
    if (has !== null && asked !== undefined && asked > has)
      return phrase`${cap(verb)} ${amount(has, quantity, 1)}, ${amount(asked, quantity, 1)} is wanted.`
  }
  if (tool.toC !== null && wanted.atC !== undefined) {
    const reaches = tool.kind === 'cold-box' ? tool.toC <= wanted.atC : !isHeater(tool.kind) || tool.toC >= wanted.atC
    if (!reaches) return phrase`Goes to ${amount(tool.toC, 'temperature')}, ${amount(wanted.atC, 'temperature')} is wanted.`
  }
  const of = SIZE_OF[tool.kind]
  const size = of && wanted[of]
  if (!of || size === undefined) return null
  if ((tool.fromMm !== null && size < tool.fromMm) || (tool.toMm !== null && size > tool.toMm))
    return phrase`Takes ${tool.fromMm === null ? 'up' : amount(tool.fromMm, 'length', 0)} to ${amount(tool.toMm ?? 0, 'length', 0)}; it is ${SIZE_WORDS[of]} ${nominal(size)}.`
  return null
}
const cap = (word: string) => word[0]!.toUpperCase() + word.slice(1)

/** The mean power of a heater in kW: what it runs at while it may, less its rests. Source: its duty cycle. */
export function meanKw({ powerKw, onS, offS }: Pick<Tool, 'powerKw' | 'onS' | 'offS'>): number | null {
  if (powerKw === null) return null
  return onS && offS ? (powerKw * onS) / (onS + offS) : powerKw
}

/**
 * Minutes from fetching a tool until the work is done; null for a heater whose power is not listed. Range: kg, mm and °C as `timeIn`.
 * Source: heat by power or film as `timeIn`, other work by engineering practice. @throws InputError as `timeIn`
 */
export function minutesWith(tool: Tool, wanted: Wanted): number | null {
  const setup = inRange('setupMin', tool.setupMin ?? 0, 0, 10_000, 'min')
  if (!isHeater(tool.kind)) return setup + WORK_MIN[tool.kind]
  const powerKw = meanKw(tool)
  const { massKg, boreMm, outsideMm, widthMm, atC, roomC } = wanted
  if (powerKw === null || [massKg, boreMm, outsideMm, widthMm, atC, roomC].some((v) => v === undefined)) return null
  const job = {
    heater: tool.kind,
    powerKw,
    setC: null,
    massKg: massKg!,
    boreMm: boreMm!,
    outsideMm: outsideMm!,
    widthMm: widthMm!,
    toC: Math.max(atC!, roomC!),
    roomC: roomC!,
  }
  return setup + timeIn(job).values.seconds / 60
}

/** Minutes with a tool, or why it never gets there. */
function minutesOr(tool: Tool, wanted: Wanted): { minutes: number | null; why: Words | null } {
  try {
    return { minutes: minutesWith(tool, wanted), why: null }
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    return { minutes: null, why: `Never gets it so hot: ${error.allowed}.` }
  }
}

export interface ToolOffer {
  name: string
  kind: ToolKind
  place: string
  fits: boolean
  /** Why not; empty where it fits. */
  why: Words
  minutes: number | null
  /** In the plant's own money; null where none is listed. */
  cost: number | null
}

/**
 * The plant's tools for a need: those that will do first, the quickest of them before the others. N, Nm, kg, °C, mm and minutes.
 * Source: as `shortOf` and `minutesWith`. @throws InputError for a setup time that cannot be
 */
export function toolOffers(tools: readonly Tool[], need: Need, wanted: Wanted): ToolOffer[] {
  const offers = tools
    .filter((t) => NEEDS[need].kinds.includes(t.kind))
    .map((tool): ToolOffer => {
      const found = minutesOr(tool, wanted)
      const why = shortOf(tool, wanted) ?? found.why
      const { minutes } = found
      const costs = tool.costHour !== null || tool.costUse !== null
      const cost = costs ? (tool.costUse ?? 0) + ((tool.costHour ?? 0) * (minutes ?? 0)) / 60 : null
      return { name: tool.name, kind: tool.kind, place: tool.place, fits: why === null, why: why ?? '', minutes, cost }
    })
  const rank = (o: ToolOffer) => (o.fits ? 0 : 1e9) + (o.minutes ?? 1e6)
  return offers.sort((a, b) => rank(a) - rank(b) || a.name.localeCompare(b.name))
}

/** A tool in a few words: "Coil (1 kW; 20 s on and 60 s off; at bay 3)". Source: its list. */
export function toolWords(tool: Tool): Words {
  const rating = [
    tool.forceN !== null && amount(tool.forceN, 'force', 0),
    tool.powerKw !== null && amount(tool.powerKw, 'power', 1),
    tool.onS && tool.offS && `${tool.onS} s on and ${tool.offS} s off`,
    tool.torqueNm !== null && phrase`to ${amount(tool.torqueNm, 'torque', 0)}`,
    tool.massKg !== null && phrase`to ${amount(tool.massKg, 'mass', 0)}`,
    tool.place && `at ${tool.place}`,
  ].filter((w): w is Words => Boolean(w))
  return rating.length ? phrase`${tool.name} (${joined(rating, '; ')})` : tool.name
}
