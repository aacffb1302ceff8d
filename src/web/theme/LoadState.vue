<script setup lang="ts">
import Button from 'primevue/button'

/** Loading and error states of a screen; its content stands in the slot. */
defineProps<{ loading: boolean; error: string | null }>()
defineEmits<{ retry: [] }>()
</script>

<template>
  <div v-if="error" class="state-box" role="alert">
    <h2>This could not be loaded</h2>
    <p>{{ error }}</p>
    <Button label="Try again" @click="$emit('retry')" />
  </div>
  <p v-else-if="loading" class="state-box soft" role="status">Loading…</p>
  <slot v-else />
</template>

<style scoped>
.state-box {
  display: grid;
  gap: 12px;
  justify-items: start;
  max-width: 40rem;
  padding: 48px 24px;
}
</style>
