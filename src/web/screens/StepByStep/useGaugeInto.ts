import { onBeforeUnmount, ref, toValue, type MaybeRefOrGetter } from 'vue'
import type { StepValues } from '../../../contract/answers.js'
import { withKey } from '../../../core/card/mounting-plan.js'
import type { LineStep } from '../../../core/card/signing.js'
import { readSent, wedge } from '../../devices/wedge.js'
import { useGauges } from '../../stores/gauges.js'
import { useSession } from '../../stores/session.js'
import { useStep } from '../JobCard/useStep.js'

/** A reading that comes by itself goes to the field in hand, or to the first number of the step that is missing. */
export function useGaugeInto(of: MaybeRefOrGetter<LineStep>) {
  const session = useSession()
  const gauges = useGauges()
  const { card, values, locked } = useStep(of)
  const keys = wedge()
  const heard = ref('')
  const inHand = ref<string | null>(null)
  let before: { key: string; value: StepValues[string] } | null = null

  /** What was sent, and by which stand-in; a real gauge is the instrument that was said to be in hand. */
  function take(sent: string, by: string | null) {
    const { fields, key } = toValue(of)
    const written = values.value as StepValues
    const numbers = fields.filter((f) => f.kind === 'number')
    const field = numbers.find((f) => f.key === inHand.value) ?? numbers.find((f) => (written[f.key] ?? null) === null) ?? numbers[0]
    if (!field) {
      heard.value = 'A gauge sent something: this step takes no reading.'
      return
    }
    const read = readSent(sent, field.quantity, session.units)
    heard.value = read.ok
      ? `From the gauge: ${session.withUnit(read.value, field.quantity, field.decimals)} into ${field.label}.`
      : read.message
    if (!read.ok || locked.value) return
    before = { key: field.key, value: written[field.key] ?? null }
    const using = by ?? written[withKey(field.key)] ?? gauges.usual(card.context.plant.instruments, field.quantity)
    card.editStep(key, { [field.key]: read.value, [withKey(field.key)]: using })
  }
  onBeforeUnmount(
    gauges.aim({
      take,
      back: () => before && card.editStep(toValue(of).key, { [before.key]: before.value }),
      tell: (said) => (heard.value = said),
    }),
  )
  /** Whether a key ends what a gauge typed; it is taken then. */
  function hears({ key, timeStamp }: KeyboardEvent): boolean {
    const sent = keys(key, timeStamp)
    if (sent !== null) gauges.sent('keys', sent, timeStamp)
    return sent !== null
  }
  return { heard, inHand, hears }
}
