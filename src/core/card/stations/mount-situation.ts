import { racewayClasses } from '../../fits/raceway.js'
import type { HeldBy } from '../../arrangement/holding.js'
import type { Bearing } from '../../catalogue/catalogue.js'
import { formOf, isDrawnCup } from '../../bearing/construction-forms.js'
import { clearanceFrom } from '../../fits/clearance-group.js'
import type { ClearanceGroup } from '../../bearing/clearance.js'
import { canSlide } from '../../fits/fit.js'
import { opposes, type SetOfBearings } from '../../life/set-of-bearings.js'
import { shaftHold } from '../../catalogue/sleeves.js'
import { takeOffWays, type Held, type Onto, type Situation } from '../../mounting/plan.js'
import type { OuterWay, TakeOffWay } from '../../mounting/ways.js'
import type { CardAnswers } from '../answers.js'
import type { PlanStep } from '../steps/plan-step.js'
import { planSteps } from '../steps/steps-of.js'
import type { StepContext } from '../steps/step.js'
import { STAND_IN_BLOCKS, blockFillG, blockFor, blockMassKg, locatingRings, oilLevelMm, widthInBlockMm } from '../../parts/blocks.js'
import type { FitStationResult } from './fit.js'
import { boughtUm } from './fit-drive-up.js'
import type { FitSeat } from './fit-seats.js'

/** What a card says of how a place is mounted, and the steps that follow from it. */

/** What the records and the rest of the card say of a place. */
export interface AtPlace {
  /** What stands there by the records; null where nothing is recorded. */
  standing: Bearing | null
  /** Something stands there, be it listed or not. */
  fitted: boolean
  /** Of two that are set against each other this is where it is done. */
  sets: boolean
  /** The end of a hub or wheel that it stands at; null where it is none. */
  hub: Situation['hub']
  /** It is sealed or shielded. */
  closed: boolean
}
/** A place of which nothing is known but what goes in. */
export const BARE_PLACE: AtPlace = { standing: null, fitted: false, sets: true, hub: null, closed: false }

/** What a bearing without inner ring is to a plan. */
const ringless = (row: Bearing): Held => (formOf(row).outerRing === false ? 'cage' : isDrawnCup(row) ? 'cup' : 'ring')

/** What holds the inner ring, as a plan sees it; null while that is not settled. */
export function heldOf(
  row: Bearing | null,
  { hold }: FitStationResult,
  unlisted: string | null,
  { hub }: AtPlace = BARE_PLACE,
): Held | null {
  if (!row) return unlisted ? 'unlisted' : null
  if (hub && hold === 'fit') return 'hub'
  return hold === 'none' ? ringless(row) : hold
}

/** How the old one comes off: every way, the first choice first, and the one that counts; null where nothing is to come off. Grip in µm. Source: as `takeOffWays`. */
export function comesOff(
  { mount }: CardAnswers,
  row: Bearing | null,
  held: Held,
  gripUm: number,
  at: AtPlace,
): { takeOff: TakeOffWay[]; way: TakeOffWay | null } {
  const old = at.standing
  const under = old ? shaftHold(old) : null
  const was = !old || !under ? held : at.hub ? 'hub' : under === 'none' ? ringless(old) : under
  const of = old ?? row
  const takeOff = takeOffWays({ held: was, separable: of !== null && formOf(of).separable, boreMm: of?.boreMm ?? 0, gripUm })
  const said = mount.takeOff
  return { takeOff, way: said === 'none' ? null : (said ?? (at.fitted ? takeOff[0]! : null)) }
}

/** What clamps the inner ring beside its fit: what it stands against at Arrange, the shoulder left out. */
const RETAINERS: Partial<Record<HeldBy, Situation['retained'][number]>> = { nut: 'nut', cover: 'end-plate', 'snap-ring': 'snap-ring' }

/** How an outer ring that its housing grips gets in: a small one by press, a large one or one in light alloy into a warmed housing. */
function outerWay(answers: CardAnswers, row: Bearing): OuterWay {
  return row.outsideMm > 80 || answers.arrange.housingMaterial === 'aluminium' ? 'warm' : 'press'
}
/** Whether a housing grips its ring so that it does not go in by hand. */
const grips = (housing: FitSeat | null): boolean => !!housing?.grip && housing.grip.maxInterferenceUm > 0 && !canSlide(housing.grip)

/** What one slot of the nut of a hub makes of its end play, µm; null while thread and slots are not said. Source: geometry of the thread. */
export const hubSlotUm = ({ mount }: CardAnswers): number | null =>
  mount.hubPitchMm !== null && mount.hubSlots !== null && mount.hubPitchMm > 0 ? (1000 * mount.hubPitchMm) / mount.hubSlots : null

