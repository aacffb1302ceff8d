<script setup lang="ts">
import Textarea from 'primevue/textarea'
import { computed } from 'vue'
import type { AnswersOf } from '../../../core/card/fields.js'
import { findingPicture } from '../../../core/drawing/finding-pictures.js'
import { CAUSE_LABEL } from '../../../core/inspection/causes.js'
import { FINDINGS, PARTS, type Finding } from '../../../core/inspection/findings.js'
import DrawingView from '../../drawing/DrawingView.vue'
import AnswerField from '../../fields/AnswerField.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import CauseRow from './CauseRow.vue'
import FinishPanel from './FinishPanel.vue'
import StationFrame from './StationFrame.vue'

const card = useCard()
const session = useSession()
const result = computed(() => card.evaluation.inspect)
const a = computed(() => card.answers.inspect)
const edit = (patch: Partial<AnswersOf<'inspect'>>) => card.edit('inspect', patch)
const groups = PARTS.map((part) => ({ ...part, findings: FINDINGS.filter((f) => f.part === part.name) }))
const pictures = Object.fromEntries(FINDINGS.map((f) => [f.name, findingPicture(f.name)]))
const seen = computed(() => new Set<Finding>(a.value.findings))
const toggle = (name: Finding, on: boolean) =>
  edit({ findings: on ? [...a.value.findings, name] : a.value.findings.filter((f) => f !== name) })
const shown = computed(() => result.value.diagnosis?.causes.slice(0, 5) ?? [])
const ASKED = ['bothEndsHeld', 'inverterDrive', 'beltDrive', 'standsStill', 'hoursRun'] as const
</script>

<template>
  <StationFrame :result="result" drawing-title="What is seen" drawing-note="tick all that apply; look before it is cleaned">
    <template #drawing>
      <fieldset v-for="g in groups" :key="g.name" class="part" :disabled="card.readOnly">
        <legend>{{ g.label }}</legend>
        <div class="findings">
          <label v-for="f in g.findings" :key="f.name" :class="{ seen: seen.has(f.name) }" :title="f.plain">
            <input type="checkbox" :checked="seen.has(f.name)" @change="toggle(f.name, ($event.target as HTMLInputElement).checked)" />
            <DrawingView :drawing="pictures[f.name]!" aria-hidden="true" />
            <span class="words"
              ><b>{{ f.label }}</b> <span class="soft small">{{ f.plain }}</span></span
            >
          </label>
        </div>
      </fieldset>
    </template>
    <template #entry>
      <h3>As it was found</h3>
      <div class="asked">
        <AnswerField v-for="name in ASKED" :key="name" station="inspect" :name="name" />
      </div>
    </template>
    <template #chart>
      <template v-if="result.diagnosis">
        <p v-if="result.diagnosis.confidence === 'close'" class="state state-caution tie">Two causes lie close: neither is sure.</p>
        <CauseRow v-for="(c, i) in shown" :key="c.cause" :ranked="c" :first="i < 2" />
        <p v-if="result.diagnosis.nextLook" class="look"><b>One further look.</b> {{ result.diagnosis.nextLook }}</p>
      </template>
      <p v-else class="soft">Nothing seen, no diagnosis. Tick what is on the old bearing.</p>
    </template>
    <template #after>
      <div class="settle">
        <AnswerField
          station="inspect"
          name="cause"
          :placeholder="shown[0] ? `not settled; likeliest: ${CAUSE_LABEL[shown[0].cause]}` : 'not settled'"
          clearable
        />
        <template v-if="result.action">
          <p><b>Now:</b> {{ result.action.now }}</p>
          <p><b>So that it does not come back:</b> {{ result.action.change }}</p>
        </template>
        <label class="soft" for="note">Note for the next person</label>
        <Textarea
          id="note"
          rows="2"
          :model-value="a.note"
          :disabled="card.readOnly"
          maxlength="600"
          @update:model-value="edit({ note: String($event ?? '') })"
        />
      </div>
      <details v-if="result.facts.length" class="facts">
        <summary>What the card knows besides ({{ result.facts.length }})</summary>
        <ul>
          <li v-for="f in result.facts" :key="session.say(f)">{{ session.say(f) }}</li>
        </ul>
      </details>
      <FinishPanel />
    </template>
  </StationFrame>
</template>

<style scoped>
.part {
  border: 0;
  border-top: 1px solid var(--hair);
  margin: 0;
  padding: 4px 0 8px;
}
.part legend {
  font: 700 1.1rem var(--condensed);
  padding: 4px 8px 0 0;
}
.findings {
  display: grid;
  gap: 2px 10px;
  grid-template-columns: repeat(auto-fill, minmax(14.5rem, 1fr));
}
.findings label {
  align-items: center;
  cursor: pointer;
  display: grid;
  gap: 10px;
  grid-template-columns: 74px minmax(0, 1fr);
  min-height: 58px;
  padding: 3px 6px;
  position: relative;
}
.findings input {
  inset: 0;
  margin: 0;
  opacity: 0;
  position: absolute;
}
.findings .seen {
  background: var(--wash);
  box-shadow: inset 4px 0 var(--damson);
}
.findings label:hover {
  background: var(--paper);
}
.findings .seen:hover {
  background: var(--wash);
}
.findings label:focus-within {
  outline: 3px solid var(--ice);
  outline-offset: -2px;
}
.words {
  display: grid;
  line-height: 1.15;
}
.words b {
  font: 650 1.02rem var(--condensed);
}
.asked {
  align-items: end;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
}
.tie {
  padding: 4px 0;
}
.look {
  background: var(--paper);
  border-left: 3px solid var(--damson);
  margin: 8px 0;
  padding: 8px 12px;
}
.settle {
  display: grid;
  gap: 6px;
  padding: 10px 0;
}
.facts {
  border-top: 1px solid var(--hair);
  padding: 8px 0;
}
.facts ul {
  margin: 4px 0 0;
  padding-left: 1.2rem;
}
</style>
