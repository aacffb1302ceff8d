<script setup lang="ts">
import type { BodyOf } from '../../../contract/routes.js'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import { computed, onMounted, ref } from 'vue'
import { ROLES, personInput, type PersonInput, type Deed, type Invitation, type Person, type Role } from '../../../contract/people.js'
import { inChargeInput } from '../../../contract/cards.js'
import type { Colleague } from '../../../contract/yard.js'
import { refusalOf, call } from '../../api.js'
import ChoiceField from '../../fields/ChoiceField.vue'
import FormPart from '../../fields/FormPart.vue'
import PasswordField from '../../fields/PasswordField.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'
import { useSession } from '../../stores/session.js'
import DeedList from './DeedList.vue'

const session = useSession()
const people = ref<Person[]>([])
const FEW = 12
const MOST_SHOWN = 40
const search = ref('')
const fitting = computed(() => {
  const words = search.value.toLowerCase().split(/\s+/).filter(Boolean)
  return people.value.filter((p) => words.every((w) => `${p.name} ${p.login} ${p.role}`.toLowerCase().includes(w)))
})
const shown = computed(() => fitting.value.slice(0, MOST_SHOWN))
const problem = ref<string | null>(null)
const errors = ref<Record<string, string>>({})
const ROLE_OPTIONS = ROLES.map((value) => ({ value, label: value }))
const MAY: Record<Role, string> = {
  viewer: 'reads',
  storekeeper: 'also keeps the stock',
  technician: 'also records, measures, signs',
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

const NOBODY = { name: '', login: '', role: 'technician', password: null } as const
/** Counts, so that the next person begins with an empty form. */
const added = ref(0)
async function add(body: PersonInput) {
  show(await call('addPerson', { body }))
  people.value = await call('people')
  added.value += 1
}
/** A code is shown once: it is read out or handed over, and cannot be looked up later. */
const handed = ref<{ name: string; login: string; code: string } | null>(null)
function show({ person, code }: Invitation) {
  handed.value = code === null ? null : { name: person.name, login: person.login, code }
}
const invite = (person: Person) => attempt(async () => show(await call('invite', { params: { id: person.id } })))
const change = (person: Person, body: BodyOf<'changePerson'>) => attempt(() => call('changePerson', { params: { id: person.id }, body }))

/** Switching off asks who takes over what is still in somebody's hands. */
const leaving = ref<{ person: Person; body: BodyOf<'changePerson'>; what: string } | null>(null)
const colleagues = ref<Colleague[]>([])
async function release(person: Person, body: BodyOf<'changePerson'>) {
  if (await change(person, body)) return
  if (!errors.value.handTo) return
  colleagues.value = (await call('colleagues')).filter((c) => c.id !== person.id)
  leaving.value = { person, body, what: errors.value.handTo }
  problem.value = null
}
async function handOver({ personId }: { personId: number }) {
  const { person, body } = leaving.value!
  if (await change(person, { ...body, handTo: personId })) leaving.value = null
}

const deeds = ref<{ person: Person; list: Deed[] } | null>(null)
async function showDeeds(person: Person) {
  deeds.value = deeds.value?.person.id === person.id ? null : { person, list: await call('deeds', { params: { id: person.id } }) }
}
</script>

<template>
  <section>
    <h2 id="people-title">People</h2>
    <p v-if="problem" role="alert" class="problem">{{ problem }}</p>
    <p v-if="handed" class="handed" role="status">
      Code for {{ handed.name }}, sign-in name <b>{{ handed.login }}</b>: <b class="number" data-code>{{ handed.code }}</b>. It is shown
      only now, counts once and for seven days; with it a password is chosen at the sign-in.
    </p>
    <InputText
      v-if="people.length > FEW"
      v-model="search"
      class="search"
      placeholder="Find by name, sign-in name or role"
      aria-label="Find a person"
    />
    <ul class="plain-list">
      <li v-for="p in shown" :key="p.id" class="person">
        <b>{{ p.name }}</b>
        <span class="soft">{{ p.login }}</span>
        <ChoiceField
          :id="`role-${p.id}`"
          label="Role"
          :options="ROLE_OPTIONS"
          :model-value="p.role"
          @update:model-value="$event && release(p, { role: $event })"
        />
        <span class="soft small">{{ !p.active ? 'switched off' : p.invited ? `${MAY[p.role]}; has a code` : MAY[p.role] }}</span>
        <button type="button" class="link-button" @click="invite(p)">
          new code<span class="visually-hidden"> for {{ p.name }}</span>
        </button>
        <button type="button" class="link-button" :aria-expanded="deeds?.person.id === p.id" @click="showDeeds(p)">
          history<span class="visually-hidden"> of {{ p.name }}</span>
        </button>
        <Button
          v-if="p.id !== session.me!.id"
          :label="p.active ? 'Switch off' : 'Switch on'"
          size="small"
          outlined
          :aria-label="`${p.active ? 'Switch off' : 'Switch on'} ${p.name}`"
          @click="release(p, { active: !p.active })"
        />
        <DeedList v-if="deeds?.person.id === p.id" class="wide" :deeds="deeds.list" />
      </li>
    </ul>
    <Dialog
      :visible="leaving !== null"
      modal
      :header="`Who takes over from ${leaving?.person.name}?`"
      :style="{ width: '34rem' }"
      @update:visible="leaving = null"
    >
      <SentForm v-if="leaving" class="leaving" :schema="inChargeInput" :initial="{ personId: null }" :send="handOver">
        <p>{{ leaving.what }}</p>
        <FormPart
          id="takes-over"
          name="personId"
          :control="ChoiceField"
          label="Who takes over"
          placeholder="Choose somebody"
          :options="colleagues.map((c) => ({ value: c.id, label: c.name }))"
        />
        <Button type="submit" label="Hand over and change" />
      </SentForm>
    </Dialog>
    <p v-if="fitting.length > shown.length" class="soft">
      The first {{ shown.length }} of {{ fitting.length }}; type a part of the name for the others.
    </p>
    <SentForm :key="added" class="add" :schema="personInput" :initial="NOBODY" :send="add">
      <FormPart id="new-name" name="name" :control="TextField" empty="" label="Name" :most="80" />
      <FormPart id="new-login" name="login" :control="TextField" empty="" label="Sign-in name" :most="40" />
      <FormPart id="new-role" name="role" :control="ChoiceField" empty="technician" label="Role" :options="ROLE_OPTIONS" />
      <FormPart id="new-password" name="password" :control="PasswordField" label="First password (empty: a code)" fresh />
      <Button type="submit" label="Add" />
    </SentForm>
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
  grid-template-columns: 1fr 0.8fr 12rem 1.3fr 4.6rem 4rem 7rem;
}
.add {
  border: 0;
  align-items: start;
}
.add > :last-child {
  align-self: start;
  margin-top: 22px;
}
.search {
  width: 22rem;
}
.wide {
  grid-column: 1 / -1;
}
.leaving {
  display: grid;
  gap: 14px;
}
.problem {
  color: var(--rowan);
  font-weight: 600;
}
</style>
