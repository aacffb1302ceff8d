<script setup lang="ts">
import { isoDay } from '../../../contract/days.js'
import Button from 'primevue/button'
import { computed, defineAsyncComponent, onBeforeUnmount, ref } from 'vue'
import { placeRecord } from '../../../core/card/context.js'
import { seatReadingsDrawing } from '../../../core/drawing/seat-readings.js'
import { parse } from '../../../core/units/quantities.js'
import { tolerance } from '../../../core/tolerances/iso286.js'
import { SEAT_GAUGES, standInSeatGauge } from '../../devices/seatGauge.js'
import DrawingView from '../../drawing/DrawingView.vue'
import AnswerField from '../../fields/AnswerField.vue'
import ChoiceField from '../../fields/ChoiceField.vue'
import QuantityField from '../../fields/QuantityField.vue'
import InstrumentChoice from './InstrumentChoice.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'

/** The measurement sheet of one seat: three planes by four directions, typed, pasted or sent by the gauge, and drawn. */
const props = defineProps<{ seat: 'shaft' | 'housing'; nominalMm: number; toleranceClass: string }>()
const card = useCard()
const session = useSession()
const PLANES = [1, 2, 3] as const
const DIRECTIONS = 4
const field = (plane: (typeof PLANES)[number]) => `${props.seat}Plane${plane}` as const
const readings = (plane: (typeof PLANES)[number]) => card.answers.fit[field(plane)]
const errors = computed(() => card.evaluation.fit.fieldErrors)
const refused = ref('')

function write(plane: (typeof PLANES)[number], next: number[]) {
  card.edit('fit', { [field(plane)]: next.slice(0, 16) })
}
function set(plane: (typeof PLANES)[number], i: number, value: number | null) {
  const next = [...readings(plane)]
  if (value === null) next.splice(i, 1)
  else next[Math.min(i, next.length)] = value
  write(plane, next)
}
/** A block of numbers fills the sheet from the field on, line by line. */
function paste(plane: (typeof PLANES)[number], event: ClipboardEvent) {
  const lines = (event.clipboardData?.getData('text') ?? '').trim().split(/[\r\n]+/)
  const table = lines.map((line) => line.split(/[\t; ]+/).filter(Boolean))
  if (table.flat().length < 2) return
  event.preventDefault()
  refused.value = ''
  const read = table.map((cells) => cells.map((text) => ({ text, got: parse(text, 'length', session.units) })))
  const bad = read.flat().find(({ got }) => !got.ok)
  if (bad) {
    refused.value = `"${bad.text.slice(0, 20)}" in the paste is not a size; nothing was taken.`
    return
  }
  const values = read.map((cells) => cells.map(({ got }) => (got as { value: number }).value))
  const wide =
    values.length > 1
      ? values
      : Array.from({ length: Math.ceil(values[0]!.length / DIRECTIONS) }, (_, i) => values[0]!.slice(i * DIRECTIONS, (i + 1) * DIRECTIONS))
  const fits = wide.slice(0, PLANES.length - plane + 1)
  fits.forEach((row, i) => write(PLANES[plane - 1 + i]!, row))
  if (fits.length < wide.length) refused.value = `Only ${fits.length} of ${wide.length} lines have a plane here.`
}

/** Where the gauge's next reading goes: the first place that is empty. */
const next = computed(() => {
  const plane = PLANES.find((n) => readings(n).length < DIRECTIONS)
  return plane ? { plane, i: readings(plane).length } : null
})
const GAUGES = SEAT_GAUGES[props.seat].map((g, value) => ({ value, label: g.name }))
const tool = ref(0)
const gauge = standInSeatGauge(Math.round(props.nominalMm))
const stop = gauge.onReading((mm) => next.value && set(next.value.plane, next.value.i, mm))
onBeforeUnmount(stop)
function take() {
  if (!next.value) return
  const { plane, i } = next.value
  gauge.trigger({ seat: props.seat, nominalMm: props.nominalMm, plane: plane - 1, angleDeg: (180 * i) / DIRECTIONS, gauge: tool.value })
}

