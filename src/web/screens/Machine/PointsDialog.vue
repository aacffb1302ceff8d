<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import MultiSelect from 'primevue/multiselect'
import { ref } from 'vue'
import type { PointInput, PointView } from '../../../contract/greasing.js'
import type { ShaftLineView } from '../../../contract/lines.js'
import type { MachineView } from '../../../contract/machines.js'
import { call, refusalOf } from '../../api.js'

/** Which nipples a line has and what each feeds: two at one support, or one for several. */
const props = defineProps<{ line: ShaftLineView; points: readonly PointView[] }>()
const emit = defineEmits<{ close: []; changed: [machine: MachineView] }>()
const rows = ref<PointInput[]>(props.points.map((p) => ({ id: p.id, name: p.name, feeds: p.feeds.map((f) => f.positionId) })))
const supports = props.line.positions.map((p) => ({ value: p.id, label: p.name }))
const errors = ref<Record<string, string>>({})
const problem = ref('')
const saving = ref(false)
const wrong = (i: number) => errors.value[`points.${i}.name`] ?? errors.value[`points.${i}.feeds`]

async function save() {
  saving.value = true
  problem.value = ''
  try {
    const machine = await call('arrangePoints', {
      params: { id: props.line.id },
      body: { version: props.line.version, points: rows.value },
    })
    emit('changed', machine)
    emit('close')
  } catch (failure) {
    const refusal = refusalOf(failure)
    errors.value = refusal.errors
    problem.value = refusal.problem ?? refusal.errors.points ?? ''
  } finally {
    saving.value = false
  }
}
</script>

<template>
  <Dialog :visible="true" modal :header="`Greasing points: ${line.name}`" :style="{ width: '44rem' }" @update:visible="emit('close')">
    <form class="points" @submit.prevent="save">
      <p class="soft">
        What a support wants goes in equal parts through its points. A point that feeds several supports is greased once for all of them.
      </p>
      <p v-if="!rows.length" class="soft">No point yet.</p>
      <div v-for="(p, i) in rows" :key="i" class="row">
        <InputText
          v-model.trim="p.name"
          :autofocus="i === 0"
          :aria-label="`Name of point ${i + 1}`"
          :aria-invalid="!!wrong(i)"
          placeholder="no name needed"
          maxlength="60"
          autocomplete="off"
        />
        <MultiSelect
          v-model="p.feeds"
          :options="supports"
          option-label="label"
          option-value="value"
          :aria-label="`What point ${i + 1} feeds`"
          placeholder="feeds nothing yet"
          display="chip"
          :show-toggle-all="false"
        />
        <button type="button" class="link-button" @click="rows.splice(i, 1)">
          take away<span class="visually-hidden"> point {{ i + 1 }}</span>
        </button>
        <p v-if="wrong(i)" class="wrong" role="alert">{{ wrong(i) }}</p>
      </div>
      <p><button type="button" class="link-button" @click="rows.push({ id: null, name: '', feeds: [] })">another point</button></p>
      <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
      <div class="buttons">
        <Button type="submit" label="Save" :loading="saving" />
        <Button type="button" label="Not now" text @click="emit('close')" />
      </div>
    </form>
  </Dialog>
</template>

<style scoped>
.points {
  display: grid;
  gap: 12px;
}
.row {
  align-items: center;
  display: grid;
  gap: 6px 14px;
  grid-template-columns: 13rem minmax(0, 1fr) auto;
}
.wrong {
  color: var(--rowan);
  font-weight: 600;
  grid-column: 1 / -1;
}
.buttons {
  display: flex;
  gap: 10px;
}
</style>
