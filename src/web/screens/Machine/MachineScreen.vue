<script setup lang="ts">
import Button from 'primevue/button'
import LeftBehind from '../../figures/LeftBehind.vue'
import { computed, nextTick, ref, watch } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import { draftOf, type PlaceView, type PositionView, type ShaftLineView } from '../../../contract/lines.js'
import type { RecordChange } from '../../../contract/machines.js'
import { carryOver } from '../../../core/line/carry.js'
import { readLine } from '../../../core/line/notation.js'
import { editKey, writeDraft } from '../../stores/drafts.js'
import { FAMILY_LABEL } from '../../../core/bearing/families.js'
import { leaning } from '../../../core/drawing/glyph.js'
import { shaftLineDrawing } from '../../../core/drawing/shaft-line.js'
import { outerSides } from '../../../core/line/records.js'
import { MATERIALS, type Material } from '../../../core/materials.js'
import { fittedWords } from '../../../core/line/fitted.js'
import DrawingView from '../../drawing/DrawingView.vue'
import { seldom, useStream } from '../../stream.js'
import { useSession } from '../../stores/session.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import { useLoad } from '../../theme/useLoad.js'
import { dayOf } from '../../../contract/days.js'
import { dueWords } from '../../figures/dates.js'
import JobList from '../JobList.vue'
import TimelineList from '../TimelineList.vue'
import MachineFolder from './MachineFolder.vue'
import MachineActions from './MachineActions.vue'
import PointsDialog from './PointsDialog.vue'
import RecordChanges from './RecordChanges.vue'
import StartJob from './StartJob.vue'
import WantedWork from './WantedWork.vue'

const route = useRoute()
const router = useRouter()
const session = useSession()
const { data: machine, loading, error, load, renew } = useLoad('machine', () => ({ id: String(route.params.id) }))
const ids = computed(() => ({
  machine: [String(machine.value?.id)],
  line: (machine.value?.shaftLines ?? []).map((l) => String(l.id)),
  card: (machine.value?.jobs ?? []).map((j) => String(j.id)),
  point: (machine.value?.points ?? []).map((p) => String(p.id)),
}))
const isOwn = (of: string, id = '') => (ids.value as Record<string, string[]>)[of]?.includes(id) === true
useStream(({ of, id }) => isOwn(of, id), seldom(renew))
const starting = ref<{ line: ShaftLineView; chosen: number[] } | null>(null)

/** Who was led to a support sees it first. */
watch([machine, () => route.hash], async () => {
  await nextTick()
  if (route.hash) document.getElementById(route.hash.slice(1))?.scrollIntoView({ block: 'center' })
})
const arranging = ref<ShaftLineView | null>(null)
const pointsOf = (p: PositionView) => machine.value!.points.filter((t) => t.feeds.some((f) => f.positionId === p.id))

const drawing = (line: ShaftLineView) =>
  shaftLineDrawing({
    width: 1180,
    height: 300,
    carries: line.carries,
    ...{ upright: line.orientation === 'vertical', outerTurns: line.turning === 'housing' },
    spanText: line.positions.length > 2 || line.spanMm === null ? null : session.withUnit(line.spanMm, 'distance'),
    // Only what was recorded before what sits on a shaft was asked has no more than a word for it.
    components: line.components.length || line.carries === 'shaft end' ? line.components : undefined,
    shaft: line.shaft,
    positions: line.positions.map((p) => ({
      name: p.name,
      alongMm: p.alongMm,
      held: p.held,
      sides: outerSides(p.places.map((x) => x.holding)),
      designation: fittedWords(p.places) || 'nothing recorded',
      places: p.places.map((x) => ({
        key: x.code,
        row: x.row,
        ...{ shaftSeat: x.shaftSeat, housingSeat: x.housingSeat },
        ...leaning(p.places, x),
      })),
    })),
  })
const mark = (p: PlaceView) => (p.fitted?.group && p.fitted.group !== 'N' ? ` C${p.fitted.group}` : '')
const ARRANGED = { 'back-to-back': 'pair, back to back', 'face-to-face': 'pair, face to face', tandem: 'pair, in tandem' } as const
/** Places of a set stand as one with how many they are; others each by itself. */
const groups = (p: PositionView) =>
  p.places
    .filter((x, i) => !x.set || p.places.findIndex((y) => y.set?.code === x.set!.code) === i)
    .map((place) => ({ place, count: place.set ? p.places.filter((y) => y.set?.code === place.set!.code).length : 1 }))
const openJob = (p: PositionView) => {
  const id = p.places.find((x) => x.openJobId !== null)?.openJobId
  return machine.value?.jobs.find((j) => j.id === id)
}
const since = ({ fitted }: PlaceView) =>
  !fitted ? 'nothing recorded as fitted' : fitted.since ? `fitted since ${dayOf(fitted.since)}` : 'nobody has said since when'
