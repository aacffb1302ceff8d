<script setup lang="ts">
import { computed } from 'vue'
import { kindDrawing } from '../../../core/drawing/kind-drawing.js'
import DrawingView from '../../drawing/DrawingView.vue'
import { FAMILY_LABEL, type Family } from '../../../core/bearing/families.js'
import { nearestOfKind, suitability, type SuitedDuty } from '../../../core/select/suitability.js'
import type { Message } from '../../../core/words/message.js'
import { wordsOf } from '../../../core/words/say.js'
import { useSession } from '../../stores/session.js'

/** Every kind of bearing against the duty of this place, with its reasons. */
const props = defineProps<{ duty: SuitedDuty; here: Family }>()
const session = useSession()
const kinds = computed(() => suitability(props.duty))
const pictures = computed(() =>
  kinds.value.map(({ family, carries }) => kindDrawing({ row: nearestOfKind(family, props.duty), width: 150, height: 96, ...carries })),
)
const say = (messages: readonly Message[]) => messages.map((m) => session.say(wordsOf(m))).join('; ')
const STATE = { well: 'good', care: 'caution', not: 'stop' } as const
const VERDICT = { well: 'suits', care: 'with care', not: 'does not suit' } as const
</script>

<template>
  <ul class="plain-list kinds">
    <li v-for="(k, i) in kinds" :key="k.family" :class="{ here: k.family === here }">
      <DrawingView :drawing="pictures[i]!" />
      <b>{{ FAMILY_LABEL[k.family] }}</b>
      <span class="state" :class="`state-${STATE[k.verdict]}`">{{ VERDICT[k.verdict] }}</span>
      <span>
        {{ say(k.reasons) || 'takes what is asked of it here' }}
        <span class="soft small nature">{{ say(k.nature) }}</span>
      </span>
    </li>
  </ul>
</template>

<style scoped>
.kinds li {
  align-items: center;
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 4px 16px;
  grid-template-columns: 9.5rem 13rem 8.5rem minmax(0, 1fr);
  padding: 7px 8px;
}
.nature {
  display: block;
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
