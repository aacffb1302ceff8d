<script setup lang="ts">
import type { OffersView } from '../../../contract/rack.js'
import { OFFER_WORDS } from '../../../core/identify/compare.js'
import { useSession } from '../../stores/session.js'

/** What on the shelf goes on this seat, best first. */
defineProps<{ offers: OffersView['offers']; shown: readonly string[]; full: boolean }>()
defineEmits<{ look: [marking: string] }>()
const session = useSession()
</script>

<template>
  <section aria-label="On the shelf">
    <h2>On the shelf</h2>
    <p v-if="!offers.length" class="soft">Nothing on the shelf goes on this seat and into this housing.</p>
    <ol class="plain-list">
      <li v-for="{ item, result } in offers" :key="item.marking + item.shelf">
        <b class="number">{{ item.marking }}</b>
        <span class="soft">{{ item.quantity }} on {{ item.shelf }}</span>
        <span class="offer-verdict" :class="result.verdict">{{ OFFER_WORDS[result.verdict] }}</span>
        <span>{{ session.say(result.reason) }}</span>
        <button v-if="!shown.includes(item.marking) && !full" type="button" class="link-button" @click="$emit('look', item.marking)">
          line by line<span class="visually-hidden">: {{ item.marking }}</span>
        </button>
      </li>
    </ol>
  </section>
</template>

<style scoped>
li {
  align-items: baseline;
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 14px;
  grid-template-columns: 9rem 7rem 8rem minmax(0, 1fr) auto;
  padding: 6px 0;
}
.number {
  font-size: 1.2rem;
}
</style>
