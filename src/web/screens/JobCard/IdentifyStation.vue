<script setup lang="ts">
import { useSession } from '../../stores/session.js'
import { wordsOf } from '../../../core/words/say.js'
import Button from 'primevue/button'
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { EVIDENCE, type IdentifyAnswers } from '../../../core/card/answers.js'
import { FAMILIES, FAMILY_LABEL } from '../../../core/bearing/families.js'
import { clearanceFrom } from '../../../core/fits/clearance-group.js'
import { CLEARANCE_GROUPS, groupMark } from '../../../core/bearing/clearance.js'
import { takenAsInches } from '../../../core/units/quantities.js'
import DrawingView from '../../drawing/DrawingView.vue'
import ChoiceField from '../../fields/ChoiceField.vue'
import DecisionChoice from '../../fields/DecisionChoice.vue'
import AnswerField from '../../fields/AnswerField.vue'
import QuantityField from '../../fields/QuantityField.vue'
import { useCard } from '../../stores/card.js'
import AsFitted from './AsFitted.vue'
import StationFrame from './StationFrame.vue'
import { useSection } from './useSection.js'

const session = useSession()

const card = useCard()
const result = computed(() => card.evaluation.identify)
const a = computed(() => card.answers.identify)
const section = useSection(640, 236)
const edit = (patch: Partial<IdentifyAnswers>) => card.edit('identify', patch)

const SIZES = [
  { field: 'boreReadingsMm', label: 'Bore' },
  { field: 'outsideReadingsMm', label: 'Outside' },
  { field: 'widthReadingsMm', label: 'Width' },
] as const
const FAMILY_OPTIONS = FAMILIES.map((value) => ({ value, label: FAMILY_LABEL[value] }))
const INSTRUMENT_OPTIONS = [
  { value: 'rule', label: 'rule' },
  { value: 'vernier', label: 'vernier' },
  { value: 'micrometer', label: 'micrometer' },
  { value: 'bore-gauge', label: 'bore gauge' },
] as const
const GROUP_OPTIONS = CLEARANCE_GROUPS.map((value) => ({ value, label: value === 'N' ? 'CN' : groupMark(value) }))
const EVIDENCE_OPTIONS = EVIDENCE.map((value) => ({
  value,
  label: { marking: 'read on the ring', paper: 'from paper', stores: 'stores record' }[value],
}))

const PARTS = ['cone', 'cup'] as const
const LIKENESS = { same: 'belongs to it', differs: 'is no part of it', 'not-read': 'not read yet' }
/** A tapered roller bearing is two parts, each with a marking of its own. */
const twoParts = computed(() => (result.value.row?.family ?? a.value.family) === 'tapered-roller')

/** Always one field more than there are readings, up to four round the ring. */
const fields = (field: (typeof SIZES)[number]['field']) => Array.from({ length: Math.min(4, a.value[field].length + 1) }, (_, i) => i)

function setReading(field: (typeof SIZES)[number]['field'], i: number, value: number | null) {
  const next = [...a.value[field]]
  if (value === null) next.splice(i, 1)
  else next[i] = value
  edit({ [field]: next })
}

const slip = computed(() => result.value.cautions.find((c) => c.code === 'unit-slip'))
/** Every reading that only makes sense in inches becomes millimetres. */
function takeAsInches() {
  const convert = (list: number[]) => list.map(takenAsInches)
  edit({
    boreReadingsMm: convert(a.value.boreReadingsMm),
    outsideReadingsMm: convert(a.value.outsideReadingsMm),
    widthReadingsMm: convert(a.value.widthReadingsMm),
  })
}
const percent = (p: number) => (p > 0.995 ? '> 99' : Math.round(p * 100)) + ' %'
</script>

