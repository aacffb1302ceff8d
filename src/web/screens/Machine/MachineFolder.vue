<script setup lang="ts">
import FileUpload, { type FileUploadUploaderEvent } from 'primevue/fileupload'
import Paginator from 'primevue/paginator'
import { computed, ref, watch } from 'vue'
import { addressOf } from '../../../contract/addresses.js'
import {
  DOCUMENTS_A_PAGE,
  DOCUMENT_KINDS,
  MEDIA_TYPES,
  ROOM_SHORT,
  sayingInput,
  type DocumentKind,
  type DocumentView,
  type FolderPage,
  type SayingInput,
  type SayingView,
} from '../../../contract/documents.js'
import type { MachineView } from '../../../contract/machines.js'
import { SUBJECTS, type Subject } from '../../../core/line/sayings.js'
import { call, refusalOf } from '../../api.js'
import ActionButton from '../../fields/ActionButton.vue'
import ChoiceField from '../../fields/ChoiceField.vue'
import FormPart from '../../fields/FormPart.vue'
import ListSelect from '../../fields/ListSelect.vue'
import SentForm from '../../fields/SentForm.vue'
import QuantityField from '../../fields/QuantityField.vue'
import TextField from '../../fields/TextField.vue'
import { dayOf } from '../../../contract/days.js'
import { saidText } from '../../figures/saidText.js'
import { sizeOf } from '../../figures/size.js'
import { useSession } from '../../stores/session.js'

/** The folder of a machine: its manual, nameplate and pictures, and what they say on bearings, which cards then quote. */
const props = defineProps<{ machine: MachineView }>()
const session = useSession()
const folder = ref<FolderPage | null>(null)
const documents = computed(() => folder.value?.documents ?? [])
/** What is done leaves the page on which it was done; what comes in brings its own. */
const query = computed(() => ({ page: String(folder.value?.page ?? 1) }))
const problem = ref<string | null>(null)
const kind = ref<DocumentKind>('manual')
const writes = computed(() => session.may('technician') && !props.machine.retired)

async function attempt(work: () => Promise<FolderPage>) {
  problem.value = null
  try {
    folder.value = await work()
    return true
  } catch (failure) {
    const refusal = refusalOf(failure)
    problem.value = refusal.problem ?? refusal.errors.file ?? refusal.errors.name ?? null
    return false
  }
}
const id = computed(() => props.machine.id)
watch(id, (machine) => attempt(() => call('documents', { params: { id: machine } })), { immediate: true })

const add = async (event: FileUploadUploaderEvent) => {
  const [file] = [event.files].flat()
  if (file)
    await attempt(async () =>
      call('addDocument', {
        params: { id: id.value },
        query: { kind: kind.value, name: file.name },
        body: new Blob([await file.arrayBuffer()]),
      }),
    )
}
const remove = (document: number) => attempt(() => call('removeDocument', { params: { id: id.value, document }, query: query.value }))

const positions = computed(() =>
  props.machine.shaftLines.flatMap((l) =>
    l.positions.map((p) => ({ value: p.id, label: props.machine.shaftLines.length > 1 ? `${l.name}, ${p.name}` : p.name })),
  ),
)
const where = (s: SayingView) => positions.value.find((p) => p.value === s.positionId)?.label ?? 'whole machine'
const SUBJECT_OPTIONS = (Object.keys(SUBJECTS) as Subject[]).map((value) => ({ value, label: SUBJECTS[value].label }))
const saying = ref<number | null>(null)
const NOTHING = { positionId: null, subject: 'designation' as Subject, words: null, amount: null, page: null }
const typed = ref<Record<string, unknown>>(NOTHING)
/** Counts, so that the next saying begins with an empty form. */
const noted = ref(0)
const quantity = computed(() => SUBJECTS[typed.value.subject as Subject].quantity)
const asSaying = (form: Record<string, unknown>) => ({
  ...form,
  documentId: saying.value!,
  amount: quantity.value ? (form.amount ?? null) : null,
  page: form.page ? Number(form.page) || 0 : null,
})
async function say(body: SayingInput) {
  folder.value = await call('addSaying', { params: { id: id.value }, query: query.value, body })
  typed.value = { ...NOTHING, positionId: body.positionId, subject: body.subject }
  noted.value += 1
}
const takeBack = (s: SayingView) => attempt(() => call('removeSaying', { params: { id: id.value, saying: s.id }, query: query.value }))
const turn = (page: number) => attempt(() => call('documents', { params: { id: id.value }, query: { page: String(page) } }))
const roomShort = computed(() => {
  const { used, most } = folder.value?.room ?? { used: 0, most: 1 }
  return used < ROOM_SHORT * most ? null : `The papers of this plant take ${Math.floor((100 * used) / most)} % of their room.`
})
const file = (d: DocumentView) => addressOf('documentFile', { id: d.id })
const said = (s: SayingView) => saidText(s, session.withUnit)
</script>

