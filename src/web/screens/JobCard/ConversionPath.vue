<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { conversionSteps, convertedSupports, type ConversionStep } from '../../../core/arrangement/conversion.js'
import { allMoveInside, type Ends } from '../../../core/arrangement/holding.js'
import { keyOf } from '../../../core/card/answers.js'
import type { Station } from '../../../core/procedure/rolling.js'
import { FAMILY_LABEL } from '../../../core/bearing/families.js'
import { wordsOf } from '../../../core/words/say.js'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'

/** One guided path where a bearing that gives way inside goes and one that does not comes, or the reverse. */
const card = useCard()
const session = useSession()
const supports = computed(() =>
  card.context.positions.map((p) => ({
    code: p.code,
    name: p.name,
    before: p.places.map((x) => x.row),
    after: p.places.map((x) => card.line.places[x.code]?.identify.row ?? x.row),
  })),
)
const changed = computed(() => {
  const codes = convertedSupports(supports.value)
  return supports.value.filter((s) => codes.includes(s.code))
})
const WHERE: Partial<Record<ConversionStep, Station>> = { 'convert-clearance': 'fit', 'convert-grease': 'lubricate' }
const steps = computed(() => {
  const { holding, holders, growthMm, float } = card.evaluation.arrange
  const end = (name: string) => (card.lineAnswers[keyOf(holders[0]!, 'arrange', name)] ?? null) as Ends[number]
  const here = changed.value[0]!
  const ring = float[here.code]
  const code = card.context.positions.find((p) => p.code === here.code)!.places[0]!.code
  return conversionSteps({
    ...{ holding, growthMm, holder: holders.length === 1 ? [end('outerLeft'), end('outerRight')] : null },
    free: holders.includes(here.code)
      ? { inside: true, presentMm: null, offMm: null }
      : { inside: allMoveInside(here.after), presentMm: ring?.presentMm ?? null, offMm: ring?.metal?.offMm ?? null },
    couplingGapMm: card.answers.arrange.couplingGapMm,
    group: card.line.places[code]?.fit.group ?? null,
    greaseChosen: card.line.places[code]?.lubricate.grease != null,
  })
})
const STATE = { open: 'open', done: 'good', act: 'caution' } as const
const WORD = { open: 'open', done: 'settled', act: 'to be done' } as const
const kinds = (rows: (typeof supports.value)[number]['before']) => [...new Set(rows.map((r) => FAMILY_LABEL[r!.family]))].join(', ')
</script>

<template>
  <section v-if="changed.length" class="path" aria-label="Conversion">
    <p v-for="s in changed" :key="s.code">
      <b>At the {{ s.name }} a {{ kinds(s.after) }} goes in where a {{ kinds(s.before) }} was:</b>
      {{
        allMoveInside(s.before) ? 'it no longer gives way inside, so its ring must slide' : 'it gives way inside, so its ring must stand'
      }}.
    </p>
    <ol>
      <li v-for="{ step, state } in steps" :key="step">
        <span class="state" :class="`state-${STATE[state]}`">{{ WORD[state] }}</span>
        <span>
          {{ session.say(wordsOf({ code: step })) }}
          <RouterLink v-if="WHERE[step]" :to="{ name: 'card', params: { id: card.view!.job.id, station: WHERE[step] } }"
            >go there</RouterLink
          >
        </span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.path {
  border-left: 4px solid var(--damson);
  margin: 10px 0;
  padding: 4px 0 4px 12px;
}
ol {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
}
li {
  display: grid;
  gap: 10px;
  grid-template-columns: 6.5rem minmax(0, 1fr);
  padding: 3px 0;
}
</style>
