<script setup lang="ts">
import { addressOf } from '../../../contract/addresses.js'
import Button from 'primevue/button'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import {
  COLUMNS,
  OWN_KINDS,
  OWN_LABEL,
  cellText,
  emptyValue,
  keyOf,
  type BatchLine,
  type ImportReport,
  type OwnKind,
} from '../../../contract/own-data.js'
import { refusalOf, call } from '../../api.js'
import { dayOf } from '../../figures/dates.js'
import { useRack } from '../../stores/rack.js'
import { useSession } from '../../stores/session.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import RackHead from '../Rack/RackHead.vue'
import EntryForm from './EntryForm.vue'
import ReportView from './ReportView.vue'

type Entry = Record<string, unknown>
const rack = useRack()
const session = useSession()
const route = useRoute()
const router = useRouter()
const kind = computed((): OwnKind => (OWN_KINDS.includes(route.query.list as OwnKind) ? (route.query.list as OwnKind) : 'stock'))
const columns = computed(() => COLUMNS[kind.value])
const planner = computed(() => session.may('planner'))
const entries = ref<Entry[]>([])
const changes = ref<BatchLine[]>([])
const loading = ref(true)
const error = ref<string | null>(null)
const editing = ref<Entry | null>(null)
const report = ref<ImportReport | null>(null)
const problem = ref('')
let file: File | null = null

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
    editing.value = null
    report.value = null
    problem.value = ''
    file = null
    void load()
  },
  { immediate: true },
)
const changed = () => Promise.all([load(), rack.reload().catch(() => {})])
const go = (list: OwnKind) => void router.replace({ query: { list } })

/** The file as it is, byte for byte: how its letters are written is found out by the server. */
async function send(apply: boolean) {
  if (!file) return
  problem.value = ''
  try {
    const query = { name: file.name, ...(apply ? { apply: '1' } : {}) }
    report.value = await call('importFile', { params: { kind: kind.value }, query, body: file })
    if (report.value.batchId !== null) await changed()
  } catch (failure) {
    problem.value = failure instanceof Error ? failure.message : String(failure)
  }
}
async function chosen(event: Event) {
  const input = event.target as HTMLInputElement
  file = input.files?.[0] ?? null
  report.value = null
  await send(false)
  // The same file can be chosen again once it is corrected.
  input.value = ''
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
const blank = (): Entry => Object.fromEntries(columns.value.map((c) => [c.field, emptyValue(c)]))
</script>

<template>
  <LoadState :loading="loading" :error="error" @retry="load">
    <div class="own film">
      <CrumbTrail :trail="[{ label: 'Rack', to: '/rack' }, { label: 'Own data' }]" />
      <RackHead title="Own data" />
      <div class="kinds" role="tablist" aria-label="Lists">
        <button
          v-for="k in OWN_KINDS"
          :key="k"
          type="button"
          role="tab"
          :aria-selected="k === kind"
          :class="{ here: k === kind }"
          @click="go(k)"
        >
          {{ OWN_LABEL[k].title }}
        </button>
      </div>
      <p class="soft">{{ OWN_LABEL[kind].words }}</p>
      <div class="tools">
        <template v-if="planner">
          <Button label="New entry" size="small" @click="editing = blank()" />
          <label class="file">Read a CSV file<input type="file" accept=".csv,.txt,text/csv" @change="chosen" /></label>
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
            Comma, semicolon or tab; decimal point or comma; UTF-8 or Latin-1. An entry with the same name takes the place of the old one. *
            must be there.
          </p>
        </details>
      </div>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <ReportView v-if="report" :report="report" @apply="send(true)" @leave="report = null" @undo="undo(report!.batchId!)" />
      <EntryForm v-if="editing" :key="kind" :kind="kind" :entry="editing" @saved="saved" @leave="editing = null" />
      <div class="body">
        <div class="scroll" tabindex="0" role="group" :aria-label="OWN_LABEL[kind].title">
          <p v-if="!entries.length" class="soft empty">
            Nothing here yet.{{ planner ? ' Enter the first one, or take the template, fill it in and read it.' : ' A planner enters it.' }}
          </p>
          <table v-else>
            <thead>
              <tr>
                <th v-for="c in columns" :key="c.name" scope="col">{{ c.name.replaceAll('_', ' ') }}</th>
                <th v-if="planner" scope="col"><span class="visually-hidden">Change</span></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="entry in entries" :key="keyOf(kind, entry)">
                <td v-for="(c, i) in columns" :key="c.name" :class="{ number: c.kind === 'number' || i === 0 }">
                  {{ cellText(c, entry[c.field]) }}
                </td>
                <td v-if="planner" class="act">
                  <button type="button" class="link-button" @click="editing = { ...entry }">
                    change<span class="visually-hidden"> {{ keyOf(kind, entry) }}</span>
                  </button>
                  <button type="button" class="link-button" @click="remove(entry)">
                    remove<span class="visually-hidden"> {{ keyOf(kind, entry) }}</span>
                  </button>
                </td>
              </tr>
            </tbody>
          </table>
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
.tools {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
}
.kinds {
  border-bottom: 1px solid var(--hair);
  display: flex;
  gap: 4px;
}
.kinds button {
  background: none;
  border: 0;
  color: var(--ink);
  cursor: pointer;
  font: 600 1.08rem var(--condensed);
  min-height: 42px;
  padding: 4px 14px;
}
.kinds .here {
  box-shadow: inset 0 -3px var(--damson);
}
.file {
  border: 1px solid var(--damson);
  border-radius: 2px;
  color: var(--damson);
  cursor: pointer;
  padding: 6px 12px;
}
.file:focus-within {
  outline: 3px solid var(--ice);
}
.file input {
  height: 1px;
  opacity: 0;
  position: absolute;
  width: 1px;
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
  position: relative;
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  border-bottom: 1px solid var(--hair);
  padding: 6px 14px 6px 0;
  text-align: left;
  white-space: nowrap;
}
th {
  border-bottom: 2px solid var(--ink);
  font: 600 1rem var(--condensed);
}
.number {
  font-size: 1.1rem;
}
.act button + button {
  margin-left: 12px;
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
