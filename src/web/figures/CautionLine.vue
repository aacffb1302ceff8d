<script setup lang="ts">
import type { Caution } from '../../core/result.js'
import { wordsOf } from '../../core/words/say.js'
import { useSession } from '../stores/session.js'

/** One caution: its level as shape and word, then the plain sentence. The slot may name where it belongs. */
defineProps<{ caution: Caution }>()
const session = useSession()
const WORD = { stop: 'Stop', caution: 'Caution', note: 'Note' } as const
</script>

<template>
  <div class="caution">
    <span class="state" :class="`state-${caution.level}`">{{ WORD[caution.level] }}</span>
    <span><slot /> {{ session.say(wordsOf(caution)) }}</span>
  </div>
</template>

<style scoped>
.caution {
  align-items: baseline;
  display: grid;
  gap: 10px;
  grid-template-columns: 5.2rem minmax(0, 1fr);
  padding: 7px 0;
}
</style>
