<script setup lang="ts">
import { computed } from 'vue'
import { CHOSEN_IN, type ToolNeed } from '../../../core/card/stations/mount-tools.js'
import type { ToolOffer } from '../../../core/mounting/tools.js'
import AnswerField from '../../fields/AnswerField.vue'
import { useSession } from '../../stores/session.js'
import { toolTime } from './toolTime.js'

/** The plant's own tools for this place: which will do, which was picked, and what is missing. */
const props = defineProps<{ needs: readonly ToolNeed[] }>()
const session = useSession()
/** What is needed first, then what the other ways would need. */
const rows = computed(() => [...props.needs].sort((a, b) => Number(b.counts) - Number(a.counts)))
const optionOf = (o: ToolOffer) => ({
  value: o.name,
  label: o.fits ? [o.name, toolTime(o)].filter(Boolean).join(', ') : `${o.name}: will not do`,
})
/** Why the first of those that will not do does not; the others are near it. */
const short = (n: ToolNeed) => n.offers.find((o) => !o.fits && (o.name === n.picked || !n.offers.some((x) => x.fits)))
const place = (n: ToolNeed) => n.offers.find((o) => o.name === n.picked)?.place
</script>

<template>
  <section v-if="needs.length" class="tools" aria-label="Tools of this plant">
    <h3>From your tools</h3>
    <div v-for="n in rows" :key="n.need" class="need">
      <p>
        <b>{{ n.label }}</b> <span v-if="n.wants" class="soft number">{{ session.say(n.wants) }}</span>
      </p>
      <AnswerField
        v-if="CHOSEN_IN[n.need] && n.offers.length"
        station="mount"
        :name="CHOSEN_IN[n.need]!"
        :options="n.offers.map(optionOf)"
        :shown="n.picked"
        placeholder="none will do"
        clearable
      />
      <p v-else>{{ n.picked ?? 'none' }}</p>
      <p class="where">
        <span v-if="short(n)" class="state" :class="n.counts ? 'state-stop' : 'state-caution'">{{ session.say(short(n)!.why) }}</span>
        <span v-else-if="!n.offers.length" class="state" :class="n.counts ? 'state-stop' : 'state-caution'">none listed</span>
        <span v-else class="soft">{{ place(n) }}</span>
      </p>
    </div>
  </section>
</template>

<style scoped>
.tools {
  margin-top: 12px;
}
.need {
  align-items: center;
  border-top: 1px solid var(--hair);
  display: grid;
  gap: 4px 14px;
  grid-template-columns: minmax(0, 7fr) minmax(0, 11fr) minmax(0, 6fr);
  padding: 6px 0;
}
.need :deep(label) {
  display: none;
}
</style>
