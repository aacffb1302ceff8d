import { CLEARANCE_GROUPS, type ClearanceGroup } from '../bearing/clearance.js'
import type { Bearing } from '../bearing/bearing.js'
import { findMarked, type Marked } from '../identify/marked.js'
import type { Material } from '../materials.js'
import { HOUSING_CLASSES, SHAFT_CLASSES } from '../tolerances/iso286-tables.js'
import { parse, type Quantity, type UnitSystem } from '../units/quantities.js'
import { CALCULATIONS, FILLERS, MATERIAL_WORDS, NAMES, SHAPES, SLOTS, type Calculation, type Slot } from './words.js'

/** What was understood of a short question. Core units. */
export interface Said {
  calculation: Calculation | null
  bearing: Bearing | null
  group: ClearanceGroup | null
  shaftClasses: string[]
  housingClasses: string[]
  /** Closed by its letters, and letters of it that nobody explains. */
  marked: Pick<Marked, 'closure' | 'notRead' | 'changes' | 'assumed' | 'pairing'> | null
  material: Material | null
  /** What the housing is made of, behind `in`. */
  housing: Material | null
  numbers: Partial<Record<Slot, number>>
  /** Numbers without a unit that nothing names, in order, as typed. */
  bare: string[]
  /** Words that say nothing here. */
  unknown: string[]
}

