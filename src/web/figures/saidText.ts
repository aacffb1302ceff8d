import { SUBJECTS, type Saying } from '../../core/line/sayings.js'
import type { Quantity } from '../../core/units/quantities.js'

/** What a paper says, with its amount where the words have no figure of their own. */
export function saidText({ subject, words, amount }: Saying, withUnit: (value: number, quantity: Quantity) => string): string {
  const { quantity } = SUBJECTS[subject]
  return amount !== null && quantity && !/\d/.test(words) ? `${words}, ${withUnit(amount, quantity)}` : words
}
