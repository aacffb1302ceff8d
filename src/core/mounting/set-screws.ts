import { Derivation, InputError, inRange, short, type Result } from '../result.js'

/** Set screws of inserts: what their key may be turned with. */

/** Keys that fit set screws, with the thread they belong to. ISO 4026 to 4029, ASME B18.3. One row a key. */
export const SET_SCREW_KEYS = [
  { name: '2', keyMm: 2, label: '2 mm (M4)' },
  { name: '2.5', keyMm: 2.5, label: '2.5 mm (M5)' },
  { name: '3', keyMm: 3, label: '3 mm (M6)' },
  { name: '4', keyMm: 4, label: '4 mm (M8)' },
  { name: '5', keyMm: 5, label: '5 mm (M10)' },
  { name: '6', keyMm: 6, label: '6 mm (M12)' },
  { name: '8', keyMm: 8, label: '8 mm (M16)' },
  { name: '1/8', keyMm: 3.175, label: '1/8 in (1/4 thread)' },
  { name: '5/32', keyMm: 3.969, label: '5/32 in (5/16 thread)' },
  { name: '3/16', keyMm: 4.763, label: '3/16 in (3/8 thread)' },
  { name: '7/32', keyMm: 5.556, label: '7/32 in (7/16 thread)' },
  { name: '1/4', keyMm: 6.35, label: '1/4 in (1/2 thread)' },
] as const
export const SET_SCREW_KEY_NAMES = ['2', '2.5', '3', '4', '5', '6', '8', '1/8', '5/32', '3/16', '7/32', '1/4'] as const
export type SetScrewKey = (typeof SET_SCREW_KEY_NAMES)[number]

/** Least torque that a hexagon key must stand, Nm, by its width, mm. ISO 2936:2014, table 2. */
const KEY_NM: readonly (readonly [keyMm: number, torqueNm: number])[] = [
  [1.5, 0.82],
  [2, 1.9],
  [2.5, 3.8],
  [3, 6.6],
  [4, 16],
  [5, 30],
  [6, 52],
  [8, 120],
  [10, 220],
]
/** Nm per mm³: what the keys of the table have in common, for widths between them. */
const PER_CUBE = 0.24
/** A screw is tightened to so much of what its key must stand. Engineering practice. */
const USE = 0.9

/**
 * Torque of a set screw with a hexagon socket, Nm, by the key that fits it: nine tenths of what the key must stand. Range: key 1.5 to 10 mm.
 * Sources: ISO 2936 for the keys, between its widths 0.24 Nm per mm³; the nine tenths are engineering practice. @throws InputError outside
 */
export function setScrewTorque(input: { keyMm: number }): Result<{ torqueNm: number }> {
  const keyMm = inRange('keyMm', input.keyMm, 1.5, 10, 'mm')
  const listed = KEY_NM.find(([mm]) => Math.abs(mm - keyMm) < 0.005)
  const stands = listed ? listed[1] : PER_CUBE * keyMm ** 3
  const torqueNm = USE * stands
  const sheet = new Derivation()
  sheet.step('Mk', 'the key must stand', listed ? 'table by width' : '0.24 s³', `s ${short(keyMm)} mm`, stands, 'Nm', 'ISO 2936')
  sheet.step('M', 'torque of the screw', '0.9 Mk', `0.9 · ${short(stands)}`, torqueNm, 'Nm', 'engineering practice')
  sheet.caution('note', 'torque-of-the-manual')
  return sheet.result({ torqueNm })
}

/** Width of a key by its name, mm. Source: the table. @throws InputError for another name */
export function keyMmOf(name: SetScrewKey): number {
  const row = SET_SCREW_KEYS.find((k) => k.name === name)
  if (!row) throw new InputError('key', name, SET_SCREW_KEY_NAMES.join(', '))
  return row.keyMm
}
