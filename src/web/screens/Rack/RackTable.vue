<script setup lang="ts">
import { useVirtualList } from '@vueuse/core'
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
const by = ref<{ column: RackColumn; down: boolean } | null>(null)
const sorted = computed(() => {
  if (!by.value) return props.lines
  const { column, down } = by.value
  const order = [...props.lines].sort((a, b) => {
    const [x, y] = [column.sort(a), column.sort(b)]
    return x < y ? -1 : x > y ? 1 : 0
  })
  return down ? order.reverse() : order
})
const { list, containerProps, wrapperProps, scrollTo } = useVirtualList(sorted, { itemHeight: ROW, overscan: 12 })
const at = ref(-1)
watch(sorted, () => {
  at.value = -1
  scrollTo(0)
})

function sortBy(column: RackColumn) {
  by.value = by.value?.column.key === column.key ? (by.value.down ? null : { column, down: true }) : { column, down: false }
}
const shown = (line: RackLine, column: RackColumn) =>
  column.quantity ? session.showTrimmed(column.sort(line) as number, column.quantity, column.decimals) : column.words!(line)
const unit = (column: RackColumn) => (column.quantity ? session.unit(column.quantity) : '')
const template = computed(() => `2.4rem minmax(9rem, 1fr) ${props.columns.map((c) => c.width).join(' ')}`)

const grid = ref<HTMLElement | null>(null)
function move(to: number) {
  at.value = Math.max(0, Math.min(sorted.value.length - 1, to))
  const box = containerProps.ref.value
  if (!box) return
  // Keeps the row in sight without jumping.
  const [top, bottom] = [at.value * ROW, (at.value + 1) * ROW]
  if (top < box.scrollTop) box.scrollTop = top
  else if (bottom > box.scrollTop + box.clientHeight) box.scrollTop = bottom - box.clientHeight
}
function enter() {
  grid.value?.focus()
  void nextTick(() => move(0))
}
defineExpose({ enter })

function key(event: KeyboardEvent) {
  const page = Math.max(1, Math.floor((containerProps.ref.value?.clientHeight ?? 400) / ROW) - 1)
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
    role="grid"
    tabindex="0"
    aria-label="Bearings"
    :aria-rowcount="sorted.length + 1"
    :aria-activedescendant="at >= 0 ? `rack-row-${at}` : undefined"
    @keydown="key"
    @focus="at < 0 && sorted.length && move(0)"
  >
    <div class="inner" role="presentation">
      <div class="line head" role="row" aria-rowindex="1" :style="{ gridTemplateColumns: template }">
        <span role="columnheader"><span class="visually-hidden">Compare</span></span>
        <span role="columnheader">Number</span>
        <span
          v-for="c in columns"
          :key="c.key"
          role="columnheader"
          :aria-sort="by?.column.key === c.key ? (by.down ? 'descending' : 'ascending') : 'none'"
          :class="{ figure: c.quantity || c.key === 'stock' }"
        >
          <button type="button" tabindex="-1" @click="sortBy(c)">
            {{ c.label }} <span class="soft">{{ unit(c) }}</span><i
              v-if="by?.column.key === c.key"
              class="way"
              :class="{ down: by.down }"
              aria-hidden="true"
            ></i>
          </button>
        </span>
      </div>
      <div v-bind="containerProps" class="body">
        <div v-bind="wrapperProps">
          <div
            v-for="{ data: line, index } in list"
            :id="`rack-row-${index}`"
            :key="line.designation"
            class="line"
            role="row"
            :aria-rowindex="index + 2"
            :aria-selected="picked.includes(line.designation)"
            :class="{ here: index === at, picked: picked.includes(line.designation) }"
            :style="{ gridTemplateColumns: template, height: `${ROW}px` }"
            @click="at = index"
          >
            <span role="gridcell">
              <button
                type="button"
                tabindex="-1"
                class="pick"
                :aria-label="`${picked.includes(line.designation) ? 'Leave out of' : 'Take into'} comparison: ${line.designation}`"
                @click.stop="emit('pick', line.designation)"
              >
                <i :class="{ on: picked.includes(line.designation) }"></i>
              </button>
            </span>
            <span role="gridcell"
              ><RouterLink tabindex="-1" class="number name" :to="{ name: 'bearing', params: { designation: line.designation } }">{{
                line.designation
              }}</RouterLink></span
            >
            <span
              v-for="c in columns"
              :key="c.key"
              role="gridcell"
              :class="{ figure: c.quantity || c.key === 'stock', number: c.quantity || c.key === 'stock' }"
              >{{ shown(line, c) }}</span
            >
          </div>
        </div>
      </div>
    </div>
  </div>
</template>

<style scoped>
.table {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
  overflow-x: auto;
}
.inner {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
  min-width: 58rem;
}
.body {
  flex: 1;
  min-height: 0;
}
.line {
  align-items: center;
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 12px;
  padding: 0 8px;
}
.line > span {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.head {
  border-bottom: 2px solid var(--ink);
  min-height: 38px;
}
.head > span {
  font: 600 1rem var(--condensed);
}
.head button {
  background: none;
  border: 0;
  color: var(--ink);
  cursor: pointer;
  font: 600 1rem var(--condensed);
  padding: 6px 0;
}
.way {
  border: 5px solid transparent;
  border-bottom-color: var(--damson);
  border-top: 0;
  display: inline-block;
  margin: 0 0 2px 4px;
}
.way.down {
  border-bottom: 0;
  border-top: 5px solid var(--damson);
}
.figure {
  text-align: right;
}
.name {
  font-size: 1.25rem;
}
.number {
  font-size: 1.12rem;
}
.line:not(.head):hover {
  background: var(--paper);
}
.table:focus-visible .here,
.here {
  box-shadow: inset 4px 0 var(--damson);
}
.picked {
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
