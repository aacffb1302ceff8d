<script setup lang="ts">
import { addressOf } from '../../../contract/addresses.js'
import Button from 'primevue/button'
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import FileUpload, { type FileUploadUploaderEvent } from 'primevue/fileupload'
import InputText from 'primevue/inputtext'
import ProgressBar from 'primevue/progressbar'
import Tab from 'primevue/tab'
import TabList from 'primevue/tablist'
import TabPanel from 'primevue/tabpanel'
import TabPanels from 'primevue/tabpanels'
import Tabs from 'primevue/tabs'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { LIST_ROLE, OWN_KINDS, OWN_LABEL, keyOf, type BatchLine, type ImportReport, type OwnKind } from '../../../contract/own-data.js'
import { COLUMNS, cellText, emptyValue, type Column as ListColumn } from '../../../contract/own-columns.js'
import { refusalOf, call } from '../../api.js'
import { dayOf } from '../../../contract/days.js'
import { useRack } from '../../stores/rack.js'
import { useSession } from '../../stores/session.js'
import { seldom, useStream } from '../../stream.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import RackHead from '../Rack/RackHead.vue'
import EntryForm from './EntryForm.vue'
import HeadingMap from './HeadingMap.vue'
import ReportView from './ReportView.vue'

type Entry = Record<string, unknown>
const rack = useRack()
const session = useSession()
const route = useRoute()
const router = useRouter()
const kind = computed((): OwnKind => (OWN_KINDS.includes(route.query.list as OwnKind) ? (route.query.list as OwnKind) : 'stock'))
const columns = computed(() => COLUMNS[kind.value])
const planner = computed(() => session.may(LIST_ROLE[kind.value]))
const entries = ref<Entry[]>([])
const changes = ref<BatchLine[]>([])
const loading = ref(true)
const error = ref<string | null>(null)
const editing = ref<Entry | null>(null)
/** As it stood when somebody began; null of one that is new. */
const seen = ref<Entry | null>(null)
function begin(entry: Entry, before: Entry | null) {
  editing.value = entry
  seen.value = before
}
const report = ref<ImportReport | null>(null)
const problem = ref('')
let file: File | null = null
/** What the columns of files of this list were said to be here; the plant keeps it once a file is read in. */
let settled: Record<string, string> | null = null

async function load() {
  error.value = null
  try {
    const list = kind.value
    const [own, made] = await Promise.all([call('ownEntries', { params: { kind: list } }), call('changes')])
    if (list === kind.value) [entries.value, changes.value] = [own.entries, made]
  } catch (failure) {
    error.value = failure instanceof Error ? failure.message : String(failure)
  }
  loading.value = false
}
watch(
  kind,
  () => {
    editing.value = planner.value ? brought() : null
    report.value = null
    problem.value = ''
    file = null
    settled = null
    void load()
  },
  { immediate: true },
)
/** Rows know their key, so that the table keeps them apart. */
const rows = computed(() => entries.value.map((entry) => ({ ...entry, key: keyOf(kind.value, entry) })))
const entryOf = ({ key: _key, ...entry }: Entry) => entry
const filters = ref({ global: { value: null as string | null, matchMode: 'contains' } })
const ROW = 38
/** No more figures than anybody reads; the whole of it stands in the hint and in the file. */
const short = (c: ListColumn, value: unknown) =>
  typeof value === 'number' ? String(Number(Number(cellText(c, value)).toPrecision(4))) : cellText(c, value)
/** Sign-in names are the administrator's. */
const kinds = computed(() => OWN_KINDS.filter((k) => k !== 'people' || session.may('administrator')))
const changed = () => Promise.all([load(), rack.reload().catch(() => {})])
useStream(({ of, id }) => of === 'list' && id === kind.value, seldom(changed))
const go = (list: OwnKind) => void router.replace({ query: { list } })

/** While a list is read: how far it is, and by which key it can be stopped. */
const reading = ref<{ key: string; done: number; total: number } | null>(null)
const LOOK_MS = 400

