import type { Bearing, BoreTaper, Closure } from '../bearing/bearing.js'
import { FORMS, type Form, type FormName } from '../bearing/construction-forms.js'
import { isThrust, rollsOnBalls, type Family } from '../bearing/families.js'
import { cleanShare, lifeFactor, type Cleanliness } from '../life/modified-life.js'
import { priceClass } from '../catalogue/price-class.js'
import { LUBRICATIONS, speedLimitRpm, type Lubrication } from '../catalogue/speed-limits.js'
import { ALONE, asSet, opposes, type SetOfBearings } from '../life/set-of-bearings.js'
import { leastShare, minimumLoad } from '../life/minimum-load.js'
import { dimensionSeriesOf } from '../life/rate-bearing.js'
import { referenceViscosity, viscosity } from '../life/viscosity.js'
import { PAIRED, carriedLoad } from '../ratings/equivalent-load.js'
import { Derivation, InputError, inRange, short, type Result } from '../result.js'
import { strikesOut } from './suitability.js'
import { amount, type Message } from '../words/message.js'

/** Which bearings of a rack carry a duty within limits, best first, and which nearly do. */

/** A size that is wanted, or the range it may lie in. */
export type Wanted = number | readonly [low: number, high: number]

export interface SelectLimits {
  boreMm?: Wanted
  outsideMm?: Wanted
  widthMm?: Wanted
  families?: readonly Family[]
  closures?: readonly Closure[]
  /** Bore of the seat: null for a cylinder; left out, any. */
  boreTaper?: BoreTaper | null
  ratingLifeH?: number
  modifiedLifeH?: number
  staticSafety?: number
  massKg?: number
  misalignmentDeg?: number
  insideMovementMm?: number
}

export interface SelectWeights {
  life?: number
  seats?: number
  shelf?: number
  size?: number
  price?: number
}

export interface SelectInput {
  radialLoadN: number
  axialLoadN: number
  speedRpm: number
  limits: SelectLimits
  /** Viscosity ratio of every row, or the oil from which it follows for each. */
  kappa?: number
  isoVg?: number
  temperatureC?: number
  cleanliness?: Cleanliness
  /** Bore, outside and width of the limits are seats that stay as they are. */
  keepSeats?: boolean
  weights?: SelectWeights
  limit?: number
  /** Bearings that stand there together and share the load; one where left out. */
  together?: SetOfBearings
  /** What it runs in; grease where left out. */
  lubrication?: Lubrication
  /** It holds the shaft to both sides; left out where that is not known. */
  mustHold?: boolean
}

export interface Candidate {
  designation: string
  family: Family
  boreMm: number
  outsideMm: number
  widthMm: number
  ratingLifeH: number
  /** Null where no lubricant is named. */
  modifiedLifeH: number | null
  staticSafety: number
  /** Speed over the guidance for what it runs in. */
  speedShare: number
  /** 1 to 12, each about twice the one below. */
  priceClass: number
  reasons: Message[]
}
export interface Nearly {
  designation: string
  missing: Message[]
}
export interface SelectValues {
  candidates: Candidate[]
  nearly: Nearly[]
  /** Rows looked at, and those that meet every limit. */
  looked: number
  met: number
}

const SAME_MM = 0.01
const SIZES = ['boreMm', 'outsideMm', 'widthMm'] as const
const MOST = 500
/** A row that misses a limit by no more than this share nearly meets it; lives are told apart by halves. */
const NEAR = { size: 0.15, life: 0.5, safety: 0.7, mass: 1.3, speed: 1.3 }

function ranges(limits: SelectLimits, keepSeats: boolean): (readonly [field: (typeof SIZES)[number], low: number, high: number])[] {
  return SIZES.flatMap((field) => {
    const wanted = limits[field]
    if (wanted === undefined) return []
    const [low, high] = typeof wanted === 'number' ? [wanted, wanted] : wanted
    inRange(`limits.${field}`, low, 0, 10_000, 'mm')
    inRange(`limits.${field}`, high, 0, 10_000, 'mm')
    if (low > high) throw new InputError(`limits.${field}`, `${low} to ${high}`, 'a range from the smaller to the larger')
    if (keepSeats && typeof wanted !== 'number')
      throw new InputError(`limits.${field}`, `${low} to ${high}`, 'one size: seats that are kept have one')
    return [[field, low - SAME_MM, high + SAME_MM] as const]
  })
}

