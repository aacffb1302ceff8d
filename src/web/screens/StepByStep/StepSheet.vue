<script setup lang="ts">
import { joined, phrase } from '../../../core/words/message.js'
import { useEventListener } from '@vueuse/core'
import Button from 'primevue/button'
import { computed, nextTick, onBeforeUnmount, onMounted, ref } from 'vue'
import { staleWords } from '../../../core/card/signing.js'
import { stepName, type LineStep } from '../../../core/card/line-step.js'
import DrawingView from '../../drawing/DrawingView.vue'
import { figureText } from '../../figures/figureText.js'
import { useSession } from '../../stores/session.js'
import SaveState from '../JobCard/SaveState.vue'
import StepAccept from '../JobCard/StepAccept.vue'
import StepFields from '../JobCard/StepFields.vue'
import { useStep } from '../JobCard/useStep.js'
import GaugePanel from './GaugePanel.vue'
import { isWriting } from './useGauge.js'
import { useGaugeInto } from './useGaugeInto.js'
import { useSpoken } from './useSpoken.js'
import { useStepLook } from './useStepLook.js'

/** One step: what to do, its picture, the reading to take, and one large way on. Space goes on, arrows look back and forth. */
const props = defineProps<{ step: LineStep; index: number; atHand: number }>()
const emit = defineEmits<{ go: [to: number] }>()
const session = useSession()
const { card, record, state, signed, stale, values, where, sign } = useStep(() => props.step)
const name = computed(() => stepName(props.step.key))
const total = computed(() => card.plan.length)
const following = computed(() => card.plan[props.index + 1])

const { picture, driven, grips, figures } = useStepLook(() => props.step)
const clock = (s: number) => `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`

const done = computed(() => signed.value && !stale.value)
/** What the large button does now; null where it waits for something. */
const onward = computed((): { label: string; run: () => void } | null => {
  if (done.value || card.readOnly) return following.value ? { label: 'Next', run: () => emit('go', props.index + 1) } : null
  if (state.value.blocked === null) return { label: 'Done, sign it', run: () => void finish() }
  // What is only to be confirmed is confirmed by the same hand, foot or knuckle.
  const missing = props.step.fields.filter((f) => state.value.fields[f.key] === 'missing')
  const [first] = missing
  if (props.index !== props.atHand || !first || missing.some((f) => f.kind !== 'check')) return null
  return { label: `Yes: ${session.say(first.label)}`, run: () => card.editStep(props.step.key, { [first.key]: true }) }
})
async function finish() {
  if (await sign()) emit('go', props.index + 1)
}
const wrong = computed(() => props.step.fields.filter((f) => state.value.fields[f.key] === 'outside' && state.value.outside.length > 0))
function again() {
  card.editStep(props.step.key, Object.fromEntries(wrong.value.map((f) => [f.key, null])))
  void nextTick(() => focusField(wrong.value[0]?.key ?? props.step.fields[0]?.key))
}

/** Of a choice the first of its ways. */
function focusField(key: string | undefined) {
  const id = `${name.value}-${key}`
  ;(document.getElementById(id) ?? document.getElementById(`${id}-0`))?.focus()
}
const sheet = ref<HTMLElement | null>(null)
onMounted(() => {
  const first = props.step.fields.find((f) => f.kind !== 'check' && (values.value[f.key] ?? null) === null)
  if (first && !card.readOnly && !signed.value) focusField(first.key)
  else sheet.value?.focus()
})

const { heard, inHand, hears, field } = useGaugeInto(() => props.step)
/** Space and arrows are those of a box or of a choice where it has the focus. */
const ticks = (target: EventTarget | null) => target instanceof HTMLInputElement && ['checkbox', 'radio'].includes(target.type)
const chooses = (target: EventTarget | null) => target instanceof HTMLInputElement && target.type === 'radio'
useEventListener(
  window,
  'keydown',
  (event: KeyboardEvent) => {
    if (hears(event) || event.ctrlKey || event.metaKey || event.altKey) return
    if (isWriting(event.target)) {
      if (event.key === 'Enter' && event.target instanceof HTMLInputElement) next(event)
      return
    }
    if (event.key === ' ' && !(event.target instanceof HTMLButtonElement) && !ticks(event.target)) {
      onward.value?.run()
      event.preventDefault()
    } else if (chooses(event.target)) return
    else if (event.key === 'ArrowLeft') emit('go', props.index - 1)
    else if (event.key === 'ArrowRight' && props.index < props.atHand) emit('go', props.index + 1)
  },
  { capture: true },
)
/** Enter goes to what is still missing, and from the last to the way on. */
function next(event: KeyboardEvent) {
  ;(event.target as HTMLElement).blur()
  void nextTick(() => {
    const missing = props.step.fields.find((f) => (values.value[f.key] ?? null) === null)
    if (missing) focusField(missing.key)
    else sheet.value?.focus()
  })
}

