import { short, type Caution } from '../result.js'
import { inUnits, q, sizes, typed, type UnitSystem } from '../units/quantities.js'
import { ARRANGEMENT_CAUTIONS, ARRANGEMENT_QUESTIONS } from './arrangement.js'
import { CARD_CAUTIONS, CARD_QUESTIONS } from './card.js'
import { FITS_CAUTIONS, FITS_QUESTIONS } from './fits.js'
import { IDENTIFY_CAUTIONS, IDENTIFY_QUESTIONS } from './identify.js'
import { INSPECTION_CAUTIONS, INSPECTION_QUESTIONS } from './inspection.js'
import { LINE_CAUTIONS } from './line.js'
import { LOADS_CAUTIONS, LOADS_QUESTIONS } from './loads.js'
import { LUBRICATION_CAUTIONS, LUBRICATION_QUESTIONS } from './lubrication.js'
import type { Message, Param, Params } from './message.js'
import { MOUNTING_CAUTIONS, MOUNTING_QUESTIONS } from './mounting.js'
import { RUNIN_CAUTIONS, RUNIN_QUESTIONS } from './runin.js'
import { SELECT_WORDS } from './select.js'

/** Every sentence of a caution by its code. */
export const CAUTION_WORDS = {
  ...ARRANGEMENT_CAUTIONS,
  ...CARD_CAUTIONS,
  ...FITS_CAUTIONS,
  ...IDENTIFY_CAUTIONS,
  ...INSPECTION_CAUTIONS,
  ...LINE_CAUTIONS,
  ...LOADS_CAUTIONS,
  ...LUBRICATION_CAUTIONS,
  ...MOUNTING_CAUTIONS,
  ...RUNIN_CAUTIONS,
  ...SELECT_WORDS,
}
/** Every question by its code. */
export const QUESTION_WORDS = {
  ...ARRANGEMENT_QUESTIONS,
  ...CARD_QUESTIONS,
  ...FITS_QUESTIONS,
  ...IDENTIFY_QUESTIONS,
  ...INSPECTION_QUESTIONS,
  ...LOADS_QUESTIONS,
  ...LUBRICATION_QUESTIONS,
  ...MOUNTING_QUESTIONS,
  ...RUNIN_QUESTIONS,
}

/** The sentence of a code: its own, or that of the code before its last dash. @throws Error where there is none. */
function sentenceOf<S>(table: Readonly<Record<string, S>>, code: string): S {
  for (let at = code; at; at = at.includes('-') ? at.slice(0, at.lastIndexOf('-')) : '') if (Object.hasOwn(table, at)) return table[at]!
  throw new Error(`no sentence for ${code}`)
}

const isList = (param: Param): param is readonly Param[] => Array.isArray(param)

function put(param: Param): string {
  if (typeof param === 'number') return short(param)
  if (typeof param === 'string') return typed(param)
  if (isList(param)) return param.map(put).join(', ')
  if ('sizesMm' in param) return sizes(param.sizesMm)
  if ('quantity' in param) return q(param.value, param.quantity, param.decimals)
  return 'marked' in param ? param.marked : wordsOf(param)
}

const fill = (sentence: string, params: Params = {}) => sentence.replace(/\{(\w+)\}/g, (_, name: string) => put(params[name]!))

/**
 * A caution as a sentence whose quantities are marked as by `q`, so that every reader gets own units. A card that is closed
 * keeps its cautions with this sentence beside them, and it is what they say from then on.
 */
export function wordsOf({ code, params, message }: Message & { message?: string }): string {
  return message ?? fill(sentenceOf(CAUTION_WORDS, code), params)
}

/** What a question asks and what a wrong guess will do, marked as by `q`. */
export function askedOf({ code, params, text, why }: Message & { text?: string; why?: string }): { text: string; why: string } {
  if (text !== undefined) return { text, why: why ?? '' }
  const [asked, because] = sentenceOf(QUESTION_WORDS, code)
  return { text: fill(asked, params), why: fill(because, params) }
}

/** A caution in a person's units. */
export const say = (caution: Pick<Caution, 'code' | 'params' | 'message'>, system: UnitSystem): string => inUnits(wordsOf(caution), system)
