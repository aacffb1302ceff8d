import { Derivation, InputError, short, type Result } from '../result.js'

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

/** What a metric set screw of an insert is tightened with, Nm, by the width of its key, mm. Engineering practice: what makers of inserts ask for. */
const METRIC_NM: readonly (readonly [keyMm: number, torqueNm: number])[] = [
  [2, 1],
  [2.5, 2],
  [3, 4],
  [4, 8.5],
  [5, 17],
  [6, 28],
  [8, 54],
]
/** What a key in inches must stand, Nm per mm³ of its width, and how much of it a screw is given. ISO 2936 carried over; engineering practice. */
const PER_CUBE = 0.24
const USE = 0.9

/**
 * Torque of a set screw with a hexagon socket, Nm, by the key that fits it, mm: metric keys by table, keys in inches by nine tenths of
 * 0.24 Nm per mm³ of width. Range: the widths of `SET_SCREW_KEYS`. Sources: engineering practice; ISO 2936 for what an inch key stands.
 * @throws InputError for a width that is none of them
 */
export function setScrewTorque(input: { keyMm: number }): Result<{ torqueNm: number }> {
  const key = SET_SCREW_KEYS.find((k) => Math.abs(k.keyMm - input.keyMm) < 0.005)
  if (!key) throw new InputError('keyMm', String(input.keyMm), SET_SCREW_KEYS.map((k) => k.keyMm).join(', ') + ' mm')
  const metric = METRIC_NM.find(([mm]) => mm === key.keyMm)
  const torqueNm = metric ? metric[1] : USE * PER_CUBE * key.keyMm ** 3
  const sheet = new Derivation()
  if (metric) sheet.step('M', 'torque of the screw', 'table by width', `s ${short(key.keyMm)} mm`, torqueNm, 'Nm', 'engineering practice')
  else
    sheet.step(
      'M',
      'torque of the screw',
      '0.9 · 0.24 s³',
      `0.9 · 0.24 · ${short(key.keyMm)}³`,
      torqueNm,
      'Nm',
      'ISO 2936, engineering practice',
    )
  sheet.caution('note', 'torque-of-the-manual')
  return sheet.result({ torqueNm })
}

/** Width of a key by its name, mm. Source: the table. @throws InputError for another name */
export function keyMmOf(name: SetScrewKey): number {
  const row = SET_SCREW_KEYS.find((k) => k.name === name)
  if (!row) throw new InputError('key', name, SET_SCREW_KEY_NAMES.join(', '))
  return row.keyMm
}
