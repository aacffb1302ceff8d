import { defineStore } from 'pinia'
import type { Words } from '../../core/words/message.js'
import { markRaw } from 'vue'
import type { AnswerView } from '../../contract/card-parts.js'
import type { CardView, ChangeConflict, ChangeReply } from '../../contract/cards.js'
import { readAnswers, type Changes, type StepValues } from '../../contract/answers.js'
import {
  keyOf,
  partsOf,
  placeAnswers,
  positionOf,
  scopeOf,
  type CardAnswers,
  type Key,
  type LineAnswers,
  type Scope,
} from '../../core/card/answers.js'
import { FIRST_PROCEDURE, stationsOf, type ProcedureName } from '../../core/procedure/procedures.js'
import type { Station } from '../../core/procedure/rolling.js'
import { bareContext, leadOf, placesOf, type LineContext } from '../../core/card/context.js'
import { evaluateCard } from '../../core/card/procedures.js'
import type { CardEvaluation, LineEvaluation } from '../../core/card/rolling-stations.js'
import { cautionsOf, questionsOf, resultScope } from '../../core/card/results.js'
import { hasEnded } from '../../core/card/ended.js'
import { withReckoned, zeroOf } from '../../core/card/reckoned.js'
import { linePlan } from '../../core/card/procedures.js'
import { readForFit, stepStates, type StepRecord } from '../../core/card/signing.js'
import type { LineStep } from '../../core/card/line-step.js'
import { procedureInHand } from '../commands/in-hand.js'
import { ApiError, AwayError, call } from '../api.js'
import { same } from '../../contract/same.js'
import { emptyOf, readOldDrafts, type Draft, type Drafts, type OldDrafts } from './card-drafts.js'
import { readDraft, writeDraft } from './drafts.js'
import { useSession } from './session.js'
import { shared } from './shared.js'

export type SaveState = 'saved' | 'saving' | 'waiting' | 'away' | 'conflict' | 'signed-out' | 'refused'

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

/** What was last shown of the card in hand, part by part kept as long as it says the same. */
const last: { line: unknown; answers: unknown } = { line: null, answers: null }

