<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import type { OffersView } from '../../../contract/api.js'
import type { Bearing } from '../../../core/catalogue/bearing.js'
import { FAMILY_LABEL, rollsOnBalls } from '../../../core/catalogue/families.js'
import { formOf } from '../../../core/catalogue/forms.js'
import { bearingDrawing } from '../../../core/drawing/bearing-drawing.js'
import {
  JUDGEMENT_WORDS,
  NO_DUTY,
  OFFER_WORDS,
  asMarked,
  compareBearings,
  type CompareResult,
  type Described,
} from '../../../core/identify/compare.js'
import type { Feature } from '../../../core/identify/letters.js'
import { request } from '../../api.js'
import DrawingView from '../../drawing/DrawingView.vue'
import { useRack } from '../../stores/rack.js'
import { useSession } from '../../stores/session.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import RackNav from '../Rack/RackNav.vue'

/** Like for like at a position, or up to four bearings side by side. The first is what came out. */
const MOST = 4
const rack = useRack()
const session = useSession()
const route = useRoute()
const router = useRouter()
const loading = ref(true)
const error = ref<string | null>(null)
const at = shallowRef<OffersView | null>(null)
const described = shallowRef<(Described & { text: string })[]>([])
const typed = ref('')
const refused = ref('')

const texts = computed(() => [route.query.rows ?? []].flat().map(String).slice(0, MOST))
const positionId = computed(() => (/^\d+$/.test(String(route.query.at ?? '')) ? Number(route.query.at) : null))

async function describe(text: string): Promise<(Described & { text: string }) | null> {
  const { readings } = await rack.worker.read(text)
  const first = readings[0]
  const row = first && (await rack.worker.row(first.row.designation))
  return row ? { row, features: asMarked(row, first.features), text } : null
}
async function load() {
  loading.value = described.value.length === 0 && at.value === null
  error.value = null
  try {
    await rack.ready()
    at.value = positionId.value ? await request<OffersView>('GET', `/positions/${positionId.value}/offers`) : null
    const found = await Promise.all(texts.value.map((text) => describe(text).catch(() => null)))
    described.value = found.filter((d) => d !== null)
  } catch (failure) {
    error.value = failure instanceof Error ? failure.message : String(failure)
  }
  loading.value = false
}
onMounted(load)
watch(
  () => route.query,
  () => void load(),
)

const duty = computed(() => at.value?.duty ?? NO_DUTY)
/** What came out stands first: the position's own, else the first of the row. */
const removed = computed((): Described | null => at.value?.removed ?? described.value[0] ?? null)
/** What it is called: the marking that was typed, or what is fitted with its clearance group. */
const removedText = computed(() => {
  const fitted = at.value?.position.fitted
  if (at.value?.removed) return `${at.value.removed.row.designation}${fitted?.group && fitted.group !== 'N' ? ` C${fitted.group}` : ''}`
  return described.value[0]?.text ?? ''
})
const offered = computed(() => (at.value?.removed ? described.value : described.value.slice(1)))
const results = computed((): CompareResult[] =>
  removed.value ? offered.value.map((o) => compareBearings(removed.value!, o, duty.value)) : [],
)
const lines = computed(() => [...new Set(results.value.flatMap((r) => r.lines.map((l) => l.aspect)))])
const lineOf = (result: CompareResult, aspect: string) => result.lines.find((l) => l.aspect === aspect)
const before = (aspect: string) => results.value.map((r) => lineOf(r, aspect)?.removed).find((v) => v !== undefined) ?? ''

async function add() {
  refused.value = ''
  const text = typed.value.trim()
  if (!text) return
  try {
    const found = await describe(text)
    if (!found) refused.value = `No bearing of the rack begins with "${text.slice(0, 40)}".`
    else {
      typed.value = ''
      go([...texts.value, text].slice(0, MOST))
    }
  } catch (failure) {
    refused.value = failure instanceof Error ? failure.message : String(failure)
  }
}
const go = (rows: string[]) => void router.replace({ query: { ...route.query, rows } })
const drop = (text: string) => go(texts.value.filter((t) => t !== text))

