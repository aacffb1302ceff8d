<script setup lang="ts">
import { wordsOf } from '../../../core/words/say.js'
import Button from 'primevue/button'
import { computed, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { asLineAnswers, partsOf, type Evidence, type IdentifyAnswers } from '../../../core/card/answers.js'
import { ringReadingsDrawing } from '../../../core/drawing/ring-readings.js'
import { findMarked, keptName } from '../../../core/identify/marked.js'
import { DIMENSION_WORDS, type Outline } from '../../../core/identify/identify.js'
import { refusalOf, call } from '../../api.js'
import DrawingView from '../../drawing/DrawingView.vue'
import { useBench } from '../../stores/bench.js'
import { useSession } from '../../stores/session.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import RackHead from '../Rack/RackHead.vue'
import KeyPanel from './KeyPanel.vue'
import MarkingPanel from './MarkingPanel.vue'
import OrderPanel from './OrderPanel.vue'
import ReadingsPanel from './ReadingsPanel.vue'
import ActionButton from '../../fields/ActionButton.vue'

const bench = useBench()
const session = useSession()
const route = useRoute()
const router = useRouter()
const loading = ref(true)
const error = ref<string | null>(null)
async function start() {
  loading.value = true
  error.value = null
  try {
    await bench.start()
  } catch (failure) {
    error.value = failure instanceof Error ? failure.message : String(failure)
  }
  loading.value = false
}
onMounted(start)

const SHOWN = 6
const values = computed(() => bench.found?.values)
/** What a spread means stands beside its readings already. */
const said = computed(() => (bench.found?.cautions ?? []).filter((c) => !c.code.startsWith('spread-')))
const best = computed(() => values.value?.outlines[0] ?? null)
/** Without readings the features alone give rows; all are as likely. */
const byFeatures = computed(() => (bench.measured ? [] : (values.value?.candidates ?? [])))
const drawing = computed(() =>
  ringReadingsDrawing({
    readings: bench.state.readings,
    nominal: best.value,
    width: 520,
    height: 300,
    lengthText: (mm) => session.showTrimmed(mm, 'length', 3),
  }),
)
const percent = (p: number) => (p > 0.995 ? '> 99 %' : p < 0.005 ? '< 1 %' : `${Math.round(p * 100)} %`)
const size = (mm: number) => session.showTrimmed(mm, 'length', 3)
const sizes = (o: Outline) => `${size(o.boreMm)} × ${size(o.outsideMm)} × ${size(o.widthMm)}`
const NAMES = 12

const undo = ref<(() => void) | null>(null)
function clear() {
  undo.value = bench.clear()
}
function takeBack() {
  undo.value?.()
  undo.value = null
}

const jobId = computed(() => (/^\d+$/.test(String(route.query.job ?? '')) ? Number(route.query.job) : null))
const problem = ref('')
/** The number with the letters that are settled on the bench, where the card reads them all; else the number alone. */
function asSettled(): string | null {
  const { chosen } = bench.state
  const line = bench.order?.line
  const marked = line ? findMarked(line) : null
  return marked && !marked.unknown && marked.row.designation === chosen ? keptName(line!, marked) : chosen
}
/** What the bench found out goes onto the card that asked for it. */
async function putOnCard() {
  problem.value = ''
  try {
    const view = await call('card', { params: { id: jobId.value! } })
    const asked = String(route.query.place ?? '')
    const place = view.context.onCard.includes(asked) ? asked : view.context.onCard[0]!
    const { clearance } = bench.state.known
    const evidence: Evidence | null = clearance?.evidence && clearance.evidence !== 'seen' ? clearance.evidence : null
    const found: Omit<IdentifyAnswers, 'cone' | 'cup'> = {
      boreReadingsMm: bench.state.readings.boreMm.slice(0, 4),
      outsideReadingsMm: bench.state.readings.outsideMm.slice(0, 4),
      widthReadingsMm: bench.state.readings.widthMm.slice(0, 4),
      instrument: bench.state.instruments.outsideMm,
      family: bench.row!.family,
      designation: asSettled(),
      group: evidence ? (clearance!.value as IdentifyAnswers['group']) : null,
      groupEvidence: evidence,
    }
    const changes = Object.entries(asLineAnswers({ identify: found }, place)).map(([key, value]) => {
      const { scope, station, name } = partsOf(key)!
      return { scope, station, field: name, value, base: view.answers[key]?.version ?? 0 }
    })
    await call('changeCard', { params: { id: jobId.value! }, body: { key: crypto.randomUUID(), since: view.revision, changes } })
    await router.push({ name: 'card', params: { id: jobId.value! } })
  } catch (failure) {
    const { errors, problem: words } = refusalOf(failure)
    problem.value = words ?? Object.values(errors).join('; ')
  }
}
</script>

<template>
  <LoadState :loading="loading" :error="error" @retry="start">
    <div class="bench film">
      <CrumbTrail :trail="[{ label: 'Rack', to: '/rack' }, { label: 'Identify' }]" />
      <RackHead title="What is it?">
        <Button label="Clear the bench" size="small" text @click="clear" />
        <Button v-if="undo" label="Take back" size="small" text @click="takeBack" />
        <template v-if="jobId" #end>
          <ActionButton
            label="Put it on the card"
            size="small"
            :why="!session.may('technician') ? 'you may only read' : !bench.row && 'choose what it is first'"
            @click="putOnCard"
          />
          <span v-if="problem" role="alert">{{ problem }}</span>
        </template>
      </RackHead>
      <div class="columns">
        <div class="column" tabindex="0" role="group" aria-label="Readings and marking">
          <ReadingsPanel />
          <MarkingPanel />
        </div>
        <div class="column middle" tabindex="0" role="group" aria-label="Candidates">
          <DrawingView :drawing="drawing" class="ring" />
          <p class="soft small">{{ drawing.scale }}</p>
          <p v-for="c in said" :key="c.code" class="caution" :class="c.level" :role="c.level === 'stop' ? 'alert' : 'status'">
            {{ session.say(wordsOf(c)) }}
          </p>
          <p v-if="bench.refused && !bench.refused.field.startsWith('readings.')" class="caution stop" role="alert">
            {{ bench.refused.words }}
          </p>
          <p v-if="!bench.started" class="soft hint">
            Measure bore, outside and width at several places round the ring, or look and answer, or type what is left of the marking: any
            order, whatever you can get at. Every answer narrows the list.
          </p>
          <ol v-if="values?.outlines.length" class="plain-list outlines" aria-label="Candidates by how well they fit">
            <li v-for="o in values.outlines.slice(0, SHOWN)" :key="sizes(o)">
              <span class="bar"><i :style="{ width: `${Math.max(1.5, o.probability * 100)}%` }"></i></span>
              <span class="number size">{{ sizes(o) }}</span>
              <span class="number share">{{ percent(o.probability) }}</span>
              <span class="names">
                <button
                  v-for="name in o.designations.slice(0, NAMES)"
                  :key="name"
                  type="button"
                  :class="{ chosen: name === bench.state.chosen }"
                  @click="bench.choose(name)"
                >
                  {{ name }}
                </button>
                <span v-if="o.designations.length > NAMES" class="soft">and {{ o.designations.length - NAMES }} more</span>
              </span>
            </li>
          </ol>
          <template v-if="byFeatures.length">
            <p role="status">
              <b>{{ byFeatures.length }}</b> bearings of the rack look like this.
            </p>
            <span class="names">
              <button
                v-for="c in byFeatures.slice(0, NAMES)"
                :key="c.designation"
                type="button"
                :class="{ chosen: c.designation === bench.state.chosen }"
                @click="bench.choose(c.designation)"
              >
                {{ c.designation }}
              </button>
              <span v-if="byFeatures.length > NAMES" class="soft">and {{ byFeatures.length - NAMES }} more</span>
            </span>
          </template>
          <div v-if="values?.nearest.length" class="special">
            <h3>Nearest</h3>
            <p v-for="n in values.nearest" :key="n.designation">
              <b class="number">{{ n.designation }}</b>
              <span class="soft">
                {{
                  n.differences
                    .map(
                      (d) => `${DIMENSION_WORDS[d.dimension]} ${d.byMm > 0 ? '+' : '−'}${session.withUnit(Math.abs(d.byMm), 'length', 2)}`,
                    )
                    .join(', ')
                }}</span
              >
            </p>
            <template v-if="values.measureFurther.length">
              <h3>Or a special one: measure for a drawing</h3>
              <ul>
                <li v-for="m in values.measureFurther" :key="m">{{ m }}</li>
              </ul>
            </template>
          </div>
        </div>
        <div class="column" tabindex="0" role="group" aria-label="Look and order">
          <OrderPanel v-if="bench.row && bench.order" />
          <KeyPanel />
        </div>
      </div>
    </div>
  </LoadState>
</template>

<style scoped>
.bench {
  display: flex;
  flex-direction: column;
  height: 100%;
  padding: 12px 24px 0;
}
.columns {
  display: grid;
  flex: 1;
  gap: 24px;
  grid-template-columns: 23rem minmax(0, 1fr) 25rem;
  min-height: 0;
}
.column {
  display: grid;
  align-content: start;
  gap: 14px;
  min-height: 0;
  overflow: auto;
  padding: 4px 8px 16px 12px;
}
.middle {
  gap: 6px;
}
.ring {
  justify-self: center;
  width: min(100%, 520px);
}
.hint {
  max-width: 30rem;
  padding: 8px 0;
}
.outlines li {
  align-items: baseline;
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 2px 12px;
  grid-template-columns: minmax(4rem, 1fr) auto 4.4rem;
  padding: 6px 0;
}
.bar {
  align-self: center;
  background: var(--wash);
  height: 14px;
}
.bar i {
  background: var(--damson);
  display: block;
  height: 100%;
}
@media (prefers-reduced-motion: no-preference) {
  .bar i {
    transition: width 0.25s;
  }
}
.size {
  font-size: 1.25rem;
}
.share {
  text-align: right;
}
.names {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  grid-column: 1 / -1;
}
.names button {
  background: var(--paper);
  border: 1px solid var(--outline);
  border-radius: 2px;
  color: var(--ink);
  cursor: pointer;
  font: 650 1.02rem var(--condensed);
  min-height: 34px;
  padding: 2px 10px;
}
.names .chosen {
  background: var(--damson);
  border-color: var(--damson);
  color: var(--on-damson);
}
.caution {
  border-left: 4px solid var(--hair);
  padding: 2px 8px;
}
.caution.caution {
  font-size: 0.95rem;
}
.caution.stop {
  background: var(--rowan-wash);
  border-color: var(--rowan);
}
p.caution:not(.stop):not(.note) {
  background: var(--amber-wash);
  border-color: var(--amber);
}
.special ul {
  margin: 0;
  padding-left: 1.1rem;
}
@media (max-width: 1000px) {
  .bench {
    overflow: auto;
  }
  .columns {
    display: block;
  }
  .column {
    overflow: visible;
  }
}
</style>
