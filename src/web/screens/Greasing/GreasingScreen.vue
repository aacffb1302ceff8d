<script setup lang="ts">
import { addressOf } from '../../../contract/addresses.js'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { pointName, takenBackInput, type GreasingInput } from '../../../contract/greasing.js'
import { gramsOf, strokesFor } from '../../../core/lubrication/grease.js'
import type { Problem } from '../../../contract/problem.js'
import { call } from '../../api.js'
import { fittedWords } from '../../../core/line/fitted.js'
import { momentOf } from '../../../contract/days.js'
import { dueWords } from '../../figures/dates.js'
import FormPart from '../../fields/FormPart.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'
import ChoiceField from '../../fields/ChoiceField.vue'
import FieldFrame from '../../fields/FieldFrame.vue'
import QuantityField from '../../fields/QuantityField.vue'
import TickField from '../../fields/TickField.vue'
import { readPreference, writePreference } from '../../stores/preferences.js'
import { useOutbox } from '../../stores/outbox.js'
import { useSession } from '../../stores/session.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import { useLoad } from '../../theme/useLoad.js'
import TimelineList from '../TimelineList.vue'
import ActionButton from '../../fields/ActionButton.vue'

const route = useRoute()
const session = useSession()
const outbox = useOutbox()
const { data: view, loading, error, load, renew } = useLoad('greasingPoint', () => ({ id: String(route.params.id) }))
/** The gun in the hand is mostly the one of the last point. */
const gunId = ref<number | null>(readPreference<number>('gun'))
const greaseId = ref<number | null>(null)
const strokes = ref<number | null>(null)
const looks = ref('')
const note = ref('')
const changeOver = ref(false)
const skipping = ref(false)
const message = ref<{ level: 'good' | 'caution'; words: string } | null>(null)
const refusals = ref<Record<string, string>>({})

const point = computed(() => view.value?.point ?? null)
const gun = computed(() => view.value?.plant.guns.find((g) => g.id === gunId.value) ?? null)
const grams = computed(() => (gun.value && strokes.value ? gramsOf(strokes.value, gun.value) : null))
const other = computed(() => point.value?.grease && greaseId.value !== null && greaseId.value !== point.value.grease.id)

watch(view, (now) => {
  if (!now) return
  greaseId.value ??= now.point.grease?.id ?? null
  if (!now.plant.guns.some((g) => g.id === gunId.value)) gunId.value = now.plant.guns[0]?.id ?? null
})
watch([gun, point], ([g, l]) => {
  strokes.value = g && l?.quantityG ? strokesFor(l.quantityG, g) : null
  if (g) writePreference('gun', g.id)
})

/** Why it was skipped: somebody has to see to that first. */
const errand = ref<string | null>(null)
async function wantDone() {
  const { machineId, positions } = view.value!
  const work = {
    ...{ kind: 'errand' as const, origin: 'skip' as const, machineId, positionId: positions[0]?.id ?? null, why: errand.value! },
    ...{ inHands: null, wantedFrom: null, wantedTo: null, minutes: null },
  }
  const answer = await outbox.perform('want-work', { work })
  errand.value = null
  if (answer?.problem) message.value = { level: 'caution', words: answer.problem.detail }
  else message.value = { level: 'good', words: answer ? 'It stands at the machine as an errand.' : waitingWords.value }
}

