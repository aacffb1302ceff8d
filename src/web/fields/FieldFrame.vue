<script setup lang="ts">
/** Label, control, unit and message of one field. The control stands in the slot and takes the id. */
defineProps<{ id: string; label: string; unit?: string; error?: string | null; compact?: boolean }>()
</script>

<template>
  <div class="field" :class="{ refused: error }">
    <label :for="id" :class="{ 'visually-hidden': compact }">{{ label }}</label>
    <div class="control">
      <slot />
      <span v-if="unit" class="unit" aria-hidden="true">{{ unit }}</span>
    </div>
    <p v-if="error" :id="`${id}-error`" class="error" role="alert">{{ error }}</p>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  gap: 2px;
  align-content: start;
  min-width: 0;
}
label {
  color: var(--soft);
  font: 500 0.98rem var(--condensed);
}
.control {
  align-items: center;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  position: relative;
}
.control :deep(input),
.control :deep(.p-select) {
  width: 100%;
  min-height: 42px;
  min-width: 0;
}
.control :deep(input) {
  font: 650 1.1rem var(--condensed);
  font-variant-numeric: tabular-nums;
}
.unit {
  color: var(--soft);
  font-family: var(--condensed);
  pointer-events: none;
  position: absolute;
  right: 10px;
}
.error {
  color: var(--rowan);
  font-size: 0.875rem;
  font-weight: 600;
}
.refused :deep(input) {
  border-color: var(--rowan);
  box-shadow: inset 3px 0 var(--rowan);
}
</style>
