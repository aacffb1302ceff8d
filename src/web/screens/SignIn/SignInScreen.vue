<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { reactive, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { call, refusalOf } from '../../api.js'
import FieldFrame from '../../fields/FieldFrame.vue'
import { useSession } from '../../stores/session.js'
import SignInForm from './SignInForm.vue'

const session = useSession()
const route = useRoute()
const router = useRouter()
const first = reactive({ code: '', name: '', login: '', password: '' })
const error = ref<string | null>(null)

function enter() {
  const then = String(route.query.then ?? '/')
  void router.replace(then.startsWith('/') && !then.startsWith('//') ? then : '/')
}

const invited = ref(false)
const invitation = reactive({ login: '', code: '', password: '' })
async function take() {
  error.value = null
  try {
    await call('takeInvitation', { body: invitation })
    await session.signIn(invitation.login, invitation.password)
    enter()
  } catch (failure) {
    const { errors, problem } = refusalOf(failure)
    error.value = problem ?? Object.values(errors).join(' ')
  }
}

async function makeFirst() {
  error.value = null
  try {
    await call('firstAdministrator', { body: first })
    await session.signIn(first.login, first.password)
    enter()
  } catch (failure) {
    error.value = failure instanceof Error ? failure.message : String(failure)
  }
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
        <form class="form" @submit.prevent="makeFirst">
          <FieldFrame id="code" label="Code printed at the start"
            ><InputText id="code" v-model="first.code" autocomplete="off"
          /></FieldFrame>
          <FieldFrame id="name" label="Your name"><InputText id="name" v-model="first.name" autocomplete="name" /></FieldFrame>
          <FieldFrame id="first-login" label="Sign-in name"
            ><InputText id="first-login" v-model="first.login" autocomplete="username"
          /></FieldFrame>
          <FieldFrame id="first-password" label="Password, at least 10 characters" :error="error"
            ><InputText id="first-password" v-model="first.password" type="password" autocomplete="new-password"
          /></FieldFrame>
          <Button type="submit" label="Make administrator" />
        </form>
      </template>
      <template v-else>
        <form v-if="invited" class="form" @submit.prevent="take">
          <h2>Choose your password</h2>
          <FieldFrame id="invited-login" label="Sign-in name"
            ><InputText id="invited-login" v-model="invitation.login" autocomplete="username" autofocus
          /></FieldFrame>
          <FieldFrame id="invited-code" label="Code that you were given"
            ><InputText id="invited-code" v-model="invitation.code" autocomplete="off"
          /></FieldFrame>
          <FieldFrame id="invited-password" label="New password, at least 10 characters" :error="error"
            ><InputText id="invited-password" v-model="invitation.password" type="password" autocomplete="new-password"
          /></FieldFrame>
          <Button type="submit" label="Choose and sign in" />
        </form>
        <SignInForm v-else @done="enter" />
        <button type="button" class="link-button" @click="invited = !invited">
          {{ invited ? 'I have a password' : 'I have a one-time code' }}
        </button>
        <p v-if="session.demo" class="soft small">
          Demo plant: sign in as storekeeper, technician, planner or administrator with the password <b>cider-press-4</b>.
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
