import { thermalGrowth } from '../arrangement/growth.js'
import type { Bearing } from '../bearing/bearing.js'
import { formOf } from '../bearing/construction-forms.js'
import { worn } from '../catalogue/closure.js'
import { speedLimitRpm } from '../catalogue/speed-limits.js'
import { lettersCautions } from '../identify/marked.js'
import { lifeWords } from '../life/life-words.js'
import { minimumLoad } from '../life/minimum-load.js'
import { opposes } from '../life/set-of-bearings.js'
import { pressForce } from '../mounting/press-force.js'
import { amount, joined, phrase, type Words } from '../words/message.js'
import { wordsOf } from '../words/say.js'
import { FAMILY_LABEL } from '../bearing/families.js'
import { clearanceFrom, clearanceGroup } from '../fits/clearance-group.js'
import { groupMark } from '../bearing/clearance.js'
import { fit } from '../fits/fit.js'
import { rateBearing } from '../life/rate-bearing.js'
import { greasedPart } from '../lubrication/grease.js'
import { regreasing } from '../lubrication/regreasing.js'
import { heatingTemperature } from '../mounting/temperatures.js'
import { MATERIALS } from '../materials.js'
import { ALONE } from '../life/set-of-bearings.js'
import { Derivation, InputError, short, type Caution, type Result, type WorkingStep } from '../result.js'
import { accuracyOf } from '../tolerances/ring.js'
import { tolerance } from '../tolerances/iso286.js'
import { parse, type UnitSystem } from '../units/quantities.js'
import { say } from '../words/say.js'
import { readQuestion, type Said } from './read.js'
import { CALCULATIONS, SHAPES, SLOTS, type Calculation, type Slot } from './words.js'

/** Short questions answered while they are typed. Words hold quantities that the reader sees in his own units. */

export interface QuickAnswer {
  calculation: Calculation
  title: string
  /** The figure in words; empty while something is missing. */
  words: Words
  /** What is still missing, as a question; empty when it is answered. */
  missing: string
  /** Words that were not understood. */
  unknown: string[]
  working: WorkingStep[]
  /** What is to be careful of, and what was taken for granted. */
  cautions: Caution[]
  assumptions: string[]
  /** What of it a card can take. */
  takes: { bearing: string | null; group: string | null; shaftClass: string | null; housingClass: string | null; numbers: Said['numbers'] }
}

const has = (said: Said, slot: Slot): boolean => {
  if (slot === 'bearing') return said.bearing !== null
  if (slot === 'group') return said.group !== null
  if (slot === 'material') return said.material !== null
  if (slot === 'shaftClass') return said.shaftClasses.length > 0
  if (slot === 'housingClass') return said.housingClasses.length > 0
  return said.numbers[slot] !== undefined
}

/** Numbers without a unit go, in their order, to what the calculation still wants. */
function withBare(said: Said, calculation: Calculation, system: UnitSystem): Said {
  const numbers = { ...said.numbers }
  const bare = [...said.bare]
  const { needs, may } = SHAPES[calculation]
  for (const slot of [...needs, ...may]) {
    const { quantity } = SLOTS[slot]
    if (!quantity || numbers[slot] !== undefined || !bare.length) continue
    const read = parse(bare[0]!, quantity, system)
    if (!read.ok) continue
    numbers[slot] = read.value
    bare.shift()
  }
  return { ...said, numbers, bare, unknown: [...said.unknown, ...bare] }
}

const slotsSaid = (said: Said): Slot[] => (Object.keys(SLOTS) as Slot[]).filter((slot) => has(said, slot))

/** Which question it is: named, else the first that takes all that was said, else the one that takes most of it. */
function meant(said: Said): Calculation | null {
  if (said.calculation) return said.calculation
  const all = slotsSaid(said)
  // A clearance mark that stands on the ring asks nothing where something else does.
  const given = all.length > 2 && said.bearing ? all.filter((s) => s !== 'group') : all
  if (!given.length || (given.length === 1 && said.bearing && !said.bare.length)) return null
  const takes = (c: Calculation) => given.filter((s) => [...SHAPES[c].needs, ...SHAPES[c].may].includes(s)).length
  const complete = (c: Calculation) =>
    SHAPES[c].needs.every((s) => has(said, s) || SLOTS[s].quantity) && (SHAPES[c].anyOf?.some((s) => has(said, s)) ?? true)
  const fitting = CALCULATIONS.filter((c) => takes(c) === given.length)
  return fitting.find(complete) ?? fitting[0] ?? null
}

