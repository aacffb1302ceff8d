<script setup lang="ts">
import { computed } from 'vue'
import { leansOf } from '../../../core/drawing/glyph.js'
import { shaftLineDrawing } from '../../../core/drawing/shaft-line.js'
import { COMPONENTS, type DraftBearing, type LineDraft } from '../../../core/line/draft.js'
import { unitNamed } from '../../../core/line/housed.js'
import { draftHeld } from '../../../core/line/judge.js'
import { shaftLengthMm } from '../../../core/line/shaft.js'
import { outerSides } from '../../../core/line/records.js'
import { recordedRow } from '../../../core/identify/marked.js'
import { groupMark } from '../../../core/bearing/clearance.js'
import DrawingView from '../../drawing/DrawingView.vue'
import { STEP_MM, alongByKey, snapMm, useAlongDrag } from '../../drawing/useAlongDrag.js'
import { useSession } from '../../stores/session.js'

/** The line as it is drawn: a support is chosen, dragged along the shaft, or moved with the arrow keys. */
const props = defineProps<{ line: LineDraft; chosen: number | null }>()
const emit = defineEmits<{ choose: [index: number]; move: [index: number, alongMm: number]; carry: [index: number, alongMm: number] }>()
const session = useSession()

const marked = ({ designation, group, count, housingSeat }: DraftBearing) =>
  `${count > 1 ? `${count} × ` : ''}${unitNamed(designation, housingSeat) ?? designation ?? '?'}${group && group !== 'N' ? ` ${groupMark(group)}` : ''}`
const drawing = computed(() =>
  shaftLineDrawing({
    width: 900,
    height: 380,
    carries: '',
    ...{ upright: props.line.orientation === 'vertical', outerTurns: props.line.turning === 'housing' },
    components: props.line.components,
    shaft: props.line.shaft,
    spanText: null,
    say: (mm) => session.showTrimmed(mm, 'length', 2),
    positions: props.line.positions.map((p, i) => ({
      name: p.name,
      alongMm: p.alongMm,
      held: draftHeld(p),
      sides: outerSides(p.bearings.map((b) => b.holding)),
      designation: p.bearings.map(marked).join(' + ') || '?',
      places: p.bearings.flatMap((b, n) =>
        Array.from({ length: b.count }, (_, k) => ({
          key: `${i} ${n} ${k}`,
          row: b.designation === null ? null : recordedRow(b.designation),
          tone: props.chosen === i ? ('hand' as const) : ('own' as const),
          ...{ shaftSeat: b.shaftSeat, housingSeat: b.housingSeat },
          ...(b.arrangement && { leans: leansOf(b.arrangement, k, b.count) }),
        })),
      ),
    })),
  }),
)
const handles = computed(() => props.line.positions.map((_, i) => drawing.value.places.filter((p) => p.key.startsWith(`${i} `))))
const box = (i: number) => {
  const own = handles.value[i]!
  const x = Math.min(...own.map((p) => p.x))
  const y = Math.min(...own.map((p) => p.y))
  return {
    ...{ x, y, width: Math.max(...own.map((p) => p.x + p.width)) - x },
    height: Math.max(...own.map((p) => p.y + p.height)) - y,
  }
}

