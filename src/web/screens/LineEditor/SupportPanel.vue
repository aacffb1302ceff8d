<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import { recordedRow } from '../../../core/identify/marked.js'
import { FAMILY_LABEL } from '../../../core/bearing/families.js'
import { groupMark } from '../../../core/bearing/clearance.js'
import { plainBearing, type DraftBearing, type DraftPosition, type LineDraft, type PairArrangement } from '../../../core/line/draft.js'
import { unitNamed } from '../../../core/line/housed.js'
import { withMarking } from '../../../core/line/notation.js'
import { SHAFT_SEATS, type RingHolding, type ShaftSeatRecord } from '../../../core/line/records.js'
import { HOLDERS, type Holder } from '../../../core/arrangement/holders.js'
import { OIL_CODES, OIL_FEEDS, OIL_FEED_LABEL, type OilRecord } from '../../../core/lubrication/oil-record.js'
import ChoiceField from '../../fields/ChoiceField.vue'
import DayField from '../../fields/DayField.vue'
import QuantityField from '../../fields/QuantityField.vue'
import TextField from '../../fields/TextField.vue'
import RackField from './RackField.vue'

/** One support: its name and place, what stands there, how each ring is held, what it sits on, since when. */
const props = defineProps<{ line: LineDraft; index: number }>()
const emit = defineEmits<{ draw: [change: (line: LineDraft) => void, stretch?: string]; choose: [index: number | null] }>()
const support = computed(() => props.line.positions[props.index]!)

/** What is typed into one field is one step back. */
const change = (edit: (position: DraftPosition) => void, field?: string) =>
  emit('draw', (line) => edit(line.positions[props.index]!), field && `${props.index} ${field}`)
const bearing = (n: number, edit: (b: DraftBearing) => void, field?: string) =>
  change((p) => edit(p.bearings[n]!), field && `${n} ${field}`)

const HOLDER_OPTIONS = HOLDERS.map((value) => ({ value, label: value === 'not-recorded' ? 'not recorded' : value.replace('-', ' ') }))
const SEAT_OPTIONS = SHAFT_SEATS.map((value) => ({ value, label: value.replaceAll('-', ' ') }))
const SET_OPTIONS = [
  { value: 'single', label: 'single' },
  { value: 'back-to-back', label: 'back-to-back' },
  { value: 'face-to-face', label: 'face-to-face' },
  { value: 'tandem', label: 'tandem' },
] as const
const RINGS: readonly { ring: keyof RingHolding; side: 0 | 1; label: string }[] = [
  { ring: 'outer', side: 0, label: 'Outer ring, left' },
  { ring: 'outer', side: 1, label: 'Outer ring, right' },
  { ring: 'inner', side: 0, label: 'Inner ring, left' },
  { ring: 'inner', side: 1, label: 'Inner ring, right' },
]

const LUBRICANT_OPTIONS = [
  { value: 'grease', label: 'grease' },
  ...OIL_FEEDS.map((value) => ({ value, label: `oil that ${OIL_FEED_LABEL[value]}` })),
]
const CODE_OPTIONS = ['none', ...OIL_CODES].map((value) => ({ value, label: value === 'none' ? 'no sample' : value }))
/** What a gear unit or pump of usual size runs in, until somebody reads the plate. */
const USUAL_OIL: OilRecord = { feed: 'bath', viscosity40: 68, viscosity100: null, code: null }
const oil = (edit: Partial<OilRecord>, field?: string) =>
  change((p) => Object.assign(p, { oil: { ...USUAL_OIL, ...p.oil, ...edit }, grease: null }), field)
function lubricate(how: string | null) {
  const feed = OIL_FEEDS.find((f) => f === how)
  if (feed) oil({ feed })
  else change((p) => (p.oil = null))
}

const marking = (b: DraftBearing) =>
  (unitNamed(b.designation, b.housingSeat) ?? b.designation ?? '') +
  (b.designation && b.group && b.group !== 'N' ? ` ${groupMark(b.group)}` : '')
const setMarking = (n: number, text: string | null) => bearing(n, (b) => Object.assign(b, withMarking(b, text)), 'marking')
function what(b: DraftBearing): string {
  if (b.designation === null) return 'not known what is in there'
  const row = recordedRow(b.designation)
  return row ? FAMILY_LABEL[row.family] : 'in no table: carried as it is written'
}
const hold = (n: number, ring: keyof RingHolding, side: 0 | 1, holder: Holder | null) =>
  bearing(n, (b) => {
    const sides = [...b.holding[ring]] as [Holder, Holder]
    sides[side] = holder ?? 'not-recorded'
    b.holding[ring] = sides
  })
const arrange = (n: number, value: PairArrangement | 'single' | null) =>
  bearing(n, (b) => {
    b.arrangement = value === 'single' ? null : value
    b.count = b.arrangement ? Math.max(2, b.count) : 1
    b.places = b.places.slice(0, b.count)
  })
