<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { reactive, ref } from 'vue'
import { call, refusalOf } from '../../api.js'
import FieldFrame from '../../fields/FieldFrame.vue'

/** Another password for oneself; whoever is signed in elsewhere with the old one is signed out there. */
const open = ref(false)
const draft = reactive({ old: '', password: '' })
const errors = ref<Record<string, string>>({})
const said = ref('')

async function save() {
  errors.value = {}
  said.value = ''
  try {
    await call('ownPassword', { body: draft })
    Object.assign(draft, { old: '', password: '' })
    open.value = false
    said.value = 'Your password is changed; every other sign-in of yours has ended.'
  } catch (failure) {
    const refusal = refusalOf(failure)
    errors.value = refusal.problem ? { password: refusal.problem } : refusal.errors
  }
}
</script>

<template>
  <p v-if="!open">
    <button type="button" class="link-button" @click="open = true">another password</button>
    <span v-if="said" class="soft" role="status"> {{ said }}</span>
  </p>
  <form v-else class="own" @submit.prevent="save">
    <FieldFrame id="old-password" label="Password as it is now" :error="errors.old"
      ><InputText id="old-password" v-model="draft.old" type="password" autocomplete="current-password"
    /></FieldFrame>
    <FieldFrame id="own-new-password" label="New password, at least 10 characters" :error="errors.password"
      ><InputText id="own-new-password" v-model="draft.password" type="password" autocomplete="new-password"
    /></FieldFrame>
    <Button type="submit" label="Change it" outlined />
    <Button type="button" label="Leave" text @click="open = false" />
  </form>
</template>

<style scoped>
.own {
  align-items: start;
  display: grid;
  gap: 12px;
  grid-template-columns: 1fr 1fr auto auto;
  max-width: 52rem;
}
.own > :nth-child(n + 3) {
  margin-top: 22px;
}
</style>
