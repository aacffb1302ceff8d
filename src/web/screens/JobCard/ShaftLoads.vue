<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import { z } from 'zod'
import { leanDegOf } from '../../../core/card/context.js'
import { loadLineDrawing } from '../../../core/drawing/load-line.js'
import {
  SOURCES,
  SOURCE_KINDS,
  forcesOf,
  openOf,
  sourceOf,
  togetherOf,
  type LoadSource,
  type SourceKind,
} from '../../../core/loads/line-sources.js'
import { angleOf } from '../../../core/loads/plane.js'
import { Derivation, InputError } from '../../../core/result.js'
import DrawingView from '../../drawing/DrawingView.vue'
import { alongByKey, useAlongDrag } from '../../drawing/useAlongDrag.js'
import FormPart from '../../fields/FormPart.vue'
import QuantityField from '../../fields/QuantityField.vue'
import SentForm from '../../fields/SentForm.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import { useSources } from './useSources.js'
import { useZero } from './useZero.js'

/** The shaft with all that acts on it: what sits there is chosen, dragged along, turned with the keys; what follows is drawn at once. */
const card = useCard()
const session = useSession()
const { sources, chosen, components, full, add, begin, guess, change } = useSources()
/** Each thing once on the palette; where there are several ways to know it, they are chosen at the thing. */
const PALETTE = SOURCE_KINDS.filter((k, i) => SOURCE_KINDS.findIndex((j) => SOURCES[j].of === SOURCES[k].of) === i)
const { zero } = useZero()
const labelOf = (kind: SourceKind) => SOURCES[kind].label.split(',')[0]!
const powerInput = z.strictObject({ powerKw: z.number('a power').positive('above nothing').max(1e6) })

const duty = computed(() => card.line.lineDuty!)
const positions = computed(() => card.context.positions)
const speedRpm = computed(() => card.answers.duty.speedRpm)
const leanDeg = computed(() => leanDegOf(card.context.line))

