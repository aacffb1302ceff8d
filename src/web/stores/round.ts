import { defineStore } from 'pinia'
import type { GreasingInput, GreasingView } from '../../contract/greasing.js'
import { ApiError, AwayError, call } from '../api.js'
import { readDraft, writeDraft } from './drafts.js'
import { useSession } from './session.js'

export interface Waiting {
  /** An entry of the release before names the support, whose number its point has kept. */
  positionId?: number
  pointId?: number
  entry: GreasingInput
  /** Whose work it is: nobody else sends it. Left out by pages of before, which did not say. */
  person?: { id: number; name: string }
  /** Why the server did not take it: it stays here until somebody has looked. */
  refused?: string
}

const QUEUE = 'round'
const RETRY_MS = 4000
let timer: ReturnType<typeof setTimeout> | undefined

/** Entries of the round. What cannot be sent waits on this device for its person and arrives once, in the order it was typed. */
export const useRound = defineStore('round', {
  state: () => ({ waiting: readDraft<Waiting[]>(QUEUE) ?? [] }),
  getters: {
    /** What goes out as soon as the server is there. */
    mine: (state): Waiting[] => state.waiting.filter((w) => isMine(w) && !w.refused),
    /** What the server did not take, of whoever is signed in. */
    refused: (state): Waiting[] => state.waiting.filter((w) => isMine(w) && w.refused),
    /** Names of others whose entries wait here until they sign in. */
    others: (state): string[] => [...new Set(state.waiting.flatMap((w) => (isMine(w) ? [] : [w.person!.name])))],
  },
  actions: {
    /** By its key: another sending may be under way, and what it has taken is not what stands first now. */
    done(key: string) {
      this.waiting = this.waiting.filter((w) => w.entry.key !== key)
      this.keep()
    },

    keep() {
      writeDraft(QUEUE, this.waiting.length ? this.waiting : null)
    },

    /** The view after it was taken, or null when it waits. A refusal is thrown. */
    async log(pointId: number, entry: GreasingInput): Promise<GreasingView | null> {
      const { me } = useSession()
      this.waiting.push({ pointId, entry, ...(me && { person: { id: me.id, name: me.name } }) })
      this.keep()
      return this.flush(entry.key)
    },

    /** Sends what was refused once more, as a second greasing where that was the reason. */
    async again(key: string): Promise<GreasingView | null> {
      this.waiting = this.waiting.map(({ refused, ...w }) => (w.entry.key === key ? { ...w, entry: { ...w.entry, again: true as const } } : { ...w, ...(refused && { refused }) })) // prettier-ignore
      this.keep()
      return this.flush(key)
    },

    /** Sends what waits. A refusal of the entry that was just typed is thrown; an older one stays here with its reason. */
    async flush(wanted?: string): Promise<GreasingView | null> {
      clearTimeout(timer)
      let view: GreasingView | null = null
      for (let next = this.mine[0]; next; next = this.mine[0]) {
        const { pointId, positionId, entry } = next
        try {
          const taken = await call('logGreasing', { params: { id: (pointId ?? positionId)! }, body: entry })
          if (entry.key === wanted) view = taken
        } catch (error) {
          const signedOut = error instanceof ApiError && error.problem.status === 401
          if (signedOut) useSession().expired = true
          if (error instanceof AwayError || signedOut) {
            timer = setTimeout(() => void this.flush().catch(() => {}), RETRY_MS)
            return null
          }
          if (entry.key === wanted) {
            this.done(entry.key)
            throw error
          }
          const why = error instanceof Error ? error.message : String(error)
          this.waiting = this.waiting.map((w) => (w.entry.key === entry.key ? { ...w, refused: why } : w))
          this.keep()
          continue
        }
        this.done(entry.key)
      }
      return view
    },
  },
})

/** An entry belongs to whoever typed it; those of before to whoever is there. */
function isMine({ person }: Waiting): boolean {
  const { me } = useSession()
  return !person || person.id === me?.id
}
