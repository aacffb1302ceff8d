import { same } from '../../contract/same.js'
import type { StepValues } from '../../contract/answers.js'
import type { CardView } from '../../contract/cards.js'
import { emptyAnswers, keyOf, partsOf, positionOf, scopeOf, type Key, type Scope } from '../../core/card/answers.js'
import type { Station } from '../../core/procedure/rolling.js'

/** What is typed on a card and not on its server yet, and how a page of the release before kept it. */

/** One answer that is not on the server yet, on the version that the person was looking at. */
export interface Draft {
  base: number
  value: unknown
}

export interface Drafts {
  answers: Record<Key, Draft>
  steps: Record<Key, StepValues>
}

/** As pages of the release before kept it: a whole station at a time, of one bearing at one of two ends. */
export interface OldDrafts {
  stations?: Partial<Record<Station, { base: number; data: Record<string, unknown> }>>
  steps?: Record<string, StepValues>
}

/** Drafts of a page of the release before as changes of single answers; what the server has already is left out. */
export function readOldDrafts(old: OldDrafts, view: CardView): Drafts {
  const place = view.context.onCard[0] ?? 'p1.1'
  const answers: Record<Key, Draft> = {}
  for (const [station, { data }] of Object.entries(old.stations ?? {}) as [Station, { data: Record<string, unknown> }][])
    for (const [name, value] of Object.entries(data)) {
      const key = oldKey(station, name, data, place)
      if (!key || same(view.answers[key]?.value ?? emptyOf(key), value)) continue
      answers[key] = { base: view.answers[key]?.version ?? 0, value }
    }
  const lineSteps = ['isolate', 'guards', 'release']
  const positionSteps = ['fill', 'clean-out']
  const steps = Object.entries(old.steps ?? {}).map(([key, values]) => {
    const scope = lineSteps.includes(key) ? 'line' : positionSteps.includes(key) ? positionOf(place) : place
    return [`${scope}/${key}`, values] as const
  })
  return { answers, steps: Object.fromEntries(steps) }
}

function oldKey(station: Station, name: string, data: Record<string, unknown>, place: Scope): Key | null {
  if (station === 'arrange' && name === 'driveEndHeld') return keyOf('p1', 'arrange', 'held')
  if (station === 'arrange' && name === 'nonDriveEndHeld') return keyOf('p2', 'arrange', 'held')
  if (station === 'arrange' && name === 'floatPresentMm') return keyOf(data.driveEndHeld === false ? 'p1' : 'p2', 'arrange', name)
  const key = keyOf(scopeOf(station, name, place), station, name)
  return partsOf(key) ? key : null
}

/** What an answer is on a card on which nothing has been entered. */
export function emptyOf(key: Key): unknown {
  const { station, name } = partsOf(key)!
  return (emptyAnswers()[station] as unknown as Record<string, unknown>)[name]
}
