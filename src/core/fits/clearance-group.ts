import type { Bearing } from '../bearing/bearing.js'
import { CLEARANCE_GROUPS, groupMark, type ClearanceGroup } from '../bearing/clearance.js'
import { FAMILY_LABEL, isThrust, type Family } from '../bearing/families.js'
import { formOf } from '../bearing/construction-forms.js'
import { InputError, Derivation, inRange, type Result } from '../result.js'
import {
  CYLINDRICAL,
  DEEP_GROOVE,
  SELF_ALIGNING,
  SELF_ALIGNING_TAPERED_BORE,
  SPHERICAL,
  SPHERICAL_TAPERED_BORE,
  type ClearanceRow,
} from './clearance-tables.js'

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

interface ClearanceTable {
  rows: readonly ClearanceRow[]
  /** Bores above this, mm. */
  fromMm: number
}

/** Tables by family, for cylindrical and tapered bores. Needle roller bearings share that of cylindrical ones. */
const TABLES: Partial<Record<Family, { straight: ClearanceTable; tapered?: ClearanceTable }>> = {
  'deep-groove-ball': { straight: { rows: DEEP_GROOVE, fromMm: 2.5 } },
  'self-aligning-ball': { straight: { rows: SELF_ALIGNING, fromMm: 2.5 }, tapered: { rows: SELF_ALIGNING_TAPERED_BORE, fromMm: 18 } },
  'cylindrical-roller': { straight: { rows: CYLINDRICAL, fromMm: 0 } },
  'needle-roller': { straight: { rows: CYLINDRICAL, fromMm: 0 } },
  'spherical-roller': { straight: { rows: SPHERICAL, fromMm: 14 }, tapered: { rows: SPHERICAL_TAPERED_BORE, fromMm: 18 } },
}

function tableFor(family: Family, tapered: boolean): ClearanceTable {
  const tables = TABLES[family]
  if (!tables)
    throw new InputError(
      'family',
      family,
      `tables are held for ${Object.keys(TABLES)
        .map((f) => FAMILY_LABEL[f as Family])
        .join(', ')}; for others enter the range of the maker’s sheet as rangeUm`,
    )
  if (!tapered) return tables.straight
  if (!tables.tapered) throw new InputError('taperedBore', tapered, `no table is held for a ${FAMILY_LABEL[family]} with tapered bore`)
  return tables.tapered
}

/**
 * Where the clearance of a row comes from: a table of groups, its setting at assembly (single angular contact, tapered and
 * thrust bearings), or only the maker's sheet.
 * Source: engineering practice.
 */
export function clearanceFrom(row: Pick<Bearing, 'family' | 'form' | 'boreMm' | 'boreTaper'>): 'table' | 'setting' | 'sheet' {
  if (row.family === 'tapered-roller' || isThrust(row.family) || row.form === 'single-row-angular') return 'setting'
  // Four points of contact are bought by their axial clearance.
  if (formOf(row).innerRing === false || row.family === 'four-point-ball') return 'sheet'
  const tables = TABLES[row.family]
  const table = row.boreTaper ? tables?.tapered : tables?.straight
  return table && row.boreMm > table.fromMm && row.boreMm <= table.rows[table.rows.length - 1]![0] ? 'table' : 'sheet'
}

/**
 * Radial internal clearance of an unmounted bearing, µm.
 * Range: bore to 500 mm, self-aligning to 120 mm; balls over 2.5 mm, spherical over 14 mm, tapered bores over 18 mm.
 * Source: ISO 5753-1:2009 tables for deep groove and self-aligning ball, cylindrical, needle and spherical roller bearings.
 * @throws InputError outside the tables or for a family without one.
 */
export function clearanceGroup(input: ClearanceInput): Result<ClearanceRange> {
  const { family, boreMm, group, taperedBore = false } = input
  const { rows, fromMm } = tableFor(family, taperedBore)
  const lastMm = rows[rows.length - 1]![0]
  inRange('boreMm', boreMm, 0.6, 2000, 'mm')
  if (boreMm <= fromMm || boreMm > lastMm)
    throw new InputError(
      'boreMm',
      boreMm,
      `the table goes from above ${fromMm} to ${lastMm} mm; beyond it enter the maker’s range as rangeUm`,
    )
  const index = CLEARANCE_GROUPS.indexOf(group)
  if (index < 0) throw new InputError('group', group, `groups ${CLEARANCE_GROUPS.join(', ')}`)
  const row = rows.find((r) => boreMm <= r[0])!
  const minUm = row[1 + 2 * index]
  const maxUm = row[2 + 2 * index]
  if (typeof minUm !== 'number' || typeof maxUm !== 'number')
    throw new InputError('group', group, `no range is held for group ${group} at ${boreMm} mm bore; take it from the maker’s sheet`)
  const sheet = new Derivation()
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
