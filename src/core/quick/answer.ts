import { thermalGrowth } from '../arrangement/growth.js'
import type { Bearing } from '../catalogue/bearing.js'
import { FAMILY_LABEL } from '../catalogue/families.js'
import { clearanceFrom, clearanceGroup, groupMark } from '../fits/clearance-group.js'
import { fit } from '../fits/fit.js'
import { rateBearing } from '../life/rate-bearing.js'
import { greasedPart } from '../lubrication/grease.js'
import { regreasing } from '../lubrication/regreasing.js'
import { heatingTemperature } from '../mounting/temperatures.js'
import { MATERIALS } from '../materials.js'
import { Derivation, InputError, short, type Result, type WorkingStep } from '../result.js'
import { accuracyOf } from '../tolerances/ring.js'
import { tolerance } from '../tolerances/iso286.js'
import { parse, q, type UnitSystem } from '../units/quantities.js'
import { readQuestion, type Said } from './read.js'
import { CALCULATIONS, SHAPES, SLOTS, type Calculation, type Slot } from './words.js'

/** Short questions answered while they are typed. Words hold quantities that the reader sees in his own units. */

export interface QuickAnswer {
  calculation: Calculation
  title: string
  /** The figure in words; empty while something is missing. */
  words: string
  /** What is still missing, as a question; empty when it is answered. */
  missing: string
  /** Words that were not understood. */
  unknown: string[]
  working: WorkingStep[]
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
  const given = slotsSaid(said)
  if (!given.length || (given.length === 1 && said.bearing && !said.bare.length)) return null
  const takes = (c: Calculation) => given.filter((s) => [...SHAPES[c].needs, ...SHAPES[c].may].includes(s)).length
  const complete = (c: Calculation) => SHAPES[c].needs.every((s) => has(said, s) || SLOTS[s].quantity) && (SHAPES[c].anyOf?.some((s) => has(said, s)) ?? true) // prettier-ignore
  const all = CALCULATIONS.filter((c) => takes(c) === given.length)
  return all.find(complete) ?? all[0] ?? null
}

const grip = (max: number, min: number): string => (min > 0 ? 'tight' : max < 0 ? 'loose' : 'tight or loose')

function fitWords(row: Bearing, seat: 'shaft' | 'housing', toleranceClass: string, sheet: Derivation): { words: string; maxUm: number } {
  const found = fit({ seat, sizeMm: seat === 'shaft' ? row.boreMm : row.outsideMm, toleranceClass, accuracy: accuracyOf(row, 'normal'), family: row.family }) // prettier-ignore
  sheet.include(found)
  const { minInterferenceUm: min, maxInterferenceUm: max } = found.values
  return { words: `${toleranceClass}: ${q(min, 'fine')} to ${q(max, 'fine')}, ${grip(max, min)}`, maxUm: max }
}

/** Warming that a tight ring asks for, °C, on a shaft at 20 °C or as said. */
function heatWords(row: Bearing, maxUm: number, { numbers }: Said, sheet: Derivation): string {
  if (maxUm <= 0) return 'goes on cold'
  const heat = heatingTemperature({
    ...{ boreMm: row.boreMm, interferenceUm: maxUm, shaftTemperatureC: numbers.temperature ?? 20 },
    ...(numbers.limit !== undefined && { limitC: numbers.limit }),
  })
  sheet.include(heat)
  const { setC, withinLimit } = heat.values
  return `heat to ${q(setC, 'temperature')}${withinLimit ? '' : ', the limit: be quick, or press'}`
}

