<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, watch, watchEffect } from 'vue'
import { RouterLink, RouterView, useRoute, useRouter } from 'vue-router'
import type { Command } from './commands/commands.js'
import { useSession } from './stores/session.js'
import UnitSwitch from './theme/UnitSwitch.vue'

const session = useSession()
const route = useRoute()
const router = useRouter()

const SignInAgain = defineAsyncComponent(() => import('./screens/SignIn/SignInAgain.vue'))
const WaitingNote = defineAsyncComponent(() => import('./outbox/WaitingNote.vue'))
const CommandPalette = defineAsyncComponent(() => import('./commands/CommandPalette.vue'))
const ShortcutList = defineAsyncComponent(() => import('./commands/ShortcutList.vue'))
const open = ref<'palette' | 'keys' | null>(null)
watchEffect(() => document.documentElement.classList.toggle('night', session.theme === 'night'))

// What waited on this device over a reload goes out as soon as somebody is signed in.
watch(
  () => !session.expired && session.me?.id,
  (id) => {
    if (id)
      void import('./stores/outbox.js').then(({ useOutbox }) =>
        useOutbox()
          .flush()
          .catch(() => {}),
      )
  },
  { immediate: true },
)

const otherUnits = () => void session.setUnits(session.units === 'metric' ? 'inch' : 'metric')
const otherLight = () => void session.setTheme(session.theme === 'day' ? 'night' : 'day')
async function leave() {
  await session.signOut()
  await router.push({ name: 'sign-in' })
}
const actions = computed((): Command[] => [
  { key: 'units', label: session.units === 'metric' ? 'Show inch units' : 'Show metric units', hint: 'key u', run: otherUnits },
  { key: 'light', label: session.theme === 'day' ? 'Night light' : 'Day light', hint: 'key n', run: otherLight },
  { key: 'keys', label: 'Keys', hint: 'key ?', run: () => (open.value = 'keys') },
  { key: 'leave', label: 'Sign out', hint: session.me?.name ?? '', run: () => void leave() },
])

useEventListener('keydown', (event: KeyboardEvent) => {
  if (session.me && (event.ctrlKey || event.metaKey) && event.key === 'k') {
    open.value = 'palette'
    event.preventDefault()
  }
})

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
  if (event.key === 'u') otherUnits()
  else if (event.key === 'n') otherLight()
  else if (event.key === '?') open.value = 'keys'
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
    <WaitingNote />
    <nav class="places" aria-label="Screens">
      <RouterLink to="/" :class="{ here: route.name === 'yard' }">Yard</RouterLink>
      <RouterLink to="/machines" :class="{ here: ['machines', 'machine', 'new-machine', 'edit-machine'].includes(String(route.name)) }"
        >Machines</RouterLink
      >
      <RouterLink
        to="/rack"
        :class="{ here: ['rack', 'bearing', 'parts', 'part', 'bench', 'compare', 'own-data'].includes(String(route.name)) }"
        >Rack <kbd title="Press / to search the rack">/</kbd></RouterLink
      >
      <RouterLink to="/settings" :class="{ here: route.name === 'settings' }">Settings</RouterLink>
    </nav>
    <button type="button" class="find" title="Ctrl+K" @click="open = 'palette'">Find <kbd>Ctrl K</kbd></button>
    <UnitSwitch />
    <span class="who">{{ session.me.name }}</span>
  </header>
  <main id="main" tabindex="-1"><RouterView v-if="session.me || route.meta.open" /></main>
  <SignInAgain v-if="session.expired" />
  <CommandPalette v-if="open === 'palette'" :actions="actions" @close="open = open === 'palette' ? null : open" />
  <ShortcutList v-if="open === 'keys'" @close="open = null" />
</template>

<style>
#app {
  display: flex;
  flex-direction: column;
}
/* What is longer than the screen scrolls under the bar, which stays. */
#main {
  flex: 1;
  min-height: 0;
  outline: none;
  overflow: auto;
  /* What is hidden from the eye lies inside of it, and makes no page longer. */
  position: relative;
}
@media print {
  #main {
    overflow: visible;
  }
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
  flex: none;
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
  line-height: 1.15;
  min-width: 0;
  overflow-wrap: anywhere;
}
.crumbs a {
  color: var(--soft);
  text-decoration: none;
}
.crumbs a:hover {
  text-decoration: underline;
}
.top-bar .places {
  display: flex;
  gap: 1rem;
}
.top-bar .places a {
  color: var(--ink);
  padding: 8px 2px;
  text-decoration: none;
}
.top-bar .places a.here {
  box-shadow: inset 0 -3px var(--damson);
  font-weight: 650;
}
.find {
  background: none;
  border: 1px solid var(--outline);
  border-radius: 2px;
  color: var(--ink);
  cursor: pointer;
  min-height: 32px;
  padding: 2px 12px;
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
    gap: 2px 1rem;
    padding: 4px 12px;
  }
  .top-bar .who,
  .top-bar kbd {
    display: none;
  }
}
/* A phone: name and state, then where one is, then where one can go. */
@media (max-width: 600px) {
  .top-bar {
    gap: 2px 0.7rem;
  }
  .top-bar .mark {
    flex: 1;
    font-size: 1.25rem;
  }
  .crumbs {
    flex-basis: 100%;
    font-size: 0.9rem;
    order: 2;
  }
  .top-bar .places,
  .top-bar .find {
    order: 3;
  }
  .top-bar .places {
    flex: 1;
    gap: 0.8rem;
  }
}
</style>
