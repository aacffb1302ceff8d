<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { stationRow } from '../../../core/procedure/procedures.js'
import type { Station } from '../../../core/procedure/rolling.js'
import { resultsOf } from '../../../core/card/results.js'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import { shared } from '../../stores/shared.js'
import { useFold } from './useFold.js'

/** The stations as journals of a stepped shaft, each with its key figure and one mark for every place it speaks of. */
const props = defineProps<{ jobId: number; current: Station }>()
const card = useCard()
const session = useSession()
const { folded, fold } = useFold()
const movedAt = (s: Station) => [...card.moved.values()].some((m) => m.station === s)
const bar = useTemplateRef<HTMLElement>('bar')
/** The station in hand is in sight, also where the line is wider than the screen. */
watch(
  () => props.current,
  async () => {
    await nextTick()
    const here = bar.value?.querySelector<HTMLElement>('[aria-current]')
    if (bar.value && here) bar.value.scrollLeft = here.offsetLeft - bar.value.clientWidth / 2 + here.offsetWidth / 2
  },
  { immediate: true, flush: 'post' },
)
type Marks = Record<Station, { scope: string; level: keyof typeof words; name: string }[]>
const words = { good: 'done', caution: 'caution', stop: 'stop', open: 'open' } as const
const marks = computed((before?: Marks): Marks => {
  const all = resultsOf(card.line)
  const now = Object.fromEntries(
    card.stations.map((s) => [
      s,
      all
        .filter((r) => r.result.station === s)
        .map(({ scope, result }) => ({
          scope,
          level: result.verdict.level,
          name: card.line.order.length > 1 ? `${card.nameOf(scope)} ` : '',
        })),
    ]),
  ) as Marks
  return shared(before, now)
})
/** What a journal shows: as long as it says the same it is left alone. */
const shows = (s: Station) => {
  const { verdict, headline } = card.evaluation[s]
  return [verdict.level, session.say(headline), marks.value[s], movedAt(s), card.scopeAt(s)] as const
}
</script>

<template>
  <nav ref="bar" class="line" :class="{ folded }" aria-label="Stations">
    <span class="stub" aria-hidden="true"></span>
    <RouterLink
      v-for="(s, i) in card.stations"
      :key="s"
      v-memo="[...shows(s), jobId, s === current]"
      :to="`/jobs/${jobId}/${s}`"
      class="journal"
      :class="[`step-${i % 3}`, `is-${card.evaluation[s].verdict.level}`]"
      :aria-current="s === current ? 'step' : undefined"
    >
      <span class="marks"
        ><span v-for="m in marks[s]" :key="m.scope" class="state" :class="[`state-${m.level}`, { here: m.scope === card.scopeAt(s) }]"
          ><span class="visually-hidden">{{ m.name }}{{ words[m.level] }}</span></span
        ></span
      >
      <span class="body">{{ stationRow(s).title }}</span>
      <span class="key">{{ session.say(card.evaluation[s].headline) }}<span v-if="movedAt(s)" class="moved"> moved</span></span>
    </RouterLink>
    <span class="stub" aria-hidden="true"></span>
    <button type="button" class="fold link-button" :aria-expanded="!folded" @click="fold">{{ folded ? 'Unfold' : 'Fold' }}</button>
  </nav>
</template>

<style scoped>
.line {
  align-items: center;
  border-bottom: 1px solid var(--hair);
  display: flex;
  min-height: 108px;
  padding: 4px 24px;
}
.stub {
  background: var(--outline);
  flex: none;
  height: 12px;
  width: 14px;
}
.journal {
  color: var(--ink);
  display: grid;
  flex: 1;
  grid-template-rows: 24px 54px 24px;
  justify-items: center;
  align-items: center;
  margin-left: -1px;
  min-width: 0;
  text-decoration: none;
}
.body {
  align-items: center;
  background: var(--film);
  border: 1.5px solid var(--outline);
  display: flex;
  font: 700 1.15rem var(--condensed);
  height: 36px;
  justify-content: center;
  width: 100%;
}
.step-1 .body {
  height: 46px;
}
.step-2 .body {
  height: 40px;
}
.is-good .body {
  background: var(--wash);
}
.journal:hover .body {
  border-color: var(--damson);
}
.journal[aria-current] .body {
  background: var(--damson);
  border-color: var(--damson);
  color: var(--on-damson);
  height: 54px;
}
.marks {
  display: flex;
  gap: 3px;
}
.marks .state:not(.here):not(:only-child) {
  opacity: 0.55;
}
.key {
  color: var(--soft);
  font: 600 1rem var(--condensed);
  white-space: nowrap;
}
.journal[aria-current] .key {
  color: var(--damson);
}
.fold {
  font-size: 0.95rem;
  margin-left: 8px;
}
.folded {
  min-height: 62px;
  padding-block: 2px;
}
.folded .journal {
  column-gap: 6px;
  grid-template-columns: auto;
  grid-template-rows: 34px 22px;
  position: relative;
}
.folded .marks {
  left: 6px;
  position: absolute;
  top: 4px;
}
.folded .marks .state {
  font-size: 0.6rem;
}
.folded .marks .state:not(.here) {
  display: none;
}
.folded .journal .body,
.folded .journal[aria-current] .body {
  font-size: 1.08rem;
  height: 34px;
}
/* A phone scrolls along the line instead of squeezing it. */
@media (max-width: 900px) {
  .line {
    overflow-x: auto;
    padding-inline: 12px;
  }
  .journal {
    flex: 1 0 88px;
  }
}
.moved {
  color: var(--amber);
  font-weight: 700;
}
</style>
