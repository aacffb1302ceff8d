<script setup lang="ts">
import { ref } from 'vue'
import { ADDRESSES } from '../../../contract/addresses.js'
import type { TurnedAway } from '../../../contract/people.js'
import { call, refusalOf } from '../../api.js'
import { momentOf } from '../../../contract/days.js'

/** Sign-ins and calls that were turned away in the last month, the newest first. */
const list = ref<TurnedAway[] | null>(null)
const problem = ref<string | null>(null)
call('turnedAway').then(
  (found) => (list.value = found),
  (failure: unknown) => (problem.value = refusalOf(failure).problem),
)
/** What was asked for, in the words of the table of addresses; the numbers of things are left out of what is kept. */
const WHAT = new Map(
  Object.values(ADDRESSES).map(({ method, path, summary }) => [`${method.toUpperCase()} ${path.replace(/:\w+/g, '…')}`, summary]),
)
const whatOf = (what: string) => WHAT.get(what) ?? what
const WHY: Record<number, string> = { 401: 'wrong', 403: 'not allowed', 429: 'too many tries' }
const SHOWN = 12
</script>

<template>
  <section aria-labelledby="turned-away-title">
    <h2 id="turned-away-title">Turned away</h2>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="list && !list.length" class="soft">Nobody was turned away in the last month.</p>
    <ul v-else-if="list" class="plain-list away" aria-label="Turned away">
      <li v-for="(t, i) in list.slice(0, SHOWN)" :key="i">
        <span class="soft">{{ momentOf(t.lastAt) }}</span>
        <b>{{ WHY[t.status] ?? t.status }}</b>
        <span>{{ whatOf(t.what) }}</span>
        <span>{{ t.login || 'nobody said who' }}</span>
        <span class="soft">from {{ t.address }}{{ t.times > 1 ? `, ${t.times} times` : '' }}</span>
      </li>
    </ul>
    <p v-if="list && list.length > SHOWN" class="soft small">and {{ list.length - SHOWN }} more</p>
  </section>
</template>

<style scoped>
li {
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 2px 16px;
  grid-template-columns: 11rem 9rem minmax(12rem, 26rem) 11rem minmax(0, 1fr);
  padding: 5px 0;
}
li > * {
  overflow-wrap: anywhere;
}
.problem {
  color: var(--rowan);
}
@media (max-width: 900px) {
  li {
    grid-template-columns: minmax(0, 10rem) minmax(0, 1fr);
  }
}
</style>