const features: readonly { feature: Feature; label: string; values: readonly [string, string][] }[] = [
  {
    feature: 'closure',
    label: 'closure',
    values: [
      ['open', 'open'],
      ['shields, both', 'shields'],
      ['contact-seals, both', 'contact seals'],
    ],
  },
  {
    feature: 'clearance',
    label: 'clearance',
    values: [
      ['2', 'C2'],
      ['N', 'CN'],
      ['3', 'C3'],
      ['4', 'C4'],
      ['5', 'C5'],
    ],
  },
  {
    feature: 'heat',
    label: 'stable to',
    values: [
      ['120', '120 °C'],
      ['150', '150 °C'],
      ['200', '200 °C'],
      ['250', '250 °C'],
      ['300', '300 °C'],
    ],
  },
]
/** What the letters did not say may be told here; it stays on this page. */
function tell(item: Described, feature: Feature, value: string) {
  item.features = { ...item.features, [feature]: value || null }
  described.value = [...described.value]
  if (at.value) at.value = { ...at.value }
}
const picture = (row: Bearing) => bearingDrawing({ row, width: 150, height: 110, dimensioned: false, lengthText: String })
const elements = (row: Bearing) => `${row.elements} ${rollsOnBalls(row.family) ? 'balls' : 'rollers'}${row.rows === 2 ? ' a row' : ''}`
</script>

