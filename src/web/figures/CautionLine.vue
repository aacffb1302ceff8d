<script setup lang="ts">
import type { CautionLevel } from '../../core/result.js'
import { useSession } from '../stores/session.js'

/** One caution: its level as shape and word, then the plain sentence. The slot may name where it belongs. */
defineProps<{ level: CautionLevel; message: string }>()
const session = useSession()
const WORD = { stop: 'Stop', caution: 'Caution', note: 'Note' } as const
</script>

<template>
  <div class="caution">
    <span class="state" :class="`state-${level}`">{{ WORD[level] }}</span>
    <span><slot /> {{ session.say(message) }}</span>
  </div>
</template>

<style scoped>
.caution {
  display: grid;
  gap: 10px;
  grid-template-columns: 5.2rem minmax(0, 1fr);
  padding: 7px 0;
}
</style>
