import { defineStore } from 'pinia'
import type { Words } from '../../core/words/message.js'
import { markRaw } from 'vue'
import type { StepView } from '../../contract/card-parts.js'
import type { CardView, ChangeConflict, ChangeReply } from '../../contract/cards.js'
import type { CommandAnswer, CommandBody, CommandKind } from '../../contract/commands.js'
import { readAnswers, type StepValues } from '../../contract/answers.js'
import {
  keyOf,
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
import { call } from '../api.js'
import { same } from '../../contract/same.js'
import {
  answerCard,
  bothOf,
  draftsOf,
  emptyOf,
  isTyping,
  oldDraftsOf,
  resolved,
  taken,
  type AnswerCard,
  type Draft,
} from './card-drafts.js'
import { readPreference } from './preferences.js'
import { useOutbox } from './outbox.js'
import { useSession } from './session.js'
import { shared } from './shared.js'

export type SaveState = 'saved' | 'saving' | 'waiting' | 'away' | 'conflict' | 'signed-out' | 'refused'

/** What is done on a card besides answering and writing. */
type CardDeed = { [K in CommandKind]: CommandBody<K> extends { card: number } ? K : never }[CommandKind]

/** Another page of this device sent something older under the key: what stands here goes under a new one. */
const KEY_USED = 'Key used'
const WAITS = 'The server is away: this waits on the device and is sent when it is back.'
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
    /** Whose typing it is: nobody else keeps or sends it. */
    person: null as number | null,
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
    /** What is under way, and under which key. */
    underWay: {} as Record<Key, string>,
    sending: null as AnswerCard | null,
    stepsSent: {} as Record<Key, StepValues>,
    /** Under which key each thing that is still being written is kept. */
    keys: {} as Record<Key, string>,
    /** Why the last sending was not taken. */
    refused: null as Words | null,
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
        this.place = onCard.find((p) => p === readPreference<string>(`place:${view.job.id}`)) ?? onCard[0] ?? this.place
    },

    async open(id: number) {
      const person = useSession().me?.id ?? null
      if (this.view?.job.id !== id || this.person !== person) {
        // What is typed on another card goes out or waits; of another person it waits until he is there again.
        await this.flush()
        this.$reset()
      }
      this.person = person
      const outbox = useOutbox()
      await outbox.flush().catch(() => {})
      this.take(await call('card', { params: { id } }))
      this.heard = 0
      const left = draftsOf(await outbox.takeUp((kept) => isTyping(kept, id)))
      const old = oldDraftsOf(this.view!, person)
      this.drafts = { ...old?.answers, ...left.answers, ...this.drafts }
      this.stepDrafts = { ...old?.steps, ...left.steps, ...this.stepDrafts }
      if (!this.unsent()) return
      this.keep()
      this.schedule(0)
    },

    unsent(): number {
      return Object.keys(this.drafts).length + Object.keys(this.stepDrafts).length
    },

    /** The key under which something is kept until it goes out. */
    keyFor(what: Key): string {
      return (this.keys[what] ??= crypto.randomUUID())
    },

    /** Whoever typed is here. */
    mine(): boolean {
      return this.view !== null && (useSession().me?.id ?? null) === this.person
    },

    /** The same as it goes out: what is typed on goes under another. */
    underKey(what: Key): string {
      const key = this.keyFor(what)
      delete this.keys[what]
      return (this.underWay[what] = key)
    },

    /** Keeps on this device what is typed and not under way. */
    keep() {
      if (!this.mine()) return
      const outbox = useOutbox()
      const { job, revision, steps } = this.view!
      const sent = this.sending?.changes.map(({ scope, station, field, value }) => [keyOf(scope, station, field), value] as const)
      const typed = Object.entries(this.drafts).some(([key, { value }]) => !sent?.some(([of, was]) => of === key && same(was, value)))
      if (typed || this.keys.answers)
        void outbox.hold(this.keyFor('answers'), 'answer-card', typed ? answerCard(this.drafts, job.id, revision, this.dutySeen) : null)
      for (const [step, values] of Object.entries(this.stepDrafts)) {
        if (this.stepsSent[step] === values) continue
        const version = steps.find((s) => s.key === step)?.version ?? 0
        void outbox.hold(this.keyFor(step), 'write-step', { card: job.id, step, version, values })
      }
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

    /** What nobody took stays here and goes again. */
    async send() {
      if (!this.mine()) return
      if (this.conflict) {
        this.saveState = 'conflict'
        return
      }
      this.saveState = this.saveState === 'away' ? 'away' : 'saving'
      this.refused = null
      const there = (await this.sendAnswers()) && (await this.sendSteps())
      if (this.conflict) this.saveState = 'conflict'
      else if (this.refused) {
        this.message = this.refused
        this.saveState = 'refused'
      } else if (!there) this.away()
      else if (this.unsent()) this.schedule()
      else {
        this.saveState = 'saved'
        this.savedAt = new Date()
        await this.renew()
      }
      this.keep()
    },

    /** Nobody answers, or nobody is signed in any more. */
    away() {
      if (useSession().expired) {
        this.saveState = 'signed-out'
        return
      }
      this.saveState = 'away'
      clearTimeout(timer)
      timer = setTimeout(() => void this.flush(), RETRY_MS)
    },

    /** False while nobody answers. */
    async sendAnswers(): Promise<boolean> {
      const outbox = useOutbox()
      while (!this.conflict && !this.refused && (this.sending || Object.keys(this.drafts).length)) {
        if (this.sending) await outbox.flush()
        else {
          const { job, revision } = this.view!
          const sent = (this.sending = answerCard(this.drafts, job.id, revision, this.dutySeen))
          const key = this.underKey('answers')
          await outbox.letGo(key, 'answer-card', sent, (answer) => this.answered(key, sent, answer))
        }
        if (this.sending) return false
      }
      return true
    },

    async sendSteps(): Promise<boolean> {
      const outbox = useOutbox()
      for (const step of Object.keys(this.stepDrafts)) {
        if (this.stepsSent[step]) await outbox.flush()
        else {
          const { job, steps } = this.view!
          const values = (this.stepsSent[step] = this.stepDrafts[step]!)
          const version = steps.find((s) => s.key === step)?.version ?? 0
          const key = this.underKey(step)
          const body = { card: job.id, step, version, values }
          await outbox.letGo(key, 'write-step', body, (answer) => this.stepAnswered(key, step, values, answer))
        }
        if (this.stepsSent[step]) return false
      }
      return true
    },

    /** What became of what was sent, whenever that is heard; false where another card or person is here by then. */
    answered(key: string, sent: AnswerCard, { changed, problem }: CommandAnswer): boolean {
      if (this.underWay.answers !== key || !this.view) return false
      delete this.underWay.answers
      this.sending = null
      const stands = problem?.current as ChangeConflict | undefined
      if (problem && stands?.conflicts) this.conflict = stands
      else if (problem && problem.title !== KEY_USED) this.refused = problem.words ?? problem.detail
      else if (!problem) {
        const reply = changed as ChangeReply
        const [view, drafts] = taken(this.view, this.drafts, sent, reply, useSession().me?.name ?? '')
        this.drafts = drafts
        this.view = markRaw({ ...view, revision: this.known(reply.revision) })
      }
      this.goOn()
      return true
    },

    stepAnswered(key: string, step: Key, sent: StepValues, { changed, problem }: CommandAnswer): boolean {
      const { view } = this
      if (this.underWay[step] !== key || !view) return false
      delete this.underWay[step]
      delete this.stepsSent[step]
      const before = view.steps.find((s) => s.key === step)
      if (problem && problem.title !== KEY_USED) {
        const theirs = problem.current as StepView | undefined
        const both = theirs && bothOf((before?.values ?? {}) as StepValues, this.stepDrafts[step] ?? sent, theirs.values as StepValues)
        if (!both) this.refused = problem.words ?? problem.detail
        else {
          // Other fields of the same step: what both wrote goes on what stands there now.
          this.stepDrafts[step] = both
          this.view = markRaw({ ...view, steps: [...view.steps.filter((s) => s !== before), theirs] })
        }
      } else if (!problem) {
        const { step: stands, revision } = changed as { step: StepView | null; revision: number }
        if (this.stepDrafts[step] === sent) delete this.stepDrafts[step]
        const steps = stands ? [...view.steps.filter((s) => s.key !== step), stands] : view.steps
        this.view = markRaw({ ...view, steps, revision: this.known(revision) })
      }
      this.goOn()
      return true
    },

    /** Heard of after nobody had answered: what else is typed goes out too. */
    goOn() {
      if (this.saveState === 'away' || this.saveState === 'signed-out') this.schedule(0)
    },

    /** The revision that this page knows all of once its own change is done: where others did something between, it asks. */
    known(revision: number): number {
      const before = this.view!.revision
      if (revision <= before + 1) return Math.max(before, revision)
      this.heard = Math.max(this.heard, revision)
      return before
    },

    /** After a conflict: of each answer one's own over the other's, or theirs. */
    resolveConflict(choices: Readonly<Record<Key, 'mine' | 'theirs'>>) {
      const { dutyVersion } = this.conflict!
      const [view, drafts] = resolved(this.view!, this.drafts, this.conflict!, choices)
      if (dutyVersion !== undefined) this.dutySeen = dutyVersion
      this.drafts = drafts
      this.view = markRaw(view)
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

    /** Does something on the card besides its answers, behind what is typed; false where it was not taken, or waits. */
    act<K extends CardDeed>(kind: K, body: Omit<CommandBody<K>, 'card'>): Promise<boolean> {
      return inTurn(async () => {
        await this.send()
        this.message = ''
        const answer = await useOutbox().perform(kind, { card: this.view!.job.id, ...body } as CommandBody<K>)
        if (!answer) {
          this.message = useSession().expired ? 'You are signed out: this waits on the device.' : WAITS
          return false
        }
        if (answer.problem) {
          this.message = answer.problem.words ?? answer.problem.detail
          return false
        }
        // All of it is asked for, whatever else waits to be sent.
        const now = await call('card', { params: { id: this.view!.job.id } }).catch(() => null)
        if (now) this.take(now)
        return true
      })
    },
  },
})
