<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { stationRow } from '../../core/procedure/procedures.js'
import { wordsOf } from '../../core/words/say.js'
import { useSession } from '../stores/session.js'
import CautionLine from './CautionLine.vue'
import QuestionLine from './QuestionLine.vue'
import type { PlacedCaution, PlacedQuestion } from '../../core/card/results.js'
import { useCard } from '../stores/card.js'

/**
 * What applies here in view: cautions of this station, stops of the whole card, and all of them where it is finished; opens
 * into every caution and open question of the card.
 */
const props = defineProps<{ cautions: PlacedCaution[]; questions: PlacedQuestion[]; jobId: number; station: string }>()
const session = useSession()
const open = ref(false)
const WORD = { stop: 'Stop', caution: 'Caution', note: 'Note' } as const
const card = useCard()
/** The card is finished at its last station. */
const finish = computed(() => card.stations.at(-1))
/** Station, and the place where the card has several, of something that is said elsewhere. */
const where = (c: { station: string; scope: string }) =>
  [stationRow(c.station).title, card.line.order.length > 1 ? card.nameOf(c.scope) : ''].filter(Boolean).join(', ')
/** What is said of several places, gathered by place in the order of the line; of one place all stands together. */
function gathered<T extends { scope: string }>(said: readonly T[]): { name: string; said: T[] }[] {
  if (card.line.order.length < 2) return said.length ? [{ name: '', said: [...said] }] : []
  const groups = new Map<string, T[]>()
  for (const s of said) groups.set(s.scope, [...(groups.get(s.scope) ?? []), s])
  return [...groups].map(([scope, own]) => ({ name: card.nameOf(scope) || 'Whole line', said: own }))
}
const isHere = (c: PlacedCaution) => c.station === props.station && c.scope === card.scopeAt(c.station)
const words = (c: PlacedCaution) => (isHere(c) ? '' : `${where(c)}: `) + session.say(wordsOf(c))
const here = computed(() => props.cautions.filter((c) => isHere(c) || c.level === 'stop' || props.station === finish.value))
const first = computed(() => here.value.find((c) => isHere(c) && c.level === 'stop') ?? here.value[0])
const count = computed(() => {
  const parts = []
  const others = props.cautions.length - (first.value ? 1 : 0)
  if (others) parts.push(first.value ? `${others} more` : `${others} at other stations`)
  parts.push(
    props.questions.length ? `${props.questions.length} open question${props.questions.length > 1 ? 's' : ''}` : 'no open questions',
  )
  return parts.join(' · ')
})
</script>

<template>
  <section class="rail" :class="first ? `rail-${first.level}` : 'rail-none'" aria-label="Cautions and open questions">
    <div v-if="open" class="all">
      <div>
        <h3>Cautions</h3>
        <section v-for="g in gathered(cautions)" :key="g.name" :aria-label="g.name || 'Cautions'">
          <h4 v-if="g.name">{{ g.name }}</h4>
          <ul class="plain-list">
            <li v-for="c in g.said" :key="c.code + c.station">
              <CautionLine :caution="c">
                <RouterLink :to="{ name: 'card', params: { id: jobId, station: c.station } }" @click="card.place = c.place">{{
                  stationRow(c.station).title
                }}</RouterLink>
              </CautionLine>
            </li>
          </ul>
        </section>
        <p v-if="!cautions.length" class="soft">None.</p>
      </div>
      <div>
        <h3>Open questions</h3>
        <section v-for="g in gathered(questions)" :key="g.name" :aria-label="g.name || 'Open questions'">
          <h4 v-if="g.name">{{ g.name }}</h4>
          <ul class="plain-list">
            <li v-for="q in g.said" :key="q.code + q.station">
              <QuestionLine :question="q">
                <RouterLink :to="{ name: 'card', params: { id: jobId, station: q.station } }" @click="card.place = q.place">{{
                  stationRow(q.station).title
                }}</RouterLink>
              </QuestionLine>
            </li>
          </ul>
        </section>
        <p v-if="!questions.length" class="soft">None.</p>
      </div>
    </div>
    <button type="button" class="summary" :aria-expanded="open" @click="open = !open">
      <span v-if="first" class="state" :class="`state-${first.level}`">{{ WORD[first.level] }}</span>
      <span class="message">{{
        first ? words(first) : cautions.length ? 'Nothing to watch at this station.' : 'No cautions on this card.'
      }}</span>
      <span class="count">{{ count }}</span>
    </button>
  </section>
</template>

<style scoped>
.rail {
  background: var(--amber-wash);
  border-top: 2px solid var(--amber);
}
.rail-stop {
  background: var(--rowan-wash);
  border-color: var(--rowan);
}
.rail-note,
.rail-none {
  background: var(--film);
  border-color: var(--hair);
}
.summary {
  align-items: center;
  background: none;
  border: 0;
  color: var(--ink);
  cursor: pointer;
  display: flex;
  gap: 16px;
  min-height: 46px;
  padding: 6px 24px;
  text-align: left;
  width: 100%;
}
.summary .state {
  font-size: 1.1rem;
}
.message {
  flex: 1;
}
.count {
  color: var(--soft);
  text-decoration: underline dotted;
  text-underline-offset: 4px;
  white-space: nowrap;
}
.all h4 {
  border-bottom: 1px solid var(--hair);
  color: var(--damson);
  font: 650 1.05rem var(--condensed);
  margin: 10px 0 0;
}
.all {
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 24px;
  grid-template-columns: 1fr 1fr;
  max-height: 46vh;
  overflow: auto;
  padding: 14px 24px;
}
@media (max-width: 600px) {
  .summary {
    flex-wrap: wrap;
    gap: 2px 12px;
    padding-inline: 14px;
  }
  .message {
    flex-basis: 70%;
  }
}
@media (max-width: 900px) {
  .all {
    grid-template-columns: 1fr;
  }
}
</style>
