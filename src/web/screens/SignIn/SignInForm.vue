<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import FieldFrame from '../../fields/FieldFrame.vue'
import { useSession } from '../../stores/session.js'

const props = defineProps<{ fixedLogin?: string }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const login = ref(props.fixedLogin ?? '')
const password = ref('')
const error = ref<string | null>(null)
const busy = ref(false)

async function go() {
  busy.value = true
  error.value = null
  try {
    await session.signIn(login.value, password.value)
    emit('done')
  } catch (failure) {
    error.value = failure instanceof Error ? failure.message : String(failure)
  }
  busy.value = false
}
</script>

<template>
  <form class="form" @submit.prevent="go">
    <FieldFrame id="login" label="Sign-in name">
      <InputText id="login" v-model="login" autocomplete="username" autocapitalize="none" :disabled="!!fixedLogin" v-focus />
    </FieldFrame>
    <FieldFrame id="password" label="Password" :error="error">
      <InputText v-if="fixedLogin" id="password" v-model="password" v-focus type="password" autocomplete="current-password" />
      <InputText v-else id="password" v-model="password" type="password" autocomplete="current-password" />
    </FieldFrame>
    <Button type="submit" label="Sign in" :loading="busy" />
  </form>
</template>

<style scoped>
.form {
  display: grid;
  gap: 14px;
}
</style>
