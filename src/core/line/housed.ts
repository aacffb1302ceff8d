import { findBearing } from '../catalogue/catalogue.js'
import type { ClearanceGroup } from '../bearing/clearance.js'
import { findMarked } from '../identify/marked.js'
import type { StandsIn } from '../mounting/ways.js'
import { plummerBlocks } from '../parts/blocks.js'
import type { HousingSeatRecord } from './records.js'

/** Names of housings and of inserts that are bought in one. */

type Housing = Required<Pick<HousingSeatRecord, 'block' | 'standsIn'>>

export interface Unit {
  /** The insert in it. */
  designation: string
  group: ClearanceGroup | null
  housing: Housing
}

/** What a housing of an insert is by its letters. ISO 3228. */
const HOUSES: Readonly<Record<string, StandsIn>> = { P: 'solid', F: 'flange', FL: 'flange', T: 'take-up', C: 'machine' }
const UNIT = /^(UC|UEL|UK)(P|FL|F|T|C)[\s-]*(\d{3}(?:-\d{1,2})?)(?=$|[\s/]|[A-Z])(.*)$/i

/** A unit by its name, `UCP 210`: the insert with its letters, and what holds it; null when no insert bears the number. No unit. Source: ISO 3228. */
export function unitOf(text: string): Unit | null {
  const match = UNIT.exec(text.trim())
  if (!match) return null
  const [, insert, house, number, letters] = match.map((part) => part.toUpperCase()) as [string, string, string, string, string]
  const marked = findMarked(`${insert} ${number}${letters}`)
  if (!marked || marked.unknown || !findBearing(`${insert} ${number}`)) return null
  return {
    designation: marked.row.designation,
    group: marked.group,
    housing: { block: `${insert}${house} ${number}`, standsIn: HOUSES[house]! },
  }
}

/** A split block by its name, however it is written; null when no plan has it. No unit. Source: DIN 736 to 739. */
export function splitBlock(text: string): { housing: Housing } | null {
  const plain = (name: string) => name.toUpperCase().replace(/[\s-]/g, '')
  const block = plummerBlocks().find((b) => plain(b.name) === plain(text))
  return block ? { housing: { block: block.name, standsIn: 'split' } } : null
}

/** The block of a record by which its bearing is called: that of a unit with this insert. No unit. Source: ISO 3228. */
export const unitNamed = (designation: string | null, { block }: Pick<HousingSeatRecord, 'block'>): string | null =>
  block && unitOf(block)?.designation === designation ? block : null
