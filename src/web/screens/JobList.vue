<script setup lang="ts">
import { dayOf } from '../../contract/days.js'
import { RouterLink } from 'vue-router'
import type { JobLine } from '../../contract/cards.js'
import { stationRow, stationsOf } from '../../core/procedure/procedures.js'

/** Jobs with how far they are, as a short work line. */
defineProps<{ jobs: JobLine[]; showMachine?: boolean; narrow?: boolean }>()
</script>

<template>
  <ul class="plain-list jobs" :class="{ narrow }">
    <li v-for="job in jobs" :key="job.id">
      <RouterLink :to="{ name: 'card', params: { id: job.id } }">
        <span class="number">{{ job.number }}</span>
        <span class="what">
          <b>{{ showMachine ? `${job.machineName} ${job.machineCode}, ` : '' }}{{ job.where }}</b>
          <span class="soft">{{ job.reason || 'no reason given' }}</span>
        </span>
        <span class="number bearing">{{ job.summary.named ?? (job.summary.designations.join(', ') || 'not known yet') }}</span>
        <span class="progress" role="img" :aria-label="`${job.summary.done.length} of ${stationsOf(job.procedure).length} stations done`">
          <i
            v-for="s in stationsOf(job.procedure)"
            :key="s"
            :class="{ done: job.summary.done.includes(s) }"
            :title="stationRow(s).title"
          ></i>
        </span>
        <span class="when">
          <span v-if="job.status === 'cancelled'" class="state state-open">cancelled {{ dayOf(job.cancelledAt!) }}</span>
          <span v-else-if="job.summary.stops" class="state state-stop">stop</span>
          <span v-else-if="job.status === 'finished'" class="state state-good">finished {{ dayOf(job.finishedAt!) }}</span>
          <span v-else-if="job.summary.questions" class="state state-caution"
            >{{ job.summary.questions }} open question{{ job.summary.questions > 1 ? 's' : '' }}</span
          >
          <span class="soft small">{{ dayOf(job.openedAt) }}, {{ job.inCharge }}</span>
        </span>
      </RouterLink>
    </li>
  </ul>
</template>

<style scoped>
.jobs a {
  align-items: center;
  border-bottom: 1px solid var(--hair);
  color: var(--ink);
  display: grid;
  gap: 4px 18px;
  grid-template-columns: 3.4rem minmax(0, 1fr) 8rem 132px 11rem;
  padding: 12px 4px;
  text-decoration: none;
}
.jobs a:hover {
  background: var(--paper);
}
.jobs a > .number:first-child {
  color: var(--damson);
  font-size: 1.3rem;
}
.what {
  display: grid;
}
.what b {
  display: inline;
}
.bearing {
  font-size: 1.2rem;
}
.progress {
  align-items: center;
  display: flex;
}
.progress i {
  border: 1px solid var(--outline);
  height: 14px;
  margin-left: -1px;
  width: 22px;
}
.progress i:nth-child(even) {
  height: 20px;
}
.progress .done {
  background: var(--damson);
  border-color: var(--damson);
}
.when {
  display: grid;
  justify-items: end;
}
/* Beside another list: the short work line goes under the words. */
.narrow a {
  grid-template-columns: 3.4rem minmax(0, 1fr) auto;
}
.narrow .progress {
  grid-column: 2;
  grid-row: 2;
}
.narrow .when {
  grid-column: 2 / -1;
  grid-row: 2;
  justify-self: end;
}
@media (max-width: 900px) {
  .jobs a {
    grid-template-columns: 3.4rem minmax(0, 1fr) auto;
  }
  .progress {
    display: none;
  }
}
</style>
