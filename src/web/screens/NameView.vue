<script setup lang="ts">
import { savedSearchInput, type SavedSearch, type SCREENS_KEPT } from '../../contract/yard.js'
import { call } from '../api.js'
import FormPart from '../fields/FormPart.vue'
import SentForm from '../fields/SentForm.vue'
import TextField from '../fields/TextField.vue'

/** The name under which a view is kept. */
type View = { screen: (typeof SCREENS_KEPT)[number]; search: string; columns: string[] }
defineProps<{ view: View }>()
const emit = defineEmits<{ kept: [views: SavedSearch[]] }>()
const keep = async (body: View & { name: string }) => emit('kept', await call('saveSearch', { body }))
</script>

<template>
  <SentForm
    class="naming"
    late
    :schema="savedSearchInput"
    :initial="{ name: '' }"
    :read="(form) => ({ ...view, name: form.name })"
    :send="keep"
  >
    <FormPart id="view-name" name="name" :control="TextField" empty="" label="Name of the view" :most="60" begin />
    <button type="submit" class="link-button">keep</button>
  </SentForm>
</template>

<style scoped>
.naming {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
}
</style>