<template>
  <LoadState :loading="loading" :error="error" @retry="load">
    <div class="compare film">
      <CrumbTrail
        :trail="
          at
            ? [
                { label: `${at.machineName} ${at.machineCode}`, to: { name: 'machine', params: { id: at.machineId } } },
                { label: `${at.position.name}: what would do` },
              ]
            : [{ label: 'Rack', to: '/rack' }, { label: 'Compare' }]
        "
      />
      <div class="head">
        <h1>{{ at ? `What would do at ${at.machineName}, ${at.position.name}?` : 'Like for like' }}</h1>
        <span class="fill"></span>
        <RackNav />
      </div>
      <p v-if="at && !at.removed" class="soft">
        {{ at.position.fitted ? `${at.position.fitted.designation} is not in the rack.` : 'Nothing is recorded as fitted here.' }}
      </p>
      <div class="cards">
        <section v-if="removed" class="card" aria-label="What came out">
          <p class="soft">{{ at ? 'fitted here' : 'came out' }}</p>
          <DrawingView :drawing="picture(removed.row)" />
          <h2>{{ removedText }}</h2>
          <p class="soft">{{ FAMILY_LABEL[removed.row.family] }}, {{ formOf(removed.row).label }}, {{ elements(removed.row) }}</p>
          <label v-for="f in features" :key="f.feature" class="tell"
            >{{ f.label }}
            <select
              :value="removed.features[f.feature] ?? ''"
              @change="tell(removed!, f.feature, ($event.target as HTMLSelectElement).value)"
            >
              <option value="">not known</option>
              <option v-for="[v, words] in f.values" :key="v" :value="v">{{ words }}</option>
            </select></label
          >
          <button v-if="!at?.removed" type="button" class="link-button" @click="drop(described[0]!.text)">leave out</button>
        </section>
        <section v-for="(o, i) in offered" :key="o.text" class="card" :class="results[i]?.verdict" :aria-label="`Offered: ${o.text}`">
          <p class="soft">offered</p>
          <DrawingView :drawing="picture(o.row)" />
          <h2>{{ o.text }}</h2>
          <p class="soft">{{ FAMILY_LABEL[o.row.family] }}, {{ formOf(o.row).label }}, {{ elements(o.row) }}</p>
          <p v-if="results[i]" class="verdict" :class="results[i]!.verdict">{{ OFFER_WORDS[results[i]!.verdict] }}</p>
          <p v-if="results[i]">{{ session.say(results[i]!.reason) }}</p>
          <label v-for="f in features" :key="f.feature" class="tell"
            >{{ f.label }}
            <select :value="o.features[f.feature] ?? ''" @change="tell(o, f.feature, ($event.target as HTMLSelectElement).value)">
              <option value="">not known</option>
              <option v-for="[v, words] in f.values" :key="v" :value="v">{{ words }}</option>
            </select></label
          >
          <button type="button" class="link-button" @click="drop(o.text)">leave out</button>
        </section>
        <form v-if="texts.length < MOST" class="add" @submit.prevent="add">
          <label for="offered">{{ removed ? 'Offered: number and letters' : 'What came out: number and letters' }}</label>
          <InputText id="offered" v-model="typed" autocomplete="off" maxlength="60" placeholder="6311 2RS C3" />
          <button type="submit" class="link-button">put beside it</button>
          <p v-if="refused" class="refused" role="alert">{{ refused }}</p>
        </form>
      </div>
      <div v-if="results.length" class="scroll" tabindex="0" role="group" aria-label="Feature by feature">
        <table>
          <thead>
            <tr>
              <th scope="col">feature</th>
              <th scope="col">{{ removedText }}</th>
              <th v-for="o in offered" :key="o.text" scope="col">{{ o.text }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="aspect in lines" :key="aspect">
              <th scope="row">{{ aspect }}</th>
              <td>{{ session.say(before(aspect)) }}</td>
              <td v-for="(r, i) in results" :key="i" :class="lineOf(r, aspect)?.judgement">
                <template v-if="lineOf(r, aspect)">
                  <b>{{ session.say(lineOf(r, aspect)!.offered) }}</b>
                  <span class="mark">{{ JUDGEMENT_WORDS[lineOf(r, aspect)!.judgement] }}</span>
                  <span v-if="lineOf(r, aspect)!.because"> {{ session.say(lineOf(r, aspect)!.because) }}</span>
                  <span v-if="lineOf(r, aspect)!.figure" class="number"> {{ session.say(lineOf(r, aspect)!.figure!) }}</span>
                </template>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <section v-if="at?.removed" class="offers" aria-label="On the shelf">
        <h2>On the shelf</h2>
        <p v-if="!at.offers.length" class="soft">Nothing on the shelf goes on this seat and into this housing.</p>
        <ol class="plain-list">
          <li v-for="{ item, result } in at.offers" :key="item.marking + item.shelf" :class="result.verdict">
            <b class="number">{{ item.marking }}</b>
            <span class="soft">{{ item.quantity }} on {{ item.shelf }}</span>
            <span class="verdict" :class="result.verdict">{{ OFFER_WORDS[result.verdict] }}</span>
            <span class="why">{{ session.say(result.reason) }}</span>
            <button
              v-if="!texts.includes(item.marking) && texts.length < MOST"
              type="button"
              class="link-button"
              @click="go([...texts, item.marking])"
            >
              line by line<span class="visually-hidden">: {{ item.marking }}</span>
            </button>
          </li>
        </ol>
      </section>
      <p v-if="at" class="soft small">
        Judged at this position's duty as recorded. A card knows more:
        <RouterLink :to="{ name: 'machine', params: { id: at.machineId } }">open one at the machine</RouterLink>.
      </p>
    </div>
  </LoadState>
</template>

<style scoped>
.compare {
  display: flex;
  flex-direction: column;
  gap: 10px;
  height: 100%;
  overflow: auto;
  padding: 12px 24px 24px;
}
.head {
  align-items: center;
  display: flex;
  gap: 14px;
}
.fill {
  flex: 1;
}
.cards {
  display: grid;
  gap: 0 20px;
  grid-template-columns: repeat(auto-fit, minmax(14rem, 1fr));
}
.card {
  border-top: 2px solid var(--ink);
  display: grid;
  align-content: start;
  gap: 3px;
  padding-top: 6px;
}
.card svg {
  height: 84px;
  justify-self: start;
}
.card h2 {
  font-size: 1.9rem;
}
.will-not-do.card {
  border-color: var(--rowan);
}
.will-do.card,
.same.card {
  border-color: var(--moss);
}
.ask-first.card {
  border-color: var(--amber);
}
.verdict {
  font: 750 1.2rem var(--condensed);
}
.verdict.will-not-do {
  color: var(--rowan);
}
.verdict.will-do,
.verdict.same {
  color: var(--moss);
}
.verdict.ask-first {
  color: var(--amber);
}
.tell {
  color: var(--soft);
  display: flex;
  gap: 6px;
  justify-content: space-between;
  max-width: 15rem;
}
select {
  background: var(--paper);
  border: 1px solid var(--hair);
  color: var(--ink);
}
.add {
  align-content: start;
  border-top: 2px dashed var(--hair);
  display: grid;
  gap: 6px;
  padding-top: 6px;
}
.card .link-button,
.add .link-button {
  justify-self: start;
}
.refused {
  color: var(--rowan);
}
.scroll {
  position: relative;
  flex: none;
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  border-bottom: 1px solid var(--hair);
  padding: 5px 10px 5px 0;
  text-align: left;
  vertical-align: top;
}
th[scope='row'] {
  font: 600 1rem var(--condensed);
  white-space: nowrap;
}
td.not {
  box-shadow: inset 4px 0 var(--rowan);
  padding-left: 10px;
}
td.unknown {
  box-shadow: inset 4px 0 var(--amber);
  padding-left: 10px;
}
td.acceptable,
td.same {
  box-shadow: inset 4px 0 var(--hair);
  padding-left: 10px;
}
.mark {
  color: var(--soft);
  font-size: 0.875rem;
  padding: 0 6px 0 8px;
}
td.not .mark {
  color: var(--rowan);
  font-weight: 700;
}
.offers li {
  align-items: baseline;
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 14px;
  grid-template-columns: 9rem 7rem 8rem minmax(0, 1fr) auto;
  padding: 6px 0;
}
.offers .number {
  font-size: 1.2rem;
}
.offers .verdict {
  font-size: 1.05rem;
}
</style>
