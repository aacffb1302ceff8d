<script setup lang="ts">
import { call } from '../../api.js'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { reactive, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { GROWTH_SCHOOLS, GROWTH_SCHOOL_LABEL } from '../../../core/arrangement/growth.js'
import type { Schools } from '../../../core/card/context.js'
import { LOAD_BAND_NAMES } from '../../../core/fits/recommend-tables.js'
import { SCHOOLS, SCHOOL_LABEL } from '../../../core/lubrication/regreasing.js'
import { BASE_OILS, THICKENERS, type BaseOil, type Thickener } from '../../../core/lubrication/tables.js'
import type { Grease } from '../../../core/lubrication/grease.js'
import { dayOf } from '../../figures/dates.js'
import ChoiceField from '../../fields/ChoiceField.vue'
import DecisionChoice from '../../fields/DecisionChoice.vue'
import FieldFrame from '../../fields/FieldFrame.vue'
import QuantityField from '../../fields/QuantityField.vue'
import { useSession } from '../../stores/session.js'
import { useSettings } from './useSettings.js'

/** School of intervals, greases, guns, and the maker's figures that have been entered. */
const session = useSession()
const { settings, problem, errors, attempt } = useSettings()
const SCHOOL_OPTIONS = SCHOOLS.map((value) => ({ value, label: SCHOOL_LABEL[value] }))
const GROWTH_OPTIONS = GROWTH_SCHOOLS.map((value) => ({ value, label: GROWTH_SCHOOL_LABEL[value] }))
const BAND_OPTIONS = LOAD_BAND_NAMES.map((value) => ({ value, label: value.replace('-', ' … ') }))
const settle = (change: Partial<Schools>) => attempt(() => call('schools', { body: { ...settings.value!.schools, ...change } }))
const THICKENER_OPTIONS = THICKENERS.map((t) => ({ value: t.name as Thickener, label: t.label }))
const OIL_OPTIONS = BASE_OILS.map((o) => ({ value: o.name as BaseOil, label: o.label }))
const label = (rows: readonly { name: string; label: string }[], name: string) => rows.find((r) => r.name === name)!.label

type Draft = Omit<Grease, 'id' | 'viscosity40' | 'viscosity100' | 'lowC' | 'highC'> &
  Record<'viscosity40' | 'viscosity100' | 'lowC' | 'highC', number | null>
const blank = (): Draft => ({
  name: '',
  thickener: 'lithium',
  baseOil: 'mineral',
  nlgi: '2',
  viscosity40: null,
  viscosity100: null,
  lowC: null,
  highC: null,
})
const grease = reactive<Draft>(blank())
const editing = ref<number | 'new' | null>(null)
function edit(g: Grease | null) {
  editing.value = g?.id ?? 'new'
  Object.assign(grease, g ?? blank())
}
async function saveGrease() {
  const { name, thickener, baseOil, nlgi, viscosity40, viscosity100, lowC, highC } = grease
  const body = { name, thickener, baseOil, nlgi, viscosity40, viscosity100, lowC, highC }
  const done =
    editing.value === 'new'
      ? await attempt(() => call('addGrease', { body }))
      : await attempt(() => call('changeGrease', { params: { id: editing.value as number }, body }))
  if (done) editing.value = null
}

const gun = reactive({ id: null as number | null, name: '', strokesWeighed: 10 as number | null, gramsWeighed: null as number | null })
const weighing = ref(false)
function weigh(g: { id: number; name: string } | null) {
  Object.assign(gun, { id: g?.id ?? null, name: g?.name ?? '', strokesWeighed: 10, gramsWeighed: null })
  weighing.value = true
}
async function saveGun() {
  const body = { name: gun.name, strokesWeighed: gun.strokesWeighed, gramsWeighed: gun.gramsWeighed }
  const { id } = gun
  if (await attempt(() => (id === null ? call('addGun', { body }) : call('weighGun', { params: { id }, body })))) weighing.value = false
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
          <Button v-if="session.may('planner')" label="Change" size="small" outlined :aria-label="`Change: ${g.name}`" @click="edit(g)" />
        </li>
      </ul>
      <form v-if="editing !== null" class="form" @submit.prevent="saveGrease">
        <FieldFrame id="grease-name" label="Name" :error="errors.name"
          ><InputText id="grease-name" v-model="grease.name" v-focus autocomplete="off" maxlength="60"
        /></FieldFrame>
        <ChoiceField
          id="grease-thickener"
          label="Thickener"
          :options="THICKENER_OPTIONS"
          :model-value="grease.thickener"
          @update:model-value="grease.thickener = $event ?? 'lithium'"
        />
        <ChoiceField
          id="grease-oil"
          label="Base oil"
          :options="OIL_OPTIONS"
          :model-value="grease.baseOil"
          @update:model-value="grease.baseOil = $event ?? 'mineral'"
        />
        <FieldFrame id="grease-nlgi" label="NLGI class" :error="errors.nlgi"
          ><InputText id="grease-nlgi" v-model="grease.nlgi" maxlength="8"
        /></FieldFrame>
        <QuantityField id="grease-v40" v-model="grease.viscosity40" label="Oil at 40 °C" quantity="viscosity" :error="errors.viscosity40" />
        <QuantityField
          id="grease-v100"
          v-model="grease.viscosity100"
          label="Oil at 100 °C"
          quantity="viscosity"
          :error="errors.viscosity100"
        />
        <QuantityField id="grease-low" v-model="grease.lowC" label="Serves from" quantity="temperature" :error="errors.lowC" />
        <QuantityField id="grease-high" v-model="grease.highC" label="Serves to" quantity="temperature" :error="errors.highC" />
        <span class="act"><Button type="submit" label="Save" /><Button label="Leave" text @click="editing = null" /></span>
      </form>
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
      <form v-if="weighing" class="form" @submit.prevent="saveGun">
        <FieldFrame id="gun-name" label="Name" :error="errors.name"
          ><InputText id="gun-name" v-model="gun.name" v-focus autocomplete="off" maxlength="60"
        /></FieldFrame>
        <QuantityField
          id="gun-strokes"
          v-model="gun.strokesWeighed"
          label="Strokes weighed"
          quantity="ratio"
          :decimals="0"
          :error="errors.strokesWeighed"
        />
        <QuantityField id="gun-grams" v-model="gun.gramsWeighed" label="Grams together" quantity="grams" :error="errors.gramsWeighed" />
        <span class="act"><Button type="submit" label="Save" /><Button label="Leave" text @click="weighing = false" /></span>
      </form>
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
