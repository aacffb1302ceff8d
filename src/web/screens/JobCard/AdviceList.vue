<script setup lang="ts">
import { computed } from 'vue'
import type { Advice } from '../../../core/card/advice.js'
import { wordsOf } from '../../../core/words/say.js'
import AnswerField from '../../fields/AnswerField.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'

/** What the duty asks for beyond the size: each is taken with one press, or left with a reason that stays on the card. */
defineProps<{ advice: readonly Advice[] }>()
const card = useCard()
const session = useSession()
const left = computed(() => card.answers.select.adviceLeft)
function take({ takes }: Advice) {
  card.endTyping()
  card.edit(takes!.station, { [takes!.name]: takes!.value })
  card.endTyping()
}
</script>

<template>
  <section class="advice" aria-label="Advice" :class="{ left }">
    <ul class="plain-list">
      <li v-for="a in advice" :key="a.code">
        {{ session.say(wordsOf(a)) }}
        <button v-if="a.takes && !card.readOnly" type="button" class="link-button" @click="take(a)">take it</button>
      </li>
    </ul>
    <AnswerField v-if="!card.readOnly || left" station="select" name="adviceLeft" />
  </section>
</template>

<style scoped>
.advice {
  border-left: 4px solid var(--damson);
  display: grid;
  gap: 6px;
  margin: 10px 0;
  padding: 4px 0 4px 12px;
}
.advice.left li {
  color: var(--soft);
}
li {
  padding: 3px 0;
}
.link-button {
  margin-left: 6px;
}
</style>
