import { FIRST_SCHOOLS, type LineContext } from './context.js'
import { LINE, keyOf, positionOf, stationAnswers, type Key, type LineAnswers, type Scope } from './answers.js'
import { lineDuty, placeLives, supportsOf } from './line-duty.js'
import { arrangeStation } from './stations/arrange.js'
import type { DraftComponent } from '../line/draft.js'
import { RING_ENDS, castellated, holderAt, type HousingSeatRecord, type RingHolding } from '../line/records.js'
import { sourcesOfRecords } from '../loads/recorded-sources.js'
import type { Grease } from '../lubrication/grease.js'
import { greaseSaid, type GreaseSaid } from '../lubrication/grease-words.js'

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

interface SaidPosition {
  code: Scope
  alongMm: number
  grease?: GreaseSaid | null
  places: readonly { code: Scope; holding: RingHolding; housingSeat: HousingSeatRecord }[]
}

/**
 * What was said of a line besides, as answers of a card of these places, so that it is not asked again: the tin that goes in, what a bearing stands in,
 * a castellated nut, and what sits on the shaft where something is known of it, kg, mm, N. Source: the records.
 */
export function saidAnswers(
  { positions, components }: { positions: readonly SaidPosition[]; components: readonly DraftComponent[] },
  onCard: readonly Scope[],
  greases: readonly Grease[],
): Record<Key, unknown> {
  const own = onCard.map(positionOf)
  const each = positions.flatMap((p): [Key, unknown][] => {
    // A tin that the plant keeps goes in again; of a kind alone nobody knows which.
    const tin = own.includes(p.code) && p.grease?.name ? greaseSaid(p.grease, greases) : null
    const stands = p.places.filter((x) => onCard.includes(x.code)).map((x) => [x.code, x.housingSeat.standsIn] as const)
    return [
      ...(tin ? [[keyOf(p.code, 'lubricate', 'greaseId'), tin.id] as [Key, unknown]] : []),
      ...stands.flatMap(([code, standsIn]): [Key, unknown][] => (standsIn ? [[keyOf(code, 'mount', 'standsIn'), standsIn]] : [])),
      ...stands.flatMap(([code, standsIn]): [Key, unknown][] => (standsIn === 'split' ? [[keyOf(code, 'fit', 'split'), true]] : [])),
    ]
  })
  const slotted =
    components.some((c) => c.kind === 'castellated-nut') || castellated(positions.flatMap((p) => p.places.map((x) => x.holding)))
  const supportsMm = positions.map((p) => p.alongMm)
  return {
    ...Object.fromEntries(each),
    ...(slotted && { [keyOf(LINE, 'mount', 'hubLock')]: 'castellated' }),
    ...(components.some((c) => c.facts) && {
      [keyOf(LINE, 'duty', 'sources')]: sourcesOfRecords(components, supportsMm, (n) => `r${n + 1}`),
    }),
  }
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
