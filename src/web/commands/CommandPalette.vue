<script setup lang="ts">
import Dialog from 'primevue/dialog'
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { call } from '../api.js'
import { findCommands, placesOf, stationsOf, type Command } from './commands.js'

/** Everything by its words: type, arrow keys, Enter. */
const props = defineProps<{ actions: Command[] }>()
const emit = defineEmits<{ close: [] }>()
const route = useRoute()
const router = useRouter()
const search = ref('')
const at = ref(0)
const places = ref<Command[]>([])
const list = ref<HTMLElement | null>(null)

const SCREENS: Command[] = [
  { key: 'yard', label: 'Yard', hint: 'what needs hands', to: '/' },
  { key: 'rack', label: 'Rack', hint: 'all bearings', to: '/rack' },
  { key: 'settings', label: 'Settings', hint: 'units, greases, guns, people', to: '/settings' },
]
const all = computed(() => [
  ...(route.name === 'card' ? stationsOf(Number(route.params.id)) : []),
  ...places.value,
  ...SCREENS,
  ...props.actions,
])
const found = computed(() => findCommands(all.value, search.value).slice(0, 40))
watch(found, () => (at.value = 0))
onMounted(async () => {
  places.value = placesOf(await call('yard').catch(() => ({ plant: '', now: '', jobs: [], due: [], machines: [], beginning: null })))
})

function choose(command: Command | undefined) {
  if (!command) return
  emit('close')
  if (command.to) void router.push(command.to)
  command.run?.()
}
async function move(step: number) {
  at.value = (at.value + step + found.value.length) % Math.max(1, found.value.length)
  await nextTick()
  list.value?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' })
}
</script>

<template>
  <Dialog
    :visible="true"
    modal
    header="Go to or do"
    position="top"
    dismissable-mask
    :style="{ width: '42rem' }"
    @update:visible="emit('close')"
  >
    <input
      v-model="search"
      autofocus
      class="search"
      type="text"
      role="combobox"
      aria-label="Find anything"
      aria-expanded="true"
      aria-controls="command-list"
      :aria-activedescendant="found[at] && `command-${found[at]!.key}`"
      placeholder="A machine, a card, a bearing, a screen, something to do"
      autocomplete="off"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="choose(found[at])"
    />
    <ul id="command-list" ref="list" class="plain-list list" role="listbox" aria-label="What fits">
      <li
        v-for="(c, i) in found"
        :id="`command-${c.key}`"
        :key="c.key"
        role="option"
        :aria-selected="i === at"
        @click="choose(c)"
        @mousemove="at = i"
      >
        <b>{{ c.label }}</b> <span class="hint">{{ c.hint }}</span>
      </li>
    </ul>
    <p v-if="!found.length" class="soft none">Nothing fits "{{ search }}".</p>
  </Dialog>
</template>

<style scoped>
.search {
  background: var(--paper);
  border: 2px solid var(--damson);
  color: var(--ink);
  font: 600 1.2rem var(--condensed);
  min-height: 48px;
  padding: 0 12px;
  width: 100%;
}
.list {
  margin-top: 8px;
  max-height: 52vh;
  overflow: auto;
}
li {
  align-items: baseline;
  cursor: pointer;
  display: flex;
  gap: 12px;
  min-height: 40px;
  padding: 8px 12px;
}
li[aria-selected='true'] {
  background: var(--wash);
  box-shadow: inset 4px 0 var(--damson);
}
.hint {
  color: var(--soft);
  flex: 1;
  text-align: right;
}
.none {
  padding: 12px;
}
</style>
