<script setup lang="ts">
import Dialog from 'primevue/dialog'
import { useSession } from '../../stores/session.js'
import SignInForm from './SignInForm.vue'

const session = useSession()
</script>

<template>
  <Dialog :visible="true" modal :closable="false" header="Sign in again" :style="{ width: '26rem' }">
    <p class="soft">The sign-in has run out. What you typed is kept and is saved as soon as you are back.</p>
    <SignInForm :fixed-login="session.me?.login" class="again" />
  </Dialog>
</template>

<style scoped>
.again {
  margin-top: 14px;
}
</style>
