<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import Column from 'primevue/column'
import DataTable, { type DataTablePageEvent, type DataTableSortEvent } from 'primevue/datatable'
import InputText from 'primevue/inputtext'
import MultiSelect from 'primevue/multiselect'
import Tree from 'primevue/tree'
import type { TreeNode } from 'primevue/treenode'
import { computed, ref, watch } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import { addressOf } from '../../../contract/addresses.js'
import { MACHINES_A_PAGE } from '../../../contract/machines.js'
import type { SavedSearch, Yard } from '../../../contract/yard.js'
import { call, refusalOf } from '../../api.js'
import ListSelect from '../../fields/ListSelect.vue'
import { dueWords } from '../../figures/dates.js'
import { useSession } from '../../stores/session.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import { seldom, useStream } from '../../stream.js'
import { useLoad } from '../../theme/useLoad.js'
import KeptViews from '../KeptViews.vue'
import { areaTree, pathOf, type AreaNode } from '../Yard/areas.js'

/** Every machine of the plant, page by page: areas at the side, one text that finds, sorted by what is asked. All of it stands in the address. */
const route = useRoute()
const router = useRouter()
const session = useSession()
const text = (name: string) => String(route.query[name] ?? '')
const asked = computed(() =>
  Object.fromEntries(['find', 'area', 'order', 'page'].map((name) => [name, text(name)]).filter(([, value]) => value)),
)
const {
  data: page,
  loading,
  error,
  load,
  renew,
} = useLoad(
  'machines',
  () => ({}),
  () => asked.value,
  { keep: true },
)
useStream(({ of, id }) => ['machine', 'line', 'point', 'areas', 'plant'].includes(of) || id === 'machines', seldom(renew))
const go = (query: Record<string, string | undefined>) => void router.replace({ query: { ...asked.value, page: undefined, ...query } })

const find = ref(text('find'))
const look = useDebounceFn(() => go({ find: find.value.trim() || undefined }), 250)
watch(
  () => text('find'),
  (given) => given !== find.value.trim() && (find.value = given),
)

/** Areas and people change seldom. */
const yard = ref<Yard | null>(null)
const views = ref<SavedSearch[]>([])
const area = computed(() => text('area'))
const nodesOf = (nodes: AreaNode[]): TreeNode[] =>
  nodes.map((n) => ({ key: n.area, label: n.label, data: n, children: nodesOf(n.below), leaf: !n.below.length }))
const tree = computed(() => nodesOf(areaTree(yard.value?.areas ?? [])))
const open = ref<Record<string, boolean>>({})
watch(
  [area, tree],
  () => {
    for (const p of pathOf(area.value)) open.value[p.area] = true
    if (tree.value.length < 4) for (const t of tree.value) open.value[t.key!] = true
  },
  { immediate: true },
)
/** A node is named by what stands in it, numbers and all; its arrow is only for the pointer, the keys do the same. */
const TREE_PARTS = { node: { 'aria-label': null }, nodeToggleButton: { 'aria-hidden': true } }
const chosen = computed(() => (area.value ? { [area.value]: true } : {}))

const problem = ref<string | null>(null)
const greaser = computed(() => yard.value?.colleagues.find((c) => c.areas.includes(area.value))?.id ?? null)
const people = computed(() => (yard.value?.colleagues ?? []).map((c) => ({ value: c.id, label: c.name })))
async function charge(personId: number | null) {
  problem.value = null
  try {
    await call('areaCharge', { body: { area: area.value, personId } })
    yard.value = await call('yard')
  } catch (failure) {
    problem.value = refusalOf(failure).problem
  }
}

