<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { computed, ref, watch } from 'vue'
import { lineLoads, SOURCE_KINDS, type LoadSource, type SourceKind } from '../../../core/loads/line-loads.js'
import { InputError, type Result } from '../../../core/result.js'
import type { Quantity } from '../../../core/units/quantities.js'
import CautionLine from '../../figures/CautionLine.vue'
import WorkingList from '../../figures/WorkingList.vue'
import ActionButton from '../../fields/ActionButton.vue'
import ListSelect from '../../fields/ListSelect.vue'
import QuantityField from '../../fields/QuantityField.vue'
import { useCard } from '../../stores/card.js'
import { readDraft, writeDraft } from '../../stores/drafts.js'
import { useSession } from '../../stores/session.js'

/** From what sits on the shaft to what each support carries: weights, belts, gears, unbalance, worked out while they are typed. */
const emit = defineEmits<{ close: [] }>()
const card = useCard()
const session = useSession()

type Row = { kind: SourceKind; alongMm: number | null } & Record<string, SourceKind | number | null>
interface Entry {
  name: string
  label: string
  quantity: Quantity
  decimals?: number
}
const along: Entry = { name: 'alongMm', label: 'Along the shaft', quantity: 'length', decimals: 0 }
const toward: Entry = { name: 'angleDeg', label: 'Pulls toward', quantity: 'angle', decimals: 0 }
const power: Entry = { name: 'powerKw', label: 'Power', quantity: 'power' }
const pitch: Entry = { name: 'pitchDiameterMm', label: 'Pitch diameter', quantity: 'length', decimals: 0 }
const KIND: Record<SourceKind, { label: string; fields: readonly Entry[]; begin: Record<string, number | null> }> = {
  weight: { label: 'weight', fields: [{ name: 'massKg', label: 'Mass', quantity: 'mass', decimals: 1 }, along], begin: { massKg: null } },
  belt: {
    label: 'belt',
    fields: [power, pitch, { name: 'pullFactor', label: 'Pull over tangential force', quantity: 'ratio', decimals: 1 }, toward, along],
    begin: { powerKw: null, pitchDiameterMm: null, pullFactor: 1.8, angleDeg: 90 },
  },
  gear: {
    label: 'gear',
    fields: [
      power,
      pitch,
      { name: 'helixAngleDeg', label: 'Helix', quantity: 'angle', decimals: 0 },
      { ...toward, label: 'Pushed toward' },
      along,
    ],
    begin: { powerKw: null, pitchDiameterMm: null, helixAngleDeg: 0, angleDeg: 90 },
  },
  unbalance: {
    label: 'unbalance',
    fields: [
      { name: 'massKg', label: 'Mass', quantity: 'mass', decimals: 1 },
      { name: 'balanceGradeMmS', label: 'Balance grade', quantity: 'velocity', decimals: 1 },
      along,
    ],
    begin: { massKg: null, balanceGradeMmS: 6.3 },
  },
}
const figureOf = (row: Row, name: string) => row[name] as number | null
const KINDS = SOURCE_KINDS.map((value) => ({ value, label: KIND[value].label }))
const newKind = ref<SourceKind>('belt')

const line = computed(() => card.view!.line)
const supports = computed(() => line.value.positions)
const key = `loads:${line.value.id}`
const rows = ref<Row[]>(readDraft<Row[]>(key) ?? [])
watch(rows, (now) => writeDraft(key, now.length ? now : null), { deep: true })
/** What sits left of all, or in the middle, is where a new thing begins. */
const first = computed(() => line.value.components.find((c) => c.alongMm !== null)?.alongMm ?? supports.value[0]!.alongMm)
const add = () => rows.value.push({ kind: newKind.value, alongMm: first.value, ...KIND[newKind.value].begin })

const speedRpm = computed(() => card.answers.duty.speedRpm)
const missing = computed(() => {
  if (!speedRpm.value) return 'enter the speed at Duty first'
  if (supports.value.length < 2) return 'the records name one support only'
  if (!rows.value.length) return 'add what sits on the shaft'
  const open = rows.value.flatMap((r) => KIND[r.kind].fields.filter((f) => r[f.name] === null))[0]
  return open ? `${open.label.toLowerCase()} is open` : null
})
const holds = computed(() => {
  const at = supports.value.findIndex((p) => p.held)
  return at < 0 ? null : at
})
const found = computed((): Result<ReturnType<typeof lineLoads>['values']> | { refused: string } | null => {
  if (missing.value) return null
  try {
    return lineLoads({
      sources: rows.value as unknown as LoadSource[],
      speedRpm: speedRpm.value!,
      supportsMm: supports.value.map((p) => p.alongMm),
      holds: holds.value,
    })
  } catch (error) {
    if (error instanceof InputError) return { refused: error.message }
    throw error
  }
})
const result = computed(() => (found.value && 'values' in found.value ? found.value : null))
const WAYS = ['right', 'up right', 'up', 'up left', 'left', 'down left', 'down', 'down right']
const way = (deg: number) => WAYS[Math.round(deg / 45) % 8]

