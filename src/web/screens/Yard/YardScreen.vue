<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, defineAsyncComponent, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { daysUntil } from '../../figures/dates.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import { useSession } from '../../stores/session.js'
import { useLoad } from '../../theme/useLoad.js'
import JobList from '../JobList.vue'
import DueList from './DueList.vue'

const { data: yard, loading, error, load } = useLoad('yard', () => ({}))
/** Seen once in the life of a plant: fetched when it is. */
const BeginPanel = defineAsyncComponent(() => import('./BeginPanel.vue'))
const session = useSession()
const search = ref('')
const machines = computed(() => {
  const words = search.value.toLowerCase().split(/\s+/).filter(Boolean)
  return (yard.value?.machines ?? []).filter((m) =>
    words.every((w) => `${m.code} ${m.name} ${m.area} ${m.location} ${m.fitted.join(' ')}`.toLowerCase().includes(w)),
  )
})
const sum = computed(() => {
  const { due, jobs, now } = yard.value!
  const count = (n: number, one: string, many: string) => (n ? [`${n} ${n === 1 ? one : many}`] : [])
  const overdue = due.filter((d) => daysUntil(d.dueAt, now) < 0).length
  const today = due.filter((d) => daysUntil(d.dueAt, now) === 0).length
  const questions = jobs.reduce((n, j) => n + j.summary.questions, 0)
  return [
    ...count(overdue, 'greasing overdue', 'greasings overdue'),
    ...count(today, 'due today', 'due today'),
    ...count(jobs.length, 'open job', 'open jobs'),
    ...count(questions, 'open question', 'open questions'),
  ].join(' · ')
})
</script>

<template>
  <LoadState :loading="loading" :error="error" @retry="load">
    <div v-if="yard" class="yard film">
      <CrumbTrail :trail="[{ label: yard.plant }]" />
      <header>
        <h1>{{ yard.beginning ? 'Begin here' : 'Needs hands' }}</h1>
        <p class="soft">{{ yard.beginning ? 'This plant has no machine yet.' : sum || 'Nothing is due and no job is open.' }}</p>
      </header>
      <BeginPanel v-if="yard.beginning" :beginning="yard.beginning" @named="load" />
      <div v-else class="today">
        <section aria-labelledby="due-title">
          <h2 id="due-title">Grease this week</h2>
          <DueList v-if="yard.due.length" :due="yard.due" :now="yard.now" />
          <p v-else class="empty">No greasing falls due within seven days.</p>
        </section>
        <section aria-labelledby="jobs-title">
          <h2 id="jobs-title">Open jobs</h2>
          <JobList v-if="yard.jobs.length" :jobs="yard.jobs" show-machine narrow />
          <p v-else class="empty">Open a machine below and start a job on the bearing that needs work.</p>
          <div class="head">
            <h2 id="machines-title">Machines</h2>
            <RouterLink v-if="session.may('technician')" :to="{ name: 'new-machine' }">new machine</RouterLink>
            <RouterLink v-if="session.may('planner')" :to="{ name: 'own-data', query: { list: 'machines' } }">lists in and out</RouterLink>
            <InputText v-model="search" placeholder="Find by code, name, place or bearing" aria-label="Find a machine" />
          </div>
          <ul class="plain-list machines">
            <li v-for="m in machines" :key="m.id">
              <RouterLink :to="{ name: 'machine', params: { id: m.id } }">
                <span class="number code">{{ m.code }}</span>
                <span
                  ><b>{{ m.name }}</b
                  ><br /><span class="soft small">{{ [m.area, m.location].filter(Boolean).join(', ') }}</span></span
                >
                <span class="fitted"
                  ><span v-for="f in m.fitted.length ? m.fitted : ['nothing recorded']" :key="f">{{ f }}</span></span
                >
                <span v-if="m.openJobs" class="state state-caution">job open</span>
              </RouterLink>
            </li>
          </ul>
          <p v-if="!machines.length" class="empty">No machine fits "{{ search }}".</p>
        </section>
      </div>
    </div>
  </LoadState>
</template>

<style scoped>
.yard {
  align-content: start;
  display: grid;
  gap: 22px;
  min-height: 100%;
  overflow: auto;
  padding: 20px 24px 40px;
}
.today {
  align-items: start;
  display: grid;
  gap: 22px 40px;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 34rem), 1fr));
}
.head {
  align-items: center;
  display: flex;
  margin-top: 24px;
  flex-wrap: wrap;
  gap: 6px 24px;
  margin-bottom: 6px;
}
.head input {
  flex: 1;
  min-width: 14rem;
}
.machines a {
  align-items: center;
  border-bottom: 1px solid var(--hair);
  color: var(--ink);
  display: grid;
  gap: 16px;
  grid-template-columns: 3.4rem minmax(0, 1fr) minmax(0, 12rem) auto;
  min-height: 52px;
  padding: 6px 4px;
  text-decoration: none;
}
.machines a:hover {
  background: var(--paper);
}
.code {
  color: var(--damson);
  font-size: 1.3rem;
}
.fitted {
  display: flex;
  flex-wrap: wrap;
  font: 600 1.05rem var(--condensed);
  gap: 0 12px;
  justify-content: end;
  text-align: right;
}
.empty {
  color: var(--soft);
  padding: 16px 4px;
}
</style>
