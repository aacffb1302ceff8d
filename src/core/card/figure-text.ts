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

/** What a figure was before it moved, in a person's system with its unit; one of which only its metric reading was kept says so. */
export function wasText(
  { before, was }: { before: string; was: Figure['value'] },
  figure: Pick<Figure, 'quantity' | 'decimals'>,
  units: UnitSystem,
): string {
  if (was === null) return `${before} in metric units`
  const { number, unit } = figureText({ ...figure, value: was }, units)
  return `${number} ${unit}`.trimEnd()
}
