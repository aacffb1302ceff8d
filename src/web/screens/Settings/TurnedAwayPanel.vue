<script setup lang="ts">
import { ref } from 'vue'
import type { TurnedAway } from '../../../contract/people.js'
import { call, refusalOf } from '../../api.js'
import { dayOf, timeOf } from '../../figures/dates.js'

/** Sign-ins and calls that were turned away in the last month, the newest first. */
const list = ref<TurnedAway[] | null>(null)
const problem = ref<string | null>(null)
call('turnedAway').then(
  (found) => (list.value = found),
  (failure: unknown) => (problem.value = refusalOf(failure).problem),
)
const WHAT: Record<string, string> = {
  'POST /session': 'sign-in',
  'POST /invitation': 'a one-time code',
  'PUT /session/password': 'changing a password',
  'POST /first-administrator': 'the code of the first start',
}
const WHY: Record<number, string> = { 401: 'wrong', 403: 'not allowed', 429: 'too many tries' }
const SHOWN = 12
</script>

<template>
  <section aria-labelledby="turned-away-title">
    <h2 id="turned-away-title">Turned away</h2>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="list && !list.length" class="soft">Nobody was turned away in the last month.</p>
    <table v-else-if="list" class="kept" aria-label="Turned away">
      <thead>
        <tr>
          <th scope="col">last</th>
          <th scope="col">what</th>
          <th scope="col">why</th>
          <th scope="col">who</th>
          <th scope="col">from</th>
          <th scope="col" class="right">times</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(t, i) in list.slice(0, SHOWN)" :key="i">
          <td>{{ dayOf(t.lastAt) }} {{ timeOf(t.lastAt) }}</td>
          <td>{{ WHAT[t.what] ?? t.what }}</td>
          <td>{{ WHY[t.status] ?? t.status }}</td>
          <td>{{ t.login || 'nobody said' }}</td>
          <td class="number">{{ t.address }}</td>
          <td class="right number">{{ t.times }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="list && list.length > SHOWN" class="soft small">and {{ list.length - SHOWN }} more</p>
  </section>
</template>

<style scoped>
.kept {
  border-collapse: collapse;
}
.kept th,
.kept td {
  border-bottom: 1px solid var(--hair);
  overflow-wrap: anywhere;
  padding: 4px 18px 4px 0;
  text-align: left;
}
.kept .right {
  text-align: right;
}
.problem {
  color: var(--rowan);
}
</style>
