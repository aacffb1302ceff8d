import { computed } from 'vue'
import { sectionDrawing } from '../../../core/drawing/section.js'
import type { Drawing } from '../../../core/drawing/primitives.js'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'

/** The section through this card's bearing position with all that is known of it; null until a bearing is chosen. */
export function useSection(width: number, height: number) {
  const card = useCard()
  const session = useSession()
  return computed((): Drawing | null => {
    const { identify, duty, arrange, fit } = card.evaluation
    if (!identify.row) return null
    const drive = card.view!.position.end === 'drive'
    const held = drive ? card.answers.arrange.driveEndHeld : card.answers.arrange.nonDriveEndHeld
    const error = arrange.holding === 'both' ? 'both ends held' : arrange.holding === 'none' ? 'no end held' : null
    return sectionDrawing({
      row: identify.row,
      width,
      height,
      shaftClass: fit.shaft?.toleranceClass,
      housingClass: fit.housing?.toleranceClass,
      held,
      movesInside: identify.row.family === 'cylindrical-roller' && held === false,
      floatMm: card.answers.arrange.floatPresentMm,
      radialText: duty.radialN ? session.withUnit(duty.radialN, 'force', 1) : null,
      axialText: duty.axialN ? session.withUnit(duty.axialN, 'force', 1) : null,
      lengthText: (mm) => session.show(mm, 'length', Number.isInteger(mm) ? 0 : 2),
      leftLabel: drive ? 'coupling side' : 'drive side',
      rightLabel: drive ? `${card.view!.carries} side` : card.view!.carries,
      error,
    })
  })
}
