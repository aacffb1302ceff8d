import { BEYOND_H } from '../life/life-words.js'
import { format, unitOf, type UnitSystem } from '../units/quantities.js'
import type { Figure } from './station.js'

/** A figure as number and unit in a person's system; a dash where something it needs is missing. */
export function figureText(figure: Pick<Figure, 'value' | 'quantity' | 'decimals'>, units: UnitSystem): { number: string; unit: string } {
  const { value, quantity, decimals } = figure
  if (value === null) return { number: '—', unit: '' }
  if (typeof value === 'string') return { number: value, unit: '' }
  // A life beyond any meaning is said so, and not in millions of hours.
  const one = (v: number) =>
    quantity === 'hours' && v > BEYOND_H ? `beyond ${format(BEYOND_H, quantity, units)}` : format(v, quantity, units, decimals)
  return { number: typeof value === 'number' ? one(value) : value.map(one).join(' … '), unit: unitOf(quantity, units) }
}
