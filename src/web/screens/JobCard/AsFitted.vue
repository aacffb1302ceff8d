<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import { placeRecord } from '../../../core/card/context.js'
import { groupMark } from '../../../core/bearing/clearance.js'
import { recordedRow } from '../../../core/identify/marked.js'
import { dayOf } from '../../../contract/days.js'
import LeftBehind from '../../figures/LeftBehind.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'

/** What the records know of the place, with one key to confirm each feature of it. */
const card = useCard()
const session = useSession()
const found = computed(() => placeRecord(card.context, card.place))
const name = computed(() => found.value.past.removed?.designation ?? found.value.designation)
const group = computed(() => found.value.past.removed?.group ?? null)
const mark = computed(() => (group.value === null ? '' : group.value === 'N' ? 'CN' : groupMark(group.value)))
const listed = computed(() => name.value !== null && recordedRow(name.value, card.context.plant.ownRows) !== null)
const answers = computed(() => card.answers.identify)
const removed = computed(() => found.value.past.removed)
/** Since when it has been in, and what says so. */
const since = computed(() => {
  if (!removed.value) return ''
  const { days, since, card } = removed.value
  if (days === null) return ', nobody has said since when'
  const long = session.withUnit(Math.round(days), 'days')
  return `${since ? ` since ${dayOf(since)} (${long})` : ` for ${long}`}, by ${card ? `card ${card}` : 'the records'}`
})
const takeNumber = () => card.edit('identify', { designation: name.value })
const takeGroup = () => card.edit('identify', { group: group.value, groupEvidence: 'stores' })
const openNumber = computed(() => answers.value.designation === null && !card.readOnly)
const openGroup = computed(() => group.value !== null && answers.value.group === null && !card.readOnly)
</script>

<template>
  <LeftBehind :left="found.past.left ?? []" />
  <section v-if="name" class="fitted" aria-label="As fitted">
    <p>
      <span class="soft">As fitted: </span>
      <b class="number">{{ name }}{{ mark && mark !== 'CN' ? ` ${mark}` : '' }}</b>
      <span class="soft">{{ since }}</span>
      <span v-if="!listed" class="soft">, in no table</span>
    </p>
    <p v-if="openNumber || openGroup" class="take">
      <Button v-if="openNumber" size="small" outlined :label="`Yes, it is ${name}`" @click="takeNumber" />
      <Button v-if="openGroup" size="small" outlined :label="`Yes, ${mark} by the records`" @click="takeGroup" />
    </p>
  </section>
</template>

<style scoped>
.fitted {
  align-items: center;
  border-bottom: 1px solid var(--hair);
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  justify-content: space-between;
  margin-bottom: 8px;
  padding-bottom: 8px;
}
.number {
  font-size: 1.35rem;
}
.take {
  display: flex;
  gap: 8px;
}
</style>
