<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { call } from '../../api.js'
import ListSelect from '../../fields/ListSelect.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import type { Colleague } from '../../../contract/yard.js'

/** Who has the card in hand; whoever works here may take it or hand it on. */
const card = useCard()
const session = useSession()
const colleagues = ref<Colleague[]>([])
const problem = ref('')
onMounted(async () => {
  if (!card.readOnly) colleagues.value = await call('colleagues').catch(() => [])
})
const options = computed(() => colleagues.value.map((c) => ({ value: c.id, label: c.jobs ? `${c.name}, ${c.jobs} open` : c.name })))
async function handTo(personId: number | null) {
  problem.value = ''
  if (personId === null || personId === card.view!.job.inChargeId) return
  if (!(await card.act('hand-over', { personId }))) problem.value = session.say(card.message)
}
</script>

<template>
  <span class="charge">
    <span class="soft">In hand of</span>
    <ListSelect
      v-if="options.length"
      label="In hand of"
      :options="options"
      :model-value="card.view!.job.inChargeId"
      @update:model-value="handTo"
    />
    <b v-else>{{ card.view!.job.inCharge }}</b>
    <span v-if="problem" role="alert" class="problem">{{ problem }}</span>
  </span>
</template>

<style scoped>
.charge {
  align-items: center;
  display: inline-flex;
  flex-wrap: wrap;
  gap: 4px 10px;
}
.problem {
  color: var(--rowan);
  font-weight: 600;
}
</style>