/** What the server asks about before it takes a second greasing. */
const twice = ref<{ words: string; kind: GreasingInput['kind'] } | null>(null)
async function log(kind: GreasingInput['kind'], again = false) {
  message.value = null
  twice.value = null
  refusals.value = {}
  const skipped = kind === 'skipped'
  const said = await outbox.perform('log-greasing', {
    point: view.value!.point.id,
    kind,
    greaseId: skipped ? null : greaseId.value,
    gunId: skipped ? null : gunId.value,
    strokes: skipped ? null : strokes.value,
    grams: skipped ? null : grams.value,
    looks: looks.value,
    note: note.value,
    ...(again && { again: true as const }),
  })
  if (said?.problem) return refuse(said.problem, kind)
  if (said) await renew()
  waited.value = !said
  if (skipped) errand.value = note.value
  message.value = said
    ? { level: 'good', words: skipped ? 'Noted as skipped; it stays due.' : 'Greasing noted; the next date is set.' }
    : { level: 'caution', words: waitingWords.value }
  Object.assign(note, { value: '' })
  looks.value = ''
  skipping.value = false
  changeOver.value = false
}
const refusedHere = computed(() => outbox.refused.filter((k) => k.kind === 'log-greasing'))
/** What waited goes out by itself: what stands here then is what followed from it. */
const waited = ref(false)
watch(
  () => outbox.mine.length,
  async (left) => {
    if (left || !waited.value) return
    waited.value = false
    await renew()
    message.value = refusedHere.value.length ? null : { level: 'good', words: 'What waited here was sent.' }
  },
)
const waitingWords = computed(() =>
  outbox.lasts
    ? 'The server is away: the entry waits on this device and is sent when it is back.'
    : 'The server is away, and this device keeps nothing: leave the page open until the entry is sent, or write it down.',
)
function refuse(problem: Problem, kind: GreasingInput['kind']) {
  if (problem.title === 'Greased already') {
    twice.value = { words: problem.detail, kind }
    return
  }
  refusals.value = Object.fromEntries((problem.errors ?? []).map((e) => [e.field, e.allowed]))
  if (!problem.errors?.length) message.value = { level: 'caution', words: problem.detail }
}
/** The last entry is taken back with a reason. */
const taking = ref(false)
async function takeBack(body: { reason: string }) {
  const { point: at, last } = view.value!
  view.value = await call('takeBackGreasing', { params: { id: at.id, key: last!.key }, body })
  taking.value = false
  message.value = { level: 'good', words: 'Taken back; the date is as it was before.' }
}
async function sendAgain(key: string) {
  const said = await outbox.again(key, { again: true })
  if (said?.problem) message.value = { level: 'caution', words: said.problem.detail }
  else if (said) await renew()
}
const name = computed(() => (view.value ? `${view.value.machineName} ${view.value.machineCode}` : ''))
/** What is fitted, each kind once with how many of it. */
const fitted = computed(() => [...new Set(view.value!.positions.map((p) => fittedWords(p.places)))].filter(Boolean).join('; '))
const trail = computed(() => [
  { label: 'Yard', to: '/' },
  { label: name.value, to: { name: 'machine', params: { id: view.value?.machineId } } },
  { label: `${view.value ? pointName(view.value.point) : ''} · greasing` },
])
</script>

