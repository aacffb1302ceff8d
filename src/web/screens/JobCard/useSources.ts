import { computed, ref } from 'vue'
import { cautiousSources } from '../../../core/loads/cautious.js'
import { LINE, keyOf } from '../../../core/card/answers.js'
import { MOST_SOURCES, newSource, type LoadSource, type SourceKind } from '../../../core/loads/line-sources.js'
import { carrierOf, sourcesOfRecords, usualPlaceMm, withFacts } from '../../../core/loads/recorded-sources.js'
import { useCard } from '../../stores/card.js'

const KEY = keyOf(LINE, 'duty', 'sources')
const chosen = ref<string | null>(null)

/** What sits on the shaft of the card in hand: an answer like any other, so that undo, saving and conflicts are the card's. */
export function useSources() {
  const card = useCard()
  const sources = computed(() => (card.lineAnswers[KEY] ?? []) as readonly LoadSource[])
  const inHand = computed(() => sources.value.find((s) => s.id === chosen.value) ?? null)
  const supportsMm = computed(() => card.context.positions.map((p) => p.alongMm))
  const components = computed(() => card.view!.line.components)
  const set = (list: readonly LoadSource[]) => card.change({ [KEY]: list })
  /** One thing done is one step back. */
  const done = (list: readonly LoadSource[]) => {
    card.endTyping()
    set(list)
    card.endTyping()
  }
  const id = () => crypto.randomUUID().slice(0, 8)
  const full = computed(() => sources.value.length >= MOST_SOURCES)
  function add(kind: SourceKind) {
    if (full.value) return
    const source = withFacts(
      newSource(kind, id(), usualPlaceMm(kind, components.value, supportsMm.value)),
      carrierOf(kind, components.value)?.facts,
    )
    done([...sources.value, source])
    chosen.value = source.id
  }
  function begin() {
    const list = sourcesOfRecords(components.value, supportsMm.value, id)
    done(list)
    chosen.value = list[0]?.id ?? null
  }
  /** Only power and speed are known: the rest is guessed on the safe side, and marked as guessed. */
  function guess(powerKw: number) {
    const shaftMm = card.context.positions.flatMap((p) => p.places.flatMap((x) => x.row?.boreMm ?? []))[0] ?? 60
    const list = cautiousSources({ powerKw, shaftMm }, components.value, supportsMm.value, id)
    done(list)
    chosen.value = list[0]?.id ?? null
  }
  const change = (own: string, patch: Partial<LoadSource>) => set(sources.value.map((s) => (s.id === own ? { ...s, ...patch } : s)))
  const setValue = (own: LoadSource, name: string, value: number | null) =>
    change(own.id, { values: { ...own.values, [name]: value }, assumed: own.assumed?.filter((a) => a !== name) })
  function remove(own: string) {
    const at = sources.value.findIndex((s) => s.id === own)
    done(sources.value.filter((s) => s.id !== own))
    chosen.value = sources.value[Math.min(at, sources.value.length - 1)]?.id ?? null
  }
  return { sources, inHand, chosen, components, full, add, begin, guess, change, setValue, remove }
}
