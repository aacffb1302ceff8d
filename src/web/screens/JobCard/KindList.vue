<script setup lang="ts">
import { computed } from 'vue'
import { FAMILY_LABEL, type Family } from '../../../core/catalogue/families.js'
import { suitability, type SuitedDuty } from '../../../core/select/suitability.js'
import { wordsOf } from '../../../core/words/say.js'
import { useSession } from '../../stores/session.js'

/** Every kind of bearing against the duty of this place, with its reasons. */
const props = defineProps<{ duty: SuitedDuty; here: Family }>()
const session = useSession()
const kinds = computed(() => suitability(props.duty))
const STATE = { well: 'good', care: 'caution', not: 'stop' } as const
const VERDICT = { well: 'suits', care: 'with care', not: 'does not suit' } as const
</script>

<template>
  <ul class="plain-list kinds">
    <li v-for="k in kinds" :key="k.family" :class="{ here: k.family === here }">
      <b>{{ FAMILY_LABEL[k.family] }}</b>
      <span class="state" :class="`state-${STATE[k.verdict]}`">{{ VERDICT[k.verdict] }}</span>
      <span>{{ k.reasons.map((m) => session.say(wordsOf(m))).join('; ') || 'nothing speaks for or against it here' }}</span>
    </li>
  </ul>
</template>

<style scoped>
.kinds li {
  align-items: baseline;
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 4px 16px;
  grid-template-columns: 15rem 8.5rem minmax(0, 1fr);
  padding: 7px 8px;
}
.here {
  box-shadow: inset 4px 0 var(--damson);
}
@media (max-width: 900px) {
  .kinds li {
    grid-template-columns: 1fr;
  }
}
</style>
