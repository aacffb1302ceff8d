<script setup lang="ts">
import Button from 'primevue/button'
import { useRouter } from 'vue-router'
import { addressOf } from '../../../contract/addresses.js'
import { HOLDS, LEAVES_OUT } from '../../../contract/plant-document.js'
import { call } from '../../api.js'
import DecisionChoice from '../../fields/DecisionChoice.vue'
import { useSession } from '../../stores/session.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import BackupPanel from './BackupPanel.vue'
import GreasePanel from './GreasePanel.vue'
import OwnPassword from './OwnPassword.vue'
import PlantName from './PlantName.vue'
import PeoplePanel from './PeoplePanel.vue'
import TurnedAwayPanel from './TurnedAwayPanel.vue'

const session = useSession()
const router = useRouter()
const UNITS = [
  { value: 'metric', label: 'mm, kN, °C' },
  { value: 'inch', label: 'in, lbf, °F' },
] as const

const LIGHT = [
  { value: 'day', label: 'day' },
  { value: 'night', label: 'night' },
] as const

async function leaveEverywhere() {
  await call('signOutEverywhere')
  session.me = null
  await router.push({ name: 'sign-in' })
}
async function leave() {
  await session.signOut()
  await router.push({ name: 'sign-in' })
}
</script>

<template>
  <div class="settings film">
    <CrumbTrail :trail="[{ label: 'Settings' }]" />
    <h1>Settings</h1>
    <section>
      <h2>Yourself</h2>
      <p class="soft">{{ session.me!.name }}, {{ session.me!.role }}</p>
      <div class="row">
        <DecisionChoice
          id="units"
          label="Units on screen (key u)"
          :options="UNITS"
          :model-value="session.units"
          @update:model-value="session.setUnits($event)"
        />
        <DecisionChoice
          id="theme"
          label="Light (key n)"
          :options="LIGHT"
          :model-value="session.theme"
          @update:model-value="session.setTheme($event)"
        />
        <Button label="Sign out" outlined @click="leave" />
        <Button label="Sign out everywhere" text @click="leaveEverywhere" />
      </div>
      <OwnPassword />
      <p class="soft small">A unit typed behind a number always counts, whichever is chosen here.</p>
    </section>
    <section aria-labelledby="plant-title">
      <h2 id="plant-title">Plant</h2>
      <PlantName v-if="session.may('planner')" />
      <p v-else class="soft">A planner names the plant.</p>
      <p v-if="session.may('administrator')">
        <a :href="addressOf('plantFile', {})" download>The whole plant as one file</a>
        <span class="soft small"> to begin another plant with, or to work with elsewhere; what brings this one back is a backup</span>
      </p>
      <p v-if="session.may('administrator')" class="soft small"><b>In it:</b> {{ HOLDS }} <b>Not in it:</b> {{ LEAVES_OUT }}</p>
    </section>
    <BackupPanel v-if="session.may('administrator')" />
    <GreasePanel />
    <PeoplePanel v-if="session.may('administrator')" />
    <TurnedAwayPanel v-if="session.may('administrator')" />
    <p v-if="!session.may('administrator')" class="soft">People and their roles are managed by an administrator.</p>
  </div>
</template>

<style scoped>
.settings {
  align-content: start;
  display: grid;
  gap: 26px;
  height: 100%;
  overflow: auto;
  padding: 22px 24px;
}
.row {
  align-items: end;
  display: flex;
  gap: 20px;
  padding: 10px 0;
}
</style>
