import { computed } from 'vue'
import { cardSection } from '../../../core/drawing/card-section.js'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'

/** The section through this card's bearing position in the person's units. */
export function useSection(width: number, height: number) {
  const card = useCard()
  const session = useSession()
  return computed(() => {
    const { position, carries } = card.view!
    return cardSection(card.evaluation, card.answers.arrange, { end: position.end, carries }, session.units, { width, height })
  })
}
