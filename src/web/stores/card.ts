import { defineStore } from 'pinia'
import type { AnswerView, CardView } from '../../contract/api.js'
import { readAnswers, type StepValues } from '../../contract/card.js'
import { STATIONS, emptyAnswers, type CardAnswers, type Station } from '../../core/card/answers.js'
import { bareContext } from '../../core/card/station.js'
import { cautionsOf, evaluateCard, questionsOf, type CardEvaluation } from '../../core/card/evaluate.js'
import { stepStates, type StepRecord } from '../../core/card/signing.js'
import { ApiError, AwayError, request } from '../api.js'
import { readDraft, writeDraft } from './drafts.js'
import { useSession } from './session.js'

export type SaveState = 'saved' | 'saving' | 'waiting' | 'away' | 'conflict' | 'signed-out' | 'refused'

interface Draft {
  /** Version that the person was looking at. */
  base: number
  data: CardAnswers[Station]
}

const PAUSE_MS = 500
const RETRY_MS = 1500
const TYPING_MS = 2000

let timer: ReturnType<typeof setTimeout> | undefined
/** What goes to the server goes one after the other: two at once would each meet the version that the other has just made. */
let turn: Promise<unknown> = Promise.resolve()
function inTurn<T>(work: () => Promise<T>): Promise<T> {
  const mine = turn.then(work, work)
  turn = mine
  return mine
}

