<script setup lang="ts">
import { joined } from '../../../core/words/message.js'
import { LATE_WHY } from '../../../contract/card-parts.js'
import { shortMomentOf } from '../../../contract/days.js'
import Button from 'primevue/button'
import { computed } from 'vue'
import { staleWords } from '../../../core/card/signing.js'
import { stepName, type LineStep } from '../../../core/card/line-step.js'
import { useSession } from '../../stores/session.js'
import StepAccept from './StepAccept.vue'
import StepFields from './StepFields.vue'
import { useStep } from './useStep.js'

/** One step of the mounting plan: what to do, what to write down with its tolerance, who signed. */
const props = defineProps<{ step: LineStep; number: number }>()
const session = useSession()
const { card, record, state, signed, stale, late, sign, withdraw } = useStep(() => props.step)
const name = computed(() => stepName(props.step.key))
/** The first step that waits says what it waits for; those after it only wait. */
const next = computed(() => {
  const here = card.plan.filter((s) => s.scope === props.step.scope).map((s) => s.key)
  return card.stepStates.find((s) => !s.holds && here.includes(s.key))?.key === props.step.key
})
</script>

<template>
  <li class="step" :class="{ signed: signed && !stale, stale }" :data-step="name">
    <span class="mark number">{{ number }}</span>
    <div class="body">
      <h3>{{ session.say(step.title) }}</h3>
      <p>
        {{ session.say(step.doing) }}
        <span class="soft"
          >Tool: {{ session.say(joined(step.tools, ', ')) }}.<template v-if="step.materials">
            Used up: {{ step.materials.join(', ') }}.</template
          ></span
        >
      </p>
      <p v-if="step.caution" class="caution"><span class="state state-caution">Caution</span> {{ session.say(step.caution) }}</p>
      <div v-if="step.fields.length" class="fields">
        <StepFields :step="step" />
      </div>
      <StepAccept :step="step" />
      <p v-if="stale" class="state state-stop">{{ session.say(staleWords(state)) }}</p>
      <p v-for="l in late" :key="l.heardAt" class="state state-caution">
        Signed by {{ l.by }} on a device, {{ shortMomentOf(l.at) }}: kept and does not count, since {{ LATE_WHY[l.why] }}.
      </p>
    </div>
    <div class="sign">
      <template v-if="signed">
        <span class="state" :class="stale ? 'state-stop' : 'state-good'">{{ record!.signedBy }}</span>
        <span class="soft small">{{ shortMomentOf(record!.signedAt!) }}</span>
        <button v-if="!card.readOnly" type="button" class="link-button" @click="withdraw">
          withdraw<span class="visually-hidden"> signature of {{ session.say(step.title) }}</span>
        </button>
      </template>
      <template v-if="!card.readOnly && (!signed || stale)">
        <Button
          :label="stale ? 'Sign again' : 'Sign'"
          :aria-label="`Sign: ${session.say(step.title)}`"
          :disabled="state.blocked !== null"
          :title="state.blocked === null ? undefined : session.say(state.blocked)"
          @click="sign"
        />
        <span v-if="next && state.blocked" class="soft small">{{ session.say(state.blocked) }}</span>
      </template>
    </div>
  </li>
</template>

<style scoped>
.step {
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 14px;
  grid-template-columns: 2rem minmax(0, 1fr) 7.6rem;
  padding: 12px 0 12px 8px;
}
.mark {
  color: var(--damson);
  font-size: 1.5rem;
  line-height: 1;
}
.signed {
  box-shadow: inset 4px 0 var(--moss);
}
.stale {
  box-shadow: inset 4px 0 var(--rowan);
}
.caution {
  margin-top: 4px;
}
.fields {
  display: grid;
  gap: 10px;
  margin-top: 8px;
  max-width: 24rem;
}
.sign {
  align-content: start;
  display: grid;
  gap: 4px;
  justify-items: end;
  text-align: right;
}
</style>
