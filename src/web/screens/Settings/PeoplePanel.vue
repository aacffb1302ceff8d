<script setup lang="ts">
import type { BodyOf } from '../../../contract/routes.js'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { onMounted, reactive, ref } from 'vue'
import { ROLES, type Person, type Role } from '../../../contract/people.js'
import { refusalOf, call } from '../../api.js'
import ChoiceField from '../../fields/ChoiceField.vue'
import FieldFrame from '../../fields/FieldFrame.vue'
import { useSession } from '../../stores/session.js'

const session = useSession()
const people = ref<Person[]>([])
const problem = ref<string | null>(null)
const errors = ref<Record<string, string>>({})
const draft = reactive({ name: '', login: '', role: 'technician' as Role, password: '' })
const ROLE_OPTIONS = ROLES.map((value) => ({ value, label: value }))
const MAY: Record<Role, string> = {
  viewer: 'reads',
  technician: 'records, measures, signs',
  planner: 'also accepts readings, edits greases and figures',
  administrator: 'also manages people',
}

async function attempt(body: () => Promise<unknown>) {
  problem.value = null
  errors.value = {}
  try {
    await body()
    people.value = await call('people')
    return true
  } catch (failure) {
    const refusal = refusalOf(failure)
    errors.value = refusal.errors
    problem.value = refusal.problem
    return false
  }
}
onMounted(() => attempt(async () => {}))

async function add() {
  if (await attempt(() => call('addPerson', { body: draft })))
    Object.assign(draft, { name: '', login: '', role: 'technician', password: '' })
}
const change = (person: Person, body: BodyOf<'changePerson'>) => attempt(() => call('changePerson', { params: { id: person.id }, body }))
</script>

<template>
  <section>
    <h2 id="people-title">People</h2>
    <p v-if="problem" role="alert" class="problem">{{ problem }}</p>
    <ul class="plain-list">
      <li v-for="p in people" :key="p.id" class="person">
        <b>{{ p.name }}</b>
        <span class="soft">{{ p.login }}</span>
        <ChoiceField
          :id="`role-${p.id}`"
          label="Role"
          :options="ROLE_OPTIONS"
          :model-value="p.role"
          @update:model-value="$event && change(p, { role: $event })"
        />
        <span class="soft small">{{ p.active ? MAY[p.role] : 'switched off' }}</span>
        <Button
          v-if="p.id !== session.me!.id"
          :label="p.active ? 'Switch off' : 'Switch on'"
          size="small"
          outlined
          :aria-label="`${p.active ? 'Switch off' : 'Switch on'} ${p.name}`"
          @click="change(p, { active: !p.active })"
        />
      </li>
    </ul>
    <form class="add" @submit.prevent="add">
      <FieldFrame id="new-name" label="Name" :error="errors.name"
        ><InputText id="new-name" v-model="draft.name" autocomplete="off"
      /></FieldFrame>
      <FieldFrame id="new-login" label="Sign-in name" :error="errors.login"
        ><InputText id="new-login" v-model="draft.login" autocomplete="off"
      /></FieldFrame>
      <ChoiceField
        id="new-role"
        label="Role"
        :options="ROLE_OPTIONS"
        :model-value="draft.role"
        @update:model-value="draft.role = $event ?? 'technician'"
      />
      <FieldFrame id="new-password" label="First password" :error="errors.password"
        ><InputText id="new-password" v-model="draft.password" type="password" autocomplete="new-password"
      /></FieldFrame>
      <Button type="submit" label="Add" />
    </form>
  </section>
</template>

<style scoped>
.person,
.add {
  align-items: end;
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 16px;
  grid-template-columns: 1fr 1fr 12rem 1.4fr 7rem;
  padding: 8px 0;
}
.person {
  align-items: center;
}
.add {
  border: 0;
  align-items: start;
}
.add > :last-child {
  align-self: start;
  margin-top: 22px;
}
.problem {
  color: var(--rowan);
  font-weight: 600;
}
</style>
