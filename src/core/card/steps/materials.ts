import type { StepName } from '../../procedure/steps.js'
import type { StepContext } from './step.js'

/** What a step uses up besides its tools; one row a step. Engineering practice. */

type Materials = readonly string[] | null

const CLOTH = ['lint-free cloth', 'solvent']
const THIN_OIL = ['thin oil for the seat']

/** What cools, by how cold it is to be, °C; a freezer uses nothing up. */
const cooledBy = (c: number): Materials => (c < -100 ? ['liquid nitrogen'] : c < -30 ? ['dry ice'] : null)
const outer = ({ situation, ringToC }: StepContext) =>
  situation.outer === 'chill' ? cooledBy(ringToC) : situation.outer === 'press' ? THIN_OIL : null

const MATERIALS: Partial<Record<StepName, (c: StepContext) => Materials>> = {
  seat: () => CLOTH,
  bore: () => CLOTH,
  base: () => ['shims'],
  'outer-in': outer,
  house: outer,
  press: () => THIN_OIL,
  'press-both': () => THIN_OIL,
  heat: ({ heater }) => (heater === 'oil-bath' ? ['clean oil of a high flash point'] : null),
  chill: ({ chillToC }) => cooledBy(chillToC),
  slip: () => ['dry cloth', 'thin oil'],
  oil: () => ['mounting oil'],
  'slide-on': () => THIN_OIL,
  bond: () => ['retaining compound', 'solvent'],
  seal: () => ['new seal'],
  'nut-lock': () => ['new tab washer or clip'],
  pin: ({ hub }) => (hub?.lock === 'castellated' ? ['new split pin'] : hub?.lock === 'washer' ? ['new lock washer'] : null),
  nut: () => ['new tab washer or clip'],
  arbor: () => THIN_OIL,
  'shaft-in': () => ['clean oil'],
  zero: () => ['oil for the thread and the face of the nut'],
  drive: ({ situation }) => (situation.hydraulic ? ['mounting oil'] : null),
  lock: () => ['new tab washer or clip'],
  'end-plate': () => ['oil for the threads'],
  cap: () => ['seals', 'sealant for the joint where its sheet asks for it'],
}

/** What a step uses up; null where it uses nothing. No unit. Source: the table. */
export const materialsOf = (step: StepName, c: StepContext): Materials => MATERIALS[step]?.(c) ?? null
