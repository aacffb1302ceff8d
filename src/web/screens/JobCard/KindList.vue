<script setup lang="ts">
import { computed } from 'vue'
import { findBearing, sizes } from '../../../core/catalogue/catalogue.js'
import { usualForm } from '../../../core/catalogue/own-row.js'
import { kindDrawing } from '../../../core/drawing/kind-drawing.js'
import DrawingView from '../../drawing/DrawingView.vue'
import { FAMILY_LABEL, type Family } from '../../../core/catalogue/families.js'
import { suitability, type SuitedDuty } from '../../../core/select/suitability.js'
import { wordsOf } from '../../../core/words/say.js'
import { useSession } from '../../stores/session.js'

/** Every kind of bearing against the duty of this place, with its reasons. */
const props = defineProps<{ duty: SuitedDuty; here: Family }>()
const session = useSession()
const kinds = computed(() => suitability(props.duty))
/** Of each kind the usual one that is nearest to the size that stands here. */
function typical(family: Family) {
  const off = (r: { boreMm: number; outsideMm: number }) =>
    Math.abs(r.boreMm - props.duty.boreMm) + 0.5 * Math.abs(r.outsideMm - props.duty.outsideMm)
  const form = usualForm(family)
  const own = sizes().filter((r) => r.family === family && r.form === form && !r.boreTaper)
  const nearest = own.reduce((best, r) => (off(r) < off(best) ? r : best), own[0]!)
  return findBearing(nearest.designation)!.row
}
const pictures = computed(() =>
  kinds.value.map(({ family, carries }) => kindDrawing({ row: typical(family), width: 150, height: 96, ...carries })),
)
const STATE = { well: 'good', care: 'caution', not: 'stop' } as const
const VERDICT = { well: 'suits', care: 'with care', not: 'does not suit' } as const
</script>

<template>
  <ul class="plain-list kinds">
    <li v-for="(k, i) in kinds" :key="k.family" :class="{ here: k.family === here }">
      <DrawingView :drawing="pictures[i]!" />
      <b>{{ FAMILY_LABEL[k.family] }}</b>
      <span class="state" :class="`state-${STATE[k.verdict]}`">{{ VERDICT[k.verdict] }}</span>
      <span>{{ k.reasons.map((m) => session.say(wordsOf(m))).join('; ') || 'nothing speaks for or against it here' }}</span>
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
.here {
  box-shadow: inset 4px 0 var(--damson);
}
@media (max-width: 900px) {
  .kinds li {
    grid-template-columns: 1fr;
  }
}
</style>
