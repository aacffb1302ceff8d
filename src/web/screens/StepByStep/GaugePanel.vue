<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { INSTRUMENT_KINDS, INSTRUMENT_NAMES, readsOf, type FieldToRead, type InstrumentKind } from '../../../core/measuring/instruments.js'
import { canSerial } from '../../devices/serial.js'
import { FAULTS, type Fault } from '../../devices/standIn.js'
import ChoiceField from '../../fields/ChoiceField.vue'
import { useGauges } from '../../stores/gauges.js'

/** A gauge on a cable, or a stand-in to try it with: what it sends lands in the field in hand. */
const props = defineProps<{ field: FieldToRead }>()
const gauges = useGauges()
const kinds = computed(() =>
  INSTRUMENT_NAMES.filter((k) => readsOf(k).includes(props.field.quantity)).map((value) => ({
    value,
    label: INSTRUMENT_KINDS[value].label,
  })),
)
const faults = (Object.keys(FAULTS) as Fault[]).map((value) => ({ value, label: FAULTS[value] }))
const kind = ref<InstrumentKind | null>(null)
const fault = ref<Fault>('none')
const first = computed(() => (kinds.value.some((k) => k.value === kind.value) ? kind.value! : (kinds.value[0]?.value ?? null)))
const WORD = { ready: 'ready', low: 'battery low', gone: 'nothing comes' } as const
const LEVEL = { ready: 'state-good', low: 'state-caution', gone: 'state-stop' } as const
</script>

<template>
  <details class="gauge">
    <summary>
      Gauge<template v-if="gauges.gauge"
        >: {{ gauges.gauge.name }} <span class="state" :class="LEVEL[gauges.state]">{{ WORD[gauges.state] }}</span></template
      >
    </summary>
    <p v-if="gauges.why" role="status">{{ gauges.why }}</p>
    <template v-if="gauges.gauge">
      <div class="row">
        <Button v-if="gauges.gauge.standIn" label="Press its button" @click="gauges.press(field)" />
        <Button outlined label="Disconnect" @click="gauges.disconnect()" />
      </div>
    </template>
    <template v-else>
      <p class="soft">A gauge that types needs no connecting: press its button, and the reading lands in the field in hand.</p>
      <div class="row">
        <Button v-if="canSerial()" outlined label="Connect a gauge on a cable" @click="gauges.connectCable()" />
      </div>
      <div v-if="first" class="row">
        <ChoiceField
          id="stand-in-kind"
          label="Stand-in, measures nothing real"
          :options="kinds"
          :model-value="first"
          @update:model-value="kind = $event"
        />
        <ChoiceField id="stand-in-fault" v-model="fault" label="It is" :options="faults" />
        <Button outlined label="Take the stand-in" @click="gauges.connectStandIn(first, fault)" />
      </div>
    </template>
  </details>
</template>

<style scoped>
.gauge {
  border-top: 1px solid var(--hair);
  display: grid;
  font-size: 1.15rem;
  gap: 8px;
  margin-top: 14px;
  max-width: 40rem;
  padding-top: 6px;
}
summary {
  align-items: center;
  cursor: pointer;
  min-height: 64px;
  padding-top: 18px;
}
.row {
  align-items: end;
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  padding: 6px 0;
}
.row :deep(button),
.row :deep(.p-select) {
  align-items: center;
  min-height: 64px;
}
</style>
