import type { Bearing } from '../../catalogue/catalogue.js'
import { nutPitchMm } from '../../catalogue/sleeves.js'
import { clearanceGroup, type ClearanceRange } from '../../fits/clearance-group.js'
import { groupMark, type ClearanceGroup } from '../../bearing/clearance.js'
import { TRAVEL_FACTOR, driveUp, leastLeftUm, reductionShare } from '../../mounting/drive-up.js'
import { expansionPerK } from '../../materials.js'
import { InputError, short, worked } from '../../result.js'
import { amount, phrase, type Words } from '../../words/message.js'
import type { CardAnswers } from '../answers.js'
import type { Figure, StationBuilder, Verdict } from '../station.js'
import { range } from './fit-seats.js'

/** A tapered bore: how far it is driven up, by reduction, travel and nut, and what clearance that leaves. */

/** Turn of the nut of a self-aligning ball bearing, degrees. Engineering practice. */
const SELF_ALIGNING_DEG = 70

/** Clearance of a tapered bore as bought, µm; null where group or table is missing. Source: `clearanceGroup`. */
export function boughtUm(row: Bearing, group: ClearanceGroup | null): ClearanceRange | null {
  if (!group) return null
  try {
    return clearanceGroup({ family: row.family, boreMm: row.boreMm, taperedBore: true, group }).values
  } catch (error) {
    // No table is held for the kind.
    if (error instanceof InputError) return null
    throw error
  }
}

/** What the warmth between the rings takes of the clearance, µm. */
const heatUm = ({ duty }: CardAnswers, row: Bearing) =>
  duty.innerRingC === null || duty.outerRingC === null
    ? 0
    : expansionPerK('bearing-steel') * (duty.innerRingC - duty.outerRingC) * ((row.innerRacewayMm + row.outerRacewayMm) / 2) * 1000

/** Clearance to be taken away, least and most, µm: by the bore, or by the turn of the nut where it is too small to be felt for. */
function reductionOf(row: Bearing, turned: boolean, pitchMm: number): readonly [number, number] {
  const [least, most] = reductionShare(row.boreMm)
  const byTurn = (1000 * pitchMm * SELF_ALIGNING_DEG) / 360 / TRAVEL_FACTOR[row.boreTaper!]
  return turned ? [byTurn, byTurn] : [least * row.boreMm, most * row.boreMm]
}

/** Travel and turn of the nut for the reduction that is wanted. */
function travelFigures(
  station: StationBuilder,
  row: Bearing,
  reduction: readonly [number, number],
  turned: boolean,
  pitchMm: number,
): void {
  const [from, to] = reduction.map((reductionUm) =>
    station.attempt(() => ({ ...driveUp({ boreMm: row.boreMm, taper: row.boreTaper!, reductionUm, pitchMm }), cautions: [] })),
  )
  station.figure('reductionUm', 'Clearance to take away', range(...reduction), 'fine', from ?? null, {
    note: turned ? 'what the turn of its nut takes' : 'by feelers: over the top rollers, or under the lowest where the outer ring hangs',
  })
  if (!from || !to) return
  const [a, b] = [from.values, to.values]
  station.figure('travelMm', 'Travel up the taper', range(a.axialTravelMm, b.axialTravelMm), 'gap', from)
  station.figure('nutAngleDeg', 'Turn of the nut', range(a.nutAngleDeg, b.nutAngleDeg), 'angle', from, {
    decimals: 0,
    note: turned
      ? 'and the outer ring must still swivel and turn'
      : phrase`from full seating by hand; pitch ${amount(pitchMm, 'length', 1)}`,
  })
}

/** What the clearance that is left was reckoned from, in words. */
function cameFrom(driven: number | null, unmounted: number | null, group: ClearanceGroup | null): Words | null {
  if (driven !== null) return phrase`${amount(driven, 'fine')} felt once it was driven up`
  return unmounted === null ? group && `${groupMark(group)} as bought` : phrase`${amount(unmounted, 'fine')} as measured`
}

