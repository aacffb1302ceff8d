<script setup lang="ts">
import { addressOf } from '../../../contract/addresses.js'
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import type { BearingView } from '../../../contract/rack.js'
import type { Figure } from '../../../core/card/station.js'
import { SOURCE_WORDS, type Bearing, type FigureField } from '../../../core/bearing/bearing.js'
import { bearing } from '../../../core/identify/marked.js'
import { FAMILY_LABEL, SPREAD, furtherOff } from '../../../core/bearing/families.js'
import { formOf } from '../../../core/bearing/construction-forms.js'
import { housingsFor } from '../../../core/catalogue/housings.js'
import { bearingDrawing } from '../../../core/drawing/bearing-drawing.js'
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
const { data: view, loading, error, load } = useLoad('bearing', () => ({ designation: String(route.params.designation) }))
const drawing = computed(
  () =>
    view.value &&
    bearingDrawing({
      row: view.value.row,
      width: 640,
      height: 480,
      lengthText: (mm) => session.show(mm, 'length', Number.isInteger(mm) ? 0 : 2),
    }),
)

const entering = ref(false)
function saved(next: BearingView) {
  view.value = next
  entering.value = false
}

/** A figure of the page: the field of the row, how it is said, and the step of the working that made it. */
type Line = readonly [field: FigureField, label: string, quantity: Quantity, decimals: number | undefined, symbol?: string]
// prettier-ignore
const LINES: readonly Line[] = [
  ['dynamicRatingN', 'Dynamic rating C', 'force', 1, 'C'],
  ['staticRatingN', 'Static rating C0', 'force', 1, 'C0'],
  ['fatigueLoadLimitN', 'Fatigue load limit Cu', 'force', 2, 'Cu'],
  ['massKg', 'Mass', 'mass', 2],
  ['greaseSpeedRpm', 'Speed guidance, grease', 'speed', 0],
  ['oilSpeedRpm', 'Speed guidance, oil', 'speed', 0],
  ['innerWidthMm', 'Width of the inner ring', 'length', 2],
  ['outerWidthMm', 'Width of the outer ring', 'length', 2],
  ['innerChamferMm', 'Chamfer of the inner ring, at least', 'length', 2],
  ['outerChamferMm', 'Chamfer of the outer ring, at least', 'length', 2],
  ['shaftFilletMm', 'Fillet of the shaft, at most', 'length', 2],
  ['housingFilletMm', 'Fillet of the housing, at most', 'length', 2],
  ['shaftShoulderMm', 'Shaft shoulder', 'length', 1],
  ['housingShoulderMm', 'Housing shoulder', 'length', 1],
  ['contactAngleDeg', 'Contact angle', 'angle', 1],
  ['elements', 'Elements in a row', 'ratio', 0],
  ['elementDiameterMm', 'Element diameter', 'length', 2],
  ['rollerLengthMm', 'Element length', 'length', 1],
  ['pitchDiameterMm', 'Pitch diameter', 'length', 1],
  ['innerRacewayMm', 'Inner raceway', 'length', 1],
  ['outerRacewayMm', 'Outer raceway', 'length', 1],
  ['f0', 'f0', 'ratio', 1],
  ['axialMovementMm', 'Axial movement inside, each way', 'length', 1],
  ['misalignmentDeg', 'Tilt it puts up with', 'angle', 2],
]
/** Where a figure comes from; a computed rating with the spread to expect. */
function sourceOf(row: Bearing, field: FigureField): string {
  const source = row.sources[field] ?? 'computed'
  const rating = field === 'dynamicRatingN' || field === 'staticRatingN' || field === 'fatigueLoadLimitN'
  if (!rating || source !== 'computed') return SOURCE_WORDS[source]
  const off = furtherOff(row.family, row.boreMm)
  return off ? `computed, up to ± ${off[field === 'dynamicRatingN' ? 0 : 1]} %` : `computed, about ± ${SPREAD[row.family][0]} %`
}
/** Speeds are guidance: they are said in hundreds. */
const rounded = (field: string, value: number) => (field.endsWith('SpeedRpm') ? Math.round(value / 100) * 100 : value)

