<script setup lang="ts">
import { shortDayOf } from '../../contract/days.js'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { TimelineEvent } from '../../contract/lines.js'
import { useSession } from '../stores/session.js'

/** What happened, newest first, along one line; the year stands where it turns. */
const props = defineProps<{ events: TimelineEvent[] }>()
const session = useSession()
const SHOWN = 14
const all = ref(false)
const shown = computed(() => (all.value ? props.events : props.events.slice(0, SHOWN)))
const KIND: Record<TimelineEvent['kind'], string> = {
  fitted: 'fitted',
  opened: 'job opened',
  finished: 'job finished',
  cancelled: 'job cancelled',
  greased: 'greased',
  skipped: 'skipped',
  'taken-back': 'greasing taken back',
  cause: 'cause found',
  note: 'note for the next person',
  visit: 'visit',
}
const year = (iso: string) => new Date(iso).getFullYear()
const turns = (i: number) => i === 0 || year(shown.value[i]!.at) !== year(shown.value[i - 1]!.at)
</script>

<template>
  <ol class="plain-list line">
    <li v-for="(e, i) in shown" :key="i" :class="e.kind">
      <span class="when"
        ><b v-if="turns(i)" class="number">{{ year(e.at) }}</b> {{ shortDayOf(e.at) }}</span
      >
      <span class="mark" aria-hidden="true"></span>
      <span class="words">
        <b>{{ KIND[e.kind] }}</b> <span class="soft">{{ e.positionName }}</span>
        <RouterLink
          v-if="e.jobId"
          :to="{ name: 'card', params: { id: e.jobId, station: e.kind === 'cause' || e.kind === 'note' ? 'inspect' : undefined } }"
          >{{ session.say(e.words) }}</RouterLink
        >
        <RouterLink v-else-if="e.visitId" :to="{ name: 'visit', params: { id: e.visitId } }">{{ session.say(e.words) }}</RouterLink>
        <template v-else> {{ session.say(e.words) }}</template>
        <span v-if="e.by" class="soft small">{{ e.by }}</span>
      </span>
    </li>
  </ol>
  <button v-if="events.length > SHOWN" type="button" class="link-button more" @click="all = !all">
    {{ all ? 'show fewer' : `show all ${events.length}` }}
  </button>
</template>

<style scoped>
.line li {
  align-items: center;
  display: grid;
  gap: 12px;
  grid-template-columns: 7.4rem 14px minmax(0, 1fr);
  min-height: 32px;
}
.when {
  font-family: var(--condensed);
  text-align: right;
  white-space: nowrap;
}
.mark {
  align-self: stretch;
  background: linear-gradient(var(--hair), var(--hair)) center / 2px 100% no-repeat;
  display: grid;
  place-items: center;
}
.mark::after {
  background: var(--film);
  border: 2px solid var(--soft);
  border-radius: 50%;
  content: '';
  height: 11px;
  width: 11px;
}
.fitted .mark::after,
.finished .mark::after {
  background: var(--damson);
  border-color: var(--damson);
}
.skipped .mark::after {
  border-color: var(--amber);
  border-radius: 0;
  transform: rotate(45deg);
}
.cause .mark::after {
  background: var(--rowan);
  border-color: var(--rowan);
  border-radius: 0;
}
.words {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
}
.words b {
  font: 700 1.05rem var(--condensed);
}
.more {
  margin: 8px 0 0 8.8rem;
}
</style>