/** Quantities that a unit behind a number can speak of, and the slots that they fill in turn. */
const BY_UNIT: readonly (readonly [Quantity, readonly Slot[]])[] = [
  ['force', ['radial', 'axial']],
  ['speed', ['speed']],
  ['length', ['length']],
  ['temperature', ['temperature']],
]
const NUMBER = /^[\d.,/]+$/
const WITH_UNIT = /^([\d.,/]+)([a-zµ°"/]+)$/i
/** Most words of a bearing's name. */
const LONGEST = 4

function takeNumber(said: Said, text: string, system: UnitSystem, named: Slot | null): boolean {
  const slotted = (slot: Slot, value: number) => {
    said.numbers[slot] = value
    return true
  }
  const quantity = named && SLOTS[named].quantity
  if (named && quantity) {
    const read = parse(text, quantity, system)
    return read.ok && slotted(named, read.value)
  }
  const unit = WITH_UNIT.exec(text)?.[2]
  if (!unit) return false
  // A kelvin is a difference; no temperature of a bearing is told in it.
  if (/^k$/i.test(unit)) {
    const read = parse(text, 'rise', 'metric')
    return read.ok && slotted('rise', read.value)
  }
  for (const [wanted, slots] of BY_UNIT) {
    const read = parse(text, wanted, system)
    const slot = slots.find((s) => said.numbers[s] === undefined)
    if (read.ok && slot) return slotted(slot, read.value)
  }
  return false
}

/** One word that a table knows; false where none does. */
function takeWord(said: Said, text: string): boolean {
  const word = text.toLowerCase()
  const calculation = CALCULATIONS.find((c) => SHAPES[c].words.includes(word))
  if (calculation) {
    said.calculation = calculation
    return true
  }
  const group = /^c([2345n0])$/i.exec(text)?.[1]?.toUpperCase().replace('0', 'N')
  const named = CLEARANCE_GROUPS.find((g) => g === group)
  const material = MATERIAL_WORDS.find(([w]) => w === word)?.[1]
  if (named) said.group = named
  else if (SHAFT_CLASSES.includes(text)) said.shaftClasses.push(text)
  else if (HOUSING_CLASSES.includes(text)) said.housingClasses.push(text)
  else if (material) said.material = material
  else return FILLERS.includes(word)
  return true
}

/** Whether a word is one that a table of ours knows. */
const wordOf = (text: string) => {
  const word = text.toLowerCase()
  return (
    CALCULATIONS.some((c) => SHAPES[c].words.includes(word)) ||
    NAMES.some(([w]) => w === word) ||
    FILLERS.includes(word) ||
    MATERIAL_WORDS.some(([w]) => w === word)
  )
}

/** How many words from here on name a bearing, the longest run first, and the bearing; null where none does. */
function bearingAt(
  words: readonly string[],
  from: number,
): { row: Bearing; group: ClearanceGroup | null; count: number; marked: Marked } | null {
  for (let count = Math.min(LONGEST, words.length - from); count > 0; count -= 1) {
    const run = words.slice(from, from + count)
    // A class or a word of ours behind a number belongs to the question, not to the name.
    if (
      run
        .slice(1)
        .some(
          (w) =>
            SHAFT_CLASSES.includes(w) || HOUSING_CLASSES.includes(w) || WITH_UNIT.test(w) || (NUMBER.test(w) && !/^[A-Z]+$/i.test(run[0]!)),
        )
    )
      continue
    const marked = /\d/.test(run.join('')) ? findMarked(run.join(' ')) : null
    // Letters that nobody explains are those of a ring where they are typed as such; a word of ours is none.
    const asLetters = run.slice(1).every((w) => /^[A-Z0-9][A-Z0-9/.+-]*$/.test(w) && !wordOf(w))
    if (marked && (!marked.unknown || asLetters)) return { row: marked.row, group: marked.group, count, marked }
  }
  return null
}

/**
 * Reads a short question, `heat 22213 m6 limit 110`, in any order of words; numbers without a unit are in that of `system`, units behind them
 * always count. mm, N, °C, K, r/min. Refuses nothing: what is not understood is named. Source: engineering practice (a notation of its own).
 */
export function readQuestion(text: string, system: UnitSystem): Said {
  const said: Said = {
    ...{ calculation: null, bearing: null, marked: null, group: null, material: null, housing: null },
    ...{ shaftClasses: [], housingClasses: [], numbers: {}, bare: [], unknown: [] },
  }
  // `110 C` and `4 kN` are one word.
  const words = text
    .trim()
    .replace(/(\d)\s+(kN|N|lbf|°?C|°?F|mm|in|rpm|r\/min)(?=\s|$)/g, '$1$2')
    // Behind the number of a bearing a K is its taper.
    .replace(/(^|\s)(\d{1,3})\s+K(?=\s|$)/g, '$1$2K')
    .split(/\s+/)
    .filter(Boolean)
  let named: Slot | null = null
  /** The number that was taken for a bearing; without end where letters say that it is one. */
  let barest = Infinity
  for (let i = 0; i < words.length; i += 1) {
    const word = words[i]!
    const names = NAMES.find(([w]) => w === word.toLowerCase())?.[1] ?? null
    if (names && words[i + 1] && /^\d/.test(words[i + 1]!)) {
      named = names
      continue
    }
    if ((named || WITH_UNIT.test(word)) && takeNumber(said, word, system, named)) {
      named = null
      continue
    }
    named = null
    const found = bearingAt(words, i)
    // A number that may be a size as well is a bearing where a question wants one.
    const plain = NUMBER.test(word) && found?.count === 1
    if (found && !(plain && (sizeIsMeant(words, said) || (said.bearing && Number(word) < barest)))) {
      // Of two plain numbers the larger is the bearing: speeds are smaller than they are.
      if (said.bearing) said.bare.push(String(barest))
      said.bearing = found.row
      said.marked = found.marked
      said.group ??= found.group
      barest = plain ? Number(word) : Infinity
      i += found.count - 1
      continue
    }
    const inside = words[i - 1]?.toLowerCase() === 'in' || (words[i - 2]?.toLowerCase() === 'in' && words[i - 1]?.toLowerCase() === 'cast')
    const housing = inside ? MATERIAL_WORDS.find(([w]) => w === word.toLowerCase())?.[1] : undefined
    if (housing) {
      said.housing = housing
      continue
    }
    if (takeWord(said, word)) continue
    if (NUMBER.test(word)) said.bare.push(word)
    else said.unknown.push(word)
  }
  return said
}

/** Growth and limits of a class speak of sizes: numbers in them are no bearings. */
function sizeIsMeant(words: readonly string[], { calculation }: Said): boolean {
  const named = calculation ?? CALCULATIONS.find((c) => words.some((w) => SHAPES[c].words.includes(w.toLowerCase()))) ?? null
  return named === 'growth' || named === 'tolerance'
}
