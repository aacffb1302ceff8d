<script setup lang="ts">
import type { CautionLevel } from '../../core/result.js'

/** One caution: its level as shape and word, then the plain sentence. The slot may name where it belongs. */
defineProps<{ level: CautionLevel; message: string }>()
const WORD = { stop: 'Stop', caution: 'Caution', note: 'Note' } as const
</script>

<template>
  <div class="line">
    <span class="state" :class="`state-${level}`">{{ WORD[level] }}</span>
    <span><slot /> {{ message }}</span>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  gap: 10px;
  grid-template-columns: 5.2rem minmax(0, 1fr);
  padding: 7px 0;
}
</style>
