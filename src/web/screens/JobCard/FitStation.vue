<script setup lang="ts">
import Button from 'primevue/button'
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import { computed, defineAsyncComponent, ref } from 'vue'
import type { FitAnswers } from '../../../core/card/answers.js'
import { placeRecord, standingAt } from '../../../core/card/context.js'
import { clearanceBand, toleranceZones } from '../../../core/drawing/fit-charts.js'
import { clearanceFrom } from '../../../core/fits/clearance-group.js'
import { CLEARANCE_GROUPS, groupMark } from '../../../core/bearing/clearance.js'
import { whatIf } from '../../../core/fits/what-if.js'
import { wordsOf } from '../../../core/words/say.js'
import { HOUSING_CLASSES, SHAFT_CLASSES } from '../../../core/tolerances/iso286-tables.js'
import { fieldOf } from '../../../core/card/fields.js'
import { accuraciesOf } from '../../../core/tolerances/ring.js'
import { inLightAlloy } from '../../../core/card/stations/fit.js'
import { playsAsPair } from '../../../core/card/stations/fit-pair.js'
import { seatedAs } from '../../../core/card/stations/fit-seats.js'
import DrawingView from '../../drawing/DrawingView.vue'
import AnswerField from '../../fields/AnswerField.vue'
import ChoiceField from '../../fields/ChoiceField.vue'
import DecisionChoice from '../../fields/DecisionChoice.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import EmptyStation from './EmptyStation.vue'
import StationFrame from './StationFrame.vue'
import SeatSheet from './SeatSheet.vue'
import SeatZones from './SeatZones.vue'
import { useSection } from './useSection.js'

const card = useCard()
const session = useSession()
const result = computed(() => card.evaluation.fit)
const a = computed(() => card.answers.fit)
const section = useSection(640, 236)
const edit = (patch: Partial<FitAnswers>) => card.edit('fit', patch)
const um = (value: number) => session.show(value, 'fine')

const zones = computed(() => (result.value.housing ? toleranceZones(result.value.shaft, result.value.housing, 640, 140, um) : null))
const band = computed(() => (result.value.clearance ? clearanceBand(result.value.clearance.stages, 500, 118, um) : null))
/** The chart comes when somebody wants it. */
const AssemblyChart = defineAsyncComponent(() => import('./AssemblyChart.vue'))
const drawn = ref(false)
/** What the assemblies are drawn from: the row, its group and the seats as they stand here. */
const assembly = computed(() => {
  const { row } = card.evaluation.identify
  const { clearance, group, shaft, housing } = result.value
  const { innerRingC, outerRingC } = card.answers.duty
  if (!row || !clearance || !group || !shaft || !housing || innerRingC === null || outerRingC === null) return null
  const { family, boreMm, outsideMm, innerRacewayMm, outerRacewayMm } = row
  return {
    ...{ family, boreMm, outsideMm, innerRacewayMm, outerRacewayMm, group, innerRingC, outerRingC },
    ...seatedAs(card.answers, row, shaft, housing),
  }
})
/** Nothing follows from a group where the clearance is set when mounted, or comes from a sheet. */
const grouped = computed(() => {
  const { row } = card.evaluation.identify
  return row === null || clearanceFrom(row) === 'table'
})
const GROUP_OPTIONS = CLEARANCE_GROUPS.map((value) => ({ value, label: value === 'N' ? 'CN' : groupMark(value) }))
const classes = (list: readonly string[], recommended: string | undefined, standing: string | undefined) =>
  (standing && !list.includes(standing) ? [standing, ...list] : list).map((value) => ({
    value,
    label: value === recommended ? `${value}, advised` : value,
  }))
