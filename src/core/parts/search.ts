import { sizes } from '../catalogue/catalogue.js'
import { plainName } from '../catalogue/designation.js'
import type { Boundary } from '../catalogue/catalogue.js'
import type { UnitSystem } from '../units/quantities.js'
import { nominal, phrase, type Words } from '../words/message.js'
import { say } from '../words/say.js'
import { belongingTo, findPart, misfit, parts, type Thing } from './belongs.js'
import { PART_LABEL, plainPart, type Part, type PartKind } from './parts.js'

/** Parts looked for in words: "sleeve for 22213 K on 60", "MB 12 on KM 13", "lip seal 60". */

/** Words that name kinds. */
const WORDS: readonly (readonly [RegExp, readonly PartKind[]])[] = [
  [/^adapters?$/, ['adapter-sleeve']],
  [/^withdrawals?$/, ['withdrawal-sleeve']],
  [/^sleeves?$/, ['adapter-sleeve', 'withdrawal-sleeve']],
  [/^(lock)?nuts?$/, ['lock-nut']],
  [/^(tab)?washers?$/, ['tab-washer']],
  [/^clips?$/, ['locking-clip']],
  [/^spanners?$|^wrench$/, ['hook-spanner']],
  [/^snap$/, ['snap-ring']],
  [/^retaining$/, ['retaining-ring']],
  [/^blocks?$|^plummer$|^housings?$|^pillow$/, ['plummer-block', 'insert-unit']],
  [/^locating$/, ['locating-ring']],
  [/^rings?$/, ['snap-ring', 'retaining-ring', 'locating-ring', 'felt-ring', 'inner-ring', 'angle-ring']],
  [/^units?$|^inserts?$|^flanges?$|^cartridges?$|^take-up$/, ['insert-unit']],
  [/^seals?$|^lip$/, ['lip-seal', 'felt-ring']],
  [/^felts?$/, ['felt-ring']],
  [/^inner$/, ['inner-ring']],
  [/^angle$/, ['angle-ring']],
  [/^plates?$/, ['end-plate']],
  [/^shims?$/, ['shim']],
]
/** Words that only join. */
const JOINS = ['for', 'of', 'on', 'a', 'the', 'with', 'and', 'in', 'shaft', 'bearing', 'end', 'mm']
/** Letters behind a number that say a groove for a snap ring, or the ring itself. Engineering practice. */
const GROOVE = /^nr?$/
/** A size follows these. */
const ON = ['on', 'shaft']

/** A name has at most so many words. */
const LONGEST = 6
const SHOWN = 200

export interface PartSearch {
  parts: readonly Part[]
  /** How many more there are. */
  more: number
  /** What was named, each thing as it was understood. */
  heard: readonly string[]
  /** What nobody understood. */
  unknown: readonly string[]
  /** Why nothing was found, where that can be said. */
  nothing: Words | null
  /** Of two things that were named: whether they go together, in words; null where that was not asked. */
  together: { fits: boolean; words: Words } | null
}

interface Heard {
  things: Thing[]
  narrow: PartKind[][]
  onMm: number | null
  numbers: number[]
  unknown: string[]
}

let rows: Map<string, Boundary> | null = null
const rowOf = (text: string): Boundary | null =>
  (rows ??= new Map(sizes().map((r) => [plainName(r.designation), r]))).get(plainName(text)) ?? null

/** Reads the words from the left, the longest name first. */
function hear(text: string): Heard {
  const words = text
    .trim()
    .toLowerCase()
    .split(/[\s,;]+/)
    .filter(Boolean)
    .slice(0, 24)
  const heard: Heard = { things: [], narrow: [], onMm: null, numbers: [], unknown: [] }
  for (let at = 0; at < words.length;) {
    const word = words[at]!
    const number = /^\d+([.,]\d+)?$/.test(word) ? Number(word.replace(',', '.')) : null
    if (number !== null && at > 0 && ON.includes(words[at - 1]!)) {
      heard.onMm = number
      at += 1
      continue
    }
    const span = longestName(words, at)
    if (span) {
      const groove = 'row' in span.thing && GROOVE.test(words[at + span.length] ?? '')
      heard.things.push(groove ? { ...span.thing, grooved: true } : span.thing)
      at += span.length + (groove ? 1 : 0)
      continue
    }
    const kinds = WORDS.find(([pattern]) => pattern.test(word))?.[1]
    if (kinds) heard.narrow.push([...kinds])
    else if (number !== null) heard.numbers.push(number)
    else if (!JOINS.includes(word)) heard.unknown.push(word)
    at += 1
  }
  return heard
}

function longestName(words: readonly string[], at: number): { thing: Thing; length: number } | null {
  for (let length = Math.min(LONGEST, words.length - at); length > 0; length--) {
    const name = words.slice(at, at + length).join(' ')
    // A bare small number is a size, not the name of a part or bearing.
    if (/^\d{1,3}([.,]\d+)?$/.test(name) || JOINS.includes(words[at + length - 1]!)) continue
    const part = findPart(name)
    if (part) return { thing: { part }, length }
    const row = rowOf(name)
    if (row) return { thing: { row }, length }
  }
  return null
}

