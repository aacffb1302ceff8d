<script setup lang="ts">
import { call } from '../../api.js'
import Button from 'primevue/button'
import { ref } from 'vue'
import { RouterLink } from 'vue-router'
import { GROWTH_SCHOOLS, GROWTH_SCHOOL_LABEL } from '../../../core/arrangement/growth.js'
import type { Schools } from '../../../core/card/context.js'
import { LOAD_BAND_NAMES } from '../../../core/fits/recommend-tables.js'
import { SCHOOLS, SCHOOL_LABEL } from '../../../core/lubrication/regreasing.js'
import { BASE_OILS, THICKENERS, type BaseOil, type Thickener } from '../../../core/lubrication/tables.js'
import { GREASE_FACT_LABEL, type Grease } from '../../../core/lubrication/grease.js'
import type { Tin } from '../../../core/lubrication/grease-words.js'
import { dayOf } from '../../../contract/days.js'
import ChoiceField from '../../fields/ChoiceField.vue'
import DecisionChoice from '../../fields/DecisionChoice.vue'
import FormPart from '../../fields/FormPart.vue'
import QuantityField from '../../fields/QuantityField.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'
import { greaseInput, gunInput } from '../../../contract/plant.js'
import { useSession } from '../../stores/session.js'
import { useSettings } from './useSettings.js'

/** School of intervals, greases, guns, and the maker's figures that have been entered. */
const session = useSession()
const { settings, problem, attempt } = useSettings()
const SCHOOL_OPTIONS = SCHOOLS.map((value) => ({ value, label: SCHOOL_LABEL[value] }))
const GROWTH_OPTIONS = GROWTH_SCHOOLS.map((value) => ({ value, label: GROWTH_SCHOOL_LABEL[value] }))
const BAND_OPTIONS = LOAD_BAND_NAMES.map((value) => ({ value, label: value.replace('-', ' … ') }))
const settle = (change: Partial<Schools>) =>
  attempt(() => call('schools', { query: { seen: settings.value!.versions.schools }, body: { ...settings.value!.schools, ...change } }))
const THICKENER_OPTIONS = THICKENERS.map((t) => ({ value: t.name as Thickener, label: t.label }))
const OIL_OPTIONS = BASE_OILS.map((o) => ({ value: o.name as BaseOil, label: o.label }))
const label = (rows: readonly { name: string; label: string }[], name: string) => rows.find((r) => r.name === name)!.label

type Draft = Omit<Tin, 'usual'>
const blank = (): Draft => ({
  name: '',
  thickener: 'lithium',
  baseOil: null,
  nlgi: null,
  viscosity40: null,
  viscosity100: null,
  lowC: null,
  highC: null,
})
/** What is changed, on the version that was seen when it was begun. */
const editing = ref<{ id: number | null; seen: string; initial: Draft } | null>(null)
const edit = (g: Grease | null) =>
  (editing.value = {
    id: g?.id ?? null,
    seen: (g && settings.value!.versions.greases[g.id]) ?? '',
    initial: g ? { ...blank(), ...bare(g) } : blank(),
  })
/** What was taken as usual is not on the tin: its field stands empty. */
const bare = ({ id: _id, usual = [], ...grease }: Grease): Draft => ({ ...grease, ...Object.fromEntries(usual.map((f) => [f, null])) })
const silent = ({ usual = [] }: Grease) => usual.map((f) => GREASE_FACT_LABEL[f]).join(', ')
async function saveGrease(body: Tin) {
  const { id, seen } = editing.value!
  settings.value = await (id === null ? call('addGrease', { body }) : call('changeGrease', { params: { id }, query: { seen }, body }))
  editing.value = null
}

const weighing = ref<{ id: number | null; seen: string; initial: { name: string; strokesWeighed: number; gramsWeighed: null } } | null>(
  null,
)
const weigh = (g: { id: number; name: string } | null) =>
  (weighing.value = {
    id: g?.id ?? null,
    seen: (g && settings.value!.versions.guns[g.id]) ?? '',
    initial: { name: g?.name ?? '', strokesWeighed: 10, gramsWeighed: null },
  })
