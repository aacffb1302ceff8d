<script setup lang="ts">
import Button from 'primevue/button'
import { placeRecord } from '../../../core/card/context.js'
import LeftBehind from '../../figures/LeftBehind.vue'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { AnswersOf } from '../../../core/card/fields.js'
import { TAKE_OFF_ANSWER_LABEL } from '../../../core/mounting/ways.js'
import FigureRow from '../../figures/FigureRow.vue'
import { figureText } from '../../figures/figureText.js'
import AnswerField from '../../fields/AnswerField.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import BringList from './BringList.vue'
import EmptyStation from './EmptyStation.vue'
import StationFrame from './StationFrame.vue'
import StepList from './StepList.vue'
import ToolNeeds from './ToolNeeds.vue'
import { toolTime } from './toolTime.js'

const card = useCard()
const session = useSession()
const result = computed(() => card.evaluation.mount)
const bringing = ref(false)
const edit = (patch: Partial<AnswersOf<'mount'>>) => card.edit('mount', patch)
const figure = (key: string) => result.value.figures.find((f) => f.key === key)
const KEY = {
  press: 'mount.pressForceN',
  heat: 'mount.setTemperatureC',
  chill: 'mount.chillClearanceUm',
  oil: 'mount.pressForceN',
} as const
const WORD = { press: 'to push', heat: 'to set', chill: 'of room', oil: 'without the oil' } as const

/** What each way would be done with, how long that takes and what it costs. */
const NEED = { press: 'press', heat: 'heater', chill: 'cold', oil: 'oil' } as const
function withTool(method: keyof typeof NEED): string {
  const need = result.value.tools?.find((n) => n.need === NEED[method])
  const offer = need?.offers.find((o) => o.name === need.picked)
  return offer ? [offer.name, toolTime(offer)].filter(Boolean).join(', ') : ''
}
/** Where the plant lists its heaters and presses nobody types them. */
const lists = (need: 'heater' | 'press') => Boolean(result.value.tools?.find((n) => n.need === need)?.offers.length)

const LIMITS = computed(() => [
  { value: 80, label: `${session.withUnit(80, 'temperature')}, sealed` },
  { value: 110, label: `${session.withUnit(110, 'temperature')}, open` },
  { value: 120, label: `${session.withUnit(120, 'temperature')}, open, at most` },
  { value: 150, label: `${session.withUnit(150, 'temperature')}, stabilised` },
  { value: 200, label: `${session.withUnit(200, 'temperature')}, stabilised` },
])
const COLD = computed(() => [
  { value: -25, label: `freezer, ${session.withUnit(-25, 'temperature')}` },
  { value: -78, label: `dry ice, ${session.withUnit(-78, 'temperature')}` },
  { value: -196, label: `nitrogen, ${session.withUnit(-196, 'temperature')}` },
])
const ratings = computed(() =>
  [20, 50, 100, 200, 500].map((kN) => ({
    value: kN * 1000,
    label: session.units === 'metric' ? `${kN} kN` : session.withUnit(kN * 1000, 'force'),
  })),
)

/** What does not stand with its way already. */
const more = computed(() => {
  const shown: readonly string[] = [...Object.values(KEY), result.value.hero?.key ?? '']
  return result.value.figures.filter((f) => f.value !== null && !shown.includes(f.key))
})
const hold = computed(() => card.evaluation.fit.hold)
const onTaper = computed(() => hold.value === 'sleeve' || hold.value === 'taper')
const drivenBy = computed(() => (card.evaluation.identify.row?.family === 'self-aligning-ball' ? 'angle' : 'reduction'))
const collar = computed(() => hold.value === 'collar')
const setAgainst = computed(() => result.value.plan.some((s) => s.key === 'setting'))
/** What an oven, a plate or a bath is set to, as asked or as a start; not there where another heater warms it. */
const setTo = computed(() => result.value.heaterSetC)
const endPlate = computed(() => [card.answers.arrange.innerLeft, card.answers.arrange.innerRight].includes('cover'))
/** How the old one comes off, the first choice first. */
const ways = computed(() =>
  [...(result.value.takeOff ?? []), 'none' as const].map((value) => ({ value, label: TAKE_OFF_ANSWER_LABEL[value] })),
)

const done = computed(() => {
  const here = card.plan.filter((s) => s.station === 'mount' && (s.scope === card.lead || s.scope === 'line')).map((s) => s.key)
  return card.stepStates.filter((s) => here.includes(s.key) && s.holds).length
})
</script>

