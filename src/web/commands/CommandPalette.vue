<script setup lang="ts">
import Dialog from 'primevue/dialog'
import { useDebounceFn } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { call } from '../api.js'
import WorkingList from '../figures/WorkingList.vue'
import { useSession } from '../stores/session.js'
import { procedureInHand } from './in-hand.js'
import { commandsOf, findCommands, stationsOf, type Command } from './commands.js'
import { cardIsOpen, keep, ontoCard, useQuickAnswer, useScratch } from './quick.js'

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
const session = useSession()
const kept = useScratch()
const answer = useQuickAnswer(search)
const working = ref(false)
watch(search, () => (working.value = false))
const onCard = ref(false)
if (route.name === 'card') void cardIsOpen().then((open) => (onCard.value = open))
/** What was asked, with its figure or what is still missing; below it the open card, which takes it. */
const answered = computed((): Command[] => {
  const a = answer.value
  if (!a) return []
  const text = search.value.trim()
  const unknown = a.unknown.length ? `not understood: ${a.unknown.join(', ')}` : a.title
  if (a.missing) return [{ key: 'answer', label: a.missing, hint: unknown, kind: 'answer', stay: true }]
  const figure: Command = { key: 'answer', label: session.say(a.words), hint: unknown, kind: 'answer', stay: true, run: () => keepIt(text) }
  return onCard.value
    ? [
        figure,
        {
          key: 'onto-card',
          label: 'Put it onto this card',
          hint: 'bearing, classes, load and speed; goes back as one',
          run: () => void ontoCard(a),
        },
      ]
    : [figure]
})
const scratch = computed((): Command[] =>
  search.value.trim()
    ? []
    : kept.value.map((text, i) => ({
        key: `scratch-${i}`,
        label: text,
        hint: 'kept',
        kind: 'answer',
        stay: true,
        run: () => (search.value = text),
      })),
)
function keepIt(text: string) {
  keep(kept, text)
  search.value = ''
}
/** The working of the answer, one key away. */
function toggleWorking(event: KeyboardEvent) {
  if (!answer.value?.working.length || (event.target as HTMLInputElement).selectionStart !== search.value.length) return
  working.value = !working.value
  event.preventDefault()
}

const SCREENS: Command[] = [
  { key: 'yard', label: 'Yard', hint: 'what needs hands', to: '/' },
  { key: 'machines', label: 'Machines', hint: 'all machines', to: '/machines' },
  { key: 'rack', label: 'Rack', hint: 'all bearings', to: '/rack' },
  { key: 'settings', label: 'Settings', hint: 'units, greases, guns, people', to: '/settings' },
]
const here = computed(() => [
  ...(route.name === 'card' && procedureInHand.value ? stationsOf(Number(route.params.id), procedureInHand.value) : []),
  ...SCREENS,
  ...props.actions,
])
const shown = computed(() => {
  const commands = findCommands(here.value, search.value).slice(0, search.value.trim() ? 6 : 40)
  // What is answered comes first, what still misses something last.
  return answer.value?.missing
    ? [...commands, ...found.value, ...answered.value]
    : [...answered.value, ...scratch.value, ...commands, ...found.value]
})
/** What the arrows went to stays in hand when more is found. */
let inHand: string | null = null
watch(
  shown,
  (now) =>
    (at.value = Math.max(
      0,
      now.findIndex((c) => c.key === inHand),
    )),
)
watch(search, () => (inHand = null))

/** Asked of the server while typing; what comes late for an earlier text is passed over. */
async function look() {
  const text = search.value.trim()
  const answer = text ? await call('find', { query: { find: text } }).catch(() => ({ found: [] })) : { found: [] }
  if (text !== search.value.trim()) return
  found.value = commandsOf(answer.found, session.say)
  looking.value = false
}
const ask = useDebounceFn(look, 120)
watch(search, () => {
  looking.value = search.value.trim() !== ''
  void ask()
})
const KIND = {
  machine: 'machine',
  card: 'card',
  position: 'support',
  bearing: 'bearing',
  part: 'part',
  person: 'person',
  answer: 'answer',
} as const

/** Enter may come before the answer. */
async function enter() {
  if (looking.value) await look()
  choose(shown.value[at.value])
}
function choose(command: Command | undefined) {
  if (!command) return
  if (!command.stay) emit('close')
  if (command.to) void router.push(command.to)
  command.run?.()
}
async function move(step: number) {
  at.value = (at.value + step + shown.value.length) % Math.max(1, shown.value.length)
  inHand = shown.value[at.value]?.key ?? null
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
      placeholder="A machine, a bearing, a card, something to do; or 6312 k5, heat 22213 m6, life 6312 4 kN 1480"
      autocomplete="off"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="enter"
      @keydown.right="toggleWorking"
    />
    <ul id="command-list" ref="list" class="plain-list list" role="listbox" aria-label="What fits">
      <li
        v-for="(c, i) in shown"
        :id="`command-${c.key}`"
        :key="c.key"
        role="option"
        :class="{ answers: c.kind === 'answer' }"
        :aria-selected="i === at"
        @click="choose(c)"
        @mousemove="at = i"
      >
        <span v-if="c.kind" class="kind">{{ KIND[c.kind] }}</span><b>{{ c.label }}</b> <span class="hint">{{ c.hint }}</span>
      </li>
    </ul>
    <template v-if="answer && !answer.missing">
      <p class="soft small keys">Enter keeps it on this device · <kbd>right</kbd> shows its working</p>
      <WorkingList v-if="working" :working="answer.working" :assumptions="[]" />
    </template>
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
/* An answer takes the line, what it is an answer to stands under it. */
.answers {
  flex-wrap: wrap;
}
.answers b {
  flex: 1 1 60%;
}
.answers .hint {
  flex: 1 0 100%;
  padding-left: calc(4.4rem + 12px);
  text-align: left;
}
.keys {
  padding: 4px 12px;
}
.none {
  padding: 12px;
}
</style>
