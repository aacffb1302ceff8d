<script setup lang="ts">
import Dialog from 'primevue/dialog'
import { useDebounceFn } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { call } from '../api.js'
import { commandsOf, findCommands, stationsOf, type Command } from './commands.js'

/** Everything by its words: type, arrow keys, Enter. */
const props = defineProps<{ actions: Command[] }>()
const emit = defineEmits<{ close: [] }>()
const route = useRoute()
const router = useRouter()
const search = ref('')
const at = ref(0)
const found = ref<Command[]>([])
const looking = ref(false)
const list = ref<HTMLElement | null>(null)

const SCREENS: Command[] = [
  { key: 'yard', label: 'Yard', hint: 'what needs hands', to: '/' },
  { key: 'machines', label: 'Machines', hint: 'all machines', to: '/machines' },
  { key: 'rack', label: 'Rack', hint: 'all bearings', to: '/rack' },
  { key: 'settings', label: 'Settings', hint: 'units, greases, guns, people', to: '/settings' },
]
const here = computed(() => [...(route.name === 'card' ? stationsOf(Number(route.params.id)) : []), ...SCREENS, ...props.actions])
const shown = computed(() => [...findCommands(here.value, search.value).slice(0, search.value.trim() ? 6 : 40), ...found.value])
watch(shown, () => (at.value = 0))

/** Asked of the server while typing; what comes late for an earlier text is passed over. */
async function look() {
  const text = search.value.trim()
  const answer = text ? await call('find', { query: { find: text } }).catch(() => ({ found: [] })) : { found: [] }
  if (text !== search.value.trim()) return
  found.value = commandsOf(answer.found)
  looking.value = false
}
const ask = useDebounceFn(look, 120)
watch(search, () => {
  looking.value = search.value.trim() !== ''
  void ask()
})
const KIND = { machine: 'machine', card: 'card', position: 'support', bearing: 'bearing', person: 'person' } as const

/** Enter may come before the answer. */
async function enter() {
  if (looking.value) await look()
  choose(shown.value[at.value])
}
function choose(command: Command | undefined) {
  if (!command) return
  emit('close')
  if (command.to) void router.push(command.to)
  command.run?.()
}
async function move(step: number) {
  at.value = (at.value + step + shown.value.length) % Math.max(1, shown.value.length)
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
      :aria-activedescendant="shown[at] && `command-${shown[at]!.key}`"
      placeholder="A machine, a support, a bearing, a card, a person, something to do"
      autocomplete="off"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="enter"
    />
    <ul id="command-list" ref="list" class="plain-list list" role="listbox" aria-label="What fits">
      <li
        v-for="(c, i) in shown"
        :id="`command-${c.key}`"
        :key="c.key"
        role="option"
        :aria-selected="i === at"
        @click="choose(c)"
        @mousemove="at = i"
      >
        <span v-if="c.kind" class="kind">{{ KIND[c.kind] }}</span><b>{{ c.label }}</b> <span class="hint">{{ c.hint }}</span>
      </li>
    </ul>
    <p v-if="looking" class="soft none" role="status">Looking for "{{ search }}"…</p>
    <p v-else-if="!shown.length" class="soft none">Nothing fits "{{ search }}".</p>
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
.kind {
  color: var(--soft);
  flex: 0 0 4.4rem;
  font: 600 0.95rem var(--condensed);
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