const grip = (max: number, min: number): string => (min > 0 ? 'tight' : max < 0 ? 'loose' : 'tight or loose')

function fitWords(row: Bearing, seat: 'shaft' | 'housing', toleranceClass: string, sheet: Derivation): { words: Words; maxUm: number } {
  const found = fit({
    seat,
    sizeMm: seat === 'shaft' ? row.boreMm : row.outsideMm,
    toleranceClass,
    accuracy: accuracyOf(row, 'normal'),
    family: row.family,
  })
  sheet.include(found)
  const { minInterferenceUm: min, maxInterferenceUm: max } = found.values
  return { words: phrase`${toleranceClass}: ${amount(min, 'fine')} to ${amount(max, 'fine')}, ${grip(max, min)}`, maxUm: max }
}

/** How a bearing is closed by its letters, or as it is always made. */
const closedAs = ({ bearing: row, marked }: Said): boolean =>
  row !== null && row.family !== 'insert-ball' && worn(row, marked?.closure ?? null) !== 'open'

/** Why nothing is pressed or heated onto a cylindrical seat; null where something is. */
function notHeated({ bearing: row }: Said): string | null {
  if (row!.boreTaper) return 'tapered bore: driven up on its taper or sleeve, neither heated nor pressed onto this seat'
  if (row!.family === 'insert-ball') return 'slides on and is held by its screws or collar: never heated or pressed'
  return formOf(row!).innerRing === false ? 'no inner ring: the shaft is its raceway, nothing is heated onto it' : null
}

/** Warming that a tight ring asks for, °C, on a shaft at 20 °C or as said. */
function heatWords(said: Said, maxUm: number, sheet: Derivation): Words {
  const { bearing: row, numbers } = said
  if (maxUm <= 0) return 'loose: slides on by hand'
  const sealed = closedAs(said)
  const limitC = numbers.limit ?? (sealed ? SEALED_LIMIT_C : undefined)
  if (sealed)
    sheet.caution(limitC! > SEALED_LIMIT_C ? 'caution' : 'note', limitC! > SEALED_LIMIT_C ? 'sealed-limit' : 'sealed-heat', {
      limit: amount(SEALED_LIMIT_C, 'temperature'),
      is: amount(limitC!, 'temperature'),
    })
  const heat = heatingTemperature({
    ...{ boreMm: row!.boreMm, interferenceUm: maxUm, shaftTemperatureC: numbers.temperature ?? 20 },
    ...(limitC !== undefined && { limitC }),
  })
  sheet.include(heat)
  const { setC, withinLimit, clearanceLeftUm } = heat.values
  if (clearanceLeftUm <= 0)
    return phrase`at ${amount(setC, 'temperature')}, its limit, it does not clear the seat: chill the shaft, press, or oil`
  return phrase`heat to ${amount(setC, 'temperature')}${withinLimit ? '' : ', the limit'}`
}

/** What a tight seat makes of the ring. */
function stressOf(row: Bearing, maxUm: number, sheet: Derivation): void {
  if (maxUm <= 0) return
  const found = pressForce({
    boreMm: row.boreMm,
    racewayDiameterMm: row.innerRacewayMm,
    widthMm: row.innerWidthMm ?? row.widthMm,
    interferenceUm: Math.max(0, maxUm - SMOOTHING_UM),
  })
  found.cautions.filter((c) => c.code.startsWith('hoop-stress')).forEach((c) => sheet.caution(c.level, c.code, c.params, c.figure))
}

/** Smoothing of a ground seat, µm. Engineering practice. */
const SMOOTHING_UM = 2
/** A bearing that needs a partner, or cannot take the thrust that was said. */
function checkKind(row: Bearing, axialN: number, alone: boolean, sheet: Derivation): void {
  const form = formOf(row)
  if (axialN > 0 && form.thrust === 0) sheet.caution('stop', 'no-thrust', { what: `${row.designation} (${form.label})` }, short(axialN))
  if (alone && opposes(row, ALONE)) sheet.caution('caution', 'partner-missing', { designation: row.designation })
}