<template>
  <StationFrame
    :result="result"
    drawing-title="Steps"
    :drawing-note="result.plan.length ? `${done} of ${result.plan.length} signed and holding` : 'The steps appear when the fit is settled.'"
    hide-figures
  >
    <template #drawing>
      <EmptyStation v-if="!result.plan.length" station="mount" />
      <div v-else class="ways">
        <RouterLink :to="`/jobs/${card.view!.job.id}/steps`">Step by step, in large letters</RouterLink>
        <Button
          outlined
          size="small"
          :label="bringing ? 'Leave the list' : 'What to bring'"
          :aria-expanded="bringing"
          @click="bringing = !bringing"
        />
      </div>
      <BringList v-if="bringing && result.plan.length" />
      <StepList station="mount" />
    </template>
    <template #entry>
      <LeftBehind :left="placeRecord(card.context, card.place).past.left ?? []" />
      <p v-if="result.plan.length" class="soft">
        What is packed and filled is settled at Lubricate; the release follows at Run in, and the card is closed at Inspect.
      </p>
    </template>
    <template #chart>
      <div v-if="result.offers.length" class="methods" role="radiogroup" aria-label="How it goes on">
        <label v-for="o in result.offers" :key="o.method" :class="{ chosen: o.method === result.method }">
          <input
            type="radio"
            name="method"
            :checked="o.method === result.method"
            :disabled="card.readOnly"
            @change="edit({ method: o.method })"
          />
          <span class="name">{{ o.label }}</span>
          <span v-if="figure(KEY[o.method])" class="figure"
            ><b class="number">{{ figureText(figure(KEY[o.method])!).number }}</b> {{ figureText(figure(KEY[o.method])!).unit }}
            {{ WORD[o.method] }}</span
          >
          <span class="state" :class="o.possible ? 'state-good' : 'state-stop'">{{
            o.method === result.recommended ? 'first choice' : o.possible ? 'possible' : 'not possible'
          }}</span>
          <span class="why">{{ session.say(o.why) }}</span>
          <span v-if="withTool(o.method)" class="why number">{{ withTool(o.method) }}</span>
        </label>
      </div>
      <ToolNeeds :needs="result.tools ?? []" />
      <div class="limits">
        <AnswerField v-if="result.outer" station="mount" name="outerMethod" :shown="result.outer" clearable />
        <template v-if="onTaper">
          <AnswerField station="mount" name="driveBy" :shown="drivenBy" clearable />
          <AnswerField station="mount" name="hydraulic" />
        </template>
        <AnswerField
          v-if="result.takeOff"
          station="mount"
          name="takeOff"
          :options="ways"
          :placeholder="result.comesOff ? `${TAKE_OFF_ANSWER_LABEL[result.comesOff]}, by the records` : 'nothing to take off'"
          clearable
        />
        <template v-if="result.method === 'heat' && !lists('heater')">
          <AnswerField station="mount" name="heater" placeholder="induction" clearable />
          <AnswerField station="mount" name="heaterKw" />
        </template>
        <AnswerField v-if="setTo !== undefined" station="mount" name="heaterSetC" :shown="setTo" clearable />
        <template v-if="endPlate">
          <AnswerField station="mount" name="endBoltMm" />
          <AnswerField station="mount" name="endBoltClass" />
        </template>
        <AnswerField v-if="collar || hold === 'screws'" station="mount" name="setScrewKey" />
        <AnswerField v-if="collar" station="mount" name="reversing" />
        <template v-if="result.hub">
          <AnswerField station="mount" name="hubLock" />
          <AnswerField station="mount" name="hubPitchMm" />
          <AnswerField station="mount" name="hubSlots" />
        </template>
        <template v-if="setAgainst">
          <AnswerField station="arrange" name="measuredPlayUm" />
          <AnswerField station="arrange" name="trialShimMm" />
          <AnswerField station="arrange" name="shimSide" />
          <AnswerField station="arrange" name="turnFromNm" />
          <AnswerField station="arrange" name="turnToNm" />
        </template>
        <AnswerField station="mount" name="standsIn" placeholder="the machine itself" clearable />
        <AnswerField v-if="result.block" station="mount" name="blockSeatMm" />
      </div>
      <details v-if="result.plan.length" class="came">
        <summary>How it came: store, knocks, drift</summary>
        <div class="limits">
          <AnswerField station="mount" name="handled" placeholder="nothing" clearable />
          <AnswerField station="mount" name="storeC" />
          <AnswerField station="mount" name="humidityPercent" />
          <AnswerField station="mount" name="shopC" />
          <AnswerField station="mount" name="drift" />
          <AnswerField v-if="result.method === 'chill' || result.outer === 'chill'" station="mount" name="drying" />
        </div>
      </details>
      <FigureRow v-for="f in more" :key="f.key" :figure="f" :moved="card.moved.get(`${card.scopeAt('mount')}/${f.key}`)" />
      <div v-if="result.offers.length" class="limits">
        <AnswerField station="mount" name="limitC" :options="LIMITS" />
        <AnswerField station="mount" name="chillToC" :options="COLD" />
        <AnswerField
          v-if="!lists('press')"
          station="mount"
          name="pressRatingN"
          :label="`Rating of the press (${session.unit('force')})`"
          :options="ratings"
        />
      </div>
    </template>
  </StationFrame>
</template>

<style scoped>
.ways {
  align-items: center;
  display: flex;
  font-weight: 600;
  gap: 20px;
  padding: 4px 0;
}
.methods {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(10rem, 1fr));
  margin-top: 6px;
}
.methods label {
  align-content: start;
  border: 1px solid var(--hair);
  cursor: pointer;
  display: grid;
  gap: 3px;
  margin-left: -1px;
  padding: 10px;
  position: relative;
}
.methods input {
  inset: 0;
  margin: 0;
  opacity: 0;
  position: absolute;
}
.methods label:focus-within {
  outline: 3px solid var(--ice);
  outline-offset: 2px;
}
.methods .chosen {
  background: var(--wash);
  border-color: var(--damson);
  box-shadow: inset 0 4px var(--damson);
  z-index: 1;
}
.name {
  font: 700 1.05rem var(--condensed);
}
.figure {
  color: var(--soft);
  font-family: var(--condensed);
}
.figure .number {
  color: var(--ink);
  font-size: 1.6rem;
}
.why {
  color: var(--soft);
  font-size: 0.875rem;
}
.came summary {
  cursor: pointer;
  font-weight: 600;
  padding: 6px 0;
}
.limits {
  display: grid;
  gap: 10px;
  grid-template-columns: repeat(auto-fill, minmax(10rem, 1fr));
  margin: 14px 0;
}
</style>
