import { LEAST_BEHIND_MM, freeRingRoom, roomNeededMm } from '../../arrangement/free-ring.js'
import { GROWTH_SCHOOL_LABEL, thermalGrowth } from '../../arrangement/growth.js'
import type { Bearing } from '../../catalogue/bearing.js'
import { movesInside as formMovesInside } from '../../catalogue/forms.js'
import { short, type Result } from '../../result.js'
import { q, typed } from '../../units/quantities.js'
import type { CardAnswers } from '../answers.js'
import { StationBuilder, type CardContext, type StationResult, type Verdict } from '../station.js'

export type Holding = 'drive' | 'non-drive' | 'both' | 'none'

export interface ArrangeResult extends StationResult {
  holding: Holding | null
  /** This bearing is the one that lets go by sliding on its seat. */
  thisSlides: boolean
  growthMm: number | null
  floatNeededMm: number | null
}

function movesInside(row: Bearing | null): boolean {
  return row !== null && formMovesInside(row)
}

/** Which end locates, how far the shaft grows, and whether the free end has room. */
export function arrangeStation(answers: CardAnswers, row: Bearing | null, context: CardContext): ArrangeResult {
  const station = new StationBuilder('arrange')
  const a = answers.arrange
  const driveRow = context.end === 'drive' ? row : context.other
  const nonDriveRow = context.end === 'drive' ? context.other : row
  const [driveHolds, nonDriveHolds] = [a.driveEndHeld && !movesInside(driveRow), a.nonDriveEndHeld && !movesInside(nonDriveRow)]
  const known = a.driveEndHeld !== null && a.nonDriveEndHeld !== null
  const holding: Holding | null = !known
    ? null
    : driveHolds && nonDriveHolds
      ? 'both'
      : driveHolds
        ? 'drive'
        : nonDriveHolds
          ? 'non-drive'
          : 'none'
  if (holding === 'both')
    station.warn(
      'stop',
      'both-ends-held',
      'Both ends are held: when the shaft warms and grows, the bearings push against each other and fail. Take the locating ring out at one end.',
    )
  if (holding === 'none')
    station.warn('stop', 'no-end-held', 'Neither end is held: the shaft can wander and rub. Hold one end, normally the drive end.')
  if (holding === 'non-drive')
    station.warn('note', 'locates-away', 'The non-drive end locates: the growth runs into the coupling. Check the coupling gap hot.')

  const parts = [a.spanMm, a.shaftMaterial, a.housingMaterial, a.assemblyC, a.shaftHotC, a.housingHotC]
  const growth = parts.some((p) => p === null)
    ? null
    : station.attempt(
        () =>
          thermalGrowth({
            spanMm: a.spanMm!,
            shaftMaterial: a.shaftMaterial!,
            shaftRiseK: a.shaftHotC! - a.assemblyC!,
            housingMaterial: a.housingMaterial!,
            housingRiseK: a.housingHotC! - a.assemblyC!,
          }),
        { shaftRiseK: 'shaftHotC', housingRiseK: 'housingHotC' },
      )
  const school = a.growthSchool ?? context.plant.schools.growth
  const full = growth?.values.growthMm ?? null
  const quick = growth?.values.quickRuleMm
  // The cautious school takes the temperature of the shaft for its rise and lets the housing stay as it is.
  const cautious = growth
    ? station.attempt(() => ({
        ...thermalGrowth({
          spanMm: a.spanMm!,
          shaftMaterial: a.shaftMaterial!,
          shaftRiseK: Math.max(a.shaftHotC!, a.shaftHotC! - a.assemblyC!),
          housingMaterial: a.housingMaterial!,
          housingRiseK: 0,
        }),
        // What it has to say of the rise is said by the full calculation.
        cautions: [],
      }))
    : null
  const bySchool = school === 'cautious' ? (cautious?.values.growthMm ?? null) : school === 'quick' ? (quick ?? full) : full
  // The short schools leave the housing out and cannot see that it outgrows the shaft: then only the full figure has the right side.
  const outgrown = full !== null && full < 0
  const growthMm = outgrown ? full : bySchool
  if (outgrown)
    station.warn(
      'caution',
      'housing-outgrows',
      `The housing outgrows the shaft by ${q(-full, 'gap')}: the free ring moves toward the held end, so its room must lie on that side.${school === 'full' ? '' : ' The full calculation governs here; the other schools leave the housing out.'}`,
      short(full),
    )
  if (school === 'quick' && growth && quick === undefined)
    station.warn('note', 'no-quick-rule', 'The quick rule speaks for steel shafts only; the full calculation serves.')
  const by: Result<unknown> | null = school === 'cautious' && !outgrown ? cautious : growth
  const hero = station.figure('growthMm', outgrown ? 'Housing outgrows the shaft' : 'Shaft grows past its housing', growthMm, 'gap', by, {
    note: `by the ${GROWTH_SCHOOL_LABEL[outgrown ? 'full' : school]}`,
  })
  station.figure('fullMm', 'Full calculation', full, 'gap', growth)
  station.figure('quickRuleMm', 'Quick rule', quick ?? null, 'gap', growth, {
    note: growth?.values.quickRuleRiseK
      ? `assumes a rise of ${q(Math.round(growth.values.quickRuleRiseK), 'rise')}; here ${q(a.shaftHotC! - a.assemblyC!, 'rise')}`
      : undefined,
  })
  station.figure('cautiousMm', 'Cautious: temperature for rise', cautious?.values.growthMm ?? null, 'gap', cautious)
  const playMm = a.floatPresentMm
  const room = growthMm === null || playMm === null || playMm <= 0 ? null : { ...freeRingRoom({ growthMm, playMm }), cautions: [] }
  const floatNeededMm = growthMm === null ? null : roomNeededMm(growthMm)
  station.figure('floatNeededMm', 'Float needed', floatNeededMm, 'gap', room, {
    note: `1.2 times the growth and ${q(LEAST_BEHIND_MM, 'gap')}`,
  })
  station.figure('floatPresentMm', 'Float present', playMm, 'gap', null, { note: 'groove or cap to cap, less ring width' })
  if (room) {
    station.figure('behindMm', 'Leave toward the held end', room.values.behindMm, 'gap', room, {
      note: outgrown ? 'most of it: the ring comes this way' : 'the sixth behind the ring',
    })
    station.figure('aheadMm', 'Leave away from the held end', room.values.aheadMm, 'gap', room, {
      note: outgrown ? 'the sixth on the other side' : 'the shaft grows this way',
    })
  }

  const free = holding === 'drive' ? nonDriveRow : holding === 'non-drive' ? driveRow : null
  const inside = movesInside(free)
  const thisSlides =
    (holding === 'drive' && context.end === 'non-drive' && !inside) || (holding === 'non-drive' && context.end === 'drive' && !inside)
  let verdict: Verdict = { word: 'not complete', level: 'open' }
  if (a.floatPresentMm !== null && a.floatPresentMm < 0)
    station.refuse('floatPresentMm', 'Float cannot be negative; measure groove and ring again.')
  else if (holding === 'both' || holding === 'none')
    verdict = { word: holding === 'both' ? 'both ends held' : 'no end held', level: 'stop' }
  else if (holding && inside && growthMm !== null) {
    const limit = free!.axialMovementMm
    const enough = Math.abs(growthMm) <= limit
    verdict = enough ? { word: 'moves inside', level: 'good' } : { word: 'too far inside', level: 'stop' }
    if (!enough)
      station.warn(
        'stop',
        'inside-limit',
        `${typed(free!.designation)} moves inside only by about ${q(limit, 'gap', 1)} either way.`,
        short(growthMm),
      )
  } else if (holding && floatNeededMm !== null && a.floatPresentMm !== null) {
    const enough = a.floatPresentMm >= floatNeededMm
    verdict = enough ? { word: 'has room', level: 'good' } : { word: 'not enough room', level: 'stop' }
    if (!enough)
      station.warn(
        'stop',
        'float-short',
        `The free end has ${q(a.floatPresentMm, 'gap')} and needs ${q(floatNeededMm, 'gap')}: the shaft would push the bearings apart when hot.`,
        short(a.floatPresentMm),
      )
  }
  if (holding && !inside && holding !== 'both' && holding !== 'none' && a.floatPresentMm === null)
    station.ask(
      'float',
      'How much float has the free end? Measure the groove and the ring.',
      'A free end that is not free locks the shaft when it warms.',
    )
  if (!known)
    station.ask(
      'holding',
      'Which end holds the shaft? Count the locating rings at both ends.',
      'Two held ends run for an hour and fail when hot.',
    )
  const reason =
    holding === 'drive'
      ? 'The drive end holds, so growth runs away from the coupling and alignment stays.'
      : holding === 'non-drive'
        ? 'The non-drive end holds; growth runs toward the coupling.'
        : 'One bearing holds the shaft, the other lets it grow.'
  const headline = growthMm === null ? '—' : q(growthMm, 'gap')
  return { ...station.close(reason, verdict, hero, headline), holding, thisSlides, growthMm, floatNeededMm }
}
