<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { reactive, ref } from 'vue'
import type { BearingView } from '../../../contract/rack.js'
import { refusalOf, call } from '../../api.js'
import FieldFrame from '../../fields/FieldFrame.vue'
import QuantityField from '../../fields/QuantityField.vue'

/** Figures of a maker's sheet over the computed ones; an empty field keeps what is computed. */
const props = defineProps<{ view: BearingView }>()
const emit = defineEmits<{ saved: [view: BearingView]; leave: [] }>()
const { row, computed } = props.view
const own = (entered: number, base: number) => (entered === base ? null : entered)
const draft = reactive({
  dynamicRatingN: own(row.dynamicRatingN, computed.dynamicRatingN),
  staticRatingN: own(row.staticRatingN, computed.staticRatingN),
  fatigueLoadLimitN: own(row.fatigueLoadLimitN, computed.fatigueLoadLimitN),
  massKg: own(row.massKg, computed.massKg),
  sheet: row.entered?.sheet ?? '',
})
const FIELDS = [
  { field: 'dynamicRatingN', label: 'Dynamic rating C', quantity: 'force' },
  { field: 'staticRatingN', label: 'Static rating C0', quantity: 'force' },
  { field: 'fatigueLoadLimitN', label: 'Fatigue load limit Cu', quantity: 'force' },
  { field: 'massKg', label: 'Mass', quantity: 'mass' },
] as const
const errors = ref<Record<string, string>>({})
const problem = ref('')

async function save() {
  errors.value = {}
  problem.value = ''
  try {
    emit('saved', await call('makersFigures', { params: { designation: row.designation }, body: draft }))
  } catch (failure) {
    const refusal = refusalOf(failure)
    errors.value = refusal.errors
    problem.value = refusal.problem ?? ''
  }
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <QuantityField
      v-for="f in FIELDS"
      :id="f.field"
      :key="f.field"
      v-model="draft[f.field]"
      :label="f.label"
      :quantity="f.quantity"
      :error="errors[f.field]"
    />
    <FieldFrame id="sheet" label="From which sheet" :error="errors.sheet" class="wide"
      ><InputText id="sheet" v-model="draft.sheet" maxlength="120" placeholder="title, page, date of the sheet"
    /></FieldFrame>
    <p v-if="problem" role="alert">{{ problem }}</p>
    <span class="act"><Button type="submit" label="Enter" /><Button label="Leave" text @click="emit('leave')" /></span>
  </form>
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
