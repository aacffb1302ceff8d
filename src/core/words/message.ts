import { decimalsOfSize, type Quantity } from '../units/quantities.js'

/**
 * What the core has to say is a code and what stands in its sentence: said once, by `say`, in the reader's units. Most of it is a
 * sentence of its own (`phrase`), which is its code; what has a level or is asked for by code stands in the tables beside this file.
 */

/** A quantity in core units. */
export interface Amount {
  value: number
  quantity: Quantity
  /** Decimals in metric units, where the usual ones do not serve. */
  decimals?: number
}

/** Sizes of one thing in mm, written `40 × 80 × 18 mm`. */
export interface Sizes {
  sizesMm: readonly number[]
}

/** A sentence with places, `{0}` or `{name}`, and what stands in them. A table of another language has the sentence as its key. */
export interface Phrase {
  says: string
  with: Params
}

/** What is said: as it stands, with places, or a quantity alone. What somebody typed stands in a place or alone, and is never read. */
export type Words = string | Phrase | Amount

/** What stands in a place: a quantity, a plain number, words, or several. */
export type Param = Words | Sizes | Message | number | readonly Param[]
export type Params = Readonly<Record<string, Param>>

export interface Message {
  /** Names its sentence. What stands behind the last dash may tell apart what it is said of: `spread-boreMm` is said as `spread`. */
  code: string
  params?: Params
}

/** A quantity for a sentence, in core units. */
export const amount = (value: number, quantity: Quantity, decimals?: number): Amount => ({
  value,
  quantity,
  ...(decimals !== undefined && { decimals }),
})

/** A nominal size in mm for a sentence, with the decimals that it has. */
export const nominal = (mm: number): Amount => amount(mm, 'length', decimalsOfSize(mm))

/** A sentence written where it is needed: ``phrase`Heat it to ${amount(95, 'temperature')}` ``. A number without a unit stands as it is written. */
export const phrase = (parts: TemplateStringsArray, ...params: readonly Param[]): Phrase => ({
  says: parts.reduce((sentence, part, i) => `${sentence}{${i - 1}}${part}`),
  with: Object.fromEntries(params.map((p, i) => [i, typeof p === 'number' ? String(p) : p])),
})

/** Several in one, parted by words between them; nothing of what is empty. */
export function joined(all: readonly Words[], between = ' '): Words {
  const said = all.filter((w) => w !== '')
  if (said.every((w) => typeof w === 'string')) return said.join(between)
  return { says: said.map((_, i) => `{${i}}`).join(between), with: Object.fromEntries(said.map((w, i) => [i, w])) }
}

/** Each of them once, whatever reader it is said to. */
export const eachOnce = <W extends Words>(all: readonly W[]): W[] => [...new Map(all.map((w) => [keyOfWords(w), w])).values()]

/** Tells what is said apart from what is said otherwise. */
export const keyOfWords = (words: Words): string => (typeof words === 'string' ? words : JSON.stringify(words))
