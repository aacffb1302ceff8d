import type { Bearing } from '../../bearing/bearing.js'
import { amount, type Words } from '../../words/message.js'
import type { Feature } from '../letters.js'

/** A bearing as it is described: its row, and what is known of the letters behind the number; null is not known. */
export interface Described {
  row: Bearing
  features: Partial<Record<Feature, string | null>>
}

/** What a whole marking leaves out is the normal: clearance CN, open where the size is made open, the normal tolerance class. */
export function asMarked(row: Bearing, features: Partial<Record<Feature, string>>): Described['features'] {
  return { clearance: 'N', ...(row.closures.includes('open') ? { closure: 'open' } : {}), ...features }
}

/** What the position asks of a bearing; null where nobody has said. Core units. */
export interface PositionDuty {
  speedRpm: number | null
  radialLoadN: number | null
  axialLoadN: number | null
  /** Life wanted, h. */
  targetH: number | null
  innerRingC: number | null
  dirt: 'clean' | 'normal' | 'dirty' | 'wet' | null
  /** Grease is pumped in from outside. */
  relubricated: boolean | null
  /** The bearing must hold the shaft along. */
  mustHold: boolean | null
  /** Clearance left in operation with the removed bearing's group, µm. */
  operatingClearanceUm: number | null
}

export const NO_DUTY: PositionDuty = {
  speedRpm: null,
  radialLoadN: null,
  axialLoadN: null,
  targetH: null,
  innerRingC: null,
  dirt: null,
  relubricated: null,
  mustHold: null,
  operatingClearanceUm: null,
}

export type Judgement = 'same' | 'acceptable' | 'not' | 'unknown'
export const JUDGEMENT_WORDS: Record<Judgement, string> = {
  same: 'same',
  acceptable: 'acceptable because',
  not: 'not acceptable because',
  unknown: 'unknown',
}

export interface Comparison {
  aspect: string
  removed: Words
  offered: Words
  judgement: Judgement
  /** The consequence in one sentence; empty when both are the same. */
  because: Words
  /** The figure of the consequence, where there is one. */
  figure: Words | null
}

export type OfferVerdict = 'same' | 'will-do' | 'ask-first' | 'will-not-do'
export const OFFER_WORDS: Record<OfferVerdict, string> = {
  same: 'the same',
  'will-do': 'will do here',
  'ask-first': 'ask first',
  'will-not-do': 'will not do',
}

export interface CompareResult {
  verdict: OfferVerdict
  /** The verdict in one sentence. */
  reason: Words
  lines: Comparison[]
  /** Life of the offered over that of the removed at this duty, or by rating alone. */
  lifeRatio: number
}

/** A share as words, in whole percent. */
export const percent = (ratio: number) => `${Math.round(ratio * 100)} %`
const mm = (value: number) => amount(value, 'length', Number.isInteger(value) ? 0 : 2)

/** Judges one aspect: how, why, and the figure of the consequence. */
type Judge = (judgement: Judgement, because?: Words, figure?: Words | null) => void

/** The lines of a comparison as they come. */
export class Lines {
  readonly list: Comparison[] = []
  on(aspect: string, removed: Words, offered: Words): Judge {
    return (judgement, because = '', figure = null) => void this.list.push({ aspect, removed, offered, judgement, because, figure })
  }
  /** A length on both sides. */
  lengths(aspect: string, removed: number, offered: number): Judge {
    return this.on(aspect, mm(removed), mm(offered))
  }
  /** A size that must be the same to go in. */
  size(aspect: string, removed: number, offered: number, because: string): void {
    const off = Math.abs(removed - offered)
    const judge = this.lengths(aspect, removed, offered)
    if (off < 0.005) judge('same')
    else judge('not', because, mm(off))
  }
}