const seat = (n: number, kind: ShaftSeatRecord['kind'] | null) => bearing(n, (b) => (b.shaftSeat = { kind: kind ?? 'not-recorded' }))
const sleeved = (b: DraftBearing) => b.shaftSeat.kind === 'adapter-sleeve' || b.shaftSeat.kind === 'withdrawal-sleeve'
const distance = computed(() => (props.index === 0 ? null : support.value.alongMm - props.line.positions[props.index - 1]!.alongMm))
/** What stands to the right moves along. */
function setDistance(mm: number | null) {
  if (mm === null) return
  emit(
    'draw',
    (line) => {
      const by = mm - distance.value!
      line.positions.slice(props.index).forEach((p) => (p.alongMm += by))
      line.components.filter((c) => c.slot > props.index).forEach((c) => (c.alongMm = c.alongMm === null ? null : c.alongMm + by))
    },
    `distance ${props.index}`,
  )
}
function remove() {
  emit('choose', null)
  emit('draw', (line) => {
    line.positions.splice(props.index, 1)
    line.components.filter((c) => c.slot > props.index).forEach((c) => (c.slot -= 1))
  })
}
</script>

<template>
  <section class="panel" :aria-label="support.name">
    <h2>{{ support.name }}</h2>
    <div class="two">
      <TextField
        id="support-name"
        label="Name of the support"
        :model-value="support.name"
        :most="60"
        @update:model-value="change((p) => (p.name = $event ?? ''), 'name')"
      />
      <QuantityField
        v-if="distance !== null"
        id="support-distance"
        label="From the one before"
        quantity="length"
        :model-value="distance"
        @update:model-value="setDistance"
      />
    </div>
    <div class="two">
      <ChoiceField
        id="support-lubricant"
        label="It runs in"
        :options="LUBRICANT_OPTIONS"
        :model-value="support.oil?.feed ?? 'grease'"
        @update:model-value="lubricate($event)"
      />
      <QuantityField
        v-if="support.oil"
        id="support-viscosity"
        label="Viscosity at 40 °C"
        quantity="viscosity"
        :model-value="support.oil.viscosity40"
        @update:model-value="oil({ viscosity40: $event ?? USUAL_OIL.viscosity40 }, 'viscosity')"
      />
      <QuantityField
        v-if="support.oil"
        id="support-viscosity-hot"
        label="Viscosity at 100 °C"
        quantity="viscosity"
        :model-value="support.oil.viscosity100"
        @update:model-value="oil({ viscosity100: $event }, 'viscosity hot')"
      />
      <ChoiceField
        v-if="support.oil"
        id="support-oil-code"
        label="Class of its sample"
        :options="CODE_OPTIONS"
        :model-value="support.oil.code ?? 'none'"
        @update:model-value="oil({ code: OIL_CODES.find((c) => c === $event) ?? null })"
      />
    </div>
    <div v-for="(b, n) in support.bearings" :key="n" class="bearing">
      <div class="two">
        <RackField
          :id="`marking-${n}`"
          label="Number on ring or paper"
          :model-value="marking(b) || null"
          @update:model-value="setMarking(n, $event)"
        />
        <ChoiceField
          :id="`set-${n}`"
          label="Single or pair"
          :options="SET_OPTIONS"
          :model-value="b.arrangement ?? 'single'"
          @update:model-value="arrange(n, $event)"
        />
      </div>
      <p class="soft small">{{ what(b) }}</p>
      <div class="two">
        <ChoiceField
          v-for="r in RINGS"
          :id="`${r.ring}-${r.side}-${n}`"
          :key="r.label"
          :label="r.label"
          :options="HOLDER_OPTIONS"
          :model-value="b.holding[r.ring][r.side]"
          @update:model-value="hold(n, r.ring, r.side, $event)"
        />
        <ChoiceField
          :id="`seat-${n}`"
          label="Sits on"
          :options="SEAT_OPTIONS"
          :model-value="b.shaftSeat.kind"
          @update:model-value="seat(n, $event)"
        />
        <TextField
          v-if="sleeved(b)"
          :id="`sleeve-${n}`"
          label="Sleeve"
          :most="40"
          :model-value="b.shaftSeat.sleeve ?? null"
          placeholder="H 316"
          @update:model-value="bearing(n, (x) => (x.shaftSeat = { ...x.shaftSeat, sleeve: $event ?? undefined }), 'sleeve')"
        />
        <QuantityField
          v-if="b.shaftSeat.kind !== 'not-recorded'"
          :id="`seat-size-${n}`"
          label="Shaft under it"
          quantity="length"
          :model-value="b.shaftSeat.nominalMm ?? null"
          @update:model-value="bearing(n, (x) => (x.shaftSeat = { ...x.shaftSeat, nominalMm: $event ?? undefined }), 'size')"
        />
        <DayField
          :id="`since-${n}`"
          label="Fitted since"
          placeholder="not known"
          :model-value="b.since"
          @update:model-value="bearing(n, (x) => (x.since = $event))"
        />
      </div>
      <button v-if="support.bearings.length > 1" type="button" class="link-button" @click="change((p) => p.bearings.splice(n, 1))">
        take this one away
      </button>
    </div>
    <div class="acts">
      <Button label="Another bearing here" size="small" outlined @click="change((p) => p.bearings.push(plainBearing(null)))" />
      <Button label="Take the support away" size="small" text severity="danger" @click="remove" />
    </div>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 10px;
}
.two {
  display: grid;
  gap: 8px 12px;
  grid-template-columns: 1fr 1fr;
}
.bearing {
  border-top: 1px solid var(--hair);
  display: grid;
  gap: 8px;
  padding-top: 10px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
