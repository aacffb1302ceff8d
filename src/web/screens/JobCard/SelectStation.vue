<script setup lang="ts">
import Button from 'primevue/button'
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { insideOf, tiltOfRings, timesAsLong } from '../../../core/distribution/load-distribution.js'
import { ratedMrev } from '../../../core/life/curves.js'
import { LIFE_TARGETS, LIFE_TARGET_NAMES, SHOCKS } from '../../../core/life/targets.js'
import { keyOf, positionOf, scopeOf } from '../../../core/card/answers.js'
import { standingAt } from '../../../core/card/context.js'
import { oilOf } from '../../../core/card/film.js'
import type { Alternative } from '../../../core/card/stations/select.js'
import { lifeWords } from '../../../core/life/life-words.js'
import { withShare } from '../../../core/card/share.js'
import { lifeTogether } from '../../../core/card/together.js'
import FigureRow from '../../figures/FigureRow.vue'
import DrawingView from '../../drawing/DrawingView.vue'
import AnswerField from '../../fields/AnswerField.vue'
import { useCard } from '../../stores/card.js'
import { useRack } from '../../stores/rack.js'
import { useSession } from '../../stores/session.js'
import AdviceList from './AdviceList.vue'
import EmptyStation from './EmptyStation.vue'
import StationFrame from './StationFrame.vue'
import { useSection } from './useSection.js'

const card = useCard()
const session = useSession()
const rack = useRack()
const result = computed(() => card.evaluation.select)
const section = useSection(640, 400)
/** The chart comes with its station, not with the card. */
const LifeChart = defineAsyncComponent(() => import('./LifeChart.vue'))
const RackChoice = defineAsyncComponent(() => import('./RackChoice.vue'))
const LoadZone = defineAsyncComponent(() => import('./LoadZone.vue'))
const choosing = ref(false)
const inside = ref(false)
const together = computed(() => lifeTogether(card.line))
const target = computed(() => card.answers.select.target)
const wantedH = computed(() => (target.value ? LIFE_TARGETS[target.value].hours : null))
const row = computed(() => card.evaluation.identify.row)
/** How many stand there together: what they carry is no load for one of them. */
const standing = computed(() => standingAt(card.context, card.lead))
const alone = computed(() => standing.value.count < 2)
const duty = computed(() => withShare(card.evaluation.duty, result.value.share))
const safety = computed(() => (result.value.basis ? SHOCKS[card.answers.duty.shock!].staticSafety[result.value.basis.rollingElement] : 1))
/** How many times as long it would last if its rings did not tilt: reckoned off the page, where they do. */
const straight = ref(1)
const tilted = computed(() => {
  const tiltArcmin = row.value ? tiltOfRings(row.value, duty.value.slopeArcmin ?? 0) : 0
  const { radialN, axialN } = duty.value
  if (!tiltArcmin || !alone.value || radialN === null || axialN === null) return null
  const clearanceUm = card.evaluation.fit.clearance?.medianUm ?? 0
  return insideOf(row.value!, { clearanceUm, tiltArcmin, radialLoadN: radialN, axialLoadN: axialN })
})
watch(
  tilted,
  async (now) => {
    straight.value = 1
    if (!now) return
    const [leaning, upright] = await Promise.all([now, { ...now, tiltArcmin: 0 }].map((input) => rack.worker.distribution(input)))
    // What is not rated inside has no such life; a later question may have come.
    if (tilted.value === now && 'values' in leaning! && 'values' in upright!)
      straight.value = timesAsLong(upright.values, leaning.values.referenceLifeMrev)
  },
  { immediate: true },
)
/** Of oil its class stands with its sample, at Lubricate. */
const oil = computed(() => {
  const position = card.context.positions.find((p) => p.code === positionOf(card.place))
  return position ? oilOf(card.answers, position) : null
})
/** What the kinds of bearing are held against; a place that must float is one whose outer ring is free. */
const suited = computed(() => {
  const { basis } = result.value
  const { radialN, axialN } = duty.value
  if (!basis || !row.value || radialN === null || axialN === null) return null
  return {
    ...{ radialN, axialN, speedRpm: basis.speedRpm, boreMm: row.value.boreMm, outsideMm: row.value.outsideMm },
    ...{ shock: card.answers.duty.shock!, mustFloat: card.answers.arrange.held === false, wet: card.answers.duty.dirt === 'wet' },
    lubrication: oil.value?.feed,
    precise: card.answers.fit.precise ?? undefined,
    mustHold: card.answers.arrange.held ?? undefined,
    tiltDeg: duty.value.slopeArcmin ? duty.value.slopeArcmin / 60 : null,
  }
})
/** Another bearing goes in: what it is, over what and why stand on the card, and go back as one. */
function choose(designation: string, why: string) {
  const { place, lead } = card
  const own = (station: 'identify' | 'select', name: string) => keyOf(scopeOf(station, name, place, lead), station, name)
  card.endTyping()
  card.change({
    [own('select', 'chosen')]: designation,
    [own('select', 'chosenOver')]: row.value!.designation,
    [own('select', 'chosenWhy')]: why,
    [own('identify', 'designation')]: designation,
  })
  card.endTyping()
  choosing.value = false
}
const TARGETS = LIFE_TARGET_NAMES.map((value) => ({
  value,
  label: `${LIFE_TARGETS[value].label}, ${LIFE_TARGETS[value].hours / 1000} 000 h`,
}))
const RELIABILITY = [90, 95, 98, 99].map((value) => ({ value, label: `${value} of 100 reach it` }))
const WHICH = { smaller: 'next smaller', this: 'this one', larger: 'next larger' } as const
</script>

