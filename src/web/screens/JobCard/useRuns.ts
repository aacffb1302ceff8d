import { computed } from 'vue'
import { keyOf, positionOf, type Scope } from '../../../core/card/answers.js'
import { readingsOf, type RunReading } from '../../../core/runin/run-in.js'
import { useCard } from '../../stores/card.js'

/** The runs of a card: which one is in hand, its positions, and what was read at each. */
export function useRuns() {
  const card = useCard()
  const run = computed(() => card.evaluation.runin.runNo ?? 1)
  const positions = computed(() => [...new Set(card.line.order.map((o) => positionOf(o.place)))])
  /** All readings of a position, whatever their run. */
  const all = (code: Scope) => (card.lineAnswers[keyOf(code, 'runin', 'readings')] ?? []) as RunReading[]
  /** Readings of a position in one run; without a number in the one in hand. */
  const of = (code: Scope, number = run.value) => readingsOf(all(code), number)
  const nameOf = (code: Scope) => card.nameOf(code) || 'this position'
  return { card, run, positions, all, of, nameOf }
}
