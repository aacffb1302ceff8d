<script setup lang="ts">
import Column from 'primevue/column'
import DataTable, { type DataTablePassThroughMethodOptions, type DataTableSortEvent } from 'primevue/datatable'
import { computed, nextTick, ref, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { useSession } from '../../stores/session.js'
import type { RackLine } from '../../workers/rack.worker.js'
import type { RackColumn } from './rackColumns.js'

/** The whole rack as one table; only what is in sight is drawn. Arrows move, Enter opens, the space bar picks for comparing. */
const props = defineProps<{ lines: RackLine[]; columns: readonly RackColumn[]; picked: readonly string[] }>()
const emit = defineEmits<{ open: [designation: string]; pick: [designation: string]; leaveUp: [] }>()
const session = useSession()

const ROW = 42
const by = ref<{ field: string; order: number } | null>(null)
const sorted = computed(() => {
  const column = by.value && props.columns.find((c) => c.key === by.value!.field)
  if (!column) return props.lines
  return [...props.lines].sort((a, b) => {
    const [x, y] = [column.sort(a), column.sort(b)]
    return by.value!.order * (x < y ? -1 : x > y ? 1 : 0)
  })
})
function sort({ sortField, sortOrder }: DataTableSortEvent) {
  by.value = sortOrder ? { field: String(sortField), order: sortOrder } : null
}
const at = ref(-1)
watch(sorted, () => (at.value = -1))

const figure = (c: RackColumn) => !!c.quantity || c.key === 'stock'
/** Nominal sizes keep their own decimals, all else in a column has as many; what is less than the last of them is said so. */
function shown(line: RackLine, c: RackColumn): string {
  if (!c.quantity) return c.words!(line)
  const value = c.sort(line) as number
  if (c.quantity === 'length') return session.showTrimmed(value, c.quantity, c.decimals)
  const text = session.show(value, c.quantity, c.decimals)
  return value > 0 && Number(text) === 0 ? `< ${text.replace(/0$/, '1')}` : text
}
const has = ({ designation }: RackLine) => props.picked.includes(designation)
const rowClass = (line: RackLine) => ({ here: sorted.value[at.value] === line, picked: has(line) })
/** The grid has the focus and says which row is meant: rows come and go while it is scrolled. */
const PARTS = { bodyRow: ({ context }: DataTablePassThroughMethodOptions) => ({ id: `rack-row-${context.index}` }) }

const grid = ref<HTMLElement | null>(null)
const scroller = () => grid.value?.querySelector<HTMLElement>('.p-virtualscroller') ?? null
function move(to: number) {
  at.value = Math.max(0, Math.min(sorted.value.length - 1, to))
  const box = scroller()
  if (!box) return
  // Keeps the row in sight without jumping; the head of the table covers the first of it.
  const head = box.querySelector('thead')?.clientHeight ?? 0
  const [top, bottom] = [at.value * ROW, (at.value + 1) * ROW]
  if (top < box.scrollTop) box.scrollTop = top
  else if (bottom > box.scrollTop + box.clientHeight - head) box.scrollTop = bottom - box.clientHeight + head
}
function enter() {
  grid.value?.focus()
  void nextTick(() => move(0))
}
defineExpose({ enter })

function key(event: KeyboardEvent) {
  const page = Math.max(1, Math.floor((scroller()?.clientHeight ?? 400) / ROW) - 2)
  const steps: Record<string, number> = {
    ArrowDown: at.value + 1,
    ArrowUp: at.value - 1,
    PageDown: at.value + page,
    PageUp: at.value - page,
    Home: 0,
    End: Infinity,
  }
  const line = sorted.value[at.value]
  if (event.key === 'ArrowUp' && at.value <= 0) emit('leaveUp')
  else if (event.key in steps) move(Math.min(steps[event.key]!, sorted.value.length - 1))
  else if (event.key === 'Enter' && line) emit('open', line.designation)
  else if (event.key === ' ' && line) emit('pick', line.designation)
  else return
  event.preventDefault()
}
</script>

<template>
  <div
    ref="grid"
    class="table"
    role="group"
    tabindex="0"
    aria-label="Bearings: arrows move, Enter opens, the space bar picks for comparing"
    :aria-activedescendant="at >= 0 ? `rack-row-${at}` : undefined"
    @keydown.self="key"
    @focus="at < 0 && sorted.length && move(0)"
  >
    <DataTable
      :value="sorted"
      data-key="designation"
      lazy
      removable-sort
      :sort-field="by?.field"
      :sort-order="by?.order"
      scrollable
      scroll-height="flex"
      :virtual-scroller-options="{ itemSize: ROW, numToleratedItems: 12 }"
      :row-class="rowClass"
      :pt="PARTS"
      @sort="sort"
      @row-click="at = $event.index"
    >
      <Column :style="{ width: '2.6rem' }">
        <template #header><span class="visually-hidden">Compare</span></template>
        <template #body="{ data }">
          <button
            type="button"
            tabindex="-1"
            class="pick"
            :aria-label="`${has(data) ? 'Leave out of' : 'Take into'} comparison: ${data.designation}`"
            @click.stop="emit('pick', data.designation)"
          >
            <i :class="{ on: has(data) }"></i>
          </button>
        </template>
      </Column>
      <Column header="Number" :style="{ width: '10rem' }">
        <template #body="{ data }">
          <RouterLink tabindex="-1" class="number name" :to="{ name: 'bearing', params: { designation: data.designation } }">{{
            data.designation
          }}</RouterLink>
        </template>
      </Column>
      <Column
        v-for="c in columns"
        :key="c.key"
        :field="c.key"
        sortable
        :style="{ width: c.width }"
        :class="{ figure: figure(c) }"
        :pt="{ sort: { tabindex: -1 } }"
      >
        <template #header
          >{{ c.label }} <span v-if="c.quantity" class="soft">{{ session.unit(c.quantity) }}</span></template
        >
        <template #body="{ data }">
          <span :class="{ number: figure(c) }" class="cell">{{ shown(data, c) }}</span>
        </template>
      </Column>
    </DataTable>
  </div>
</template>

<style scoped>
.table {
  flex: 1;
  min-height: 0;
  min-width: 0;
}
.table :deep(.p-datatable) {
  height: 100%;
}
.table :deep(.p-datatable-table) {
  min-width: 58rem;
  table-layout: fixed;
}
.table :deep(td) {
  height: 42px;
  overflow: hidden;
  padding-block: 0;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.table :deep(td:first-child) {
  text-overflow: clip;
}
.table :deep(.figure) {
  text-align: right;
}
.table :deep(.figure .p-datatable-column-header-content) {
  justify-content: flex-end;
}
.name {
  font-size: 1.25rem;
}
.cell.number {
  font-size: 1.12rem;
}
.table :deep(tr.here) {
  box-shadow: inset 4px 0 var(--damson);
}
.table :deep(tr.picked) {
  background: var(--wash);
}
.pick {
  background: none;
  border: 0;
  cursor: pointer;
  padding: 8px 4px;
}
.pick i {
  border: 2px solid var(--outline);
  border-radius: 2px;
  display: block;
  height: 18px;
  width: 18px;
}
.pick i.on {
  background: var(--damson);
  border-color: var(--damson);
  box-shadow: inset 0 0 0 3px var(--paper);
}
</style>
