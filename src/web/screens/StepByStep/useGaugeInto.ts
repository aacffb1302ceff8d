import { computed, ref, toValue, type MaybeRefOrGetter } from 'vue'
import type { StepValues } from '../../../contract/answers.js'
import { withKey } from '../../../core/card/steps/plan-step.js'
import type { LineStep } from '../../../core/card/line-step.js'
import { readSent } from '../../devices/wedge.js'
import { useGauges } from '../../stores/gauges.js'
import { useSession } from '../../stores/session.js'
import { useStep } from '../JobCard/useStep.js'
import { useGauge } from './useGauge.js'

/** A reading that comes by itself goes to the field in hand, or to the first number of the step that is missing. */
export function useGaugeInto(of: MaybeRefOrGetter<LineStep>) {
  const session = useSession()
  const gauges = useGauges()
  const { card, values, locked } = useStep(of)
  const inHand = ref<string | null>(null)
  let before: { key: string; value: StepValues[string] } | null = null
  const field = computed(() => {
    const numbers = toValue(of).fields.filter((f) => f.kind === 'number')
    return numbers.find((f) => f.key === inHand.value) ?? numbers.find((f) => (values.value[f.key] ?? null) === null) ?? numbers[0]
  })

  /** What was sent, and by which stand-in; a real gauge is the instrument that was said to be in hand. */
  function take(sent: string, by: string | null) {
    const { key } = toValue(of)
    const written = values.value as StepValues
    const into = field.value
    if (!into) {
      heard.value = 'A gauge sent something: this step takes no reading.'
      return
    }
    const read = readSent(sent, into.quantity, session.units)
    heard.value = read.ok
      ? `From the gauge: ${session.withUnit(read.value, into.quantity, into.decimals)} into ${session.say(into.label)}.`
      : read.message
    if (!read.ok || locked.value) return
    before = { key: into.key, value: written[into.key] ?? null }
    const using = by ?? written[withKey(into.key)] ?? gauges.usual(card.context.plant.instruments, into.quantity)
    card.editStep(key, { [into.key]: read.value, [withKey(into.key)]: using })
  }
  const back = () => before && card.editStep(toValue(of).key, { [before.key]: before.value })
  const { heard, hears } = useGauge(take, back)
  return { heard, inHand, hears, field }
}
