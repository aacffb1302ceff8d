<script setup lang="ts">
import RackNav from './RackNav.vue'

/** Heading of a screen of the rack: its title, what can be done, and the way to the other three. */
defineProps<{ title: string }>()
</script>

<template>
  <div class="rack-head">
    <h1>{{ title }}</h1>
    <slot />
    <span class="fill"></span>
    <slot name="end" />
    <RackNav />
  </div>
</template>

<style scoped>
.rack-head {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
}
.fill {
  flex: 1;
}
</style>