const figures = computed((): Figure[] => {
  if (!view.value) return []
  const { row, computed: base } = view.value
  const own = row.series === 'own'
  const from = own ? null : bearing({ designation: row.designation })
  return LINES.flatMap(([field, label, quantity, decimals, symbol]) => {
    const value = row[field] as number | readonly number[] | null
    const was = base[field] as typeof value
    if (value === null || (field === 'contactAngleDeg' && value === 0) || (field === 'axialMovementMm' && value === 0)) return []
    const changed = typeof value === 'number' && typeof was === 'number' && value !== was
    return [
      {
        key: `bearing.${field}`,
        label,
        value: typeof value === 'number' ? rounded(field, value) : value[0] === value[1] ? value[0]! : ([...value] as [number, number]),
        quantity,
        decimals: quantity === 'angle' && Number.isInteger(value) ? 0 : decimals,
        note: changed ? `maker's sheet; computed ${session.withUnit(was as number, quantity, decimals)}` : sourceOf(row, field),
        working: symbol && from && !changed ? from.working.filter((w) => w.symbol === symbol || w.symbol === 'γ' || w.symbol === 'fc') : [],
        assumptions: from?.assumptions ?? [],
      },
    ]
  })
})
const size = (mm: number) => session.show(mm, 'length', Number.isInteger(mm) ? 0 : 2)
const closed = computed(() => view.value?.row.closures.map((c) => c.replaceAll('-', ' ')).join(', ') ?? '')
const housing = computed(() => view.value && housingsFor(view.value.row))
</script>

<template>
  <LoadState :loading="loading" :error="error" @retry="load">
    <div v-if="view && drawing" class="page">
      <CrumbTrail :trail="[{ label: 'Rack', to: '/rack' }, { label: view.row.designation }]" />
      <section class="left film" aria-label="Section" tabindex="0">
        <h2>Section</h2>
        <p class="soft small">{{ drawing.scale }}</p>
        <DrawingView :drawing="drawing" />
        <p class="source">Closures made: {{ closed }}. Dimensions: {{ view.row.dimensionSource }}. Ratings: {{ view.row.ratingSource }}.</p>
        <template v-if="housing">
          <h3>Housings</h3>
          <p v-for="h in housing" :key="h.name">
            {{ h.name }}:
            <span v-for="[what, mm] in h.sizes" :key="what"
              >{{ what }} <b class="number">{{ size(mm) }}</b> {{ session.unit('length') }}, </span
            >{{ h.source }}
          </p>
        </template>
      </section>
      <section class="right" aria-label="Figures" tabindex="0">
        <h1>{{ view.row.designation }}</h1>
        <p class="soft">
          {{ FAMILY_LABEL[view.row.family] }}, {{ formOf(view.row).label }}, {{ view.row.elements }}
          {{ view.row.rollerLengthMm ? 'rollers' : 'balls' }}{{ view.row.rows > 1 ? ' in each of two rows' : ''
          }}{{ view.row.boreTaper ? `, tapered bore ${view.row.boreTaper}` : '' }}
        </p>
        <p class="sizes number">
          {{ size(view.row.boreMm) }} × {{ size(view.row.outsideMm) }} × {{ size(view.row.widthMm) }}
          <span class="soft">{{ session.unit('length') }}</span>
        </p>
        <FigureRow v-for="f in figures" :key="f.key" :figure="f" />
        <p class="act">
          <RouterLink :to="{ name: 'compare', query: { rows: view.row.designation } }">Compare</RouterLink>
          <a :href="addressOf('bearingLabel', { designation: view.row.designation })" target="_blank" rel="noopener">Label with QR</a>
        </p>
        <template v-if="session.may('planner') && view.row.series !== 'own'">
          <MakersFiguresForm v-if="entering" :view="view" @saved="saved" @leave="entering = false" />
          <Button
            v-else
            :label="view.row.entered ? 'Change the maker’s figures' : 'Enter figures of a maker’s sheet'"
            outlined
            @click="entering = true"
          />
        </template>
        <h3>On the shelf</h3>
        <ul v-if="view.stock.length" class="plain-list uses">
          <li v-for="item in view.stock" :key="item.marking + item.shelf">
            <b>{{ item.marking }}</b> {{ item.quantity }} on {{ item.shelf }} <span class="soft">{{ item.note }}</span>
          </li>
        </ul>
        <p v-else class="soft">None recorded.</p>
        <p v-if="view.names.length" class="soft">Also called {{ view.names.join(', ') }}.</p>
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
              <RouterLink :to="{ name: 'card', params: { id: j.id } }">{{ j.number }}</RouterLink> {{ j.machineName }}, {{ j.where }}:
              {{ j.reason }}
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
  color: var(--soft);
  font-size: 0.9rem;
  padding: 8px 0 14px;
}
.act {
  display: flex;
  gap: 16px;
  padding: 8px 0;
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
