<script setup lang="ts">
import { computed } from 'vue'
import { stationRow } from '../../../core/procedure/procedures.js'
import { hasEnded } from '../../../core/card/ended.js'
import type { Missing, StationResult } from '../../../core/card/station.js'
import CautionLine from '../../figures/CautionLine.vue'
import FigureRow from '../../figures/FigureRow.vue'
import QuestionLine from '../../figures/QuestionLine.vue'
import PapersSay from './PapersSay.vue'
import { toField } from '../../fields/toField.js'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'

/** Every station alike: drawing and questions to answer on the left, figures with verdict on the right. */
const props = defineProps<{ result: StationResult; drawingTitle: string; drawingNote?: string; hideFigures?: boolean }>()
const emit = defineEmits<{ lead: [field: string] }>()
const card = useCard()
const session = useSession()
const scope = computed(() => card.scopeAt(props.result.station))
const moved = computed(() => new Map(props.result.figures.map((f) => [f.key, card.moved.get(`${scope.value}/${f.key}`)])))
const rows = computed(() => props.result.figures.filter((f) => f.key !== props.result.hero?.key && f.value !== null))
const missing = computed(() => (card.readOnly ? [] : (props.result.missing ?? [])))
/** To the field that takes what is missing; one in another view is brought to sight by its station first. */
async function lead({ field, scope: at }: Missing) {
  emit('lead', field)
  await toField(at ? `${field}-${at}` : field)
}
/** Whose figures these are, where the card has more than one place. */
const where = computed(() => (card.line.order.length > 1 ? card.nameOf(scope.value) || 'whole line' : ''))
/** Of a step that is signed nothing more need be heeded. */
const cautions = computed(() => props.result.cautions.filter((c) => !hasEnded({ ...c, scope: scope.value }, card.plan, card.stepStates)))
const movedHere = computed(() => [...moved.value.values()].filter(Boolean).length)
</script>

<template>
  <div class="station">
    <section class="left film" :aria-label="drawingTitle" tabindex="0">
      <div class="drawing">
        <h2>
          {{ drawingTitle }} <span class="soft small note">{{ drawingNote }}</span>
        </h2>
        <slot name="drawing" />
      </div>
      <div class="entry"><slot name="entry" /></div>
    </section>
    <section class="right" tabindex="0" :aria-label="`Figures of ${stationRow(result.station).title}`">
      <h1>
        {{ stationRow(result.station).title }} <span v-if="where" class="where">{{ where }}</span>
      </h1>
      <p v-if="missing.length" class="missing">
        Missing:
        <template v-for="(m, i) in missing" :key="m.field + (m.scope ?? '')"
          >{{ i ? ', ' : '' }}<button type="button" class="link-button" @click="lead(m)">{{ session.say(m.label) }}</button></template
        >
      </p>
      <p v-else class="soft">{{ session.say(result.reason) }}</p>
      <div v-if="movedHere" class="moved-box" role="status">
        <b>{{ movedHere }} figure{{ movedHere > 1 ? 's' : '' }} moved after an earlier answer changed.</b>
        <button v-if="!card.readOnly" type="button" class="link-button" @click="card.seen(result.station)">Seen</button>
      </div>
      <FigureRow v-if="result.hero" :figure="result.hero" hero :moved="moved.get(result.hero.key)" class="hero-line">
        <span class="state verdict" :class="`state-${result.verdict.level}`" data-verdict>{{ result.verdict.word }}</span>
      </FigureRow>
      <p v-else class="state verdict" :class="`state-${result.verdict.level}`" data-verdict>{{ result.verdict.word }}</p>
      <PapersSay :station="result.station" />
      <slot name="chart" />
      <template v-if="!hideFigures"><FigureRow v-for="f in rows" :key="f.key" :figure="f" :moved="moved.get(f.key)" /></template>
      <slot name="after" />
      <ul v-if="cautions.length || result.questions.length" class="plain-list notes">
        <li v-for="c in cautions" :key="c.code"><CautionLine :caution="c" /></li>
        <li v-for="q in result.questions" :key="q.code"><QuestionLine :question="q" /></li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.station {
  display: grid;
  flex: 1;
  grid-template-columns: minmax(0, 55fr) minmax(0, 45fr);
  min-height: 0;
}
.left {
  border-right: 1px solid var(--hair);
  display: flex;
  flex-direction: column;
  min-height: 0;
  overflow: auto;
  padding: 10px 20px 14px 24px;
}
.drawing h2 {
  font-size: 1.25rem;
}
.drawing .note {
  font: 400 0.875rem var(--text);
  padding-left: 8px;
}
.entry {
  border-top: 1px solid var(--hair);
  margin-top: 6px;
  padding-top: 10px;
}
.right {
  overflow: auto;
  padding: 10px 26px 14px;
}
.where {
  color: var(--damson);
  padding-left: 6px;
  font-size: 1.15rem;
}
.missing {
  color: var(--soft);
}
.missing .link-button {
  min-height: 28px;
  text-align: left;
}
.hero-line {
  margin-top: 10px;
}
.verdict {
  font-size: 1.25rem;
  padding: 0 0 10px 6px;
}
.moved-box {
  background: var(--amber-wash);
  border-left: 4px solid var(--amber);
  display: flex;
  gap: 12px;
  justify-content: space-between;
  margin-top: 8px;
  padding: 6px 10px;
}
.notes li {
  border-bottom: 1px solid var(--hair);
}
@media (max-width: 900px) {
  .station {
    display: block;
    overflow: auto;
  }
  .left,
  .right {
    border: 0;
    overflow: visible;
    padding: 10px 14px;
  }
}
</style>
