import { defineStore } from 'pinia'
import { markRaw } from 'vue'
import type { CommandAnswer, CommandBody, CommandKind } from '../../contract/commands.js'
import type { GreasingInput } from '../../contract/greasing.js'
import { MOST_COMMANDS } from '../../contract/limits.js'
import type { Problem } from '../../contract/problem.js'
import { ApiError, AwayError, call } from '../api.js'
import { serverNow } from '../clock.js'
import { openShelf, type Kept, type Shelf } from '../outbox/shelf.js'
import { readDraft, writeDraft } from './drafts.js'
import { useSession } from './session.js'

const RETRY_MS = 4000
let timer: ReturnType<typeof setTimeout> | undefined
let opening: Promise<Shelf> | null = null
/** One sending at a time, and one tab of a browser where that can be told. */
let turn: Promise<unknown> = Promise.resolve()
function alone<T>(work: () => Promise<T>): Promise<T> {
  const inTurn = () => (typeof navigator !== 'undefined' && navigator.locks ? (navigator.locks.request('yardfrost-outbox', work) as Promise<T>) : work()) // prettier-ignore
  const mine = turn.then(inTurn, inTurn)
  turn = mine.catch(() => {})
  return mine
}

/** A name that this device gave itself, by which its commands are told from those of another. */
function deviceName(): string {
  const known = readDraft<string>('device')
  if (known) return known
  const made = `device ${crypto.randomUUID().slice(0, 8)}`
  writeDraft('device', made)
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
    mine: (state): Kept[] => state.kept.filter((k) => isMine(k) && !k.problem),
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
      const { id, name } = useSession().me!
      const key = crypto.randomUUID()
      await (await this.shelf()).add({ key, at: at.toISOString(), kind, body, person: { id, name } })
      await this.look()
      return this.flush(key)
    },

    /** Sends once more what was not taken, with something changed: under a key of its own, as done when it was done. */
    async again(key: string, change: object): Promise<CommandAnswer | null> {
      const shelf = await this.shelf()
      const { seq: _seq, problem: _problem, ...before } = this.kept.find((k) => k.key === key)!
      const next = { ...before, key: crypto.randomUUID(), body: { ...(before.body as object), ...change } }
      await shelf.add(next)
      await shelf.remove([key])
      await this.look()
      return this.flush(next.key)
    },

    /** Somebody has looked at it: it is let go. */
    async drop(key: string): Promise<void> {
      await (await this.shelf()).remove([key])
      await this.look()
    },

    /** Sends what waits. Of the one that was just done the answer is given back, whatever it is; an older one that is not taken stays. */
    flush(wanted?: string): Promise<CommandAnswer | null> {
      return alone(async () => {
        clearTimeout(timer)
        await this.takeOver()
        await this.look()
        let said: CommandAnswer | null = null
        let most = MOST_COMMANDS
        for (let next = this.mine.slice(0, most); next.length; next = this.mine.slice(0, most)) {
          try {
            const commands = next.map(({ key, at, kind, body }) => ({ key, at, kind, body }))
            const { answers } = await call('commands', { body: { device: deviceName(), commands } })
            this.stuck = false
            said = answers.find((a) => a.key === wanted) ?? said
            await this.settle(answers, wanted)
          } catch (error) {
            if (this.waits(error)) return said
            // All of it was refused, and nobody knows for which of them: one by one.
            if (most > 1) most = 1
            else await this.settle([{ key: next[0]!.key, outcome: 'refused', problem: notTaken((error as Error).message) }], wanted) // prettier-ignore
          }
        }
        return said
      })
    },

    async settle(answers: readonly CommandAnswer[], wanted?: string): Promise<void> {
      const shelf = await this.shelf()
      const over = answers.filter((a) => a.outcome === 'done' || a.outcome === 'again' || a.key === wanted)
      await shelf.remove(over.map((a) => a.key))
      for (const a of answers) if (!over.includes(a) && a.problem) await shelf.refuse(a.key, a.problem)
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
      const old = readDraft<OldEntry[]>(OLD_QUEUE)
      const { me } = useSession()
      if (!old || !me) return
      const shelf = await this.shelf()
      const known = new Set((await shelf.all()).map((k) => k.key))
      for (const { positionId, pointId, entry, person = { id: me.id, name: me.name }, refused } of old) {
        const { key, at = new Date(serverNow()).toISOString(), ...body } = entry
        if (known.has(key)) continue
        await shelf.add({
          ...{ key, at, kind: 'log-greasing', body: { point: pointId ?? positionId, ...body }, person },
          ...(refused && { problem: notTaken(refused) }),
        })
      }
      writeDraft(OLD_QUEUE, null)
    },
  },
})

/** Work belongs to whoever did it. */
const isMine = ({ person }: Kept): boolean => person.id === useSession().me?.id

/** Begins anew, as a page that is loaded again does. */
export function closeOutbox(): void {
  opening = null
  clearTimeout(timer)
}
