<script setup lang="ts">
import type { RecordChange } from '../../../contract/machines.js'
import { MATERIALS, type Material } from '../../../core/materials.js'
import { readLine } from '../../../core/line/notation.js'
import { writeLine } from '../../../core/line/write-line.js'
import { dayOf } from '../../../contract/days.js'
import { useSession } from '../../stores/session.js'

/** Who changed what in the records, from what to what; a line stands in words, in the reader's units. */
const props = defineProps<{ changes: readonly RecordChange[]; title: string; back?: boolean }>()
defineEmits<{ back: [change: RecordChange] }>()
const session = useSession()

const KIND = { made: 'made', changed: 'changed', retired: 'retired', 'brought-back': 'brought back' } as const
const LABEL: Readonly<Record<string, string>> = {
  ...{
    code: 'code',
    name: 'name',
    area: 'area',
    location: 'where it stands',
    notes: 'notes',
    words: 'line',
    reason: 'because',
    copyOf: 'copied from',
    points: 'greasing points',
  },
  ...{ shaftMaterial: 'shaft', housingMaterial: 'housing' },
}
function shown(field: string, value: unknown): string {
  if (value === undefined || value === null || value === '') return 'nothing'
  const text = String(value)
  if (field === 'words') return writeLine(readLine(text, 'metric').line, session.units)
  return MATERIALS[text as Material]?.label ?? text
}
/** What can be put back as it stood: the line or the head of a machine, on the page of the machine. */
const canGoBack = ({ kind, before }: RecordChange) =>
  props.back && kind === 'changed' && before !== null && ('words' in before || 'code' in before)
/** Only what differs; of a thing just made all that it is. */
const lines = ({ before, after }: RecordChange) =>
  Object.keys(after ?? {})
    .filter((field) => (before ? before[field] !== after![field] : after![field] !== ''))
    .map((field) => ({
      label: LABEL[field] ?? field,
      before: before ? shown(field, before[field]) : null,
      after: shown(field, after![field]),
    }))
</script>

<template>
  <section :aria-label="title">
    <h2>{{ title }}</h2>
    <ul class="plain-list">
      <li v-for="c in changes" :key="c.id">
        <p>
          <span class="soft">{{ dayOf(c.at) }}</span> {{ c.lineName ?? 'machine' }} {{ KIND[c.kind] }}
          <span class="soft">by {{ c.by }}</span>
          <button v-if="canGoBack(c)" type="button" class="link-button" @click="$emit('back', c)">as before…</button>
        </p>
        <p v-for="l in lines(c)" :key="l.label" class="small">
          <span class="soft">{{ l.label }}</span>
          <template v-if="l.before !== null">{{ l.before }} <span class="soft">is now</span> </template><b>{{ l.after }}</b>
        </p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
h2 {
  margin-top: 8px;
}
li {
  border-bottom: 1px solid var(--hair);
  padding: 6px 0;
}
</style>
