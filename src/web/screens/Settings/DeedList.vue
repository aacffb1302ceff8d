<script setup lang="ts">
import { momentOf } from '../../../contract/days.js'
import type { Deed } from '../../../contract/people.js'

/** What somebody did, newest first, as the audit holds it. */
defineProps<{ deeds: Deed[] }>()
const words = (text: string) => text.replace(/-/g, ' ')
const LONGEST = 140
function said(detail: Record<string, unknown>): string {
  const text = Object.entries(detail)
    .filter(([, value]) => value !== null && value !== undefined && value !== '')
    .map(([key, value]) => `${key}: ${typeof value === 'object' ? JSON.stringify(value) : String(value)}`)
    .join(', ')
  return text.length > LONGEST ? `${text.slice(0, LONGEST)}…` : text
}
</script>

<template>
  <ol v-if="deeds.length" class="plain-list deeds" aria-label="What was done">
    <li v-for="(d, i) in deeds" :key="i">
      <span class="soft">{{ momentOf(d.at) }}</span>
      <b>{{ words(d.action) }}</b>
      <span>{{ d.subject }}</span>
      <span class="soft">{{ said(d.detail) }}</span>
    </li>
  </ol>
  <p v-else class="soft">Nothing yet.</p>
</template>

<style scoped>
.deeds {
  max-height: 18rem;
  overflow: auto;
}
li {
  display: grid;
  gap: 2px 16px;
  grid-template-columns: 11rem 9rem 9rem minmax(0, 1fr);
  padding: 4px 0;
}
li > span {
  overflow-wrap: anywhere;
}
</style>
