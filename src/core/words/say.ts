import { short } from '../result.js'
import { formatTrimmed, unitOf, withUnit, type UnitSystem } from '../units/quantities.js'
import { ARRANGEMENT_CAUTIONS, ARRANGEMENT_QUESTIONS } from './arrangement.js'
import { CARD_CAUTIONS, CARD_QUESTIONS } from './card.js'
import { FITS_CAUTIONS, FITS_QUESTIONS } from './fits.js'
import { IDENTIFY_CAUTIONS, IDENTIFY_QUESTIONS } from './identify.js'
import { INSPECTION_CAUTIONS, INSPECTION_QUESTIONS } from './inspection.js'
import { LINE_CAUTIONS } from './line.js'
import { LOADS_CAUTIONS, LOADS_QUESTIONS } from './loads.js'
import { LUBRICATION_CAUTIONS, LUBRICATION_QUESTIONS } from './lubrication.js'
import type { Message, Param, Words } from './message.js'
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

function put(param: Param, system: UnitSystem): string {
  if (typeof param === 'number') return short(param)
  if (isList(param)) return param.map((p) => put(p, system)).join(', ')
  if (typeof param === 'string') return param
  if ('sizesMm' in param) return `${param.sizesMm.map((mm) => size(mm, system)).join(' × ')} ${unitOf('length', system)}`
  return say(param, system)
}

const size = (mm: number, system: UnitSystem) => formatTrimmed(mm, 'length', system, system === 'inch' ? 2 : 3)

/** A caution as its sentence. A card that is closed keeps its cautions with the sentence beside them, and it is what they say from then on. */
export const wordsOf = ({ code, params = {}, message }: Message & { message?: Words }): Words =>
  message ?? { says: sentenceOf(CAUTION_WORDS, code), with: params }

/** What a question asks and what a wrong guess will do. */
export function askedOf({ code, params = {}, text, why }: Message & { text?: Words; why?: Words }): { text: Words; why: Words } {
  if (text !== undefined) return { text, why: why ?? '' }
  const [asked, because] = sentenceOf(QUESTION_WORDS, code)
  return { text: { says: asked, with: params }, why: { says: because, with: params } }
}

/** What is said, with every quantity in a person's units. The one place where words of the core become text. */
export function say(said: Words | (Message & { message?: Words }), system: UnitSystem): string {
  if (typeof said === 'string') return said
  if ('quantity' in said) return withUnit(said.value, said.quantity, system, said.decimals)
  if (!('says' in said)) return say(wordsOf(said), system)
  return said.says.replace(/\{(\w+)\}/g, (_, name: string) => put(said.with[name]!, system))
}
