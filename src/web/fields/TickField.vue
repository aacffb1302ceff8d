<script setup lang="ts">
/** A plain yes or no that is no by default. */
defineProps<{ id: string; label: string; modelValue: boolean; disabled?: boolean }>()
defineEmits<{ 'update:modelValue': [value: boolean] }>()
</script>

<template>
  <label class="tick" :for="id">
    <input
      :id="id"
      type="checkbox"
      :checked="modelValue"
      :disabled="disabled"
      @change="$emit('update:modelValue', ($event.target as HTMLInputElement).checked)"
    />
    {{ label }}
  </label>
</template>

<style scoped>
.tick {
  align-items: center;
  cursor: pointer;
  display: flex;
  gap: 8px;
  min-height: 42px;
}
input {
  accent-color: var(--damson);
  height: 22px;
  width: 22px;
}
</style>
