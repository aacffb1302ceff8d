<script setup lang="ts">
import { useEventListener, useNow } from '@vueuse/core'
import Button from 'primevue/button'
import { computed, nextTick, ref } from 'vue'
import { runRound } from '../../../contract/answers.js'
import { LINE, type Scope } from '../../../core/card/answers.js'
import { fieldOf } from '../../../core/card/fields.js'
import { nextMinute } from '../../../core/runin/run-in.js'
import { serverNow } from '../../clock.js'
import { readSent } from '../../devices/wedge.js'
import FormPart from '../../fields/FormPart.vue'
import QuantityField from '../../fields/QuantityField.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'
import { useGauges } from '../../stores/gauges.js'
import { useSession } from '../../stores/session.js'
import GaugePanel from '../StepByStep/GaugePanel.vue'
import { useGauge } from '../StepByStep/useGauge.js'
import InstrumentChoice from './InstrumentChoice.vue'
import { useRuns } from './useRuns.js'

/** A round of readings: one temperature for each position of the card, typed or from a gauge, at the minute of the run's clock. */
const { card, run, positions, all, of, nameOf } = useRuns()
const session = useSession()
const gauges = useGauges()
const label = (code: Scope) => (positions.value.length > 1 ? `Temperature, ${nameOf(code)}` : 'Temperature')
const idOf = (code: Scope) => `newTemperature-${code}`

/** Minutes of the clock that both people see; null while nobody has said when it started. */
const tick = useNow({ interval: 1000 })
const elapsedS = computed(() => {
  const began = Date.parse(card.answers.runin.startedAt ?? '')
  return Number.isFinite(began) && tick.value ? Math.max(0, (serverNow() - began) / 1000) : null
})
const clock = computed(() => {
  const s = Math.floor(elapsedS.value ?? 0)
  return [Math.floor(s / 3600), Math.floor(s / 60) % 60, s % 60].map((n) => String(n).padStart(2, '0')).join(':')
})
const begin = () => card.edit('runin', { startedAt: new Date(serverNow()).toISOString() })

const minuteNow = computed(() =>
  elapsedS.value === null ? nextMinute(positions.value.map((code) => of(code))) : Math.floor(elapsedS.value / 60),
)
const missing = () => positions.value.find((code) => !of(code).some((r) => r.minute === minuteNow.value))

const round = ref(0)
const schema = computed(() => runRound(positions.value))
const initial = computed(() => ({
  minute: null,
  ...Object.fromEntries(positions.value.map((code) => [code, null])),
}))
const read = (typed: Record<string, unknown>) => ({ ...typed, minute: typed.minute ?? minuteNow.value })
/** Enter takes what is filled in and makes ready for the next one. */
async function add({ minute, ...read }: Record<string, number | null> & { minute: number }) {
  const instrument = gauges.usual(card.context.plant.instruments, 'temperature')
  for (const code of positions.value) if (typeof read[code] === 'number') note(code, minute, read[code], instrument)
  round.value += 1
  await nextTick()
  document.getElementById(idOf(missing() ?? positions.value[0]!))?.focus()
}
function note(code: Scope, minute: number, temperatureC: number, instrument: string | null) {
  const others = all(code).filter((r) => r.minute !== minute || (r.run ?? 1) !== run.value)
  const reading = { minute, temperatureC, ...(instrument && { with: instrument }), ...(run.value > 1 && { run: run.value }) }
  card.edit('runin', { readings: [...others, reading].sort((x, y) => x.minute - y.minute) }, code)
}

