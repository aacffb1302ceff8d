import type { Bearing } from '../../catalogue/catalogue.js'
import type { ShaftHold } from '../../catalogue/sleeves.js'
import { fit, type FitInput, type FitValues } from '../../fits/fit.js'
import { furtherUm } from '../../fits/operating-clearance.js'
import type { RecommendValues } from '../../fits/recommend.js'
import type { SeatMeasurementValues } from '../../fits/seat-measurement.js'
import type { HousingSeatRecord, ShaftSeatRecord } from '../../line/records.js'
import { seatUnder, type SeatUnder } from '../../line/seats.js'
import { MATERIALS } from '../../materials.js'
import { pressForce } from '../../mounting/press-force.js'
import { Derivation, short, worked, type Result } from '../../result.js'
import { tolerance } from '../../tolerances/iso286.js'
import { accuracyOf } from '../../tolerances/ring.js'
import { amount, joined, nominal, phrase } from '../../words/message.js'
import type { CardAnswers } from '../answers.js'
import type { StationBuilder } from '../station.js'
import type { DutyResult } from './duty.js'
import { measuredSeat } from './fit-measured.js'

/** Both seats of a place: their classes or measured sizes, what grips, and what heat makes of it. */

/** A seat as the card settles it. */
export interface FitSeat {
  sizeMm: number
  toleranceClass: string
  seatUpperUm: number
  seatLowerUm: number
  /** As measured, µm from nominal at 20 °C; left out where it was not, and in older closed cards. */
  measuredUm?: readonly [number, number]
  /** Its planes then, mm. */
  measuredMm?: readonly number[]
  /** Null where something else than the fit holds the ring: a sleeve, screws, a collar, a housing made for it. */
  grip: FitValues | null
}

/** Two figures as one with two ends, in the unit of both (any). Source: none, it computes nothing. */
export const range = (a: number, b: number): readonly [number, number] => [a, b]
const limit = (um: number) => phrase`${um > 0 ? '+' : ''}${amount(um, 'fine')}`

/** What an insert bearing or a sleeve asks of the shaft, in words. */
const CLAMPED: Partial<Record<ShaftHold, string>> = {
  screws: 'held by its screws',
  collar: 'held by its collar',
  clamp: 'held by its clamp collar',
  pin: 'J7 in the ring: slid on, held by its pin',
  sleeve: 'held by its sleeve',
}

/** The seat a ring is gripped by, or one that only carries what clamps it. */
function seatOf(
  station: StationBuilder,
  input: FitInput,
  gripped: boolean,
  fields: Record<string, string>,
  measured: Result<SeatMeasurementValues> | null,
): Result<FitSeat> | null {
  return station.attempt((): Result<FitSeat> => {
    const { sizeMm, toleranceClass } = input
    const measuredUm = measured?.values.deviationsUm
    const own = measured && { measuredUm: measured.values.deviationsUm, measuredMm: measured.values.planeMeansMm }
    if (gripped) {
      const found = fit({ ...input, deviationUm: measuredUm })
      const { seatUpperUm, seatLowerUm } = found.values
      return { ...found, values: { sizeMm, toleranceClass, seatUpperUm, seatLowerUm, ...own, grip: found.values } }
    }
    const { values, ...rest } = tolerance(input)
    const [seatLowerUm, seatUpperUm] = measuredUm ?? [values.lowerUm, values.upperUm]
    return { ...rest, values: { sizeMm, toleranceClass, seatUpperUm, seatLowerUm, ...own, grip: null } }
  }, fields)
}

/** The shaft diameter under the bearing and how it is held there; asks where a taper leaves it open. */
function shaftUnder(station: StationBuilder, row: Bearing, record: ShaftSeatRecord | null): SeatUnder {
  const under = seatUnder(row, record)
  if (under.sizeMm === null) station.ask('taper-seat')
  return under
}

export interface Seats {
  hold: ShaftHold
  sleeve: string | null
  shaft: Result<FitSeat> | null
  housing: Result<FitSeat>
  shaftClass: string
  housingClass: string
}

/** What stands in the records of both seats of a place; left out where nothing does. */
export interface SeatRecords {
  shaft?: ShaftSeatRecord | null
  housing?: HousingSeatRecord | null
}

