import { useNow } from '@vueuse/core'
import { computed, toValue, type MaybeRefOrGetter } from 'vue'
import { keyOf, positionOf } from '../../../core/card/answers.js'
import { takenUm, zeroOf } from '../../../core/card/reckoned.js'
import { stepName, type LineStep } from '../../../core/card/line-step.js'
import { rollsOnBalls } from '../../../core/bearing/families.js'
import { stepPicture } from '../../../core/drawing/step-pictures.js'
import { shoulderAt, type Shoulder } from '../../../core/line/shaft.js'
import { driveProgress, progressWords, type DriveProgress } from '../../../core/mounting/drive-progress.js'
import { STEP_NAMES, stepRow, type StepName } from '../../../core/procedure/steps.js'
import { serverNow } from '../../clock.js'
import { useSession } from '../../stores/session.js'
import { useStep } from '../JobCard/useStep.js'

/** What is looked at beside the words of a step: its picture, what the feeler says, the seconds of a hot ring. */
export function useStepLook(of: MaybeRefOrGetter<LineStep>) {
  const session = useSession()
  const { card, record, signed, values } = useStep(of)
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
    const known =
      name.value === 'lock' && (hold === 'screws' || hold === 'collar' || hold === 'clamp' || hold === 'pin') ? `lock-${hold}` : name.value
    if (!STEP_NAMES.includes(known as StepName)) return null
    const row = station.value?.identify.row
    return stepPicture(known as StepName, {
      ...{ boreMm: row?.boreMm ?? 60, outsideMm: row?.outsideMm ?? 120, widthMm: row?.widthMm ?? 28 },
      rolls: row && !rollsOnBalls(row.family) ? 'roller' : 'ball',
      tapered: row?.boreTaper != null,
      shoulder: shoulder.value,
      takeOff: station.value?.mount.comesOff ?? null,
    })
  })

  /** While it is driven up each reading of the feeler says what is still to go. */
  const progress = computed((): DriveProgress | null => {
    const figure = (key: string) => station.value?.fit.figures.find((f) => f.key === `fit.${key}`)?.value
    const ranges = ['reductionUm', 'travelMm', 'nutAngleDeg'].map(figure)
    const before = card.stepRecords.get(zeroOf(step.value.key))?.values
    const taken = takenUm(before, values.value)
    if (name.value !== 'drive' || taken === null) return null
    if (!ranges.every((r) => Array.isArray(r))) return null
    const [reductionUm, travelMm, angleDeg] = ranges as [number, number][]
    return driveProgress(taken, { reductionUm: reductionUm!, travelMm: travelMm!, angleDeg: angleDeg! })
  })
  const driven = computed(() => progress.value && session.say(progressWords(progress.value)))
  /** What is hot or cold grips after so many seconds: counted by the server's clock, from the signature before or from its own reading. */
  const tick = useNow({ interval: 500 })
  const grips = computed((): { leftS: number; again: string } | null => {
    const runs = stepRow(name.value).clock
    const figure = runs && station.value?.mount.figures.find((f) => f.key === runs.figure)?.value
    if (!runs || signed.value || typeof figure !== 'number') return null
    const began =
      'after' in runs
        ? card.view!.steps.find((s) => s.key === step.value.key.replace(name.value, runs.after))?.signedAt
        : record.value?.readings?.filter((r) => r.field === runs.reading).at(-1)?.at
    return began && tick.value ? { leftS: Math.round(figure - (serverNow() - Date.parse(began)) / 1000), again: runs.again } : null
  })
  /** The figures that the step turns on, the first of them large. */
  const figures = computed(() => {
    const here = Object.values(station.value ?? {}).flatMap((result) => result.figures)
    return (stepRow(name.value).figures ?? []).flatMap((key) => here.filter((f) => f.key === key && f.value !== null))
  })
  return { picture, driven, grips, figures }
}
