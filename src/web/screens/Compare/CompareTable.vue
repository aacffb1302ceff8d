<script setup lang="ts">
import Column from 'primevue/column'
import DataTable from 'primevue/datatable'
import { computed } from 'vue'
import { JUDGEMENT_WORDS, type CompareResult } from '../../../core/identify/compare.js'
import { useSession } from '../../stores/session.js'

/** Feature by feature: what came out, and each of the offered with its judgement, its reason and its figure. */
const props = defineProps<{ removed: string; offered: readonly string[]; results: readonly CompareResult[] }>()
const session = useSession()
type Row = (typeof rows.value)[number]
const rows = computed(() => {
  const aspects = [...new Set(props.results.flatMap((r) => r.lines.map((l) => l.aspect)))]
  return aspects.map((aspect) => {
    const cells = props.results.map((r) => r.lines.find((l) => l.aspect === aspect))
    return { aspect, removed: cells.find((c) => c)?.removed ?? '', cells }
  })
})
</script>

<template>
  <DataTable :value="rows" data-key="aspect" size="small" class="features" scrollable aria-label="Feature by feature">
    <Column header="feature"
      ><template #body="{ data }"
        ><b class="aspect">{{ data.aspect }}</b></template
      ></Column
    >
    <Column :header="removed"
      ><template #body="{ data }">{{ session.say(data.removed) }}</template></Column
    >
    <Column v-for="(text, i) in offered" :key="text" :header="text"
      ><template #body="{ data }">
        <div v-if="(data as Row).cells[i]" class="cell" :class="(data as Row).cells[i]!.judgement">
          <b>{{ session.say((data as Row).cells[i]!.offered) }}</b>
          <span class="mark">{{ JUDGEMENT_WORDS[(data as Row).cells[i]!.judgement] }}</span>
          <span v-if="(data as Row).cells[i]!.because"> {{ session.say((data as Row).cells[i]!.because) }}</span>
          <span v-if="(data as Row).cells[i]!.figure" class="number"> {{ session.say((data as Row).cells[i]!.figure!) }}</span>
        </div>
      </template></Column
    >
  </DataTable>
</template>

<style scoped>
.features {
  flex: none;
}
.aspect {
  font: 600 1rem var(--condensed);
  white-space: nowrap;
}
.cell {
  border-left: 4px solid var(--hair);
  padding-left: 10px;
}
.cell.not {
  border-color: var(--rowan);
}
.cell.unknown {
  border-color: var(--amber);
}
.mark {
  color: var(--soft);
  font-size: 0.875rem;
  padding: 0 6px 0 8px;
}
.cell.not .mark {
  color: var(--rowan);
  font-weight: 700;
}
</style>