/** Seats in the classes chosen, else as the records have them, else recommended; null when one is refused. */
export function seats(
  station: StationBuilder,
  all: CardAnswers,
  row: Bearing,
  recommended: Result<RecommendValues>,
  record: SeatRecords,
): Seats | null {
  const answers = all.fit
  const { hold, sizeMm: under, sleeve } = shaftUnder(station, row, record.shaft ?? null)
  // A taper on the shaft itself has no class of a cylinder; a sleeve has.
  const sizeMm = hold === 'taper' && !sleeve ? null : under
  const shaftClass = answers.shaftClass ?? record.shaft?.toleranceClass ?? recommended.values.shaftClass
  const housingClass = answers.housingClass ?? record.housing?.toleranceClass ?? recommended.values.housingClass
  const accuracy = station.attempt(() => new Derivation().result({ is: accuracyOf(row, answers.accuracy) }))?.values.is
  if (!accuracy) return null
  const common = { accuracy, family: row.family }
  const shaft =
    sizeMm === null
      ? null
      : seatOf(
          station,
          { ...common, seat: 'shaft', sizeMm, toleranceClass: shaftClass },
          hold === 'fit',
          {
            toleranceClass: 'shaftClass',
            sizeMm: 'accuracy',
          },
          measuredSeat(station, all, 'shaft', sizeMm, shaftClass),
        )
  const housing = seatOf(
    station,
    { ...common, seat: 'housing', sizeMm: row.outsideMm, toleranceClass: housingClass },
    row.family !== 'insert-ball',
    { toleranceClass: 'housingClass', sizeMm: 'accuracy' },
    measuredSeat(station, all, 'housing', row.outsideMm, housingClass),
  )
  if (!housing || (sizeMm !== null && !shaft)) return null
  for (const [where, own, advised, chosen] of [
    ['shaft', shaftClass, recommended.values.shaftClass, answers.shaftClass],
    ['housing', housingClass, recommended.values.housingClass, answers.housingClass],
  ] as const) {
    if (own === advised) continue
    if (chosen) station.warn('note', `own-class-${where}`, { own, advised }, own)
    else station.warn('note', `recorded-class-${where}`, { own, advised }, own)
  }
  return { hold, sleeve, shaft, housing, shaftClass, housingClass }
}

/** Class, limits and grip of both seats. */
export function seatFigures(
  station: StationBuilder,
  row: Bearing,
  { hold, sleeve, shaft, housing, shaftClass, housingClass }: Seats,
  recommended: Result<RecommendValues>,
): void {
  const limits = (v: FitSeat) => phrase`${limit(v.seatUpperUm)} / ${limit(v.seatLowerUm)}`
  if (sleeve)
    station.figure('sleeve', hold === 'sleeve' ? 'Adapter sleeve' : 'Withdrawal sleeve', sleeve, 'text', null, { note: 'ISO 2982' })
  if (shaft)
    station.figure('shaftClass', phrase`Shaft seat Ø${nominal(shaft.values.sizeMm)}`, shaftClass, 'text', recommended, {
      note: joined([limits(shaft.values), CLAMPED[hold] ?? ''], ', '),
    })
  const grip = shaft?.values.grip
  if (grip)
    station.figure('shaftInterference', 'Inner ring grip', range(grip.minInterferenceUm, grip.maxInterferenceUm), 'fine', shaft, {
      note: words(grip),
    })
  const outer = housing.values.grip
  station.figure('housingClass', phrase`Housing seat Ø${nominal(row.outsideMm)}`, housingClass, 'text', recommended, {
    note: outer ? limits(housing.values) : phrase`${limits(housing.values)}, bored by the maker of its housing`,
  })
  if (outer)
    station.figure(
      'housingInterference',
      'Outer ring in housing',
      range(outer.minInterferenceUm, outer.maxInterferenceUm),
      'fine',
      housing,
      { note: words(outer) },
    )
}

/** A shift of the fit under this is not worth a figure of its own, µm. */
const NOTICED_UM = 1

/** How a fit came from cold to hot: by how much its seat outgrows its ring. */
const hotFrom = (cold: readonly [number, number], furtherBy: number, hot: readonly [number, number], ringC: number) => {
  const both = ([a, b]: readonly [number, number]) => `${short(a)} … ${short(b)}`
  return worked(
    'I',
    'interference when hot',
    'cold + (α seat − α ring) · d · (T − 20)',
    `${both(cold)} + ${short(furtherBy)} at ${short(ringC)} °C`,
    both(hot),
    'µm',
    'linear expansion against bearing steel',
  )
}

