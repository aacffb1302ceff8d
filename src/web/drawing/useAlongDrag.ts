import { useEventListener } from '@vueuse/core'
import { ref } from 'vue'

/** Places along a shaft snap to this, mm; an arrow key moves by it, with Shift by ten times as much. */
export const STEP_MM = 5
export const snapMm = (mm: number) => Math.round(mm / STEP_MM) * STEP_MM

/** How far an arrow key moves along the shaft, mm; null for any other key. */
export function alongByKey({ key, shiftKey }: KeyboardEvent): number | null {
  const way = ['ArrowRight', 'ArrowDown'].includes(key) ? 1 : ['ArrowLeft', 'ArrowUp'].includes(key) ? -1 : 0
  return way ? way * (shiftKey ? 10 * STEP_MM : STEP_MM) : null
}

/** Drags things along a shaft on its drawing: `move` is told where one of them is now, `end` that it was let go; along one that is `upright` from top to bottom. */
export function useAlongDrag<T>(move: (what: T, alongMm: number) => void, end: () => void = () => {}, upright = () => false) {
  const place = (event: PointerEvent) => (upright() ? event.clientY : event.clientX)
  const dragged = ref<{ what: T; from: number; alongMm: number; perPixel: number } | null>(null)
  useEventListener('pointermove', (event) => {
    const drag = dragged.value
    if (drag) move(drag.what as T, snapMm(drag.alongMm + (place(event) - drag.from) * drag.perPixel))
  })
  useEventListener('pointerup', () => {
    if (dragged.value) end()
    dragged.value = null
  })
  /** Takes hold of one where it is; `mmPerUnit` of the paper, whose whole width is `width`. */
  return function grab(what: T, alongMm: number, mmPerUnit: number, width: number, event: PointerEvent) {
    const svg = (event.currentTarget as SVGElement).ownerSVGElement!
    dragged.value = { what, from: place(event), alongMm, perPixel: mmPerUnit * (width / svg.getBoundingClientRect().width) }
    event.preventDefault()
  }
}
