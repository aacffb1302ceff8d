import { FIRST_SCHOOLS, type LineContext } from './context.js'
import { keyOf, stationAnswers, type Key, type LineAnswers, type Scope } from './answers.js'
import { lineDuty, placeLives, supportsOf } from './line-duty.js'
import { arrangeStation } from './stations/arrange.js'
import { RING_ENDS, holderAt, type RingHolding } from '../line/records.js'

/** What the records of a line say, as answers of a card. */

interface Recorded {
  code: Scope
  held: boolean | null
  places: readonly { holding: RingHolding }[]
}

/** How the rings of a line are held by the records, as answers; what is not said is left out. No unit. Source: the records. */
export function heldAnswers(positions: readonly Recorded[]): Record<Key, unknown> {
  const known = positions.flatMap((p): [Key, unknown][] => {
    const rings = p.places.map((x) => x.holding)
    const ends = RING_ENDS.map((end): [Key, unknown] => [keyOf(p.code, 'arrange', end.name), holderAt(rings, end)])
    return [[keyOf(p.code, 'arrange', 'held'), p.held], ...ends]
  })
  return Object.fromEntries(known.filter(([, value]) => value !== null))
}

/**
 * Rating life, h, of what is fitted at each first place of a line, by its newest duty: with what sits on the shaft, the thrust of opposed bearings
 * and what neighbours share, as a card of it counts. Places of which that is not known are left out. Source: ISO 281:2007.
 */
export function recordedLives(
  duty: LineAnswers,
  held: Record<Key, unknown>,
  context: Omit<LineContext, 'plant' | 'onCard'>,
): Map<Scope, number> {
  const answers: LineAnswers = { ...duty, ...held }
  const supports = supportsOf(context, () => undefined)
  if (!supports.length) return new Map()
  const whole: LineContext = {
    ...context,
    plant: { greases: [], guns: [], schools: FIRST_SCHOOLS, makersFigures: [], ownRows: [] },
    onCard: [],
  }
  const arranged = arrangeStation(answers, stationAnswers(answers, 'arrange', context.positions[0]!.code), supports, FIRST_SCHOOLS, null)
  const lives = placeLives(answers, whole, supports, lineDuty(answers, whole, supports, arranged))
  return new Map(lives.map((l) => [l.lead, l.hours]))
}
