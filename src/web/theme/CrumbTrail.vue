<script setup lang="ts">
import { RouterLink, type RouteLocationRaw } from 'vue-router'

/** Where one is, in the top bar. */
defineProps<{ trail: { label: string; to?: RouteLocationRaw }[] }>()
</script>

<template>
  <Teleport defer to="#crumbs">
    <template v-for="(step, i) in trail" :key="i">
      <span v-if="i"> / </span>
      <RouterLink v-if="step.to" :to="step.to">{{ step.label }}</RouterLink>
      <b v-else>{{ step.label }}</b>
    </template>
  </Teleport>
</template>
