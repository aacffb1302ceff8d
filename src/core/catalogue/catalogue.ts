import type { ClearanceGroup } from '../bearing/clearance.js'
import { loadFactors } from '../ratings/equivalent-load.js'
import { rateGeometry } from '../ratings/load-rating.js'
import type { Bearing } from '../bearing/bearing.js'
import { inchNames, namesInSeries, plainName } from './designation.js'
import { ratingSpread } from '../bearing/families.js'
import { isDrawnCup } from '../bearing/construction-forms.js'
import type { Boundary, Outline } from './outline.js'
import { allOutlines } from './outlines.js'
import { surroundingsOf } from './abutments.js'
import { insideOf } from './typical-geometry.js'

export type { Bearing } from '../bearing/bearing.js'
export type { Boundary } from './outline.js'

function rowOf(o: Outline): Bearing {
  const { elements, elementDiameterMm, pitchDiameterMm, contactAngleDeg, rows, rollerLengthMm, innerRacewayMm, outerRacewayMm } = insideOf(
    o.size,
    o.set,
  )
  const rated = rateGeometry({
    family: o.family,
    elements,
    elementDiameterMm,
    rollerLengthMm: rollerLengthMm ?? undefined,
    pitchDiameterMm,
    contactAngleDeg,
    rows,
    drawnCup: isDrawnCup(o),
  })
  const geometry = {
    designation: o.designation,
    family: o.family,
    series: o.series,
    form: o.form,
    boreMm: o.boreMm,
    outsideMm: o.outsideMm,
    widthMm: o.widthMm,
    innerWidthMm: o.innerWidthMm,
    outerWidthMm: o.outerWidthMm,
    chamferMm: o.chamferMm,
    innerChamferMm: o.innerChamferMm,
    outerChamferMm: o.outerChamferMm,
    boreTaper: o.boreTaper,
    elements,
    elementDiameterMm,
    rollerLengthMm,
    pitchDiameterMm,
    contactAngleDeg,
    rows,
    innerRacewayMm,
    outerRacewayMm,
    dynamicRatingN: rated.dynamicRatingN,
    staticRatingN: rated.staticRatingN,
    fatigueLoadLimitN: rated.fatigueLoadLimitN,
    f0: rated.f0,
    factors: loadFactors(o.family, contactAngleDeg, rows),
    closures: o.closures,
    misalignmentDeg: o.misalignmentDeg,
    dimensionSource: o.dimensionSource,
    ratingSource: `computed from typical internal geometry (ISO 281, ISO 76); ${ratingSpread(o.family, o.boreMm)}`,
    sources: o.sources,
  }
  // Assigned, not spread: engines keep an object of forty fields fast only this way, and there are thousands.
  return Object.assign(geometry, surroundingsOf(geometry))
}

/** Made when first asked for, so that opening the interface does not wait for it. */
function once<T>(make: () => T): () => T {
  let made: T | undefined
  return () => (made ??= make())
}

const outlines = once((): readonly Outline[] => allOutlines())

/** Boundary dimensions of every size of the catalogue, generated from the dimension tables. */
export const sizes: () => readonly Boundary[] = outlines

/** Names by which a row is found: its own, of an inch set also the short one and the one without its stroke. */
function namesOf({ designation, series, form }: Boundary): string[] {
  const own = plainName(designation)
  return form === 'tapered-inch' ? [...inchNames(own), own.replace('/', '')] : namesInSeries(series, designation)
}

/** A row's own name counts before what others call another row. */
const index = once(() => {
  const names = new Map<string, Outline>()
  for (const outline of outlines()) for (const name of namesOf(outline)) if (!names.has(name)) names.set(name, outline)
  for (const outline of outlines()) names.set(plainName(outline.designation), outline)
  return names
})
const built = new Map<Outline, Bearing>()

/** The whole row is worked out when it is first asked for: all of them at once take a tenth of a second. */
function build(outline: Outline): Bearing {
  let row = built.get(outline)
  if (!row) built.set(outline, (row = rowOf(outline)))
  return row
}

/** Every row of the catalogue, worked out. */
export const catalogue = once((): readonly Bearing[] => outlines().map(build))

/** Number without the letters that choose among rows: an angular contact bearing without its angle is read as 40°. */
const DEFAULT_LETTERS: readonly (readonly [RegExp, string])[] = [[/^7[023]\d\d$/, 'B']]

export interface Found {
  row: Bearing
  group: ClearanceGroup | null
  /** What was taken for granted to find the row. */
  assumed: string | null
}

/** The row of a designation and the clearance group written after it, or null when there is none; `own` are rows that the plant added. */
export function findBearing(designation: string, own: readonly Bearing[] = []): Found | null {
  const name = plainName(designation)
  const match = /^(.+)C([2N345])$/.exec(name)
  const tries: [string, ClearanceGroup | null][] = [[name, null]]
  if (match) tries.push([match[1]!, match[2] as ClearanceGroup])
  for (const [text, group] of tries) {
    const added = own.find((row) => plainName(row.designation) === text)
    if (added) return { row: added, group, assumed: null }
    const outline = index().get(text)
    if (outline) return { row: build(outline), group, assumed: null }
    for (const [pattern, letter] of DEFAULT_LETTERS) {
      const outline = pattern.test(text) ? index().get(text + letter) : undefined
      if (outline)
        return {
          row: build(outline),
          group,
          assumed: `No letter tells the contact angle of ${text}: 40° is assumed. 15° and 25° exist too.`,
        }
    }
  }
  return null
}

/** What is in the catalogue, in a sentence. */
export const RACK_CONTENTS = `deep groove 618, 619, 160, 161, 60, 62, 63, 64, 622, 623, 630, 42, 43 and inch R; angular contact 718, 719, 70, 72, 73, 32, 33, QJ 2, QJ 3; self-aligning 12, 13, 22, 23, 112, 113; cylindrical NU, NJ, NUP, N in 10, 2, 22, 3, 23, 4, NN 30, NNU 49; needle NA 48, 49, 69, NK, NKI, HK, BK, K; tapered 302 to 332, 329, steep 322 B and 323 B, and inch sets; spherical 213 to 249; toroidal C 22 to C 41; thrust 511 to 514, 522, 523, 811, 812, AXK, 292 to 294; insert UC, UEL, UK`

/** Sizes of each series from the smallest bore on, made when first asked for. */
let bySeries: Map<string, ReturnType<typeof outlines>[number][]> | null = null

function sizesOf(series: string) {
  if (!bySeries) {
    bySeries = new Map()
    for (const one of outlines()) {
      const list = bySeries.get(one.series)
      if (list) list.push(one)
      else bySeries.set(one.series, [one])
    }
    for (const list of bySeries.values()) list.sort((a, b) => a.boreMm - b.boreMm)
  }
  return bySeries.get(series) ?? []
}

/** The next smaller and next larger bore in the same series. */
export function neighbours(row: Bearing): { smaller: Bearing | null; larger: Bearing | null } {
  const same = sizesOf(row.series)
  const i = same.findIndex((other) => other.designation === row.designation)
  const at = (k: number) => (i >= 0 && same[k] ? build(same[k]) : null)
  return { smaller: at(i - 1), larger: at(i + 1) }
}