/** What unlike materials make of the fits when hot; the range of the outer ring in its housing then, µm. Source: `furtherUm`. */
export function hotFits(
  station: StationBuilder,
  answers: CardAnswers,
  row: Bearing,
  duty: DutyResult,
  s: Seats,
): readonly [number, number] | null {
  const { innerRingC, outerRingC } = answers.duty
  const { shaftMaterial, housingMaterial } = answers.arrange
  const outer = s.housing.values.grip
  if (innerRingC === null || outerRingC === null) return outer && range(outer.minInterferenceUm, outer.maxInterferenceUm)
  const onShaft = furtherUm(shaftMaterial ?? undefined, row.boreMm, innerRingC)
  const inHousing = furtherUm(housingMaterial ?? undefined, row.outsideMm, outerRingC)
  const grip = s.shaft?.values.grip
  if (grip && Math.abs(onShaft) >= NOTICED_UM) {
    const hot = range(grip.minInterferenceUm + onShaft, grip.maxInterferenceUm + onShaft)
    const { minInterferenceUm: least, maxInterferenceUm: most } = grip
    station.figure('shaftHotInterference', 'Inner ring grip, hot', hot, 'fine', hotFrom([least, most], onShaft, hot, innerRingC), {
      note: phrase`${MATERIALS[shaftMaterial!].label} against bearing steel at ${amount(innerRingC, 'temperature')}`,
    })
    const stress = pressForce({
      boreMm: row.boreMm,
      racewayDiameterMm: row.innerRacewayMm,
      widthMm: row.innerWidthMm ?? row.widthMm,
      interferenceUm: Math.min(1000, Math.max(0, hot[1])),
      shaftMaterial: shaftMaterial ?? undefined,
      shaftBoreMm: hollowIn(answers, row),
    })
    if (onShaft > 0) stress.cautions.forEach((c) => station.caution({ ...c, code: `${c.code}-hot` }))
  }
  if (!outer) return null
  const hot = range(outer.minInterferenceUm - inHousing, outer.maxInterferenceUm - inHousing)
  if (Math.abs(inHousing) < NOTICED_UM) return hot
  const { minInterferenceUm: least, maxInterferenceUm: most } = outer
  station.figure('housingHotInterference', 'Outer ring in housing, hot', hot, 'fine', hotFrom([least, most], -inHousing, hot, outerRingC), {
    note: phrase`${MATERIALS[housingMaterial!].label} against bearing steel at ${amount(outerRingC, 'temperature')}`,
  })
  if (duty.outerRingLoad === 'rotating' && inHousing > 0 && hot[0] < 0)
    station.warn('caution', 'outer-loose-hot', { loose: amount(-hot[0], 'fine') }, Math.round(hot[0]))
  return hot
}

type Worn = Pick<FitSeat, 'toleranceClass' | 'measuredUm'>

/** Bore of a hollow shaft under a row, mm; left out where it is solid, or where the bore cannot be. Source: the card. */
export const hollowIn = ({ fit }: CardAnswers, row: Pick<Bearing, 'boreMm'>): number | undefined =>
  fit.shaftBoreMm !== null && fit.shaftBoreMm >= 0 && fit.shaftBoreMm <= 0.95 * row.boreMm ? fit.shaftBoreMm : undefined

/** The seats of a card as the operating clearance takes them, whichever bearing stands in them. */
export function seatedAs(answers: CardAnswers, row: Bearing, shaft: Worn, housing: Worn) {
  return {
    shaft: { toleranceClass: shaft.toleranceClass, deviationUm: shaft.measuredUm, material: answers.arrange.shaftMaterial ?? undefined },
    housing: {
      toleranceClass: housing.toleranceClass,
      deviationUm: housing.measuredUm,
      material: answers.arrange.housingMaterial ?? undefined,
    },
    accuracy: accuracyOf(row, answers.fit.accuracy),
    ...wallsOf(answers),
  }
}

/** A shaft that is hollow and a wall that is thin give way; left out where nobody has said. */
const wallsOf = ({ fit }: CardAnswers) => ({
  ...(fit.shaftBoreMm !== null && { shaftBoreMm: fit.shaftBoreMm }),
  ...(fit.housingOutsideMm !== null && { housingOutsideMm: fit.housingOutsideMm }),
})

function words(v: FitValues): string {
  if (v.minInterferenceUm >= 0) return 'tight'
  return v.maxInterferenceUm <= 0 ? 'loose' : 'tight or loose'
}
