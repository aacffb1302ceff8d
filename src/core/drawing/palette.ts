import type { Role, TextRole } from './primitives.js'

/** Colours by what they mean. The interface's theme takes the same values. */
export interface Palette {
  film: string
  paper: string
  ink: string
  soft: string
  hair: string
  damson: string
  wash: string
  ember: string
  ice: string
  rowan: string
}

export const DAY: Palette = {
  film: '#edf0ee',
  paper: '#fbfcfb',
  ink: '#211a26',
  soft: '#5f5864',
  hair: '#c9cec9',
  damson: '#5b2a5e',
  wash: '#e4d9e4',
  ember: '#b4481b',
  ice: '#1f6a94',
  rowan: '#a81e2d',
}

/** The same roles for the night shift. */
export const NIGHT: Palette = {
  film: '#191720',
  paper: '#221f2b',
  ink: '#ece8ee',
  soft: '#b3abb9',
  hair: '#3d3946',
  damson: '#cfa3d6',
  wash: '#3c2b41',
  ember: '#f0925f',
  ice: '#7dc3ea',
  rowan: '#ff8f93',
}

export interface ShapeStyle {
  stroke: string
  fill: string
  'stroke-width': number
  'stroke-dasharray'?: string
}

/** Presentation attributes of a role. */
export function shapeStyle(role: Role, p: Palette): ShapeStyle {
  const line = (stroke: string, width: number, dash?: string): ShapeStyle => ({
    stroke,
    fill: 'none',
    'stroke-width': width,
    ...(dash ? { 'stroke-dasharray': dash } : {}),
  })
  const solid = (fill: string, stroke = 'none', width = 0): ShapeStyle => ({ stroke, fill, 'stroke-width': width })
  const styles: Record<Role, ShapeStyle> = {
    axis: line(p.soft, 1, '18 4 3 4'),
    shaft: solid(p.paper, p.ink, 1.6),
    'shaft-fill': solid(p.paper),
    'shaft-edge': line(p.ink, 1.6),
    housing: solid('none', p.ink, 1.6),
    'housing-hatch': line(p.soft, 0.7),
    ring: solid(p.film, p.damson, 1.8),
    'ring-hatch': line(p.damson, 0.7),
    'ring-own': solid(p.wash, p.damson, 1.8),
    'ring-strong': solid(p.damson, p.damson, 1.8),
    element: solid(p.paper, p.damson, 1.8),
    cage: solid(p.damson),
    part: solid(p.paper, p.ink, 1.4),
    extension: line(p.soft, 0.8, '4 3'),
    dimension: line(p.ink, 0.9),
    'dimension-head': solid(p.ink),
    force: line(p.ink, 4),
    'force-head': solid(p.ink),
    gap: line(p.ice, 1.8),
    'gap-head': solid(p.ice),
    held: solid(p.damson),
    error: line(p.rowan, 3),
    blank: solid(p.film),
    band: solid(p.wash),
    'band-edge': line(p.damson, 5),
    'band-strong': line(p.damson, 9),
    'zone-ring': solid(p.wash, p.damson, 1.2),
    'zone-seat': solid(p.paper, p.ink, 1.4),
    hot: solid(p.ember),
    'hot-line': line(p.ember, 2.2),
    bent: line(p.damson, 2, '7 4'),
  }
  return styles[role]
}

export interface TextStyle {
  fill: string
  'font-size': number
  'font-weight': number
}

/** How text of a role is set on paper: fill, size in units of the drawing, weight. */
export function textStyle(role: TextRole, p: Palette): TextStyle {
  const style = (fill: string, size: number, weight: number): TextStyle => ({ fill, 'font-size': size, 'font-weight': weight })
  const styles: Record<TextRole, TextStyle> = {
    label: style(p.soft, 15, 500),
    figure: style(p.ink, 16, 650),
    small: style(p.soft, 13, 500),
    'gap-text': style(p.ice, 16, 650),
    'error-text': style(p.rowan, 18, 700),
    'held-text': style(p.damson, 15, 650),
    'hot-text': style(p.ember, 16, 650),
  }
  return styles[role]
}
