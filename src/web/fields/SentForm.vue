<script setup lang="ts">
import { Form, type FormResolverOptions, type FormSubmitEvent } from '@primevue/forms'
import { provide, reactive, ref } from 'vue'
import type { z } from 'zod'
import { refusal } from '../../contract/problem.js'
import { refusalOf } from '../api.js'
import { SENT_FORM } from './sentForm.js'

/**
 * A form that is sent whole. The contract's schema checks it beside each field as soon as the field is left, and the server
 * has the last word: what it refuses stands beside its field, anything else below.
 */
const props = defineProps<{
  /** What the route accepts, or the part of it that is typed here. */
  schema: z.ZodType
  initial: Record<string, unknown>
  /** A small form that stands beside other work: it speaks up only when it is sent, and moves nothing when it is left. */
  late?: boolean
  /** What was typed as the schema has it, where that differs. */
  read?: (typed: Record<string, unknown>) => Record<string, unknown>
  // What it gets is what the schema passed.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  send: (values: any) => Promise<unknown>
}>()
/** What stands in the form, as it is typed. */
const emit = defineEmits<{ typed: [values: Record<string, unknown>] }>()
const refused = reactive<Record<string, string>>({})
const tried = ref(false)
const sending = ref(false)
const problem = ref<string | null>(null)
provide(SENT_FORM, { refused, tried, late: props.late })

const asTyped = (typed: Record<string, unknown>) => (props.read ? props.read(typed) : typed)
function resolver({ values }: FormResolverOptions) {
  emit('typed', values)
  const read = props.schema.safeParse(asTyped(values))
  const errors: Record<string, { message: string }[]> = {}
  for (const { field, allowed } of read.success ? [] : refusal(read.error).errors!)
    (errors[field.split('.')[0]!] ??= []).push({ message: allowed })
  return { values, errors }
}

async function submit({ valid, states }: FormSubmitEvent) {
  tried.value = true
  problem.value = null
  for (const field of Object.keys(refused)) delete refused[field]
  if (!valid || sending.value) return
  sending.value = true
  try {
    await props.send(asTyped(Object.fromEntries(Object.entries(states).map(([name, state]) => [name, state.value as unknown]))))
    tried.value = false
  } catch (failure) {
    const told = refusalOf(failure)
    const others = Object.entries(told.errors).filter(([field]) => !Object.hasOwn(states, field))
    Object.assign(refused, told.errors)
    problem.value = told.problem ?? (others.map(([, words]) => words).join(' ') || null)
  } finally {
    sending.value = false
  }
}
</script>

<template>
  <Form :initial-values="initial" :resolver="resolver" validate-on-blur @submit="submit">
    <slot :sending="sending" />
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </Form>
</template>

<style scoped>
.problem {
  color: var(--rowan);
  font-weight: 600;
  grid-column: 1 / -1;
}
</style>