/** One job card: what is on the server, what is typed beyond it, and the figures computed from both. */
export const useCard = defineStore('card', {
  state: () => ({
    view: null as CardView | null,
    answers: emptyAnswers() as CardAnswers,
    drafts: {} as Partial<Record<Station, Draft>>,
    stepDrafts: {} as Record<string, StepValues>,
    undoStack: [] as { station: Station; before: CardAnswers[Station]; fields: string; at: number }[],
    saveState: 'saved' as SaveState,
    savedAt: null as Date | null,
    message: '',
    conflict: null as { station: Station; theirs: AnswerView } | null,
  }),
  getters: {
    evaluation: (state): CardEvaluation =>
      state.view?.finished?.evaluation ?? evaluateCard(state.answers, state.view?.context ?? bareContext('drive', null)),
    cautions(): ReturnType<typeof cautionsOf> {
      return cautionsOf(this.evaluation)
    },
    questions(): ReturnType<typeof questionsOf> {
      return questionsOf(this.evaluation)
    },
    readOnly(state): boolean {
      return state.view?.job.status !== 'open' || !useSession().may('technician')
    },
    stepRecords(state): Map<string, StepRecord> {
      const records = new Map<string, StepRecord>()
      for (const step of state.view?.steps ?? []) {
        records.set(step.key, { values: step.values, restedOn: step.restedOn, accepted: step.acceptedBy !== null })
      }
      for (const [key, values] of Object.entries(state.stepDrafts)) records.set(key, { values, restedOn: null, accepted: false })
      return records
    },
    /** Judgement of the steps as typed; the server judges again when one is signed. */
    stepStates(): ReturnType<typeof stepStates> {
      return this.view?.finished?.states ?? stepStates(this.evaluation, this.stepRecords)
    },
  },
  actions: {
    draftKey(): string {
      return `card:${this.view!.job.id}`
    },

    take(view: CardView) {
      this.view = view
      const { answers } = readAnswers(Object.fromEntries(STATIONS.map((s) => [s, view.answers[s].data])))
      const typed = Object.fromEntries(
        Object.entries(this.drafts).map(([s, draft]) => [s, { ...emptyAnswers()[s as Station], ...draft.data }]),
      )
      this.answers = { ...answers, ...typed }
    },

    async open(id: number) {
      if (this.view?.job.id !== id) this.$reset()
      const view = await request<CardView>('GET', `/jobs/${id}`)
      this.view = view
      const kept = readDraft<{ stations: Partial<Record<Station, Draft>>; steps: Record<string, StepValues> }>(this.draftKey())
      this.drafts = kept?.stations ?? {}
      this.stepDrafts = kept?.steps ?? {}
      this.take(view)
      if (Object.keys(this.drafts).length || Object.keys(this.stepDrafts).length) this.schedule(0)
    },

    keep() {
      const empty = !Object.keys(this.drafts).length && !Object.keys(this.stepDrafts).length
      writeDraft(this.draftKey(), empty ? null : { stations: this.drafts, steps: this.stepDrafts })
    },

    edit<S extends Station>(station: S, patch: Partial<CardAnswers[S]>, undoable = true) {
      const before = this.answers[station]
      const data = { ...before, ...patch }
      if (JSON.stringify(before) === JSON.stringify(data)) return
      if (undoable) this.remember(station, before, Object.keys(patch).join())
      this.answers = { ...this.answers, [station]: data }
      this.drafts[station] = { base: this.drafts[station]?.base ?? this.view!.answers[station].version, data }
      this.keep()
      this.schedule()
    },

    /** Typing on in one field is one change. */
    remember(station: Station, before: CardAnswers[Station], fields: string) {
      const last = this.undoStack.at(-1)
      const at = Date.now()
      if (last?.station === station && last.fields === fields && at - last.at < TYPING_MS) last.at = at
      else this.undoStack.push({ station, before, fields, at })
    },

    /** Leaving a field closes its change, however soon the person comes back. */
    endTyping() {
      const last = this.undoStack.at(-1)
      if (last) last.at = 0
    },

    /** Takes back the last change of this sitting. */
    undo() {
      const last = this.undoStack.pop()
      if (last) this.edit(last.station, last.before, false)
    },

    editStep(key: string, values: StepValues) {
      const stored = this.view!.steps.find((s) => s.key === key)?.values ?? {}
      this.stepDrafts[key] = { ...stored, ...this.stepDrafts[key], ...values }
      this.keep()
      this.schedule()
    },

    schedule(pause = PAUSE_MS) {
      if (this.saveState !== 'conflict') this.saveState = this.saveState === 'away' ? 'away' : 'waiting'
      clearTimeout(timer)
      timer = setTimeout(() => void this.flush(), pause)
    },

    /** Sends what is not saved yet, after a saving that is under way. */
    flush(): Promise<void> {
      return inTurn(() => this.send())
    },

    /** Keeps what could not be sent and tries again when nobody answers. */
    async send() {
      if (!this.view) return
      if (this.conflict) {
        this.saveState = 'conflict'
        return
      }
      const id = this.view.job.id
      const wasAway = this.saveState === 'away'
      this.saveState = wasAway ? 'away' : 'saving'
      try {
        for (const station of STATIONS) await this.flushStation(id, station)
        for (const key of Object.keys(this.stepDrafts)) await this.flushStep(id, key)
        const left = Object.keys(this.drafts).length + Object.keys(this.stepDrafts).length
        this.saveState = left ? 'waiting' : 'saved'
        if (left) this.schedule()
        else this.savedAt = new Date()
      } catch (error) {
        this.failed(error)
      }
      this.keep()
    },

    async flushStation(id: number, station: Station) {
      const draft = this.drafts[station]
      if (!draft) return
      try {
        const view = await request<CardView>('PUT', `/jobs/${id}/answers/${station}`, { version: draft.base, data: draft.data })
        // Typed on while it was being saved: the newer text stays a draft on the new version.
        if (this.drafts[station]?.data === draft.data) delete this.drafts[station]
        else this.drafts[station]!.base = view.answers[station].version
        this.take(view)
      } catch (error) {
        if (error instanceof ApiError && error.problem.status === 409) {
          this.conflict = { station, theirs: error.problem.current as AnswerView }
        }
        throw error
      }
    },

    async flushStep(id: number, key: string) {
      const values = this.stepDrafts[key]!
      const version = this.view!.steps.find((s) => s.key === key)?.version ?? 0
      const view = await request<CardView>('PUT', `/jobs/${id}/steps/${key}`, { version, values })
      if (this.stepDrafts[key] === values) delete this.stepDrafts[key]
      this.take(view)
    },

    failed(error: unknown) {
      if (error instanceof AwayError) {
        this.saveState = 'away'
        clearTimeout(timer)
        timer = setTimeout(() => void this.flush(), RETRY_MS)
        return
      }
      if (!(error instanceof ApiError)) throw error
      this.message = error.problem.detail
      if (error.problem.status === 401) {
        this.saveState = 'signed-out'
        useSession().expired = true
      } else this.saveState = error.problem.status === 409 && this.conflict ? 'conflict' : 'refused'
    },

    /** After a 409: keep one's own text over the other's, or take theirs. */
    resolveConflict(choice: 'mine' | 'theirs') {
      const { station, theirs } = this.conflict!
      if (choice === 'theirs') delete this.drafts[station]
      else this.drafts[station] = { base: theirs.version, data: this.answers[station] }
      this.conflict = null
      this.saveState = 'waiting'
      this.view = { ...this.view!, answers: { ...this.view!.answers, [station]: theirs } }
      this.take(this.view)
      this.keep()
      this.schedule(0)
    },

    /** An action on the card that must reach the server now. */
    act(method: string, path: string, body?: unknown): Promise<boolean> {
      return inTurn(async () => {
        await this.send()
        this.message = ''
        try {
          this.take(await request<CardView>(method, `/jobs/${this.view!.job.id}${path}`, body))
          return true
        } catch (error) {
          this.message = error instanceof Error ? error.message : String(error)
          if (error instanceof ApiError && error.problem.status === 401) useSession().expired = true
          return false
        }
      })
    },
  },
})
