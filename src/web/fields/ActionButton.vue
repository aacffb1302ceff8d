<script setup lang="ts">
import Button from 'primevue/button'
import { useId } from 'vue'

/** A button that says what is missing while it cannot be pressed. */
defineProps<{ why?: string | null | false }>()
defineOptions({ inheritAttrs: false })
const id = useId()
</script>

<template>
  <span class="action">
    <Button v-bind="$attrs" :disabled="!!why" :aria-describedby="why ? id : undefined" />
    <span v-if="why" :id="id" class="soft small">{{ why }}</span>
  </span>
</template>

<style scoped>
.action {
  align-items: center;
  display: inline-flex;
  flex-wrap: wrap;
  gap: 4px 10px;
}
</style>
