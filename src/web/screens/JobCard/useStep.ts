import { computed, type MaybeRefOrGetter, toValue } from 'vue'
import { LINE, positionOf } from '../../../core/card/answers.js'
import type { StepValues } from '../../../contract/answers.js'
import type { LineStep } from '../../../core/card/line-step.js'
import { figuresUnder } from '../../../core/card/signing.js'
import { useCard } from '../../stores/card.js'

/** One step of the plan with what is recorded of it, and what can be done about it. */
export function useStep(of: MaybeRefOrGetter<LineStep>) {
  const card = useCard()
  const step = computed(() => toValue(of))
  const record = computed(() => card.view!.steps.find((s) => s.key === step.value.key))
  const state = computed(() => card.stepStates.find((s) => s.key === step.value.key)!)
  const signed = computed(() => record.value?.signedBy != null)
  const stale = computed(() => state.value.signed && !state.value.holds)
  const body = () => ({ step: step.value.key })
  return {
    ...{ card, record, state, signed, stale },
    values: computed(() => (card.stepRecords.get(step.value.key)?.values ?? {}) as StepValues),
    locked: computed(() => card.readOnly || signed.value),
    /** Name of the place it is done at; nothing where the card has only one, or it is of the whole machine. */
    where: computed(() => (step.value.scope === LINE || card.line.order.length < 2 ? '' : card.nameOf(positionOf(step.value.scope)) || '')),
    /** On the figures that stand on this page. */
    sign: () => card.act('sign-step', { ...body(), rests: figuresUnder(card.line, step.value) }),
    /** Signatures that came too late to count, since the last one that does. */
    late: computed(() => (record.value?.late ?? []).filter((l) => l.heardAt > (record.value!.signedAt ?? ''))),
    withdraw: () => card.act('withdraw-signature', body()),
    accept: ({ reason }: { reason: string }) => card.act('accept-step', { ...body(), reason }),
  }
}
