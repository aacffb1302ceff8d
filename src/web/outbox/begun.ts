import { takeDrafts, writeDraft } from '../stores/drafts.js'
import { useOutbox } from '../stores/outbox.js'
import { newest } from './newest.js'

/** Brings back what a person has begun on this device. */

let person: number | null = null

/** Once for a person, before a screen on which something can be begun. */
export async function loadDrafts(of: number): Promise<void> {
  if (person === of) return
  const shelf = await useOutbox().shelf()
  const keep = newest((name, value) => shelf.keepDraft(of, name, value))
  takeDrafts(await shelf.drafts(of), (name, value) => void keep(name, value))
  person = of
  takeOld()
}

/** Pages of the releases before kept it in local storage, whoever was there. */
const OLD = /^yardfrost:((?:line|head|visit|raw):.*|bench)$/
function takeOld(): void {
  for (const key of oldKeys()) {
    const [, name] = OLD.exec(key)!
    try {
      writeDraft(name!, JSON.parse(localStorage.getItem(key)!))
    } catch {
      // What cannot be read any more is of no use.
    }
    localStorage.removeItem(key)
  }
}

function oldKeys(): string[] {
  try {
    return Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i)!).filter((key) => OLD.test(key))
  } catch {
    return []
  }
}
