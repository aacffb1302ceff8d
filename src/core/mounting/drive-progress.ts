import { inRange } from '../result.js'
import { amount, phrase, type Words } from '../words/message.js'

/** How far a bearing is up its taper by what the feeler says now. */

export interface DriveProgress {
  takenUm: number
  state: 'none' | 'more' | 'there' | 'far'
  /** Still to go to the least reduction, along the taper and by the nut; 0 once it is there. */
  moreMm: number
  moreDeg: number
}

export interface DriveFigures {
  reductionUm: readonly [number, number]
  travelMm: readonly [number, number]
  angleDeg: readonly [number, number]
}

/** Mean of both rows of a feeler, µm; of the first alone while the other is not felt, or has none; null before either is. Source: arithmetic mean. */
export const meanOfRowsUm = (one: unknown, other: unknown): number | null =>
  typeof one === 'number' ? (typeof other === 'number' ? (one + other) / 2 : one) : null

/**
 * What was taken away so far and what is still to go, µm, mm and degrees: travel and angle grow with the reduction. Range: what was
 * taken away -10 000 to 10 000 µm. Source: geometry of the taper, figures of the drive-up. @throws InputError outside
 */
export function driveProgress(takenUm: number, { reductionUm, travelMm, angleDeg }: DriveFigures): DriveProgress {
  inRange('takenUm', takenUm, -10_000, 10_000, 'µm')
  const [least, most] = reductionUm
  const more = Math.max(0, least - Math.max(0, takenUm))
  const state = takenUm <= 0 ? 'none' : takenUm < least ? 'more' : takenUm <= most ? 'there' : 'far'
  return { takenUm, state, moreMm: (more * travelMm[0]) / least, moreDeg: (more * angleDeg[0]) / least }
}

/** The progress in a sentence, quantities in core units. Source: as `driveProgress`. */
export function progressWords({ takenUm, state, moreMm, moreDeg }: DriveProgress): Words {
  const taken = phrase`${amount(Math.max(0, takenUm), 'fine')} taken away`
  switch (state) {
    case 'none':
      return phrase`Nothing taken away yet: it went back, or its zero was not reached. About ${amount(moreDeg, 'angle')} of the nut to go.`
    case 'more':
      return phrase`${taken}: about ${amount(moreMm, 'gap')} up the taper or ${amount(moreDeg, 'angle')} of the nut to go.`
    case 'there':
      return phrase`${taken}: that is where it belongs. Stop here.`
    case 'far':
      return phrase`${taken}: too far. Loosen it, take it off its taper and begin from the zero again.`
  }
}
