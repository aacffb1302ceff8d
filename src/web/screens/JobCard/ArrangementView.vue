<script setup lang="ts">
import Slider from 'primevue/slider'
import { computed, ref } from 'vue'
import type { Ends, HoldingFault } from '../../../core/arrangement/holding.js'
import { allMoveInside } from '../../../core/arrangement/holding.js'
import { keyOf, type Scope } from '../../../core/card/answers.js'
import { leaning } from '../../../core/drawing/glyph.js'
import { arrangementDrawing, type ArrangedSupport } from '../../../core/drawing/arrangement.js'
import DrawingView from '../../drawing/DrawingView.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'

/** Every support with what its rings stand against, and how the free ones move from cold to hottest. A press takes one in hand. */
const hand = defineModel<Scope>({ required: true })
const card = useCard()
const session = useSession()
const result = computed(() => card.evaluation.arrange)
const STEPS = 100
const step = ref(0)
const share = computed(() => step.value / STEPS)
const WORDS: Readonly<Record<HoldingFault, string>> = {
  'free-clamped': 'clamped',
  'free-tight': 'too tight to slide',
  'free-hot': 'may grip when warm',
  'held-open': 'open to one side',
  'inside-loose': 'outer ring loose',
  'inner-loose': 'inner ring loose',
  'both-free': 'free on both rings',
}
const GRIPS: Readonly<Record<string, string>> = {
  'adapter-sleeve': 'on a sleeve',
  'withdrawal-sleeve': 'on a sleeve',
  'set-screws': 'by its screws',
  'eccentric-collar': 'by its collar',
  'clamp-collar': 'by its collar',
}
const THRUST = { 'thrust-through': 'takes no thrust', 'thrust-free': 'thrust at a free end' } as const
function wrongly(code: Scope) {
  const path = result.value.thrust?.find((t) => t.to === code && t.fault)
  return path ? THRUST[path.fault!] : null
}
const answer = <T,>(code: Scope, name: string) => (card.lineAnswers[keyOf(code, 'arrange', name)] ?? null) as T
const ends = (code: Scope, ring: 'outer' | 'inner'): Ends => [answer(code, `${ring}Left`), answer(code, `${ring}Right`)]

const supports = computed((): ArrangedSupport[] => {
  const { positions } = card.context
  const { float, moves, faults, holders } = result.value
  const holder = positions.findIndex((p) => holders.length === 1 && p.code === holders[0])
  return positions.map((p, i) => {
    const rows = p.places.map((x) => card.line.places[x.code]?.identify.row ?? x.row)
    const names = [...new Set(rows.map((r, n) => r?.designation ?? p.places[n]!.designation ?? 'not known'))]
    const ring = float[p.code]
    const gaps = ring && ring.behindMm != null && ring.aheadMm != null ? ([ring.behindMm, ring.aheadMm] as const) : null
    const fault = faults?.find((f) => f.code === p.code)
    return {
      ...{ key: p.code, name: p.name, held: answer<boolean | null>(p.code, 'held'), inside: allMoveInside(rows) },
      designation: rows.length > 1 && names.length === 1 ? `${rows.length} × ${names[0]}` : names.join(' + '),
      row: rows[0] ?? null,
      leans: leaning(p.places, p.places[0]!).leans ?? (i === positions.length - 1 && i > 0 ? -1 : 1),
      ...{ outer: ends(p.code, 'outer'), inner: ends(p.code, 'inner') },
      grip: GRIPS[p.places[0]?.shaftSeat?.kind ?? ''] ?? null,
      gapsMm: gaps && (i < holder ? [gaps[1], gaps[0]] : gaps),
      moveMm: moves?.[p.code] ?? 0,
      fault: fault ? WORDS[fault.fault] : wrongly(p.code),
    }
  })
})
const drawing = computed(() => {
  const many = supports.value.length > 2
  const error = {
    several: many ? 'Held more than once: the shaft cannot grow' : 'Both ends held: the shaft cannot grow',
    none: 'No end held: the shaft can wander',
  }[result.value.holding as 'several']
  const span = card.answers.arrange.spanMm
  return arrangementDrawing({
    ...{ width: 680, height: 244, supports: supports.value, share: share.value },
    say: (mm) => session.withUnit(mm, 'gap'),
    spanText: many || span === null ? null : session.withUnit(span, 'distance'),
    error: error ?? null,
    thrust: (result.value.thrust ?? []).map(({ to, toRight, thrustN, fault }) => ({
      key: to,
      toRight,
      text: session.withUnit(thrustN, 'force', 1),
      wrong: fault !== null,
    })),
  })
})
const moving = computed(() => supports.value.some((s) => s.moveMm !== 0))
const said = computed(() => {
  const growth = Math.abs(result.value.growthMm ?? 0) * share.value
  if (step.value === 0) return 'cold, as it is put together'
  return `${step.value === STEPS ? 'at its hottest' : 'on the way'}: grown by ${session.withUnit(growth, 'gap')}`
})
</script>

<template>
  <div>
    <DrawingView :drawing="drawing" handles>
      <a
        v-for="p in drawing.places"
        :key="p.key"
        role="button"
        tabindex="0"
        class="handle"
        :class="{ hand: p.key === hand }"
        :aria-pressed="p.key === hand"
        :aria-label="`What the rings stand against, ${supports.find((s) => s.key === p.key)!.name}`"
        @click="hand = p.key"
        @keydown.enter.prevent="hand = p.key"
        @keydown.space.prevent="hand = p.key"
      >
        <rect :x="p.x" :y="p.y" :width="p.width" :height="p.height" rx="4" />
      </a>
    </DrawingView>
    <div v-if="moving" class="heat">
      <span id="heat-said" role="status">{{ said }}</span>
      <Slider v-model="step" :min="0" :max="STEPS" aria-labelledby="heat-said" />
      <span class="soft small">gaps {{ drawing.magnified }} times as large as the rings</span>
    </div>
  </div>
</template>

<style scoped>
.handle rect {
  cursor: pointer;
  fill: transparent;
  stroke: transparent;
  stroke-width: 2;
}
.handle:hover rect,
.handle:focus-visible rect {
  stroke: var(--soft);
}
.handle:focus-visible {
  outline: none;
}
.handle.hand rect {
  stroke: var(--damson);
}
.heat {
  align-items: center;
  display: grid;
  gap: 4px 24px;
  grid-template-columns: 16rem minmax(6rem, 1fr) auto;
  padding: 4px 8px 10px;
}
</style>
