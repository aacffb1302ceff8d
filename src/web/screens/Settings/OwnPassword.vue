<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import { ownPasswordInput } from '../../../contract/people.js'
import { call } from '../../api.js'
import FormPart from '../../fields/FormPart.vue'
import PasswordField from '../../fields/PasswordField.vue'
import SentForm from '../../fields/SentForm.vue'

/** Another password for oneself; whoever is signed in elsewhere with the old one is signed out there. */
const open = ref(false)
const said = ref('')

async function save(body: { old: string; password: string }) {
  await call('ownPassword', { body })
  open.value = false
  said.value = 'Your password is changed; every other sign-in of yours has ended.'
}
</script>

<template>
  <p v-if="!open">
    <button type="button" class="link-button" @click="open = true">another password</button>
    <span v-if="said" class="soft" role="status"> {{ said }}</span>
  </p>
  <SentForm v-else class="own" :schema="ownPasswordInput" :initial="{ old: '', password: '' }" :send="save">
    <FormPart name="old" :control="PasswordField" empty="" id="old-password" label="Password as it is now" />
    <FormPart name="password" :control="PasswordField" empty="" id="own-new-password" label="New password, at least 10 characters" fresh />
    <Button type="submit" label="Change it" outlined />
    <Button type="button" label="Leave" text @click="open = false" />
  </SentForm>
</template>

<style scoped>
.own {
  align-items: start;
  display: grid;
  gap: 12px;
  grid-template-columns: 1fr 1fr auto auto;
  max-width: 52rem;
}
.own > :deep(button) {
  margin-top: 22px;
}
</style>
