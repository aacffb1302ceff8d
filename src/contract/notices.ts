/** What is told on the stream: that something was done to a thing, by its number, and nothing of what was said. Who wants to know asks. */

/** Of what, as the database names it and as a notice does. */
const THINGS = {
  job: 'card',
  machine: 'machine',
  'shaft line': 'line',
  line: 'line',
  'greasing point': 'point',
  list: 'list',
  areas: 'areas',
  settings: 'settings',
  plant: 'plant',
} as const

export interface Notice {
  of: (typeof THINGS)[keyof typeof THINGS]
  /** Its number, or the name of a list; left out of what there is once. */
  id?: string
  /** Of a card: its revision then. Notices keep no order; it only says that a page knows as much already. */
  revision?: number
}

/** A notice as the database writes it, `job 12 45`; null of what nobody is told. */
export function noticeOf(text: string): Notice | null {
  const [, thing, id, revision] =
    /^(job|machine|shaft line|line|greasing point|list|areas|settings|plant)(?: (\S+))?(?: (\d+))?$/.exec(text) ?? []
  if (!thing) return null
  const of = THINGS[thing as keyof typeof THINGS]
  return { of, ...(id !== undefined && { id }), ...(revision !== undefined && { revision: Number(revision) }) }
}
