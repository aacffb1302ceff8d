import { FAMILY_LABEL } from '../../../core/bearing/families.js'
import { FORMS, type FormName } from '../../../core/bearing/construction-forms.js'
import type { Quantity } from '../../../core/units/quantities.js'
import type { RackLine } from '../../workers/rack.worker.js'

/** A column of the rack's table. */
export interface RackColumn {
  key: string
  label: string
  width: string
  sort: (line: RackLine) => number | string
  quantity?: Quantity
  decimals?: number
  words?: (line: RackLine) => string
}

const figure = (key: keyof RackLine, label: string, quantity: Quantity, decimals?: number, width = '7.2rem'): RackColumn => ({
  key,
  label,
  width,
  quantity,
  decimals,
  sort: (line) => line[key] as number,
})
const text = (key: string, label: string, width: string, words: (line: RackLine) => string): RackColumn => ({
  key,
  label,
  width,
  words,
  sort: words,
})

export const RACK_COLUMNS: readonly RackColumn[] = [
  text('family', 'Family', '14rem', (l) => FAMILY_LABEL[l.family]),
  text('form', 'Form', '13rem', (l) => FORMS[l.form as FormName].label),
  figure('boreMm', 'Bore', 'length', 2),
  figure('outsideMm', 'Outside', 'length', 2),
  figure('widthMm', 'Width', 'length', 2),
  figure('dynamicRatingN', 'C', 'force', 1, '6rem'),
  figure('staticRatingN', 'C0', 'force', 1, '6rem'),
  figure('fatigueLoadLimitN', 'Cu', 'force', 2, '6rem'),
  figure('massKg', 'Mass', 'mass', 3, '6.4rem'),
  figure('greaseSpeedRpm', 'Speed, grease', 'speed', 0, '8.6rem'),
  figure('oilSpeedRpm', 'Speed, oil', 'speed', 0, '7.4rem'),
  text('boreTaper', 'Bore taper', '7rem', (l) => l.boreTaper ?? ''),
  text('closures', 'Closures', '10rem', (l) =>
    l.closures
      .filter((c) => c !== 'open')
      .map((c) => c.replace('-', ' '))
      .join(', '),
  ),
  { key: 'stock', label: 'On shelf', width: '6.4rem', words: (l) => (l.stock ? String(l.stock) : ''), sort: (l) => -l.stock },
]
export const FIRST_COLUMNS = ['family', 'boreMm', 'outsideMm', 'widthMm', 'dynamicRatingN', 'staticRatingN', 'massKg', 'stock']
