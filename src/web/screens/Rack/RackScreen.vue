<script setup lang="ts">
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import type { Bearing } from '../../../core/catalogue/catalogue.js'
import { FAMILY_LABEL } from '../../../core/catalogue/families.js'
import { searchBearings } from '../../../core/catalogue/search.js'
import { useSession } from '../../stores/session.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import { useLoad } from '../../theme/useLoad.js'

const session = useSession()
const route = useRoute()
const router = useRouter()
const { data: bearings, loading, error, load } = useLoad<Bearing[]>(() => '/bearings')
const search = ref(String(route.query.find ?? ''))
const found = computed(() => searchBearings(bearings.value ?? [], search.value))
const size = (mm: number) => session.show(mm, 'length', 0)

function keep(text: string) {
  search.value = text
  void router.replace({ query: text ? { find: text } : {} })
}
function first() {
  if (found.value[0]) void router.push({ name: 'bearing', params: { designation: found.value[0].designation } })
}
</script>

<template>
  <LoadState :loading="loading" :error="error" @retry="load">
    <div v-if="bearings" class="rack film">
      <CrumbTrail :trail="[{ label: 'Rack' }]" />
      <div class="head">
        <h1>Rack</h1>
        <InputText
          :model-value="search"
          placeholder="Number, sizes like 40 80 18, or spherical 60"
          aria-label="Search the rack"
          v-focus
          @update:model-value="keep(String($event ?? ''))"
          @keydown.enter="first"
        />
        <span class="soft" role="status">{{ found.length }} of {{ bearings.length }} bearings</span>
      </div>
      <p v-if="!found.length" class="empty">
        Nothing fits "{{ search }}". Sizes are bore, outside and width in millimetres; fewer words find more.
      </p>
      <DataTable
        v-else
        :value="found"
        data-key="designation"
        scrollable
        scroll-height="flex"
        :virtual-scroller-options="{ itemSize: 46 }"
        size="small"
        class="table"
      >
        <Column field="designation" header="Number" sortable>
          <template #body="{ data }"
            ><RouterLink class="number name" :to="{ name: 'bearing', params: { designation: data.designation } }">{{
              data.designation
            }}</RouterLink></template
          >
        </Column>
        <Column field="family" header="Family" sortable>
          <template #body="{ data }">{{ FAMILY_LABEL[data.family as Bearing['family']] }}</template>
        </Column>
        <Column field="boreMm" :header="`Bore ${session.unit('length')}`" sortable
          ><template #body="{ data }"
            ><b class="number">{{ size(data.boreMm) }}</b></template
          ></Column
        >
        <Column field="outsideMm" header="Outside" sortable
          ><template #body="{ data }"
            ><b class="number">{{ size(data.outsideMm) }}</b></template
          ></Column
        >
        <Column field="widthMm" header="Width" sortable
          ><template #body="{ data }"
            ><b class="number">{{ size(data.widthMm) }}</b></template
          ></Column
        >
        <Column field="dynamicRatingN" :header="`C ${session.unit('force')}`" sortable
          ><template #body="{ data }"
            ><span class="number">{{ session.show(data.dynamicRatingN, 'force', 1) }}</span></template
          ></Column
        >
        <Column field="staticRatingN" :header="`C0 ${session.unit('force')}`" sortable
          ><template #body="{ data }"
            ><span class="number">{{ session.show(data.staticRatingN, 'force', 1) }}</span></template
          ></Column
        >
        <Column field="massKg" :header="`Mass ${session.unit('mass')}`" sortable
          ><template #body="{ data }"
            ><span class="number">{{ session.show(data.massKg, 'mass') }}</span></template
          ></Column
        >
      </DataTable>
    </div>
  </LoadState>
</template>

<style scoped>
.rack {
  display: flex;
  flex-direction: column;
  gap: 12px;
  height: 100%;
  padding: 20px 24px;
}
.head {
  align-items: center;
  display: flex;
  gap: 20px;
}
.head input {
  flex: 0 1 30rem;
  font-size: 1.15rem;
  min-height: 46px;
}
.table {
  flex: 1;
  min-height: 0;
}
.table :deep(tr),
.table :deep(th) {
  background: transparent;
}
.name {
  font-size: 1.25rem;
}
.number {
  font-size: 1.12rem;
}
.empty {
  color: var(--soft);
  padding: 24px 0;
}
</style>
