<script setup lang="ts">
import { addressOf } from '../../../contract/addresses.js'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { positionOf } from '../../../core/card/answers.js'
import CancelCard from './CancelCard.vue'
import InCharge from './InCharge.vue'
import FieldFrame from '../../fields/FieldFrame.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import ActionButton from '../../fields/ActionButton.vue'

/** The end of the card: what is still open, the closing, and the paper that goes with the machine. */
const card = useCard()
const session = useSession()
const done = computed(() => card.stepStates.filter((s) => s.holds).length)
const released = computed(() => card.stepStates.some((s) => s.key === 'line/release' && s.holds))
const stops = computed(() => card.cautions.filter((c) => c.level === 'stop').length)
const open = computed(() => {
  const count = (n: number, word: string) => (n ? [`${n} ${word}${n > 1 ? 's' : ''}`] : [])
  return [...count(card.questions.length, 'open question'), ...count(stops.value, 'stop')]
})
/** What is missing before it can be finished, the nearest thing first. */
const missing = computed(() => {
  const left = card.stepStates.length - done.value
  if (!released.value) return 'the release at Run in is signed first'
  if (left > 0) return `${left} step${left > 1 ? 's' : ''} not signed yet`
  return open.value.length && reason.value.trim().length < 5 ? 'say why it is closed with these open' : null
})
/** What the finish writes on the round, beside what stands there: nothing is replaced without being said. */
const points = computed(() =>
  card.context.positions.flatMap((p) => {
    const place = card.line.order.find((o) => positionOf(o.place) === p.code)?.place
    const point = p.past.point
    if (!place || !point) return []
    const { kept, intervalH, quantityG, applies } = card.line.places[place]!.lubricate
    const say = (hours: number | null, grams: number | null) =>
      [hours === null ? 'no interval' : session.withUnit(hours, 'hours'), grams === null ? '' : session.withUnit(grams, 'grams')]
        .filter(Boolean)
        .join(', ')
    const [was, now] = [say(point.intervalH, point.quantityG), say(intervalH, quantityG)]
    if (!applies || was === now) return []
    return [{ code: p.code, name: p.name, kept: kept !== null, was, now }]
  }),
)
const reason = ref('')
const closing = ref(false)
const position = computed(() => card.view!.line.positions.find((p) => p.code === positionOf(card.place)))
const cancelled = computed(() => card.view!.job.status === 'cancelled')
const finished = computed(() => card.view!.job.status === 'finished')
async function finish() {
  closing.value = true
  await card.act('finish-card', { reason: reason.value })
  closing.value = false
}
const files = computed(() => {
  const { id } = card.view!.job
  return [
    { href: addressOf('cardPdf', { id }), label: 'Card as PDF' },
    ...(position.value ? [{ href: addressOf('greaseLabel', { id: position.value.id }), label: 'Grease label' }] : []),
    { href: addressOf('sectionSvg', { id }, { place: card.place }), label: 'Section as SVG' },
    { href: addressOf('cardJson', { id }), label: 'Card as JSON' },
  ]
})
</script>

<template>
  <section class="finish" aria-labelledby="close-title">
    <h2 id="close-title">Close the card</h2>
    <template v-if="cancelled">
      <p class="state state-open">Cancelled: {{ card.view!.job.cancelReason }}</p>
      <p class="soft">It stays readable; nothing of it was recorded as fitted.</p>
    </template>
    <template v-else-if="finished">
      <p class="state state-good">Finished; what was fitted is recorded and its greasing is on the round.</p>
      <p v-if="card.view!.job.finishReason" class="soft">Closed all the same: {{ card.view!.job.finishReason }}</p>
      <p>
        <RouterLink :to="{ name: 'machine', params: { id: card.view!.job.machineId } }">To the machine</RouterLink> ·
        <RouterLink to="/">to the Yard</RouterLink>
      </p>
    </template>
    <template v-else>
      <p :class="released ? 'soft' : 'state state-open'">
        {{ done }} of {{ card.stepStates.length }} steps signed and holding{{ released ? '' : '; the release at Run in comes first' }}
      </p>
      <ul v-if="points.length && !card.readOnly" class="plain-list points" aria-label="What the finish changes on the round">
        <li v-for="p in points" :key="p.code">
          <b>{{ p.name }}</b>
          {{ p.kept ? `keeps ${p.was} of the machine’s manual; this card gives ${p.now}` : `goes from ${p.was} to ${p.now}` }}
        </li>
      </ul>
      <FieldFrame
        v-if="released && open.length && !card.readOnly"
        id="finish-reason"
        :label="`${open.join(' and ')}: why close it all the same?`"
      >
        <InputText id="finish-reason" v-model="reason" maxlength="300" />
      </FieldFrame>
      <ActionButton v-if="!card.readOnly" label="Finish the job" :why="missing" :loading="closing" @click="finish" />
      <InCharge />
      <CancelCard />
      <p v-if="card.message" class="message" role="alert">{{ session.say(card.message) }}</p>
    </template>
    <p class="paper">
      <a v-for="f in files" :key="f.href" :href="f.href" target="_blank">{{ f.label }}</a>
    </p>
  </section>
</template>

<style scoped>
.finish {
  border-top: 2px solid var(--damson);
  display: grid;
  gap: 8px;
  justify-items: start;
  margin-top: 6px;
  padding: 10px 0;
}
.finish :deep(.field) {
  width: 100%;
}
.paper {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
}
.paper a {
  padding: 8px 0;
}
.message {
  color: var(--rowan);
  font-weight: 600;
}
</style>
