<script setup lang="ts">
import type { BodyOf } from '../../../contract/routes.js'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { onMounted, reactive, ref } from 'vue'
import { ROLES, type Invitation, type Person, type Role } from '../../../contract/people.js'
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
  const body = { ...draft, password: draft.password || null }
  if (await attempt(async () => show(await call('addPerson', { body }))))
    Object.assign(draft, { name: '', login: '', role: 'technician', password: '' })
}
/** A code is shown once: it is read out or handed over, and cannot be looked up later. */
const handed = ref<{ name: string; login: string; code: string } | null>(null)
function show({ person, code }: Invitation) {
  handed.value = code === null ? null : { name: person.name, login: person.login, code }
}
const invite = (person: Person) => attempt(async () => show(await call('invite', { params: { id: person.id } })))
const change = (person: Person, body: BodyOf<'changePerson'>) => attempt(() => call('changePerson', { params: { id: person.id }, body }))
</script>

<template>
  <section>
    <h2 id="people-title">People</h2>
    <p v-if="problem" role="alert" class="problem">{{ problem }}</p>
    <p v-if="handed" class="handed" role="status">
      Code for {{ handed.name }}, sign-in name <b>{{ handed.login }}</b>: <b class="number" data-code>{{ handed.code }}</b>. It is shown
      only now, counts once and for seven days; with it a password is chosen at the sign-in.
    </p>
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
        <span class="soft small">{{ !p.active ? 'switched off' : p.invited ? `${MAY[p.role]}; has a code` : MAY[p.role] }}</span>
        <button type="button" class="link-button" @click="invite(p)">
          new code<span class="visually-hidden"> for {{ p.name }}</span>
        </button>
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
      <FieldFrame id="new-password" label="First password (empty: a code)" :error="errors.password"
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
.handed {
  background: var(--amber-wash);
  border-left: 4px solid var(--amber);
  margin: 8px 0;
  padding: 8px 14px;
}
.handed .number {
  font-size: 1.3rem;
}
.person {
  align-items: center;
  grid-template-columns: 1fr 1fr 12rem 1.4fr 5rem 7rem;
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