/** What one source does alone: its standing force across and what it pushes along. */
function alone(source: LoadSource) {
  if (openOf(source) || speedRpm.value === null) return null
  try {
    const forces = forcesOf(
      source,
      { speedRpm: speedRpm.value, leanDeg: leanDeg.value, upperEnd: card.answers.duty.upperEnd },
      new Derivation(),
    )
    const [x, y] = togetherOf(forces.filter((f) => !f.turns))
    return {
      ...{ acrossN: Math.hypot(x, y), angleDeg: angleOf(x, y), alongN: forces.reduce((sum, f) => sum + f.axialN, 0) },
      turnsN: Math.hypot(...togetherOf(forces.filter((f) => f.turns))),
    }
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}
const force = (newton: number) => session.withUnit(newton, 'force', newton < 995 ? 2 : 1)
const at = (s: LoadSource) => s.alongMm ?? positions.value[0]!.alongMm
const drawn = computed(() =>
  sources.value.map((s) => {
    const own = alone(s)
    const open = openOf(s)
    const parts = own
      ? [
          ...(own.acrossN > 0.5 ? [force(own.acrossN)] : []),
          ...(own.turnsN > 0.5 ? [`${force(own.turnsN)} turns`] : []),
          ...(Math.abs(own.alongN) > 0.5 && own.acrossN <= 0.5 ? [`${force(Math.abs(own.alongN))} along`] : []),
        ]
      : []
    return {
      ...{
        id: s.id,
        label: labelOf(s.kind),
        alongMm: at(s),
        chosen: s.id === chosen.value,
        turns: s.kind === 'unbalance',
      },
      angleDeg: own && own.acrossN > 0.5 ? own.angleDeg : null,
      alongN: own?.alongN ?? 0,
      words: parts.join(', ') || (open ? `${open.toLowerCase()}?` : '—'),
    }
  }),
)
const thrust = computed(() => {
  const found = duty.value.loads
  const holder = positions.value.find((p) => (duty.value.supports[p.code]?.axialN ?? 0) > 0)
  const from = [...drawn.value].sort((a, b) => Math.abs(b.alongN) - Math.abs(a.alongN))[0]
  if (!found || !holder || !from || Math.abs(found.thrustN) < 1) return null
  return {
    fromMm: from.alongMm,
    toMm: holder.alongMm,
    toRight: found.thrustN > 0,
    words: `${force(Math.abs(found.thrustN))} along, carried at the ${holder.name}`,
  }
})
const bending = computed(() => duty.value.loads?.bending ?? [])
const drawing = computed(() => {
  const most = Math.max(0, ...bending.value.map((b) => b.offUm))
  return loadLineDrawing({
    ...{
      width: 660,
      height: 330,
      sources: drawn.value,
      shaft: card.context.line.shaft ?? null,
      bending: bending.value,
      zeroMm: zero.value.mm,
      thrust: thrust.value,
    },
    bendingWords: most > 0.05 ? `bends ${session.withUnit(most, 'fine')} at most, drawn larger` : null,
    supports: positions.value.map((p) => {
      const own = duty.value.supports[p.code]
      return {
        ...{ name: p.name, alongMm: p.alongMm, centreMm: duty.value.centres[p.code] ?? p.alongMm },
        held: card.line.places[card.place]!.arrange.holders.includes(p.code),
        angleDeg: own?.angleDeg ?? null,
        words: own ? force(own.radialN) : '',
      }
    }),
  })
})

const grabSource = useAlongDrag<string>(
  (id, alongMm) => change(id, { alongMm }),
  () => card.endTyping(),
)
function grab(id: string, event: PointerEvent) {
  chosen.value = id
  if (card.readOnly) return
  card.endTyping()
  grabSource(id, at(sources.value.find((s) => s.id === id)!), drawing.value.mmPerUnit, drawing.value.width, event)
}
function key(s: LoadSource, event: KeyboardEvent) {
  const by = alongByKey(event)
  const turn = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0
  const angle = s.values.angleDeg
  if (event.key === 'Enter' || event.key === ' ') chosen.value = s.id
  else if (by !== null && !card.readOnly) change(s.id, { alongMm: at(s) + by })
  else if (turn && !card.readOnly && angle !== undefined)
    change(s.id, { values: { ...s.values, angleDeg: ((angle ?? 0) + turn * (event.shiftKey ? 45 : 5) + 360) % 360 } })
  else return
  event.preventDefault()
}
const said = (s: LoadSource, i: number) =>
  `${sourceOf(s.kind).label}, ${drawn.value[i]!.words}, ${session.withUnit(at(s) - zero.value.mm, 'distance')} along from ${zero.value.label}. Arrow keys move it${s.values.angleDeg === undefined ? '' : ' and turn it'}.`
</script>

<template>
  <DrawingView :drawing="drawing" handles>
    <rect
      v-for="(s, i) in sources"
      :key="s.id"
      class="handle"
      :class="{ chosen: chosen === s.id }"
      v-bind="{ ...drawing.handles[i], id: undefined }"
      tabindex="0"
      role="button"
      :aria-pressed="chosen === s.id"
      :aria-label="said(s, i)"
      @pointerdown="grab(s.id, $event)"
      @focus="chosen = s.id"
      @keydown="key(s, $event)"
    />
  </DrawingView>
  <p v-if="!card.readOnly" class="palette" role="group" aria-label="Put on the shaft">
    <button v-for="k in PALETTE" :key="k" type="button" class="piece" :disabled="full" @click="add(k)">{{ labelOf(k) }}</button>
  </p>
  <p v-if="!sources.length" class="soft">
    Nothing sits on this shaft yet: loads are as they are typed.
    <button v-if="components.length && !card.readOnly" type="button" class="link-button" @click="begin">
      begin with what the records carry
    </button>
  </p>
  <SentForm
    v-if="!sources.length && !card.readOnly"
    class="little"
    late
    :schema="powerInput"
    :initial="{ powerKw: null }"
    :send="async (form: { powerKw: number }) => guess(form.powerKw)"
  >
    <FormPart id="little-power" name="powerKw" :control="QuantityField" label="I only know the power" quantity="power" />
    <Button type="submit" label="Guess on the safe side" outlined />
  </SentForm>
</template>

<style scoped>
.little {
  align-items: end;
  display: flex;
  gap: 12px;
  margin: 8px 0;
}
.palette {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.piece {
  background: var(--paper);
  border: 1px solid var(--outline);
  color: var(--ink);
  cursor: pointer;
  font: 500 1rem var(--condensed);
  min-height: 44px;
  padding: 4px 12px;
}
.piece:hover:enabled {
  border-color: var(--damson);
}
.handle {
  cursor: grab;
  fill: transparent;
  touch-action: none;
}
.handle:hover,
.handle.chosen {
  fill: color-mix(in srgb, var(--damson) 8%, transparent);
}
.handle:focus-visible {
  outline: 3px solid var(--damson);
}
</style>