/** Everything that decides which steps there are. */
export function situationOf(
  answers: CardAnswers,
  row: Bearing | null,
  fitted: FitStationResult,
  held: Held,
  inner: Onto,
  set: SetOfBearings,
  at: AtPlace = BARE_PLACE,
): Situation {
  const { mount, arrange, fit } = answers
  const ends = [arrange.innerLeft, arrange.innerRight].flatMap((end) => (end && RETAINERS[end]) ?? [])
  return {
    ...{ held, inner, family: row?.family ?? null, count: set.count, hydraulic: mount.hydraulic },
    takeOff: comesOff(answers, row, held, Math.max(0, fitted.shaft?.grip?.maxInterferenceUm ?? 0), at).way,
    hub: held === 'hub' ? at.hub : null,
    standsIn: mount.standsIn ?? (fit.split ? 'split' : 'machine'),
    suspect: mount.handled !== null,
    // A ring that is loose in its housing needs no force and no heat, whatever was chosen for another.
    outer: row && grips(fitted.housing) ? (mount.outerMethod ?? outerWay(answers, row)) : 'push',
    separable: row !== null && formOf(row).separable,
    seated: Boolean(fitted.housing?.grip),
    retained: [...new Set(ends)],
    rings: [arrange.outerLeft, arrange.outerRight].includes('locating-ring'),
    sets: at.sets && opposes(row, set),
  }
}

/** What the drive-up of a tapered bore is done by; null where Fit has no figures of it. */
export function driveOf(answers: CardAnswers, row: Bearing, fitted: FitStationResult): StepContext['drive'] {
  const of = (name: string) => fitted.figures.find((f) => f.key === `fit.${name}`)?.value ?? null
  const ranges = ['reductionUm', 'travelMm', 'nutAngleDeg'].map(of)
  if (!ranges.every((r) => Array.isArray(r))) return null
  const [reductionUm, travelMm, angleDeg] = ranges as (readonly [number, number])[]
  const left = of('leastLeftUm')
  return {
    by: answers.mount.driveBy ?? (row.family === 'self-aligning-ball' ? 'angle' : 'reduction'),
    ...{ reductionUm: reductionUm!, travelMm: travelMm!, angleDeg: angleDeg! },
    leastLeftUm: typeof left === 'number' ? left : null,
  }
}

function boughtRange(row: Bearing, group: ClearanceGroup): readonly [number, number] | null {
  const bought = boughtUm(row, group)
  return bought && [bought.minUm, bought.maxUm]
}

/** The split block that its sizes ask for, with the rings that hold it in its seat as measured, else as planned; null where no plan has one. */
export function blockOf(row: Bearing, onSleeve: boolean, { mount }: CardAnswers): StepContext['block'] {
  const block = STAND_IN_BLOCKS.includes(row.family) ? blockFor(row, onSleeve) : null
  return (
    block && {
      name: block.name,
      rings: locatingRings({ ...block, seatWideMm: mount.blockSeatMm ?? block.seatWideMm }, widthInBlockMm(row)),
      measured: mount.blockSeatMm !== null,
      oilMm: oilLevelMm(block, row.pitchDiameterMm),
      fillG: blockFillG(block),
      massKg: blockMassKg(block),
    }
  )
}

/** What was tried of the shims, and what the manual wants to turn a preloaded pair. */
function settingTrial({ measuredPlayUm, trialShimMm, shimSide, turnFromNm, turnToNm }: CardAnswers['arrange']) {
  const tried = measuredPlayUm !== null && trialShimMm !== null && shimSide !== null
  return {
    trial: tried ? { shimMm: trialShimMm, playMm: measuredPlayUm / 1000, side: shimSide } : null,
    turningNm:
      turnFromNm !== null && turnToNm !== null ? ([Math.min(turnFromNm, turnToNm), Math.max(turnFromNm, turnToNm)] as const) : null,
  }
}

/** The steps of a place, once what holds its ring is known. */
export function planned(
  answers: CardAnswers,
  row: Bearing | null,
  fitted: FitStationResult,
  situation: Situation,
  set: SetOfBearings,
  unlisted: string | null,
  more: Partial<StepContext> = {},
): PlanStep[] {
  const { group, shaft, housing, sleeve, recommended } = fitted
  const { held } = situation
  const onTaper = held === 'sleeve' || held === 'taper'
  return planSteps({
    ...{
      situation,
      row,
      unlisted,
      shaft,
      housing,
      set,
      heat: null,
      heater: answers.mount.heater ?? 'induction',
      forceN: null,
      outerForceN: null,
      housingC: null,
      endBolt: null,
      setScrewNm: null,
    },
    group: held === 'ring' || held === 'cup' || held === 'cage' ? null : group,
    sleeve: held === 'sleeve' ? sleeve : null,
    ...{ limitC: answers.mount.limitC, chillToC: answers.mount.chillToC, ringToC: answers.mount.chillToC },
    drive: row && onTaper ? driveOf(answers, row, fitted) : null,
    boughtUm: row && onTaper && group && clearanceFrom(row) === 'table' ? boughtRange(row, group) : null,
    classes: row && racewayClasses(row, recommended),
    outerTurns: answers.duty.turningRing === 'outer',
    setting: null,
    hub: held === 'hub' ? { lock: answers.mount.hubLock, slotUm: hubSlotUm(answers) } : null,
    remedies: { shaft: answers.fit.shaftRemedy, housing: answers.fit.housingRemedy },
    ...settingTrial(answers.arrange),
    tools: {},
    ...{ drift: answers.mount.drift, drying: answers.mount.drying, handled: answers.mount.handled, wrappedMin: null },
    block: row && fitted.housing ? blockOf(row, held === 'sleeve', answers) : null,
    ...more,
  })
}
