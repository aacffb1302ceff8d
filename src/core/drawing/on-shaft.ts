import { COMPONENTS, type ComponentKind } from '../line/draft.js'
import type { ShaftShape } from '../line/shaft.js'
import { paperOf, type ShaftLineDrawing, type ShaftLineSpec } from './line-layout.js'
import { box, filled, text, type Primitive } from './primitives.js'

/** The shaft in its steps, in units of the paper from sizes in mm: along it between the supports as they stand on the paper, outside of them to the paper's ends. */
export function drawSteps(
  shapes: Primitive[],
  shaft: ShaftShape,
  spec: ShaftLineSpec,
  at: readonly number[],
  ends: readonly [number, number],
  axis: number,
  scale: number,
): void {
  const xOf = paperOf(spec, at, ends)
  let mm = spec.positions[0]!.alongMm - shaft.leftMm
  for (const { lengthMm, outsideMm, boreMm } of shaft.sections) {
    const [x1, x2] = [xOf(mm), xOf(mm + lengthMm)]
    mm += lengthMm
    const r = Math.min((outsideMm / 2) * scale, spec.height / 2 - 30)
    shapes.push(filled(box(x1, axis - r, x2, axis + r), 'shaft'))
    if (boreMm > 0)
      for (const side of [-1, 1])
        shapes.push({
          kind: 'line',
          x1,
          y1: axis + (side * r * boreMm) / outsideMm,
          x2,
          y2: axis + (side * r * boreMm) / outsideMm,
          role: 'extension',
        })
  }
}

/** Half height in shaft radii and half width on the paper of what sits on a shaft. */
const COMPONENT_SHAPE: Partial<Record<ComponentKind, readonly [radii: number, halfWidth: number]>> = {
  'fan-wheel': [3, 8],
  impeller: [2.6, 9],
  sheave: [2.6, 14],
  sprocket: [2.4, 6],
  coupling: [2, 14],
  rotor: [2.2, 60],
  drum: [2.6, 80],
  roll: [2.4, 80],
  wheel: [2.8, 16],
  screw: [2, 60],
  force: [1.2, 3],
  'castellated-nut': [1.4, 6],
  flywheel: [3, 12],
  spacer: [1.25, 8],
  nut: [1.4, 6],
  seal: [1.5, 5],
}

/** Thickness of what turns round a standing axle, on the paper. */
export const SHELL = 14
/** What turns round a standing axle. */
const ROUND_AXLE: readonly ComponentKind[] = ['drum', 'roll', 'wheel', 'sheave', 'sprocket']

/** What sits on the shaft: between its neighbours where nobody has said where, outside of the ends in its order. In units of the paper, places along it in mm. */
export function drawComponents(
  shapes: Primitive[],
  spec: ShaftLineSpec,
  at: readonly number[],
  axis: number,
  shaftR: number,
  ends: readonly [number, number],
  /** From the first to the last bearing where the outer rings turn, and their outside, on the paper. */
  round: { from: number; to: number; outside: number } | null,
): ShaftLineDrawing['carried'] {
  const carried: ShaftLineDrawing['carried'] = []
  const xOf = paperOf(spec, at, ends)
  const most = spec.height - axis - (spec.wordless ? 6 : 26)
  for (let slot = 0; slot <= at.length; slot += 1) {
    const own = (spec.components ?? []).filter((c) => c.slot === slot)
    const [left, right] = [at[slot - 1] ?? ends[0], at[slot] ?? ends[1]]
    own.forEach((c, i) => {
      const [radii, half] = COMPONENT_SHAPE[c.kind] ?? [2.2, 10]
      // Outside of the first and the last support from the shaft end inward.
      const share = slot === 0 ? i / Math.max(1, own.length) : slot === at.length ? (i + 1) / own.length : (i + 1) / (own.length + 1)
      const x = c.alongMm === null || !at.length ? left + (right - left) * share : xOf(c.alongMm)
      const wide = Math.min(half, Math.max(5, (right - left) / (own.length + 1) / 2 - 6))
      const r = Math.min(shaftR * radii, most)
      if (round && ROUND_AXLE.includes(c.kind)) {
        // What turns sits on the outer rings: a shell round all of them.
        const { from, to, outside } = round
        const rim = outside / 2 + SHELL
        for (const side of [-1, 1]) shapes.push(filled(box(from, axis + (side * outside) / 2, to, axis + side * rim), 'housing'))
        const between = at.length > 1 ? (at[0]! + at[1]!) / 2 : (from + to) / 2
        shapes.push(text(between, axis - rim - 8, COMPONENTS[c.kind].words[0], 'label', 'middle'))
        carried.push({ index: spec.components!.indexOf(c), x: from, y: axis - rim, width: to - from, height: SHELL })
        return
      }
      shapes.push(filled(box(x - wide, axis - r, x + wide, axis + r), 'shaft'))
      if (c.kind === 'sheave')
        for (const y of [-0.86, -0.72, 0.72, 0.86])
          shapes.push({ kind: 'line', x1: x - wide, y1: axis + y * r, x2: x + wide, y2: axis + y * r, role: 'extension' })
      shapes.push(text(Math.min(spec.width - 34, Math.max(34, x)), axis + r + 18, COMPONENTS[c.kind].words[0], 'label', 'middle'))
      carried.push({ index: spec.components!.indexOf(c), x: x - wide - 4, y: axis - r - 4, width: 2 * wide + 8, height: 2 * r + 28 })
    })
  }
  return carried
}