const named = computed(() => card.evaluation.identify.row ?? { form: '' })
const accuracies = computed(() =>
  accuraciesOf(named.value).map((value) => ({
    value,
    label: fieldOf('fit', 'accuracy')!.words[value] ?? value,
  })),
)
/** As it is marked where nobody chose another; an inch set that says nothing is of its usual class. */
const accuracy = computed(() => {
  const { accuracy: marked } = card.evaluation.identify
  const counts = a.value.accuracy === 'normal' && marked ? marked : a.value.accuracy
  return accuracies.value.find((o) => o.value === counts)?.value ?? accuracies.value[0]!.value
})
const advisedShaft = computed(() => result.value.recommended?.shaftClass)
const advisedHousing = computed(() => result.value.recommended?.housingClass)
const advised = computed(() => ({ shaftClass: advisedShaft.value, housingClass: advisedHousing.value }))
/** What stands where nobody chooses: the class of the records, else the one that is advised. */
const standing = computed(() => {
  const { shaftSeat, housingSeat } = placeRecord(card.context, card.lead)
  return {
    shaftClass: shaftSeat?.toleranceClass ?? advised.value.shaftClass,
    housingClass: housingSeat?.toleranceClass ?? advised.value.housingClass,
  }
})
const shaftClasses = computed(() => classes(SHAFT_CLASSES, advisedShaft.value, standing.value.shaftClass))
const housingClasses = computed(() => classes(HOUSING_CLASSES, advisedHousing.value, standing.value.housingClass))
/** A class of one's own; the one that stands anyway is no choice. */
const choose = (field: 'shaftClass' | 'housingClass', name: string | null) =>
  edit({ [field]: name === standing.value[field] ? null : name })
/** The seat whose measurement sheet lies open. */
const sheet = ref<'shaft' | 'housing' | null>(null)
const MEASURED = computed(() => [
  ...(result.value.shaft ? [{ seat: 'shaft' as const, label: 'Measure the shaft seat' }] : []),
  ...(result.value.housing ? [{ seat: 'housing' as const, label: 'Measure the housing seat' }] : []),
])
const looked = ref(false)
const ABUTMENTS = ['ShoulderMm', 'FilletMm', 'RunoutUm'] as const
const steps = computed(() => (looked.value && assembly.value ? whatIf(assembly.value) : []))
const asPair = computed(() => {
  const { row } = card.evaluation.identify
  return row !== null && playsAsPair(row, standingAt(card.context, card.lead))
})
const TICKS = ['split', 'thinWall', 'lightAlloy', 'heatThroughShaft', 'precise'] as const
</script>

