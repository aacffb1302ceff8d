<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import { type ImportReport } from '../../../contract/own-data.js'
import { COLUMNS, cellText, type Column } from '../../../contract/own-columns.js'

/** What a file would change, or why it cannot; nothing is changed until it is said so. */
const props = defineProps<{ report: ImportReport }>()
defineEmits<{ apply: []; leave: []; undo: [] }>()
const changes = computed(() =>
  props.report.changes.slice(0, 12).map(({ key, before, after }) => ({
    key,
    isNew: before === null,
    fields: COLUMNS[props.report.kind]
      .filter((c) => before && after && (before[c.field] ?? null) !== (after[c.field] ?? null))
      .map((c) => `${c.name.replaceAll('_', ' ')} ${show(c, before![c.field])} becomes ${show(c, after![c.field])}`),
  })),
)
const show = (column: Column, value: unknown) => cellText(column, value) || 'empty'
const nothing = computed(() => props.report.added + props.report.changed === 0)
</script>

<template>
  <section class="report" :class="{ bad: report.errors.length }" aria-label="What the file would change">
    <template v-if="report.errors.length">
      <h2>
        Nothing was changed: {{ report.errors.length + report.moreErrors }}
        {{ report.errors.length + report.moreErrors === 1 ? 'error' : 'errors' }}
      </h2>
      <ol class="plain-list errors">
        <li v-for="(e, i) in report.errors" :key="i">
          <b class="number">line {{ e.line }}</b> <span v-if="e.column">{{ e.column }}: </span>{{ e.message }}
        </li>
      </ol>
      <p v-if="report.moreErrors" class="soft">and {{ report.moreErrors }} more.</p>
      <p>Correct the file and read it again.</p>
    </template>
    <template v-else>
      <h2 role="status">
        {{ report.batchId === null ? 'This file would add' : 'Done: added' }} {{ report.added }},
        {{ report.batchId === null ? 'change' : 'changed' }} {{ report.changed }}, {{ report.same }} stay as they are
      </h2>
      <ul class="plain-list">
        <li v-for="c in changes" :key="c.key">
          <b class="number">{{ c.key }}</b> <span class="soft">{{ c.isNew ? 'new' : c.fields.join('; ') }}</span>
        </li>
      </ul>
      <p v-if="report.added + report.changed > changes.length" class="soft">
        and {{ report.added + report.changed - changes.length }} more.
      </p>
    </template>
    <p v-for="n in report.notes" :key="n" class="soft">{{ n }}</p>
    <div class="act">
      <Button
        v-if="!report.errors.length && report.batchId === null && !nothing"
        label="Make these changes"
        size="small"
        @click="$emit('apply')"
      />
      <Button v-if="report.batchId !== null" label="Take it back" size="small" outlined @click="$emit('undo')" />
      <Button :label="report.batchId === null ? 'Leave it' : 'Close'" size="small" text @click="$emit('leave')" />
    </div>
  </section>
</template>

<style scoped>
.report {
  background: var(--paper);
  border-left: 4px solid var(--damson);
  display: grid;
  gap: 6px;
  padding: 10px 14px;
}
.bad {
  border-color: var(--rowan);
}
.errors {
  max-height: 12rem;
  overflow: auto;
}
.act {
  display: flex;
  gap: 10px;
}
</style>
