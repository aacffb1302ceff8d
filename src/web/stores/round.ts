import { defineStore } from 'pinia'
import type { GreasingInput, GreasingView } from '../../contract/greasing.js'
import { ApiError, AwayError, call } from '../api.js'
import { readDraft, writeDraft } from './drafts.js'
import { useSession } from './session.js'

interface Waiting {
  /** An entry of the release before names the support, whose number its point has kept. */
  positionId?: number
  pointId?: number
  entry: GreasingInput
}

const QUEUE = 'round'
const RETRY_MS = 4000
let timer: ReturnType<typeof setTimeout> | undefined

/** Entries of the round. What cannot be sent waits on this device and arrives once, in the order it was typed. */
export const useRound = defineStore('round', {
  state: () => ({ waiting: readDraft<Waiting[]>(QUEUE) ?? [] }),
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
      this.waiting.push({ pointId, entry })
      this.keep()
      return this.flush(entry.key)
    },

    /** Sends what waits. A refusal of the entry that was just typed is thrown; an older one is dropped from the queue and thrown too. */
    async flush(wanted?: string): Promise<GreasingView | null> {
      clearTimeout(timer)
      let view: GreasingView | null = null
      while (this.waiting.length) {
        const { pointId, positionId, entry } = this.waiting[0]!
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
          this.done(entry.key)
          throw error
        }
        this.done(entry.key)
      }
      return view
    },
  },
})