/** One line a calculation: what it says, over the functions that every other door uses. */
const ANSWERS: Readonly<Record<Calculation, (said: Said, sheet: Derivation) => string>> = {
  fit: (said, sheet) => {
    const row = said.bearing!
    const shaft = said.shaftClasses[0] ? fitWords(row, 'shaft', said.shaftClasses[0], sheet) : null
    const housing = said.housingClasses[0] ? fitWords(row, 'housing', said.housingClasses[0], sheet) : null
    return [...(shaft ? [shaft.words, heatWords(row, shaft.maxUm, said, sheet)] : []), ...(housing ? [housing.words] : [])].join('; ')
  },
  heat: (said, sheet) => heatWords(said.bearing!, fitWords(said.bearing!, 'shaft', said.shaftClasses[0]!, sheet).maxUm, said, sheet),
  tolerance: (said, sheet) =>
    [...said.shaftClasses, ...said.housingClasses]
      .map((toleranceClass) => {
        const found = tolerance({ sizeMm: said.numbers.size!, toleranceClass })
        sheet.include(found)
        return `${toleranceClass} ${q(found.values.lowerUm, 'fine')} to ${q(found.values.upperUm, 'fine')}`
      })
      .join('; '),
  clearance: ({ bearing: row, group }, sheet) => {
    const from = clearanceFrom(row!)
    if (from !== 'table')
      return from === 'setting' ? 'none as bought: it is set when it is mounted' : 'stands in the maker’s sheet: no table is held for it'
    const found = clearanceGroup({ family: row!.family, boreMm: row!.boreMm, group: group!, taperedBore: row!.boreTaper !== null })
    sheet.include(found)
    return `${groupMark(group!)} ${q(found.values.minUm, 'fine')} to ${q(found.values.maxUm, 'fine')}`
  },
  growth: ({ material, numbers }, sheet) => {
    const found = thermalGrowth({ spanMm: numbers.length!, shaftMaterial: material!, shaftRiseK: numbers.rise!, housingMaterial: 'cast-iron', housingRiseK: 0 }) // prettier-ignore
    sheet.include(found)
    return `${MATERIALS[material!].label} grows ${q(found.values.growthMm, 'length')}`
  },
  grease: ({ bearing: row, numbers }, sheet) => {
    const found = regreasing({
      ...{ family: row!.family, boreMm: row!.boreMm, outsideMm: row!.outsideMm, widthMm: greasedPart(row!).widthMm },
      ...{ speedRpm: numbers.speed!, housingTemperatureC: numbers.temperature! },
      ...{ contamination: 'clean', moisture: 'dry', vibrationMmS: 3, orientation: 'horizontal' },
    })
    sheet.include(found)
    const { intervalH, quantityG } = found.values
    return intervalH === null ? 'no grease speed' : `${q(quantityG, 'grams')} every ${q(intervalH, 'hours')}, clean, dry and horizontal`
  },
  life: ({ bearing: row, numbers }, sheet) => {
    const { load, life } = rateBearing(row!, numbers.radial!, numbers.axial ?? 0, numbers.speed!, 90)
    sheet.include(load as Result<unknown>)
    sheet.include(life)
    return `L10h ${q(life.values.ratingLifeH, 'hours')}`
  },
}

/** What is wanted and not said, the first of it. */
function missingOf(said: Said, { needs, anyOf }: (typeof SHAPES)[Calculation]): string {
  const open = needs.find((slot) => !has(said, slot))
  if (open) return SLOTS[open].asks
  return anyOf && !anyOf.some((slot) => has(said, slot)) ? SLOTS[anyOf[0]!].asks : ''
}

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
  let words = ''
  if (!missing)
    try {
      words = ANSWERS[calculation](said, sheet)
    } catch (error) {
      if (!(error instanceof InputError)) throw error
      words = `not possible: ${error.allowed}`
    }
  const what = said.bearing ? `${said.bearing.designation}, ${FAMILY_LABEL[said.bearing.family]}` : (shape.needs.includes('size') ? short(said.numbers.size ?? 0) : '') // prettier-ignore
  return {
    ...{ calculation, title: said.bearing ? `${shape.title} of ${what}` : shape.title, words, missing, unknown: said.unknown },
    working: sheet.working,
    takes: {
      bearing: said.bearing?.designation ?? null,
      group: said.group,
      shaftClass: said.shaftClasses[0] ?? null,
      housingClass: said.housingClasses[0] ?? null,
      numbers: said.numbers,
    },
  }
}
