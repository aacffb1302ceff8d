<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { OWN_SCHEMAS, type OwnKind } from '../../../contract/own-data.js'
import { COLUMNS, cellText, emptyValue, inCoreUnits, readNumber, type Column } from '../../../contract/own-columns.js'
import { ROLES } from '../../../contract/people.js'
import { FAMILIES } from '../../../core/bearing/families.js'
import { FORMS } from '../../../core/bearing/construction-forms.js'
import { FEATURES, FEATURE_LABEL, VALUES, type Feature } from '../../../core/identify/letters.js'
import { INSTRUMENT_KINDS, INSTRUMENT_NAMES, type InstrumentKind } from '../../../core/measuring/instruments.js'
import { ASIDE_REASONS } from '../../../core/mounting/handling.js'
import { TOOL_KINDS, TOOL_LABEL, type ToolKind } from '../../../core/mounting/tools.js'
import { call } from '../../api.js'
import ChoiceField from '../../fields/ChoiceField.vue'
import DayField from '../../fields/DayField.vue'
import FormPart from '../../fields/FormPart.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'

/** One entry of a list by hand; it goes the same way as a file of one row. */
const props = defineProps<{ kind: OwnKind; entry: Record<string, unknown>; seen: Record<string, unknown> | null }>()
const emit = defineEmits<{ saved: []; leave: [] }>()
const columns = computed(() => COLUMNS[props.kind])
const initial = Object.fromEntries(COLUMNS[props.kind].map((c) => [c.field, cellText(c, props.entry[c.field])]))
const draft = ref<Record<string, string>>(initial)

/** Values to choose from, where a column has a list of them. */
function choices(column: Column): readonly string[] | null {
  if (column.field === 'family') return FAMILIES
  if (column.field === 'form')
    return Object.entries(FORMS)
      .filter(([, f]) => f.family === draft.value.family)
      .map(([name]) => name)
  if (column.field === 'boreTaper') return ['1:12', '1:30']
  if (column.field === 'feature') return FEATURES
  if (column.field === 'value') return VALUES[draft.value.feature as Feature] ?? null
  if (column.field === 'kind') return props.kind === 'tools' ? TOOL_KINDS : INSTRUMENT_NAMES
  if (column.field === 'role') return ROLES
  if (column.field === 'active' || column.field === 'colours') return ['yes', 'no']
  if (column.field === 'reason') return ASIDE_REASONS
  if (column.field === 'group') return ['2', 'N', '3', '4', '5']
  return null
}
function words(column: Column, value: string): string {
  if (column.field === 'feature') return FEATURE_LABEL[value as Feature]
  if (column.field !== 'kind') return value
  return props.kind === 'tools' ? TOOL_LABEL[value as ToolKind] : INSTRUMENT_KINDS[value as InstrumentKind].label
}

/** What is no number goes on as it is, so that it is said beside its field. */
function valueOf(column: Column, typed: unknown): unknown {
  const raw = String(typed ?? '').trim()
  if (!raw) return emptyValue(column)
  const number = column.kind === 'number' ? readNumber(raw) : null
  return number === null ? raw : inCoreUnits(column, number)
}
const read = (typed: Record<string, unknown>) => Object.fromEntries(columns.value.map((c) => [c.field, valueOf(c, typed[c.field])]))
async function save(entry: Record<string, unknown>) {
  await call('addEntries', { params: { kind: props.kind }, body: { entries: [entry], seen: [props.seen] } })
  emit('saved')
}
function controlOf(column: Column) {
  const list = choices(column)
  if (list)
    return {
      control: ChoiceField,
      options: list.map((value) => ({ value, label: words(column, value) })),
      placeholder: column.needed ? 'choose' : 'usual',
      clearable: !column.needed,
    }
  if (column.kind === 'date') return { control: DayField }
  return { control: TextField, most: column.field === 'note' ? 200 : 120, placeholder: column.kind === 'number' ? '' : column.example }
}
</script>

<template>
  <SentForm class="form" :schema="OWN_SCHEMAS[kind]" :initial="initial" :read="read" :send="save" @typed="draft = $event as typeof draft">
    <FormPart
      v-for="c in columns"
      :id="`own-${c.field}`"
      :key="c.field"
      :name="c.field"
      empty=""
      :label="`${c.name.replaceAll('_', ' ')}${c.needed ? ' *' : ''}`"
      v-bind="controlOf(c)"
    />
    <span class="wide act"
      ><Button type="submit" label="Enter" size="small" /><Button label="Leave" size="small" text @click="emit('leave')"
    /></span>
  </SentForm>
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
