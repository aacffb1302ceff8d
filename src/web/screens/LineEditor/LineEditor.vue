<script setup lang="ts">
import { computed, ref } from 'vue'
import { COMPONENTS, COMPONENT_KINDS, plainBearing, usualNames, type ComponentKind } from '../../../core/line/draft.js'
import { wordsOf } from '../../../core/words/say.js'
import ListSelect from '../../fields/ListSelect.vue'
import { useSession } from '../../stores/session.js'
import LineDrawing from './LineDrawing.vue'
import ShaftPanel from './ShaftPanel.vue'
import ShapeRow from './ShapeRow.vue'
import SupportPanel from './SupportPanel.vue'
import type { LineEdit } from './useLineDraft.js'
import WordsField from './WordsField.vue'

/** A shaft line in words and drawn, each writing the other, with the support in hand beside it. */
const props = defineProps<{ edit: LineEdit; fresh: boolean }>()
const session = useSession()
const { line, words, read, faults, doubts } = props.edit
const chosen = ref<number | null>(null)
const inHand = computed(() => (chosen.value !== null && chosen.value < line.value.positions.length ? chosen.value : null))
const empty = computed(() => line.value.positions.length === 0 && line.value.components.length === 0)

function addSupport() {
  props.edit.draw((draft) => {
    const last = draft.positions.at(-1)
    const named = new Set(draft.positions.map((p) => p.name))
    draft.positions.push({ code: null, name: '', alongMm: last ? last.alongMm + 400 : 0, bearings: [plainBearing(null)] })
    draft.components.filter((c) => c.slot === draft.positions.length - 1).forEach((c) => c.slot > 0 && (c.slot += 1))
    const usual = usualNames(draft).at(-1)!
    draft.positions.at(-1)!.name = named.has(usual) ? `support ${draft.positions.length}` : usual
  })
  chosen.value = line.value.positions.length - 1
}
const KINDS = COMPONENT_KINDS.map((value) => ({ value, label: COMPONENTS[value].words[0] }))
const SLOTS = computed(() => [
  { value: 0, label: 'left of all' },
  ...line.value.positions.map((p, i) => ({ value: i + 1, label: `right of the ${p.name}` })),
])
const newKind = ref<ComponentKind>('coupling')
const newSlot = ref(0)
const addComponent = () =>
  props.edit.draw((draft) => {
    draft.components.push({ kind: newKind.value, slot: Math.min(newSlot.value, draft.positions.length), alongMm: null })
    draft.components.sort((a, b) => a.slot - b.slot)
  })
function move(index: number, alongMm: number) {
  if (index > 0 && alongMm <= line.value.positions[index - 1]!.alongMm) return
  props.edit.draw((draft) => {
    const by = alongMm - draft.positions[index]!.alongMm
    draft.positions.slice(index).forEach((p) => (p.alongMm += by))
    draft.components.filter((c) => c.slot > index).forEach((c) => (c.alongMm = c.alongMm === null ? null : c.alongMm + by))
  }, `move ${index}`)
}
/** What sits on the shaft stays between the supports that it stands between. */
function carry(index: number, alongMm: number) {
  props.edit.draw((draft) => {
    const own = draft.components[index]!
    const [left, right] = [draft.positions[own.slot - 1]?.alongMm ?? -Infinity, draft.positions[own.slot]?.alongMm ?? Infinity]
    if (alongMm > left && alongMm < right) own.alongMm = alongMm
  }, `carry ${index}`)
}
</script>

<template>
  <div class="editor">
    <div>
      <WordsField :words="words" :read="read" @type="edit.type" @rest="edit.rest" />
      <ul v-if="!empty && (doubts.length || (faults.length && !read.problems.length))" class="plain-list faults" aria-live="polite">
        <template v-if="!read.problems.length">
          <li v-for="f in faults" :key="`${f.code} ${f.position}`" class="state state-stop">{{ session.say(wordsOf(f)) }}</li>
        </template>
        <li
          v-for="f in doubts"
          :key="`${f.code} ${f.position}`"
          class="state"
          :class="f.code === 'letters-unread' ? 'soft' : 'state-caution'"
        >
          {{ session.say(wordsOf(f)) }}
        </li>
      </ul>
    </div>
    <div class="middle">
      <div class="drawn">
        <p v-if="empty" class="hint soft">Type the line above, or begin with a kind of machine below. The drawing follows.</p>
        <template v-else>
          <p class="soft small">
            Bearings to scale, spans shortened. Drag a support or what sits on the shaft, or move it with the arrow keys.
          </p>
          <LineDrawing :line="line" :chosen="inHand" @choose="chosen = $event" @move="move" @carry="carry" />
        </template>
      </div>
      <aside>
        <SupportPanel v-if="inHand !== null" :key="inHand" :line="line" :index="inHand" @draw="edit.draw" @choose="chosen = $event" />
        <p v-else class="soft">Choose a support on the drawing: how it is held, what it sits on and since when stand here.</p>
        <div class="add">
          <button type="button" class="link-button" @click="addSupport">add a support</button>
          <span class="soft">or</span>
          <ListSelect
            label="What sits on the shaft"
            :options="KINDS"
            :model-value="newKind"
            @update:model-value="newKind = $event ?? 'coupling'"
          />
          <ListSelect label="Where it sits" :options="SLOTS" :model-value="newSlot" @update:model-value="newSlot = $event ?? 0" />
          <button type="button" class="link-button" @click="addComponent">add it</button>
        </div>
        <ul v-if="line.components.length" class="plain-list" aria-label="What sits on the shaft">
          <li v-for="(c, i) in line.components" :key="i" class="component">
            {{ COMPONENTS[c.kind].words[0] }}
            <span class="soft">{{ SLOTS[c.slot]?.label }}</span>
            <button type="button" class="link-button" @click="edit.draw((draft) => draft.components.splice(i, 1))">
              take away<span class="visually-hidden"> {{ COMPONENTS[c.kind].words[0] }}</span>
            </button>
          </li>
        </ul>
        <ShaftPanel v-if="!empty" :line="line" @draw="edit.draw" />
      </aside>
    </div>
    <ShapeRow v-if="fresh" @take="edit.type" />
  </div>
</template>

<style scoped>
.editor {
  display: grid;
  grid-template-rows: auto 1fr auto;
  min-height: 0;
}
.middle {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 23rem;
  min-height: 0;
}
.drawn {
  min-height: 20rem;
  padding: 8px 24px;
}
.hint {
  padding: 90px 0;
  text-align: center;
}
aside {
  border-left: 1px solid var(--hair);
  display: grid;
  align-content: start;
  gap: 12px;
  overflow: auto;
  padding: 12px 20px;
}
.add {
  align-items: center;
  border-top: 1px solid var(--hair);
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding-top: 10px;
}
.component {
  align-items: baseline;
  display: flex;
  gap: 10px;
}
.faults {
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 4px;
  padding: 6px 24px;
}
@media (max-width: 900px) {
  .middle {
    grid-template-columns: 1fr;
  }
  aside {
    border-left: 0;
    border-top: 1px solid var(--hair);
  }
}
</style>
