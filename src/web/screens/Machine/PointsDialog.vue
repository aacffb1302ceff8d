<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { pointsInput, type PointInput, type PointView } from '../../../contract/greasing.js'
import type { ShaftLineView } from '../../../contract/lines.js'
import type { MachineView } from '../../../contract/machines.js'
import { call } from '../../api.js'
import FormPart from '../../fields/FormPart.vue'
import SentForm from '../../fields/SentForm.vue'
import PointRows from './PointRows.vue'

/** Which nipples a line has and what each feeds: two at one support, or one for several. */
const props = defineProps<{ line: ShaftLineView; points: readonly PointView[] }>()
const emit = defineEmits<{ close: []; changed: [machine: MachineView] }>()
const first: PointInput[] = props.points.map((p) => ({ id: p.id, name: p.name, feeds: p.feeds.map((f) => f.positionId) }))
const supports = props.line.positions.map((p) => ({ value: p.id, label: p.name }))

async function save(body: { version: number; points: PointInput[] }) {
  emit('changed', await call('arrangePoints', { params: { id: props.line.id }, body }))
  emit('close')
}
</script>

<template>
  <Dialog :visible="true" modal :header="`Greasing points: ${line.name}`" :style="{ width: '44rem' }" @update:visible="emit('close')">
    <SentForm
      v-slot="{ sending }"
      class="points"
      :schema="pointsInput"
      :initial="{ points: first }"
      :read="(form) => ({ version: line.version, points: form.points })"
      :send="save"
    >
      <p class="soft">
        What a support wants goes in equal parts through its points. A point that feeds several supports is greased once for all of them.
      </p>
      <FormPart name="points" :control="PointRows" :supports="supports" />
      <div class="buttons">
        <Button type="submit" label="Save" :loading="sending" />
        <Button type="button" label="Not now" text @click="emit('close')" />
      </div>
    </SentForm>
  </Dialog>
</template>

<style scoped>
.points {
  display: grid;
  gap: 12px;
}
.buttons {
  display: flex;
  gap: 10px;
}
</style>