async function saveGun(body: { name: string; strokesWeighed: number; gramsWeighed: number }) {
  const { id, seen } = weighing.value!
  settings.value = await (id === null ? call('addGun', { body }) : call('weighGun', { params: { id }, query: { seen }, body }))
  weighing.value = null
}
</script>

<template>
  <p v-if="problem" role="alert" class="problem">{{ problem }}</p>
  <template v-if="settings">
    <section class="schools" aria-labelledby="schools-title">
      <h2 id="schools-title">Schools</h2>
      <p class="soft small">
        What governs where practitioners differ, unless a card chooses otherwise.{{
          session.may('planner') ? '' : ' A planner can change it.'
        }}
      </p>
      <DecisionChoice
        id="plant-regreasing"
        label="Regreasing interval"
        :options="SCHOOL_OPTIONS"
        :model-value="settings.schools.regreasing"
        :disabled="!session.may('planner')"
        @update:model-value="settle({ regreasing: $event })"
      />
      <p class="soft small why">
        The interval formula is the usual choice where the machine manual is silent: it counts size, speed and surroundings. Every card
        shows all schools side by side.
      </p>
      <DecisionChoice
        id="plant-growth"
        label="Growth of the shaft"
        :options="GROWTH_OPTIONS"
        :model-value="settings.schools.growth"
        :disabled="!session.may('planner')"
        @update:model-value="settle({ growth: $event })"
      />
      <p class="soft small why">
        The full calculation counts the real rise and the housing. The quick rule assumes a rise of about 70 K; the cautious school takes
        the temperature itself for the rise.
      </p>
      <DecisionChoice
        id="plant-bands"
        label="Load bands of the seats (light to, heavy above, share of C)"
        :options="BAND_OPTIONS"
        :model-value="settings.schools.loadBands"
        :disabled="!session.may('planner')"
        @update:model-value="settle({ loadBands: $event })"
      />
      <p class="soft small why">The first bands call a load heavy sooner and so hold the ring tighter. Cards that are open keep theirs.</p>
    </section>
    <section aria-labelledby="greases-title">
      <h2 id="greases-title">Greases</h2>
      <ul class="plain-list">
        <li v-for="g in settings.greases" :key="g.id" class="line grease">
          <b>{{ g.name }}</b>
          <span>{{ label(THICKENERS, g.thickener) }}, {{ label(BASE_OILS, g.baseOil) }} oil</span>
          <span>{{ g.viscosity40 }} / {{ g.viscosity100 }} mm²/s at 40 / 100 °C</span>
          <span>{{ session.show(g.lowC, 'temperature') }} to {{ session.withUnit(g.highC, 'temperature') }}</span>
          <span v-if="g.usual?.length" class="soft">usual values: {{ silent(g) }}</span>
          <Button v-if="session.may('planner')" label="Change" size="small" outlined :aria-label="`Change: ${g.name}`" @click="edit(g)" />
        </li>
      </ul>
      <SentForm v-if="editing" :key="`${editing.id}`" class="form" :schema="greaseInput" :initial="editing.initial" :send="saveGrease">
        <FormPart id="grease-name" name="name" :control="TextField" empty="" label="Name" :most="60" />
        <FormPart id="grease-thickener" name="thickener" :control="ChoiceField" label="Thickener" :options="THICKENER_OPTIONS" />
        <p class="soft small wide">Only what stands on the tin: what is left empty is taken as usual for its thickener, and marked so.</p>
        <FormPart
          id="grease-oil"
          name="baseOil"
          :control="ChoiceField"
          label="Base oil"
          :options="OIL_OPTIONS"
          placeholder="not on the tin"
          clearable
        />
        <FormPart id="grease-nlgi" name="nlgi" :control="TextField" label="NLGI class" :most="8" />
        <FormPart id="grease-v40" name="viscosity40" :control="QuantityField" label="Oil at 40 °C" quantity="viscosity" />
        <FormPart id="grease-v100" name="viscosity100" :control="QuantityField" label="Oil at 100 °C" quantity="viscosity" />
        <FormPart id="grease-low" name="lowC" :control="QuantityField" label="Serves from" quantity="temperature" />
        <FormPart id="grease-high" name="highC" :control="QuantityField" label="Serves to" quantity="temperature" />
        <span class="act"><Button type="submit" label="Save" /><Button label="Leave" text @click="editing = null" /></span>
      </SentForm>
      <Button v-else-if="session.may('planner')" label="Add a grease" outlined class="add" @click="edit(null)" />
    </section>
    <section aria-labelledby="guns-title">
      <h2 id="guns-title">Grease guns</h2>
      <p class="soft small">Weigh ten strokes on a scale: pumps are not grams.</p>
      <ul class="plain-list">
        <li v-for="g in settings.guns" :key="g.id" class="line gun">
          <b>{{ g.name }}</b>
          <span
            ><b class="number">{{ session.show(g.gramsPerStroke, 'grams', 2) }}</b> {{ session.unit('grams') }} a stroke</span
          >
          <span class="soft"
            >{{ g.strokesWeighed }} strokes weighed {{ session.withUnit(g.gramsWeighed, 'grams', 1) }}, {{ dayOf(g.weighedAt)
            }}{{ g.weighedBy ? `, ${g.weighedBy}` : '' }}</span
          >
          <Button
            v-if="session.may('technician')"
            label="Weigh again"
            size="small"
            outlined
            :aria-label="`Weigh again: ${g.name}`"
            @click="weigh(g)"
          />
        </li>
      </ul>
      <SentForm v-if="weighing" :key="`${weighing.id}`" class="form" :schema="gunInput" :initial="weighing.initial" :send="saveGun">
        <FormPart id="gun-name" name="name" :control="TextField" empty="" label="Name" :most="60" />
        <FormPart id="gun-strokes" name="strokesWeighed" :control="QuantityField" label="Strokes weighed" quantity="ratio" :decimals="0" />
        <FormPart id="gun-grams" name="gramsWeighed" :control="QuantityField" label="Grams together" quantity="grams" />
        <span class="act"><Button type="submit" label="Save" /><Button label="Leave" text @click="weighing = null" /></span>
      </SentForm>
      <Button v-else-if="session.may('technician')" label="Add a gun" outlined class="add" @click="weigh(null)" />
    </section>
    <section aria-labelledby="figures-title">
      <h2 id="figures-title">Figures from makers' sheets</h2>
      <ul v-if="settings.makersFigures.length" class="plain-list">
        <li v-for="f in settings.makersFigures" :key="f.designation" class="line gun">
          <RouterLink :to="{ name: 'bearing', params: { designation: f.designation } }">{{ f.designation }}</RouterLink>
          <span>{{ f.sheet }}</span>
          <span class="soft">entered by {{ f.enteredBy }}, {{ dayOf(f.enteredAt) }}</span>
        </li>
      </ul>
      <p v-else class="soft">None entered; they are entered on a bearing's own page in the Rack, by a planner.</p>
    </section>
  </template>
</template>

<style scoped>
.line {
  align-items: center;
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 4px 16px;
  min-height: 46px;
}
.grease {
  grid-template-columns: 1.2fr 1.6fr 1.6fr 1fr 6rem;
}
.gun {
  grid-template-columns: 1.2fr 1fr 2fr 8rem;
}
.form {
  align-items: start;
  background: var(--paper);
  display: grid;
  gap: 10px 16px;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  margin: 8px 0;
  padding: 14px;
}
.act {
  align-self: end;
  display: flex;
  gap: 8px;
}
.add {
  margin-top: 10px;
}
.schools :deep(.decision) {
  max-width: 46rem;
}
.why {
  padding: 4px 0 10px;
}
.problem {
  color: var(--rowan);
  font-weight: 600;
}
@media (max-width: 900px) {
  .grease,
  .gun,
  .form {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
