import { FAMILY_LABEL, type Family } from '../catalogue/families.js'
import { InputError, Sheet, inRange, type Result } from '../result.js'
import { CYLINDRICAL, DEEP_GROOVE, SPHERICAL, SPHERICAL_TAPERED_BORE, type ClearanceRow } from './clearance-tables.js'

export const CLEARANCE_GROUPS = ['2', 'N', '3', '4', '5'] as const
export type ClearanceGroup = (typeof CLEARANCE_GROUPS)[number]

export interface ClearanceInput {
  family: Family
  boreMm: number
  taperedBore?: boolean
  group: ClearanceGroup
}

export interface ClearanceRange {
  minUm: number
  maxUm: number
}

/** How a group is written on a bearing. */
export function groupMark(group: ClearanceGroup): string {
  return `C${group}`
}

function tableFor(family: Family, tapered: boolean): { rows: readonly ClearanceRow[]; fromMm: number } {
  if (family === 'spherical-roller') return tapered ? { rows: SPHERICAL_TAPERED_BORE, fromMm: 18 } : { rows: SPHERICAL, fromMm: 14 }
  if (tapered) throw new InputError('taperedBore', tapered, `no table is held for a ${FAMILY_LABEL[family]} with tapered bore`)
  if (family === 'deep-groove-ball') return { rows: DEEP_GROOVE, fromMm: 2.5 }
  if (family === 'cylindrical-roller') return { rows: CYLINDRICAL, fromMm: 0 }
  throw new InputError('family', family, 'held for deep groove ball, cylindrical roller and spherical roller bearings')
}

/**
 * Radial internal clearance of an unmounted bearing, µm.
 * Range: bore to 200 mm; deep groove over 2.5 mm, spherical over 14 mm (tapered bore 18 mm).
 * Source: ISO 5753-1:2009 tables for deep groove ball, cylindrical roller and spherical roller bearings.
 * @throws InputError outside the tables or for a family without one.
 */
export function clearanceGroup(input: ClearanceInput): Result<ClearanceRange> {
  const { family, boreMm, group, taperedBore = false } = input
  const { rows, fromMm } = tableFor(family, taperedBore)
  inRange('boreMm', boreMm, fromMm, rows[rows.length - 1]![0], 'mm', true)
  const index = CLEARANCE_GROUPS.indexOf(group)
  if (index < 0) throw new InputError('group', group, `groups ${CLEARANCE_GROUPS.join(', ')}`)
  const row = rows.find((r) => boreMm <= r[0])!
  const minUm = row[1 + 2 * index]
  const maxUm = row[2 + 2 * index]
  if (typeof minUm !== 'number' || typeof maxUm !== 'number')
    throw new InputError('group', group, `group ${group} is not made at ${boreMm} mm bore`)
  const sheet = new Sheet()
  const bore = taperedBore ? 'tapered' : 'cylindrical'
  sheet.step(
    'Gr',
    'radial internal clearance as bought',
    'table',
    `${groupMark(group)}, bore ${boreMm} mm, ${bore}`,
    `${minUm} … ${maxUm}`,
    'µm',
    'ISO 5753-1:2009',
  )
  return sheet.result({ minUm, maxUm })
}