/** The clearance that must be left, cold, on its seat. Source: `leastLeftUm`. */
function leastFigure(station: StationBuilder, row: Bearing, groupMinUm: number, group: ClearanceGroup): void {
  const leastUm = leastLeftUm(row.boreMm, groupMinUm, group)
  const share = reductionShare(row.boreMm)[group === 'N' || group === '2' ? 0 : 1]
  const from = worked(
    'c',
    'least left',
    'least as bought − share · bore',
    `${short(groupMinUm)} − ${short(share)} · ${short(row.boreMm)}`,
    leastUm,
    'µm',
    'engineering practice: least share in the normal group, largest above it',
  )
  station.figure('leastLeftUm', 'Least clearance that must be left', leastUm, 'fine', from, { note: 'cold, on its seat' })
}

/** What a drive-up asks for and leaves, µm and mm; the hero is the clearance that is left, hot. Source: `driveUp`. */
export function driveUpFigures(
  station: StationBuilder,
  answers: CardAnswers,
  row: Bearing,
  group: ClearanceGroup | null,
): { hero: Figure; verdict: Verdict } {
  const { unmountedUm: unmounted, drivenUm: driven } = answers.fit
  const open: Verdict = { word: 'drive-up open', level: 'open' }
  if (unmounted === null && driven === null) station.ask('drive-up')
  const bought = row.family === 'insert-ball' ? null : boughtUm(row, group)
  const before = unmounted === null ? bought : { minUm: unmounted, maxUm: unmounted }
  const turned = row.family === 'self-aligning-ball'
  const pitchMm = nutPitchMm(row.boreMm)
  const reduction = reductionOf(row, turned, pitchMm)
  const [least, most] = reduction
  const heat = heatUm(answers, row)
  const left =
    driven !== null ? range(driven - heat, driven - heat) : before && range(before.minUm - most - heat, before.maxUm - least - heat)
  const from = cameFrom(driven, unmounted, group)
  const start = driven ?? (before && `${short(before.minUm)} … ${short(before.maxUm)}`)
  const taken = driven === null ? ` − (${short(least)} … ${short(most)})` : ''
  const sheet =
    left &&
    worked(
      'c',
      'clearance left',
      driven === null ? 'before − drive-up − warmth between the rings' : 'felt − warmth between the rings',
      `${start}${taken} − ${short(heat)}`,
      left.map((um) => short(um)).join(' … '),
      'µm',
      'drive-up: engineering practice; warmth: linear expansion over the mean raceway',
    )
  const hero = station.figure('clearance', 'Clearance left when driven up and hot', left, 'fine', sheet, {
    note: left && from ? phrase`from ${from}` : undefined,
  })
  // An insert is drawn up by its nut alone; nobody feels for its clearance.
  if (row.family === 'insert-ball') return { hero, verdict: open }
  travelFigures(station, row, reduction, turned, pitchMm)
  if (bought && group && !turned) leastFigure(station, row, bought.minUm, group)
  if (bought && unmounted !== null && (unmounted < bought.minUm || unmounted > bought.maxUm)) {
    const [a, b] = [amount(bought.minUm, 'fine'), amount(bought.maxUm, 'fine')]
    station.warn('caution', 'unmounted-off', { group: groupMark(group!), is: amount(unmounted, 'fine'), from: a, to: b }, unmounted)
  }
  if (!left || (unmounted === null && driven === null && left[1] >= 0)) return { hero, verdict: open }
  if (left[0] >= 0) return { hero, verdict: { word: 'runs free', level: 'good' } }
  station.warn('caution', 'drive-up-tight', { left: amount(left[0], 'fine') }, short(left[0]))
  return { hero, verdict: { word: 'may run without clearance', level: left[1] < 0 ? 'stop' : 'caution' } }
}
