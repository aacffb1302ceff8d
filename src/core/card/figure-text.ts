import { BEYOND_H } from '../life/life-words.js'
import { format, parse, unitOf, type UnitSystem } from '../units/quantities.js'
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

/** What a figure was before, as `asShown` kept it in metric units, in a person's system with its unit; words stay as they are. */
export function wasText(before: string, { quantity, decimals }: Pick<Figure, 'quantity' | 'decimals'>, units: UnitSystem): string {
  const ends = before.split(' … ').map((end) => parse(end, quantity, 'metric'))
  const values = ends.flatMap((end) => (end.ok ? [end.value] : []))
  if (quantity === 'text' || values.length < ends.length) return before
  return `${values.map((v) => format(v, quantity, units, decimals)).join(' … ')} ${unitOf(quantity, units)}`.trimEnd()
}
