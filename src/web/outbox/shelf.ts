import Dexie, { liveQuery, type Table } from 'dexie'
import type { Command } from '../../contract/commands.js'
import type { Problem } from '../../contract/problem.js'

/** Where commands lie on this device until the server has them, and what somebody has begun: over a reload, a crash, a sign-out. It knows nothing of sending. */

export interface Kept extends Command {
  /** In the order in which they were done. */
  seq?: number
  /** Whose work it is: nobody else sends it. */
  person: { id: number; name: string }
  /** Why the server did not take it: it stays until somebody has looked. */
  problem?: Problem
  /** Still being written: by which page, and when last. Nobody sends it until it is let go, or its page is gone. */
  writing?: { page: string; at: number }
}

export interface Shelf {
  /** Under its key: what stood there is replaced and keeps its place. */
  put: (kept: Kept) => Promise<unknown>
  /** All of them, in their order. */
  all: () => Promise<Kept[]>
  refuse: (key: string, problem: Problem) => Promise<unknown>
  remove: (keys: readonly string[]) => Promise<unknown>
  /** Says so whenever something changed, in whatever tab. */
  watch: (changed: (all: Kept[]) => void) => void
  /** What a person has begun, by its name. */
  drafts: (person: number) => Promise<[name: string, value: unknown][]>
  /** Null: it is done, or thrown away. */
  keepDraft: (person: number, name: string, value: unknown) => Promise<unknown>
}

interface Draft {
  person: number
  name: string
  value: unknown
}

class Commands extends Dexie {
  declare commands: Table<Kept, number>
  declare drafts: Table<Draft, [number, string]>
  constructor() {
    super('yardfrost')
    this.version(1).stores({ commands: '++seq, &key' })
    this.version(2).stores({ drafts: '[person+name], person' })
  }
}

async function keptShelf(): Promise<Shelf> {
  const db = new Commands()
  await db.open()
  const all = () => db.commands.orderBy('seq').toArray()
  return {
    all,
    put: (kept) =>
      db.transaction('rw', db.commands, async () => {
        const before = await db.commands.get({ key: kept.key })
        await db.commands.put(before ? { ...kept, seq: before.seq! } : kept)
      }),
    refuse: (key, problem) => db.commands.where('key').equals(key).modify({ problem }),
    remove: (keys) => db.commands.where('key').anyOf(keys).delete(),
    watch: (changed) => void liveQuery(all).subscribe({ next: changed, error: () => {} }),
    drafts: async (person) => (await db.drafts.where({ person }).toArray()).map(({ name, value }) => [name, value]),
    keepDraft: (person, name, value) => (value === null ? db.drafts.delete([person, name]) : db.drafts.put({ person, name, value })),
  }
}

/** Of a device that keeps nothing, such as a window of which no trace may stay: it lasts as long as the page. */
function heldShelf(): Shelf {
  let held: Kept[] = []
  return {
    all: () => Promise.resolve(held),
    put: (kept) =>
      Promise.resolve((held = held.some((k) => k.key === kept.key) ? held.map((k) => (k.key === kept.key ? kept : k)) : [...held, kept])),
    refuse: (key, problem) => Promise.resolve((held = held.map((k) => (k.key === key ? { ...k, problem } : k)))),
    remove: (keys) => Promise.resolve((held = held.filter((k) => !keys.includes(k.key)))),
    watch: () => {},
    drafts: () => Promise.resolve([]),
    keepDraft: () => Promise.resolve(),
  }
}

/** The shelf of this device, and whether it outlasts the page. */
export async function openShelf(): Promise<{ shelf: Shelf; lasts: boolean }> {
  try {
    return { shelf: await keptShelf(), lasts: true }
  } catch {
    return { shelf: heldShelf(), lasts: false }
  }
}
