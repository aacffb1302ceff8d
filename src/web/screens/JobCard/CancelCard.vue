<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { ref } from 'vue'
import { cancelInput } from '../../../contract/cards.js'
import FormPart from '../../fields/FormPart.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import ActionButton from '../../fields/ActionButton.vue'

/** Taking an opened card back: it stays readable, and its places are free again. */
const card = useCard()
const session = useSession()
const asking = ref(false)
const typed = ref('')
async function cancel(body: { reason: string }) {
  if (!(await card.act('cancel-card', body))) throw new Error(session.say(card.message))
  asking.value = false
}
</script>

<template>
  <Button v-if="!card.readOnly" label="Cancel card" text severity="secondary" @click="asking = true" />
  <Dialog v-model:visible="asking" modal header="Cancel this card?" :style="{ width: '32rem' }">
    <SentForm class="cancel" :schema="cancelInput" :initial="{ reason: '' }" :send="cancel" @typed="typed = String($event.reason)">
      <p>
        It stays readable with your reason and changes nothing that is recorded as fitted. The
        {{ card.line.order.length > 1 ? 'places are' : 'place is' }} free for another card.
      </p>
      <FormPart id="cancel-reason" name="reason" :control="TextField" empty="" label="Why is it cancelled?" :most="300" begin />
      <div class="buttons">
        <ActionButton
          type="submit"
          label="Cancel the card"
          severity="danger"
          :why="typed.trim().length < 5 && 'say why, at least 5 letters'"
        />
        <Button type="button" label="Keep it open" text @click="asking = false" />
      </div>
    </SentForm>
  </Dialog>
</template>

<style scoped>
.cancel {
  display: grid;
  gap: 12px;
}
.buttons {
  align-items: center;
  display: flex;
  gap: 12px;
}
</style>
