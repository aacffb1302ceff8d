<script setup lang="ts">
import { addressOf } from '../../../contract/addresses.js'
import InputText from 'primevue/inputtext'
import MultiSelect from 'primevue/multiselect'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { readPreference, writePreference } from '../../stores/preferences.js'
import { useRack } from '../../stores/rack.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import KeptViews from '../KeptViews.vue'
import RackNav from './RackNav.vue'
import RackTable from './RackTable.vue'
import { useRackSearch } from './useRackSearch.js'
import { FIRST_COLUMNS, RACK_COLUMNS } from './rackColumns.js'
import ActionButton from '../../fields/ActionButton.vue'

const MOST_PICKED = 4
const rack = useRack()
const router = useRouter()
const total = ref(0)
const { search, found, loading, error, find, start } = useRackSearch(
  'rack',
  (text) => rack.worker.search(text),
  async () => (total.value = (await rack.worker.search('')).length),
)
const lines = computed(() => found.value ?? [])
const picked = ref<string[]>([])
const columns = ref<string[]>(readPreference<string[]>('rack-columns') ?? FIRST_COLUMNS)
const shownColumns = computed(() => RACK_COLUMNS.filter((c) => columns.value.includes(c.key)))
const table = ref<InstanceType<typeof RackTable> | null>(null)
const box = ref<{ $el: HTMLInputElement } | null>(null)

watch(columns, (keys) => writePreference('rack-columns', keys), { deep: true })

const open = (designation: string) => void router.push({ name: 'bearing', params: { designation } })
async function first() {
  // Enter may come before the answer of the worker.
  await find(search.value)
  if (lines.value[0]) open(lines.value[0].designation)
}
function pick(designation: string) {
  picked.value = picked.value.includes(designation)
    ? picked.value.filter((d) => d !== designation)
    : [...picked.value, designation].slice(-MOST_PICKED)
}
function use(kept: string, columnsKept: readonly string[]) {
  search.value = kept
  if (columnsKept.length) columns.value = [...columnsKept]
}
const csv = computed(() => addressOf('bearingsCsv', {}, { find: search.value }))
</script>

<template>
  <LoadState :loading="loading" :error="error" @retry="start">
    <div class="rack film">
      <CrumbTrail :trail="[{ label: 'Rack' }]" />
      <div class="head">
        <h1>Rack</h1>
        <InputText
          ref="box"
          v-model="search"
          v-focus
          placeholder="40 80 18 · bore 40..45 width<20 · spherical, tapered bore, 60"
          aria-label="Search the rack"
          autocomplete="off"
          maxlength="200"
          @keydown.enter="first"
          @keydown.down.prevent="table?.enter()"
        />
        <span class="soft count" role="status">{{ lines.length }} of {{ total }} bearings</span>
        <RackNav />
      </div>
      <div class="tools">
        <ActionButton
          :label="`Compare ${picked.length || ''}`"
          size="small"
          :why="picked.length < 2 && 'tick two or more'"
          @click="router.push({ name: 'compare', query: { rows: picked } })"
        />
        <span v-if="picked.length" class="soft">{{ picked.join(', ') }}</span>
        <span class="fill"></span>
        <KeptViews
          screen="rack"
          :views="rack.view?.searches ?? []"
          :search="search"
          :columns="columns"
          @use="use"
          @changed="rack.tookSearches"
        />
        <MultiSelect
          v-model="columns"
          :options="[...RACK_COLUMNS]"
          option-label="label"
          option-value="key"
          aria-label="Columns"
          :max-selected-labels="0"
          selected-items-label="Columns"
          size="small"
        />
        <a class="link-button" :href="csv" download>CSV</a>
      </div>
      <p v-if="!lines.length" class="empty">
        Nothing fits "{{ search.slice(0, 60) }}". Sizes are bore, outside and width in millimetres; fewer words find more. Not in the rack
        at all? Planners add it under Own data.
      </p>
      <RackTable
        v-else
        ref="table"
        :lines="lines"
        :columns="shownColumns"
        :picked="picked"
        @open="open"
        @pick="pick"
        @leave-up="box?.$el.focus()"
      />
    </div>
  </LoadState>
</template>

<style scoped>
.rack {
  display: flex;
  flex-direction: column;
  gap: 8px;
  height: 100%;
  padding: 14px 24px 0;
}
.head,
.tools {
  align-items: center;
  display: flex;
  gap: 18px;
}
.head input {
  flex: 1 1 20rem;
  font-size: 1.15rem;
  min-height: 46px;
}
.count {
  white-space: nowrap;
}
.fill {
  flex: 1;
}
.empty {
  color: var(--soft);
  padding: 24px 0;
}
@media (max-width: 900px) {
  .head,
  .tools {
    flex-wrap: wrap;
  }
  .rack {
    min-width: 0;
  }
}
</style>
