import type { ShaftLineDrawing } from './line-layout.js'
import type { Primitive } from './primitives.js'

/** A drawing of a lying shaft made to stand: left goes to the top, letters stay level. */

/** Height of a line of letters, in units of the paper. */
const LETTERS = 18
/** Closest that two lines of letters above each other stand along the shaft when it lay. */
const TOGETHER = 6

type Text = Extract<Primitive, { kind: 'text' }>

/** Letters beside the shaft: those that stood above each other stay so, ending at the bearing on one side and beginning at it on the other. */
function beside(texts: readonly Text[], axis: number, move: (y: number) => number): Text[] {
  const groups: Text[][] = []
  for (const t of [...texts].sort((a, b) => a.x - b.x || a.y - b.y)) {
    // A dimension under the shaft stands by its own line.
    const side = (of: Text) => (of.y < axis ? 'over' : of.role === 'figure' ? 'dimension' : 'under')
    const own = groups.find((g) => Math.abs(g[0]!.x - t.x) < TOGETHER && side(g[0]!) === side(t))
    if (own) own.push(t)
    else groups.push([t])
  }
  return groups.flatMap((g) => {
    const over = g[0]!.y < axis
    const lines = [...g].sort((a, b) => a.y - b.y)
    // Under the shaft letters stood below their line, over a dimension above it.
    const under = Math.min(...g.map((t) => t.y)) + (g[0]!.role === 'figure' ? LETTERS - 4 : 6 - LETTERS)
    const x = over ? Math.max(...g.map((t) => t.y)) : under
    return lines.map((t, i): Text => ({
      ...t,
      x: move(x),
      y: t.x + (i - (g.length - 1) / 2) * LETTERS + 5,
      anchor: over ? 'end' : 'start',
    }))
  })
}

/** A path with x and y of every point changed. */
const turned = (d: string, move: (y: number) => number) =>
  d.replace(/(-?[\d.]+) (-?[\d.]+)/g, (_, x: string, y: string) => `${Math.round(100 * move(Number(y))) / 100} ${x}`)

/** The drawing of a lying line stood up on a paper so wide, `shift` from its left, in units of the paper. Source: none, it computes nothing. */
export function stoodUp(lying: ShaftLineDrawing, width: number, shift: number): ShaftLineDrawing {
  const move = (y: number) => y + shift
  const axis = lying.primitives.find((p) => p.kind === 'line' && p.role === 'axis')
  const middle = axis?.kind === 'line' ? axis.y1 : lying.height / 2
  const shapes = lying.primitives.flatMap((p): Primitive[] => {
    if (p.kind === 'text') return []
    if (p.kind === 'path') return [{ ...p, d: turned(p.d, move) }]
    if (p.kind === 'circle') return [{ ...p, cx: move(p.cy), cy: p.cx }]
    return [{ ...p, x1: move(p.y1), y1: p.x1, x2: move(p.y2), y2: p.x2 }]
  })
  const texts = lying.primitives.filter((p) => p.kind === 'text')
  const boxed = <B extends { x: number; y: number; width: number; height: number }>(b: B): B => ({
    ...b,
    x: move(b.y),
    y: b.x,
    width: b.height,
    height: b.width,
  })
  return {
    ...lying,
    ...{ width, height: lying.width, primitives: [...shapes, ...beside(texts, middle, move)] },
    ...{ places: lying.places.map(boxed), carried: lying.carried.map(boxed) },
  }
}