<template>
  <StationFrame
    :result="result"
    drawing-title="What lies on the bench"
    :drawing-note="section?.scale ?? 'The section appears when a bearing is chosen.'"
  >
    <template #drawing>
      <DrawingView v-if="section" :drawing="section" />
      <p v-else class="hint">
        Measure bore, outside and width, each at two or more places round the ring. Type a unit behind a number if it is not the one shown:
        <b>2.3622 in</b> or <b>2 5/16 in</b> work.
      </p>
    </template>
    <template #entry>
      <AsFitted />
      <div class="sizes">
        <div v-for="size in SIZES" :key="size.field" class="size">
          <span class="name" aria-hidden="true">{{ size.label }}</span>
          <QuantityField
            v-for="i in fields(size.field)"
            :id="`${size.field}-${i}`"
            :key="i"
            :label="`${size.label} ${i + 1}`"
            compact
            quantity="length"
            :model-value="a[size.field][i] ?? null"
            :error="i === 0 ? result.fieldErrors[size.field] : null"
            :disabled="card.readOnly"
            @update:model-value="setReading(size.field, i, $event)"
          />
        </div>
      </div>
      <p v-if="slip" class="slip" role="alert">
        {{ session.say(wordsOf(slip)) }} <Button v-if="!card.readOnly" size="small" label="Take as inches" @click="takeAsInches" />
      </p>
      <div class="more">
        <RouterLink v-if="!card.readOnly" class="to-bench" :to="{ name: 'bench', query: { job: card.view!.job.id, place: card.place } }"
          >No number? Find out on the bench</RouterLink
        >
        <DecisionChoice
          id="instrument"
          label="Measured with"
          :options="INSTRUMENT_OPTIONS"
          :model-value="a.instrument"
          :disabled="card.readOnly"
          @update:model-value="edit({ instrument: $event })"
        />
        <ChoiceField
          id="family"
          label="What runs inside"
          :options="FAMILY_OPTIONS"
          :model-value="a.family"
          placeholder="not looked yet"
          clearable
          :disabled="card.readOnly"
          @update:model-value="edit({ family: $event })"
        />
        <AnswerField station="identify" name="designation" />
      </div>
      <div v-if="twoParts" class="parts">
        <span class="soft">Cone and cup lie about one by one. Read each:</span>
        <div v-for="part in PARTS" :key="part" class="part">
          <AnswerField station="identify" :name="part" :placeholder="`number on the ${part}`" />
          <p v-if="result.parts" class="likeness" :class="result.parts[part]">{{ LIKENESS[result.parts[part]] }}</p>
        </div>
      </div>
      <div v-if="result.row && clearanceFrom(result.row) !== 'setting'" class="more">
        <DecisionChoice
          id="group"
          label="Clearance group"
          :options="GROUP_OPTIONS"
          :model-value="result.group"
          :disabled="card.readOnly"
          @update:model-value="edit({ group: $event })"
        />
        <ChoiceField
          id="evidence"
          label="How is the group known?"
          :options="EVIDENCE_OPTIONS"
          :model-value="a.groupEvidence"
          placeholder="not confirmed"
          clearable
          :disabled="card.readOnly"
          :error="result.fieldErrors.group"
          @update:model-value="edit({ groupEvidence: $event })"
        />
      </div>
    </template>
    <template #chart>
      <div v-if="result.candidates.length" class="candidates" role="group" aria-label="Candidates by how well they fit the readings">
        <button
          v-for="c in result.candidates.slice(0, 4)"
          :key="c.designation"
          type="button"
          :disabled="card.readOnly"
          :class="{ chosen: c.designation === result.row?.designation }"
          @click="edit({ designation: c.designation })"
        >
          <b class="number">{{ c.designation }}</b>
          <span class="soft">{{ FAMILY_LABEL[c.family] }}</span>
          <span class="bar"><i :style="{ width: `${Math.max(2, c.probability * 100)}%` }"></i></span>
          <span class="number">{{ percent(c.probability) }}</span>
        </button>
      </div>
    </template>
  </StationFrame>
</template>

<style scoped>
.hint {
  color: var(--soft);
  max-width: 34rem;
  padding: 60px 0 40px;
}
.sizes {
  display: grid;
  gap: 8px;
}
.size {
  display: grid;
  gap: 10px;
  align-items: center;
  grid-template-columns: 4rem repeat(4, minmax(0, 1fr));
}
.name {
  color: var(--soft);
  font: 500 1.05rem var(--condensed);
}
.more {
  display: grid;
  gap: 14px;
  grid-template-columns: auto 1fr 1fr;
  margin-top: 8px;
}
.parts {
  align-items: end;
  display: grid;
  gap: 4px 14px;
  grid-template-columns: 1fr 1fr;
  margin-top: 8px;
}
.parts > .soft {
  grid-column: 1 / -1;
}
.likeness {
  color: var(--soft);
  font-size: 0.9rem;
}
.likeness.same {
  color: var(--moss);
}
.likeness.differs {
  color: var(--rowan);
  font-weight: 600;
}
.to-bench {
  grid-column: 1 / -1;
}
.slip {
  background: var(--amber-wash);
  border-left: 4px solid var(--amber);
  margin-top: 8px;
  padding: 6px 10px;
}
.candidates button {
  align-items: center;
  background: none;
  border: 0;
  border-bottom: 1px solid var(--hair);
  color: var(--ink);
  cursor: pointer;
  display: grid;
  gap: 12px;
  grid-template-columns: 5.4rem 1fr 7rem 3.6rem;
  min-height: 44px;
  padding: 4px 6px;
  text-align: left;
  width: 100%;
}
.candidates button:hover:enabled {
  background: var(--paper);
}
.candidates .number {
  font-size: 1.2rem;
}
.candidates .number:last-child {
  text-align: right;
}
.chosen {
  box-shadow: inset 4px 0 var(--damson);
}
.bar {
  background: var(--wash);
  height: 12px;
}
.bar i {
  background: var(--damson);
  display: block;
  height: 100%;
}
@media (max-width: 900px) {
  .more {
    grid-template-columns: 1fr;
  }
}
</style>
