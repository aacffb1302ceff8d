<script setup lang="ts">
import { computed } from 'vue'
import { findMarked } from '../../../core/identify/marked.js'
import type { LineDraft } from '../../../core/line/draft.js'
import { MOST_SECTIONS, shaftLengthMm, type ShaftSection, type ShaftShape } from '../../../core/line/shaft.js'
import QuantityField from '../../fields/QuantityField.vue'
import { useSession } from '../../stores/session.js'

/** The steps of the shaft, where somebody wants to say them: what it bends by, and what its ends are. */
const props = defineProps<{ line: LineDraft }>()
const emit = defineEmits<{ draw: [change: (line: LineDraft) => void, stretch?: string] }>()
const session = useSession()
const shaft = computed(() => props.line.shaft)

/** The bore of the first bearing that a table lists; where there is none, a usual shaft. */
function usualDiameterMm(): number {
  const rows = props.line.positions.flatMap((p) => p.bearings.flatMap((b) => (b.designation ? (findMarked(b.designation)?.row ?? []) : [])))
  return rows[0]?.boreMm ?? 60
}
const OVERHANG_MM = 100
function begin() {
  const first = props.line.positions[0]?.alongMm ?? 0
  const places = [...props.line.positions.map((p) => p.alongMm), ...props.line.components.flatMap((c) => c.alongMm ?? [])].map(
    (x) => x - first,
  )
  const [left, right] = [Math.min(0, ...places) - OVERHANG_MM, Math.max(0, ...places) + OVERHANG_MM]
  emit('draw', (line) => {
    line.shaft = { leftMm: -left, sections: [{ lengthMm: right - left, outsideMm: usualDiameterMm(), boreMm: 0 }] }
  })
}
const change = (edit: (shaft: ShaftShape) => void, stretch?: string) =>
  emit('draw', (line) => edit(line.shaft!), stretch && `shaft ${stretch}`)
const size = (i: number, name: keyof ShaftSection, mm: number | null) => change((s) => (s.sections[i]![name] = mm ?? 0), `${i} ${name}`)
const SIZES: readonly { name: keyof ShaftSection; label: string }[] = [
  { name: 'outsideMm', label: 'Diameter' },
  { name: 'lengthMm', label: 'Length' },
  { name: 'boreMm', label: 'Bore' },
]
/** A section parted in the middle: the step then goes to where it is. */
const part = (i: number) =>
  change((s) => {
    const { lengthMm } = s.sections[i]!
    s.sections.splice(i, 1, { ...s.sections[i]!, lengthMm: lengthMm / 2 }, { ...s.sections[i]!, lengthMm: lengthMm / 2 })
  })
const remove = (i: number) =>
  emit('draw', (line) => {
    line.shaft!.sections.splice(i, 1)
    if (!line.shaft!.sections.length) line.shaft = null
  })
</script>

<template>
  <section class="shaft" aria-label="Steps of the shaft">
    <p v-if="!shaft" class="soft">
      The shaft has no steps yet; its bending is then reckoned as one diameter.
      <button type="button" class="link-button" @click="begin">draw its steps</button>
    </p>
    <template v-else>
      <h3>Steps of the shaft</h3>
      <QuantityField
        id="shaft-left"
        label="Begins left of the first support by"
        quantity="length"
        :model-value="shaft.leftMm"
        @update:model-value="change((s) => (s.leftMm = $event ?? 0), 'left')"
      />
      <div v-for="(s, i) in shaft.sections" :key="i" class="section" role="group" :aria-label="`Section ${i + 1}`">
        <QuantityField
          v-for="f in SIZES"
          :id="`shaft-${i}-${f.name}`"
          :key="f.name"
          :label="f.label"
          quantity="length"
          :model-value="s[f.name]"
          @update:model-value="size(i, f.name, $event)"
        />
        <p class="links">
          <button v-if="shaft.sections.length < MOST_SECTIONS" type="button" class="link-button" @click="part(i)">
            part<span class="visually-hidden"> section {{ i + 1 }} in two</span>
          </button>
          <button type="button" class="link-button" @click="remove(i)">
            take away<span class="visually-hidden"> section {{ i + 1 }}</span>
          </button>
        </p>
      </div>
      <p class="soft small">{{ session.withUnit(shaftLengthMm(shaft), 'distance') }} long in all.</p>
    </template>
  </section>
</template>

<style scoped>
.shaft {
  border-top: 1px solid var(--hair);
  display: grid;
  gap: 8px;
  padding-top: 10px;
}
.section {
  display: grid;
  gap: 4px 10px;
  grid-template-columns: repeat(3, minmax(0, 1fr));
}
.links {
  display: flex;
  gap: 14px;
  grid-column: 1 / -1;
}
</style>