/** The file as it is, byte for byte: how its letters are written is found out by the server. */
async function send(apply: boolean) {
  if (!file) return
  problem.value = ''
  const key = crypto.randomUUID()
  reading.value = { key, done: 0, total: 0 }
  const look = setInterval(async () => {
    const now = await call('importProgress', { params: { key } }).catch(() => null)
    if (now && reading.value?.key === key) Object.assign(reading.value, { done: now.done, total: now.total })
  }, LOOK_MS)
  try {
    const query = {
      name: file.name,
      progress: key,
      ...(apply ? { apply: '1' } : {}),
      ...(settled ? { columns: JSON.stringify(settled) } : {}),
    }
    report.value = await call('importFile', { params: { kind: kind.value }, query, body: file })
    // What it says stays where it is while the lists are fetched anew.
    reading.value = null
    if (report.value.batchId !== null) await changed()
  } catch (failure) {
    problem.value = refusalOf(failure).problem ?? Object.values(refusalOf(failure).errors).join('; ')
  }
  clearInterval(look)
  reading.value = null
}
const settle = (columns: Record<string, string>) => {
  settled = { ...settled, ...columns }
  return send(false)
}
const stopReading = () => reading.value && void call('stopImport', { params: { key: reading.value.key } }).catch(() => {})
const unsettled = computed(() => (report.value?.headings ?? []).some((h) => h.name && !h.known))
async function chosen(event: FileUploadUploaderEvent) {
  file = [event.files].flat()[0] ?? null
  report.value = null
  await send(false)
}
async function undo(id: number) {
  problem.value = ''
  try {
    changes.value = await call('undoChange', { params: { id } })
    report.value = null
    await changed()
  } catch (failure) {
    problem.value = refusalOf(failure).problem ?? ''
  }
}
async function remove(entry: Entry) {
  problem.value = ''
  try {
    await call('removeEntry', { params: { kind: kind.value, key: keyOf(kind.value, entry) } })
    await changed()
  } catch (failure) {
    problem.value = refusalOf(failure).problem ?? ''
  }
}
async function saved() {
  editing.value = null
  await changed()
}
/** A link can bring an entry along that is only to be looked over and entered. */
function brought(): Entry | null {
  const given = columns.value.flatMap((c) => {
    const value = route.query[c.field]
    return typeof value === 'string' ? [[c.field, c.kind === 'number' ? Number(value) : value] as const] : []
  })
  return given.length ? { ...blank(), ...Object.fromEntries(given) } : null
}
function blank(): Entry {
  return Object.fromEntries(columns.value.map((c) => [c.field, emptyValue(c)]))
}
</script>

<template>
  <LoadState :loading="loading" :error="error" @retry="load">
    <div class="own film">
      <CrumbTrail :trail="[{ label: 'Rack', to: '/rack' }, { label: 'Own data' }]" />
      <RackHead title="Own data" />
      <Tabs :value="kind" scrollable @update:value="go($event as OwnKind)">
        <TabList aria-label="Lists">
          <Tab v-for="k in kinds" :key="k" :value="k">{{ OWN_LABEL[k].title }}</Tab>
        </TabList>
        <TabPanels>
          <TabPanel :value="kind" class="panel">
            <p class="soft">{{ OWN_LABEL[kind].words }}</p>
            <div class="tools">
              <template v-if="planner">
                <Button label="New entry" size="small" @click="begin(blank(), null)" />
                <FileUpload
                  :key="`${kind} ${report?.batchId ?? ''}`"
                  mode="basic"
                  accept=".csv,.txt,text/csv"
                  choose-label="Read a CSV file"
                  auto
                  custom-upload
                  @uploader="chosen"
                />
              </template>
              <a class="link-button" :href="addressOf('ownTemplate', { kind })" download>template</a>
              <a class="link-button" :href="addressOf('ownCsv', { kind })" download>this list as CSV</a>
              <details>
                <summary class="link-button">columns of the file</summary>
                <dl>
                  <template v-for="c in columns" :key="c.name">
                    <dt>
                      <code>{{ c.name }}</code>{{ c.needed ? ' *' : '' }}
                    </dt>
                    <dd>{{ c.words }}</dd>
                  </template>
                </dl>
                <p class="soft small">
                  Comma, semicolon or tab; decimal point or comma; UTF-8 or Latin-1; days as 2026-11-25, 25.11.2026 or 25 Nov 2026. Other
                  names of columns are asked about once and kept. An entry with the same name takes the place of the old one. * must be
                  there.
                </p>
              </details>
            </div>
            <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
            <div v-if="reading" class="reading" role="status">
              <span>{{ reading.total ? `${reading.done} of ${reading.total} rows looked at` : 'The file is on its way' }}</span>
              <ProgressBar
                :value="reading.total ? Math.round((100 * reading.done) / reading.total) : 0"
                :show-value="false"
                aria-label="Rows looked at"
              />
              <Button label="Stop" size="small" outlined @click="stopReading" />
            </div>
            <HeadingMap
              v-if="report && unsettled"
              :key="report.headings.map((h) => h.name).join()"
              :kind="kind"
              :headings="report.headings"
              @settled="settle"
            />
            <ReportView v-else-if="report" :report="report" @apply="send(true)" @leave="report = null" @undo="undo(report!.batchId!)" />
            <EntryForm v-if="editing" :key="kind" :kind="kind" :entry="editing" :seen="seen" @saved="saved" @leave="editing = null" />
            <div class="body">
              <div class="scroll" tabindex="0" role="group" :aria-label="OWN_LABEL[kind].title">
                <DataTable
                  v-model:filters="filters"
                  :value="rows"
                  data-key="key"
                  size="small"
                  scrollable
                  scroll-height="flex"
                  sort-mode="single"
                  removable-sort
                  :global-filter-fields="columns.map((c) => c.field)"
                  :virtual-scroller-options="rows.length > 60 ? { itemSize: ROW } : undefined"
                >
                  <template v-if="entries.length > 8" #header>
                    <InputText v-model="filters.global.value" size="small" placeholder="Find in this list" aria-label="Find in this list" />
                    <span class="soft">{{ entries.length }} entries</span>
                  </template>
                  <template #empty>
                    <p class="soft empty">
                      {{
                        entries.length
                          ? 'No entry fits.'
                          : `Nothing here yet.${planner ? ' Enter the first one, or take the template, fill it in and read it.' : ` This needs the role ${LIST_ROLE[kind]}.`}`
                      }}
                    </p>
                  </template>
                  <Column v-for="(c, i) in columns" :key="c.name" :field="c.field" :header="c.name.replaceAll('_', ' ')" sortable>
                    <template #body="{ data }">
                      <span :class="{ number: c.kind === 'number' || i === 0 }" class="cell" :title="cellText(c, data[c.field])">{{
                        short(c, data[c.field])
                      }}</span>
                    </template>
                  </Column>
                  <Column v-if="planner" header="" frozen align-frozen="right">
                    <template #body="{ data }">
                      <span class="act">
                        <button type="button" class="link-button" @click="begin(entryOf(data), entryOf(data))">
                          change<span class="visually-hidden"> {{ data.key }}</span>
                        </button>
                        <button type="button" class="link-button" @click="remove(entryOf(data))">
                          remove<span class="visually-hidden"> {{ data.key }}</span>
                        </button>
                      </span>
                    </template>
                  </Column>
                </DataTable>
              </div>
              <aside aria-label="Last changes">
                <h2>Last changes</h2>
                <ol class="plain-list">
                  <li v-for="b in changes" :key="b.id" :class="{ gone: b.undoneAt }">
                    <b>{{ OWN_LABEL[b.kind].title }}</b>, {{ b.entries }} {{ b.entries === 1 ? 'entry' : 'entries' }}, {{ b.source }}
                    <span class="soft">{{ b.by }}, {{ dayOf(b.at) }}</span>
                    <span v-if="b.undoneAt" class="soft">taken back</span>
                    <button v-else-if="planner" type="button" class="link-button" @click="undo(b.id)">
                      take back<span class="visually-hidden"> {{ b.source }} of {{ dayOf(b.at) }}</span>
                    </button>
                  </li>
                </ol>
                <p v-if="!changes.length" class="soft">None yet.</p>
              </aside>
            </div>
          </TabPanel>
        </TabPanels>
      </Tabs>
    </div>
  </LoadState>
