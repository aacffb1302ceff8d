import { useDebounceFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, reactive, ref, shallowRef, watch } from 'vue'
import type { Bearing } from '../../core/bearing/bearing.js'
import type { FeatureAnswers } from '../../core/identify/features.js'
import { DIMENSIONS, type Dimension, type IdentifyValues, type Instrument } from '../../core/identify/identify.js'
import { letterTable, type Feature } from '../../core/identify/letters.js'
import { contradictions, type MarkingResult, type Reading } from '../../core/identify/marking.js'
import { orderLine, type KnownFeatures, type OrderEvidence } from '../../core/identify/order.js'
import { InputError, type Result } from '../../core/result.js'
import { readDraft, writeDraft } from './drafts.js'
import { useRack } from './rack.js'

/** Everything that is known of the ring on the bench. */
interface BenchState {
  readings: Record<Dimension, number[]>
  instruments: Record<Dimension, Instrument>
  features: FeatureAnswers
  marking: string
  chosen: string | null
  known: KnownFeatures
  feelerUm: number | null
}

const DRAFT = 'bench'
const empty = (): BenchState => ({
  readings: { boreMm: [], outsideMm: [], widthMm: [] },
  instruments: { boreMm: 'vernier', outsideMm: 'vernier', widthMm: 'vernier' },
  features: {},
  marking: '',
  chosen: null,
  known: {},
  feelerUm: null,
})

/** The ring on the bench: readings, features, marking and what follows from them. Kept on the device until it is cleared. */
export const useBench = defineStore('bench', () => {
  const rack = useRack()
  const state = reactive<BenchState>({ ...empty(), ...readDraft<BenchState>(DRAFT) })
  const found = shallowRef<Result<IdentifyValues> | null>(null)
  const refused = ref<{ field: string; words: string } | null>(null)
  const read = shallowRef<MarkingResult | null>(null)
  const markingRefused = ref('')
  const row = shallowRef<Bearing | null>(null)

  const measured = computed(() => DIMENSIONS.some((d) => state.readings[d].length > 0))
  const started = computed(() => measured.value || Object.keys(state.features).length > 0)

  /** Answers of the worker that a later question has overtaken are thrown away. */
  let asked = 0
  async function look() {
    const mine = ++asked
    if (!started.value) {
      found.value = null
      refused.value = null
      return
    }
    // The worker takes plain data only.
    const input = JSON.parse(
      JSON.stringify({ readings: state.readings, instrument: 'vernier', instruments: state.instruments, features: state.features }),
    )
    try {
      const result = await rack.worker.identify(input)
      if (mine === asked) [found.value, refused.value] = [result, null]
    } catch (error) {
      if (mine === asked) [found.value, refused.value] = [null, asRefusal(error)]
    }
  }
  let read_ = 0
  async function readMarking() {
    const mine = ++read_
    markingRefused.value = ''
    if (!state.marking.trim()) {
      read.value = null
      return
    }
    try {
      const result = await rack.worker.read(state.marking)
      if (mine === read_) read.value = result
    } catch (error) {
      if (mine === read_) [read.value, markingRefused.value] = [null, asRefusal(error).words]
    }
  }
  async function open() {
    row.value = state.chosen ? await rack.worker.row(state.chosen) : null
  }

  const readLater = useDebounceFn(readMarking, 120)
  watch([() => state.readings, () => state.instruments, () => state.features], () => void look(), { deep: true })
  watch(
    () => state.marking,
    () => void readLater(),
  )
  watch(
    () => state.chosen,
    () => void open(),
  )
  watch(state, (value) => writeDraft(DRAFT, value), { deep: true })

  const order = computed(() => row.value && orderLine(row.value, state.known, letterTable(rack.view?.letters ?? [])))
  const means = computed(
    () =>
      Object.fromEntries((found.value?.values.estimates ?? []).map((e) => [e.dimension, e.meanMm])) as Partial<Record<Dimension, number>>,
  )
  const against = computed(() => (row.value ? contradictions(row.value, means.value) : []))

  async function start() {
    await rack.ready()
    await Promise.all([look(), readMarking(), open()])
  }
  function choose(designation: string) {
    if (state.chosen !== designation) state.known = {}
    state.chosen = designation
  }
  /** A marking that was read settles its number and letters at once. */
  function take(reading: Reading) {
    choose(reading.row.designation)
    for (const [feature, value] of Object.entries(reading.features)) state.known[feature as Feature] = { value, evidence: 'marking' }
  }
  function know(feature: Feature, value: string | null, evidence: OrderEvidence | null) {
    state.known = { ...state.known, [feature]: { value, evidence } }
  }
  function clear() {
    const before = JSON.parse(JSON.stringify(state)) as BenchState
    Object.assign(state, empty())
    return () => Object.assign(state, before)
  }
  return { state, found, refused, read, markingRefused, row, order, against, means, measured, started, start, choose, take, know, clear }
})

/** Errors come out of the worker as plain errors; what they say is kept. */
function asRefusal(error: unknown): { field: string; words: string } {
  if (error instanceof InputError) return { field: error.field, words: error.allowed }
  const message = error instanceof Error ? error.message : String(error)
  const [, field, words] = /^([\w.]+): .* is not possible; (.*)$/s.exec(message) ?? []
  return { field: field ?? '', words: words ?? message }
}