const materials = (line: ShaftLineView) =>
  `${MATERIALS[line.shaftMaterial as Material].label} shaft, ${MATERIALS[line.housingMaterial as Material].label} housing`
const about = computed(() => {
  const where = [machine.value?.area, machine.value?.location].filter(Boolean).join(', ')
  return [where, machine.value?.notes].filter(Boolean).join('. ')
})
const trail = computed(() => [{ label: 'Yard', to: '/' }, { label: `${machine.value?.name} ${machine.value?.code}` }])

/** What stood before a change is laid into the editor, where it is looked at and saved. */
function goBack({ lineId, before }: RecordChange) {
  const { id, shaftLines } = machine.value!
  const line = shaftLines.find((l) => l.id === lineId) ?? shaftLines[0]
  const key = editKey(id, line?.id ?? null)
  const { words, name, ...rest } = before as Record<string, string>
  if (line && words !== undefined) {
    writeDraft(`line:${key}`, carryOver(draftOf(line), readLine(words, 'metric').line))
    writeDraft(`head:${key}`, { ...rest, line: name })
  } else writeDraft(`head:${key}`, { ...rest, name })
  void router.push({ name: 'edit-machine', params: { id }, query: { ...(line ? { line: line.id } : {}), back: 'yes' } })
}

/** A bearing on the drawing leads to its open card, or to the start of a job. */
function pick(line: ShaftLineView, code: string) {
  const position = line.positions.find((p) => p.places.some((x) => x.code === code))!
  const job = openJob(position)
  if (job) void router.push({ name: 'card', params: { id: job.id } })
  else if (session.may('technician')) begin(line, position)
}
const begin = (line: ShaftLineView, p: PositionView) => (starting.value = { line, chosen: p.places.map((x) => x.id) })
</script>

