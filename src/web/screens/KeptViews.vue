<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import type { SavedSearch, SCREENS_KEPT } from '../../contract/yard.js'
import { call, refusalOf } from '../api.js'

/** What somebody looks at again and again on a screen: used with a touch, kept under a name, dropped. */
const props = defineProps<{ screen: (typeof SCREENS_KEPT)[number]; views: SavedSearch[]; search: string; columns?: readonly string[] }>()
const emit = defineEmits<{ use: [search: string, columns: readonly string[]]; changed: [views: SavedSearch[]] }>()
const naming = ref(false)
const name = ref('')
const problem = ref<string | null>(null)

async function keep() {
  problem.value = null
  try {
    emit(
      'changed',
      await call('saveSearch', {
        body: { screen: props.screen, name: name.value, search: props.search, columns: [...(props.columns ?? [])] },
      }),
    )
    naming.value = false
    name.value = ''
  } catch (failure) {
    const { errors, problem: words } = refusalOf(failure)
    problem.value = words ?? Object.values(errors).join('; ')
  }
}
const drop = async ({ id }: SavedSearch) => emit('changed', await call('dropSearch', { params: { id } }))
</script>

<template>
  <div class="views" role="group" aria-label="Kept views">
    <span v-for="v in views" :key="v.id" class="view" :class="{ here: v.search === search }">
      <button type="button" class="use" :aria-pressed="v.search === search" @click="$emit('use', v.search, v.columns)">{{ v.name }}</button>
      <button type="button" class="drop" :aria-label="`Drop the view ${v.name}`" @click="drop(v)">×</button>
    </span>
    <form v-if="naming" @submit.prevent="keep" @keydown.esc.stop="naming = false">
      <InputText v-model="name" autofocus size="small" aria-label="Name of the view" placeholder="Its name" maxlength="60" />
      <button type="submit" class="link-button">keep</button>
    </form>
    <button v-else-if="search && !views.some((v) => v.search === search)" type="button" class="link-button" @click="naming = true">
      keep this view
    </button>
    <span v-if="problem" role="alert" class="problem">{{ problem }}</span>
  </div>
</template>

<style scoped>
.views,
.views form {
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
.problem {
  color: var(--rowan);
  font-weight: 600;
}
</style>