/** κ of a row: as given, by the oil, or null where no lubricant is named. */
function kappaOf(input: SelectInput): (row: Bearing) => number | null {
  if (input.kappa !== undefined) {
    const kappa = inRange('kappa', input.kappa, 0.1, 1e6)
    return () => kappa
  }
  if (input.isoVg === undefined) return () => null
  const { viscosityMm2S } = viscosity({
    isoVg: input.isoVg,
    temperatureC: inRange('temperatureC', input.temperatureC ?? NaN, -60, 250, '°C'),
  }).values
  // The reference viscosity goes with the square root of the pitch diameter: once is enough for a whole rack.
  const at100 = referenceViscosity({ pitchDiameterMm: 100, speedRpm: input.speedRpm }).values.viscosityMm2S
  return (row) => viscosityMm2S / (at100 * Math.sqrt(100 / row.pitchDiameterMm))
}

interface Rated {
  row: Bearing
  ratingLifeH: number
  modifiedLifeH: number | null
  staticSafety: number
  speedShare: number
  /** The load is under what keeps the elements from skidding. */
  idle: boolean
}

/** One row under the duty, as figures only; or what keeps it from carrying the load. */
function rate(
  single: Bearing,
  input: SelectInput,
  kappaFor: (row: Bearing) => number | null,
  dirt: (row: Bearing, kappa: number) => number,
): Rated | Message {
  const { radialLoadN: Fr, axialLoadN: Fa, speedRpm: n, together = ALONE, lubrication = 'grease' } = input
  // Two that face each other share as two rows do.
  const facing = together.arrangement === 'back-to-back' || together.arrangement === 'face-to-face'
  const row =
    facing && single.rows === 1 && PAIRED.includes(single.family) ? { ...asSet(single, together), rows: 2 } : asSet(single, together)
  const form: Form = FORMS[row.form as FormName]
  if (Fa > 0 && form.thrust === 0) return { code: 'select-no-thrust' }
  const struck = strikesOut(row.family, { radialN: Fr, axialN: Fa })
  if (struck) return { code: struck }
  // A single row of an angle holds with its partner; a roller bearing without ribs with nothing.
  if (input.mustHold && (form.holds === 0 || (form.holds === 1 && !PAIRED.includes(row.family) && !isThrust(row.family))))
    return { code: 'select-cannot-hold' }
  const series = row.family === 'cylindrical-roller' ? dimensionSeriesOf(row.series) : undefined
  const carried = carriedLoad(series ? { ...row, dimensionSeries: series } : row, Fr, Fa)
  if ('not' in carried) return { code: `select-${carried.not}` }
  const { equivalentLoadN: P, staticEquivalentLoadN: P0 } = carried
  const balls = rollsOnBalls(row.family)
  const ratio = row.dynamicRatingN / P
  const ratingLifeH = ((balls ? ratio ** 3 : ratio ** (10 / 3)) * 1e6) / (60 * n)
  const kappa = kappaFor(row)
  const modifiedLifeH =
    kappa === null
      ? null
      : kappa < 0.1
        ? 0
        : ratingLifeH *
          lifeFactor({
            rollingElement: balls ? 'ball' : 'roller',
            thrust: isThrust(row.family),
            kappa,
            contaminationFactor: dirt(row, kappa),
            fatigueLoadLimitN: row.fatigueLoadLimitN,
            equivalentLoadN: P,
          })
  return {
    row: single,
    ratingLifeH,
    modifiedLifeH,
    staticSafety: row.staticRatingN / P0,
    speedShare: n / speedLimitRpm(single, lubrication),
    idle:
      row.family === 'thrust-spherical-roller' ? Fa < minimumLoad(row, n).values.minimumN : P < leastShare(row.family) * row.dynamicRatingN,
  }
}

