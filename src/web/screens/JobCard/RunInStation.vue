<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { positionOf } from '../../../core/card/answers.js'
import AnswerField from '../../fields/AnswerField.vue'
import { useSession } from '../../stores/session.js'
import InstrumentChoice from './InstrumentChoice.vue'
import RunReadings from './RunReadings.vue'
import RunRound from './RunRound.vue'
import StationFrame from './StationFrame.vue'
import StepList from './StepList.vue'
import { useRuns } from './useRuns.js'

const { card, run, positions, of, nameOf } = useRuns()
const session = useSession()
const result = computed(() => card.evaluation.runin)
const a = computed(() => card.answers.runin)

/** The curve comes with its station, not with the card. */
const RunCurve = defineAsyncComponent(() => import('./RunCurve.vue'))
/** The run in hand of every position; of the one that is looked at, runs that were stopped before it too. */
const curves = computed(() =>
  positions.value.flatMap((code) => {
    const here = code === positionOf(card.place)
    const earlier = here
      ? Array.from({ length: run.value - 1 }, (_, i) => ({ name: `run ${i + 1}, stopped`, here: false, readings: of(code, i + 1) }))
      : []
    return [{ name: nameOf(code), here, readings: of(code) }, ...earlier]
  }),
)
/** What is read of vibration and noise. */
const METERED = [{ quantity: 'velocity' }, { quantity: 'sound' }] as const
/** What does not turn is not watched while it warms up. */
const motion = computed(() => card.evaluation.duty.motion?.kind ?? 'turns')
const measured = computed(() => a.value.vibrationRmsMmS !== null || a.value.noiseDb !== null)
</script>

<template>
  <StationFrame
    :result="result"
    :drawing-title="motion === 'turns' ? 'The first hours' : 'Before it is loaded'"
    :drawing-note="motion === 'turns' ? 'temperature of the housing, minutes since the start' : ''"
  >
    <template v-if="motion === 'turns'" #drawing
      ><RunCurve :runs="curves" :limit-c="a.limitC" :ambient-c="card.answers.duty.ambientC ?? 20"
    /></template>
    <template #entry>
      <RunRound v-if="motion === 'turns' && !card.readOnly && !result.stopped" />
      <p v-if="result.fieldErrors.readings" class="refusal" role="alert">{{ session.say(result.fieldErrors.readings) }}</p>
      <RunReadings v-if="motion === 'turns'" />
      <div class="choices">
        <AnswerField station="runin" name="freeTurn" open />
        <AnswerField v-if="motion !== 'stands'" station="runin" name="noise" open />
      </div>
      <div v-if="motion === 'turns'" class="grid">
        <AnswerField station="runin" name="vibrationRmsMmS" />
        <AnswerField station="runin" name="machineClass" />
        <AnswerField station="runin" name="limitC" />
        <AnswerField station="runin" name="noiseDb" />
        <AnswerField station="runin" name="currentA" />
        <AnswerField station="runin" name="ratedA" />
        <InstrumentChoice
          v-if="measured"
          id="readWith"
          label="Vibration and noise read with"
          :fields="METERED"
          :model-value="a.readWith"
          :disabled="card.readOnly"
          @update:model-value="card.edit('runin', { readWith: $event })"
        />
        <AnswerField v-if="card.evaluation.arrange.pair" station="runin" name="shaftNowC" />
        <AnswerField station="runin" name="stored" />
      </div>
    </template>
    <template #after>
      <div v-if="result.verdict.level === 'stop'" class="look" role="status">
        <h3>Look first at</h3>
        <ol>
          <li v-for="l in result.lookAt" :key="session.say(l)">{{ session.say(l) }}</li>
        </ol>
      </div>
      <StepList station="runin" />
    </template>
  </StationFrame>
</template>

<style scoped>
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
  grid-template-columns: repeat(auto-fill, minmax(10rem, 1fr));
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