const COLUMNS = [
  { field: 'name', header: 'Name', sortable: true },
  { field: 'area', header: 'Area and place', sortable: true },
  { field: 'fitted', header: 'Fitted', sortable: false },
  { field: 'due', header: 'Next greasing', sortable: true },
] as const
type ColumnName = (typeof COLUMNS)[number]['field']
const KEPT = 'yardfrost.machines.columns'
const shown = ref<ColumnName[]>(JSON.parse(localStorage.getItem(KEPT) ?? 'null') ?? ['name', 'area', 'fitted', 'due'])
watch(shown, (columns) => localStorage.setItem(KEPT, JSON.stringify(columns)), { deep: true })
const columns = computed(() => COLUMNS.filter((c) => shown.value.includes(c.field)))
const turned = ({ page: n }: DataTablePageEvent) => go({ page: n ? String(n + 1) : undefined })
const sorted = ({ sortField }: DataTableSortEvent) =>
  go({ order: typeof sortField === 'string' && sortField !== 'code' ? sortField : undefined })
const search = computed(() => {
  const { page: _page, ...kept } = asked.value
  return new URLSearchParams(kept).toString()
})
const use = (kept: string) => void router.replace({ query: Object.fromEntries(new URLSearchParams(kept)) })
const trail = computed(() => [
  { label: 'Yard', to: '/' },
  { label: 'Machines', ...(area.value && { to: { query: {} } }) },
  ...pathOf(area.value).map((p, i, all) => ({ label: p.label, ...(i < all.length - 1 && { to: { query: { area: p.area } } }) })),
])
const csv = computed(() => addressOf('ownCsv', { kind: 'machines' }))
/** After the machines are there: nobody waits for the tree. */
watch(
  page,
  async (there) => {
    if (!there || yard.value) return
    const [all, kept] = await Promise.all([call('yard'), call('keptSearches', { params: { screen: 'machines' } })])
    yard.value = all
    views.value = kept
  },
  { immediate: true },
)
</script>

<template>
  <div class="machines film">
    <CrumbTrail :trail="trail" />
    <header>
      <h1>Machines</h1>
      <div class="asked">
        <InputText
          v-model="find"
          class="find"
          placeholder="Find by code, name, place or bearing"
          aria-label="Find a machine"
          @input="look"
        />
        <MultiSelect
          v-if="yard"
          v-model="shown"
          :options="[...COLUMNS]"
          option-label="header"
          option-value="field"
          aria-label="Columns"
          :max-selected-labels="0"
          selected-items-label="Columns"
          size="small"
        />
        <KeptViews screen="machines" :views="views" :search="search" @use="use" @changed="views = $event" />
        <span class="ways">
          <RouterLink v-if="session.may('technician')" :to="{ name: 'new-machine' }">new machine</RouterLink>
          <RouterLink v-if="session.may('planner')" :to="{ name: 'own-data', query: { list: 'machines' } }">lists in and out</RouterLink>
          <a :href="csv" download>as CSV</a>
        </span>
      </div>
    </header>
    <div class="body">
      <aside v-if="tree.length" aria-label="Areas">
        <button type="button" class="link-button" :disabled="!area" @click="go({ area: undefined })">All areas</button>
        <Tree
          v-model:expanded-keys="open"
          :value="tree"
          selection-mode="single"
          :selection-keys="chosen"
          aria-label="Areas"
          :pt="TREE_PARTS"
          @node-select="go({ area: $event.key as string })"
          @node-unselect="go({ area: undefined })"
        >
          <template #default="{ node }">
            <span class="area">
              <span>{{ node.label }}</span>
              <span class="number soft">{{ node.data.machines }}</span>
              <span v-if="node.data.overdue" class="state state-stop">{{ node.data.overdue }} overdue</span>
            </span>
          </template>
        </Tree>
        <p v-if="area" class="charge">
          <span class="soft">Greased by</span>
          <ListSelect
            v-if="session.may('planner')"
            label="Greased by"
            placeholder="nobody yet"
            clearable
            :options="people"
            :model-value="greaser"
            @update:model-value="charge($event)"
          />
          <b v-else>{{ people.find((p) => p.value === greaser)?.label ?? 'nobody yet' }}</b>
          <span v-if="problem" role="alert" class="problem">{{ problem }}</span>
        </p>
      </aside>
      <LoadState :loading="loading" :error="error" @retry="load">
        <DataTable
          v-if="page"
          class="table"
          :value="page.machines"
          data-key="id"
          lazy
          paginator
          :always-show-paginator="false"
          :rows="MACHINES_A_PAGE"
          :total-records="page.total"
          :first="(page.page - 1) * MACHINES_A_PAGE"
          :sort-field="text('order') || 'code'"
          :sort-order="1"
          current-page-report-template="{first} to {last} of {totalRecords}"
          paginator-template="FirstPageLink PrevPageLink CurrentPageReport NextPageLink LastPageLink JumpToPageInput"
          @page="turned"
          @sort="sorted"
        >
          <template #empty>
            <p class="soft empty">
              {{
                text('find') ? `No machine fits "${text('find')}".` : area ? `No machine stands in ${area}.` : 'There is no machine yet.'
              }}
            </p>
          </template>
          <Column field="code" header="Code" sortable>
            <template #body="{ data }">
              <RouterLink class="number code" :to="{ name: 'machine', params: { id: data.id } }">{{ data.code }}</RouterLink>
            </template>
          </Column>
          <Column v-for="c in columns" :key="c.field" :field="c.field" :header="c.header" :sortable="c.sortable">
            <template #body="{ data }">
              <template v-if="c.field === 'due'">
                <span v-if="data.nextDue" class="state" :class="`state-${dueWords(data.nextDue, yard?.now ?? data.nextDue).level}`">{{
                  dueWords(data.nextDue, yard?.now ?? data.nextDue).words
                }}</span>
                <span v-else class="soft">none planned</span>
              </template>
              <template v-else-if="c.field === 'name'">
                <RouterLink class="name" :to="{ name: 'machine', params: { id: data.id } }">{{ data.name }}</RouterLink>
                <span v-if="data.openJobs" class="state state-caution">{{
                  data.openJobs === 1 ? 'job open' : `${data.openJobs} jobs open`
                }}</span>
              </template>
              <template v-else-if="c.field === 'area'"
                >{{ data.area }}<span v-if="data.location" class="soft small place">{{ data.location }}</span></template
              >
              <span v-else class="number">{{ data.fitted.join(', ') || 'nothing recorded' }}</span>
            </template>
          </Column>
        </DataTable>
      </LoadState>
    </div>
  </div>