/** Kinds that every word allows; several words narrow each other where they can. */
function kindsOf({ narrow }: Heard): readonly PartKind[] | null {
  if (!narrow.length) return null
  const both = narrow.reduce((a, b) => {
    const left = a.filter((k) => b.includes(k))
    return left.length ? left : [...a, ...b]
  })
  return both
}

const nameOf = (thing: Thing) => ('part' in thing ? thing.part.name : thing.row.designation)

/** With a tapered bore where it was meant: sleeves are asked for by the number without its K. */
function meant(row: Boundary, kinds: readonly PartKind[] | null): Boundary {
  const onSleeve = kinds?.some((k) => k === 'adapter-sleeve' || k === 'withdrawal-sleeve')
  return onSleeve && !row.boreTaper ? (rowOf(`${row.designation} K`) ?? row) : row
}

/**
 * Parts by kind, by the bearing or part that they belong to, by the shaft they sit on or any of their sizes in mm; of two things that are
 * named, whether they go together. Nothing typed gives all. Range: 24 words. Source: the tables of the parts.
 */
export function searchParts(text: string): PartSearch {
  const heard = hear(text)
  const kinds = kindsOf(heard)
  const things = heard.things.map((t) => ('row' in t ? { ...t, row: meant(t.row as Boundary, kinds) } : t))
  const named = new Set(
    things.flatMap((t) => ('part' in t ? [t.part.name, ...t.part.with] : belongingTo(t.row, t.grooved).map((b) => b.name))),
  )
  const fitting = parts().filter(
    (p) =>
      (!kinds || kinds.includes(p.kind)) &&
      (!things.length || named.has(p.name)) &&
      (heard.onMm === null || p.shaftMm === heard.onMm) &&
      heard.numbers.every((n) => p.sizes.some(([, mm]) => mm === n)) &&
      heard.unknown.every((w) => plainPart(p.name).includes(plainPart(w))),
  )
  return {
    parts: fitting.slice(0, SHOWN),
    more: Math.max(0, fitting.length - SHOWN),
    heard: [...things.map(nameOf), ...(heard.onMm === null ? [] : [`on ${heard.onMm}`])],
    unknown: fitting.length ? [] : heard.unknown,
    nothing: fitting.length
      ? null
      : heard.unknown.includes('axial')
        ? axialWords(heard.onMm ?? heard.numbers[0] ?? null)
        : whyNothing(things, kinds),
    together: togetherWords(things),
  }
}

/** What was found with its sentences in the reader's units. Source: as `say`. */
export function wordedParts(found: PartSearch, units: UnitSystem): PartSearch {
  const said = (words: Words) => say(words, units)
  return {
    ...found,
    parts: found.parts.map((p) => ({ ...p, facts: p.facts.map(said) })),
    nothing: found.nothing === null ? null : said(found.nothing),
    together: found.together && { ...found.together, words: said(found.together.words) },
  }
}

/** What can be said of seals that no standard has sizes of; shaft in mm. Engineering practice: stretched by about a tenth. */
const axialWords = (shaftMm: number | null): Words =>
  phrase`No standard gives the sizes of axial lip rings: each make has its own. Order by the shaft${shaftMm === null ? '' : phrase`, ${nominal(shaftMm)}`}, the height of the old section and the room along the shaft; it sits stretched by about a tenth, and its lip runs on a flat, ground face across the shaft.`

function whyNothing(things: readonly Thing[], kinds: readonly PartKind[] | null): Words | null {
  const row = things.find((t) => 'row' in t)
  if (!row || !kinds) return null
  const name = nameOf(row)
  const wanted = kinds.map((k) => PART_LABEL[k]).join(' or ')
  return 'row' in row && !row.row.boreTaper && kinds.includes('adapter-sleeve')
    ? `${name} has a cylindrical bore: it sits on no sleeve.`
    : 'row' in row && kinds.includes('plummer-block') && /^(C )?(230|231|30|31)( K)?$/.test(row.row.series)
      ? `No standard gives the sizes of split blocks for series 230 and 231: each make has its own. Order by ${name}, its sleeve, and the drawing of the old block; measure its seat and its rings.`
      : `No ${wanted} belongs to ${name} by the standards.`
}

/** What is said of the first two things that were named. */
function togetherWords(things: readonly Thing[]): PartSearch['together'] {
  const [a, b] = things
  if (!a || !b) return null
  const found = misfit(a, b)
  const pair = `${nameOf(a)} and ${nameOf(b)}`
  if (found === undefined) return { fits: false, words: `The tables say nothing of ${pair} together.` }
  return found === null ? { fits: true, words: `${pair} belong together.` } : { fits: false, words: found }
}
