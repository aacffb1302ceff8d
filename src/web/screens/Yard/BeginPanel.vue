<script setup lang="ts">
import FileUpload, { type FileUploadUploaderEvent } from 'primevue/fileupload'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { Yard } from '../../../contract/yard.js'
import { call, refusalOf } from '../../api.js'
import { useSession } from '../../stores/session.js'
import PlantName from '../Settings/PlantName.vue'

/** The way from an empty plant to its first machine. Any step may wait; it is here until there is a machine. */
const props = defineProps<{ beginning: NonNullable<Yard['beginning']> }>()
const emit = defineEmits<{ named: [] }>()
const session = useSession()
const problem = ref('')
async function read(event: FileUploadUploaderEvent) {
  const [file] = [event.files].flat()
  problem.value = ''
  try {
    await call('readPlantFile', { body: file as Blob })
    emit('named')
  } catch (failure) {
    const { errors, problem: words } = refusalOf(failure)
    const all = Object.entries(errors).map(([field, allowed]) => `${field}: ${allowed}`)
    problem.value = words ?? `${all.slice(0, 3).join('; ')}${all.length > 3 ? ` and ${all.length - 3} more` : ''}`
  }
}
const steps = computed(() => {
  const { named, people, greases, guns, schools } = props.beginning
  return [
    { key: 'name', title: 'Name the plant', done: named, words: 'It stands on every card and on paper.', to: null },
    {
      ...{ key: 'people', title: 'Who works here', done: people > 1, to: { path: '/settings', hash: '#people-title' } },
      words: people > 1 ? `${people} people` : 'Only you so far. A planner settles limits, a technician does the work, a viewer reads.',
    },
    {
      ...{ key: 'grease', title: 'Greases and guns', done: greases > 0 && guns > 0, to: { path: '/settings', hash: '#greases-title' } },
      words: greases || guns ? `${greases} greases, ${guns} guns` : 'What is pumped here, and what a stroke of each gun weighs.',
    },
    {
      ...{ key: 'schools', title: 'Units and schools', done: schools, to: { path: '/settings', hash: '#schools-title' } },
      words:
        'Millimetres or inches is each person’s own choice (key u). Where practitioners differ, the usual school governs until you choose.',
    },
    {
      ...{ key: 'machine', title: 'The first machine', done: false, to: { name: 'new-machine' } },
      words:
        'With its area, as a path: Press house / Mill. A line of two supports takes under a minute: choose its kind, or type it in words.',
    },
  ]
})
</script>

<template>
  <ol class="plain-list begin" aria-label="From an empty plant to the first machine">
    <li v-for="(s, i) in steps" :key="s.key" :class="{ done: s.done }">
      <span class="number mark" aria-hidden="true">{{ i + 1 }}</span>
      <div>
        <h2>{{ s.title }}<span v-if="s.done" class="state state-good"> done</span></h2>
        <p class="soft">{{ s.words }}</p>
        <PlantName v-if="s.key === 'name' && !s.done && session.may('planner')" @named="$emit('named')" />
      </div>
      <RouterLink v-if="s.key === 'machine' && session.may('planner')" :to="{ name: 'own-data', query: { list: 'machines' } }"
        >or read a list</RouterLink
      >
      <RouterLink v-if="s.to && session.may('technician')" class="go" :to="s.to">{{
        s.key === 'machine' ? 'Make it' : 'Go there'
      }}</RouterLink>
    </li>
  </ol>
  <p v-if="session.may('administrator')" class="file">
    <span class="soft">Or read a plant file that came out of another one:</span>
    <FileUpload mode="basic" accept=".yardfrost,.json" choose-label="Read a plant file" auto custom-upload @uploader="read" />
    <span v-if="problem" class="problem" role="alert">{{ problem }}</span>
  </p>
</template>

<style scoped>
.begin {
  max-width: 56rem;
}
li {
  align-items: center;
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 18px;
  grid-template-columns: 2rem 1fr auto auto;
  padding: 16px 0;
}
.file {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  padding-top: 16px;
}
.problem {
  color: var(--rowan);
  font-weight: 600;
}
.mark {
  color: var(--damson);
  font-size: 1.6rem;
}
.go {
  border: 2px solid var(--damson);
  font-weight: 650;
  padding: 10px 16px;
  text-decoration: none;
}
</style>
