<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useOutbox } from '../stores/outbox.js'
import { useSession } from '../stores/session.js'

/** On every screen: what of one's own work is not with the server yet, and what it did not take. */
const outbox = useOutbox()
const session = useSession()
const open = ref(false)
const refused = computed(() => outbox.refused)
/** These say it themselves, where it was done. */
const SAY = ['card', 'steps', 'greasing']
const route = useRoute()
const waiting = computed(() => (SAY.includes(String(route.name)) ? 0 : outbox.waiting))
const words = (kind: string) => kind.replace(/-/g, ' ')
</script>

<template>
  <span v-if="waiting || refused.length" class="waiting">
    <span v-if="waiting" class="state state-caution" role="status">{{ waiting }} waiting</span>
    <button v-if="refused.length" type="button" class="link-button" :aria-expanded="open" @click="open = !open">
      {{ refused.length }} not taken
    </button>
    <ul v-if="open && refused.length" class="plain-list list" aria-label="Not taken by the server">
      <li v-for="k in refused" :key="k.key">
        <b>{{ words(k.kind) }}</b>
        <span class="state state-caution">{{ session.say(k.problem!.words ?? k.problem!.detail) }}</span>
        <button type="button" class="link-button" @click="outbox.drop(k.key)">Let it go</button>
      </li>
    </ul>
  </span>
</template>

<style scoped>
.waiting {
  position: relative;
}
.list {
  background: var(--paper);
  border: 1px solid var(--outline);
  display: grid;
  gap: 8px;
  max-width: min(32rem, 92vw);
  padding: 12px;
  position: absolute;
  right: 0;
  top: 100%;
  width: max-content;
  z-index: 20;
}
.list li {
  display: grid;
  gap: 2px;
}
.list .state {
  white-space: normal;
}
</style>
