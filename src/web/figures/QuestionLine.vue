<script setup lang="ts">
import { computed } from 'vue'
import type { Question } from '../../core/card/station.js'
import { askedOf } from '../../core/words/say.js'
import { useSession } from '../stores/session.js'

/** One open question and what a wrong guess will do. The slot may name where it belongs. */
const props = defineProps<{ question: Question }>()
const session = useSession()
const asked = computed(() => askedOf(props.question))
</script>

<template>
  <div class="question">
    <span class="state state-open">Open</span>
    <span>
      <slot /> {{ session.say(asked.text) }} <span class="soft">{{ session.say(asked.why) }}</span>
    </span>
  </div>
</template>

<style scoped>
.question {
  align-items: baseline;
  display: grid;
  gap: 10px;
  grid-template-columns: 5.2rem minmax(0, 1fr);
  padding: 7px 0;
}
</style>