<template>
  <StationFrame :result="result" drawing-title="The bearing and its load" :drawing-note="section?.scale">
    <template #drawing>
      <DrawingView v-if="section" :drawing="section" />
      <EmptyStation v-else station="select" />
    </template>
    <template #entry>
      <div class="choices">
        <AnswerField station="select" name="target" :options="TARGETS" />
        <AnswerField station="select" name="reliabilityPercent" :options="RELIABILITY" />
        <AnswerField v-if="!oil" station="select" name="cleanliness" placeholder="by the surroundings" clearable />
        <AnswerField station="select" name="lifeSchool" />
        <AnswerField v-if="result.share" station="select" name="takes" placeholder="by its kind" clearable />
        <AnswerField station="inspect" name="inverterDrive" open />
        <AnswerField v-if="card.answers.inspect.inverterDrive" station="select" name="currentPath" clearable />
      </div>
      <template v-if="result.basis && row && alone">
        <Button
          :label="inside ? 'Leave the inside' : 'How the load spreads inside'"
          outlined
          :aria-expanded="inside"
          @click="inside = !inside"
        />
        <LoadZone
          v-if="inside"
          :key="row.designation"
          :row="row"
          :radial-n="duty.radialN!"
          :axial-n="duty.axialN!"
          :clearance-um="card.evaluation.fit.clearance?.medianUm ?? null"
          :slope-arcmin="duty.slopeArcmin ?? null"
          :rated-mrev="ratedMrev(result.basis, result.basis.equivalentLoadN)"
        />
      </template>
    </template>
    <template #chart>
      <LifeChart
        v-if="result.basis"
        :basis="result.basis"
        :wanted-h="wantedH"
        :straight="straight"
        :counts="card.answers.select.lifeSchool === 'modified' && result.modified ? 'modified' : 'rating'"
      />
    </template>
    <template #after>
      <AdviceList v-if="result.advice?.length" :advice="result.advice" />
      <FigureRow v-if="together" :figure="together" />
      <p v-if="result.basis && row" class="rack">
        <Button label="What of the rack would do here" outlined @click="choosing = true" />
      </p>
      <RackChoice
        v-if="choosing && result.basis && row && suited"
        :row="row"
        :basis="result.basis"
        :radial-n="duty.radialN!"
        :axial-n="duty.axialN!"
        :wanted-h="wantedH"
        :safety="safety"
        :duty="suited!"
        :together="standing"
        :read-only="card.readOnly"
        @choose="choose"
        @close="choosing = false"
      />
      <section v-if="result.alternatives.length" class="sizes" aria-label="One size down and up">
        <p class="soft">One size down and up, same series and load</p>
        <DataTable
          :value="result.alternatives"
          data-key="which"
          size="small"
          :row-class="(x: Alternative) => ({ this: x.which === 'this' })"
        >
          <Column header="Size"
            ><template #body="{ data }">{{ WHICH[(data as Alternative).which] }}</template></Column
          >
          <Column header="Bearing"
            ><template #body="{ data }"
              ><b class="number">{{ data.designation }}</b></template
            ></Column
          >
          <Column header="Life"
            ><template #body="{ data }"
              ><b class="number">{{ session.say(lifeWords(data.ratingLifeH)) }}</b></template
            ></Column
          >
          <Column header="Safety"
            ><template #body="{ data }"
              ><b class="number">{{ data.staticSafety.toFixed(1) }}</b></template
            ></Column
          >
          <Column header="Enough"
            ><template #body="{ data }"
              ><span class="state" :class="data.enough ? 'state-good' : 'state-caution'">{{
                data.enough ? 'enough' : 'short'
              }}</span></template
            ></Column
          >
        </DataTable>
      </section>
    </template>
  </StationFrame>
</template>

<style scoped>
.choices {
  display: grid;
  gap: 14px;
  grid-template-columns: 3fr 2fr;
}
.rack {
  margin: 10px 0;
}
.sizes {
  margin: 14px 0 6px;
}
.sizes :deep(tr.this) {
  box-shadow: inset 4px 0 var(--damson);
}
</style>
