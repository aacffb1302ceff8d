<script setup lang="ts">
import Button from 'primevue/button'
import FileUpload, { type FileUploadUploaderEvent } from 'primevue/fileupload'
import { computed, reactive, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { DocumentView } from '../../../contract/documents.js'
import { visitInput, type VisitInput } from '../../../contract/visits.js'
import {
  HELD_ENDS,
  HELD_END_LABEL,
  NOTHING_SEEN,
  NOT_READABLE,
  VISIT_ASKED,
  VISIT_VERDICT_LABEL,
  visitCheck,
  type VisitAnswers,
  type VisitItem,
} from '../../../core/arrangement/visit-check.js'
import { CLEARANCE_GROUPS, groupMark } from '../../../core/bearing/clearance.js'
import type { Material } from '../../../core/materials.js'
import { wordsOf } from '../../../core/words/say.js'
import { ApiError, call, refusalOf } from '../../api.js'
import { useOutbox } from '../../stores/outbox.js'
import DecisionChoice from '../../fields/DecisionChoice.vue'
import QuantityField from '../../fields/QuantityField.vue'
import TextField from '../../fields/TextField.vue'
import YesNoField from '../../fields/YesNoField.vue'
import { readDraft, writeDraft } from '../../stores/drafts.js'
import { useSession } from '../../stores/session.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import { useLoad } from '../../theme/useLoad.js'

/** A walk round somebody else's work, item by item, with the verdict as it grows; kept on the device until it is written down. */
const route = useRoute()
const router = useRouter()
const session = useSession()
const lineId = Number(route.params.id)
const draftKey = `visit:${lineId}`
const { data: machine, loading, error, load } = useLoad('machine', () => ({ id: String(route.query.machine) }))
const line = computed(() => machine.value?.shaftLines.find((l) => l.id === lineId) ?? null)
const seen = reactive<VisitAnswers>({ ...NOTHING_SEEN, ...readDraft<VisitAnswers>(draftKey) })
const pictures = ref<DocumentView[]>([])
function keep(patch: Partial<VisitAnswers>) {
  Object.assign(seen, patch)
  writeDraft(draftKey, { ...seen })
}
const HELD = HELD_ENDS.map((value) => ({ value, label: HELD_END_LABEL[value] }))
const GROUPS = [
  ...CLEARANCE_GROUPS.map((value) => ({ value, label: value === 'N' ? 'CN' : groupMark(value) })),
  { value: NOT_READABLE, label: 'not readable' } as const,
]
const RINGS = ['0', '1', '2', '3', '4'].map((value) => ({ value, label: value }))
const asked = (item: VisitItem) => VISIT_ASKED[item]
const GAPS = ['behindMm', 'aheadMm', 'couplingGapMm'] as const
const result = computed(() => {
  const { spanMm, shaftMaterial, housingMaterial } = line.value!
  return visitCheck(seen, { spanMm, shaftMaterial: shaftMaterial as Material, housingMaterial: housingMaterial as Material })
})
const STATE = { stop: 'stop', watch: 'caution', run: 'good', open: 'open' } as const

const problem = ref('')
const sending = ref(false)
const outbox = useOutbox()
/** Written down, and on this device until the server is there. */
const waits = ref(false)
/** Pictures go into the machine's folder first, as they are taken. */
async function photograph(event: FileUploadUploaderEvent) {
  problem.value = ''
  for (const file of [event.files].flat() as File[]) {
    try {
      const params = { id: machine.value!.id }
      const query = { kind: 'picture', name: file.name }
      const { documents, added } = await call('addDocument', { params, query, body: new Blob([await file.arrayBuffer()]) })
      pictures.value.push(...documents.filter((d) => d.id === added && pictures.value.every((p) => p.id !== added)))
    } catch (failure) {
      problem.value = said(failure)
    }
  }
}
const said = (failure: unknown) => {
  const { errors, problem: whole } = refusalOf(failure)
  return whole ?? Object.values(errors)[0] ?? 'It was not taken.'
}
async function write() {
  problem.value = ''
  const given: VisitInput = { ...seen, pictures: pictures.value.map((p) => p.id) }
  const checked = visitInput.safeParse(given)
  if (!checked.success) {
    problem.value = checked.error.issues[0]!.message
    return
  }
  sending.value = true
  try {
    const answer = await outbox.perform('add-visit', { shaftLine: lineId, ...checked.data })
    if (answer?.problem) throw new ApiError(answer.problem)
    writeDraft(draftKey, null)
    if (answer) await router.replace({ name: 'visit', params: { id: (answer.changed as { visit: number }).visit } })
    else waits.value = true
  } catch (failure) {
    problem.value = said(failure)
  } finally {
    sending.value = false
  }
}
const trail = computed(() => [
  { label: 'Yard', to: '/' },
  { label: `${machine.value?.name} ${machine.value?.code}`, to: `/machines/${machine.value?.id}` },
  { label: 'Visit check' },
])
</script>

<template>
  <LoadState :loading="loading" :error="error" @retry="load">
    <p v-if="machine && !line" class="film gone" role="alert">This machine has no such shaft line.</p>
    <div v-if="machine && line" class="visit film">
      <CrumbTrail :trail="trail" />
      <header>
        <h1>
          Visit check <span class="where">{{ machine.name }} {{ machine.code }}, {{ line.name }}</span>
        </h1>
        <p class="soft">Before it is balanced or commissioned: isolated, locked out and tried, caps off, feelers in hand.</p>
      </header>
      <div class="walk">
        <ol class="plain-list items">
          <li>
            <DecisionChoice
              id="visit-held"
              :label="asked('held')[0]"
              :options="HELD"
              :model-value="seen.held"
              @update:model-value="keep({ held: $event })"
            />
            <p class="soft small">{{ asked('held')[1] }}</p>
          </li>
          <li>
            <DecisionChoice
              id="visit-rings"
              :label="asked('rings')[0]"
              :options="RINGS"
              :model-value="seen.rings === null ? null : String(seen.rings)"
              @update:model-value="keep({ rings: Number($event) })"
            />
            <p class="soft small">{{ asked('rings')[1] }}</p>
          </li>
          <li>
            <YesNoField
              id="visit-covers"
              :label="asked('coversClamp')[0]"
              :model-value="seen.coversClamp"
              @update:model-value="keep({ coversClamp: $event })"
            />
            <p class="soft small">{{ asked('coversClamp')[1] }}</p>
          </li>
          <li>
            <YesNoField
              id="visit-sleeves"
              :label="asked('sleevesBothEnds')[0]"
              :model-value="seen.sleevesBothEnds"
              @update:model-value="keep({ sleevesBothEnds: $event })"
            />
            <p class="soft small">{{ asked('sleevesBothEnds')[1] }}</p>
          </li>
          <li v-for="name in GAPS" :key="name">
            <QuantityField
              :id="`visit-${name}`"
              :label="asked(name)[0]"
              quantity="gap"
              :model-value="seen[name]"
              @update:model-value="keep({ [name]: $event })"
            />
            <p class="soft small">{{ asked(name)[1] }}</p>
          </li>
          <li>
            <QuantityField
              id="visit-hottest"
              :label="asked('hottestC')[0]"
              quantity="temperature"
              :model-value="seen.hottestC"
              @update:model-value="keep({ hottestC: $event })"
            />
            <p class="soft small">{{ asked('hottestC')[1] }}</p>
          </li>
          <li>
            <DecisionChoice
              id="visit-group"
              :label="asked('group')[0]"
              :options="GROUPS"
              :model-value="seen.group"
              @update:model-value="keep({ group: $event })"
            />
            <p class="soft small">{{ asked('group')[1] }}</p>
          </li>
          <li class="wide">
            <TextField
              id="visit-by"
              label="Who fitted it"
              :most="120"
              :model-value="seen.fittedBy"
              @update:model-value="keep({ fittedBy: $event ?? '' })"
            />
            <TextField
              id="visit-note"
              label="What else was seen"
              :most="600"
              :model-value="seen.note"
              @update:model-value="keep({ note: $event ?? '' })"
            />
          </li>
          <li class="wide">
            <FileUpload
              mode="basic"
              auto
              custom-upload
              multiple
              accept="image/png,image/jpeg,image/webp"
              choose-label="Add photographs"
              @uploader="photograph"
            />
            <p v-if="pictures.length" class="small">{{ pictures.map((p) => p.name).join(', ') }}</p>
            <p v-else class="soft small">They go into the folder of the machine.</p>
          </li>
        </ol>
        <section class="verdict" aria-label="Verdict">
          <p class="state big" :class="`state-${STATE[result.verdict]}`" data-verdict>{{ VISIT_VERDICT_LABEL[result.verdict] }}</p>
          <p v-if="result.growthMm !== null" class="soft">
            Grows about {{ session.withUnit(result.growthMm, 'gap') }} at its hottest, the housing taken half as warm.
          </p>
          <ul class="plain-list">
            <li v-for="f in result.findings" :key="f.code" class="finding" :class="f.level">{{ session.say(wordsOf(f)) }}</li>
          </ul>
          <p v-if="result.open.length" class="soft">
            Not looked at: {{ result.open.map((item) => asked(item)[0].replace('?', '')).join('; ') }}.
          </p>
          <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
          <p v-if="waits" class="state state-caution" role="status">
            The server is away: what you saw waits on this device and is sent when it is back.
          </p>
          <Button v-else label="Write it down" :loading="sending" @click="write" />
        </section>
      </div>
    </div>
  </LoadState>
</template>

<style scoped>
.visit {
  align-content: start;
  display: grid;
  gap: 14px;
  height: 100%;
  overflow: auto;
  padding: 22px 24px 40px;
}
.gone {
  padding: 24px;
}
.where {
  color: var(--damson);
}
.walk {
  align-items: start;
  display: grid;
  gap: 20px 40px;
  grid-template-columns: minmax(0, 3fr) minmax(18rem, 2fr);
}
.items {
  display: grid;
  gap: 16px 28px;
  grid-template-columns: repeat(auto-fill, minmax(17rem, 1fr));
}
.wide {
  display: grid;
  gap: 8px;
  grid-column: 1 / -1;
}
.verdict {
  border-left: 4px solid var(--damson);
  display: grid;
  gap: 10px;
  padding: 4px 0 8px 16px;
  position: sticky;
  top: 0;
}
.big {
  font-size: 1.6rem;
}
.finding {
  border-left: 3px solid var(--soft);
  margin: 6px 0;
  padding-left: 10px;
}
.finding.stop {
  border-color: var(--rowan);
}
.finding.caution {
  border-color: var(--ember);
}
.wrong {
  color: var(--rowan);
  font-weight: 600;
}
@media (max-width: 900px) {
  .walk {
    grid-template-columns: 1fr;
  }
}
</style>
