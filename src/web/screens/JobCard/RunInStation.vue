<script setup lang="ts">
import Button from 'primevue/button'
import { computed, defineAsyncComponent, nextTick, ref } from 'vue'
import { runReading } from '../../../contract/answers.js'
import { keyOf, positionOf } from '../../../core/card/answers.js'
import type { AnswersOf } from '../../../core/card/fields.js'
import type { RunReading } from '../../../core/runin/run-in.js'
import AnswerField from '../../fields/AnswerField.vue'
import FormPart from '../../fields/FormPart.vue'
import QuantityField from '../../fields/QuantityField.vue'
import SentForm from '../../fields/SentForm.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import StationFrame from './StationFrame.vue'
import StepList from './StepList.vue'

const card = useCard()
const session = useSession()
const result = computed(() => card.evaluation.runin)
const a = computed(() => card.answers.runin)
const edit = (patch: Partial<AnswersOf<'runin'>>) => card.edit('runin', patch)

const STEP_MIN = 20
const next = () => (a.value.readings.length ? Math.max(...a.value.readings.map((r) => r.minute)) + STEP_MIN : 0)
const round = ref(0)

/** Enter takes the reading and makes ready for the next one. */
async function add({ minute, temperatureC }: RunReading) {
  const others = a.value.readings.filter((r) => r.minute !== minute)
  edit({ readings: [...others, { minute, temperatureC }].sort((x, y) => x.minute - y.minute) })
  round.value += 1
  await nextTick()
  document.getElementById('newTemperature')?.focus()
}
const remove = (reading: RunReading) => edit({ readings: a.value.readings.filter((r) => r !== reading) })

/** The curve comes with its station, not with the card. */
const RunCurve = defineAsyncComponent(() => import('./RunCurve.vue'))
const runs = computed(() => {
  const positions = [...new Set(card.line.order.map((o) => positionOf(o.place)))]
  return positions.map((code) => ({
    name: card.nameOf(code) || 'this position',
    here: code === positionOf(card.place),
    readings: (card.lineAnswers[keyOf(code, 'runin', 'readings')] ?? []) as RunReading[],
  }))
})
</script>

<template>
  <StationFrame :result="result" drawing-title="The first hours" drawing-note="temperature of the housing, minutes since the start">
    <template #drawing><RunCurve :runs="runs" :limit-c="a.limitC" :ambient-c="card.answers.duty.ambientC ?? 20" /></template>
    <template #entry>
      <SentForm
        v-if="!card.readOnly"
        :key="round"
        class="reading"
        late
        :schema="runReading"
        :initial="{ minute: next(), temperatureC: null }"
        :send="add"
      >
        <FormPart id="newMinute" name="minute" :control="QuantityField" label="Minutes since start" quantity="minutes" />
        <FormPart id="newTemperature" name="temperatureC" :control="QuantityField" label="Temperature" quantity="temperature" />
        <Button type="submit" label="Note it" />
      </SentForm>
      <p v-if="result.fieldErrors.readings" class="refusal" role="alert">{{ session.say(result.fieldErrors.readings) }}</p>
      <ul v-if="a.readings.length" class="plain-list readings" aria-label="Readings of the run">
        <li v-for="r in a.readings" :key="r.minute">
          <span class="soft">{{ r.minute }} min</span> <b class="number">{{ session.withUnit(r.temperatureC, 'temperature') }}</b>
          <button v-if="!card.readOnly" type="button" class="link-button" @click="remove(r)">
            remove<span class="visually-hidden"> the reading at {{ r.minute }} min</span>
          </button>
        </li>
      </ul>
      <div class="choices">
        <AnswerField station="runin" name="freeTurn" open />
        <AnswerField station="runin" name="noise" open />
      </div>
      <div class="grid">
        <AnswerField station="runin" name="vibrationRmsMmS" />
        <AnswerField station="runin" name="machineClass" />
        <AnswerField station="runin" name="limitC" />
        <AnswerField station="runin" name="noiseDb" />
        <AnswerField station="runin" name="currentA" />
        <AnswerField station="runin" name="ratedA" />
        <AnswerField station="runin" name="stored" />
      </div>
    </template>
    <template #after>
      <div v-if="result.verdict.level === 'stop'" class="look" role="status">
        <h3>Look first at</h3>
        <ol>
          <li v-for="l in result.lookAt" :key="l">{{ session.say(l) }}</li>
        </ol>
      </div>
      <StepList station="runin" />
    </template>
  </StationFrame>
</template>

<style scoped>
.reading {
  align-items: end;
  display: grid;
  gap: 12px;
  grid-template-columns: 1fr 1fr auto;
}
.reading > :last-child {
  min-height: 42px;
}
.readings {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  padding: 8px 0;
}
.readings li {
  align-items: baseline;
  display: flex;
  gap: 6px;
}
.refusal {
  color: var(--rowan);
  font-weight: 600;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
}
.grid {
  display: grid;
  gap: 8px 14px;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  margin-top: 10px;
}
.look {
  background: var(--rowan-wash);
  border-left: 4px solid var(--rowan);
  margin: 10px 0;
  padding: 8px 14px;
}
.look ol {
  margin: 4px 0 0;
  padding-left: 1.2rem;
}
</style>