/** One line a calculation: what it says, over the functions that every other door uses. */
const ANSWERS: Readonly<Record<Calculation, (said: Said, sheet: Derivation) => Words>> = {
  fit: (said, sheet) => {
    const row = said.bearing!
    const housing = said.housingClasses[0] ? fitWords(row, 'housing', said.housingClasses[0], sheet) : null
    const other = notHeated(said)
    const shaft = said.shaftClasses[0] && !row.boreTaper ? fitWords(row, 'shaft', said.shaftClasses[0], sheet) : null
    if (shaft && !other) stressOf(row, shaft.maxUm, sheet)
    const onto = !said.shaftClasses[0] ? [] : other ? [other] : [shaft!.words, heatWords(said, shaft!.maxUm, sheet)]
    return joined([...onto, ...(housing ? [housing.words] : [])], '; ')
  },
  heat: (said, sheet) => {
    const other = notHeated(said)
    if (other) return other
    const { maxUm } = fitWords(said.bearing!, 'shaft', said.shaftClasses[0]!, sheet)
    stressOf(said.bearing!, maxUm, sheet)
    return heatWords(said, maxUm, sheet)
  },
  tolerance: (said, sheet) =>
    joined(
      [...said.shaftClasses, ...said.housingClasses].map((toleranceClass) => {
        const found = tolerance({ sizeMm: said.numbers.size!, toleranceClass })
        sheet.include(found)
        return phrase`${toleranceClass} ${amount(found.values.lowerUm, 'fine')} to ${amount(found.values.upperUm, 'fine')}`
      }),
      '; ',
    ),
  clearance: ({ bearing: row, group }, sheet) => {
    const from = clearanceFrom(row!)
    if (from !== 'table')
      return from === 'setting' ? 'none as bought: it is set when it is mounted' : 'stands in the maker’s sheet: no table is held for it'
    const found = clearanceGroup({ family: row!.family, boreMm: row!.boreMm, group: group!, taperedBore: row!.boreTaper !== null })
    sheet.include(found)
    return phrase`${groupMark(group!)} ${amount(found.values.minUm, 'fine')} to ${amount(found.values.maxUm, 'fine')}${row!.boreTaper ? ', before it is driven up' : ''}`
  },
  growth: ({ material, housing, numbers }, sheet) => {
    const found = thermalGrowth({
      spanMm: numbers.length!,
      shaftMaterial: material!,
      shaftRiseK: numbers.rise!,
      housingMaterial: housing ?? 'cast-iron',
      housingRiseK: 0,
    })
    sheet.include(found)
    const cold = housing ? `; the housing of ${MATERIALS[housing].label} counts as cold` : ''
    return phrase`${MATERIALS[material!].label} grows ${amount(found.values.growthMm, 'length')}${cold}`
  },
  grease: (said, sheet) => {
    const { bearing: row, numbers } = said
    const found = regreasing({
      ...{ family: row!.family, boreMm: row!.boreMm, outsideMm: row!.outsideMm, widthMm: greasedPart(row!).widthMm },
      ...{ speedRpm: numbers.speed!, housingTemperatureC: numbers.temperature! },
      ...{ contamination: 'clean', moisture: 'dry', vibrationMmS: 3, orientation: 'horizontal' },
    })
    sheet.include(found)
    const { governingIntervalH, quantityG, schools } = found.values
    if (closedAs(said)) {
      const half = schools.find((s) => s.school === 'grease-life')?.intervalH ?? null
      return phrase`sealed or shielded: nothing to feed${half === null ? '' : phrase`; its grease lasts about ${amount(2 * half, 'hours')}`}`
    }
    return governingIntervalH === null
      ? 'no grease speed: oil, or continuous feed'
      : phrase`${amount(quantityG, 'grams')} every ${amount(governingIntervalH, 'hours')}, clean, dry and horizontal`
  },
  life: ({ bearing: row, numbers, marked }, sheet) => {
    const { load, life, staticSafety } = rateBearing(row!, numbers.radial!, numbers.axial ?? 0, numbers.speed!, 90)
    sheet.include(load as Result<unknown>)
    sheet.include(life)
    checkKind(row!, numbers.axial ?? 0, !marked?.pairing, sheet)
    if (staticSafety < 1) sheet.caution('stop', 'over-static-rating', {}, short(staticSafety))
    const least = minimumLoad(row!, numbers.speed!).values.minimumN
    if (load.values.equivalentLoadN < least) sheet.caution('caution', 'minimum-load', { minimum: amount(least, 'force', 1) })
    const closed = marked?.closure ?? null
    const limit = speedLimitRpm(row!, 'grease', worn(row!, closed))
    if (numbers.speed! > limit) sheet.caution('caution', 'quick-speed', { limit: amount(Math.round(limit / 100) * 100, 'speed') })
    if (load.values.equivalentLoadN > row!.dynamicRatingN) return 'over its rating: no life can be stated'
    return phrase`L10h ${lifeWords(life.values.ratingLifeH)}`
  },
}

