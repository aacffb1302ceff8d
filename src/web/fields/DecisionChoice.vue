<script setup lang="ts" generic="T extends string | boolean">
/** A decision between a few values that all stay in sight. Arrow keys move, as in any radio group. */
defineProps<{ id: string; label: string; options: readonly { value: T; label: string }[]; modelValue: T | null; disabled?: boolean }>()
defineEmits<{ 'update:modelValue': [value: T] }>()
</script>

<template>
  <fieldset class="decision" :disabled="disabled">
    <legend>{{ label }}</legend>
    <div class="options">
      <label v-for="(o, i) in options" :key="String(o.value)" :class="{ chosen: o.value === modelValue }">
        <input :id="`${id}-${i}`" type="radio" :name="id" :checked="o.value === modelValue" @change="$emit('update:modelValue', o.value)" />
        {{ o.label }}
      </label>
    </div>
  </fieldset>
</template>

<style scoped>
.decision {
  border: 0;
  margin: 0;
  min-width: 0;
  padding: 0;
}
legend {
  color: var(--soft);
  font: 500 0.98rem var(--condensed);
  padding: 0 0 2px;
}
.options {
  display: flex;
}
label {
  background: var(--paper);
  border: 1px solid var(--outline);
  border-left-width: 0;
  cursor: pointer;
  flex: 1 1 auto;
  font: 600 1.02rem var(--condensed);
  min-height: 42px;
  min-width: 44px;
  padding: 9px 10px;
  position: relative;
  text-align: center;
  white-space: nowrap;
}
label:first-child {
  border-left-width: 1px;
}
input {
  inset: 0;
  margin: 0;
  opacity: 0;
  position: absolute;
  cursor: pointer;
}
.chosen {
  background: var(--damson);
  border-color: var(--damson);
  color: var(--on-damson);
}
label:focus-within {
  outline: 3px solid var(--ice);
  outline-offset: 2px;
  z-index: 1;
}
.decision:disabled label {
  cursor: default;
  opacity: 0.75;
}
</style>
