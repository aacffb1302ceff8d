<script setup lang="ts">
import Button from 'primevue/button'
import { nextTick, onBeforeUnmount, ref, watch } from 'vue'
import { DIMENSIONS, DIMENSION_WORDS, type Dimension, type Instrument } from '../../../core/identify/identify.js'
import { parse } from '../../../core/units/quantities.js'
import { standInGauge, type Gauge } from '../../devices/gauge.js'
import ListSelect from '../../fields/ListSelect.vue'
import { useBench } from '../../stores/bench.js'
import { useSession } from '../../stores/session.js'

/** Readings round the ring: typed fast (Enter goes on), pasted, or sent by a gauge. */
const bench = useBench()
const session = useSession()
const PLACES = 4
const INSTRUMENT_OPTIONS: Record<Dimension, readonly Instrument[]> = {
  boreMm: ['vernier', 'bore-gauge', 'micrometer', 'rule'],
  outsideMm: ['vernier', 'micrometer', 'rule'],
  widthMm: ['vernier', 'micrometer', 'rule'],
}
const texts = ref<Record<string, string>>({})
const wrong = ref<Record<string, string>>({})
const active = ref<Dimension>('boreMm')
const idOf = (dimension: Dimension, i: number) => `${dimension}-${i}`
const fields = (dimension: Dimension) => Array.from({ length: Math.max(PLACES, bench.state.readings[dimension].length) }, (_, i) => i)
const shown = (dimension: Dimension, i: number) => {
  const typed = texts.value[idOf(dimension, i)]
  if (typed !== undefined) return typed
  const value = bench.state.readings[dimension][i]
  return value === undefined ? '' : session.showTrimmed(value, 'length', 3)
}

function set(dimension: Dimension, i: number, text: string) {
  const id = idOf(dimension, i)
  texts.value[id] = text
  delete wrong.value[id]
  const next = [...bench.state.readings[dimension]]
  if (!text.trim()) next.splice(i, 1)
  else {
    const parsed = parse(text, 'length', session.units)
    if (!parsed.ok) {
      wrong.value[id] = parsed.message
      return
    }
    next[Math.min(i, next.length)] = parsed.value
  }
  bench.state.readings[dimension] = next
}
/** Several numbers in one paste become several readings. */
function paste(dimension: Dimension, i: number, event: ClipboardEvent) {
  const pieces = (event.clipboardData?.getData('text') ?? '').split(/[\s;]+/).filter(Boolean)
  if (pieces.length < 2) return
  event.preventDefault()
  const values = pieces.map((piece) => parse(piece, 'length', session.units))
  const bad = values.findIndex((v) => !v.ok)
  if (bad >= 0) {
    wrong.value[idOf(dimension, i)] = `"${pieces[bad]!.slice(0, 20)}" in the paste is not a size`
    return
  }
  const next = [...bench.state.readings[dimension]]
  next.splice(i, 1, ...values.map((v) => (v as { value: number }).value))
  bench.state.readings[dimension] = next.slice(0, PLACES * 2)
  texts.value = {}
}
function leave(dimension: Dimension, i: number) {
  if (!wrong.value[idOf(dimension, i)]) delete texts.value[idOf(dimension, i)]
}
const focus = (id: string) => void nextTick(() => document.getElementById(id)?.focus())
/** Enter goes to the next reading, from the fourth or an empty one to the next dimension. */
function enter(dimension: Dimension, i: number) {
  const filled = bench.state.readings[dimension].length > i
  const on = DIMENSIONS[DIMENSIONS.indexOf(dimension) + 1]
  if (filled && i + 1 < PLACES) focus(idOf(dimension, i + 1))
  else if (on) focus(idOf(on, 0))
}
// A change from elsewhere (cleared, taken back, units) replaces what stands in the fields.
watch([() => bench.state.readings, () => session.units], () => {
  for (const id of Object.keys(texts.value)) if (!wrong.value[id] && document.activeElement?.id !== id) delete texts.value[id]
})

const RINGS = Array.from({ length: 9 }, (_, i) => ({ value: i + 1, label: String(i + 1) }))
const ring = ref(1)
function takeRing(chosen: number | null) {
  ring.value = chosen ?? 1
  if (connected.value) connect()
}
const connected = ref(false)
const revealed = ref('')
let gauge: (Gauge & { reveal: ReturnType<typeof standInGauge>['reveal'] }) | null = null
let stop = () => {}
function connect() {
  stop()
  revealed.value = ''
  gauge = standInGauge(ring.value)
  stop = gauge.onReading(({ dimension, valueMm }) => {
    const next = [...bench.state.readings[dimension], valueMm].slice(-PLACES * 2)
    bench.state.readings[dimension] = next
    if (next.length >= PLACES) active.value = DIMENSIONS[(DIMENSIONS.indexOf(dimension) + 1) % DIMENSIONS.length]!
  })
  connected.value = true
}
onBeforeUnmount(() => stop())
function send() {
  const dimension = active.value
  const place = bench.state.readings[dimension].length % PLACES
  gauge?.trigger({ dimension, instrument: bench.state.instruments[dimension], angleDeg: (place * 180) / PLACES })
}
function reveal() {
  const hidden = gauge!.reveal()
  revealed.value = `${hidden.row.designation}, worn ${session.withUnit(hidden.wearMm * 1000, 'fine', 0)}, oval ${session.withUnit(hidden.ovalMm * 1000, 'fine', 0)}`
}
const estimate = (dimension: Dimension) => bench.found?.values.estimates.find((e) => e.dimension === dimension)
const refusalOf = (dimension: Dimension) => (bench.refused?.field === `readings.${dimension}` ? bench.refused.words : '')
</script>