/** Sealed or shielded bearings are warmed no further, °C. Engineering practice. */
const SEALED_LIMIT_C = 80

/** What is wanted and not said, the first of it. */
function missingOf(said: Said, { needs, anyOf }: (typeof SHAPES)[Calculation]): string {
  const open = needs.find((slot) => !has(said, slot))
  if (open) return SLOTS[open].asks
  return anyOf && !anyOf.some((slot) => has(said, slot)) ? SLOTS[anyOf[0]!].asks : ''
}

const RANK = { stop: 0, caution: 1, note: 2 } as const
/** The worst that is to be said of an answer, for its line: of notes none. */
const worstOf = (cautions: readonly Caution[]): Caution | null =>
  [...cautions].filter((c) => c.level !== 'note' && !ALWAYS.includes(c.code)).sort((a, b) => RANK[a.level] - RANK[b.level])[0] ?? null
/** What stands beside every hot ring, and would hide what is of this one. */
const ALWAYS: readonly string[] = ['hot-ring', 'frost', 'induced-thrust']

/**
 * The answer to a short question in any order of words, or what is still missing; null where nothing of it is a question. Numbers alone are
 * in the unit of `system`; the answer holds quantities for the reader's own. Refuses nothing: a value that cannot be is said in words.
 * Sources: those of each calculation.
 */
export function quickAnswer(text: string, system: UnitSystem): QuickAnswer | null {
  const first = readQuestion(text, system)
  const calculation = meant(first)
  // What is mostly other words is somebody looking for a machine.
  if (!calculation || first.unknown.length > slotsSaid(first).length + (first.calculation ? 1 : 0)) return null
  const shape = SHAPES[calculation]
  const said = withBare(first, calculation, system)
  const missing = missingOf(said, shape)
  const sheet = new Derivation()
  let words: Words = ''
  if (!missing)
    try {
      if (said.bearing && said.marked)
        lettersCautions({ ...said.marked, row: said.bearing }).forEach((c) => sheet.caution(c.level, c.code, c.params))
      words = ANSWERS[calculation](said, sheet)
      const worst = worstOf(sheet.cautions)
      // Figures of another bearing are none: what the letters change is said in their place.
      if (worst?.code === 'letters-change') words = phrase`stop: ${wordsOf(worst)}`
      else if (worst) words = phrase`${words} — ${worst.level}: ${wordsOf(worst)}`
    } catch (error) {
      if (!(error instanceof InputError)) throw error
      words = `not possible: ${error.allowed}`
    }
  const what = said.bearing
    ? `${said.bearing.designation}, ${FAMILY_LABEL[said.bearing.family]}`
    : shape.needs.includes('size')
      ? short(said.numbers.size ?? 0)
      : ''
  return {
    ...{ calculation, title: said.bearing ? `${shape.title} of ${what}` : shape.title, words, missing, unknown: said.unknown },
    working: sheet.working,
    cautions: sheet.cautions,
    assumptions: sheet.assumptions,
    takes: {
      bearing: said.bearing?.designation ?? null,
      group: said.group,
      shaftClass: said.shaftClasses[0] ?? null,
      housingClass: said.housingClasses[0] ?? null,
      numbers: said.numbers,
    },
  }
}

/**
 * A short question as a calculation: the line as the box shows it, with the worst of its cautions and what governs, and which calculation it was.
 * Source: as `quickAnswer`. @throws InputError for a text that is no question, is not complete, or is longer than 200 signs
 */
export function quickCalculation({
  text,
  system = 'metric',
}: {
  text: string
  system?: UnitSystem
}): Result<{ words: string; kind: Calculation }> {
  const found = text.length > LONGEST ? null : quickAnswer(text, system)
  if (!found)
    throw new InputError('text', text.slice(0, LONGEST), `a short question of at most ${LONGEST} signs, such as "${SHAPES.heat.example}"`)
  if (found.missing) throw new InputError('text', text, found.missing)
  const { working, cautions, assumptions, words, calculation, unknown } = found
  const notRead = unknown.length ? [`Not understood: ${unknown.join(', ')}.`] : []
  return { values: { words: say(words, system), kind: calculation }, working, cautions, assumptions: [...assumptions, ...notRead] }
}
const LONGEST = 200
