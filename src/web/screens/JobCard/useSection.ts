import { computed } from 'vue'
import { cardSection } from '../../../core/drawing/card-section.js'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'

/** The section through the place in hand in the person's units. */
export function useSection(width: number, height: number) {
  const card = useCard()
  const session = useSession()
  return computed(() => cardSection(card.line, card.lineAnswers, card.context, card.place, session.units, { width, height }))
}