/** What of the limits a rated row misses, each with whether it is near. */
function misses(r: Rated, limits: SelectLimits): { near: boolean; words: Message }[] {
  const missed: { near: boolean; words: Message }[] = []
  const miss = (near: boolean, code: string, params: Message['params']) => missed.push({ near, words: { code, params } })
  const least = (
    value: number | null,
    wanted: number | undefined,
    near: number,
    code: string,
    quantity: 'hours' | 'ratio' | 'angle' | 'length',
  ) => {
    if (wanted === undefined || (value ?? 0) >= wanted) return
    const shown = (v: number) => (quantity === 'ratio' ? short(v, 2) : quantity === 'angle' ? `${short(v, 2)}°` : amount(v, quantity))
    miss((value ?? 0) >= near * wanted, code, { is: shown(value ?? 0), wanted: shown(wanted) })
  }
  least(r.ratingLifeH, limits.ratingLifeH, NEAR.life, 'select-life', 'hours')
  least(r.modifiedLifeH, limits.modifiedLifeH, NEAR.life, 'select-modified-life', 'hours')
  least(r.staticSafety, limits.staticSafety, NEAR.safety, 'select-static', 'ratio')
  least(r.row.misalignmentDeg, limits.misalignmentDeg, 0.5, 'select-tilt', 'angle')
  least(r.row.axialMovementMm, limits.insideMovementMm, 0.5, 'select-inside', 'length')
  if (limits.massKg !== undefined && r.row.massKg > limits.massKg)
    miss(r.row.massKg <= NEAR.mass * limits.massKg, 'select-mass', {
      is: amount(r.row.massKg, 'mass'),
      wanted: amount(limits.massKg, 'mass'),
    })
  if (r.speedShare > 1) miss(r.speedShare <= NEAR.speed, 'select-speed', { share: Math.round(r.speedShare * 100) })
  return missed
}

/** How far sizes lie outside of their ranges, as a share of the range; 0 inside. */
function outside(row: Bearing, sizes: ReturnType<typeof ranges>): { most: number; words: Message[] } {
  let most = 0
  const words: Message[] = []
  for (const [field, low, high] of sizes) {
    const value = row[field]
    const off = value < low ? (low - value) / low : value > high ? (value - high) / high : 0
    if (off === 0) continue
    most = Math.max(most, off)
    words.push({ code: `select-${field}`, params: { is: amount(value, 'length') } })
  }
  return { most, words }
}

function reasonsOf(r: Rated, input: SelectInput): Message[] {
  const wanted = input.limits.modifiedLifeH ?? input.limits.ratingLifeH
  const life = input.limits.modifiedLifeH !== undefined ? r.modifiedLifeH! : r.ratingLifeH
  const times = wanted ? life / wanted : null
  return [
    times === null
      ? { code: 'select-lasts', params: { hours: amount(life, 'hours') } }
      : { code: 'select-lasts-times', params: { hours: amount(life, 'hours'), times: short(times, 2) } },
    { code: 'select-carries', params: { safety: short(r.staticSafety, 2) } },
    { code: 'select-turns', params: { share: Math.round(r.speedShare * 100) } },
    ...(r.idle ? [{ code: 'select-idle' }] : []),
    ...((input.together ?? ALONE).count === 1 && opposes(r.row, ALONE) ? [{ code: 'select-partner' }] : []),
    ...(r.row.boreTaper ? [{ code: 'select-sleeve' }] : []),
    ...((FORMS[r.row.form as FormName] as Form).innerRing === false ? [{ code: 'select-hard-shaft' }] : []),
    ...(r.row.family === 'cylindrical-roller' && input.axialLoadN > 0.1 * input.radialLoadN ? [{ code: 'select-flange' }] : []),
  ]
}

/**
 * Rows that carry radial and axial load (N) at a speed (r/min) within limits (mm, h, kg, °), best first: by modified life where it is
 * wanted, else by rating life, or by the weights; and rows that miss one limit by little, with what is missing. Range: loads from
 * 0 N, not both zero, speed above 0 to 200 000 r/min, 1 to 500 answers. Sources: ISO 281:2007, ISO 76:2006; engineering practice for
 * speeds and for what is near. @throws InputError outside, and for a range that is given backwards.
 */
