<script setup lang="ts">
import Slider from 'primevue/slider'
import { computed } from 'vue'
import { keyOf } from '../../../core/card/answers.js'
import { doubtsOf, supportLives, supportsOf } from '../../../core/card/line-duty.js'
import { lifeWords } from '../../../core/life/life-words.js'
import { SOURCES, SOURCE_KINDS, openOf, sourceOf, type SourceKind } from '../../../core/loads/line-sources.js'
import AnswerField from '../../fields/AnswerField.vue'
import ChoiceField from '../../fields/ChoiceField.vue'
import ListSelect from '../../fields/ListSelect.vue'
import QuantityField from '../../fields/QuantityField.vue'
import WorkingList from '../../figures/WorkingList.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import { useSources } from './useSources.js'
import { useZero } from './useZero.js'

/** What sits on the shaft and is in hand, typed exactly, and the life of every bearing beside it. */
const card = useCard()
const session = useSession()
const { sources, inHand, chosen, change, setValue, remove } = useSources()

const ways = computed(() => (inHand.value ? SOURCE_KINDS.filter((k) => SOURCES[k].of === SOURCES[inHand.value!.kind].of) : []))
const labelOf = (kind: SourceKind) => SOURCES[kind].label.split(',')[0]!
const spec = computed(() => (inHand.value ? sourceOf(inHand.value.kind) : null))
/** Another way to know the same thing keeps what both ask. */
function know(kind: SourceKind) {
  const own = inHand.value!
  const values = Object.fromEntries(sourceOf(kind).fields.map((f) => [f.name, own.values[f.name] ?? f.usual]))
  card.endTyping()
  change(own.id, { kind, values, toward: sourceOf(kind).along ? (own.toward ?? 'right') : null })
  card.endTyping()
}
const SIDES = [
  { value: 'left', label: 'to the left' },
  { value: 'right', label: 'to the right' },
] as const
const open = computed(() => (inHand.value ? openOf(inHand.value) : null))
const working = computed(() => card.line.lineDuty?.sheet ?? null)
const doubts = computed(() =>
  doubtsOf(card.lineAnswers, card.context, supports.value, card.evaluation.arrange, card.line.lineDuty!).map((d) => ({
    ...d,
    what: `${sourceOf(d.kind)
      .fields.find((f) => f.name === d.name)!
      .label.toLowerCase()} of the ${labelOf(d.kind)}`,
  })),
)
const supports = computed(() => supportsOf(card.context, (place) => card.line.places[place]?.identify.row))
const lives = computed(() => supportLives(card.lineAnswers, card.context, supports.value, card.line.lineDuty!))
const shortest = computed(() => Math.min(...lives.value.map((l) => l.hours)))
/** The slider of a belt's tension, over what belts are pulled with; a mark where the usual tension lies. */
const TENSION = { min: 1, max: 4, step: 0.05, usual: 1.8 }
const leaning = computed(() => card.context.line.orientation !== 'horizontal')
const tension = computed(() => (inHand.value?.kind === 'belt' ? (inHand.value.values.pullFactor ?? TENSION.usual) : null))
/** Loads that somebody typed at supports of the line. */
const typed = computed(() =>
  card.context.positions.filter((p) => LOADS.some((name) => (card.lineAnswers[keyOf(p.code, 'duty', name)] ?? null) !== null)),
)
const LOADS = ['radialLoadN', 'axialLoadN'] as const
function release() {
  card.endTyping()
  card.change(Object.fromEntries(typed.value.flatMap((p) => LOADS.map((name) => [keyOf(p.code, 'duty', name), null]))))
  card.endTyping()
}
const { points, zero, count } = useZero()
const index = computed(() => sources.value.findIndex((s) => s.id === chosen.value))
</script>

