import { text, type Drawing, type Primitive } from './primitives.js'

/** How a radial load spreads round a bearing: each element where it stands, its load as a bar outward, seen along the shaft. */

export interface LoadZoneSpec {
  width: number
  height: number
  /** The first stands under the load, the others follow round. */
  elementLoadsN: readonly number[]
  /** Element over pitch diameter. */
  sizeShare: number
  /** Of the most loaded element, in words. */
  mostWords: string
  description: string
}

/** The bearing with the loads of its elements, in units of the paper; the load points down. Source: engineering practice. */
export function loadZoneDrawing({ width, height, elementLoadsN, sizeShare, mostWords, description }: LoadZoneSpec): Drawing {
  const [cx, cy] = [width / 2, height * 0.44]
  const pitch = Math.min(width, height) * 0.24
  const element = Math.max(3, (pitch * sizeShare * 2) / 2)
  const bar = height * 0.2
  const most = Math.max(...elementLoadsN, 1e-9)
  const shapes: Primitive[] = [
    { kind: 'circle', cx, cy, r: pitch + element + 8, role: 'ring' },
    { kind: 'circle', cx, cy, r: pitch + element, role: 'blank' },
    { kind: 'circle', cx, cy, r: Math.max(4, pitch - element), role: 'ring' },
    { kind: 'circle', cx, cy, r: Math.max(2, pitch - element - 8), role: 'blank' },
    { kind: 'line', x1: cx, y1: 6, x2: cx, y2: height - 6, role: 'axis' },
  ]
  elementLoadsN.forEach((load, i) => {
    const angle = (2 * Math.PI * i) / elementLoadsN.length
    const [dx, dy] = [Math.sin(angle), Math.cos(angle)]
    shapes.push({ kind: 'circle', cx: cx + dx * pitch, cy: cy + dy * pitch, r: element * 0.92, role: load > 0 ? 'ring-own' : 'part' })
    if (load <= 0) return
    const [from, to] = [pitch + element + 10, pitch + element + 10 + (load / most) * bar]
    shapes.push({ kind: 'line', x1: cx + dx * from, y1: cy + dy * from, x2: cx + dx * to, y2: cy + dy * to, role: 'band-edge' })
  })
  const foot = cy + pitch + element + 14 + bar
  shapes.push(text(cx + 10, foot, mostWords, 'figure', 'start'))
  return { width, height, primitives: shapes, description }
}
