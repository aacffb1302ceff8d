<script setup lang="ts">
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import InputText from 'primevue/inputtext'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { PART_KINDS, PART_LABEL, type Part, type PartKind } from '../../../core/parts/parts.js'
import ChoiceField from '../../fields/ChoiceField.vue'
import { useRack } from '../../stores/rack.js'
import { useSession } from '../../stores/session.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import RackHead from '../Rack/RackHead.vue'
import { useRackSearch } from '../Rack/useRackSearch.js'
import PartSheet from './PartSheet.vue'

/** Sleeves, nuts, rings, blocks and seals as a store knows them: looked for in words, each with its picture and where it lies. */
const rack = useRack()
const session = useSession()
const route = useRoute()
const router = useRouter()
const { search, found, loading, error, start } = useRackSearch(
  'parts',
  (text) => rack.worker.parts(text),
  () => show(),
)
const kind = ref<PartKind | null>(null)
const one = shallowRef<Part | null>(null)
const KINDS = PART_KINDS.map((value) => ({ value, label: PART_LABEL[value] }))

const name = computed(() => String(route.params.name ?? ''))
/** The part of the address; without one the first that was found. */
async function show() {
  one.value = name.value ? ((await rack.worker.parts(name.value)).parts.find((p) => p.name === name.value) ?? null) : null
}
watch(name, show)
const open = (part: string) => void router.replace({ name: 'part', params: { name: part }, query: route.query })

const list = computed(() => (found.value?.parts ?? []).filter((p) => !kind.value || p.kind === kind.value))
const inHand = computed(() => one.value ?? (search.value ? (list.value[0] ?? null) : null))
const stock = computed(() => rack.view?.stock ?? [])
const pieces = (part: string) => stock.value.filter((s) => s.designation === part).reduce((sum, s) => sum + s.quantity, 0)
const sizes = (p: Part) => p.sizes.map(([what, mm]) => `${what} ${session.show(mm, 'length', Number.isInteger(mm) ? 0 : 2)}`).join(', ')
const ROW = 38
</script>

<template>
  <LoadState :loading="loading" :error="error" @retry="start">
    <div class="parts">
      <CrumbTrail :trail="[{ label: 'Rack', to: '/rack' }, { label: 'Parts' }]" />
      <RackHead title="Parts" class="head">
        <InputText
          v-model="search"
          v-focus
          placeholder="sleeve for 22213 K on 60 · MB 12 on KM 13 · lip seal 60"
          aria-label="Search the parts"
          autocomplete="off"
          maxlength="200"
        />
      </RackHead>
      <p v-if="found?.together" class="together" :class="{ no: !found.together.fits }" role="status">
        <span class="state" :class="found.together.fits ? 'state-good' : 'state-stop'">{{ found.together.fits ? 'Yes' : 'No' }}</span>
        {{ session.say(found.together.words) }}
      </p>
      <div class="body">
        <section class="list" aria-label="Found">
          <div class="narrow">
            <ChoiceField id="part-kind" v-model="kind" label="Kind" :options="KINDS" placeholder="every kind" clearable />
            <span class="soft" role="status"
              >{{ list.length + (kind ? 0 : (found?.more ?? 0)) }} parts<template v-if="found?.heard.length">
                for {{ found.heard.join(', ') }}</template
              >, sizes in {{ session.units === 'inch' ? 'inches' : 'mm' }}</span
            >
          </div>
          <p v-if="found && !list.length" class="none">
            {{
              found.nothing
                ? session.say(found.nothing)
                : found.unknown.length
                  ? `Not understood: ${found.unknown.join(', ')}.`
                  : 'No part has all of this.'
            }}
            Try a kind, a bearing, a shaft size, or a name such as KM 13.
          </p>
          <DataTable
            v-else
            class="found"
            :value="list"
            data-key="name"
            scrollable
            scroll-height="flex"
            size="small"
            selection-mode="single"
            :selection="inHand"
            :virtual-scroller-options="{ itemSize: ROW }"
            @row-click="open(($event.data as Part).name)"
          >
            <Column header="Part">
              <template #body="{ data }"
                ><button type="button" class="link-button" @click.stop="open(data.name)">{{ data.name }}</button></template
              >
            </Column>
            <Column header="Kind">
              <template #body="{ data }">{{ PART_LABEL[data.kind as PartKind] }}</template>
            </Column>
            <Column header="Sizes">
              <template #body="{ data }"
                ><span class="number">{{ sizes(data) }}</span></template
              >
            </Column>
            <Column header="On shelf">
              <template #body="{ data }"
                ><span class="number">{{ pieces(data.name) || '' }}</span></template
              >
            </Column>
          </DataTable>
        </section>
        <PartSheet v-if="inHand" :part="inHand" :stock="stock.filter((s) => s.designation === inHand!.name)" @open="open" />
        <p v-else class="soft hint">
          Type what you have in hand: the bearing and the shaft, or two parts to hear whether they go together.
        </p>
      </div>
    </div>
  </LoadState>
</template>

<style scoped>
.parts {
  display: flex;
  flex-direction: column;
  height: 100%;
}
.head {
  padding: 10px 24px;
}
.head :deep(input) {
  flex: 100;
  min-width: 18rem;
}
.together {
  border-left: 5px solid var(--moss);
  font-size: 1.15rem;
  margin: 0 24px 8px;
  padding: 6px 12px;
}
.together.no {
  border-color: var(--rowan);
}
.body {
  display: grid;
  flex: 1;
  grid-template-columns: 58fr 42fr;
  min-height: 0;
}
.list {
  border-right: 1px solid var(--hair);
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding: 0 24px;
}
.narrow {
  align-items: end;
  display: grid;
  gap: 14px;
  grid-template-columns: 15rem 1fr;
  padding-bottom: 8px;
}
.found :deep(.link-button) {
  text-align: left;
}
.none,
.hint {
  padding: 18px 24px;
}
@media (max-width: 900px) {
  .body {
    display: block;
    overflow: auto;
  }
  .list {
    border: 0;
    height: 24rem;
  }
}
</style>