<template>
  <div class="panel">
    <p v-if="sources.length && card.answers.duty.speedRpm === null" class="state state-open">
      Enter the speed below: forces follow from power and speed.
    </p>
    <AnswerField v-if="leaning" station="duty" name="upperEnd" open />
    <section v-if="inHand && spec" :key="inHand.id" class="in-hand" :aria-label="`${spec.label} ${index + 1}`">
      <h3>
        {{ labelOf(inHand.kind) }}
        <button v-if="!card.readOnly" type="button" class="link-button" @click="remove(inHand.id)">take away</button>
      </h3>
      <fieldset :disabled="card.readOnly" class="fields">
        <ListSelect
          v-if="ways.length > 1"
          class="ways"
          label="How it is known"
          :options="ways.map((k) => ({ value: k, label: SOURCES[k].label }))"
          :model-value="inHand.kind"
          :disabled="card.readOnly"
          @update:model-value="$event && know($event)"
        />
        <QuantityField
          :id="`${inHand.id}-along`"
          :label="`Along the shaft, from ${zero.label}`"
          quantity="length"
          :decimals="0"
          :from="zero.mm"
          :model-value="inHand.alongMm"
          @update:model-value="change(inHand.id, { alongMm: $event })"
        />
        <template v-for="f in spec.fields" :key="f.name">
          <ChoiceField
            v-if="f.options"
            :id="`${inHand.id}-${f.name}`"
            :label="f.label"
            :options="f.options.map((o) => ({ value: String(o.value), label: o.label }))"
            :model-value="String(inHand.values[f.name] ?? f.usual)"
            :disabled="card.readOnly"
            @update:model-value="setValue(inHand, f.name, Number($event))"
          />
          <QuantityField
            v-else
            :id="`${inHand.id}-${f.name}`"
            :label="inHand.assumed?.includes(f.name) ? `${f.label} (guessed)` : f.label"
            :quantity="f.quantity"
            :range="f.range"
            :decimals="f.decimals"
            :model-value="inHand.values[f.name] ?? null"
            @update:model-value="setValue(inHand, f.name, $event)"
          />
        </template>
        <ChoiceField
          v-if="spec.along"
          :id="`${inHand.id}-toward`"
          label="Pushes the shaft"
          :options="SIDES"
          :model-value="inHand.toward"
          :disabled="card.readOnly"
          @update:model-value="change(inHand.id, { toward: $event })"
        />
      </fieldset>
      <ListSelect label="Zero of the shaft" :options="points" :model-value="zero.value" @update:model-value="count" />
      <div v-if="tension !== null" class="tension">
        <span :id="`tension-${inHand.id}`">Tension: pull {{ tension.toFixed(2) }} times the driving force</span>
        <div class="track">
          <Slider
            :model-value="tension"
            v-bind="{ min: TENSION.min, max: TENSION.max, step: TENSION.step }"
            :disabled="card.readOnly"
            :aria-labelledby="`tension-${inHand.id}`"
            @update:model-value="setValue(inHand, 'pullFactor', Math.round(100 * ($event as number)) / 100)"
            @slideend="card.endTyping()"
          />
          <i class="usual" :style="{ left: `${(100 * (TENSION.usual - TENSION.min)) / (TENSION.max - TENSION.min)}%` }"
            ><span>usual</span></i
          >
        </div>
        <p class="soft small">
          V-belt 1.5 to 2, new ones toward 2.5; narrow V-belt 1.3 to 1.7; toothed 1.1 to 1.5; flat with idler 2 to 2.5, flat 3 to 4.
        </p>
      </div>
      <p v-if="open" class="state state-open">{{ open }} is open: until then it is left out.</p>
      <p v-if="spec.estimate" class="estimate"><b>Estimate.</b> {{ spec.estimate }}</p>
    </section>
    <section v-if="doubts.length" class="estimate" aria-label="What to measure first">
      <b>Guessed from power and speed.</b> What to measure first:
      <ul class="plain-list">
        <li v-for="d in doubts" :key="`${d.sourceId} ${d.name}`">
          <button type="button" class="link-button" @click="chosen = d.sourceId">{{ d.what }}</button>: the greatest load lies between
          {{ session.withUnit(d.fromN, 'force', 2) }} and {{ session.withUnit(d.toN, 'force', 2) }} for it.
        </li>
      </ul>
    </section>
    <p v-if="!card.readOnly && inHand" class="soft small">Directions count from level to the right: 90° is up, 270° down.</p>
    <p v-if="typed.length && working" class="over">
      Loads typed at {{ typed.length === 1 ? 'one support' : `${typed.length} supports` }} count before what sits on the shaft.
      <button v-if="!card.readOnly" type="button" class="link-button" @click="release">let the shaft decide</button>
    </p>
    <ul v-if="lives.length" class="plain-list lives" aria-label="Life of every bearing" role="status">
      <li v-for="l in lives" :key="l.code" :class="{ shortest: lives.length > 1 && l.hours === shortest }">
        <span>{{ l.name }}</span>
        <span class="soft">{{ l.designation }}, {{ session.withUnit(l.radialN, 'force', 2) }}</span>
        <b class="number">{{ session.say(lifeWords(l.hours)) }}</b>
      </li>
    </ul>
    <details v-if="working">
      <summary class="link-button">working of the whole shaft</summary>
      <WorkingList :working="working.working" :assumptions="working.assumptions" />
    </details>
  </div>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 10px;
  margin-bottom: 12px;
}
.in-hand {
  border: 1px solid var(--hair);
  border-left: 4px solid var(--damson);
  display: grid;
  gap: 8px;
  padding: 8px 12px 10px;
}
h3 {
  display: flex;
  justify-content: space-between;
}
.fields {
  align-items: end;
  border: 0;
  display: grid;
  gap: 8px 12px;
  grid-template-columns: repeat(auto-fill, minmax(9rem, 1fr));
  margin: 0;
  padding: 0;
}
.tension {
  display: grid;
  gap: 8px;
}
.track {
  padding: 4px 10px 22px;
  position: relative;
}
.usual {
  border-left: 2px solid var(--ink);
  height: 18px;
  margin: -8px 0 0 0;
  position: absolute;
  top: 12px;
}
.usual span {
  color: var(--soft);
  font: 400 0.9rem var(--condensed);
  position: absolute;
  top: 18px;
  translate: -50% 0;
}
.estimate {
  border-left: 3px solid var(--amber);
  padding-left: 10px;
}
.over {
  background: var(--amber-wash);
  border-left: 4px solid var(--amber);
  padding: 6px 10px;
}
.lives {
  display: grid;
  gap: 2px;
}
.lives li {
  align-items: baseline;
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 12px;
  grid-template-columns: 9rem minmax(0, 1fr) auto;
}
.lives .shortest .number {
  color: var(--damson);
}
</style>
