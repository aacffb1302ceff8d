<script setup lang="ts">
import { RouterLink } from 'vue-router'

/** The places of the rack. */
const PLACES = [
  { name: 'rack', label: 'Search' },
  { name: 'parts', label: 'Parts' },
  { name: 'bench', label: 'Identify' },
  { name: 'compare', label: 'Compare' },
  { name: 'own-data', label: 'Own data' },
] as const
</script>

<template>
  <nav class="rack-nav" aria-label="Rack">
    <RouterLink
      v-for="p in PLACES"
      :key="p.name"
      :to="{ name: p.name }"
      exact-active-class="here"
      :class="{ here: p.name === 'parts' && $route.name === 'part' }"
      >{{ p.label }}</RouterLink
    >
  </nav>
</template>

<style scoped>
.rack-nav {
  display: flex;
  gap: 1.2rem;
}
a {
  color: var(--ink);
  font: 600 1.12rem var(--condensed);
  padding: 8px 2px;
  text-decoration: none;
}
.here {
  box-shadow: inset 0 -3px var(--damson);
}
</style>
