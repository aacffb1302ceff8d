import type { ArrangeAnswers } from '../card/answers.js'
import type { CardEvaluation } from '../card/evaluate.js'
import { movesInside } from '../catalogue/forms.js'
import { format, unitOf, type Quantity, type UnitSystem } from '../units/quantities.js'
import type { Drawing } from './primitives.js'
import { sectionDrawing } from './section.js'

/** The section through a card's bearing position with all that the card knows of it; null until a bearing is chosen. */
export function cardSection(
  evaluation: CardEvaluation,
  arrangeAnswers: ArrangeAnswers,
  place: { end: 'drive' | 'non-drive'; carries: string },
  units: UnitSystem,
  size: { width: number; height: number },
): Drawing | null {
  const { identify, duty, arrange, fit } = evaluation
  if (!identify.row) return null
  const drive = place.end === 'drive'
  const held = drive ? arrangeAnswers.driveEndHeld : arrangeAnswers.nonDriveEndHeld
  const error = arrange.holding === 'both' ? 'both ends held' : arrange.holding === 'none' ? 'no end held' : null
  const withUnit = (value: number, quantity: Quantity, decimals: number) =>
    `${format(value, quantity, units, decimals)} ${unitOf(quantity, units)}`
  return sectionDrawing({
    row: identify.row,
    ...size,
    shaftClass: fit.shaft?.toleranceClass,
    sleeveOnMm: fit.hold === 'sleeve' ? fit.shaft?.sizeMm : null,
    housingClass: fit.housing?.toleranceClass,
    held,
    movesInside: movesInside(identify.row) && held === false,
    floatMm: arrangeAnswers.floatPresentMm,
    radialText: duty.radialN ? withUnit(duty.radialN, 'force', 1) : null,
    axialText: duty.axialN ? withUnit(duty.axialN, 'force', 1) : null,
    lengthText: (mm) => format(mm, 'length', units, Number.isInteger(mm) ? 0 : 2),
    leftLabel: drive ? 'coupling side' : 'drive side',
    rightLabel: drive ? `${place.carries} side` : place.carries,
    error,
  })
}
