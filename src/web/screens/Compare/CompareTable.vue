<script setup lang="ts">
import { computed } from 'vue'
import { JUDGEMENT_WORDS, type CompareResult } from '../../../core/identify/compare.js'
import { useSession } from '../../stores/session.js'

/** Feature by feature: what came out, and each of the offered with its judgement, its reason and its figure. */
const props = defineProps<{ removed: string; offered: readonly string[]; results: readonly CompareResult[] }>()
const session = useSession()
const rows = computed(() => {
  const aspects = [...new Set(props.results.flatMap((r) => r.lines.map((l) => l.aspect)))]
  return aspects.map((aspect) => {
    const cells = props.results.map((r) => r.lines.find((l) => l.aspect === aspect))
    return { aspect, removed: cells.find((c) => c)?.removed ?? '', cells }
  })
})
</script>

<template>
  <div class="scroll" tabindex="0" role="group" aria-label="Feature by feature">
    <table>
      <thead>
        <tr>
          <th scope="col">feature</th>
          <th scope="col">{{ removed }}</th>
          <th v-for="text in offered" :key="text" scope="col">{{ text }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.aspect">
          <th scope="row">{{ row.aspect }}</th>
          <td>{{ session.say(row.removed) }}</td>
          <td v-for="(cell, i) in row.cells" :key="i" :class="cell?.judgement">
            <template v-if="cell">
              <b>{{ session.say(cell.offered) }}</b>
              <span class="mark">{{ JUDGEMENT_WORDS[cell.judgement] }}</span>
              <span v-if="cell.because"> {{ session.say(cell.because) }}</span>
              <span v-if="cell.figure" class="number"> {{ session.say(cell.figure) }}</span>
            </template>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  flex: none;
  overflow-x: auto;
  position: relative;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  border-bottom: 1px solid var(--hair);
  padding: 5px 10px 5px 0;
  text-align: left;
  vertical-align: top;
}
th[scope='row'] {
  font: 600 1rem var(--condensed);
  white-space: nowrap;
}
td.not,
td.unknown,
td.acceptable,
td.same {
  box-shadow: inset 4px 0 var(--hair);
  padding-left: 10px;
}
td.not {
  box-shadow: inset 4px 0 var(--rowan);
}
td.unknown {
  box-shadow: inset 4px 0 var(--amber);
}
.mark {
  color: var(--soft);
  font-size: 0.875rem;
  padding: 0 6px 0 8px;
}
td.not .mark {
  color: var(--rowan);
  font-weight: 700;
}
</style>