<template>
  <LoadState :loading="loading" :error="error" @retry="load">
    <div v-if="machine" class="machine film">
      <CrumbTrail :trail="trail" />
      <header>
        <div class="title">
          <h1>
            {{ machine.name }} <span class="code">{{ machine.code }}</span>
          </h1>
          <MachineActions :machine="machine" @changed="load" />
        </div>
        <p class="soft">{{ about }}</p>
        <p v-if="machine.retired" class="state state-caution" role="status">
          Retired on {{ dayOf(machine.retired.at) }}{{ machine.retired.reason ? `: ${machine.retired.reason}` : '' }}
        </p>
      </header>
      <section v-for="line in machine.shaftLines" :key="line.id" :aria-label="line.name">
        <div class="line-head">
          <h2>{{ line.name }}</h2>
          <span class="soft">{{ materials(line) }}; bearings to scale, span shortened</span>
          <RouterLink v-if="session.may('technician')" :to="{ name: 'edit-machine', params: { id: machine.id }, query: { line: line.id } }"
            >Edit the line</RouterLink
          >
          <button v-if="session.may('technician')" type="button" class="link-button" @click="arranging = line">Greasing points</button>
          <RouterLink v-if="session.may('technician')" :to="{ name: 'new-visit', params: { id: line.id }, query: { machine: machine.id } }"
            >Visit check</RouterLink
          >
        </div>
        <DrawingView :drawing="drawing(line)">
          <!-- A shortcut for the pointer; the same actions stand below in words. -->
          <rect
            v-for="place in drawing(line).places"
            :key="place.key"
            class="place"
            :x="place.x"
            :y="place.y"
            :width="place.width"
            :height="place.height"
            aria-hidden="true"
            @click="pick(line, place.key)"
          />
        </DrawingView>
        <div class="positions">
          <div
            v-for="p in line.positions"
            :id="`support-${p.id}`"
            :key="p.id"
            class="position"
            :class="{ meant: route.hash === `#support-${p.id}` }"
          >
            <div>
              <h3>{{ p.name }}</h3>
              <template v-for="{ place: x, count } in groups(p)" :key="x.id">
                <p v-if="x.fitted">
                  <span v-if="count > 1" class="number fitted">{{ count }} × </span>
                  <RouterLink v-if="x.row" class="number fitted" :to="{ name: 'bearing', params: { designation: x.row.designation } }"
                    >{{ x.fitted.designation }}{{ mark(x) }}</RouterLink
                  >
                  <b v-else class="number fitted">{{ x.fitted.designation }}</b>
                  <span class="soft kind"
                    >{{ x.row ? FAMILY_LABEL[x.row.family] : 'not in the catalogue'
                    }}{{ x.set ? `, ${ARRANGED[x.set.arrangement]}` : '' }}</span
                  >
                </p>
                <p class="soft small">{{ since(x) }}</p>
                <LeftBehind v-if="x.left" :left="[x.left]" />
                <p v-if="x.life" class="life">
                  <span class="bar" aria-hidden="true"><i :style="{ width: `${Math.min(100, x.life.share * 100)}%` }"></i></span>
                  <b class="number">{{ session.show(x.life.share * 100, 'percent') }} %</b> of its rating life,
                  {{ session.withUnit(x.life.hoursRun, 'hours') }} of {{ session.withUnit(x.life.ratingLifeH, 'hours') }}
                </p>
              </template>
              <p v-if="p.places[0]?.row">
                <RouterLink :to="{ name: 'compare', query: { at: p.id } }">What on the shelf would do?</RouterLink>
              </p>
              <p v-for="t in pointsOf(p)" :key="t.id">
                <RouterLink :to="{ name: 'greasing', params: { id: t.id } }">
                  {{
                    [t.name, t.grease?.name ?? 'grease', t.quantityG === null ? '' : session.withUnit(t.quantityG, 'grams')]
                      .filter(Boolean)
                      .join(', ')
                  }}
                </RouterLink>
                <span v-if="t.feeds.length > 1" class="soft small"> for {{ t.feeds.map((f) => f.name).join(' and ') }}</span>
                <span v-if="t.dueAt" class="state next" :class="`state-${dueWords(t.dueAt, machine.now).level}`">{{
                  dueWords(t.dueAt, machine.now).words
                }}</span>
                <span v-else-if="t.intervalDays === null" class="soft small"> no regreasing</span>
              </p>
              <p v-if="!pointsOf(p).length" class="soft small">no greasing plan yet</p>
            </div>
            <RouterLink v-if="openJob(p)" class="open-card" :to="{ name: 'card', params: { id: openJob(p)!.id } }"
              >Open card {{ openJob(p)!.number }}</RouterLink
            >
            <Button
              v-else-if="session.may('technician')"
              label="Start a job"
              :aria-label="`Start a job at the ${p.name}`"
              @click="begin(line, p)"
            />
          </div>
        </div>
      </section>
      <p v-if="!machine.shaftLines.length" class="soft empty">
        No shaft line is drawn yet.
        <RouterLink v-if="session.may('technician')" :to="{ name: 'edit-machine', params: { id: machine.id } }">Draw the first</RouterLink>
      </p>
      <PointsDialog
        v-if="arranging"
        :line="arranging"
        :points="machine.points.filter((t) => t.feeds.some((f) => arranging!.positions.some((p) => p.id === f.positionId)))"
        @changed="machine = $event"
        @close="arranging = null"
      />
      <StartJob v-if="starting" :line="starting.line" :chosen="starting.chosen" @close="starting = null" />
      <WantedWork :machine="machine" />
      <div class="past">
        <section aria-labelledby="history">
          <h2 id="history">Timeline</h2>
          <TimelineList v-if="machine.timeline.length" :events="machine.timeline" />
          <p v-else class="soft empty">Nothing has been recorded on this machine yet.</p>
        </section>
        <section aria-labelledby="jobs">
          <h2 id="jobs">Jobs</h2>
          <JobList v-if="machine.jobs.length" :jobs="machine.jobs" narrow />
          <p v-else class="soft empty">No job has been done on this machine yet.</p>
          <MachineFolder :machine="machine" />
          <RecordChanges
            v-if="machine.changes.length"
            :changes="machine.changes"
            title="Records"
            :back="session.may('technician') && !machine.retired"
            @back="goBack"
          />
        </section>
      </div>
    </div>
  </LoadState>
</template>

<style scoped>
.place {
  cursor: pointer;
  fill: transparent;
}
.place:hover {
  fill: color-mix(in srgb, var(--damson) 8%, transparent);
}
.machine {
  align-content: start;
  display: grid;
  gap: 22px;
  height: 100%;
  overflow: auto;
  padding: 22px 24px 40px;
}
.title {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
  justify-content: space-between;
}
.code {
  color: var(--damson);
}
.line-head {
  align-items: baseline;
  display: flex;
  gap: 16px;
}
.positions {
  display: grid;
  gap: 0 48px;
  grid-template-columns: repeat(auto-fit, minmax(24rem, 1fr));
}
.position {
  align-items: start;
  border-top: 1px solid var(--hair);
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
  justify-content: space-between;
  padding: 12px 0;
}
.meant {
  background: var(--wash);
  box-shadow:
    -12px 0 var(--wash),
    12px 0 var(--wash);
}
.fitted {
  font-size: 1.5rem;
  margin-right: 0.6rem;
}
.life {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
}
.life .bar {
  background: var(--wash);
  height: 10px;
  width: 6rem;
}
.life i {
  background: var(--damson);
  display: block;
  height: 100%;
}
.next {
  padding-left: 10px;
}
.past {
  align-items: start;
  display: grid;
  gap: 22px 48px;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 32rem), 1fr));
}
.open-card {
  border: 2px solid var(--damson);
  font-weight: 650;
  padding: 10px 16px;
  text-decoration: none;
}
.empty {
  padding: 12px 0;
}
</style>
