<script setup lang="ts">
import Button from 'primevue/button'
import { makersFiguresInput, type BearingView } from '../../../contract/rack.js'
import { call } from '../../api.js'
import FormPart from '../../fields/FormPart.vue'
import QuantityField from '../../fields/QuantityField.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'

/** Figures of a maker's sheet over the computed ones; an empty field keeps what is computed. */
const props = defineProps<{ view: BearingView }>()
const emit = defineEmits<{ saved: [view: BearingView]; leave: [] }>()
const { row, computed } = props.view
const own = (entered: number, base: number) => (entered === base ? null : entered)
const initial = {
  dynamicRatingN: own(row.dynamicRatingN, computed.dynamicRatingN),
  staticRatingN: own(row.staticRatingN, computed.staticRatingN),
  fatigueLoadLimitN: own(row.fatigueLoadLimitN, computed.fatigueLoadLimitN),
  massKg: own(row.massKg, computed.massKg),
  sheet: row.entered?.sheet ?? '',
}
const FIELDS = [
  { field: 'dynamicRatingN', label: 'Dynamic rating C', quantity: 'force' },
  { field: 'staticRatingN', label: 'Static rating C0', quantity: 'force' },
  { field: 'fatigueLoadLimitN', label: 'Fatigue load limit Cu', quantity: 'force' },
  { field: 'massKg', label: 'Mass', quantity: 'mass' },
] as const
const save = async (body: typeof initial) => emit('saved', await call('makersFigures', { params: { designation: row.designation }, body }))
</script>

<template>
  <SentForm class="form" :schema="makersFiguresInput" :initial="initial" :send="save">
    <FormPart
      v-for="f in FIELDS"
      :id="f.field"
      :key="f.field"
      :name="f.field"
      :control="QuantityField"
      :label="f.label"
      :quantity="f.quantity"
    />
    <FormPart
      id="sheet"
      name="sheet"
      :control="TextField"
      empty=""
      label="From which sheet"
      :most="120"
      placeholder="title, page, date of the sheet"
      class="wide"
    />
    <span class="act"><Button type="submit" label="Enter" /><Button label="Leave" text @click="emit('leave')" /></span>
  </SentForm>
</template>

<style scoped>
.form {
  background: var(--paper);
  display: grid;
  gap: 10px 14px;
  grid-template-columns: 1fr 1fr;
  margin: 8px 0;
  padding: 12px;
}
.wide {
  grid-column: 1 / -1;
}
.act {
  display: flex;
  gap: 8px;
}
</style>
