<script setup lang="ts">
import Button from 'primevue/button'
import FileUpload, { type FileUploadUploaderEvent } from 'primevue/fileupload'
import Textarea from 'primevue/textarea'
import { computed, ref } from 'vue'
import { LINE, keyOf } from '../../../core/card/answers.js'
import { MOST_STEPS, newStep, readSteps, type DutyStep, type ReadSteps } from '../../../core/life/duty-spectrum.js'
import { SHOCKS, SHOCK_NAMES } from '../../../core/life/targets.js'
import { wordsOf } from '../../../core/words/say.js'
import ListSelect from '../../fields/ListSelect.vue'
import QuantityField from '../../fields/QuantityField.vue'
import TickField from '../../fields/TickField.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'

/** How the running changes: steps typed, pasted or read from a file, and which of them does most of the damage. */
const card = useCard()
const session = useSession()
const KEY = keyOf(LINE, 'duty', 'spectrum')
const steps = computed(() => (card.lineAnswers[KEY] ?? []) as readonly DutyStep[])
const set = (list: readonly DutyStep[]) => card.change({ [KEY]: list })
function done(list: readonly DutyStep[]) {
  card.endTyping()
  set(list)
  card.endTyping()
}
const change = (i: number, patch: Partial<DutyStep>) => set(steps.value.map((s, k) => (k === i ? { ...s, ...patch } : s)))
const rest = computed(() => Math.round(10 * (100 - steps.value.reduce((sum, s) => sum + (s.sharePercent ?? 0), 0))) / 10)
/** The rest of the time is what a new step most likely runs. */
const add = () => done([...steps.value, { ...newStep(), sharePercent: rest.value > 0 ? rest.value : null }])
/** A machine that starts often: a run up, a run, a run down. */
const starts = () =>
  done([
    { ...newStep(), sharePercent: 0, speedRpm: 0, loadPercent: 100 },
    { ...newStep(), sharePercent: 5, loadPercent: 150, ramp: true },
    { ...newStep(), sharePercent: 90, loadPercent: 100 },
    { ...newStep(), sharePercent: 5, speedRpm: 0, loadPercent: 100, ramp: true },
  ])
const SHOCK_OPTIONS = SHOCK_NAMES.map((value) => ({ value, label: SHOCKS[value].label }))
const shares = computed(() => card.evaluation.select.changing?.damageShares ?? null)

const pasting = ref(false)
const text = ref('')
const wrong = ref<ReadSteps['wrong']>([])
async function read(list: string) {
  const { default: Papa } = await import('papaparse')
  const { data } = Papa.parse<string[]>(list.trim(), { skipEmptyLines: true })
  const found = readSteps(data, session.units)
  wrong.value = found.wrong
  if (found.wrong.length || !found.steps.length) return
  done(found.steps)
  text.value = ''
  pasting.value = false
}
async function file(event: FileUploadUploaderEvent) {
  const [chosen] = [event.files].flat()
  if (!chosen) return
  text.value = await chosen.text()
  pasting.value = true
  await read(text.value)
}
</script>

<template>
  <section class="spectrum" aria-label="How its running changes">
    <p v-if="!steps.length" class="soft">
      The machine runs as the duty says, all the time. Where speed or load change, say for which share of the time.
    </p>
    <div v-for="(s, i) in steps" :key="i" class="step" role="group" :aria-label="`Step ${i + 1}`">
      <b class="number">{{ i + 1 }}</b>
      <QuantityField
        :id="`step-${i}-share`"
        label="Of the time"
        quantity="percent"
        :decimals="1"
        :model-value="s.sharePercent"
        :disabled="card.readOnly"
        @update:model-value="change(i, { sharePercent: $event })"
      />
      <QuantityField
        :id="`step-${i}-speed`"
        label="Speed"
        quantity="speed"
        :model-value="s.speedRpm"
        :disabled="card.readOnly"
        @update:model-value="change(i, { speedRpm: $event })"
      />
      <QuantityField
        :id="`step-${i}-load`"
        label="Of the load"
        quantity="percent"
        :model-value="s.loadPercent"
        :disabled="card.readOnly"
        @update:model-value="change(i, { loadPercent: $event })"
      />
      <QuantityField
        :id="`step-${i}-temperature`"
        label="Bearing"
        quantity="temperature"
        :model-value="s.temperatureC"
        :disabled="card.readOnly"
        @update:model-value="change(i, { temperatureC: $event })"
      />
      <ListSelect
        label="Running in this step"
        :options="SHOCK_OPTIONS"
        :model-value="s.shock"
        :disabled="card.readOnly"
        placeholder="as the duty"
        clearable
        @update:model-value="change(i, { shock: $event })"
      />
      <TickField
        :id="`step-${i}-ramp`"
        label="ramp"
        :model-value="s.ramp"
        :disabled="i === 0 || card.readOnly"
        @update:model-value="change(i, { ramp: $event })"
      />
      <p class="share">
        {{ shares ? `${Math.round(shares[i]! * 100)} % of the damage` : '' }}
        <button v-if="!card.readOnly" type="button" class="link-button" @click="done(steps.filter((_, k) => k !== i))">
          take away<span class="visually-hidden"> step {{ i + 1 }}</span>
        </button>
      </p>
    </div>
    <p v-if="steps.length && rest !== 0" class="state state-caution">
      {{ rest > 0 ? `${rest} % of the time are not said yet.` : `${-rest} % too much.` }}
    </p>
    <div v-if="!card.readOnly" class="buttons">
      <Button label="Add a step" size="small" outlined :disabled="steps.length >= MOST_STEPS" @click="add" />
      <Button v-if="!steps.length" label="Starts and stops" size="small" outlined @click="starts" />
      <Button label="Paste a list" size="small" outlined :aria-expanded="pasting" @click="pasting = !pasting" />
      <FileUpload mode="basic" accept=".csv,.txt,text/csv,text/plain" choose-label="Read a file" auto custom-upload @uploader="file" />
      <button v-if="steps.length" type="button" class="link-button" @click="done([])">empty it</button>
    </div>
    <div v-if="pasting" class="paste">
      <label for="spectrum-text">
        A line for each step: share of the time in %, speed, load in % of the duty, temperature, shock, ramp. A first line may name them
        otherwise; hours become shares.
      </label>
      <Textarea id="spectrum-text" v-model="text" rows="5" auto-resize />
      <Button label="Take these steps" size="small" :disabled="!text.trim()" @click="read(text)" />
      <ul v-if="wrong.length" class="plain-list" role="alert">
        <li v-for="w in wrong" :key="`${w.line} ${w.code}`" class="state state-stop">Line {{ w.line }}: {{ session.say(wordsOf(w)) }}</li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.spectrum {
  display: grid;
  gap: 8px;
  margin-bottom: 12px;
}
.step {
  align-items: end;
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 4px 10px;
  grid-template-columns: 1.2rem repeat(4, minmax(0, 1fr));
  padding-bottom: 8px;
}
.step > .number {
  align-self: center;
}
.step > :deep(.p-select) {
  grid-column: 2;
}
.share {
  align-items: center;
  align-self: center;
  display: flex;
  font: 500 0.98rem var(--condensed);
  gap: 14px;
  grid-column: 4 / -1;
  justify-content: space-between;
}
.buttons,
.paste {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.paste {
  align-items: stretch;
  flex-direction: column;
}
</style>
