<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import Dialog from 'primevue/dialog'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { ShaftLineView } from '../../../contract/lines.js'
import { fittedWords } from '../../../core/line/fitted.js'
import { newJobInput } from '../../../contract/cards.js'
import { FIRST_PROCEDURE } from '../../../core/procedure/procedures.js'
import { ApiError } from '../../api.js'
import { useOutbox } from '../../stores/outbox.js'
import ActionButton from '../../fields/ActionButton.vue'
import FormPart from '../../fields/FormPart.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'

/** What a job works on: any places of one shaft line under one lockout and one release. A set goes as a whole. */
const props = defineProps<{ line: ShaftLineView; chosen: number[] }>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const chosen = ref([...props.chosen])

const rows = computed(() =>
  props.line.positions.map((p) => ({
    id: p.id,
    name: p.name,
    words: fittedWords(p.places) || 'nothing recorded',
    places: p.places.map((x) => x.id),
    taken: p.places.some((x) => x.openJobId !== null),
  })),
)
const all = computed(() => rows.value.filter((r) => !r.taken).flatMap((r) => r.places))
const has = (places: number[]) => places.every((id) => chosen.value.includes(id))
const toggle = (places: number[], on: boolean) =>
  (chosen.value = on ? [...chosen.value, ...places] : chosen.value.filter((id) => !places.includes(id)))

async function start(body: { places: number[]; reason: string }) {
  const answer = await useOutbox().perform('open-card', { procedure: FIRST_PROCEDURE.name, ...body })
  if (answer?.problem) throw new ApiError(answer.problem)
  if (!answer) throw new Error('The server is away: the card is opened when it is back, and stands in the Yard then.')
  await router.push({ name: 'card', params: { id: (answer.changed as { card: number }).card } })
}
</script>

<template>
  <Dialog :visible="true" modal header="Start a job" :style="{ width: '34rem' }" @update:visible="emit('close')">
    <SentForm
      v-slot="{ sending }"
      class="start"
      :schema="newJobInput"
      :initial="{ reason: '' }"
      :read="(form) => ({ places: chosen, reason: form.reason })"
      :send="start"
    >
      <fieldset>
        <legend>What it works on</legend>
        <div v-for="r in rows" :key="r.id" class="row">
          <Checkbox
            :input-id="`at-${r.id}`"
            binary
            :model-value="has(r.places) && !r.taken"
            :disabled="r.taken"
            @update:model-value="toggle(r.places, $event)"
          />
          <label :for="`at-${r.id}`"
            ><b>{{ r.name }}</b> {{ r.words }}<span v-if="r.taken" class="soft"> · an open card works on it</span></label
          >
        </div>
        <button v-if="rows.length > 1 && chosen.length < all.length" type="button" class="link-button" @click="chosen = all">
          all of the line
        </button>
      </fieldset>
      <FormPart id="job-reason" name="reason" :control="TextField" empty="" label="What is wrong? (may stay empty)" :most="200" begin />
      <div class="buttons">
        <ActionButton type="submit" label="Start" :why="!chosen.length && 'choose at least one bearing'" :loading="sending" />
        <Button type="button" label="Not now" text @click="emit('close')" />
      </div>
    </SentForm>
  </Dialog>
</template>

<style scoped>
.start {
  display: grid;
  gap: 14px;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
}
legend {
  padding: 0;
  color: var(--soft);
  font: 500 0.98rem var(--condensed);
}
.row {
  align-items: center;
  display: flex;
  gap: 10px;
  min-height: 44px;
}
.buttons {
  align-items: center;
  display: flex;
  gap: 12px;
}
</style>
