<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import type { BearingView } from '../../../contract/api.js'
import type { Figure } from '../../../core/card/station.js'
import { bearing } from '../../../core/catalogue/catalogue.js'
import { FAMILY_LABEL } from '../../../core/catalogue/families.js'
import { sectionDrawing } from '../../../core/drawing/section.js'
import type { Quantity } from '../../../core/units/quantities.js'
import DrawingView from '../../drawing/DrawingView.vue'
import FigureRow from '../../figures/FigureRow.vue'
import { useSession } from '../../stores/session.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import { useLoad } from '../../theme/useLoad.js'
import MakersFiguresForm from './MakersFiguresForm.vue'

const route = useRoute()
const session = useSession()
const { data: view, loading, error, load } = useLoad<BearingView>(() => `/bearings/${encodeURIComponent(String(route.params.designation))}`)
const drawing = computed(
  () =>
    view.value &&
    sectionDrawing({ row: view.value.row, width: 640, height: 520, held: null, lengthText: (mm) => session.show(mm, 'length', 0) }),
)

const entering = ref(false)
function saved(next: BearingView) {
  view.value = next
  entering.value = false
}

const figures = computed((): Figure[] => {
  if (!view.value) return []
  const { row, computed: base } = view.value
  const from = bearing({ designation: row.designation })
  const make = (
    key: string,
    label: string,
    value: number,
    quantity: Quantity,
    decimals: number | undefined,
    symbol?: string,
    was = value,
  ): Figure => ({
    key: `bearing.${key}`,
    label,
    value,
    quantity,
    decimals,
    note: was === value ? undefined : `maker's sheet; computed ${session.withUnit(was, quantity, decimals)}`,
    working: symbol && was === value ? from.working.filter((w) => w.symbol === symbol || w.symbol === 'γ' || w.symbol === 'fc') : [],
    assumptions: from.assumptions,
  })
  return [
    make('C', 'Dynamic rating C', row.dynamicRatingN, 'force', 1, 'C', base.dynamicRatingN),
    make('C0', 'Static rating C0', row.staticRatingN, 'force', 1, 'C0', base.staticRatingN),
    make('Cu', 'Fatigue load limit Cu', row.fatigueLoadLimitN, 'force', 2, 'Cu', base.fatigueLoadLimitN),
    make('chamfer', 'Chamfer at least', row.chamferMm, 'length', 1),
    make('inner', 'Inner raceway', row.innerRacewayMm, 'length', 1),
    make('outer', 'Outer raceway', row.outerRacewayMm, 'length', 1),
    make('speed', 'Speed guidance, grease', Math.round(row.greaseSpeedRpm / 100) * 100, 'speed', 0),
    make('mass', row.massKg === base.massKg ? 'Mass, estimated' : 'Mass', row.massKg, 'mass', 2, undefined, base.massKg),
  ]
})
</script>

<template>
  <LoadState :loading="loading" :error="error" @retry="load">
    <div v-if="view && drawing" class="page">
      <CrumbTrail :trail="[{ label: 'Rack', to: '/rack' }, { label: view.row.designation }]" />
      <section class="left film" aria-label="Section" tabindex="0">
        <h2>Section</h2>
        <p class="soft small">to scale, on a plain seat</p>
        <DrawingView :drawing="drawing" />
      </section>
      <section class="right" aria-label="Figures" tabindex="0">
        <h1>{{ view.row.designation }}</h1>
        <p class="soft">
          {{ FAMILY_LABEL[view.row.family] }}, {{ view.row.elements }} {{ view.row.rollerLengthMm ? 'rollers' : 'balls'
          }}{{ view.row.rows > 1 ? ' in each of two rows' : '' }}
        </p>
        <p class="sizes number">
          {{ session.show(view.row.boreMm, 'length', 0) }} × {{ session.show(view.row.outsideMm, 'length', 0) }} ×
          {{ session.show(view.row.widthMm, 'length', 0) }} <span class="soft">{{ session.unit('length') }}</span>
        </p>
        <FigureRow v-for="f in figures" :key="f.key" :figure="f" />
        <p class="soft small source">Dimensions: {{ view.row.dimensionSource }}. Ratings: {{ view.row.ratingSource }}.</p>
        <template v-if="session.may('planner')">
          <MakersFiguresForm v-if="entering" :view="view" @saved="saved" @leave="entering = false" />
          <Button
            v-else
            :label="view.row.entered ? 'Change the maker’s figures' : 'Enter figures of a maker’s sheet'"
            outlined
            @click="entering = true"
          />
        </template>
        <h3>Where it is fitted</h3>
        <ul v-if="view.usedAt.length" class="plain-list uses">
          <li v-for="u in view.usedAt" :key="u.machineCode + u.positionName">
            <RouterLink :to="{ name: 'machine', params: { id: u.machineId } }">{{ u.machineName }} {{ u.machineCode }}</RouterLink
            >, {{ u.positionName }}
          </li>
        </ul>
        <p v-else class="soft">Nowhere in this plant.</p>
        <template v-if="view.jobs.length">
          <h3>Jobs</h3>
          <ul class="plain-list uses">
            <li v-for="j in view.jobs" :key="j.id">
              <RouterLink :to="{ name: 'card', params: { id: j.id, station: 'identify' } }">{{ j.number }}</RouterLink> {{ j.machineName }},
              {{ j.positionName }}: {{ j.reason }}
            </li>
          </ul>
        </template>
      </section>
    </div>
  </LoadState>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: 55fr 45fr;
  height: 100%;
}
.left {
  border-right: 1px solid var(--hair);
  overflow: auto;
  padding: 18px 24px;
}
.right {
  overflow: auto;
  padding: 18px 26px;
}
.right h1 {
  font-size: 3rem;
}
.sizes {
  font-size: 1.7rem;
  margin: 8px 0;
}
.source {
  padding: 8px 0 14px;
}
h3 {
  padding: 10px 0 4px;
}
.uses li {
  padding: 4px 0;
}
@media (max-width: 900px) {
  .page {
    display: block;
    overflow: auto;
  }
}
</style>