export function select(input: SelectInput, rows: readonly Bearing[], onShelf: ReadonlySet<string> = new Set()): Result<SelectValues> {
  const { limits, weights, keepSeats = false } = input
  inRange('radialLoadN', input.radialLoadN, 0, 1e9, 'N')
  inRange('axialLoadN', input.axialLoadN, 0, 1e9, 'N')
  if (input.radialLoadN + input.axialLoadN === 0) throw new InputError('radialLoadN', 0, 'a load above 0 N')
  inRange('speedRpm', input.speedRpm, 0, 200_000, 'r/min', true)
  if (input.together) inRange('together.count', input.together.count, 1, 8)
  if (input.lubrication && !LUBRICATIONS.includes(input.lubrication))
    throw new InputError('lubrication', input.lubrication, `one of ${LUBRICATIONS.join(', ')}`)
  const limit = inRange('limit', input.limit ?? 50, 1, MOST)
  const sizes = ranges(limits, keepSeats)
  for (const field of ['ratingLifeH', 'modifiedLifeH', 'staticSafety', 'massKg', 'misalignmentDeg', 'insideMovementMm'] as const)
    if (limits[field] !== undefined) inRange(`limits.${field}`, limits[field], 0, 1e9)
  const kappaFor = kappaOf(input)
  if (limits.modifiedLifeH !== undefined && input.kappa === undefined && input.isoVg === undefined)
    throw new InputError('kappa', undefined, 'the viscosity ratio, or the class and temperature of the oil')
  const cleanliness = input.cleanliness ?? 'normal'
  const dirt = (row: Bearing, kappa: number) => cleanShare(kappa, row.pitchDiameterMm, cleanliness)

  const met: Rated[] = []
  const near: { off: number; nearly: Nearly }[] = []
  for (const row of rows) {
    if (limits.families?.length && !limits.families.includes(row.family)) continue
    if (limits.boreTaper !== undefined && row.boreTaper !== limits.boreTaper) continue
    if (limits.closures?.length && !limits.closures.every((c) => row.closures.includes(c))) continue
    const size = outside(row, sizes)
    if (size.words.length > 1 || size.most > NEAR.size) continue
    const rated = rate(row, input, kappaFor, dirt)
    if (!('row' in rated)) {
      if (!size.words.length && sizes.length) near.push({ off: 10, nearly: { designation: row.designation, missing: [rated] } })
      continue
    }
    const missed = misses(rated, limits)
    if (!size.words.length && !missed.length) met.push(rated)
    else if (size.words.length + missed.length === 1 && missed.every((m) => m.near))
      near.push({ off: size.most || 1, nearly: { designation: row.designation, missing: [...size.words, ...missed.map((m) => m.words)] } })
  }
  const lifeOf = (r: Rated) => (limits.modifiedLifeH !== undefined ? r.modifiedLifeH! : r.ratingLifeH)
  const wantedLife = limits.modifiedLifeH ?? limits.ratingLifeH ?? 20_000
  const volume = (r: Rated) => r.row.outsideMm ** 2 * r.row.widthMm
  const least = Math.min(...met.map(volume))
  const cheapest = Math.min(...met.map((r) => priceClass(r.row)))
  const score = (r: Rated) => {
    const { life = 1, seats = 1, shelf = 1, size = 1, price = 0 } = weights ?? {}
    const kept = SIZES.filter((f) => typeof limits[f] === 'number' && Math.abs(r.row[f] - (limits[f] as number)) <= SAME_MM).length / 3
    return (
      life * Math.min(1, Math.log2(1 + lifeOf(r) / wantedLife) / 3) +
      seats * kept +
      shelf * (onShelf.has(r.row.designation) ? 1 : 0) +
      size * (least / volume(r)) +
      price * 2 ** (cheapest - priceClass(r.row))
    )
  }
  const order = new Map(met.map((r) => [r, weights ? score(r) : lifeOf(r)]))
  // What the load hardly turns lasts on paper only: it comes last.
  met.sort((a, b) => Number(a.idle) - Number(b.idle) || order.get(b)! - order.get(a)! || volume(a) - volume(b))
  near.sort((a, b) => a.off - b.off)
  const sheet = new Derivation()
  sheet.step('n', 'rows that meet every limit', 'rating of each row', `${rows.length} rows`, met.length, '', 'ISO 281:2007, ISO 76:2006')
  sheet.assume('Ratings are those of the rows: computed from typical geometry unless a maker’s sheet was entered.')
  if (kappaFor(rows[0]!) !== null)
    sheet.assume(`Cleanliness: ${typeof cleanliness === 'string' ? cleanliness : `${cleanliness.filter}, ${cleanliness.code}`}.`)
  return sheet.result({
    candidates: met.slice(0, limit).map((r) => ({
      ...{ designation: r.row.designation, family: r.row.family, boreMm: r.row.boreMm, outsideMm: r.row.outsideMm, widthMm: r.row.widthMm },
      ...{ ratingLifeH: r.ratingLifeH, modifiedLifeH: r.modifiedLifeH, staticSafety: r.staticSafety, speedShare: r.speedShare },
      priceClass: priceClass(r.row),
      reasons: reasonsOf(r, input),
    })),
    nearly: near.slice(0, limit).map((m) => m.nearly),
    looked: rows.length,
    met: met.length,
  })
}
