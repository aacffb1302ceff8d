import type { Bearing } from '../../catalogue/catalogue.js'
import { short, worked } from '../../result.js'
import { standardToleranceUm } from '../../tolerances/iso286.js'
import { amount, phrase } from '../../words/message.js'
import type { CardAnswers } from '../answers.js'
import type { StationBuilder } from '../station.js'

/** What stands against the rings: height of the shoulders, their fillets against the chamfers, how square they are. */

/** Grades of which a shoulder may run out, across its face; one finer where it must run true. ISO 1101 practice of bearing seats. */
const RUNOUT_GRADE = { shaft: 5, housing: 6 } as const

/** Limits of shoulders and fillets, mm, and of runout, µm; what was measured is held against them. Sources: the row's abutments; ISO 286-1. */
export function abutmentFigures(station: StationBuilder, { fit }: CardAnswers, row: Bearing, onShaft: boolean): void {
  const sides = [
    { seat: 'shaft', name: 'Shaft', limits: row.shaftShoulderMm, fillet: row.shaftFilletMm, sizeMm: row.boreMm },
    { seat: 'housing', name: 'Housing', limits: row.housingShoulderMm, fillet: row.housingFilletMm, sizeMm: row.outsideMm },
  ] as const
  for (const { seat, name, limits, fillet, sizeMm } of sides) {
    if (seat === 'shaft' && !onShaft) continue
    const [least, most] = limits
    const shoulder = fit[`${seat}ShoulderMm`]
    const edge =
      seat === 'shaft' ? 'over the chamfer of the inner ring, not over its land' : 'over the chamfer of the outer ring, not over its land'
    const from = worked(
      'Ø',
      `${seat} shoulder`,
      edge,
      `Ø${short(sizeMm)}, ${row.designation}`,
      most === null ? short(least) : `${short(least)} … ${short(most)}`,
      'mm',
      "engineering practice: twice the chamfer's height beyond it; a maker's sheet goes before it",
    )
    station.figure(`${seat}Shoulder`, `${name} shoulder`, most === null ? least : ([least, most] as const), 'length', from, {
      decimals: 1,
      note: phrase`fillet ${amount(fillet, 'length', 1)} at most`,
    })
    if (shoulder !== null && shoulder < least)
      station.warn(
        'caution',
        `shoulder-low-${seat}`,
        { where: seat, is: amount(shoulder, 'length', 1), least: amount(least, 'length', 1) },
        shoulder,
      )
    if (shoulder !== null && most !== null && shoulder > most)
      station.warn(
        'caution',
        `shoulder-high-${seat}`,
        { where: seat, is: amount(shoulder, 'length', 1), most: amount(most, 'length', 1) },
        shoulder,
      )
    const has = fit[`${seat}FilletMm`]
    if (has !== null && has > fillet)
      station.warn('stop', `fillet-large-${seat}`, { where: seat, is: amount(has, 'length', 1), most: amount(fillet, 'length', 1) }, has)
    const runout = fit[`${seat}RunoutUm`]
    const allowedUm = standardToleranceUm(RUNOUT_GRADE[seat] - (fit.precise ? 1 : 0), sizeMm)
    if (runout !== null && runout > allowedUm)
      station.warn(
        'caution',
        `shoulder-runout-${seat}`,
        { where: seat, is: amount(runout, 'fine'), allowed: amount(allowedUm, 'fine') },
        short(runout),
      )
  }
}
