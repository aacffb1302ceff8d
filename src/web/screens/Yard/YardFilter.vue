<script setup lang="ts">
import { computed } from 'vue'
import type { Yard } from '../../../contract/yard.js'
import ListSelect from '../../fields/ListSelect.vue'
import { useSession } from '../../stores/session.js'
import { areaTree, flattened } from './areas.js'

/** One area, one person, or both. */
const props = defineProps<{ yard: Yard; area: string; person: number | null }>()
defineEmits<{ go: [query: Record<string, string | undefined>] }>()
const session = useSession()
const areas = computed(() => flattened(areaTree(props.yard.areas)).map(({ node }) => ({ value: node.area, label: node.area })))
const people = computed(() =>
  props.yard.colleagues.map((c) => ({ value: c.id, label: c.id === session.me!.id ? `${c.name} (you)` : c.name })),
)
</script>

<template>
  <ListSelect
    v-if="areas.length"
    label="Area"
    placeholder="All areas"
    clearable
    :options="areas"
    :model-value="area || null"
    @update:model-value="$emit('go', { area: $event ?? undefined })"
  />
  <ListSelect
    label="Person"
    placeholder="Everybody"
    clearable
    :options="people"
    :model-value="person"
    @update:model-value="$emit('go', { person: $event ? String($event) : undefined })"
  />
</template>