<template>
  <section aria-label="Measure">
    <h2>Measure</h2>
    <div v-for="dimension in DIMENSIONS" :key="dimension" class="dimension" :class="{ active: connected && active === dimension }">
      <div class="top">
        <h3>{{ dimension === 'outsideMm' ? 'outside' : DIMENSION_WORDS[dimension] }}</h3>
        <ListSelect
          :label="`Instrument for the ${DIMENSION_WORDS[dimension]}`"
          :options="INSTRUMENT_OPTIONS[dimension].map((value) => ({ value, label: value.replace('-', ' ') }))"
          :model-value="bench.state.instruments[dimension]"
          @update:model-value="$event && (bench.state.instruments[dimension] = $event)"
        />
        <span v-if="estimate(dimension)" class="mean number"
          >{{ session.show(estimate(dimension)!.meanMm, 'length', 3) }} <span class="soft">{{ session.unit('length') }}</span></span
        >
      </div>
      <div class="fields">
        <input
          v-for="i in fields(dimension)"
          :id="idOf(dimension, i)"
          :key="i"
          :aria-label="`${DIMENSION_WORDS[dimension]}, reading ${i + 1}`"
          :value="shown(dimension, i)"
          :aria-invalid="Boolean(wrong[idOf(dimension, i)])"
          autocomplete="off"
          inputmode="decimal"
          @input="set(dimension, i, ($event.target as HTMLInputElement).value)"
          @focus="active = dimension"
          @blur="leave(dimension, i)"
          @paste="paste(dimension, i, $event)"
          @keydown.enter.prevent="enter(dimension, i)"
        />
      </div>
      <p v-for="i in fields(dimension).filter((i) => wrong[idOf(dimension, i)])" :key="`w${i}`" class="wrong" role="alert">
        {{ wrong[idOf(dimension, i)] }}
      </p>
      <p v-if="refusalOf(dimension)" class="wrong" role="alert">{{ refusalOf(dimension) }}</p>
      <p v-else-if="estimate(dimension)" class="words" :class="estimate(dimension)!.spread">{{ estimate(dimension)!.words }}</p>
    </div>
    <div class="gauge">
      <label for="ring">Gauge stand-in: hidden ring</label>
      <ListSelect id="ring" label="Gauge stand-in: hidden ring" :options="RINGS" :model-value="ring" @update:model-value="takeRing" />
      <Button v-if="!connected" label="Connect" size="small" outlined @click="connect" />
      <template v-else>
        <Button :label="`Send ${DIMENSION_WORDS[active]}`" size="small" @click="send" />
        <button type="button" class="link-button" @click="reveal">what is it?</button>
      </template>
      <p v-if="revealed" class="soft small" role="status">{{ revealed }}</p>
    </div>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
}
.dimension {
  border-top: 1px solid var(--hair);
  padding: 6px 0 2px;
}
.active {
  box-shadow: -12px 0 0 -8px var(--damson);
}
.top {
  align-items: baseline;
  display: flex;
  gap: 10px;
}
.top h3::first-letter {
  text-transform: uppercase;
}
.mean {
  font-size: 1.5rem;
  margin-left: auto;
}
.fields {
  display: grid;
  gap: 6px;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  padding: 4px 0;
}
.fields input {
  background: var(--paper);
  border: 1px solid var(--outline);
  border-radius: 2px;
  color: var(--ink);
  font: 650 1.1rem var(--condensed);
  min-height: 40px;
  min-width: 0;
  padding: 2px 8px;
}
.fields input[aria-invalid='true'] {
  border-color: var(--rowan);
  box-shadow: inset 3px 0 var(--rowan);
}
.words,
.wrong {
  font-size: 0.9rem;
}
.words {
  color: var(--soft);
}
.uneven {
  color: var(--amber);
  font-weight: 600;
}
.apart,
.wrong {
  color: var(--rowan);
  font-weight: 600;
}
.gauge {
  align-items: center;
  border-top: 1px solid var(--hair);
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding-top: 8px;
}
.gauge label {
  color: var(--soft);
}
.gauge p {
  flex-basis: 100%;
}
</style>