/** One job card: what is on the server, what is typed beyond it, and the figures computed from both. */
export const useCard = defineStore('card', {
  state: () => ({
    view: null as CardView | null,
    /** The place of the card that is being looked at. */
    place: 'p1.1' as Scope,
    drafts: {} as Record<Key, Draft>,
    stepDrafts: {} as Record<Key, StepValues>,
    undoStack: [] as { changes: Record<Key, unknown>; keys: string; at: number }[],
    saveState: 'saved' as SaveState,
    savedAt: null as Date | null,
    message: '' as Words,
    conflict: null as ChangeConflict | null,
    /** Version of the line's duty that was seen in a conflict and is kept over. */
    dutySeen: null as number | null,
    /** Changes that were sent and not answered keep their key, so that they are taken once. */
    sending: null as Changes | null,
    /** The newest revision that was heard of; 0 once it is known. */
    heard: 0,
  }),
  getters: {
    /** Answers of the whole line with what is typed over them. */
    lineAnswers(state): LineAnswers {
      const stored = Object.fromEntries(Object.entries(state.view?.answers ?? {}).map(([key, a]) => [key, a.value]))
      const typed = Object.fromEntries(Object.entries(state.drafts).map(([key, draft]) => [key, draft.value]))
      return readAnswers({ ...stored, ...typed }).answers
    },
    context(state): LineContext {
      const context = state.view?.context ?? bareContext()
      const left = context.unread?.filter((u) => !Object.hasOwn(state.drafts, keyOf(u.scope, u.station, u.field)))
      if (!context.unread) return context
      const { unread: _unread, ...known } = context
      return left?.length ? { ...known, unread: left } : known
    },
    procedure(state): ProcedureName {
      return state.view?.job.procedure ?? FIRST_PROCEDURE
    },
    /** The stations of the card in their order. */
    stations(): readonly Station[] {
      return stationsOf(this.procedure)
    },
    lead(): Scope {
      return placesOf(this.context).some((p) => p.code === this.place) ? leadOf(this.context, this.place) : this.place
    },
    /** Answers as the place in hand sees them. */
    answers(): CardAnswers {
      last.answers = shared(last.answers, placeAnswers(this.lineAnswers, this.place, this.lead))
      return last.answers as CardAnswers
    },
    /** As its panels see it: each asks for the results of stations of its own procedure. */
    line(): LineEvaluation {
      const now = this.view?.finished?.evaluation ?? evaluateCard(this.procedure, this.lineAnswers, this.context)
      last.line = shared(last.line, now)
      return last.line as LineEvaluation
    },
    /** The stations of the place in hand. */
    evaluation(): CardEvaluation {
      return this.line.places[this.place] ?? Object.values(this.line.places)[0]!
    },
    cautions(): ReturnType<typeof cautionsOf> {
      return cautionsOf(this.line).filter((c) => !hasEnded(c, this.plan, this.stepStates))
    },
    questions(): ReturnType<typeof questionsOf> {
      return questionsOf(this.line)
    },
    readOnly(state): boolean {
      return state.view?.job.status !== 'open' || !useSession().may('technician')
    },
    stepRecords(state): Map<Key, StepRecord> {
      const records = new Map<Key, StepRecord>()
      for (const step of state.view?.steps ?? []) {
        records.set(step.key, {
          ...{ values: step.values, restedOn: step.restedOn, accepted: step.acceptedBy !== null, signedAt: step.signedAt },
        })
      }
      for (const [key, values] of Object.entries(state.stepDrafts)) records.set(key, { values, restedOn: null, accepted: false })
      return records
    },
    plan(): LineStep[] {
      return this.view?.finished?.plan ?? linePlan(this.line)
    },
    /** Judgement of the steps as typed; the server judges again when one is signed. */
    stepStates(): ReturnType<typeof stepStates> {
      return this.view?.finished?.states ?? stepStates(this.line, this.stepRecords)
    },
    /** Full keys of what moved, with how it read. */
    moved(state): Map<Key, CardView['moved'][number]> {
      return new Map((state.view?.moved ?? []).map((m) => [m.key, m]))
    },
  },
  actions: {
    /** What somebody typed is sent by nobody else. */
    draftKey(): string {
      return `card:${this.view!.job.id}:${useSession().me?.id ?? ''}`
    },

    /** What this person has typed and not sent; a page of the release before did not say whose it was. */
    kept(): (Drafts & OldDrafts) | null {
      const before = `card:${this.view!.job.id}`
      const own = readDraft<Drafts & OldDrafts>(this.draftKey())
      const old = own ? null : readDraft<Drafts & OldDrafts>(before)
      if (old) {
        writeDraft(this.draftKey(), old)
        writeDraft(before, null)
      }
      return own ?? old
    },

    /** Where the figures of a station stand for the place in hand. */
    scopeAt(station: string): Scope {
      return resultScope(station, this.place, this.lead)
    },

    /** Name of a position, with the number of the place where it has several. */
    nameOf(scope: Scope): string {
      const position = this.view?.line.positions.find((p) => p.code === positionOf(scope))
      if (!position) return ''
      return scope.includes('.') && position.places.length > 1 ? `${position.name} ${scope.split('.')[1]}` : position.name
    },

    take(view: CardView) {
      // Replaced whole and never changed in part: what is read of it need not be followed.
      this.view = markRaw(view)
      procedureInHand.value = view.job.procedure
      const { onCard } = view.context
      // The place in hand outlives a reload.
      if (!onCard.includes(this.place))
        this.place = onCard.find((p) => p === readDraft<string>(`place:${view.job.id}`)) ?? onCard[0] ?? this.place
    },

    async open(id: number) {
      if (this.view?.job.id !== id) this.$reset()
      this.take(await call('card', { params: { id } }))
      this.heard = 0
      const kept = this.kept()
      const drafts = kept && (kept.stations ? readOldDrafts(kept, this.view!) : kept)
      this.drafts = drafts?.answers ?? {}
      this.stepDrafts = drafts?.steps ?? {}
      if (this.unsent()) this.schedule(0)
    },

    unsent(): number {
      return Object.keys(this.drafts).length + Object.keys(this.stepDrafts).length
    },

    keep() {
      writeDraft(this.draftKey(), this.unsent() ? { answers: this.drafts, steps: this.stepDrafts } : null)
    },

    /** Answers fields of a station, each where it belongs: at the line, the position or the place in hand, or as `at` says. */
    edit<S extends Station>(station: S, patch: Partial<CardAnswers[S]>, at?: Scope) {
      const changes = Object.entries(patch).map(([name, value]) => {
        const scope = at ?? scopeOf(station, name, this.place, this.lead)
        return [keyOf(scope, station, name), value] as const
      })
      this.change(Object.fromEntries(changes))
    },

    change(values: Record<Key, unknown>, undoable = true) {
      const before: Record<Key, unknown> = {}
      for (const [key, value] of Object.entries(values)) {
        const now = this.lineAnswers[key] ?? emptyOf(key)
        if (!same(now, value)) before[key] = now
      }
      if (!Object.keys(before).length) return
      if (undoable) this.remember(before)
      for (const key of Object.keys(before)) {
        const base = this.drafts[key]?.base ?? this.view!.answers[key]?.version ?? 0
        this.drafts = { ...this.drafts, [key]: { base, value: values[key] } }
      }
      this.keep()
      this.schedule()
    },

    /** Typing on in one field is one change. */
    remember(changes: Record<Key, unknown>) {
      const last = this.undoStack.at(-1)
      const at = Date.now()
      const keys = Object.keys(changes).join()
      if (last?.keys === keys && at - last.at < TYPING_MS) last.at = at
      else this.undoStack.push({ changes, keys, at })
    },

    /** Leaving a field closes its change, however soon the person comes back. */
    endTyping() {
      const last = this.undoStack.at(-1)
      if (last) last.at = 0
    },

    /** Takes back the last change of this sitting. */
    undo() {
      const last = this.undoStack.pop()
      if (last) this.change(last.changes, false)
    },

    editStep(key: Key, values: StepValues) {
      const stored = this.view!.steps.find((s) => s.key === key)?.values ?? {}
      const step = this.plan.find((s) => s.key === key)
      const before = { ...stored, ...this.stepDrafts[key] }
      const after = { ...before, ...values }
      this.stepDrafts[key] = step ? withReckoned(step, before, after, this.stepRecords.get(zeroOf(key))?.values) : after
      const read = step ? readForFit(step, this.stepDrafts[key], Object.keys(values)) : {}
      for (const [name, um] of Object.entries(read)) this.change({ [keyOf(leadOf(this.context, step!.scope), 'fit', name)]: um }, false)
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
      this.saveState = this.saveState === 'away' ? 'away' : 'saving'
      try {
        await this.sendAnswers(id)
        for (const key of Object.keys(this.stepDrafts)) await this.sendStep(id, key)
        const left = this.unsent()
        this.saveState = left ? 'waiting' : 'saved'
        if (left) this.schedule()
        else {
          this.savedAt = new Date()
          await this.renew()
        }
      } catch (error) {
        this.failed(error)
      }
      this.keep()
    },

    async sendAnswers(id: number) {
      if (!Object.keys(this.drafts).length && !this.sending) return
      const sent = this.sending ?? this.changes()
      this.sending = sent
      try {
        const reply = await call('changeCard', { params: { id }, body: sent })
        this.sending = null
        this.takeReply(sent, reply)
        if (Object.keys(this.drafts).length) await this.sendAnswers(id)
      } catch (error) {
        // Nobody answered: the same changes go again under the same key. Anything else was not taken.
        if (!(error instanceof AwayError)) this.sending = null
        if (error instanceof ApiError && error.problem.status === 409 && (error.problem.current as ChangeConflict | undefined)?.conflicts)
          this.conflict = error.problem.current as ChangeConflict
        throw error
      }
    },

    changes(): Changes {
      const changes = Object.entries(this.drafts).map(([key, { base, value }]) => {
        const { scope, station, name } = partsOf(key)!
        return { scope, station, field: name, value, base }
      })
      return { key: crypto.randomUUID(), since: this.view!.revision, duty: this.dutySeen, changes }
    },

    takeReply(sent: Changes, reply: ChangeReply) {
      const view = this.view!
      const answers: Record<Key, AnswerView> = { ...view.answers }
      const drafts = { ...this.drafts }
      const me = useSession().me?.name ?? ''
      for (const { scope, station, field, value } of sent.changes) {
        const key = keyOf(scope, station, field)
        const version = reply.versions[key] ?? 0
        answers[key] = { version, value, savedAt: new Date().toISOString(), savedBy: me }
        // Typed on while it was being saved: the newer value stays a draft on the new version.
        const draft = drafts[key]
        if (draft && same(draft.value, value)) delete drafts[key]
        else if (draft) drafts[key] = { ...draft, base: version }
      }
      Object.assign(answers, reply.news)
      this.drafts = drafts
      const { plant } = view.context
      const context = reply.ownRows?.length
        ? { ...view.context, plant: { ...plant, ownRows: [...plant.ownRows, ...reply.ownRows] } }
        : view.context
      this.view = markRaw({ ...view, answers, context, revision: reply.revision, moved: reply.moved, dutyVersion: reply.dutyVersion })
    },

    async sendStep(id: number, key: Key) {
      const values = this.stepDrafts[key]!
      const version = this.view!.steps.find((s) => s.key === key)?.version ?? 0
      const view = await call('saveStep', { params: { id, key }, body: { version, values } })
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
      this.message = error.said
      if (error.problem.status === 401) {
        this.saveState = 'signed-out'
        useSession().expired = true
      } else this.saveState = this.conflict ? 'conflict' : 'refused'
    },

    /** After a conflict: of each answer one's own over the other's, or theirs. */
    resolveConflict(choices: Readonly<Record<Key, 'mine' | 'theirs'>>) {
      const { conflicts, dutyVersion } = this.conflict!
      const drafts = { ...this.drafts }
      const answers = { ...this.view!.answers }
      for (const { key, ...theirs } of conflicts) {
        // A duty that another card of the line wrote stands there and not on this card.
        if (theirs.version > (answers[key]?.version ?? 0)) answers[key] = theirs
        const base = answers[key]?.version ?? 0
        if (choices[key] === 'mine') drafts[key] = { base, value: drafts[key]!.value }
        else if (same(answers[key]?.value, theirs.value)) delete drafts[key]
        else drafts[key] = { base, value: theirs.value }
      }
      if (dutyVersion !== undefined) this.dutySeen = dutyVersion
      this.drafts = drafts
      this.view = markRaw({ ...this.view!, answers })
      this.conflict = null
      this.saveState = 'waiting'
      this.keep()
      this.schedule(0)
    },

    /** Something was done to this card: asked for behind what is being saved, where the page does not know as much by then. */
    hear(revision = Infinity) {
      this.heard = Math.max(this.heard, revision)
      void inTurn(() => this.renew())
    },

    /** What others did meanwhile, as long as nothing of one's own waits to be sent. */
    async renew() {
      const { view } = this
      if (!view || this.heard <= view.revision || this.unsent()) return
      const now = await call('card', { params: { id: view.job.id } }).catch(() => null)
      if (!now || this.view?.job.id !== now.job.id || this.unsent()) return
      this.heard = 0
      this.take(now)
    },

    /** Goes to the next place of the card, or the one before. */
    walk(by: 1 | -1) {
      const places = this.view?.context.onCard ?? []
      const next = places[(places.indexOf(this.place) + by + places.length) % places.length]
      if (next) this.place = next
    },

    async seen(station: string) {
      const { moved } = await call('seenMoved', { params: { id: this.view!.job.id, station } })
      this.view = markRaw({ ...this.view!, moved })
    },

    /** An action on the card that must reach the server now. */
    act(run: (id: number) => Promise<CardView>): Promise<boolean> {
      return inTurn(async () => {
        await this.send()
        this.message = ''
        try {
          this.take(await run(this.view!.job.id))
          return true
        } catch (error) {
          this.message = error instanceof ApiError ? error.said : error instanceof Error ? error.message : String(error)
          if (error instanceof ApiError && error.problem.status === 401) useSession().expired = true
          return false
        }
      })
    },
  },
})
