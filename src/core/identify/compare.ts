import { isThrust } from '../bearing/families.js'
import {
  Lines,
  NO_DUTY,
  type CompareResult,
  type Described,
  type Judgement,
  type OfferVerdict,
  type PositionDuty,
} from './like-for-like/described.js'
import { clearance, closure, otherLetters } from './like-for-like/letters.js'
import { abilities, boundary } from './like-for-like/make.js'
import { speed, strength } from './like-for-like/strength.js'

import { joined, phrase } from '../words/message.js'

export * from './like-for-like/described.js'

/**
 * Feature by feature, what parts an offered bearing from the one removed, with the verdict for this position.
 * Equal boundary dimensions alone never make it the same. Sources: ISO 281 for lives, ISO 5753-1 for clearance; the rest
 * engineering practice.
 */
export function compareBearings(removed: Described, offered: Described, duty: PositionDuty = NO_DUTY): CompareResult {
  const lines = new Lines()
  boundary(removed, offered, lines)
  abilities(removed, offered, duty, lines)
  const lifeRatio = strength(removed, offered, duty, lines)
  speed(removed, offered, duty, closure(removed, offered, duty, lines), lines)
  clearance(removed, offered, duty, lines)
  otherLetters(removed, offered, duty, lines)
  const of = (judgement: Judgement) => lines.list.filter((l) => l.judgement === judgement)
  const against = of('not')
  const open = of('unknown')
  const verdict: OfferVerdict = against.length
    ? 'will-not-do'
    : open.length
      ? 'ask-first'
      : removed.row.designation === offered.row.designation && !of('acceptable').length
        ? 'same'
        : 'will-do'
  const name = offered.row.designation
  const reason =
    verdict === 'will-not-do'
      ? phrase`${name} will not do: ${against[0]!.because}${against.length > 1 ? ` And ${against.length - 1} more.` : ''}`
      : verdict === 'ask-first'
        ? `${name} may do, but ${open.map((l) => l.aspect).join(', ')} ${open.length > 1 ? 'are' : 'is'} not known.`
        : verdict === 'same'
          ? `${name} is the same.`
          : joined([`${name} will do here.`, of('acceptable')[0]?.because ?? ''])
  return { verdict, reason, lines: lines.list, lifeRatio }
}

const RANK: Record<OfferVerdict, number> = { same: 0, 'will-do': 1, 'ask-first': 2, 'will-not-do': 3 }

/** What on the shelf goes on this seat and into this housing, best first; what does not go in is left out. */
export function rankOffers<T extends Described>(
  removed: Described,
  shelf: readonly T[],
  duty: PositionDuty,
): { item: T; result: CompareResult }[] {
  return shelf
    .filter(
      ({ row }) =>
        row.boreMm === removed.row.boreMm &&
        row.outsideMm === removed.row.outsideMm &&
        isThrust(row.family) === isThrust(removed.row.family),
    )
    .map((item) => ({ item, result: compareBearings(removed, item, duty) }))
    .sort((a, b) => RANK[a.result.verdict] - RANK[b.result.verdict] || b.result.lifeRatio - a.result.lifeRatio)
}
