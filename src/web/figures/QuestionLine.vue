<script setup lang="ts">
/** One open question and what a wrong guess will do. The slot may name where it belongs. */
defineProps<{ text: string; why: string }>()
</script>

<template>
  <div class="question">
    <span class="state state-open">Open</span>
    <span>
      <slot /> {{ text }} <span class="soft">{{ why }}</span>
    </span>
  </div>
</template>

<style scoped>
.question {
  display: grid;
  gap: 10px;
  grid-template-columns: 5.2rem minmax(0, 1fr);
  padding: 7px 0;
}
</style>
