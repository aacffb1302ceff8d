<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import { call, refusalOf } from '../../api.js'
import TextField from '../../fields/TextField.vue'

/** What the plant is called: on the Yard, on cards, on paper. */
const emit = defineEmits<{ named: [] }>()
const name = ref<string | null>(null)
const refusal = ref<string | null>(null)
const said = ref('')

void call('plantSettings')
  .then((settings) => (name.value ??= settings.name || null))
  .catch(() => {})

async function save() {
  said.value = ''
  refusal.value = null
  try {
    const settings = await call('namePlant', { body: { name: name.value ?? '' } })
    said.value = `It is called ${settings.name}.`
    emit('named')
  } catch (failure) {
    const { errors, problem } = refusalOf(failure)
    refusal.value = errors.name ?? problem
  }
}
</script>

<template>
  <form class="name" @submit.prevent="save">
    <TextField
      id="plant-name"
      label="Name of the plant"
      :most="120"
      :model-value="name"
      :error="refusal"
      @update:model-value="name = $event"
    />
    <Button type="submit" label="Keep the name" outlined />
    <span v-if="said" class="soft" role="status">{{ said }}</span>
  </form>
</template>

<style scoped>
.name {
  align-items: end;
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.name > :first-child {
  flex: 0 1 24rem;
}
</style>