</template>

<style scoped>
.own {
  display: flex;
  flex-direction: column;
  gap: 8px;
  height: 100%;
  min-width: 0;
  overflow: auto;
  padding: 12px 24px 20px;
}
.panel {
  display: flex;
  flex-direction: column;
  gap: 8px;
}
.own :deep(.p-tabpanels) {
  background: transparent;
  padding: 8px 0 0;
}
.tools {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
}
.reading {
  align-items: center;
  display: grid;
  gap: 4px 14px;
  grid-template-columns: auto minmax(8rem, 24rem) auto;
  justify-content: start;
}
dl {
  display: grid;
  gap: 2px 14px;
  grid-template-columns: auto 1fr;
  margin: 8px 0;
}
dd {
  margin: 0;
}
.problem {
  background: var(--rowan-wash);
  border-left: 4px solid var(--rowan);
  padding: 6px 10px;
}
.body {
  display: grid;
  gap: 28px;
  grid-template-columns: minmax(0, 1fr) 19rem;
}
.scroll {
  height: 58vh;
  min-width: 0;
  position: relative;
}
.scroll :deep(.p-datatable-header) {
  align-items: center;
  background: transparent;
  display: flex;
  gap: 14px;
  padding: 0 0 6px;
}
.scroll :deep(.p-datatable-frozen-column) {
  background: var(--film);
}
.cell {
  display: inline-block;
  max-width: 24rem;
  overflow-wrap: anywhere;
  vertical-align: bottom;
}
.number {
  font-size: 1.1rem;
}
.act {
  background: var(--film);
  display: flex;
  gap: 12px;
  padding-left: 8px;
  white-space: nowrap;
}
aside li {
  border-bottom: 1px solid var(--hair);
  padding: 6px 0;
}
aside li span {
  display: block;
}
.gone {
  color: var(--soft);
  text-decoration: line-through;
}
.empty {
  padding: 20px 0;
}
@media (max-width: 900px) {
  .body {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
