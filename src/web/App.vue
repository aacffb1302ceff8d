<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { RouterLink, RouterView, useRoute, useRouter } from 'vue-router'
import SignInAgain from './screens/SignIn/SignInAgain.vue'
import { useSession } from './stores/session.js'
import UnitSwitch from './theme/UnitSwitch.vue'

const session = useSession()
const route = useRoute()
const router = useRouter()

/** Single keys work wherever nobody is typing. */
useEventListener('keydown', (event: KeyboardEvent) => {
  const target = event.target as HTMLElement
  if (
    !session.me ||
    event.ctrlKey ||
    event.metaKey ||
    event.altKey ||
    /^(INPUT|SELECT|TEXTAREA)$/.test(target.tagName) ||
    target.isContentEditable
  )
    return
  if (event.key === 'u') void session.setUnits(session.units === 'metric' ? 'inch' : 'metric')
  else if (event.key === '/') void router.push({ name: 'rack' })
  else return
  event.preventDefault()
})
</script>

<template>
  <a class="skip" href="#main">Skip to the work</a>
  <header v-if="session.me" class="top-bar">
    <RouterLink class="mark" to="/">Yardfrost</RouterLink>
    <div id="crumbs" class="crumbs"></div>
    <div id="bar-state"></div>
    <nav class="places" aria-label="Screens">
      <RouterLink to="/" :class="{ here: route.name === 'yard' }">Yard</RouterLink>
      <RouterLink to="/rack" :class="{ here: route.path.startsWith('/rack') }"
        >Rack <kbd title="Press / to search the rack">/</kbd></RouterLink
      >
      <RouterLink to="/settings" :class="{ here: route.name === 'settings' }">Settings</RouterLink>
    </nav>
    <UnitSwitch />
    <span class="who">{{ session.me.name }}</span>
  </header>
  <main id="main" tabindex="-1"><RouterView /></main>
  <SignInAgain v-if="session.expired" />
</template>

<style>
#app {
  display: flex;
  flex-direction: column;
}
#main {
  flex: 1;
  min-height: 0;
  outline: none;
}
.skip {
  background: var(--paper);
  left: 8px;
  padding: 4px 8px;
  position: absolute;
  top: -60px;
  z-index: 10;
}
.skip:focus {
  top: 8px;
}
.top-bar {
  align-items: center;
  border-bottom: 1px solid var(--hair);
  display: flex;
  gap: 1.1rem;
  min-height: 46px;
  padding: 0 24px;
}
.top-bar .mark {
  color: var(--ink);
  font: 800 1.45rem var(--condensed);
  text-decoration: none;
}
.crumbs {
  color: var(--soft);
  flex: 1;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.crumbs a {
  color: var(--soft);
  text-decoration: none;
}
.crumbs a:hover {
  text-decoration: underline;
}
.places {
  display: flex;
  gap: 1rem;
}
.places a {
  color: var(--ink);
  padding: 8px 2px;
  text-decoration: none;
}
.places a.here {
  box-shadow: inset 0 -3px var(--damson);
  font-weight: 650;
}
.top-bar kbd {
  border: 1px solid var(--hair);
  border-radius: 2px;
  font: 0.75rem var(--text);
  padding: 0 5px;
}
.top-bar .who {
  color: var(--soft);
  white-space: nowrap;
}
@media (max-width: 900px) {
  .top-bar {
    flex-wrap: wrap;
    padding: 4px 12px;
  }
  .top-bar .who {
    display: none;
  }
}
</style>
