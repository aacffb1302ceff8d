<script setup lang="ts">
import { addressOf } from '../../../contract/addresses.js'
import InputText from 'primevue/inputtext'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { SavedSearch } from '../../../contract/own-data.js'
import { refusalOf, call } from '../../api.js'
import { readDraft, writeDraft } from '../../stores/drafts.js'
import { useRack } from '../../stores/rack.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import type { RackLine } from '../../workers/rack.worker.js'
import RackNav from './RackNav.vue'
import RackTable from './RackTable.vue'
import { FIRST_COLUMNS, RACK_COLUMNS } from './rackColumns.js'
import ActionButton from '../../fields/ActionButton.vue'

const MOST_PICKED = 4
const rack = useRack()
const route = useRoute()
const router = useRouter()
const search = ref(String(route.query.find ?? ''))
const lines = shallowRef<RackLine[]>([])
const total = ref(0)
const loading = ref(true)
const error = ref<string | null>(null)
const picked = ref<string[]>([])
const columns = ref<string[]>(readDraft<string[]>('rack-columns') ?? FIRST_COLUMNS)
const shownColumns = computed(() => RACK_COLUMNS.filter((c) => columns.value.includes(c.key)))
const panel = ref<'columns' | 'searches' | null>(null)
const table = ref<InstanceType<typeof RackTable> | null>(null)
const box = ref<{ $el: HTMLInputElement } | null>(null)

async function find(text: string) {
  const found = await rack.worker.search(text)
  // A later search may have been answered first.
  if (text === search.value) lines.value = found
}
async function start() {
  loading.value = true
  error.value = null
  try {
    await rack.ready()
    total.value = (await rack.worker.search('')).length
    await find(search.value)
  } catch (failure) {
    error.value = failure instanceof Error ? failure.message : String(failure)
  }
  loading.value = false
}
onMounted(start)
watch(search, (text) => {
  void router.replace({ query: text ? { find: text } : {} })
  void find(text)
})
watch(columns, (keys) => writeDraft('rack-columns', keys), { deep: true })

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
const toggle = (key: string) =>
  (columns.value = columns.value.includes(key) ? columns.value.filter((k) => k !== key) : [...columns.value, key])

const name = ref('')
const problem = ref('')
async function keep() {
  problem.value = ''
  try {
    rack.tookSearches(
      await call('saveSearch', {
        body: { name: name.value.trim() || search.value, search: search.value, columns: columns.value },
      }),
    )
    name.value = ''
  } catch (failure) {
    const { errors, problem: words } = refusalOf(failure)
    problem.value = words ?? Object.values(errors).join('; ')
  }
}
async function drop(saved: SavedSearch) {
  rack.tookSearches(await call('dropSearch', { params: { id: saved.id } }))
}
function use(saved: SavedSearch) {
  search.value = saved.search
  columns.value = [...saved.columns]
  panel.value = null
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
        <button
          type="button"
          class="link-button"
          :aria-expanded="panel === 'searches'"
          @click="panel = panel === 'searches' ? null : 'searches'"
        >
          kept searches
        </button>
        <button
          type="button"
          class="link-button"
          :aria-expanded="panel === 'columns'"
          @click="panel = panel === 'columns' ? null : 'columns'"
        >
          columns
        </button>
        <a class="link-button" :href="csv" download>CSV</a>
      </div>
      <div v-if="panel === 'columns'" class="panel" role="group" aria-label="Columns">
        <label v-for="c in RACK_COLUMNS" :key="c.key"
          ><input type="checkbox" :checked="columns.includes(c.key)" @change="toggle(c.key)" /> {{ c.label }}</label
        >
      </div>
      <div v-if="panel === 'searches'" class="panel" role="group" aria-label="Kept searches">
        <span v-for="s in rack.view?.searches ?? []" :key="s.id" class="kept">
          <button type="button" class="link-button" @click="use(s)">{{ s.name }}</button>
          <button type="button" class="link-button soft" :aria-label="`Drop ${s.name}`" @click="drop(s)">drop</button>
        </span>
        <span v-if="!rack.view?.searches.length" class="soft">None kept yet.</span>
        <form class="kept" @submit.prevent="keep">
          <InputText v-model="name" aria-label="Name of the search" :placeholder="search || 'search first'" maxlength="60" />
          <ActionButton type="submit" label="Keep this search" size="small" outlined :why="!search && 'search for something first'" />
        </form>
        <p v-if="problem" role="alert">{{ problem }}</p>
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
.panel {
  align-items: center;
  background: var(--paper);
  border-left: 4px solid var(--damson);
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  padding: 10px 14px;
}
.kept {
  align-items: center;
  display: flex;
  gap: 8px;
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
