<script setup lang="ts">
import { timeOf } from '../../../contract/days.js'
import { computed } from 'vue'
import { useCard } from '../../stores/card.js'

/** Whether what was typed is with the server, and what keeps it here where it is not. */
const card = useCard()
const saveWords = computed(() => {
  switch (card.saveState) {
    case 'away':
      return { text: 'Server away: kept here, saved when it is back', level: 'stop' }
    case 'conflict':
      return { text: 'Two versions: choose one', level: 'stop' }
    case 'signed-out':
      return { text: 'Signed out: kept here', level: 'caution' }
    case 'refused':
      return { text: card.message, level: 'stop' }
    case 'saving':
    case 'waiting':
      return { text: 'Saving…', level: 'open' }
    default:
      return {
        text: card.readOnly
          ? `Read only: ${card.view?.job.status === 'open' ? 'your account may only read' : card.view?.job.status}`
          : card.savedAt
            ? `Saved ${timeOf(card.savedAt)}`
            : 'Saved',
        level: 'good',
      }
  }
})
</script>

<template>
  <span class="state" :class="`state-${saveWords.level}`" role="status" data-save>{{ saveWords.text }}</span>
</template>