/** What a gauge can go into besides the temperatures. */
const OTHERS = ['vibrationRmsMmS', 'noiseDb', 'currentA', 'shaftNowC'] as const
const inHand = ref<string>('')
useEventListener(document, 'focusin', (event) => (inHand.value = event.target instanceof HTMLElement ? event.target.id : ''))
const other = computed(() => OTHERS.find((name) => name === inHand.value))
const quantity = computed(() => (other.value ? fieldOf('runin', other.value)!.quantity : 'temperature'))
let back = (): void => undefined
const { heard, hears } = useGauge(
  (sent, by) => {
    const value = readSent(sent, quantity.value, session.units)
    if (!value.ok || card.readOnly) {
      heard.value = value.ok ? '' : value.message
      return
    }
    const using = by ?? gauges.usual(card.context.plant.instruments, quantity.value)
    const name = other.value
    if (name) {
      const before = card.answers.runin[name]
      back = () => card.edit('runin', { [name]: before })
      const said = name === 'vibrationRmsMmS' || name === 'noiseDb' ? { readWith: using } : {}
      card.edit('runin', { [name]: value.value, ...said })
      heard.value = `From the gauge: ${session.withUnit(value.value, quantity.value)} into ${fieldOf('runin', name)!.label}.`
      return
    }
    const code = positions.value.find((c) => idOf(c) === inHand.value) ?? missing() ?? positions.value[0]!
    const [minute, before] = [minuteNow.value, all(code)]
    back = () => card.edit('runin', { readings: before }, code)
    note(code, minute, value.value, using)
    heard.value = `From the gauge: ${session.withUnit(value.value, 'temperature')} at ${minute} min${positions.value.length > 1 ? `, ${nameOf(code)}` : ''}.`
  },
  () => back(),
)
useEventListener(window, 'keydown', hears, { capture: true })

const usual = computed(() => gauges.usual(card.context.plant.instruments, 'temperature'))

/** A run that is stopped says why before anything else. */
const stopping = ref(false)
const why = ref<string | null>(null)
function askWhy() {
  why.value = card.evaluation.runin.verdict.level === 'stop' ? card.evaluation.runin.verdict.word : null
  stopping.value = true
}
function stop() {
  if (!why.value) return
  const stops = card.answers.runin.stops
  card.edit('runin', { stops: [...stops, { run: run.value, why: why.value, found: null }] }, LINE)
  stopping.value = false
}
</script>

<template>
  <div class="round">
    <div class="clock">
      <template v-if="elapsedS === null">
        <Button outlined label="It starts now" @click="begin" />
        <span class="soft small">starts the clock of this run, for everybody who has the card open</span>
      </template>
      <template v-else>
        <b class="number" role="timer">{{ clock }}</b>
        <span class="soft"
          >since the start<template v-if="run > 1">, run {{ run }}</template></span
        >
      </template>
      <Button v-if="!stopping" class="stop" severity="danger" outlined label="Stop the run" @click="askWhy" />
    </div>
    <form v-if="stopping" class="why" @submit.prevent="stop">
      <TextField id="stop-why" v-model="why" label="Why it is stopped" :most="200" begin />
      <Button type="submit" severity="danger" label="Stopped" :disabled="!why" />
      <Button outlined label="It runs on" @click="stopping = false" />
    </form>
    <SentForm :key="`${round}/${run}`" class="reading" late :schema="schema" :initial="initial" :read="read" :send="add">
      <FormPart id="newMinute" name="minute" :control="QuantityField" label="Minutes since start" quantity="minutes" />
      <FormPart
        v-for="code in positions"
        :id="idOf(code)"
        :key="code"
        :name="code"
        :control="QuantityField"
        :label="label(code)"
        quantity="temperature"
      />
      <Button type="submit" label="Note it" />
    </SentForm>
    <p class="soft small">Minutes left empty: {{ elapsedS === null ? minuteNow : 'those of the clock' }}.</p>
    <p v-if="heard" class="soft" role="status">{{ heard }}</p>
    <div class="with">
      <InstrumentChoice id="run-with" label="Temperatures read with" :fields="[{ quantity: 'temperature' }]" :model-value="usual" />
      <GaugePanel class="panel" :field="{ quantity }" />
    </div>
  </div>
</template>

<style scoped>
.clock {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-bottom: 8px;
}
.clock .number {
  font-size: 1.9rem;
  line-height: 1;
}
.stop {
  margin-left: auto;
}
.why {
  align-items: end;
  background: var(--rowan-wash);
  border-left: 4px solid var(--rowan);
  display: grid;
  gap: 8px 12px;
  grid-template-columns: minmax(0, 1fr) auto auto;
  margin-bottom: 8px;
  padding: 8px 12px;
}
.reading {
  align-items: end;
  display: grid;
  gap: 12px;
  grid-template-columns: repeat(auto-fit, minmax(8.5rem, 1fr));
}
.reading > :last-child {
  min-height: 42px;
}
.with {
  align-items: start;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
}
.panel {
  border: 0;
  flex: 1;
  margin: 0;
}
</style>
