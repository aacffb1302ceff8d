<script setup lang="ts">
import { computed } from 'vue'
import { positionOf } from '../../../core/card/answers.js'
import { SUBJECTS } from '../../../core/line/sayings.js'
import { saidText } from '../../figures/saidText.js'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'

/** What the machine's own papers say on what this station settles, each with where it stands. */
const props = defineProps<{ station: string }>()
const card = useCard()
const session = useSession()
const says = computed(() => {
  const position = card.view?.context.positions.find((p) => p.code === positionOf(card.place))
  return (position?.past.says ?? []).filter((s) => SUBJECTS[s.subject].station === props.station)
})
</script>

<template>
  <ul v-if="says.length" class="plain-list says" aria-label="What the papers say">
    <li v-for="(s, i) in says" :key="i">
      <span class="soft">{{ SUBJECTS[s.subject].label }}</span>
      <b>{{ saidText(s, session.withUnit) }}</b>
      <span class="soft small">{{ s.document }}{{ s.page ? `, page ${s.page}` : '' }}</span>
    </li>
  </ul>
</template>

<style scoped>
.says {
  border-left: 4px solid var(--ice);
  margin: 10px 0;
  padding: 2px 12px;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
}
</style>
