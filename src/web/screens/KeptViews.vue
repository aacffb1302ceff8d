<script setup lang="ts">
import { defineAsyncComponent, ref } from 'vue'
import type { SavedSearch, SCREENS_KEPT } from '../../contract/yard.js'
import { call } from '../api.js'

/** What somebody looks at again and again on a screen: used with a touch, kept under a name, dropped. */
defineProps<{ screen: (typeof SCREENS_KEPT)[number]; views: SavedSearch[]; search: string; columns?: readonly string[] }>()
const emit = defineEmits<{ use: [search: string, columns: readonly string[]]; changed: [views: SavedSearch[]] }>()
/** Forms come when somebody names a view. */
const NameView = defineAsyncComponent(() => import('./NameView.vue'))
const naming = ref(false)
function keep(views: SavedSearch[]) {
  emit('changed', views)
  naming.value = false
}
const drop = async ({ id }: SavedSearch) => emit('changed', await call('dropSearch', { params: { id } }))
</script>

<template>
  <div class="views" role="group" aria-label="Kept views">
    <span v-for="v in views" :key="v.id" class="view" :class="{ here: v.search === search }">
      <button type="button" class="use" :aria-pressed="v.search === search" @click="$emit('use', v.search, v.columns)">{{ v.name }}</button>
      <button type="button" class="drop" :aria-label="`Drop the view ${v.name}`" @click="drop(v)">×</button>
    </span>
    <NameView v-if="naming" :view="{ screen, search, columns: [...(columns ?? [])] }" @kept="keep" @keydown.esc.stop="naming = false" />
    <button v-else-if="search && !views.some((v) => v.search === search)" type="button" class="link-button" @click="naming = true">
      keep this view
    </button>
  </div>
</template>

<style scoped>
.views {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
}
.view {
  border: 1px solid var(--outline);
  display: inline-flex;
}
.view button {
  background: none;
  border: 0;
  color: var(--ink);
  cursor: pointer;
  font: 600 1rem var(--condensed);
  min-height: 34px;
  padding: 2px 10px;
}
.view .drop {
  border-left: 1px solid var(--hair);
}
.here .use {
  background: var(--damson);
  color: var(--on-damson, #fff);
}
</style>
