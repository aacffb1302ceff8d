import { expansionPerK, type Material } from '../materials.js'
import { Derivation, InputError, inRange, short, type Result } from '../result.js'
import { standardToleranceUm, tolerance } from '../tolerances/iso286.js'

/** A seat as it was measured: planes along it, directions round it. */

export interface SeatMeasurementInput {
  seat: 'shaft' | 'housing'
  nominalMm: number
  toleranceClass: string
  /** Readings of each plane, mm, in the order of the planes along the seat. */
  planes: readonly (readonly number[])[]
  partTemperatureC?: number
  material: Material
  /** What the gauge reads too much on its setting piece. */
  gaugeZeroUm?: number
}

export interface SeatMeasurementValues {
  /** At 20 °C. */
  meanMm: number
  taperUm: number
  outOfRoundUm: number
  deviationsUm: [least: number, most: number]
  withinSize: boolean
  withinForm: boolean
  /** At 20 °C, plane by plane. */
  planeMeansMm: number[]
}

const REFERENCE_C = 20
/** A reading so far off its nominal was read in another unit, or of another seat. */
const FAR = 0.05
/** Grade of which half is left for form: IT5 on a shaft, IT6 in a housing. ISO 1101 practice of bearing seats. */
const FORM_GRADE = { shaft: 5, housing: 6 } as const

/**
 * Size and form of a seat from readings in planes and directions, corrected for the gauge's zero and to 20 °C: mean (mm), taper as largest less
 * smallest plane mean and roundness as largest less smallest diameter in one plane (µm), held against the class by single readings and
 * against form by half of IT5 (shaft) or IT6 (housing). Range: nominal above 0 to 1000 mm, part −40 to 200 °C, readings within a
 * twentieth of the nominal. Sources: ISO 286-1, ISO 1; engineering practice for form. @throws InputError outside and for no readings.
 */
export function seatMeasurement(input: SeatMeasurementInput): Result<SeatMeasurementValues> {
  const { seat, planes, toleranceClass, material } = input
  const nominal = inRange('nominalMm', input.nominalMm, 0, 1000, 'mm', true)
  const part = inRange('partTemperatureC', input.partTemperatureC ?? REFERENCE_C, -40, 200, '°C')
  const zero = inRange('gaugeZeroUm', input.gaugeZeroUm ?? 0, -1000, 1000, 'µm')
  if (!planes.length || planes.some((p) => !p.length)) throw new InputError('planes', planes.length, 'one reading or more in each plane')
  planes.forEach((plane, i) =>
    plane.forEach((mm, k) => {
      if (!(Math.abs(mm - nominal) <= FAR * nominal))
        throw new InputError(`planes.${i}.${k}`, mm, `a size near ${short(nominal)} mm; look whether it was read in another unit`)
    }),
  )
  const limits = tolerance({ sizeMm: nominal, toleranceClass })
  if ((seat === 'shaft') !== (toleranceClass === toleranceClass.toLowerCase()))
    throw new InputError(
      'toleranceClass',
      toleranceClass,
      seat === 'shaft' ? 'a lower-case class for a shaft' : 'an upper-case class for a housing',
    )
  const sheet = new Derivation()
  const stretch = 1 + expansionPerK(material) * (part - REFERENCE_C)
  const at20 = planes.map((plane) => plane.map((mm) => (mm - zero / 1000) / stretch))
  if (part !== REFERENCE_C)
    sheet.step(
      'k',
      'expansion of the part',
      '1 + α (T − 20)',
      `1 + ${short(expansionPerK(material) * 1e6)}e-6 · ${short(part - REFERENCE_C)}`,
      stretch,
      '',
      'linear thermal expansion',
    )
  const mean = (xs: readonly number[]) => xs.reduce((s, x) => s + x, 0) / xs.length
  const means = at20.map(mean)
  const all = at20.flat()
  const meanMm = mean(all)
  const taperUm = 1000 * (Math.max(...means) - Math.min(...means))
  const outOfRoundUm = 1000 * Math.max(...at20.map((p) => Math.max(...p) - Math.min(...p)))
  const deviationsUm: [number, number] = [1000 * (Math.min(...all) - nominal), 1000 * (Math.max(...all) - nominal)]
  const { lowerUm, upperUm } = limits.values
  // A rounding of the readings is no fault of the seat.
  const NEARLY = 1e-6
  const withinSize = deviationsUm[0] >= lowerUm - NEARLY && deviationsUm[1] <= upperUm + NEARLY
  const grade = FORM_GRADE[seat]
  const formUm = standardToleranceUm(grade, nominal) / 2
  const withinForm = outOfRoundUm / 2 <= formUm + NEARLY && taperUm / 2 <= formUm + NEARLY
  sheet.step('dm', 'mean size at 20 °C', 'Σ d / n', `${all.length} readings`, meanMm, 'mm', 'arithmetic mean')
  sheet.step('t', 'taper', 'largest less smallest plane mean', `${planes.length} planes`, taperUm, 'µm', 'arithmetic')
  sheet.step('o', 'out of round', 'largest less smallest diameter in a plane', `${planes.length} planes`, outOfRoundUm, 'µm', 'arithmetic')
  sheet.include(limits)
  sheet.step(
    'f',
    'form allowed on the radius',
    `IT${grade} / 2`,
    `IT${grade} at ${short(nominal)} mm`,
    formUm,
    'µm',
    'ISO 286-1; engineering practice',
  )
  if (planes.every((p) => p.length < 3)) sheet.assume('With fewer than three directions a plane says little of its roundness.')
  sheet.assume('Diameters alone do not see a seat of three or five lobes: turn it in a vee block where roundness is in doubt.')
  if (!withinSize) sheet.caution('caution', 'seat-size', { class: toleranceClass }, short(deviationsUm[0]))
  if (!withinForm) sheet.caution('caution', 'seat-form', { allowed: short(2 * formUm) }, short(Math.max(outOfRoundUm, taperUm)))
  return sheet.result({ meanMm, taperUm, outOfRoundUm, deviationsUm, withinSize, withinForm, planeMeansMm: means })
}
