import { formatTrimmed, parse, unitOf, type Quantity, type UnitSystem } from '../units/quantities.js'
import type { ComponentFacts, ComponentKind } from './draft.js'
import { round, trimmed, type Piece } from './pieces.js'
import { COMPONENT_WORDS } from './vocabulary.js'

/** What is said of a thing on the shaft behind its word: `impeller 185 kg`, `sheave Ø355 3 belts pull 1.5 kN up`. */

const NUMBER = '[\\d.,]+'
/** Where a pull goes across the shaft, degrees. */
const ACROSS: readonly (readonly [word: string, deg: number])[] = [
  ['up', 90],
  ['down', 270],
]

interface Said {
  head: RegExp
  read: (found: RegExpExecArray, system: UnitSystem) => ComponentFacts | null
  write: (facts: ComponentFacts, system: UnitSystem) => string[]
}

function amountOf(text: string, quantity: Quantity, system: UnitSystem): number | null {
  const read = parse(text, quantity, system)
  return read.ok && read.value >= 0 ? round(read.value) : null
}
const fact = (name: keyof ComponentFacts, value: number | null): ComponentFacts | null => (value === null ? null : { [name]: value })

function amountWords(value: number, quantity: Quantity, system: UnitSystem): string {
  const text = formatTrimmed(value, quantity, system, 4).replaceAll('\u2009', '')
  return quantity === 'length' && system === 'metric' ? text : `${text} ${unitOf(quantity, system)}`
}
const said = (value: number | undefined, words: (value: number) => string): string[] => (value === undefined ? [] : [words(value)])

/** One row a thing that can be said: how it begins, what it is, how it is written. */
const FACTS: readonly Said[] = [
  {
    head: new RegExp(`^${NUMBER}\\s*(?:kg|lb)\\b`, 'i'),
    read: ([text], system) => fact('massKg', amountOf(text, 'mass', system)),
    write: ({ massKg }, system) => said(massKg, (m) => amountWords(m, 'mass', system)),
  },
  {
    head: new RegExp(`^(?:Ø|ø|dia\\.?|diameter)\\s*(${NUMBER}\\s*(?:mm\\b|cm\\b|in\\b|")?)`, 'i'),
    read: (found, system) => fact('diameterMm', amountOf(found[1]!, 'length', system)),
    write: ({ diameterMm }, system) => said(diameterMm, (d) => `Ø${amountWords(d, 'length', system)}`),
  },
  {
    head: new RegExp(`^(${NUMBER}\\s*(?:mm|cm|in|")?)\\s*wide\\b`, 'i'),
    read: (found, system) => fact('widthMm', amountOf(found[1]!, 'length', system)),
    write: ({ widthMm }, system) => said(widthMm, (b) => `${amountWords(b, 'length', system)} wide`),
  },
  {
    head: /^(\d{1,2})\s*belts?\b/i,
    read: (found) => (Number(found[1]) > 0 ? { belts: Number(found[1]) } : null),
    write: ({ belts }) => said(belts, (n) => `${n} ${n === 1 ? 'belt' : 'belts'}`),
  },
  {
    head: new RegExp(`^push\\s+(${NUMBER}\\s*(?:kN|N|lbf))\\b(?:\\s+(left|right))?`, 'i'),
    read: (found, system) => {
      const pushN = amountOf(found[1]!, 'force', system)
      return pushN === null ? null : { pushN: found[2]?.toLowerCase() === 'left' ? -pushN : pushN }
    },
    write: ({ pushN }, system) => said(pushN, (f) => `push ${amountWords(Math.abs(f), 'force', system)} ${f < 0 ? 'left' : 'right'}`),
  },
  {
    head: new RegExp(`^(?:pull\\s+)?(${NUMBER}\\s*(?:kN|N|lbf))\\b(?:\\s+(up|down|at\\s+\\d{1,3}(?!\\d)\\s*°?))?`, 'i'),
    read: (found, system) => {
      const pullN = amountOf(found[1]!, 'force', system)
      const way = found[2]?.toLowerCase()
      const pullDeg = way && (ACROSS.find(([word]) => word === way)?.[1] ?? Number(/\d+/.exec(way)![0]))
      return pullN === null ? null : { pullN, ...(typeof pullDeg === 'number' && { pullDeg }) }
    },
    write: ({ pullN, pullDeg }, system) =>
      said(pullN, (f) =>
        [`pull ${amountWords(f, 'force', system)}`, ...said(pullDeg, (deg) => ACROSS.find(([, d]) => d === deg)?.[0] ?? `at ${deg}°`)].join(
          ' ',
        ),
      ),
  },
]

/** Longest first: a fan wheel is no fan. */
const WORDS = [...COMPONENT_WORDS].sort(([a], [b]) => b.length - a.length)

/** What stands at the head of a text, and where what is said of it begins; null where it is no thing on the shaft. No unit. Source: the vocabulary. */
export function componentIn(text: string): { kind: ComponentKind; behind: number } | null {
  if (text.includes(':')) return null
  for (const [word, kind] of WORDS) {
    const found = new RegExp(`^${word.replaceAll(' ', '\\s+')}(?=$|[\\sØø])`, 'i').exec(text)
    if (found) return { kind, behind: found[0].length }
  }
  return null
}

/** What is said of a thing behind its word, and the stretch from where it is not understood. kg, mm, N. Source: the table above. */
export function factsIn(source: string, from: number, to: number, system: UnitSystem): { facts: ComponentFacts; astray: Piece | null } {
  let facts: ComponentFacts = {}
  for (let rest = trimmed(source, from, to); rest.text;) {
    const found = FACTS.flatMap(({ head, read }) => {
      const match = head.exec(rest.text)
      const value = match && read(match, system)
      return value ? [{ value, length: match[0].length }] : []
    })[0]
    if (!found) return { facts, astray: rest }
    facts = { ...facts, ...found.value }
    rest = trimmed(source, rest.from + found.length, to)
  }
  return { facts, astray: null }
}

/** What is said of a thing, as words that `factsIn` reads back. kg, mm, N. Source: the table above. */
export const factWords = (kind: ComponentKind, facts: ComponentFacts = {}, system: UnitSystem): string => {
  const words = FACTS.flatMap(({ write }) => write(facts, system))
  // A pull is called by its own word.
  return kind === 'force' ? words.join(' ').replace(/^pull /, '') : words.join(' ')
}
