<script setup lang="ts">
import Button from 'primevue/button'
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import Dialog from 'primevue/dialog'
import { computed, ref } from 'vue'
import { LINE, partsOf, type Key } from '../../../core/card/answers.js'
import { stationRow } from '../../../core/procedure/procedures.js'
import { fieldOf } from '../../../core/card/fields.js'
import DecisionChoice from '../../fields/DecisionChoice.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import { answerWords } from '../../fields/answerWords.js'
import ActionButton from '../../fields/ActionButton.vue'

/** Two people answered the same fields: both answers side by side, the person chooses each. */
const card = useCard()
const session = useSession()
const conflicts = computed(() => card.conflict!.conflicts)
const who = computed(() => [...new Set(conflicts.value.map((c) => c.savedBy).filter(Boolean))].join(', ') || 'Somebody')
const several = computed(() => card.line.order.length > 1)
const rows = computed(() =>
  conflicts.value.map(({ key, value, savedBy }) => {
    const { scope, station, name } = partsOf(key)!
    const field = fieldOf(station, name)!
    const where = several.value && scope !== LINE ? `, ${card.nameOf(scope)}` : ''
    const say = (v: unknown) => answerWords(field, v, session.units)
    return {
      key,
      label: `${stationRow(station).title}${where}: ${field.label}`,
      mine: say(card.lineAnswers[key]),
      theirs: say(value),
      savedBy: savedBy || who.value,
    }
  }),
)
const chosen = ref<Record<Key, 'mine' | 'theirs'>>({})
const all = (choice: 'mine' | 'theirs') => card.resolveConflict(Object.fromEntries(rows.value.map((r) => [r.key, choice])))
const settled = computed(() => rows.value.every((r) => chosen.value[r.key]))
const OPTIONS = [
  { value: 'mine', label: 'mine' },
  { value: 'theirs', label: 'theirs' },
] as const
</script>

<template>
  <Dialog :visible="true" modal :closable="false" header="Two answers" :style="{ width: '46rem' }">
    <p>{{ who }} answered the same while you were at it. Nothing is lost: choose which one counts.</p>
    <DataTable :value="rows" data-key="key" size="small" class="answers">
      <Column header="Answer"
        ><template #body="{ data }"
          ><b>{{ data.label }}</b></template
        ></Column
      >
      <Column header="Yours"
        ><template #body="{ data }"
          ><b class="number">{{ data.mine }}</b></template
        ></Column
      >
      <Column :header="who"
        ><template #body="{ data }"
          ><b class="number">{{ data.theirs }}</b></template
        ></Column
      >
      <Column v-if="rows.length > 1" header="Counts"
        ><template #body="{ data, index }">
          <DecisionChoice
            :id="`choose-${index}`"
            label=""
            :options="OPTIONS"
            :model-value="chosen[data.key] ?? null"
            @update:model-value="chosen = { ...chosen, [data.key]: $event }"
          /> </template
      ></Column>
    </DataTable>
    <div class="choose">
      <Button label="Keep mine" @click="all('mine')" />
      <Button label="Take theirs" outlined @click="all('theirs')" />
      <ActionButton
        v-if="rows.length > 1"
        label="As chosen"
        outlined
        :why="!settled && 'choose one for every field'"
        @click="card.resolveConflict(chosen)"
      />
    </div>
  </Dialog>
</template>

<style scoped>
.answers {
  margin: 14px 0;
}
.choose {
  display: flex;
  gap: 12px;
}
</style>