<template>
  <LoadState :loading="loading && !view" :error="error" @retry="load">
    <div v-if="view" class="greasing film">
      <CrumbTrail :trail="trail" />
      <header>
        <h1>{{ name }}, {{ pointName(view.point) }}</h1>
        <p class="soft">{{ view.location }} · {{ fitted || 'nothing recorded as fitted' }}</p>
      </header>
      <div class="columns">
        <section class="wanted" aria-label="What is wanted">
          <p class="label">Put in</p>
          <p class="hero">
            <b class="number">{{ strokes ?? '—' }}</b> <span class="unit">strokes</span>
            <span class="grams">{{ view.point.quantityG === null ? '' : session.withUnit(view.point.quantityG, 'grams') }}</span>
          </p>
          <p class="grease">{{ view.point.grease?.name ?? 'grease not settled' }}</p>
          <p v-if="view.point.dueAt" class="state due" :class="`state-${dueWords(view.point.dueAt, view.now).level}`">
            {{ dueWords(view.point.dueAt, view.now).words }}
          </p>
          <p class="soft">
            {{
              view.point.intervalDays === null
                ? 'No interval: sealed, or no grease speed.'
                : `Every ${session.withUnit(view.point.intervalDays, 'days')}`
            }}
            {{ view.point.intervalH === null ? '' : `(${session.withUnit(view.point.intervalH, 'hours')} running)` }}
          </p>
          <p class="caution">
            <span class="state state-caution">Caution</span> Guard on before greasing a running machine. Wipe the nipple. Relief open.
          </p>
          <p><a :href="addressOf('greaseLabel', { id: view.point.id })" target="_blank">Print the label for the nipple</a></p>
        </section>
        <section v-if="session.may('technician')" aria-labelledby="log-title">
          <h2 id="log-title">Note it</h2>
          <div class="fields">
            <ChoiceField
              id="gun"
              label="Grease gun"
              :options="
                view.plant.guns.map((g) => ({
                  value: g.id,
                  label: `${g.name}, ${session.withUnit(g.gramsPerStroke, 'grams', 2)} a stroke`,
                }))
              "
              :model-value="gunId"
              @update:model-value="gunId = $event"
            />
            <QuantityField id="strokes" v-model="strokes" label="Strokes" quantity="ratio" :decimals="0" />
            <p class="soft gives">{{ grams === null ? '' : `gives ${session.withUnit(grams, 'grams', 1)}` }}</p>
            <ChoiceField
              id="grease"
              label="Grease"
              :options="view.plant.greases.map((g) => ({ value: g.id, label: g.name }))"
              :model-value="greaseId"
              :error="refusals.greaseId"
              @update:model-value="greaseId = $event"
            />
            <FieldFrame id="looks" label="Old grease at the lip"
              ><InputText id="looks" v-model="looks" placeholder="clean, dark, watery, metal" maxlength="120"
            /></FieldFrame>
            <FieldFrame id="note" :label="skipping ? 'Why is it skipped?' : 'Note'" :error="refusals.note"
              ><InputText id="note" v-model="note" maxlength="300"
            /></FieldFrame>
          </div>
          <TickField v-if="other" id="change-over" v-model="changeOver" label="Old grease is cleaned out: record the change-over" />
          <div class="act">
            <template v-if="skipping">
              <ActionButton
                label="Note as skipped"
                :why="note.trim().length < 5 && 'say why, at least 5 letters'"
                @click="log('skipped')"
              />
              <Button label="Back" text @click="skipping = false" />
            </template>
            <template v-else>
              <ActionButton
                label="Greased"
                class="big"
                :why="grams === null ? 'how much went in?' : greaseId === null && 'which grease?'"
                @click="log(changeOver && other ? 'changed-over' : 'greased')"
              />
              <Button label="Skip…" outlined @click="skipping = true" />
            </template>
          </div>
          <p v-if="message" class="state" :class="`state-${message.level}`" role="status">{{ message.words }}</p>
          <p v-if="errand">
            <button type="button" class="link-button" @click="wantDone">Make it an errand: “{{ errand }}”</button>
          </p>
          <p v-if="refusals.at" class="state state-stop" role="alert">{{ refusals.at }}</p>
          <div v-if="twice" class="twice" role="alert">
            <p class="state state-caution">{{ twice.words }}</p>
            <Button label="A second greasing: note it" outlined @click="log(twice.kind, true)" />
            <Button label="Leave it" text @click="twice = null" />
          </div>
          <p v-if="outbox.waiting" class="state state-caution">{{ outbox.waiting }} waiting on this device</p>
          <ul v-if="refusedHere.length" class="plain-list" aria-label="Not taken">
            <li v-for="w in refusedHere" :key="w.key" class="twice">
              <p class="state state-caution">Not taken: {{ w.problem!.detail }}</p>
              <Button label="Send it all the same" outlined @click="sendAgain(w.key)" />
              <Button label="Let it go" text @click="outbox.drop(w.key)" />
            </li>
          </ul>
          <p v-if="outbox.others.length" class="state state-caution">
            Entries of {{ outbox.others.join(', ') }} wait on this device until they sign in.
          </p>
          <template v-if="view.last?.open">
            <SentForm v-if="taking" class="take-back" :schema="takenBackInput" :initial="{ reason: '' }" :send="takeBack">
              <FormPart id="reason" name="reason" :control="TextField" label="Why it is taken back" :most="300" empty="" />
              <Button type="submit" label="Take it back" outlined />
              <Button label="It stays" text @click="taking = false" />
            </SentForm>
            <p v-else>
              <button type="button" class="link-button" @click="taking = true">Take the last entry back…</button>
              <span class="soft small"> {{ view.last.by }}, {{ momentOf(view.last.at) }}</span>
            </p>
          </template>
        </section>
      </div>
      <section aria-labelledby="history">
        <h2 id="history">Greasings</h2>
        <TimelineList v-if="view.events.length" :events="view.events" />
        <p v-else class="empty">None noted yet.</p>
      </section>
    </div>
  </LoadState>
</template>

<style scoped>
.greasing {
  align-content: start;
  display: grid;
  gap: 20px;
  height: 100%;
  overflow: auto;
  padding: 20px 24px 40px;
}
.columns .state {
  white-space: normal;
}
.columns > * {
  min-width: 0;
}
.columns {
  display: grid;
  gap: 24px 48px;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 26rem), 1fr));
}
.label {
  color: var(--soft);
  font: 500 1.05rem var(--condensed);
}
.hero {
  align-items: baseline;
  display: flex;
  gap: 10px;
}
.hero .number {
  font-size: 5rem;
  font-weight: 800;
  line-height: 1;
}
.unit {
  color: var(--soft);
  font: 500 1.6rem var(--condensed);
}
.grams {
  font: 700 1.8rem var(--condensed);
  margin-left: 1rem;
}
.grease {
  font: 700 1.5rem var(--condensed);
}
.due {
  font-size: 1.3rem;
}
.caution {
  padding: 10px 0;
}
.fields {
  display: grid;
  gap: 10px 14px;
  grid-template-columns: repeat(2, minmax(0, 1fr));
}
.gives {
  align-self: end;
  padding-bottom: 10px;
}
.fields > :first-child {
  grid-column: 1 / -1;
}
.act {
  display: flex;
  gap: 12px;
  padding: 14px 0 8px;
}
.twice,
.take-back {
  align-items: end;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  padding: 6px 0;
}
.big {
  font-size: 1.2rem;
  min-height: 56px;
  min-width: 12rem;
}
.empty {
  color: var(--soft);
  padding: 10px 0;
}
</style>
