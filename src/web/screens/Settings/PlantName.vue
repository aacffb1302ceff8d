<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import { plantInput } from '../../../contract/plant.js'
import { call } from '../../api.js'
import FormPart from '../../fields/FormPart.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'

/** What the plant is called: on the Yard, on cards, on paper. */
const emit = defineEmits<{ named: [] }>()
const name = ref<string | null>(null)
const said = ref('')
let seen = ''

void call('plantSettings')
  .then((settings) => {
    name.value = settings.name
    seen = settings.versions.name
  })
  .catch(() => (name.value = ''))

async function save(body: { name: string }) {
  said.value = ''
  const settings = await call('namePlant', { query: { seen }, body })
  seen = settings.versions.name
  said.value = `It is called ${settings.name}.`
  emit('named')
}
</script>

<template>
  <SentForm v-if="name !== null" class="name" :schema="plantInput" :initial="{ name }" :send="save">
    <FormPart name="name" :control="TextField" id="plant-name" label="Name of the plant" :most="120" empty="" />
    <Button type="submit" label="Keep the name" outlined />
    <span v-if="said" class="soft" role="status">{{ said }}</span>
  </SentForm>
</template>

<style scoped>
.name {
  align-items: end;
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.name > :deep(.field) {
  flex: 0 1 24rem;
}
</style>
