<script setup lang="ts">
import { dayOf } from '../../contract/days.js'
import type { LeftBehind } from '../../core/card/context.js'
import { CAUSE_LABEL } from '../../core/inspection/causes.js'

/** What somebody who closed a card settled on and wrote for whoever stands there next. */
defineProps<{ left: readonly LeftBehind[] }>()
</script>

<template>
  <aside v-if="left.length" class="left" aria-label="Left for the next person">
    <p v-for="l in left" :key="l.number">
      <span class="soft">Card {{ l.number }}, {{ dayOf(l.day) }}: </span>
      <b v-if="l.cause">{{ CAUSE_LABEL[l.cause] }}</b><template v-if="l.cause && l.note">. </template><q v-if="l.note">{{ l.note }}</q>
    </p>
  </aside>
</template>

<style scoped>
.left {
  border-left: 4px solid var(--damson);
  margin: 6px 0;
  overflow-wrap: anywhere;
  padding: 2px 12px;
}
</style>
