<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { Yard } from '../../../contract/api.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import { useLoad } from '../../theme/useLoad.js'
import JobList from '../JobList.vue'

const { data: yard, loading, error, load } = useLoad<Yard>(() => '/yard')
const search = ref('')
const machines = computed(() => {
  const words = search.value.toLowerCase().split(/\s+/).filter(Boolean)
  return (yard.value?.machines ?? []).filter((m) =>
    words.every((w) => `${m.code} ${m.name} ${m.place} ${m.fitted.join(' ')}`.toLowerCase().includes(w)),
  )
})
</script>

<template>
  <LoadState :loading="loading" :error="error" @retry="load">
    <div v-if="yard" class="yard film">
      <CrumbTrail :trail="[{ label: yard.plant }]" />
      <section aria-labelledby="jobs-title">
        <h1 id="jobs-title">Needs hands</h1>
        <p class="soft">{{ yard.jobs.length ? `${yard.jobs.length} open job${yard.jobs.length > 1 ? 's' : ''}` : 'No job is open.' }}</p>
        <JobList v-if="yard.jobs.length" :jobs="yard.jobs" show-machine />
        <p v-else class="empty">Open a machine below and start a job on the bearing that needs work.</p>
      </section>
      <section aria-labelledby="machines-title">
        <div class="head">
          <h2 id="machines-title">Machines</h2>
          <InputText v-model="search" placeholder="Find by code, name, place or bearing" aria-label="Find a machine" />
        </div>
        <ul class="plain-list machines">
          <li v-for="m in machines" :key="m.id">
            <RouterLink :to="{ name: 'machine', params: { id: m.id } }">
              <span class="number code">{{ m.code }}</span>
              <span
                ><b>{{ m.name }}</b
                ><br /><span class="soft small">{{ m.place }}</span></span
              >
              <span class="number">{{ m.fitted.join(' · ') || 'nothing recorded' }}</span>
              <span v-if="m.openJobs" class="state state-caution">job open</span>
            </RouterLink>
          </li>
        </ul>
        <p v-if="!machines.length" class="empty">
          {{ yard.machines.length ? `No machine fits "${search}".` : 'No machine is recorded yet.' }}
        </p>
      </section>
    </div>
  </LoadState>
</template>

<style scoped>
.yard {
  display: grid;
  align-content: start;
  gap: 34px;
  min-height: 100%;
  overflow: auto;
  padding: 26px 24px 40px;
}
.head {
  align-items: center;
  display: flex;
  gap: 24px;
  margin-bottom: 6px;
}
.head input {
  width: 22rem;
}
.machines {
  columns: 2 420px;
  column-gap: 40px;
}
.machines a {
  align-items: center;
  border-bottom: 1px solid var(--hair);
  break-inside: avoid;
  color: var(--ink);
  display: grid;
  gap: 16px;
  grid-template-columns: 4rem minmax(0, 1fr) auto auto;
  min-height: 64px;
  padding: 8px 4px;
  text-decoration: none;
}
.machines a:hover {
  background: var(--paper);
}
.code {
  color: var(--damson);
  font-size: 1.3rem;
}
.empty {
  color: var(--soft);
  padding: 16px 4px;
}
</style>
