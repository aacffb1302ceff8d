import { useLocalStorage } from '@vueuse/core'
import { shallowRef, watch, type Ref } from 'vue'
import type { Station } from '../../core/procedure/rolling.js'
import type { QuickAnswer } from '../../core/quick/answer.js'
import type { Slot } from '../../core/quick/words.js'
import { useRack } from '../stores/rack.js'
import { useSession } from '../stores/session.js'

/** Short questions of the one box: answered in the worker while they are typed, kept as scratch sheets, or put onto a card. */

const MOST_KEPT = 12
/** What was asked and kept on this device, newest first. */
export const useScratch = () => useLocalStorage<string[]>('yardfrost:scratch', [])

export function keep(kept: Ref<string[]>, text: string): void {
  kept.value = [text, ...kept.value.filter((t) => t !== text)].slice(0, MOST_KEPT)
}

/** The answer to what is typed; what comes late for an earlier text is passed over. */
export function useQuickAnswer(text: Ref<string>) {
  const rack = useRack()
  const session = useSession()
  const answer = shallowRef<QuickAnswer | null>(null)
  watch([text, () => session.units], async ([typed, units]) => {
    const found = typed.trim() ? await rack.worker.answer(typed, units).catch(() => null) : null
    if (typed === text.value) answer.value = found
  })
  return answer
}

/** Where on a card a number of a question stands. */
const FIELDS: Partial<Record<Slot, readonly [Station, string]>> = {
  speed: ['duty', 'speedRpm'],
  radial: ['duty', 'radialLoadN'],
  axial: ['duty', 'axialLoadN'],
  limit: ['mount', 'limitC'],
  temperature: ['lubricate', 'housingTemperatureC'],
}

/** Puts what was asked onto the card in hand, as one step back. */
export async function ontoCard({ takes }: QuickAnswer): Promise<void> {
  const [{ useCard }, { keyOf, scopeOf }] = await Promise.all([import('../stores/card.js'), import('../../core/card/answers.js')])
  const card = useCard()
  const changes: Record<string, unknown> = {}
  const set = (station: Station, name: string, value: unknown) => {
    if (value !== null && value !== undefined) changes[keyOf(scopeOf(station, name, card.place, card.lead), station, name)] = value
  }
  set('identify', 'designation', takes.bearing)
  set('fit', 'group', takes.group)
  set('fit', 'shaftClass', takes.shaftClass)
  set('fit', 'housingClass', takes.housingClass)
  for (const [slot, field] of Object.entries(FIELDS)) set(...field, takes.numbers[slot as Slot])
  card.endTyping()
  card.change(changes)
  card.endTyping()
}

/** Whether the card in hand takes answers. */
export async function cardIsOpen(): Promise<boolean> {
  const { useCard } = await import('../stores/card.js')
  const card = useCard()
  return card.view !== null && !card.readOnly
}
