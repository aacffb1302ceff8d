import { couplingOf, leadOf, type LineContext } from '../card/context.js'
import { stationAnswers, positionOf, type LineAnswers, type Scope } from '../card/answers.js'
import type { LineEvaluation } from '../card/evaluate.js'
import { movesInside } from '../bearing/construction-forms.js'
import { format, unitOf, type Quantity, type UnitSystem } from '../units/quantities.js'
import type { Drawing } from './primitives.js'
import { sectionDrawing } from './section.js'

/** The section through one place of a card with all that the card knows of it; null until a bearing is chosen. */
export function cardSection(
  evaluation: LineEvaluation,
  answers: LineAnswers,
  context: Pick<LineContext, 'positions' | 'line'>,
  place: Scope,
  units: UnitSystem,
  size: { width: number; height: number },
): Drawing | null {
  const { identify, duty, arrange, fit } = evaluation.places[place]!
  if (!identify.row) return null
  const { held, floatPresentMm } = stationAnswers(answers, 'arrange', place, leadOf(context, place))
  const { positions, line } = context
  const at = positions.findIndex((p) => p.code === positionOf(place))
  const [first, last] = [at === 0, at === positions.length - 1]
  const error =
    arrange.holding === 'several'
      ? positions.length === 2
        ? 'both ends held'
        : 'held twice'
      : arrange.holding === 'none'
        ? 'no end held'
        : null
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
    floatMm: floatPresentMm,
    radialText: duty.radialN ? withUnit(duty.radialN, 'force', 1) : null,
    axialText: duty.axialN ? withUnit(duty.axialN, 'force', 1) : null,
    lengthText: (mm) => format(mm, 'length', units, Number.isInteger(mm) ? 0 : 2),
    leftLabel: first && couplingOf(line)?.slot === 0 ? 'coupling side' : 'drive side',
    rightLabel: last && !first ? line.carries : `${line.carries} side`,
    error,
  })
}
