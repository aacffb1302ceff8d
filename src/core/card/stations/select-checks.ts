import type { Closure } from '../../bearing/bearing.js'
import type { Bearing } from '../../catalogue/catalogue.js'
import { worn } from '../../catalogue/closure.js'
import { rollsOnBalls } from '../../bearing/families.js'
import { LUBRICATION_WORDS, SPEED_SOURCE, speedLimitRpm } from '../../catalogue/speed-limits.js'
import type { Rated } from '../../life/rate-bearing.js'
import { SHOCKS, type Shock } from '../../life/targets.js'
import type { Saying, saidSpeed } from '../../line/sayings.js'
import { Derivation, short } from '../../result.js'

import { METRIC_ACCURACIES, type Accuracy } from '../../tolerances/ring.js'
import { amount } from '../../words/message.js'
import type { CardAnswers } from '../answers.js'
import type { PlaceFilm } from '../film.js'
import type { StationBuilder } from '../station.js'
import type { DutyResult } from './duty.js'

/** What a bearing must stand besides its life: load, lean, speed, and what the machine allows. */

/** Static safety that is wanted under a shock, no unit. Source: the table of shocks. */
export function wantedSafety(row: Bearing, shock: Shock): number {
  return SHOCKS[shock].staticSafety[rollsOnBalls(row.family) ? 'ball' : 'roller']
}

/** What is wrong with the load whatever the life wanted; loads in N. Sources: ISO 76 for static safety; least loads engineering practice. */
export function checkLoad(row: Bearing, rated: Rated, shock: Shock, axialN: number, minimumN: number, station: StationBuilder): void {
  const safety = wantedSafety(row, shock)
  const P = rated.load.values.equivalentLoadN
  if (row.staticRatingN < rated.load.values.staticEquivalentLoadN) station.warn('stop', 'over-static-rating', {}, short(rated.staticSafety))
  else if (rated.staticSafety < safety)
    station.warn('caution', 'static-safety', { staticSafety: short(rated.staticSafety, 2), safety }, short(rated.staticSafety))
  const carriedN = row.family === 'thrust-spherical-roller' ? axialN : P
  if (carriedN < minimumN) station.warn('caution', 'minimum-load', { minimum: amount(minimumN, 'force', 1) }, short(carriedN))
}

/** A shaft that leans in the seat more than the bearing puts up with, arcmin. Source: the row of the bearing. */
export function checkSlope(station: StationBuilder, row: Bearing, duty: DutyResult): void {
  const slope = duty.slopeArcmin ?? null
  const allowed = row.misalignmentDeg * 60
  if (slope !== null && slope > allowed)
    station.warn('caution', 'slope-over', { slope: amount(slope, 'arcmin'), allowed: amount(allowed, 'arcmin') }, short(slope, 2))
}

/** Speed against the guidance for what it runs in and how it is closed; a sealed one is greased for life whatever is around it; r/min. Source: `speedLimitRpm`. */
export function checkSpeed(
  station: StationBuilder,
  row: Bearing,
  speedRpm: number,
  film: PlaceFilm | null,
  closed: Closure | null,
  accuracy: Accuracy = 'normal',
  paper: ReturnType<typeof saidSpeed> = null,
): void {
  const closure = worn(row, closed)
  const lubrication = closure === 'open' ? (film?.oil?.feed ?? 'grease') : 'grease'
  const limit = speedLimitRpm(row, lubrication, closure, accuracy)
  const truer = METRIC_ACCURACIES.indexOf(accuracy as 'normal') > 0 ? `, class ${accuracy} (P${accuracy})` : ''
  const how = `${LUBRICATION_WORDS[lubrication]}${closure === 'contact-seals' ? ' and rubbing seals' : ''}${truer}`
  const sheet = new Derivation()
  sheet.step('n', 'speed guidance', 'n·dm / dm, and what the closure leaves', how, limit, 'r/min', SPEED_SOURCE)
  // What the papers of the machine allow goes before what the bearing would stand; beyond it is said by `checkMachine`.
  const governs = paper && paper.speedRpm < limit ? paper : null
  if (governs)
    sheet.step('n', 'highest speed of the machine', 'by its papers', governs.document, governs.speedRpm, 'r/min', governs.document)
  station.figure('speedLimitRpm', 'Speed guidance', governs?.speedRpm ?? Math.round(limit / 10) * 10, 'speed', sheet.result({}), {
    note: governs ? `by ${governs.document}` : how,
  })
  if (speedRpm <= limit) return
  const params = { speed: amount(speedRpm, 'speed'), limit: amount(Math.round(limit / 100) * 100, 'speed'), how }
  station.warn('caution', closure === 'contact-seals' ? 'sealed-too-fast' : 'over-speed', params, short(speedRpm))
}

/** What the machine allows: speed and direction by its papers, and a way round the bearing for the currents of an inverter; r/min. Sources: the papers; engineering practice. */
export function checkMachine(station: StationBuilder, { duty, inspect, select }: CardAnswers, says: readonly Saying[]): void {
  for (const s of says) {
    const { document, words: said } = s
    if (s.subject === 'speed' && s.amount !== null && duty.speedRpm! > s.amount)
      station.warn(
        'stop',
        'paper-speed',
        { document, allowed: amount(s.amount, 'speed'), speed: amount(duty.speedRpm!, 'speed') },
        short(duty.speedRpm!),
      )
    if (s.subject === 'direction') station.warn('note', 'paper-direction', { document, said }, said)
  }
  if (!inspect.inverterDrive) return
  if (select.currentPath === null) station.ask('current-path')
  if (select.currentPath === 'none') station.warn('caution', 'currents-through')
}
