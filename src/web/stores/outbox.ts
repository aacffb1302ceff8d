import { defineStore } from 'pinia'
import { markRaw } from 'vue'
import type { CommandAnswer, CommandBody, CommandKind } from '../../contract/commands.js'
import type { GreasingInput } from '../../contract/greasing.js'
import { MOST_COMMANDS } from '../../contract/limits.js'
import type { Problem } from '../../contract/problem.js'
import { ApiError, AwayError, call } from '../api.js'
import { serverNow } from '../clock.js'
import { goTogether, rebased } from '../outbox/order.js'
import { newest } from '../outbox/newest.js'
import { openShelf, type Kept, type Shelf } from '../outbox/shelf.js'
import { readPreference, writePreference } from './preferences.js'
import { useSession } from './session.js'

const RETRY_MS = 4000
/** What nobody has written on for so long is of a page that is gone: it goes out as it is. */
const LEFT_MS = 15_000
let timer: ReturnType<typeof setTimeout> | undefined
let opening: Promise<Shelf> | null = null
/** This page, among others of the same device. */
let page = crypto.randomUUID()
/** Is told what became of a command; false where it no longer sees to it. */
type Hear = (answer: CommandAnswer) => boolean
/** Who waits for what became of a command, as long as this page lives. */
const waiting = new Map<string, Hear>()
/** One sending at a time, and one tab of a browser where that can be told. */
let turn: Promise<unknown> = Promise.resolve()
function alone<T>(work: () => Promise<T>): Promise<T> {
  const inTurn = () =>
    typeof navigator !== 'undefined' && navigator.locks ? (navigator.locks.request('yardfrost-outbox', work) as Promise<T>) : work()
  const mine = turn.then(inTurn, inTurn)
  turn = mine.catch(() => {})
  return mine
}

/** A name that this device gave itself, by which its commands are told from those of another. */
function deviceName(): string {
  const known = readPreference<string>('device')
  if (known) return known
  const made = `device ${crypto.randomUUID().slice(0, 8)}`
  writePreference('device', made)
  return made
}

/** What stands beside an entry that the server did not take, where it said no more. */
const notTaken = (detail: string): Problem => ({ type: 'urn:yardfrost:not-taken', title: 'Not taken', status: 422, detail })

/** An entry of the round as pages of the release before kept it. */
interface OldEntry {
  positionId?: number
  pointId?: number
  entry: GreasingInput
  person?: Kept['person']
  refused?: string
}
const OLD_QUEUE = 'round'

const byMe = (): Kept['person'] => {
  const { id, name } = useSession().me!
  return { id, name }
}

/** What is still being written, as it stands last. */
const held = newest<Kept | null>(async (key, kept) => {
  const shelf = await useOutbox().shelf()
  await (kept ? shelf.put(kept) : shelf.remove([key]))
})

/** As it goes out: nothing of the page hangs on it any more. */
const plain = (body: unknown): unknown => JSON.parse(JSON.stringify(body))

/** Work belongs to whoever did it. */
const isMine = ({ person }: Kept): boolean => person.id === useSession().me?.id

/** Nobody is writing on it any more. */
const isDone = ({ writing }: Kept): boolean => !writing || (writing.page !== page && writing.at < Date.now() - LEFT_MS)