/** One change of the card for all supports, taken back as one. */
function take() {
  const loads = result.value!.values.supports
  card.change(
    Object.fromEntries(
      supports.value.flatMap((p, i) => [
        [`${p.code}/duty.radialLoadN`, Math.round(loads[i]!.radialN)],
        [`${p.code}/duty.axialLoadN`, Math.round(loads[i]!.axialN)],
      ]),
    ),
  )
  emit('close')
}
</script>

<template>
  <Dialog :visible="true" modal header="Loads from what sits on the shaft" :style="{ width: '66rem' }" @update:visible="emit('close')">
    <div class="helper">
      <p class="soft">
        Supports stand at
        <template v-for="(p, i) in supports" :key="p.id"
          >{{ i ? ', ' : '' }}{{ p.name }} {{ session.withUnit(p.alongMm, 'length', 0) }}</template
        >. Directions count from level to the right: 90° is up, 270° down.
      </p>
      <section v-for="(r, i) in rows" :key="i" class="row" :aria-label="`${KIND[r.kind].label} ${i + 1}`">
        <b>{{ KIND[r.kind].label }}</b>
        <QuantityField
          v-for="f in KIND[r.kind].fields"
          :id="`load-${i}-${f.name}`"
          :key="f.name"
          :label="f.label"
          :quantity="f.quantity"
          :decimals="f.decimals"
          :model-value="figureOf(r, f.name)"
          @update:model-value="r[f.name] = $event"
        />
        <button type="button" class="link-button" @click="rows.splice(i, 1)">
          take away<span class="visually-hidden"> {{ KIND[r.kind].label }} {{ i + 1 }}</span>
        </button>
      </section>
      <p class="add">
        <ListSelect
          label="What sits on the shaft"
          :options="KINDS"
          :model-value="newKind"
          @update:model-value="newKind = $event ?? 'belt'"
        />
        <Button label="Add it" size="small" outlined @click="add" />
      </p>
      <p v-if="rows.some((r) => r.kind === 'belt')" class="soft small">
        Pull over tangential force: V-belt 1.5 to 2, narrow V-belt 1.3 to 1.7, toothed 1.1 to 1.5, flat with idler 2 to 2.5, flat 3 to 4;
        new belts toward the upper end.
      </p>
      <p v-if="found && 'refused' in found" class="state state-stop" role="alert">{{ found.refused }}</p>
      <template v-if="result">
        <ul class="plain-list carried" aria-label="What each support carries" role="status">
          <li v-for="(s, i) in result.values.supports" :key="i">
            <span class="soft">{{ supports[i]!.name }}</span>
            <b class="number">{{ session.withUnit(s.radialN, 'force', 2) }}</b> {{ way(s.angleDeg) }}
            <template v-if="s.axialN">and {{ session.withUnit(s.axialN, 'force', 2) }} along the shaft</template>
          </li>
        </ul>
        <p v-if="result.values.turningN" class="soft">
          Up to {{ session.withUnit(result.values.turningN, 'force', 2) }} turns with the shaft: it is no part of these loads, and decides
          which ring is swept where it is the greater.
        </p>
        <CautionLine v-for="c in result.cautions" :key="c.code" :caution="c" />
        <details>
          <summary class="link-button">working</summary>
          <WorkingList :working="result.working" :assumptions="[]" />
        </details>
        <ul v-if="result.assumptions.length" class="plain-list soft small">
          <li v-for="a in result.assumptions" :key="a">{{ a }}</li>
        </ul>
      </template>
      <p class="buttons">
        <ActionButton label="Take these loads" :why="missing ?? (card.readOnly && 'you may only read')" @click="take" />
        <Button label="Not now" text @click="emit('close')" />
      </p>
    </div>
  </Dialog>
</template>

<style scoped>
.helper {
  display: grid;
  gap: 12px;
}
.row {
  align-items: end;
  border-top: 1px solid var(--hair);
  display: grid;
  gap: 6px 12px;
  grid-template-columns: 6rem repeat(5, minmax(0, 1fr)) auto;
  padding-top: 10px;
}
.row > .link-button {
  grid-column: -2;
}
.add,
.buttons {
  align-items: center;
  display: flex;
  gap: 10px;
}
.carried {
  display: grid;
  gap: 4px;
}
.carried .number {
  font-size: 1.5rem;
  padding: 0 0.4rem;
}
@media (max-width: 900px) {
  .row {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