const words = computed(() => {
  const { title, doing, caution } = props.step
  return session.say(joined([title, doing, ...(caution ? [phrase`Caution. ${caution}`] : [])], '. '))
})
const spoken = useSpoken(words)
onBeforeUnmount(() => spoken.stop())
</script>

<template>
  <section
    ref="sheet"
    class="sheet"
    tabindex="-1"
    :aria-label="session.say(step.title)"
    :data-step="name"
    @focusin="inHand = ($event.target as HTMLElement).id.slice(name.length + 1) || null"
  >
    <header>
      <span class="count number">{{ index + 1 }}</span>
      <span class="soft of"
        >of {{ total }}<template v-if="where"> · {{ where }}</template></span
      >
      <SaveState class="save" />
      <button
        v-if="spoken.can"
        type="button"
        class="link-button speak"
        :aria-pressed="spoken.on.value"
        @click="spoken.on.value = !spoken.on.value"
      >
        {{ spoken.on.value ? 'Be silent' : 'Read it to me' }}
      </button>
      <Button v-if="index !== atHand" outlined class="back-to" :label="`Back to step ${atHand + 1}`" @click="emit('go', atHand)" />
    </header>
    <div class="work">
      <div class="say">
        <h1>{{ session.say(step.title) }}</h1>
        <p class="doing">{{ session.say(step.doing) }}</p>
        <p class="soft tool">
          With: {{ session.say(joined(step.tools, ', ')) }}.<template v-if="step.materials">
            Used up: {{ step.materials.join(', ') }}.</template
          >
        </p>
        <p v-if="step.caution" class="careful"><span class="state state-caution">Caution</span> {{ session.say(step.caution) }}</p>
        <p v-if="grips" class="clock" :class="{ gone: grips.leftS <= 0 }" role="timer">
          <b class="number">{{ clock(Math.max(0, grips.leftS)) }}</b>
          {{
            grips.leftS > 0
              ? 'until it must be over its seat; there it grips within seconds'
              : `It may grip any moment: do not force it. Take it off and ${grips.again} it again.`
          }}
        </p>
        <div v-if="step.fields.length" class="fields"><StepFields :step="step" /></div>
        <p v-if="driven" class="driven" role="status">{{ driven }}</p>
        <p v-if="heard" class="soft" role="status">{{ heard }}</p>
        <GaugePanel v-if="!card.readOnly && !signed && field" :field="field" />
        <div v-if="wrong.length && !signed" class="stopped" role="alert">
          <p>Outside its tolerance: the plan stops here. Measure again, ask, or have it accepted by somebody who may.</p>
          <Button v-if="!card.readOnly" outlined label="Measure again" @click="again" />
        </div>
        <StepAccept :step="step" />
        <p v-if="stale" class="state state-stop">{{ session.say(staleWords(state)) }}</p>
        <p v-if="card.message" class="state state-stop" role="alert">{{ session.say(card.message) }}</p>
      </div>
      <div class="look">
        <DrawingView v-if="picture" :drawing="picture" class="picture" />
        <dl v-if="figures.length" aria-label="Figures of this step">
          <div v-for="(f, i) in figures" :key="f.key" :class="{ first: i === 0 }" :data-figure="f.key">
            <dt>{{ session.say(f.label) }}</dt>
            <dd>
              <b class="number">{{ figureText(f).number }}</b> {{ figureText(f).unit }}
              <span v-if="f.note && i === 0" class="soft">{{ session.say(f.note) }}</span>
            </dd>
          </div>
        </dl>
      </div>
    </div>
    <footer>
      <Button class="back" severity="secondary" outlined label="Look back" :disabled="index === 0" @click="emit('go', index - 1)" />
      <Button v-if="onward" class="onward" :label="onward.label" @click="onward.run" />
      <p v-else class="waits" role="status">{{ done || card.readOnly ? 'The last step.' : session.say(state.blocked ?? '') }}</p>
      <p class="then">
        <template v-if="done">Signed by {{ record!.signedBy }}.</template>
        <template v-if="following"><span class="soft">Then</span> {{ session.say(following.title) }}</template>
      </p>
    </footer>
  </section>
</template>

