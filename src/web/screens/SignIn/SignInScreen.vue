<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { z } from 'zod'
import { firstAdministratorInput, invitationInput, type FirstAdministratorInput } from '../../../contract/people.js'
import { call } from '../../api.js'
import FormPart from '../../fields/FormPart.vue'
import PasswordField from '../../fields/PasswordField.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'
import { useSession } from '../../stores/session.js'
import SignInForm from './SignInForm.vue'

const session = useSession()
const route = useRoute()
const router = useRouter()
function enter() {
  const then = String(route.query.then ?? '/')
  void router.replace(then.startsWith('/') && !then.startsWith('//') ? then : '/')
}

const invited = ref(false)
async function take(body: z.output<typeof invitationInput>) {
  await call('takeInvitation', { body })
  await session.signIn(body.login, body.password)
  enter()
}
async function makeFirst(body: FirstAdministratorInput) {
  await call('firstAdministrator', { body })
  await session.signIn(body.login, body.password)
  enter()
}
</script>

<template>
  <div class="page film">
    <div class="panel">
      <svg class="shaft" viewBox="0 0 360 60" aria-hidden="true">
        <path
          d="M0 30H20V18H90V10H150V4H210V10H270V18H340V30H360M20 30V42H90V50H150V56H210V50H270V42H340V30"
          fill="none"
          stroke="currentColor"
          stroke-width="2"
        />
        <path d="M0 30H360" stroke="currentColor" stroke-dasharray="18 4 3 4" />
      </svg>
      <h1>Yardfrost</h1>
      <p class="soft">Which bearing, which fit, how hot, and what to write down.</p>
      <template v-if="session.needsFirstAdministrator">
        <h2>First administrator</h2>
        <SentForm
          class="form"
          :schema="firstAdministratorInput"
          :initial="{ code: '', name: '', login: '', password: '' }"
          :send="makeFirst"
        >
          <FormPart id="code" name="code" :control="TextField" empty="" label="Code printed at the start" :most="80" />
          <FormPart id="name" name="name" :control="TextField" empty="" label="Your name" :most="80" />
          <FormPart id="first-login" name="login" :control="TextField" empty="" label="Sign-in name" :most="40" />
          <FormPart id="first-password" name="password" :control="PasswordField" empty="" label="Password, at least 10 characters" fresh />
          <Button type="submit" label="Make administrator" />
        </SentForm>
      </template>
      <template v-else>
        <SentForm v-if="invited" class="form" :schema="invitationInput" :initial="{ login: '', code: '', password: '' }" :send="take">
          <h2>Choose your password</h2>
          <FormPart id="invited-login" name="login" :control="TextField" empty="" label="Sign-in name" :most="80" />
          <FormPart id="invited-code" name="code" :control="TextField" empty="" label="Code that you were given" :most="40" />
          <FormPart
            id="invited-password"
            name="password"
            :control="PasswordField"
            empty=""
            label="New password, at least 10 characters"
            fresh
          />
          <Button type="submit" label="Choose and sign in" />
        </SentForm>
        <SignInForm v-else @done="enter" />
        <button type="button" class="link-button" @click="invited = !invited">
          {{ invited ? 'I have a password' : 'I have a one-time code' }}
        </button>
        <p v-if="session.demo" class="soft small">
          Demo plant: sign in as viewer, storekeeper, technician, planner or administrator with the password <b>cider-press-4</b>.
        </p>
      </template>
    </div>
  </div>
</template>

<style scoped>
.page {
  align-items: center;
  display: flex;
  height: 100%;
  justify-content: center;
  padding: 24px;
}
.panel {
  display: grid;
  gap: 16px;
  width: min(24rem, 100%);
}
.panel h1 {
  font-size: 3rem;
}
.shaft {
  color: var(--damson);
}
.form {
  display: grid;
  gap: 12px;
}
</style>
