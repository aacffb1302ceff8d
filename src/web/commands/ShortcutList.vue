<script setup lang="ts">
import Dialog from 'primevue/dialog'

const emit = defineEmits<{ close: [] }>()
const KEYS = [
  ['Ctrl', 'K', 'find anything and go there'],
  ['/', '', 'search the rack'],
  ['Alt', 'left, right', 'walk the stations of a card'],
  ['Ctrl', 'Z', 'take the last change on a card back'],
  ['u', '', 'metric or inch'],
  ['n', '', 'day or night light'],
  ['?', '', 'this list'],
  ['Esc', '', 'close what is open'],
] as const
</script>

<template>
  <Dialog :visible="true" modal header="Keys" dismissable-mask :style="{ width: '30rem' }" @update:visible="emit('close')">
    <dl>
      <template v-for="[a, b, words] in KEYS" :key="words">
        <dt>
          <kbd>{{ a }}</kbd> <kbd v-if="b">{{ b }}</kbd>
        </dt>
        <dd>{{ words }}</dd>
      </template>
    </dl>
    <p class="soft small">Single keys work wherever nobody is typing. Tab walks through everything; arrows move inside a choice.</p>
  </Dialog>
</template>

<style scoped>
dl {
  display: grid;
  gap: 8px 18px;
  grid-template-columns: auto 1fr;
  margin: 0 0 12px;
}
dd {
  margin: 0;
}
kbd {
  border: 1px solid var(--outline);
  border-radius: 2px;
  font: 650 0.95rem var(--condensed);
  padding: 1px 8px;
}
</style>