/** What was done on this device and is not on the server yet. It is kept before it is shown as done, and goes out in its order. */
export const useOutbox = defineStore('outbox', {
  state: () => ({
    kept: [] as Kept[],
    /** What is kept outlasts the page. */
    lasts: true,
    /** The last sending found nobody: what is kept waits, and is not just under way. */
    stuck: false,
  }),
  getters: {
    /** What goes out as soon as the server is there. */
    mine: (state): Kept[] => state.kept.filter((k) => isMine(k) && !k.problem && !k.writing),
    /** How many of those had to wait. */
    waiting(state): number {
      return state.stuck ? this.mine.length : 0
    },
    /** What the server did not take, of whoever is signed in. */
    refused: (state): Kept[] => state.kept.filter((k) => isMine(k) && k.problem),
    /** Names of others whose work waits here until they sign in. */
    others: (state): string[] => [...new Set(state.kept.flatMap((k) => (isMine(k) ? [] : [k.person.name])))],
  },
  actions: {
    shelf(): Promise<Shelf> {
      return (opening ??= openShelf().then(({ shelf, lasts }) => {
        this.lasts = lasts
        shelf.watch((all) => (this.kept = all.map((k) => markRaw(k))))
        return shelf
      }))
    },

    async look(): Promise<void> {
      this.kept = (await (await this.shelf()).all()).map((k) => markRaw(k))
    },

    /** Does something: what the server said of it, or null while it waits here. */
    async perform<K extends CommandKind>(kind: K, body: CommandBody<K>, at = new Date(serverNow())): Promise<CommandAnswer | null> {
      const key = crypto.randomUUID()
      await (await this.shelf()).put({ key, at: at.toISOString(), kind, body: plain(body), person: byMe() })
      await this.look()
      return this.flush(key)
    },

    /** Keeps what is still being written, each time anew under its key; null lets it be forgotten. */
    async hold<K extends CommandKind>(key: string, kind: K, body: CommandBody<K> | null): Promise<void> {
      const at = new Date(serverNow()).toISOString()
      await held(key, body && { key, at, kind, body: plain(body), person: byMe(), writing: { page, at: Date.now() } })
    },

    /** What was held is done and goes out; `hear` is told what the server said, whenever that is. Answers whether somebody was there. */
    async letGo<K extends CommandKind>(key: string, kind: K, body: CommandBody<K>, hear: Hear): Promise<boolean> {
      waiting.set(key, hear)
      await held(key, { key, at: new Date(serverNow()).toISOString(), kind, body: plain(body), person: byMe() })
      await this.look()
      await this.flush()
      return !waiting.has(key)
    },

    /** Takes up what was being written of something, and what was not taken of it: whoever asks keeps it from now on. */
    async takeUp(of: (kept: Kept) => boolean): Promise<Kept[]> {
      const shelf = await this.shelf()
      const left = (await shelf.all()).filter((k) => isMine(k) && of(k) && (k.problem || k.writing))
      await shelf.remove(left.map((k) => k.key))
      await this.look()
      return left
    },

    /** Sends once more what was not taken, with something changed: under a key of its own, as done when it was done. */
    async again(key: string, change: object): Promise<CommandAnswer | null> {
      const shelf = await this.shelf()
      const { seq: _seq, problem: _problem, ...before } = this.kept.find((k) => k.key === key)!
      const next = { ...before, key: crypto.randomUUID(), body: { ...(before.body as object), ...change } }
      await shelf.put(next)
      await shelf.remove([key])
      await this.look()
      return this.flush(next.key)
    },

    /** Somebody has looked at it: it is let go. */
    async drop(key: string): Promise<void> {
      await (await this.shelf()).remove([key])
      await this.look()
    },

    /** What goes out next, in its order. */
    next(most: number): Kept[] {
      return goTogether(
        this.kept.filter((k) => isMine(k) && !k.problem && isDone(k)),
        most,
      )
    },

    /** Sends what waits. Of the one that was just done the answer is given back, whatever it is; an older one that is not taken stays. */
    flush(wanted?: string): Promise<CommandAnswer | null> {
      return alone(async () => {
        clearTimeout(timer)
        await this.takeOver()
        await this.look()
        let said: CommandAnswer | null = null
        let most = MOST_COMMANDS
        for (let next = this.next(most); next.length; next = this.next(most)) {
          try {
            const commands = next.map(({ key, at, kind, body }) => ({ key, at, kind, body }))
            const { answers } = await call('commands', { body: { device: deviceName(), commands } })
            this.stuck = false
            said = answers.find((a) => a.key === wanted) ?? said
            await this.settle(next, answers, wanted)
          } catch (error) {
            if (this.waits(error)) return said
            // All of it was refused, and nobody knows for which of them: one by one.
            if (most > 1) most = 1
            else await this.settle(next, [{ key: next[0]!.key, outcome: 'refused', problem: notTaken((error as Error).message) }], wanted)
          }
        }
        return said
      })
    },

    async settle(sent: readonly Kept[], answers: readonly CommandAnswer[], wanted?: string): Promise<void> {
      const shelf = await this.shelf()
      const taken = (a: CommandAnswer) => a.outcome === 'done' || a.outcome === 'again'
      const heard = answers.filter((a) => waiting.get(a.key)?.(a))
      for (const a of answers) waiting.delete(a.key)
      const over = answers.filter((a) => taken(a) || a.key === wanted || heard.includes(a))
      await shelf.remove(over.map((a) => a.key))
      for (const a of answers) if (!over.includes(a) && a.problem) await shelf.refuse(a.key, a.problem)
      await this.look()
      for (const a of answers.filter(taken)) {
        const before = sent.find((k) => k.key === a.key)!
        for (const later of this.kept.map((k) => rebased(k, before, a))) if (later) await shelf.put(later)
      }
      await this.look()
    },

    /** Nobody answers, or nobody is signed in any more: it is tried again. */
    waits(error: unknown): boolean {
      const signedOut = error instanceof ApiError && error.problem.status === 401
      const busy = error instanceof ApiError && error.problem.status === 429
      if (signedOut) useSession().expired = true
      if (!(error instanceof AwayError || signedOut || busy)) return false
      this.stuck = true
      timer = setTimeout(() => void this.flush().catch(() => {}), RETRY_MS)
      return true
    },

    /** What pages of the release before left waiting, by whoever they named or by who is there. */
    async takeOver(): Promise<void> {
      const old = readPreference<OldEntry[]>(OLD_QUEUE)
      const { me } = useSession()
      if (!old || !me) return
      const shelf = await this.shelf()
      const known = new Set((await shelf.all()).map((k) => k.key))
      for (const { positionId, pointId, entry, person = { id: me.id, name: me.name }, refused } of old) {
        const { key, at = new Date(serverNow()).toISOString(), ...body } = entry
        if (known.has(key)) continue
        await shelf.put({
          ...{ key, at, kind: 'log-greasing', body: { point: pointId ?? positionId, ...body }, person },
          ...(refused && { problem: notTaken(refused) }),
        })
      }
      writePreference(OLD_QUEUE, null)
    },
  },
})

/** Begins anew, as a page that is loaded again does. */
export function closeOutbox(): void {
  opening = null
  page = crypto.randomUUID()
  waiting.clear()
  clearTimeout(timer)
}
