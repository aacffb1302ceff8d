<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import { useLoad } from '../../theme/useLoad.js'
import { seldom, useStream } from '../../stream.js'
import JobList from '../JobList.vue'
import KeptViews from '../KeptViews.vue'
import DueList from './DueList.vue'
import { pathOf } from './areas.js'

/** What needs hands, of one area or one person; which of both stands in the address, so that it can be kept and sent. */
const route = useRoute()
const router = useRouter()
const area = computed(() => String(route.query.area ?? ''))
const person = computed(() => Number(route.query.person) || null)
const asked = computed(() => ({
  ...(area.value && { area: area.value }),
  ...(person.value && { person: String(person.value) }),
}))
const {
  data: yard,
  loading,
  error,
  load,
  renew,
} = useLoad(
  'yard',
  () => ({}),
  () => asked.value,
)
useStream(() => true, seldom(renew))
/** Seen once in the life of a plant: fetched when it is. */
const BeginPanel = defineAsyncComponent(() => import('./BeginPanel.vue'))
/** Not before somebody asks for one area or person. */
const YardFilter = defineAsyncComponent(() => import('./YardFilter.vue'))
const choosing = ref(Boolean(area.value || person.value))

const go = (query: Record<string, string | undefined>) => void router.replace({ query: { ...asked.value, ...query } })
const search = computed(() => new URLSearchParams(asked.value).toString())
const use = (kept: string) => void router.replace({ query: Object.fromEntries(new URLSearchParams(kept)) })

const machines = computed(() => (yard.value?.areas ?? []).reduce((n, a) => n + a.machines, 0))
const trail = computed(() => [
  { label: yard.value!.plant, ...(area.value && { to: { query: {} } }) },
  ...pathOf(area.value).map((p, i, all) => ({ label: p.label, ...(i < all.length - 1 && { to: { query: { area: p.area } } }) })),
])
const sum = computed(() => {
  const { overdue, dueTotal, jobsTotal, questions } = yard.value!
  const count = (n: number, one: string, many: string) => (n ? [`${n} ${n === 1 ? one : many}`] : [])
  return [
    ...count(overdue, 'greasing overdue', 'greasings overdue'),
    ...count(dueTotal - overdue, 'due within the week', 'due within the week'),
    ...count(jobsTotal, 'open job', 'open jobs'),
    ...count(questions, 'open question', 'open questions'),
  ].join(' · ')
})
const more = (shown: number, total: number) =>
  total > shown ? `The first ${shown} of ${total}; choose an area or a person for the rest.` : ''
</script>

<template>
  <LoadState :loading="loading" :error="error" @retry="load">
    <div v-if="yard" class="yard film">
      <CrumbTrail :trail="trail" />
      <header>
        <h1>{{ yard.beginning ? 'Begin here' : 'Needs hands' }}</h1>
        <p class="soft">{{ yard.beginning ? 'This plant has no machine yet.' : sum || 'Nothing is due and no job is open.' }}</p>
        <div v-if="!yard.beginning" class="asked">
          <YardFilter v-if="choosing" :yard="yard" :area="area" :person="person" @go="go" />
          <button v-else type="button" class="link-button" @click="choosing = true">one area or one person</button>
          <KeptViews screen="yard" :views="yard.views" :search="search" @use="use" @changed="yard.views = $event" />
          <RouterLink class="all" :to="{ name: 'machines', query: area ? { area } : {} }">{{
            machines === 1 ? 'The one machine' : `All ${machines} machines`
          }}</RouterLink>
        </div>
      </header>
      <BeginPanel v-if="yard.beginning" :beginning="yard.beginning" @named="load" />
      <div v-else class="today">
        <section aria-labelledby="due-title">
          <h2 id="due-title">Grease this week</h2>
          <DueList v-if="yard.due.length" :due="yard.due" :now="yard.now" />
          <p v-else class="empty">
            {{ person ? 'No greasing of their areas falls due within seven days.' : 'No greasing falls due within seven days.' }}
          </p>
          <p class="soft small">{{ more(yard.due.length, yard.dueTotal) }}</p>
        </section>
        <section aria-labelledby="jobs-title">
          <h2 id="jobs-title">Open jobs</h2>
          <JobList v-if="yard.jobs.length" :jobs="yard.jobs" show-machine narrow />
          <p v-else class="empty">
            {{ search ? 'No job is open here.' : 'Open a machine and start a job on the bearing that needs work.' }}
          </p>
          <p class="soft small">{{ more(yard.jobs.length, yard.jobsTotal) }}</p>
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
  height: 100%;
  overflow: auto;
  padding: 20px 24px 40px;
}
.asked {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  margin-top: 12px;
}
.asked .all {
  margin-left: auto;
}
.today {
  align-items: start;
  display: grid;
  gap: 22px 40px;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 34rem), 1fr));
}
.empty {
  color: var(--soft);
  padding: 16px 4px;
}
</style>