const limits = computed(() => {
  const { upperUm, lowerUm } = tolerance({ sizeMm: props.nominalMm, toleranceClass: props.toleranceClass }).values
  return [lowerUm, upperUm] as const
})
/** What an instrument is held against: the limits of the class. */
const toRead = computed(() => ({
  quantity: 'length' as const,
  min: props.nominalMm + limits.value[0] / 1000,
  max: props.nominalMm + limits.value[1] / 1000,
}))
/** The chart of earlier measurings comes where there are some. */
const SeatTrend = defineAsyncComponent(() => import('./SeatTrend.vue'))
const earlier = computed(() => {
  const place = placeRecord(card.context, card.lead)
  return (props.seat === 'shaft' ? place.shaftSeat : place.housingSeat)?.measurings ?? []
})
const meanMm = computed(() => {
  const of = card.evaluation.fit.figures.find((f) => f.key === `fit.${props.seat}MeasuredMm`)?.value
  return typeof of === 'number' ? of : null
})
const day = computed(() => isoDay(new Date(card.view?.job.finishedAt ?? Date.now())))
const drawing = computed(() => {
  const planes = PLANES.map(readings).filter((p) => p.length > 1)
  if (!planes.length) return null
  const say = (um: number) => session.withUnit(um, 'fine')
  return seatReadingsDrawing({ width: 560, height: 190, nominalMm: props.nominalMm, planes, limitsUm: limits.value, say })
})
</script>

<template>
  <section class="sheet" :aria-label="`${seat === 'shaft' ? 'Shaft' : 'Housing'} seat as measured`">
    <div v-for="plane in PLANES" :key="plane" class="plane">
      <span class="soft">plane {{ plane }}</span>
      <QuantityField
        v-for="i in DIRECTIONS"
        :id="`${field(plane)}-${i}`"
        :key="i"
        compact
        quantity="length"
        :decimals="4"
        :label="`${seat} plane ${plane}, direction ${i}`"
        :model-value="readings(plane)[i - 1] ?? null"
        :error="i === 1 ? errors[field(plane)] : null"
        :disabled="card.readOnly"
        @update:model-value="set(plane, i - 1, $event)"
        @paste="paste(plane, $event)"
      />
    </div>
    <p v-if="refused" class="wrong" role="alert">{{ refused }}</p>
    <div class="plane">
      <span />
      <AnswerField station="fit" :name="`${seat}PartC`" />
      <AnswerField station="fit" :name="`${seat}ZeroUm`" />
      <ChoiceField
        v-if="!card.readOnly && GAUGES.length > 1"
        :id="`${seat}-gauge`"
        :model-value="tool"
        label="Measured with"
        :options="GAUGES"
        @update:model-value="tool = $event ?? 0"
      />
      <Button
        v-if="!card.readOnly"
        class="gauge"
        outlined
        size="small"
        :disabled="!next"
        :label="next ? `Read plane ${next.plane}, direction ${next.i + 1}` : 'All read'"
        @click="take"
      />
    </div>
    <InstrumentChoice
      :id="`${seat}ReadWith`"
      :label="`${seat === 'shaft' ? 'Shaft' : 'Housing'} seat read with`"
      :fields="[toRead]"
      :model-value="card.answers.fit[`${seat}ReadWith`]"
      :disabled="card.readOnly"
      @update:model-value="card.edit('fit', { [`${seat}ReadWith`]: $event })"
    />
    <p class="soft small">
      Sizes over half a turn in each plane; paste fills line by line. The gauge here is a stand-in that measures nothing real.
    </p>
    <template v-if="drawing">
      <DrawingView :drawing="drawing" />
      <p class="soft small">{{ drawing.scale }}</p>
    </template>
    <SeatTrend
      v-if="earlier.length && meanMm !== null"
      :nominal-mm="nominalMm"
      :limits-um="limits"
      :earlier="earlier"
      :mean-mm="meanMm"
      :day="day"
    /><!-- prettier-ignore -->
    <AnswerField
      v-if="card.evaluation.fit.questions.some((q) => q.code === `seat-remedy-${seat}`) || card.answers.fit[`${seat}Remedy`]"
      station="fit"
      :name="`${seat}Remedy`"
      clearable/><!-- prettier-ignore -->
  </section>
</template>

<style scoped>
.sheet {
  border-left: 4px solid var(--damson);
  display: grid;
  gap: 8px;
  margin: 6px 0 12px;
  padding: 4px 0 4px 12px;
}
.plane {
  align-items: end;
  display: grid;
  gap: 8px;
  grid-template-columns: 4.5rem repeat(4, minmax(0, 1fr));
}
.plane > span {
  align-self: center;
}
.gauge {
  grid-column: auto / span 2;
}
.wrong {
  color: var(--rowan);
  font-weight: 600;
}
</style>