const upright = () => props.line.orientation === 'vertical'
/** Middle of something along the shaft on the paper. */
const middleOf = (b: { x: number; y: number; width: number; height: number }) => (upright() ? b.y + b.height / 2 : b.x + b.width / 2)
const grabSupport = useAlongDrag<number>(
  (index, alongMm) => {
    const before = props.line.positions[index - 1]!.alongMm
    emit('move', index, Math.max(before + STEP_MM, before + snapMm(alongMm - before)))
  },
  undefined,
  upright,
)
function grab(index: number, event: PointerEvent) {
  emit('choose', index)
  const { at, width } = drawing.value
  const { positions } = props.line
  if (index === 0 || positions.length < 2) return
  // Where the paper is not to scale along the shaft, the gap to the neighbour before gives it.
  const perUnit = drawing.value.mmPerUnit ?? (positions[index]!.alongMm - positions[index - 1]!.alongMm) / (at[index]! - at[index - 1]!)
  grabSupport(index, positions[index]!.alongMm, perUnit, width, event)
}
/** What a unit of the paper is at a place of it, mm: that of the gap there, or of the nearest. */
function perUnitAt(x: number): number {
  const { at, mmPerUnit } = drawing.value
  const { positions } = props.line
  if (mmPerUnit !== null || positions.length < 2) return mmPerUnit ?? 1
  const right = Math.min(
    Math.max(
      1,
      at.findIndex((a) => a > x),
    ),
    positions.length - 1,
  )
  return (positions[right]!.alongMm - positions[right - 1]!.alongMm) / (at[right]! - at[right - 1]!)
}
/** Where something that sits on the shaft is, also while nobody has said. */
function carriedAt(index: number): number {
  const own = props.line.components[index]!
  if (own.alongMm !== null) return own.alongMm
  const { positions } = props.line
  const box = drawing.value.carried.find((c) => c.index === index)!
  const x = middleOf(box)
  const near = Math.min(Math.max(0, own.slot - 1), positions.length - 1)
  const found = snapMm(positions[near]!.alongMm + (x - drawing.value.at[near]!) * perUnitAt(x))
  // Outside of the supports the paper is not to scale: on a drawn shaft it sits on it.
  const { shaft } = props.line
  if (!shaft) return found
  const left = positions[0]!.alongMm - shaft.leftMm
  return Math.min(left + shaftLengthMm(shaft) - STEP_MM, Math.max(left + STEP_MM, found))
}
const grabOnShaft = useAlongDrag<number>((index, alongMm) => emit('carry', index, alongMm), undefined, upright)
function grabCarried(index: number, event: PointerEvent) {
  const at = middleOf(drawing.value.carried.find((c) => c.index === index)!)
  grabOnShaft(index, carriedAt(index), perUnitAt(at), drawing.value.width, event)
}
function keyCarried(index: number, event: KeyboardEvent) {
  const by = alongByKey(event)
  if (by === null) return
  emit('carry', index, carriedAt(index) + by)
  event.preventDefault()
}

function key(index: number, event: KeyboardEvent) {
  const by = alongByKey(event)
  if (event.key === 'Enter' || event.key === ' ') emit('choose', index)
  else if (by !== null && index > 0) emit('move', index, props.line.positions[index]!.alongMm + by)
  else return
  event.preventDefault()
}
</script>

<template>
  <DrawingView :drawing="drawing" handles>
    <rect
      v-for="(p, i) in line.positions"
      :key="i"
      class="handle"
      :class="{ chosen: chosen === i }"
      v-bind="box(i)"
      tabindex="0"
      role="button"
      :aria-pressed="chosen === i"
      :aria-label="`${p.name}: ${p.bearings.map(marked).join(', ')}. Arrow keys move it along the shaft.`"
      @pointerdown="grab(i, $event)"
      @focus="emit('choose', i)"
      @keydown="key(i, $event)"
    />
    <rect
      v-for="c in line.positions.length ? drawing.carried : []"
      :key="`on ${c.index}`"
      class="handle"
      v-bind="{ ...c, index: undefined }"
      tabindex="0"
      role="button"
      :aria-label="`${COMPONENTS[line.components[c.index]!.kind].words[0]}, ${session.withUnit(carriedAt(c.index), 'distance')} along. Arrow keys move it along the shaft.`"
      @pointerdown="grabCarried(c.index, $event)"
      @keydown="keyCarried(c.index, $event)"
    />
  </DrawingView>
</template>

<style scoped>
.handle {
  cursor: grab;
  fill: transparent;
  touch-action: none;
}
.handle:hover,
.handle.chosen {
  fill: color-mix(in srgb, var(--damson) 7%, transparent);
}
.handle:focus-visible {
  outline: 3px solid var(--damson);
}
</style>
