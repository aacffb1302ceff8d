<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, reactive, ref } from 'vue'
import { COLUMNS, cellText, emptyValue, inCoreUnits, readNumber, type Column, type OwnKind } from '../../../contract/own-data.js'
import { FAMILIES } from '../../../core/catalogue/families.js'
import { FORMS } from '../../../core/catalogue/construction-forms.js'
import { FEATURES, FEATURE_LABEL, VALUES, type Feature } from '../../../core/identify/letters.js'
import { refusalOf, call } from '../../api.js'
import FieldFrame from '../../fields/FieldFrame.vue'
import ListSelect from '../../fields/ListSelect.vue'

/** One entry of a list by hand; it goes the same way as a file of one row. */
const props = defineProps<{ kind: OwnKind; entry: Record<string, unknown> }>()
const emit = defineEmits<{ saved: []; leave: [] }>()
const columns = computed(() => COLUMNS[props.kind])
const draft = reactive<Record<string, string>>(
  Object.fromEntries(COLUMNS[props.kind].map((c) => [c.field, cellText(c, props.entry[c.field])])),
)
const errors = ref<Record<string, string>>({})
const problem = ref('')

/** Values to choose from, where a column has a list of them. */
function choices(column: Column): readonly string[] | null {
  if (column.field === 'family') return FAMILIES
  if (column.field === 'form')
    return Object.entries(FORMS)
      .filter(([, f]) => f.family === draft.family)
      .map(([name]) => name)
  if (column.field === 'boreTaper') return ['1:12', '1:30']
  if (column.field === 'feature') return FEATURES
  if (column.field === 'value') return VALUES[draft.feature as Feature] ?? null
  return null
}
const words = (column: Column, value: string) => (column.field === 'feature' ? FEATURE_LABEL[value as Feature] : value)

/** What is no number goes to the server as it is, which says so beside its field. */
function valueOf(column: Column): unknown {
  const raw = draft[column.field]!.trim()
  if (!raw) return emptyValue(column)
  const number = column.kind === 'number' ? readNumber(raw) : null
  return number === null ? raw : inCoreUnits(column, number)
}
async function save() {
  errors.value = {}
  problem.value = ''
  const entry = Object.fromEntries(columns.value.map((c) => [c.field, valueOf(c)]))
  try {
    await call('addEntries', { params: { kind: props.kind }, body: { entries: [entry] } })
    emit('saved')
  } catch (failure) {
    const refusal = refusalOf(failure)
    errors.value = refusal.errors
    const fields = columns.value.map((c) => c.field)
    problem.value =
      refusal.problem ??
      Object.entries(refusal.errors)
        .filter(([f]) => !fields.includes(f))
        .map(([, m]) => m)
        .join('; ')
  }
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <FieldFrame
      v-for="c in columns"
      :id="`own-${c.field}`"
      :key="c.field"
      :label="`${c.name.replaceAll('_', ' ')}${c.needed ? ' *' : ''}`"
      :error="errors[c.field]"
    >
      <ListSelect
        v-if="choices(c)"
        :id="`own-${c.field}`"
        :label="c.name.replaceAll('_', ' ')"
        :placeholder="c.needed ? 'choose' : 'usual'"
        :clearable="!c.needed"
        :options="choices(c)!.map((value) => ({ value, label: words(c, value) }))"
        :model-value="draft[c.field] || null"
        @update:model-value="draft[c.field] = $event ?? ''"
      />
      <InputText
        v-else
        :id="`own-${c.field}`"
        v-model="draft[c.field]"
        autocomplete="off"
        :maxlength="c.field === 'note' ? 200 : 120"
        :placeholder="c.kind === 'number' ? '' : c.example"
      />
    </FieldFrame>
    <p v-if="problem" class="wide" role="alert">{{ problem }}</p>
    <span class="wide act"
      ><Button type="submit" label="Enter" size="small" /><Button label="Leave" size="small" text @click="emit('leave')"
    /></span>
  </form>
</template>

<style scoped>
.form {
  background: var(--paper);
  border-left: 4px solid var(--damson);
  display: grid;
  gap: 8px 14px;
  grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr));
  padding: 10px 14px;
}
.wide {
  grid-column: 1 / -1;
}
.act {
  display: flex;
  gap: 8px;
}
</style>