<style scoped>
.sheet {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
  outline: none;
}
header {
  align-items: baseline;
  display: flex;
  gap: 14px;
  padding: 10px 28px 0;
}
.count {
  color: var(--damson);
  font-size: 3rem;
  font-weight: 800;
  line-height: 1;
}
.of {
  font-size: 1.3rem;
}
header .save {
  margin-left: auto;
}
.speak {
  font-size: 1.15rem;
  min-height: 64px;
  padding: 0 12px;
}
.back-to {
  min-height: 64px;
}
.work {
  display: grid;
  flex: 1;
  gap: 12px 36px;
  grid-template-columns: minmax(0, 5fr) minmax(0, 4fr);
  min-height: 0;
  overflow: auto;
  padding: 6px 28px 16px;
}
h1 {
  font-size: 2.5rem;
  line-height: 1.08;
}
.doing {
  font-size: 1.45rem;
  line-height: 1.35;
  margin-top: 10px;
}
.tool {
  font-size: 1.15rem;
  margin-top: 4px;
}
.careful {
  background: var(--amber-wash);
  border-left: 6px solid var(--amber);
  font-size: 1.25rem;
  margin-top: 12px;
  padding: 10px 14px;
}
.clock {
  color: var(--moss);
  font-size: 1.4rem;
  margin-top: 8px;
}
.clock .number {
  font-size: 4rem;
  font-weight: 800;
  padding-right: 10px;
}
.driven {
  font-size: 1.35rem;
  font-weight: 600;
  margin-top: 10px;
}
.fields :deep(.p-select) {
  align-items: center;
  font-size: 1.15rem;
  min-height: 64px;
}
.clock.gone {
  color: var(--rowan);
}
.fields {
  display: grid;
  gap: 14px;
  margin-top: 16px;
  max-width: 34rem;
}
.fields :deep(input:not([type='checkbox'])) {
  font-size: 1.9rem;
  min-height: 68px;
}
.fields :deep(label),
.fields :deep(legend) {
  font-size: 1.2rem;
}
.fields :deep(.decision label) {
  font-size: 1.5rem;
  min-height: 68px;
  padding-top: 18px;
}
.fields :deep(.tick) {
  font-size: 1.4rem;
  gap: 18px;
  min-height: 68px;
}
.fields :deep(input[type='checkbox']) {
  height: 44px;
  width: 44px;
}
.stopped {
  background: var(--rowan-wash, var(--amber-wash));
  border-left: 6px solid var(--rowan);
  display: grid;
  font-size: 1.2rem;
  gap: 10px;
  margin-top: 12px;
  padding: 10px 14px;
}
.stopped :deep(button) {
  min-height: 64px;
}
.say :deep(.accept input),
.say :deep(.accept button) {
  font-size: 1.3rem;
  min-height: 68px;
}
.look {
  align-self: start;
}
.picture {
  width: 100%;
}
dl {
  display: grid;
  gap: 6px 22px;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  margin: 6px 0 0;
}
dt {
  color: var(--soft);
  font: 500 1.1rem var(--condensed);
}
dd {
  font-size: 1.1rem;
  margin: 0;
}
dd .number {
  font-size: 1.5rem;
}
dl .first {
  grid-column: 1 / -1;
}
dl .first .number {
  color: var(--damson);
  font-size: 3.2rem;
  line-height: 1.05;
}
footer {
  align-items: center;
  border-top: 1px solid var(--hair);
  display: grid;
  gap: 10px 18px;
  grid-template-columns: auto minmax(0, 1fr) minmax(0, 20rem);
  padding: 12px 28px 14px;
}
.back,
.onward {
  font-size: 1.3rem;
  min-height: 84px;
  padding: 0 26px;
}
.onward {
  font-size: 1.9rem;
  font-weight: 700;
}
.waits {
  border: 2px dashed var(--outline);
  font-size: 1.25rem;
  padding: 22px 20px;
}
.then {
  font-size: 1.15rem;
}
@media (max-width: 900px) {
  .work {
    grid-template-columns: 1fr;
  }
  .look {
    align-items: center;
    display: grid;
    gap: 8px 24px;
    grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
    order: -1;
  }
  .picture {
    max-height: 16rem;
  }
  dl {
    grid-template-columns: 1fr;
  }
  footer {
    grid-template-columns: auto minmax(0, 1fr);
  }
  .then {
    grid-column: 1 / -1;
  }
}
/* On a phone the work keeps the screen: the answer is still wide enough for a glove. */
@media (max-width: 600px) {
  header {
    gap: 10px;
    padding-inline: 14px;
  }
  .work {
    padding-inline: 14px;
  }
  footer {
    gap: 6px 10px;
    padding: 8px 14px;
  }
  .back,
  .onward {
    font-size: 1.1rem;
    min-height: 64px;
    padding: 4px 12px;
  }
  .onward {
    font-size: 1.3rem;
  }
  .then {
    font-size: 1rem;
  }
}
</style>
