<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import Dialog from 'primevue/dialog'
import MultiSelect from 'primevue/multiselect'
import Slider from 'primevue/slider'
import Tab from 'primevue/tab'
import TabList from 'primevue/tablist'
import TabPanel from 'primevue/tabpanel'
import TabPanels from 'primevue/tabpanels'
import Tabs from 'primevue/tabs'
import Button from 'primevue/button'
import { computed, defineAsyncComponent, reactive, ref, shallowRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { z } from 'zod'
import { CLOSURES, type Bearing, type Closure } from '../../../core/bearing/bearing.js'
import { FAMILIES, FAMILY_LABEL, type Family } from '../../../core/bearing/families.js'
import { CLOSURE_WORDS } from '../../../core/identify/letters.js'
import type { LifeBasis } from '../../../core/life/curves.js'
import type { Candidate, SelectInput, SelectValues } from '../../../core/select/select.js'
import type { Message } from '../../../core/words/message.js'
import { wordsOf } from '../../../core/words/say.js'
import FormPart from '../../fields/FormPart.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'
import QuantityField from '../../fields/QuantityField.vue'
import TickField from '../../fields/TickField.vue'
import type { SuitedDuty } from '../../../core/select/suitability.js'
import { ALONE, type SetOfBearings } from '../../../core/life/set-of-bearings.js'
import KindList from './KindList.vue'
import { useRack } from '../../stores/rack.js'
import { useSession } from '../../stores/session.js'

/** What else of the whole rack would do at this place: within limits, ranked by what counts here, live while they are moved. */
const props = defineProps<{
  row: Bearing
  basis: LifeBasis
  radialN: number
  axialN: number
  wantedH: number | null
  safety: number
  duty: SuitedDuty
  /** How many stand there together; limits and life are those of all of them. */
  together: SetOfBearings
  readOnly: boolean
}>()
const emit = defineEmits<{ close: []; choose: [designation: string, why: string] }>()
const RackScatter = defineAsyncComponent(() => import('./RackScatter.vue'))
const rack = useRack()
const session = useSession()
const limits = reactive({
  keepSeats: true,
  boreMm: props.row.boreMm as number | null,
  boreToMm: props.row.boreMm as number | null,
  outsideMm: null as number | null,
  widthMm: null as number | null,
  closures: [] as Closure[],
  massKg: null as number | null,
  misalignmentDeg: null as number | null,
  insideMovementMm: null as number | null,
  lifeH: props.wantedH as number | null,
  safety: props.safety as number | null,
  families: [] as Family[],
})
/** What can be asked of a bearing; sizes only where shaft and housing may change. */
const LIMITS = [
  { name: 'boreMm', id: 'choice-bore', label: 'Bore, from', quantity: 'length', ofSize: true },
  { name: 'boreToMm', id: 'choice-bore-to', label: 'Bore, to', quantity: 'length', ofSize: true },
  { name: 'outsideMm', id: 'choice-outside', label: 'Outside, at most', quantity: 'length', ofSize: true },
  { name: 'widthMm', id: 'choice-width', label: 'Width, at most', quantity: 'length', ofSize: true },
  { name: 'lifeH', id: 'choice-life', label: 'Lasts, at least', quantity: 'hours' },
  { name: 'safety', id: 'choice-safety', label: 'Static safety, at least', quantity: 'ratio', decimals: 1 },
  { name: 'misalignmentDeg', id: 'choice-tilt', label: 'Puts up with a tilt of', quantity: 'angle', decimals: 2 },
  { name: 'insideMovementMm', id: 'choice-inside', label: 'Moves inside', quantity: 'length' },
  { name: 'massKg', id: 'choice-mass', label: 'Mass, at most', quantity: 'mass' },
] as const
const shownLimits = computed(() => LIMITS.filter((f) => !('ofSize' in f) || !limits.keepSeats))
const WEIGHTS = [
  { name: 'life', label: 'life' },
  { name: 'seats', label: 'keeps the seats' },
  { name: 'shelf', label: 'on the shelf' },
  { name: 'size', label: 'small' },
  { name: 'price', label: 'cheap' },
] as const
const weights = reactive({ life: 1, seats: 1, shelf: 1, size: 1, price: 0.5 })
const CLOSURE_OPTIONS = CLOSURES.filter((c) => c !== 'open').map((value) => ({ value, label: CLOSURE_WORDS[value] }))
const FAMILY_OPTIONS = FAMILIES.map((value) => ({ value, label: FAMILY_LABEL[value] }))

const found = shallowRef<SelectValues | null>(null)
const stock = ref<Record<string, number>>({})
const problem = ref('')
const input = computed((): SelectInput => {
  const { row, basis } = props
  const { keepSeats, boreMm, boreToMm, outsideMm, widthMm, lifeH, safety, families, closures } = limits
  const free = {
    ...((boreMm !== null || boreToMm !== null) && { boreMm: between(boreMm, boreToMm) }),
    ...(outsideMm !== null && { outsideMm: [0, outsideMm] as const }),
    ...(widthMm !== null && { widthMm: [0, widthMm] as const }),
  }
  const most = (['massKg', 'misalignmentDeg', 'insideMovementMm'] as const).flatMap((name) => {
    const value = limits[name]
    return value === null ? [] : [[name, value] as const]
  })
  const sizes = keepSeats ? { boreMm: row.boreMm, outsideMm: row.outsideMm, widthMm: row.widthMm } : free
  const life = lifeH === null ? {} : basis.kappa === null ? { ratingLifeH: lifeH } : { modifiedLifeH: lifeH }
  return {
    ...{ radialLoadN: props.radialN, axialLoadN: props.axialN, speedRpm: basis.speedRpm, weights: { ...weights }, limit: 100 },
    ...{ together: props.together, lubrication: props.duty.lubrication, mustHold: props.duty.mustHold },
    ...(basis.kappa === null ? {} : { kappa: basis.kappa, cleanliness: basis.cleanliness }),
    limits: {
      ...sizes,
      boreTaper: row.boreTaper,
      ...life,
      ...(safety === null ? {} : { staticSafety: safety }),
      families: [...families],
      closures: [...closures],
      ...Object.fromEntries(most),
    },
  }
})
/** From the one to the other, whichever way they were typed; an open end where one is left out. */
const between = (from: number | null, to: number | null): readonly [number, number] => {
  const ends = [from ?? 0, to ?? 10_000]
  return [Math.min(...ends), Math.max(...ends)]
}
let asked = 0
watch(
  input,
  async (now) => {
    const mine = ++asked
    try {
      await rack.ready()
      const answer = await rack.worker.select(now)
      // A later question may have been answered first.
      if (mine === asked) [found.value, stock.value, problem.value] = [answer.values, answer.stock, '']
    } catch (failure) {
      if (mine === asked) problem.value = failure instanceof Error ? failure.message : String(failure)
    }
  },
  { immediate: true },
)
/** Up to three that are laid beside the one that stands here. */
const BESIDE = 3
const picked = ref<string[]>([])
const beside = computed(() => [props.row.designation, ...picked.value])
/** The bearing that is about to be chosen, with the reason that is asked for. */
const choice = ref<string | null>(null)
const why = ref('')
const choiceInput = z.strictObject({ why: z.string().trim().min(3, 'a reason first').max(300) })
const chosenOne = computed(() => found.value?.candidates.find((c) => c.designation === choice.value) ?? null)
/** What speaks for it, as a first word on why. */
function choose(designation: string) {
  choice.value = designation
  const own = found.value?.candidates.find((c) => c.designation === designation)
  why.value = own ? say(own.reasons) : ''
}
const life = (c: Candidate) => session.show(c.modifiedLifeH ?? c.ratingLifeH, 'hours')
const sizes = (c: Candidate) => [c.boreMm, c.outsideMm, c.widthMm].map((mm) => session.showTrimmed(mm, 'length', 2)).join(' × ')
const say = (messages: readonly Message[]) => messages.map((m) => session.say(wordsOf(m))).join('; ')
</script>

<template>
  <Dialog :visible="true" modal header="What of the rack would do here" :style="{ width: '72rem' }" @update:visible="emit('close')">
    <SentForm
      v-if="choice && !readOnly"
      :key="choice"
      class="chosen"
      aria-label="Choose it"
      :schema="choiceInput"
      :initial="{ why }"
      :send="async (form: { why: string }) => emit('choose', choice!, form.why)"
    >
      <b class="number">{{ choice }}</b>
      <span class="soft">over {{ row.designation }}{{ chosenOne ? `, lasts ${life(chosenOne)} h` : '' }}</span>
      <FormPart id="choice-why" name="why" :control="TextField" empty="" label="Why it was chosen" :most="300" />
      <Button type="submit" label="Choose it" />
      <Button type="button" label="Not now" text @click="choice = null" />
    </SentForm>
    <Tabs value="rack">
      <TabList aria-label="What would do">
        <Tab value="rack">Bearings of the rack</Tab>
        <Tab value="look">Looked at</Tab>
        <Tab value="kinds">Kinds of bearing</Tab>
      </TabList>
      <TabPanels>
        <TabPanel value="look">
          <RackScatter
            v-if="found && (found.candidates.length || limits.lifeH !== null)"
            :candidates="found.candidates"
            :here="row.designation"
            :least-h="limits.lifeH"
            :most-outside-mm="limits.keepSeats ? null : limits.outsideMm"
            :sized="!limits.keepSeats"
            @choose="choose"
            @least="limits.lifeH = $event"
            @outside="limits.outsideMm = $event"
          />
          <p v-else class="soft">No bearing meets every limit: loosen one in the list.</p>
        </TabPanel>
        <TabPanel value="kinds"><KindList :duty="duty" :here="row.family" /></TabPanel>
        <TabPanel value="rack">
          <div class="choice">
            <aside aria-label="Limits">
              <TickField id="keep-seats" v-model="limits.keepSeats" class="across" label="Shaft and housing stay" />
              <QuantityField v-for="f in shownLimits" :key="f.id" v-model="limits[f.name]" v-bind="f" />
              <MultiSelect
                v-model="limits.families"
                class="across"
                :options="FAMILY_OPTIONS"
                option-label="label"
                option-value="value"
                placeholder="any kind"
                aria-label="Kinds of bearing"
                :max-selected-labels="2"
              />
              <MultiSelect
                v-model="limits.closures"
                class="across"
                :options="CLOSURE_OPTIONS"
                option-label="label"
                option-value="value"
                placeholder="open or closed"
                aria-label="There with these closures"
                :show-toggle-all="false"
              />
              <p class="soft across">What counts</p>
              <div v-for="w in WEIGHTS" :key="w.name" class="weight across">
                <span>{{ w.label }}</span>
                <Slider v-model="weights[w.name]" :min="0" :max="3" :step="0.5" :aria-label="w.label" />
              </div>
            </aside>
            <div class="found">
              <p v-if="problem" role="alert" class="problem">{{ problem }}</p>
              <template v-if="found">
                <p role="status" class="soft">
                  {{ found.met }} of {{ found.looked }} bearings meet every limit{{
                    together.count > ALONE.count ? `, ${together.count} of each ${together.arrangement}` : ''
                  }}.
                </p>
                <DataTable
                  :value="found.candidates"
                  data-key="designation"
                  size="small"
                  scrollable
                  scroll-height="22rem"
                  :row-class="(c: Candidate) => ({ this: c.designation === row.designation })"
                >
                  <Column header=""
                    ><template #body="{ data }"
                      ><Checkbox
                        v-if="data.designation !== row.designation"
                        v-model="picked"
                        :value="data.designation"
                        :disabled="picked.length >= BESIDE && !picked.includes(data.designation)"
                        :aria-label="`${data.designation} beside ${row.designation}`" /></template
                  ></Column>
                  <template #empty><p class="soft">None does. Loosen a limit, or look at what nearly does.</p></template>
                  <Column header="Bearing">
                    <template #body="{ data }">
                      <RouterLink
                        class="number name"
                        target="_blank"
                        :to="{ name: 'bearing', params: { designation: data.designation } }"
                        >{{ data.designation }}</RouterLink
                      >
                      <span class="soft small kind">{{ FAMILY_LABEL[(data as Candidate).family] }}</span>
                    </template>
                  </Column>
                  <Column :header="`Sizes, ${session.unit('length')}`"
                    ><template #body="{ data }"
                      ><span class="plain">{{ sizes(data) }}</span></template
                    ></Column
                  >
                  <Column header="Life, h"
                    ><template #body="{ data }"
                      ><b class="number plain">{{ life(data) }}</b></template
                    ></Column
                  >
                  <Column header="Price class"
                    ><template #body="{ data }">{{ data.priceClass }}</template></Column
                  >
                  <Column header="Shelf"
                    ><template #body="{ data }">{{ stock[data.designation] || '' }}</template></Column
                  >
                  <Column v-if="!readOnly" header=""
                    ><template #body="{ data }"
                      ><button
                        v-if="data.designation !== row.designation"
                        type="button"
                        class="link-button"
                        @click="choose(data.designation)"
                      >
                        choose<span class="visually-hidden"> {{ data.designation }}</span>
                      </button></template
                    ></Column
                  >
                  <Column header="Why"
                    ><template #body="{ data }"
                      ><span class="small">{{ say(data.reasons) }}</span></template
                    ></Column
                  >
                </DataTable>
                <p class="soft small">A price class is an estimate by kind and mass, each about twice the one below; your prices govern.</p>
                <template v-if="found.nearly.length">
                  <h3>Nearly</h3>
                  <ul class="plain-list nearly">
                    <li v-for="n in found.nearly.slice(0, 8)" :key="n.designation">
                      <b class="number">{{ n.designation }}</b> {{ say(n.missing) }}
                    </li>
                  </ul>
                </template>
                <p>
                  <RouterLink v-if="picked.length" target="_blank" :to="{ name: 'compare', query: { rows: beside } }"
                    >{{ beside.slice(1).join(', ') }} beside {{ row.designation }}</RouterLink
                  >
                  <span v-else class="soft small">Tick up to three to lay them beside {{ row.designation }}.</span>
                </p>
              </template>
            </div>
          </div>
        </TabPanel>
      </TabPanels>
    </Tabs>
  </Dialog>
</template>

<style scoped>
.choice {
  display: grid;
  gap: 24px;
  grid-template-columns: 21rem minmax(0, 1fr);
}
aside {
  align-content: start;
  align-items: end;
  display: grid;
  gap: 10px 12px;
  grid-template-columns: 1fr 1fr;
}
.across {
  grid-column: 1 / -1;
}
.weight {
  align-items: center;
  display: grid;
  gap: 14px;
  grid-template-columns: 7.5rem 1fr;
}
.chosen {
  align-items: end;
  background: var(--film);
  border-left: 4px solid var(--damson);
  display: grid;
  gap: 4px 14px;
  grid-template-columns: auto auto minmax(0, 1fr) auto auto;
  padding: 8px 12px;
}
.chosen > .number {
  font-size: 1.3rem;
}
.kind {
  display: block;
}
.name {
  font-size: 1.15rem;
}
.found :deep(.plain) {
  white-space: nowrap;
}
.nearly {
  columns: 2;
}
.found :deep(tr.this) {
  box-shadow: inset 4px 0 var(--damson);
}
.problem {
  color: var(--rowan);
  font-weight: 600;
}
@media (max-width: 900px) {
  .choice {
    grid-template-columns: 1fr;
  }
}
</style>
