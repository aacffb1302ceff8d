import { formatTrimmed, parse, unitOf, type UnitSystem } from '../units/quantities.js'

/** The shaft itself, where somebody has drawn its steps: sections from the left, mm. */

export interface ShaftSection {
  lengthMm: number
  outsideMm: number
  /** 0 of a solid shaft. */
  boreMm: number
}

export interface ShaftShape {
  /** How far the shaft reaches out to the left of the first support. */
  leftMm: number
  sections: ShaftSection[]
}

/** Most sections of one shaft. */
export const MOST_SECTIONS = 30

/** Whole length of a shaft, mm. Source: geometry. */
export const shaftLengthMm = (shaft: ShaftShape): number => shaft.sections.reduce((sum, s) => sum + s.lengthMm, 0)

/** How far a point lies off the shaft, mm; 0 where it is on it. The point is counted from the first support. Source: geometry. */
export function offShaftMm(shaft: ShaftShape, fromFirstMm: number): number {
  const right = shaftLengthMm(shaft) - shaft.leftMm
  return Math.max(0, -shaft.leftMm - fromFirstMm, fromFirstMm - right)
}

/** How thick a shaft is at a place, mm; null off its ends. Counted from the first support. Source: geometry. */
export function diameterAt(shaft: ShaftShape, fromFirstMm: number): number | null {
  if (offShaftMm(shaft, fromFirstMm) > 0) return null
  return shaft.sections[sectionAt(shaft, fromFirstMm)]?.outsideMm ?? null
}

function sectionAt(shaft: ShaftShape, fromFirstMm: number): number {
  let end = -shaft.leftMm
  return shaft.sections.findIndex((s) => (end += s.lengthMm) > fromFirstMm)
}

/** A step in the shaft that a ring can stand against. */
export interface Shoulder {
  side: 'left' | 'right'
  acrossMm: number
}

/** The shoulder beside a seat, mm from the first support: the larger of the neighbouring sections; null where neither is larger, or the shaft ends. Source: geometry. */
export function shoulderAt(shaft: ShaftShape, fromFirstMm: number): Shoulder | null {
  const at = sectionAt(shaft, fromFirstMm)
  const here = shaft.sections[at]
  if (!here) return null
  const beside = (side: Shoulder['side'], of: ShaftSection | undefined): Shoulder[] =>
    of && of.outsideMm > here.outsideMm ? [{ side, acrossMm: of.outsideMm }] : []
  const found = [...beside('left', shaft.sections[at - 1]), ...beside('right', shaft.sections[at + 1])]
  return found.sort((a, b) => b.acrossMm - a.acrossMm)[0] ?? null
}

/** To a thousandth of a mm: as written in inches it comes back the same. */
const round = (mm: number) => Math.round(mm * 1e3) / 1e3

function lengthOf(text: string | undefined, system: UnitSystem): number | null {
  const read = parse(text ?? '', 'length', system)
  return read.ok && read.value >= 0 ? round(read.value) : null
}

/** That a stretch of words speaks of the shaft itself: `shaft 60 x 300`. */
export const speaksOfShaft = (text: string): boolean => /^shaft\s+[\d.]/i.test(text)

/**
 * Reads `shaft 60 x 300 + 80 x 500 bore 30 begins 120`: diameter by length of each section from the left, its bore where it is
 * hollow, and how far the shaft begins left of the first support; without that it reaches out as far on both sides of
 * `lastMm`, the last support, mm from the first. Null where a part is not understood. Source: engineering practice (a notation of its own).
 */
export function readShaft(text: string, system: UnitSystem, lastMm: number): ShaftShape | null {
  const match = /^shaft\s+(.*?)(?:\s+begins\s+(-?)\s*(.+))?$/i.exec(text.trim())
  if (!match) return null
  const sections = match[1]!.split('+').map((part) => {
    const [, outside, length, bore] = /^\s*(.+?)\s*[x×]\s*(.+?)(?:\s+bore\s+(.+?))?\s*$/i.exec(part) ?? []
    return { lengthMm: lengthOf(length, system), outsideMm: lengthOf(outside, system), boreMm: bore ? lengthOf(bore, system) : 0 }
  })
  if (sections.some((s) => !s.lengthMm || !s.outsideMm || s.boreMm === null) || sections.length > MOST_SECTIONS) return null
  const shaft = { leftMm: 0, sections: sections as ShaftSection[] }
  const begins = match[3] === undefined ? round((shaftLengthMm(shaft) - lastMm) / 2) : lengthOf(match[3], system)
  return begins === null ? null : { ...shaft, leftMm: match[2] ? -begins : begins }
}

/** Writes a shaft as words that `readShaft` reads back. Source: as `readShaft`. */
export function writeShaft({ leftMm, sections }: ShaftShape, system: UnitSystem): string {
  const size = (mm: number) => {
    const number = formatTrimmed(mm, 'length', system, 3).replaceAll('\u2009', '')
    return system === 'inch' ? `${number} ${unitOf('length', system)}` : number
  }
  const section = (s: ShaftSection) => `${size(s.outsideMm)} x ${size(s.lengthMm)}${s.boreMm ? ` bore ${size(s.boreMm)}` : ''}`
  return `shaft ${sections.map(section).join(' + ')} begins ${leftMm < 0 ? '-' : ''}${size(Math.abs(leftMm))}`
}
