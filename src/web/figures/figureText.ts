import { figureText as textOf } from '../../core/card/figure-text.js'
import type { Figure } from '../../core/card/station.js'
import { useSession } from '../stores/session.js'

/** Figure as number and unit in the person's system. */
export function figureText(figure: Pick<Figure, 'value' | 'quantity' | 'decimals'>): { number: string; unit: string } {
  return textOf(figure, useSession().units)
}
