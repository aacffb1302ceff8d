<script setup lang="ts">
import { call } from '../../api.js'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import FieldFrame from '../../fields/FieldFrame.vue'
import { useCard } from '../../stores/card.js'
import ActionButton from '../../fields/ActionButton.vue'

/** Taking an opened card back: it stays readable, and its places are free again. */
const card = useCard()
const asking = ref(false)
const reason = ref('')
const refusal = ref('')
async function cancel() {
  refusal.value = ''
  if (await card.act((id) => call('cancelCard', { params: { id }, body: { reason: reason.value } }))) asking.value = false
  else refusal.value = card.message
}
</script>

<template>
  <Button v-if="!card.readOnly" label="Cancel card" text severity="secondary" @click="asking = true" />
  <Dialog v-model:visible="asking" modal header="Cancel this card?" :style="{ width: '32rem' }">
    <form class="cancel" @submit.prevent="cancel">
      <p>
        It stays readable with your reason and changes nothing that is recorded as fitted. The
        {{ card.line.order.length > 1 ? 'places are' : 'place is' }} free for another card.
      </p>
      <FieldFrame id="cancel-reason" label="Why is it cancelled?" :error="refusal || null">
        <InputText id="cancel-reason" v-model="reason" autofocus maxlength="300" autocomplete="off" />
      </FieldFrame>
      <div class="buttons">
        <ActionButton
          type="submit"
          label="Cancel the card"
          severity="danger"
          :why="reason.trim().length < 5 && 'say why, at least 5 letters'"
        />
        <Button type="button" label="Keep it open" text @click="asking = false" />
      </div>
    </form>
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