<template>
  <section aria-labelledby="folder-title">
    <h2 id="folder-title">Papers and pictures</h2>
    <p v-if="!documents.length" class="soft empty">
      {{
        writes
          ? 'Keep the maker’s manual and a picture of the nameplate here; what the manual says on bearings is quoted on every card.'
          : 'Nothing is kept here yet.'
      }}
    </p>
    <ul class="plain-list papers">
      <li v-for="d in documents" :key="d.id">
        <a v-if="d.mediaType !== 'application/pdf'" :href="file(d)" target="_blank" class="thumb"
          ><img :src="file(d)" :alt="`${d.kind}: ${d.name}`" loading="lazy"
        /></a>
        <span v-else class="thumb sheet" aria-hidden="true">PDF</span>
        <div>
          <a :href="file(d)" :target="d.mediaType === 'application/pdf' ? undefined : '_blank'"
            ><b>{{ d.name }}</b></a
          >
          <p class="soft small">{{ d.kind }}, {{ sizeOf(d.size) }}, {{ dayOf(d.addedAt) }}, {{ d.addedBy }}</p>
          <ul v-if="d.sayings.length" class="plain-list says">
            <li v-for="s in d.sayings" :key="s.id">
              <span class="soft">{{ where(s) }}, {{ SUBJECTS[s.subject].label }}</span>
              <b>{{ said(s) }}</b>
              <span v-if="s.page" class="soft">page {{ s.page }}</span>
              <button v-if="writes" type="button" class="link-button" :aria-label="`Take back: ${said(s)}`" @click="takeBack(s)">
                take back
              </button>
            </li>
          </ul>
          <p v-if="writes" class="ways">
            <button type="button" class="link-button" :aria-expanded="saying === d.id" @click="saying = saying === d.id ? null : d.id">
              what it says on bearings
            </button>
            <button type="button" class="link-button" :aria-label="`Take ${d.name} out of the folder`" @click="remove(d.id)">
              take out
            </button>
          </p>
          <SentForm
            v-if="saying === d.id"
            :key="noted"
            class="say"
            :schema="sayingInput"
            :initial="typed"
            :read="asSaying"
            :send="say"
            @typed="typed = $event"
          >
            <FormPart
              id="saying-where"
              name="positionId"
              :control="ChoiceField"
              label="Where"
              placeholder="Whole machine"
              clearable
              :options="positions"
            />
            <FormPart
              id="saying-subject"
              name="subject"
              :control="ChoiceField"
              empty="designation"
              label="On what"
              :options="SUBJECT_OPTIONS"
            />
            <FormPart id="saying-words" name="words" :control="TextField" empty="" label="As it stands there" :most="400" />
            <FormPart
              v-if="quantity"
              id="saying-amount"
              :key="quantity"
              name="amount"
              :control="QuantityField"
              :label="quantity === 'hours' ? 'Every' : 'How much'"
              :quantity="quantity"
            />
            <FormPart id="saying-page" name="page" :control="TextField" label="Page" :most="5" />
            <ActionButton type="submit" label="Note it" :why="!typed.words && 'write what stands there'" />
          </SentForm>
        </div>
      </li>
    </ul>
    <Paginator
      v-if="folder && folder.pages > 1"
      :rows="DOCUMENTS_A_PAGE"
      :total-records="folder.total"
      :first="(folder.page - 1) * DOCUMENTS_A_PAGE"
      :template="{
        '600px': 'PrevPageLink CurrentPageReport NextPageLink',
        default: 'FirstPageLink PrevPageLink PageLinks NextPageLink LastPageLink',
      }"
      current-page-report-template="{currentPage} of {totalPages}"
      @page="turn($event.page + 1)"
    />
    <p v-if="writes && roomShort" class="state state-caution" role="status">{{ roomShort }}</p>
    <div v-if="writes" class="add">
      <ListSelect
        label="What it is"
        :options="DOCUMENT_KINDS.map((value) => ({ value, label: value }))"
        :model-value="kind"
        @update:model-value="kind = $event ?? 'manual'"
      />
      <FileUpload mode="basic" :accept="MEDIA_TYPES.join(',')" choose-label="Add a PDF or picture" auto custom-upload @uploader="add" />
    </div>
    <p v-if="problem" role="alert" class="problem">{{ problem }}</p>
  </section>
</template>

<style scoped>
.papers > li {
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 14px;
  grid-template-columns: 5rem minmax(0, 1fr);
  padding: 10px 0;
}
.thumb {
  align-items: center;
  background: var(--paper);
  border: 1px solid var(--hair);
  display: flex;
  height: 4.2rem;
  justify-content: center;
  overflow: hidden;
  width: 5rem;
}
.thumb img {
  max-height: 100%;
  max-width: 100%;
}
.sheet {
  font: 700 1.2rem var(--condensed);
}
.says li,
.ways,
.add {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
.says {
  border-left: 4px solid var(--ice);
  margin: 6px 0;
  padding-left: 12px;
}
.say {
  align-items: end;
  display: flex;
  flex-wrap: wrap;
  gap: 10px 14px;
  margin-top: 8px;
}
.add {
  margin-top: 12px;
}
.empty {
  padding: 6px 0;
}
.problem {
  color: var(--rowan);
  font-weight: 600;
}
</style>
