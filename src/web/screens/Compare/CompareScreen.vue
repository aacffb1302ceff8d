<script setup lang="ts">
import { fittedWords } from '../../../core/line/fitted.js'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import { z } from 'zod'
import type { OffersView } from '../../../contract/rack.js'
import { NO_DUTY, asMarked, compareBearings, type CompareResult, type Described } from '../../../core/identify/compare.js'
import type { Feature } from '../../../core/identify/letters.js'
import { call } from '../../api.js'
import FormPart from '../../fields/FormPart.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'
import { useRack } from '../../stores/rack.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import RackHead from '../Rack/RackHead.vue'
import BearingCard from './BearingCard.vue'
import CompareTable from './CompareTable.vue'
import OfferList from './OfferList.vue'

/** Like for like at a position, or up to four bearings side by side. The first is what came out. */
const MOST = 4
interface Side extends Described {
  text: string
}

const rack = useRack()
const route = useRoute()
const router = useRouter()
const loading = ref(true)
const error = ref<string | null>(null)
const at = shallowRef<OffersView | null>(null)
const read = shallowRef<Side[]>([])
/** What was told on this page, over what the markings say, by marking. */
const told = ref<Record<string, Described['features']>>({})

const texts = computed(() => [route.query.rows ?? []].flat().map(String).slice(0, MOST))
const positionId = computed(() => (/^\d+$/.test(String(route.query.at ?? '')) ? Number(route.query.at) : null))

async function describe(text: string): Promise<Side | null> {
  const [first] = (await rack.worker.read(text)).readings
  const row = first && (await rack.worker.row(first.row.designation))
  return row ? { row, features: asMarked(row, first.features), text } : null
}
async function load() {
  loading.value = read.value.length === 0 && at.value === null
  error.value = null
  try {
    await rack.ready()
    at.value = positionId.value ? await call('offers', { params: { id: positionId.value } }) : null
    const found = await Promise.all(texts.value.map((text) => describe(text).catch(() => null)))
    read.value = found.filter((side) => side !== null)
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

const withTold = (side: Side): Side => ({ ...side, features: { ...side.features, ...told.value[side.text] } })
/** What is fitted at the position, with its clearance group as it is written. */
const fitted = computed((): Side | null => {
  if (!at.value?.removed) return null
  const group = at.value.position.places[0]?.fitted?.group
  return { ...at.value.removed, text: `${at.value.removed.row.designation}${group && group !== 'N' ? ` C${group}` : ''}` }
})
const sides = computed((): Side[] => [...(fitted.value ? [fitted.value] : []), ...read.value].map(withTold))
const removed = computed((): Side | undefined => sides.value[0])
const offered = computed(() => sides.value.slice(1))
const results = computed((): CompareResult[] => offered.value.map((o) => compareBearings(removed.value!, o, at.value?.duty ?? NO_DUTY)))

function tell(text: string, feature: Feature, value: string) {
  told.value = { ...told.value, [text]: { ...told.value[text], [feature]: value || null } }
}
const go = (rows: string[]) => void router.replace({ query: { ...route.query, rows } })
const leave = (text: string) => go(texts.value.filter((t) => t !== text))
const offeredInput = z.strictObject({ text: z.string().trim().min(1, 'a number first').max(60) })
async function add({ text }: { text: string }) {
  if (!(await describe(text))) throw new Error(`No bearing of the rack begins with "${text.slice(0, 40)}".`)
  go([...texts.value, text].slice(0, MOST))
}
const trail = computed(() =>
  at.value
    ? [
        { label: `${at.value.machineName} ${at.value.machineCode}`, to: { name: 'machine', params: { id: at.value.machineId } } },
        { label: `${at.value.position.name}: what would do` },
      ]
    : [{ label: 'Rack', to: '/rack' }, { label: 'Compare' }],
)
</script>

<template>
  <LoadState :loading="loading" :error="error" @retry="load">
    <div class="compare film">
      <CrumbTrail :trail="trail" />
      <RackHead :title="at ? `What would do at ${at.machineName}, ${at.position.name}?` : 'Like for like'" />
      <p v-if="at && !at.removed" class="soft">
        {{
          fittedWords(at.position.places) ? `${fittedWords(at.position.places)} is not in the rack.` : 'Nothing is recorded as fitted here.'
        }}
      </p>
      <div class="cards">
        <BearingCard
          v-for="(side, i) in sides"
          :key="`${i} ${side.text}`"
          :place="i > 0 ? 'offered' : fitted ? 'fitted here' : 'came out'"
          :text="side.text"
          :item="side"
          :result="results[i - 1]"
          :may-leave="i > 0 || !fitted"
          @tell="(feature, value) => tell(side.text, feature, value)"
          @leave="leave(side.text)"
        />
        <SentForm
          v-if="texts.length < MOST"
          :key="texts.length"
          late
          class="add"
          :schema="offeredInput"
          :initial="{ text: '' }"
          :send="add"
        >
          <FormPart
            id="offered"
            name="text"
            :control="TextField"
            empty=""
            :label="removed ? 'Offered: number and letters' : 'What came out: number and letters'"
            :most="60"
            placeholder="6311 2RS C3"
          />
          <button type="submit" class="link-button">put beside it</button>
        </SentForm>
      </div>
      <CompareTable v-if="results.length" :removed="removed!.text" :offered="offered.map((o) => o.text)" :results="results" />
      <OfferList
        v-if="at?.removed"
        :offers="at.offers"
        :shown="texts"
        :full="texts.length >= MOST"
        @look="(marking) => go([...texts, marking])"
      />
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
.cards {
  display: grid;
  gap: 0 20px;
  grid-template-columns: repeat(auto-fit, minmax(14rem, 1fr));
}
.add {
  align-content: start;
  border-top: 2px dashed var(--hair);
  display: grid;
  gap: 6px;
  padding-top: 6px;
}
.add .link-button {
  justify-self: start;
}
.refused {
  color: var(--rowan);
}
</style>