<template>
  <StationFrame :result="result" drawing-title="The seats" :drawing-note="section?.scale">
    <template #drawing>
      <DrawingView v-if="section" :drawing="section" />
      <SeatZones
        v-if="zones"
        :drawing="zones"
        :sizes="{ shaft: result.shaft?.sizeMm ?? null, housing: result.housing!.sizeMm }"
        :classes="{ shaft: result.shaft?.toleranceClass ?? '', housing: result.housing!.toleranceClass }"
        :read-only="card.readOnly"
        @change="(seat, name) => choose(`${seat}Class`, name)"
        @done="card.endTyping()"
      />
      <EmptyStation v-if="!section" station="fit" />
    </template>
    <template #entry>
      <div class="grid">
        <ChoiceField
          v-if="result.hold !== 'none'"
          id="shaftClass"
          label="Shaft class"
          :options="shaftClasses"
          :model-value="a.shaftClass ?? standing.shaftClass ?? null"
          :disabled="card.readOnly"
          :error="result.fieldErrors.shaftClass"
          @update:model-value="choose('shaftClass', $event)"
        />
        <ChoiceField
          id="housingClass"
          label="Housing class"
          :options="housingClasses"
          :model-value="a.housingClass ?? standing.housingClass ?? null"
          :disabled="card.readOnly"
          :error="result.fieldErrors.housingClass"
          @update:model-value="choose('housingClass', $event)"
        />
        <ChoiceField
          id="accuracy"
          label="Bearing accuracy"
          :options="accuracies"
          :model-value="accuracy"
          :disabled="card.readOnly"
          :error="result.fieldErrors.accuracy"
          @update:model-value="edit({ accuracy: $event ?? 'normal' })"
        />
        <AnswerField station="fit" name="loadBands" />
      </div>
      <div class="measure">
        <Button
          v-for="m in MEASURED"
          :key="m.seat"
          v-memo="[m.label, sheet === m.seat]"
          outlined
          size="small"
          :label="m.label"
          :aria-expanded="sheet === m.seat"
          @click="sheet = sheet === m.seat ? null : m.seat"
        />
      </div>
      <SeatSheet
        v-if="sheet && result[sheet]"
        :key="`${card.place} ${sheet}`"
        :seat="sheet"
        :nominal-mm="result[sheet]!.sizeMm"
        :tolerance-class="result[sheet]!.toleranceClass"
      />
      <div v-if="sheet" class="grid abutments">
        <AnswerField station="fit" :name="sheet === 'shaft' ? 'shaftBoreMm' : 'housingOutsideMm'" />
        <AnswerField v-for="name in ABUTMENTS" :key="name" station="fit" :name="sheet + name" />
      </div>
      <div class="ticks">
        <AnswerField
          v-for="name in TICKS"
          :key="name"
          station="fit"
          :name="name"
          :shown="name === 'lightAlloy' && inLightAlloy(card.answers)"
        />
      </div>
    </template>
    <template #chart>
      <AnswerField v-if="card.evaluation.identify.row?.boreTaper" station="fit" name="unmountedUm" />
      <AnswerField v-if="card.evaluation.identify.row?.boreTaper" station="fit" name="drivenUm" />
      <template v-if="asPair">
        <AnswerField v-if="card.answers.fit.pairPlayUm === null" station="fit" name="pairPreload" clearable />
        <AnswerField station="fit" name="pairPlayUm" />
      </template>
      <DrawingView v-if="band" :drawing="band" />
      <template v-if="assembly">
        <Button
          :label="drawn ? 'Leave the assemblies' : 'As 100,000 assemblies'"
          outlined
          size="small"
          class="assemblies"
          :aria-expanded="drawn"
          @click="drawn = !drawn"
        />
        <Button
          :label="looked ? 'Leave the steps' : 'What one step does'"
          outlined
          size="small"
          class="assemblies"
          :aria-expanded="looked"
          @click="looked = !looked"
        />
        <AssemblyChart v-if="drawn" :input="assembly" />
        <DataTable v-if="looked" :value="steps" size="small" aria-label="What one step does">
          <Column header="With"
            ><template #body="{ data }">{{ session.say(wordsOf(data.step)) }}</template></Column
          >
          <Column :header="`Left when hot, ${session.unit('fine')}`"
            ><template #body="{ data }"
              ><b class="number">{{ um(data.p025Um) }} to {{ um(data.p975Um) }}</b></template
            ></Column
          >
          <Column header="Without clearance"
            ><template #body="{ data }"
              ><span class="state" :class="data.shareBelowZero > 0.025 ? 'state-caution' : 'state-good'"
                >{{ Math.round(100 * data.shareBelowZero) }} of 100</span
              ></template
            ></Column
          >
        </DataTable>
      </template>
      <DecisionChoice
        v-if="!asPair && grouped"
        id="fit-group"
        label="Clearance group that goes in"
        :options="GROUP_OPTIONS"
        :model-value="result.group"
        :disabled="card.readOnly"
        @update:model-value="edit({ group: $event })"
      />
    </template>
  </StationFrame>
</template>

<style scoped>
.grid {
  display: grid;
  gap: 10px 12px;
  grid-template-columns: repeat(auto-fill, minmax(9rem, 1fr));
}
.measure {
  display: flex;
  gap: 12px;
  margin: 12px 0 6px;
}
.abutments {
  margin-bottom: 8px;
}
.assemblies {
  margin: 4px 12px 10px 0;
}
.ticks {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  margin-top: 6px;
}
</style>
