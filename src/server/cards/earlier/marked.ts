import { QUANTITIES, type Quantity } from '../../../core/units/quantities.js'
import type { EvaluatedCard } from './evaluated.js'
import { amount, type Param, type Words } from '../../../core/words/message.js'

/**
 * Sentences of finished cards from when these held their quantities as `{60|length|3}`: led forward to phrases each time such a card is read.
 * Nothing stored is changed.
 */

const MARKED = /\uE07B|\{(\d[\d.;]*)\|sizes\}|\{(-?\d[\d.e+-]*)\|(\w+)(?:\|(\d))?\}/g

/** A sentence with its quantities in places; a brace that somebody typed stands in a place too. */
export function phraseOf(text: string): Words {
  const places: Param[] = []
  const says = text.replace(MARKED, (all, list?: string, value?: string, quantity?: string, decimals?: string) => {
    if (quantity !== undefined && !Object.hasOwn(QUANTITIES, quantity)) return all
    places.push(
      all === '\uE07B'
        ? '{'
        : list !== undefined
          ? { sizesMm: list.split(';').map(Number) }
          : amount(Number(value), quantity as Quantity, decimals === undefined ? undefined : Number(decimals)),
    )
    return `{${places.length - 1}}`
  })
  return places.length ? { says, with: Object.fromEntries(places.entries()) } : text
}

/** What of a finished card is said; all else is left as it stands. */
const SAID: readonly string[] = [
  ...['label', 'note', 'reason', 'headline', 'message', 'text', 'why', 'words', 'lookAt', 'fieldErrors'],
  ...['title', 'doing', 'caution', 'hold', 'over', 'under', 'wrong', 'outside', 'movedUnder', 'reopened', 'blocked'],
]

/** What stands in a sentence could be one of its own. */
function ledParam(param: unknown): unknown {
  if (Array.isArray(param)) return param.map(ledParam)
  if (typeof param !== 'object' || param === null) return param
  if ('marked' in param && typeof param.marked === 'string') return phraseOf(param.marked)
  return Object.fromEntries(Object.entries(param).map(([name, v]) => [name, ledParam(v)]))
}

function led(value: unknown, said: boolean): unknown {
  if (typeof value === 'string') return said ? phraseOf(value) : value
  if (Array.isArray(value)) return value.map((v) => led(v, said))
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value).flatMap(([key, v]): [string, unknown][] => {
      // Tools and what is used up stood in one line of words, parted by commas.
      if (key === 'tool' && 'doing' in value) return [['tools', String(v).split(', ').map(phraseOf)]]
      if (key === 'material' && 'doing' in value) return [['materials', String(v).split(', ')]]
      if (key === 'params') return [[key, ledParam(v)]]
      // What a state says of its fields stands there by their names.
      return [[key, key === 'fields' && !Array.isArray(v) ? v : led(v, said || SAID.includes(key))]]
    }),
  )
}

/** A closed card before its sentences were phrases. */
export type MarkedCard = Omit<EvaluatedCard, 'version'> & { version?: undefined }

/** Such a card with its sentences as phrases. */
export const fromMarked = (card: MarkedCard): EvaluatedCard => ({
  ...card,
  version: 2,
  evaluation: led(card.evaluation, false) as EvaluatedCard['evaluation'],
  states: led(card.states, false) as EvaluatedCard['states'],
})
