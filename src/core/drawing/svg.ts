import { shapeStyle, textStyle, type Palette } from './palette.js'
import type { Drawing, Primitive } from './primitives.js'

const escape = (text: string) => text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!)
const attributes = (values: object) =>
  Object.entries(values)
    .map(([name, value]) => ` ${name}="${escape(String(value))}"`)
    .join('')

function element(p: Primitive, palette: Palette): string {
  switch (p.kind) {
    case 'path':
      return `<path${attributes({ d: p.d, 'stroke-linejoin': 'round', ...shapeStyle(p.role, palette) })}/>`
    case 'line':
      return `<line${attributes({ x1: p.x1, y1: p.y1, x2: p.x2, y2: p.y2, ...shapeStyle(p.role, palette) })}/>`
    case 'circle':
      return `<circle${attributes({ cx: p.cx, cy: p.cy, r: p.r, ...shapeStyle(p.role, palette) })}/>`
    case 'text':
      return `<text${attributes({ x: p.x, y: p.y, 'text-anchor': p.anchor, ...textStyle(p.role, palette) })}>${escape(p.text)}</text>`
  }
}

/** A drawing as an SVG file: presentation attributes only, so that any viewer and the PDF draw it alike. */
export function toSvg(drawing: Drawing, palette: Palette, fontFamily: string): string {
  const { width, height, description, primitives } = drawing
  const shapes = primitives.map((p) => element(p, palette)).join('')
  return `<svg xmlns="http://www.w3.org/2000/svg"${attributes({ width, height, viewBox: `0 0 ${width} ${height}`, 'font-family': fontFamily })}><title>${escape(description)}</title>${shapes}</svg>`
}
