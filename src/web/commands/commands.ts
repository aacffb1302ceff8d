import type { RouteLocationRaw } from 'vue-router'
import type { Found } from '../../contract/yard.js'
import { nominal, phrase, type Words } from '../../core/words/message.js'
import { stationRow, stationsOf as stationNames, type ProcedureName } from '../../core/procedure/procedures.js'

/** One thing that can be reached or done by its words. */
export interface Command {
  key: string
  label: string
  hint: string
  /** What sort of thing it is, where the server found it. */
  kind?: Found['kind'] | 'answer'
  to?: RouteLocationRaw
  run?: () => void
  /** The box stays open behind it. */
  stay?: boolean
}

const WHERE: Record<Found['kind'], (found: Found) => RouteLocationRaw> = {
  machine: ({ id }) => ({ name: 'machine', params: { id } }),
  card: ({ id }) => ({ name: 'card', params: { id } }),
  position: ({ id, machineId }) => ({ name: 'machine', params: { id: machineId }, hash: `#support-${id}` }),
  bearing: ({ id: designation }) => ({ name: 'bearing', params: { designation } }),
  part: ({ id: name }) => ({ name: 'part', params: { name } }),
  person: ({ id }) => ({ name: 'yard', query: { person: String(id) } }),
}

/** Sizes of something that was found, in words. */
const sizeWords = (list: NonNullable<Found['sizesMm']>): Words =>
  list.every((s) => !s.what)
    ? phrase`${{ sizesMm: list.map((s) => s.mm) }}`
    : phrase`${list.map((s) => phrase`${s.what ?? ''} ${nominal(s.mm)}`)}`

/** What the server found, each with the screen that shows it; `say` writes quantities in the reader's units. */
export const commandsOf = (found: readonly Found[], say: (words: Words) => string): Command[] =>
  found.map((f) => ({
    key: `${f.kind}-${String(f.id).replace(/\W+/g, '-')}`,
    label: f.label,
    hint: f.sizesMm ? `${f.hint}, ${say(sizeWords(f.sizesMm))}` : f.hint,
    kind: f.kind,
    to: WHERE[f.kind](f),
  }))

export function stationsOf(jobId: number, procedure: ProcedureName): Command[] {
  return stationNames(procedure).map((s) => ({
    key: `s${s}`,
    label: stationRow(s).title,
    hint: 'station of this card',
    to: { name: 'card', params: { id: jobId, station: s } },
  }))
}

/** Commands that hold every word, in their own order. */
export function findCommands(all: readonly Command[], search: string): Command[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  return all.filter((c) => words.every((w) => `${c.label} ${c.hint}`.toLowerCase().includes(w)))
}
