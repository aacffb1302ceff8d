<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { addressOf } from '../../../contract/addresses.js'
import { VISIT_ASKED, VISIT_ITEMS, VISIT_VERDICT_LABEL, seenWords } from '../../../core/arrangement/visit-check.js'
import { wordsOf } from '../../../core/words/say.js'
import { dayOf } from '../../../contract/days.js'
import { useSession } from '../../stores/session.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import { useLoad } from '../../theme/useLoad.js'

/** A visit as it was written down, with its report to print. */
const route = useRoute()
const session = useSession()
const { data: visit, loading, error, load } = useLoad('visit', () => ({ id: String(route.params.id) }))
const STATE = { stop: 'stop', watch: 'caution', run: 'good', open: 'open' } as const
const trail = computed(() => [
  { label: 'Yard', to: '/' },
  { label: `${visit.value?.machineName} ${visit.value?.machineCode}`, to: `/machines/${visit.value?.machineId}` },
  { label: 'Visit check' },
])
</script>

<template>
  <LoadState :loading="loading" :error="error" @retry="load">
    <div v-if="visit" class="visit film">
      <CrumbTrail :trail="trail" />
      <header>
        <h1>
          Visit check <span class="where">{{ visit.machineName }} {{ visit.machineCode }}, {{ visit.lineName }}</span>
        </h1>
        <p class="soft">
          {{ dayOf(visit.at) }}, {{ visit.by }}<template v-if="visit.answers.fittedBy">; fitted by {{ visit.answers.fittedBy }}</template>
        </p>
      </header>
      <p class="state big" :class="`state-${STATE[visit.result.verdict]}`" data-verdict>{{ VISIT_VERDICT_LABEL[visit.result.verdict] }}</p>
      <ul v-if="visit.result.findings.length">
        <li v-for="f in visit.result.findings" :key="f.code">{{ session.say(wordsOf(f)) }}</li>
      </ul>
      <p v-else class="soft">Nothing that speaks against it was seen.</p>
      <dl>
        <template v-for="item in VISIT_ITEMS" :key="item">
          <dt>{{ VISIT_ASKED[item][0] }}</dt>
          <dd>{{ session.say(seenWords(visit.answers, item)) }}</dd>
        </template>
      </dl>
      <p v-if="visit.answers.note">{{ visit.answers.note }}</p>
      <p v-if="visit.pictures.length" class="pictures">
        <a v-for="p in visit.pictures" :key="p.id" :href="addressOf('documentFile', { id: p.id })" target="_blank">{{ p.name }}</a>
      </p>
      <p><a :href="addressOf('visitPdf', { id: visit.id })" target="_blank">Print the report</a></p>
    </div>
  </LoadState>
</template>

<style scoped>
.visit {
  align-content: start;
  display: grid;
  gap: 14px;
  height: 100%;
  overflow: auto;
  padding: 22px 24px 40px;
}
.where {
  color: var(--damson);
}
.big {
  font-size: 1.6rem;
}
dl {
  display: grid;
  gap: 4px 24px;
  grid-template-columns: minmax(12rem, 24rem) minmax(0, 1fr);
  margin: 0;
}
dt {
  color: var(--soft);
}
dd {
  font-weight: 600;
  margin: 0;
}
.pictures {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
}
</style>