</template>

<style scoped>
.machines {
  display: flex;
  flex-direction: column;
  gap: 16px;
  height: 100%;
  padding: 20px 24px 12px;
}
.asked {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  margin-top: 10px;
}
.find {
  flex: 1;
  max-width: 28rem;
  min-width: 14rem;
}
.ways {
  display: flex;
  gap: 18px;
  margin-left: auto;
}
.body {
  display: flex;
  flex: 1;
  gap: 28px;
  min-height: 0;
}
aside {
  border-right: 1px solid var(--hair);
  flex: 0 0 17rem;
  overflow: auto;
  padding-right: 14px;
}
.area {
  align-items: baseline;
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
}
.charge {
  display: grid;
  gap: 4px;
  margin-top: 14px;
}
.table {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}
.table :deep(th) {
  background: var(--film);
  position: sticky;
  top: 0;
  border-bottom-width: 2px;
  font: 600 1rem var(--condensed);
}
/* Only the rows move: their head and the pages stay in sight. */
.table :deep(.p-datatable-table-container) {
  background: transparent;
  overflow: auto;
}
aside :deep(.p-tree-node-selected) {
  box-shadow: inset 4px 0 var(--damson);
}
.name {
  color: var(--ink);
  font-weight: 650;
  text-decoration: none;
}
.place {
  display: block;
}
.name + .state {
  padding-left: 10px;
}
.code {
  font-size: 1.2rem;
}
.empty {
  padding: 20px 4px;
}
.problem {
  color: var(--rowan);
  font-weight: 600;
}
@media (max-width: 900px) {
  .body {
    flex-direction: column;
  }
  aside {
    border-right: 0;
    flex: 0 0 auto;
    max-height: 11rem;
  }
}
</style>
