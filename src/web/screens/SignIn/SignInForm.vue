<script setup lang="ts">
import Button from 'primevue/button'
import { signInInput } from '../../../contract/people.js'
import FormPart from '../../fields/FormPart.vue'
import PasswordField from '../../fields/PasswordField.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'
import { useSession } from '../../stores/session.js'

defineProps<{ fixedLogin?: string }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()

async function go({ login, password }: { login: string; password: string }) {
  await session.signIn(login, password)
  emit('done')
}
</script>

<template>
  <SentForm v-slot="{ sending }" class="form" :schema="signInInput" :initial="{ login: fixedLogin ?? '', password: '' }" :send="go">
    <FormPart
      id="login"
      name="login"
      :control="TextField"
      empty=""
      label="Sign-in name"
      :most="80"
      autocomplete="username"
      :disabled="!!fixedLogin"
      :begin="!fixedLogin"
    />
    <FormPart id="password" name="password" :control="PasswordField" empty="" label="Password" :begin="!!fixedLogin" />
    <Button type="submit" label="Sign in" :loading="sending" />
  </SentForm>
</template>

<style scoped>
.form {
  display: grid;
  gap: 14px;
}
</style>
