import type { Bearing } from '../../catalogue/catalogue.js'
import { isThrust } from '../../bearing/families.js'
import { jointPressureMPa } from '../../fits/lame.js'
import { groupMark, type ClearanceGroup } from '../../bearing/clearance.js'
import { againstCreep, creepLimit } from '../../fits/creep.js'
import type { FitInput } from '../../fits/fit.js'
import { operatingClearance } from '../../fits/operating-clearance.js'
import { InputError } from '../../result.js'
import { accuracyOf } from '../../tolerances/ring.js'
import { amount } from '../../words/message.js'
import type { CardAnswers } from '../answers.js'
import type { StationBuilder } from '../station.js'
import type { DutyResult } from './duty.js'
import { hollowIn, seatedAs, type Seats } from './fit-seats.js'

/** Whether an assembly in a class and a group keeps clearance when hot, nineteen in twenty of them. */
function runsFree(answers: CardAnswers, row: Bearing, { housing }: Seats) {
  return (toleranceClass: string, group: ClearanceGroup): boolean => {
    const { innerRingC, outerRingC } = answers.duty
    if (innerRingC === null || outerRingC === null) return true
    try {
      const seated = seatedAs(answers, row, { toleranceClass }, housing.values)
      return operatingClearance({ ...row, group, ...seated, innerRingC, outerRingC }).values.p025Um >= 0
    } catch (error) {
      if (error instanceof InputError) return false
      throw error
    }
  }
}

/** What a hollow shaft leaves of the grip of a solid one: it gives way under the ring. Source: Lamé. */
function gripShare(answers: CardAnswers, row: Bearing): number {
  const innerBoreMm = hollowIn(answers, row) ?? 0
  const joint = { jointMm: row.boreMm, outerMm: row.innerRacewayMm, innerMaterial: 'carbon-steel', outerMaterial: 'bearing-steel' } as const
  return jointPressureMPa({ ...joint, innerBoreMm }, 1) / jointPressureMPa({ ...joint, innerBoreMm: 0 }, 1)
}

/** What holds the swept inner ring against creep, and what its loosest likely grip leaves of that, µm. Source: `creepLimit`. */
export function creepMargin(
  station: StationBuilder,
  answers: CardAnswers,
  row: Bearing,
  duty: DutyResult,
  settled: Seats,
  group: ClearanceGroup | null,
): number | null {
  const grip = settled.shaft?.values.grip
  const { innerRingC, ambientC } = answers.duty
  if (!grip || duty.innerRingLoad !== 'rotating' || !duty.radialN || innerRingC === null || isThrust(row.family)) return null
  const creep = creepLimit(row, duty.radialN, innerRingC, ambientC ?? 20)
  const gripsUm = grip.probableMinInterferenceUm * gripShare(answers, row)
  const margin = gripsUm - creep.values.neededUm
  station.figure('creepUm', 'Needed against creep', creep.values.neededUm, 'fine', creep)
  if (margin < 0) {
    const shaft = settled.shaft!.values
    const [has, needed] = [amount(gripsUm, 'fine'), amount(creep.values.neededUm, 'fine')]
    const shown = Math.round(gripsUm)
    const input: FitInput = {
      seat: 'shaft',
      sizeMm: shaft.sizeMm,
      toleranceClass: shaft.toleranceClass,
      family: row.family,
      accuracy: accuracyOf(row, answers.fit.accuracy),
    }
    // A seat that was measured is what it is: no class makes it larger.
    const way = shaft.measuredUm
      ? null
      : againstCreep(input, creep.values.neededUm / gripShare(answers, row), group, runsFree(answers, row, settled))
    if (way?.kind === 'class') station.warn('note', 'creep-class', { grip: has, needed, class: way.toleranceClass }, shown)
    else if (way?.kind === 'class-and-group')
      station.warn('note', 'creep-class-group', { grip: has, needed, class: way.toleranceClass, group: groupMark(way.group) }, shown)
    else station.warn('note', 'creep-no-class', { grip: has, needed }, shown)
  }
  return margin
}
