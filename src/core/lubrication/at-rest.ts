import { Derivation, inRange, type Result } from '../result.js'
import { amount } from '../words/message.js'
import { factorOf, manualSchool, sideQuantityG, type RegreasingValues, type SchoolInterval } from './regreasing.js'
import { CONTAMINATION, MOISTURE, type Contamination, type Moisture } from './tables.js'

/** Months after which grease is pressed through where nothing turns, clean and dry. Engineering practice. */
const MONTHS = { stands: 12, swings: 6 }
const HOURS_A_MONTH = 730.5
/** However dirty and wet: oftener than this it is a matter of seals. Engineering practice. */
const LEAST_MONTHS = 0.5

export interface AtRestInput {
  kind: 'stands' | 'swings'
  outsideMm: number
  widthMm: number
  contamination: Contamination
  moisture: Moisture
  /** Hours a day, for an interval in hours of duty; 24 when not given. */
  hoursPerDay?: number
  /** Interval of the machine maker's manual, h. */
  manualIntervalH?: number
}

/**
 * Regreasing of a bearing that stands or swings: by the calendar, 12 or 6 months clean and dry, shortened by the factors of dirt and
 * moisture of the interval formula, in hours of duty; as much as a turning one takes. Lengths mm, hours a day above 0 to 24.
 * @throws InputError outside. Source: engineering practice; the interval formula speaks of turning bearings only.
 */
export function regreasingAtRest(input: AtRestInput): Result<Omit<RegreasingValues, 'factors'>> {
  const sheet = new Derivation()
  const hoursPerDay = inRange('hoursPerDay', input.hoursPerDay ?? 24, 0, 24, 'h', true)
  const Fc = factorOf('contamination', CONTAMINATION, input.contamination)
  const Fm = factorOf('moisture', MOISTURE, input.moisture)
  const months = Math.max(LEAST_MONTHS, MONTHS[input.kind] * Fc * Fm)
  const intervalH = (months * HOURS_A_MONTH * hoursPerDay) / 24
  sheet.step(
    'm',
    'months',
    `${MONTHS[input.kind]} Fc Fm`,
    `${MONTHS[input.kind]} · ${Fc} · ${Fm}`,
    months,
    '',
    'engineering practice: by the calendar',
  )
  sheet.step(
    't',
    'interval in hours of duty',
    'm · 730.5 · h / 24',
    `${months} · ${HOURS_A_MONTH} · ${hoursPerDay} / 24`,
    intervalH,
    'h',
    'engineering practice',
  )
  const { side, centre } = sideQuantityG(input.outsideMm, input.widthMm, sheet)
  const schools: SchoolInterval[] = [
    manualSchool(input.manualIntervalH),
    {
      school: 'interval-formula',
      intervalH,
      note: `The formula speaks of bearings that turn; one that ${input.kind} is greased by the calendar, so that fresh grease comes where the elements rest.`,
    },
    { school: 'grease-life', intervalH: null, note: 'Speaks for bearings that turn only.' },
    {
      school: 'condition',
      intervalH,
      note: 'When it creaks, moves hard or the grease that comes out is dark; the calendar stays the longest wait.',
    },
  ]
  sheet.caution('note', 'grease-at-rest', { months: amount(months * 30.4, 'days') }, Math.round(months))
  return sheet.result({ intervalH, governingIntervalH: intervalH, quantityG: side, centreQuantityG: centre, schools })
}
