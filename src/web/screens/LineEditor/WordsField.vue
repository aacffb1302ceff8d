<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import type { NotUnderstood, ReadLine, TokenKind } from '../../../core/line/notation.js'
import { wordsOf } from '../../../core/words/say.js'
import { useSession } from '../../stores/session.js'

/** The line in words. Each stretch shows what it was read as; what is not understood says what could stand there. */
const props = defineProps<{ words: string; read: ReadLine }>()
const emit = defineEmits<{ type: [text: string]; rest: [] }>()
const session = useSession()
const area = ref<HTMLTextAreaElement>()

interface Stretch {
  text: string
  kind: TokenKind | 'between' | 'problem'
}
/** The words cut where a token or a problem begins or ends. */
const stretches = computed((): Stretch[] => {
  const { tokens, problems } = props.read
  const bounds = [...new Set([0, props.words.length, ...[...tokens, ...problems].flatMap(({ from, to }) => [from, to])])].sort(
    (a, b) => a - b,
  )
  return bounds.slice(0, -1).map((from, i) => {
    const inside = ({ from: a, to: b }: { from: number; to: number }) => a <= from && from < b
    return {
      text: props.words.slice(from, bounds[i + 1]),
      kind: problems.some(inside) ? 'problem' : (tokens.find(inside)?.kind ?? 'between'),
    }
  })
})
const first = computed((): NotUnderstood | undefined => props.read.problems[0])

function take(word: string, problem: NotUnderstood) {
  emit('type', props.words.slice(0, problem.from) + word + props.words.slice(problem.to))
  const caret = problem.from + word.length
  void nextTick(() => {
    area.value?.focus()
    area.value?.setSelectionRange(caret, caret)
  })
}
/** Tab takes the first offer while the caret stands in the stretch that is not understood; elsewhere it goes on. */
function tab(event: KeyboardEvent) {
  const caret = area.value?.selectionStart ?? 0
  const here = props.read.problems.find((p) => p.could.length && p.from <= caret && caret <= p.to)
  if (!here || event.shiftKey) return
  event.preventDefault()
  take(here.could[0]!, here)
}
</script>

<template>
  <div class="words">
    <label for="line-words">The line in words, from left to right</label>
    <div class="box">
      <div class="echo" aria-hidden="true">
        <span v-for="(s, i) in stretches" :key="i" :class="s.kind">{{ s.text }}</span>&#8203;
      </div>
      <textarea
        id="line-words"
        ref="area"
        rows="1"
        spellcheck="false"
        autocomplete="off"
        autocapitalize="off"
        aria-describedby="line-words-note"
        :aria-invalid="read.problems.length > 0"
        :value="words"
        placeholder="coupling, 6312 C3 held, 320, NU 312 free, impeller"
        @input="emit('type', ($event.target as HTMLTextAreaElement).value.replace(/\n/g, ' '))"
        @keydown.tab="tab"
        @keydown.enter.prevent
        @blur="emit('rest')"
      ></textarea>
    </div>
    <p id="line-words-note" class="note" :class="{ problem: first }" role="status">
      <template v-if="first">
        {{ session.say(wordsOf(first)) }}
        <template v-if="first.could.length">
          Was it
          <template v-for="(word, i) in first.could" :key="word"
            >{{ i ? ', ' : '' }}<button type="button" class="link-button" @click="take(word, first)">{{ word }}</button></template
          >? Tab takes the first.
        </template>
      </template>
      <template v-else>
        What sits on the shaft, a bearing’s number, the distance to the next. <b>held</b>, <b>free</b>, <b>on H 316</b>,
        <b>pair back-to-back</b>, <b>since 2026-03-12</b> stand behind the number; <b>?</b> where nobody knows it.
      </template>
    </p>
  </div>
</template>

<style scoped>
.words {
  border-bottom: 1px solid var(--hair);
  padding: 10px 24px;
}
label {
  color: var(--soft);
  font: 500 0.98rem var(--condensed);
}
.box {
  background: var(--paper);
  border: 2px solid var(--damson);
  display: grid;
  margin-top: 2px;
}
.echo,
textarea {
  border: 0;
  font: 650 1.25rem/1.5 var(--condensed);
  grid-area: 1 / 1;
  margin: 0;
  min-height: 46px;
  overflow-wrap: anywhere;
  padding: 8px 14px;
  white-space: pre-wrap;
}
textarea {
  background: transparent;
  caret-color: var(--ink);
  color: transparent;
  outline-offset: 3px;
  overflow: hidden;
  resize: none;
  width: 100%;
}
textarea::placeholder {
  color: var(--soft);
  font-weight: 500;
}
textarea::selection {
  background: color-mix(in srgb, var(--damson) 25%, transparent);
}
.bearing {
  color: var(--damson);
}
.component,
.line {
  color: var(--ink);
}
.distance {
  color: var(--ink);
  text-decoration: underline dotted 1px;
  text-underline-offset: 5px;
}
.between {
  color: var(--soft);
}
.echo .problem {
  color: var(--amber);
  text-decoration: underline 3px;
  text-underline-offset: 4px;
}
.note {
  color: var(--soft);
  font-size: 0.95rem;
  margin-top: 4px;
  min-height: 1.5em;
}
</style>
