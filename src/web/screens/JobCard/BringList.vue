<script setup lang="ts">
import { computed } from 'vue'
import { addressOf } from '../../../contract/addresses.js'
import { bringList } from '../../../core/card/bring.js'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'

/** Parts, tools with their settings, what is lifted: to be looked through before the shaft is out, and printed. */
const card = useCard()
const session = useSession()
const list = computed(() => bringList(card.line, card.context))
const BLOCKS = { parts: 'Parts', tools: 'Tools', materials: 'Used up', settings: 'To be set', lifts: 'Not by hand alone' } as const
</script>

<template>
  <section class="bring" aria-label="What to bring">
    <template v-for="(title, key) in BLOCKS" :key="key">
      <template v-if="list[key].length">
        <h3>{{ title }}</h3>
        <ul class="plain-list">
          <li v-for="line in list[key]" :key="session.say(line)">{{ session.say(line) }}</li>
        </ul>
      </template>
    </template>
    <a :href="addressOf('bringPdf', { id: card.view!.job.id })" target="_blank">Print it, with boxes to tick</a>
  </section>
</template>

<style scoped>
.bring {
  border-left: 4px solid var(--damson);
  display: grid;
  gap: 4px;
  margin: 6px 0 12px;
  padding: 2px 0 4px 14px;
}
h3 {
  font-size: 1.05rem;
  margin-top: 6px;
}
</style>
