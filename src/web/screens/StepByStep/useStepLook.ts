import { useNow } from '@vueuse/core'
import { computed, toValue, type MaybeRefOrGetter } from 'vue'
import { keyOf, positionOf } from '../../../core/card/answers.js'
import { stepName, type LineStep } from '../../../core/card/signing.js'
import { rollsOnBalls } from '../../../core/catalogue/families.js'
import { stepPicture } from '../../../core/drawing/step-pictures.js'
import { shoulderAt, type Shoulder } from '../../../core/line/shaft.js'
import { driveProgress, progressWords } from '../../../core/mounting/drive-progress.js'
import { STEP_NAMES, type StepName } from '../../../core/mounting/plan.js'
import { useSession } from '../../stores/session.js'
import { useStep } from '../JobCard/useStep.js'

/** What is looked at beside the words of a step: its picture, what the feeler says, the seconds of a hot ring. */
export function useStepLook(of: MaybeRefOrGetter<LineStep>) {
  const session = useSession()
  const { card, signed, values } = useStep(of)
  const step = computed(() => toValue(of))
  const name = computed(() => stepName(step.value.key))
  const station = computed(() => card.line.places[step.value.place])

  /** What its ring stands against: as the card says it, else as the shaft of the records has it. */
  const shoulder = computed((): Partial<Shoulder> => {
    const { positions, line } = card.context
    const at = positionOf(step.value.place)
    const position = positions.find((p) => p.code === at)
    const drawn = line.shaft && position ? shoulderAt(line.shaft, position.alongMm - positions[0]!.alongMm) : null
    const [left, right] = ['innerLeft', 'innerRight'].map((end) => card.lineAnswers[keyOf(at, 'arrange', end)] === 'shoulder')
    const across = card.lineAnswers[keyOf(step.value.place, 'fit', 'shaftShoulderMm')]
    const side = left === right ? drawn?.side : left ? 'left' : 'right'
    return { side, acrossMm: typeof across === 'number' ? across : drawn?.acrossMm }
  })
  const picture = computed(() => {
    const hold = station.value?.fit.hold
    const known = name.value === 'lock' && (hold === 'screws' || hold === 'collar') ? `lock-${hold}` : name.value
    if (!STEP_NAMES.includes(known as StepName)) return null
    const row = station.value?.identify.row
    return stepPicture(known as StepName, {
      ...{ boreMm: row?.boreMm ?? 60, outsideMm: row?.outsideMm ?? 120, widthMm: row?.widthMm ?? 28 },
      rolls: row && !rollsOnBalls(row.family) ? 'roller' : 'ball',
      tapered: row?.boreTaper != null,
      shoulder: shoulder.value,
    })
  })

  /** While it is driven up each reading of the feeler says what is still to go. */
  const driven = computed((): string | null => {
    const figure = (key: string) => station.value?.fit.figures.find((f) => f.key === `fit.${key}`)?.value
    const ranges = ['reductionUm', 'travelMm', 'nutAngleDeg'].map(figure)
    const felt = card.stepRecords.get(step.value.key.replace(/drive$/, 'before'))?.values.beforeUm
    const left = values.value.leftUm
    if (name.value !== 'drive' || typeof felt !== 'number' || typeof left !== 'number' || left < 0) return null
    if (!ranges.every((r) => Array.isArray(r))) return null
    const [reductionUm, travelMm, angleDeg] = ranges as [number, number][]
    return session.say(progressWords(driveProgress(felt, left, { reductionUm: reductionUm!, travelMm: travelMm!, angleDeg: angleDeg! })))
  })

  /** A hot ring grips after so many seconds: counted from the signature of the heating. */
  const now = useNow({ interval: 500 })
  const windowLeft = computed(() => {
    if (name.value !== 'push' || signed.value) return null
    const heated = card.view!.steps.find((s) => s.key === step.value.key.replace(/push$/, 'heat'))
    const figure = station.value?.mount.figures.find((f) => f.key === 'mount.windowS')?.value
    if (!heated?.signedAt || typeof figure !== 'number') return null
    return Math.round(figure - (now.value.getTime() - Date.parse(heated.signedAt)) / 1000)
  })
  return { picture, driven, windowLeft }
}
