import type { Figure } from '../../core/card/station.js'
import { useSession } from '../stores/session.js'

/** Figure as number and unit in the person's system. */
export function figureText(figure: Pick<Figure, 'value' | 'quantity' | 'decimals'>): { number: string; unit: string } {
  const session = useSession()
  const { value, quantity, decimals } = figure
  if (value === null) return { number: '—', unit: '' }
  if (typeof value === 'string') return { number: value, unit: '' }
  const unit = session.unit(quantity)
  if (typeof value === 'number') return { number: session.show(value, quantity, decimals), unit }
  return { number: value.map((v) => session.show(v, quantity, decimals)).join(' … '), unit }
}
