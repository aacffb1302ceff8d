<script setup lang="ts">
import { useNow } from '@vueuse/core'
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import type { BackupsView } from '../../../contract/backups.js'
import { ROOM_SHORT } from '../../../contract/documents.js'
import { serverNow } from '../../clock.js'
import { call, refusalOf } from '../../api.js'
import { momentOf } from '../../../contract/days.js'
import { agoOf } from '../../figures/dates.js'
import { sizeOf } from '../../figures/size.js'

/** What is kept of the plant, how old the newest is, and one more of it now. */
const view = ref<BackupsView | null>(null)
const busy = ref(false)
const problem = ref<string | null>(null)

async function attempt(work: () => Promise<BackupsView>) {
  busy.value = true
  problem.value = null
  try {
    view.value = await work()
  } catch (failure) {
    problem.value = refusalOf(failure).problem ?? String(failure)
  }
  busy.value = false
}
void attempt(() => call('backups'))
/** The age counts on while somebody looks. */
const tick = useNow({ interval: 30_000 })
const now = computed(() => (tick.value ? serverNow() : 0))
const newest = computed(() => view.value?.backups[0] ?? null)
/** A backup by the hour that is older than this was not made. */
const LATE_MS = 3 * 3600 * 1000
const late = computed(() => !newest.value || now.value - Date.parse(newest.value.madeAt) > LATE_MS)
const papersShort = computed(() => view.value && view.value.papers.used >= ROOM_SHORT * view.value.papers.most)
</script>

<template>
  <section aria-labelledby="backups-title">
    <h2 id="backups-title">Backups</h2>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <template v-if="view">
      <p v-if="view.directory === null" class="state state-caution">
        This server makes no backups: it was not told where they go. Set YARDFROST_BACKUPS and start it again.
      </p>
      <template v-else>
        <p class="now">
          <span :class="late ? 'state state-caution' : 'state state-good'" role="status">{{
            newest ? `The newest was made ${agoOf(newest.madeAt, now)}` : 'There is none yet'
          }}</span>
          <Button outlined label="Back up now" :disabled="busy" @click="attempt(() => call('makeBackup'))" />
        </p>
        <p class="soft small">
          One an hour while the program runs, and before each change of the database; the last {{ view.keep }} stay in
          <b>{{ view.directory }}</b> on the machine of the server. Copy them to another machine. Bringing one back:
          <code>npm run restore -- FILE</code>
        </p>
        <table v-if="view.backups.length" class="kept" aria-label="Backups">
          <thead>
            <tr>
              <th scope="col">made</th>
              <th scope="col">why</th>
              <th scope="col" class="right">rows</th>
              <th scope="col" class="right">size</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="b in view.backups.slice(0, 8)" :key="b.name">
              <td>{{ momentOf(b.madeAt) }}</td>
              <td>{{ b.why }}</td>
              <td class="right number">{{ b.rows }}</td>
              <td class="right number">{{ sizeOf(b.bytes) }}</td>
            </tr>
          </tbody>
        </table>
      </template>
      <p :class="papersShort ? 'state state-caution' : 'soft small'">
        Papers and pictures take {{ sizeOf(view.papers.used) }} of {{ sizeOf(view.papers.most)
        }}{{ papersShort ? ': take out what nobody needs, or set YARDFROST_PAPERS_MB higher' : '' }}.
      </p>
    </template>
  </section>
</template>

<style scoped>
.now {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
}
.kept {
  border-collapse: collapse;
  margin-top: 8px;
}
.kept th,
.kept td {
  border-bottom: 1px solid var(--hair);
  padding: 4px 18px 4px 0;
  text-align: left;
}
.kept .right {
  text-align: right;
}
.wrong {
  color: var(--rowan);
}
</style>
