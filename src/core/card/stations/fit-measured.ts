import { seatMeasurement, type SeatMeasurementValues } from '../../fits/seat-measurement.js'
import { REMEDY_LABEL, seatOptions, type WornSeat } from '../../fits/seat-options.js'
import type { ShaftSeatRecord } from '../../line/records.js'
import { Derivation, short, type Result } from '../../result.js'
import { tolerance } from '../../tolerances/iso286.js'
import { amount, phrase } from '../../words/message.js'
import type { CardAnswers } from '../answers.js'
import type { StationBuilder } from '../station.js'

/** Seats as somebody measured them: they stand before the class in everything that follows. */

export type SeatName = 'shaft' | 'housing'
const PLANES = [1, 2, 3] as const
const READINGS = 16

/** Where a refusal of one reading is shown. */
const fieldsOf = (seat: SeatName, taken: readonly string[]): Record<string, string> => ({
  ...Object.fromEntries(taken.flatMap((field, i) => Array.from({ length: READINGS }, (_, k) => [`planes.${i}.${k}`, field]))),
  partTemperatureC: `${seat}PartC`,
  gaugeZeroUm: `${seat}ZeroUm`,
  toleranceClass: `${seat}Class`,
})

/** The planes of a seat in which readings were taken. */
const takenIn = ({ fit }: CardAnswers, seat: SeatName) =>
  PLANES.map((n) => `${seat}Plane${n}` as const).filter((field) => fit[field].length > 0)

/** A seat from its readings, at 20 °C; null where nobody has measured it. Sizes in mm. Source: `seatMeasurement`. */
export function measuredSeat(
  station: StationBuilder,
  answers: CardAnswers,
  seat: SeatName,
  nominalMm: number,
  toleranceClass: string,
): Result<SeatMeasurementValues> | null {
  const taken = takenIn(answers, seat)
  if (!taken.length) return null
  const { fit, arrange } = answers
  const planes = taken.map((field) => fit[field])
  return station.attempt(
    () => ({
      ...seatMeasurement({
        ...{ seat, nominalMm, toleranceClass, planes },
        partTemperatureC: fit[`${seat}PartC`] ?? undefined,
        gaugeZeroUm: fit[`${seat}ZeroUm`] ?? undefined,
        material: (seat === 'shaft' ? arrange.shaftMaterial : arrange.housingMaterial) ?? (seat === 'shaft' ? 'carbon-steel' : 'cast-iron'),
      }),
      // Said below with what can be done about it.
      cautions: [],
    }),
    fieldsOf(seat, taken),
  )
}

/** Metal that is missing beyond the class, µm across; below zero there is too much of it. Source: ISO 286-1. */
function missing(seat: SeatName, [least, most]: readonly [number, number], lowerUm: number, upperUm: number): number {
  const small = Math.max(0, lowerUm - least)
  const large = Math.max(0, most - upperUm)
  if (seat === 'shaft') return small > 0 ? small : -large
  return large > 0 ? large : -small
}

/** What a seat has become since it was last measured, µm; null without an earlier reading. Source: the records. */
export function sinceLast(earlierMm: readonly number[] | undefined, meanMm: number): Result<{ changeUm: number }> | null {
  if (!earlierMm?.length) return null
  const before = earlierMm.reduce((a, b) => a + b, 0) / earlierMm.length
  const sheet = new Derivation()
  const changeUm = 1000 * (meanMm - before)
  sheet.step(
    'Δd',
    'change since it was last measured',
    'mean now − mean then',
    `${short(meanMm, 7)} − ${short(before, 7)}`,
    changeUm,
    'µm',
    'records',
  )
  return sheet.result({ changeUm })
}

/** Size, form, and what can be done about a seat that lies outside its class, µm. Source: `seatMeasurement`, `seatOptions`. */
export function measuredFigures(
  station: StationBuilder,
  answers: CardAnswers,
  { seat, nominalMm, toleranceClass, mustSlide }: Pick<WornSeat, 'seat' | 'nominalMm' | 'mustSlide'> & { toleranceClass: string },
  record: Pick<ShaftSeatRecord, 'measuredMm' | 'measurings'> | undefined,
): void {
  const found = measuredSeat(station, answers, seat, nominalMm, toleranceClass)
  if (!found) return
  const { meanMm, taperUm, outOfRoundUm, deviationsUm, withinSize, withinForm } = found.values
  const name = seat === 'shaft' ? 'Shaft' : 'Housing'
  station.figure(`${seat}MeasuredMm`, `${name} seat as measured`, meanMm, 'length', found, {
    decimals: 3,
    note: phrase`${withinSize ? `within ${toleranceClass}` : `outside ${toleranceClass}`}; ${amount(deviationsUm[0], 'fine')} to ${amount(deviationsUm[1], 'fine')} from nominal`,
  })
  const form = withinForm ? 'within its form' : 'beyond its form'
  station.figure(`${seat}RoundUm`, `${name} seat out of round`, outOfRoundUm, 'fine', found, { note: form })
  station.figure(`${seat}TaperUm`, `${name} seat tapers`, taperUm, 'fine', found)
  const since = sinceLast(record?.measuredMm, meanMm)
  if (since) station.figure(`${seat}SinceUm`, `${name} seat since it was last measured`, since.values.changeUm, 'fine', since)
  if (withinSize && withinForm) return
  const { lowerUm, upperUm } = tolerance({ sizeMm: nominalMm, toleranceClass }).values
  const missingUm = missing(seat, deviationsUm, lowerUm, upperUm)
  const options = seatOptions({ seat, nominalMm, missingUm, withinForm, mustSlide })
  const chosen = answers.fit[`${seat}Remedy`]
  const ways = options.map((o) => REMEDY_LABEL[o]).join('; ')
  const params = { where: seat, class: toleranceClass, by: amount(Math.abs(missingUm), 'fine'), ways }
  if (!withinSize) {
    const code = missingUm > 0 ? (`seat-worn-${seat}` as const) : (`seat-proud-${seat}` as const)
    station.warn(chosen ? 'caution' : 'stop', code, params, short(missingUm))
  } else
    station.warn(chosen ? 'note' : 'caution', `seat-out-of-form-${seat}`, { where: seat, ways }, short(Math.max(taperUm, outOfRoundUm)))
  if (!chosen) station.ask(`seat-remedy-${seat}`, { where: seat })
  else if (!options.includes(chosen)) station.warn('caution', `remedy-short-${seat}`, { where: seat, chosen: REMEDY_LABEL[chosen] }, chosen)
  else if (chosen === 'compound') station.warn('caution', `compound-${seat}`, {}, chosen)
}
