<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import FieldFrame from '../../figures/FieldFrame.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'

/** The end of the card: what is still open, the closing, and the paper that goes with the machine. */
const card = useCard()
const session = useSession()
const done = computed(() => card.stepStates.filter((s) => s.holds).length)
const released = computed(() => card.stepStates.some((s) => s.key === 'release' && s.holds))
const stops = computed(() => card.cautions.filter((c) => c.level === 'stop').length)
const open = computed(() => {
  const count = (n: number, word: string) => (n ? [`${n} ${word}${n > 1 ? 's' : ''}`] : [])
  return [...count(card.questions.length, 'open question'), ...count(stops.value, 'stop')]
})
const reason = ref('')
const closing = ref(false)
const finished = computed(() => card.view!.job.status === 'finished')
async function finish() {
  closing.value = true
  await card.act('POST', '/finish', { reason: reason.value })
  closing.value = false
}
const files = computed(() => {
  const base = `/api/v1/jobs/${card.view!.job.id}`
  return [
    { href: `${base}/card.pdf`, label: 'Card as PDF' },
    { href: `/api/v1/positions/${card.view!.position.id}/label.pdf`, label: 'Grease label' },
    { href: `${base}/section.svg`, label: 'Section as SVG' },
    { href: `${base}/card.json`, label: 'Card as JSON' },
  ]
})
</script>

<template>
  <section class="finish" aria-labelledby="close-title">
    <h2 id="close-title">Close the card</h2>
    <template v-if="finished">
      <p class="state state-good">Finished; the bearing is recorded as fitted and its greasing is on the round.</p>
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
      <FieldFrame
        v-if="released && open.length && !card.readOnly"
        id="finish-reason"
        :label="`${open.join(' and ')}: why close it all the same?`"
      >
        <InputText id="finish-reason" v-model="reason" maxlength="300" />
      </FieldFrame>
      <Button
        v-if="!card.readOnly"
        label="Finish the job"
        :disabled="!released || done < card.stepStates.length || (open.length > 0 && reason.trim().length < 5)"
        :loading="closing"
        @click="finish"
      />
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
