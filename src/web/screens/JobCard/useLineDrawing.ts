import { computed } from 'vue'
import { keyOf } from '../../../core/card/answers.js'
import { leaning } from '../../../core/drawing/glyph.js'
import type { ShaftLineSpec } from '../../../core/drawing/line-layout.js'
import { shaftLineDrawing } from '../../../core/drawing/shaft-line.js'
import { nameOf } from '../../../core/bearing/bearing.js'
import { groupMark } from '../../../core/bearing/clearance.js'
import { useCard } from '../../stores/card.js'

type More = Partial<Omit<ShaftLineSpec, 'width' | 'height' | 'positions' | 'carries' | 'components'>>

/** The whole line of the card as it is answered, with what the caller has to say on it. */
export function useLineDrawing(width: number, height: number, more: () => More = () => ({})) {
  const card = useCard()
  return computed(() => {
    const { context } = card
    const positions = context.positions.map((p) => {
      const places = p.places.map((x) => {
        const own = card.line.places[x.code]
        // Until it is known what goes in, what is recorded stands there.
        const row = own?.identify.row ?? x.row
        const tone = x.code === card.place ? ('hand' as const) : own ? ('own' as const) : ('other' as const)
        const group = own?.fit.group ?? own?.identify.group
        const marked = group && group !== 'N' ? ` ${groupMark(group)}` : ''
        return {
          ...leaning(p.places, x),
          key: x.code,
          row,
          ...{ shaftSeat: x.shaftSeat, housingSeat: x.housingSeat },
          tone,
          words: own?.identify.typedDesignation ?? (row ? nameOf(row) + marked : (x.designation ?? 'not known')),
        }
      })
      const held = card.lineAnswers[keyOf(p.code, 'arrange', 'held')]
      // What is answered counts before what the records have: a support that is said to hold otherwise stands otherwise.
      const asRecorded = held === undefined || held === null || held === p.held
      const stands = (name: 'outerLeft' | 'outerRight', side: 'left' | 'right') => {
        const said = card.lineAnswers[keyOf(p.code, 'arrange', name)]
        return said ? said !== 'free' : asRecorded && (p.sides?.[side] ?? false)
      }
      const sides = { left: stands('outerLeft', 'left'), right: stands('outerRight', 'right') }
      const names = [...new Set(places.map((x) => x.words))]
      return {
        name: p.name,
        alongMm: p.alongMm,
        held: typeof held === 'boolean' ? held : null,
        sides,
        designation: places.length > 1 && names.length === 1 ? `${places.length} × ${names[0]}` : names.join(' + '),
        places,
      }
    })
    // A card that was closed before they were recorded has none.
    const carried = card.view?.line.components ?? []
    const components = carried.length || context.line.carries === 'shaft end' ? carried : undefined
    return shaftLineDrawing({
      width,
      height,
      positions,
      carries: context.line.carries,
      components,
      shaft: card.view?.line.shaft,
      outerTurns: context.line.turning === 'housing',
      spanText: null,
      ...more(),
    })
  })
}
