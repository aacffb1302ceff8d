<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { LINE, keyOf, positionOf, type Scope } from '../../../core/card/answers.js'
import AnswerField from '../../fields/AnswerField.vue'
import ChoiceField from '../../fields/ChoiceField.vue'
import DecisionChoice from '../../fields/DecisionChoice.vue'
import { useCard } from '../../stores/card.js'
import { addressOf } from '../../../contract/addresses.js'
import ArrangementView from './ArrangementView.vue'
import ConversionPath from './ConversionPath.vue'
import StationFrame from './StationFrame.vue'
import { useZero } from './useZero.js'

const card = useCard()
const result = computed(() => card.evaluation.arrange)
const positions = computed(() => card.view!.line.positions)
const many = computed(() => positions.value.length > 2)
const HELD_OPTIONS = [
  { value: true, label: 'held' },
  { value: false, label: 'free' },
] as const
const SHARED = ['shaftMaterial', 'housingMaterial', 'assemblyC', 'shaftHotC', 'housingHotC'] as const
const held = (code: string) => (card.lineAnswers[keyOf(code, 'arrange', 'held')] ?? null) as boolean | null

/** The support whose rings are looked at: that of the place in hand until another is pressed. */
const hand = ref<Scope>(positionOf(card.place))
watch(
  () => card.place,
  (place) => (hand.value = positionOf(place)),
)
const inHand = computed(() => positions.value.find((p) => p.code === hand.value) ?? positions.value[0]!)
const nameOf = (i: number) => positions.value[i]?.name ?? ''
const schemes = computed(() =>
  (result.value.schemes ?? []).map((scheme, value) => ({
    value,
    scheme,
    label:
      scheme.kind === 'locating'
        ? `${nameOf(scheme.holder!)} holds, the rest is free`
        : scheme.kind === 'crossed'
          ? 'each end holds one way'
          : `set against each other, ${scheme.facing}`,
  })),
)
/** The scheme that stands: who holds and, of two that face each other, how. */
const scheme = computed(() => {
  const { holding } = result.value
  const stands = schemes.value.find(({ scheme: { kind, facing, supports } }) => {
    if (kind === 'crossed') return holding === 'crossed'
    if (kind === 'adjusted') return holding === 'adjusted' && card.answers.arrange.facing === facing
    return holding === 'one' && supports.every((s, i) => s.held === held(positions.value[i]!.code))
  })
  return stands?.value ?? null
})
/** All that a scheme says of every support, as one change. */
function arrange(value: number) {
  const { supports, facing } = schemes.value[value]!.scheme
  card.endTyping()
  card.change({
    ...Object.fromEntries(
      supports.flatMap(({ held: holds, outer }, i) => {
        const own = (name: string) => keyOf(positions.value[i]!.code, 'arrange', name)
        return [
          [own('held'), holds],
          [own('outerLeft'), outer[0]],
          [own('outerRight'), outer[1]],
        ]
      }),
    ),
    ...(facing && { [keyOf(LINE, 'arrange', 'facing')]: facing }),
  })
  card.endTyping()
}
/** Where metal must come off a cover. */
const cut = computed(() => positions.value.filter((p) => result.value.float[p.code]?.metal))
const PAIR = ['hotPlayUm', 'measuredPlayUm', 'trialShimMm', 'shimSide', 'turnFromNm', 'turnToNm'] as const
const ENDS = ['outerLeft', 'outerRight', 'innerLeft', 'innerRight'] as const
const { zero } = useZero()
</script>

<template>
  <StationFrame
    :result="result"
    drawing-title="What holds, what lets go"
    drawing-note="press a support to say what its rings stand against"
  >
    <template #drawing><ArrangementView v-model="hand" /></template>
    <template #chart>
      <template v-if="result.holding === 'adjusted'">
        <AnswerField station="arrange" name="facing" open />
        <div class="grid pair">
          <AnswerField v-for="name in PAIR" :key="name" station="arrange" :name="name" clearable />
        </div>
      </template>
      <AnswerField station="arrange" name="growthSchool" open :shown="card.context.plant.schools.growth" />
    </template>
    <template #after>
      <p v-for="p in cut" :key="p.code">
        <a :href="addressOf('sketchPdf', { id: card.view!.job.id }, { position: p.code })" target="_blank"
          >Sketch for the machinist, {{ p.name }}</a
        >
      </p>
      <ConversionPath />
    </template>
    <template #entry>
      <ChoiceField
        v-if="schemes.length"
        id="scheme"
        class="scheme"
        label="Arranged so"
        placeholder="as it is"
        :options="schemes"
        :model-value="scheme"
        :disabled="card.readOnly"
        @update:model-value="$event !== null && arrange($event)"
      />
      <div v-for="p in positions" :key="p.code" class="support" role="group" :aria-label="p.name">
        <DecisionChoice
          :id="`held-${p.code}`"
          :label="`Outer ring at the ${p.name}`"
          :options="HELD_OPTIONS"
          :model-value="held(p.code)"
          :disabled="card.readOnly"
          @update:model-value="card.edit('arrange', { held: $event }, p.code)"
        />
        <AnswerField v-if="held(p.code) !== true" station="arrange" name="floatPresentMm" :at="p.code" :label="`Float at the ${p.name}`" />
        <AnswerField
          v-if="many"
          station="arrange"
          name="alongMm"
          :at="p.code"
          :label="`The ${p.name}, from ${zero.label}`"
          :shown="p.alongMm"
          :from="zero.mm"
        />
      </div>
      <fieldset class="ends">
        <legend>What the rings stand against, {{ inHand.name }}</legend>
        <AnswerField v-for="name in ENDS" :key="name" station="arrange" :name="name" :at="inHand.code" clearable />
        <AnswerField station="arrange" name="spigotMm" :at="inHand.code" />
      </fieldset>
      <div class="grid">
        <AnswerField v-if="!many" station="arrange" name="spanMm" />
        <AnswerField v-for="name in SHARED" :key="name" station="arrange" :name="name" />
        <AnswerField station="arrange" name="hotterK" />
        <AnswerField station="arrange" name="coldestC" />
      </div>
      <p class="soft small">Hotter still: process heat, full load, a summer’s day, an oven fan left standing?</p>
      <div class="grid">
        <AnswerField station="arrange" name="coupledTo" clearable />
        <AnswerField station="arrange" name="couplingGapMm" />
        <AnswerField station="arrange" name="couplingAllowsMm" />
        <AnswerField station="arrange" name="coupledPushMm" />
      </div>
    </template>
  </StationFrame>
</template>

<style scoped>
.support {
  display: grid;
  gap: 8px 16px;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 12rem), 1fr));
  margin-bottom: 6px;
}
.grid.pair {
  grid-template-columns: repeat(2, minmax(0, 1fr));
  margin-bottom: 10px;
}
.scheme {
  margin-bottom: 8px;
  max-width: 30rem;
}
.ends {
  border: 0;
  border-left: 4px solid var(--damson);
  display: grid;
  gap: 8px 14px;
  grid-template-columns: repeat(auto-fill, minmax(9.5rem, 1fr));
  margin: 12px 0 0;
  padding: 2px 0 4px 12px;
}
.ends legend {
  font-weight: 600;
  padding: 0;
}
.grid {
  display: grid;
  gap: 8px 14px;
  grid-template-columns: repeat(auto-fill, minmax(10rem, 1fr));
  margin-top: 10px;
}
</style>
