import type { StepView } from '../../../contract/card-parts.js'
import type { PositionView, ShaftLineView } from '../../../contract/lines.js'
import { LINE, positionOf, type Scope } from '../../../core/card/answers.js'
import type { Station } from '../../../core/procedure/rolling.js'
import type { LineContext, PlantContext, PositionPast } from '../../../core/card/context.js'
import type { CardEvaluation } from '../../../core/card/rolling-stations.js'
import { resultScope } from '../../../core/card/results.js'
import type { StepState } from '../../../core/card/signing.js'
import type { Bearing } from '../../../core/bearing/bearing.js'
import type { MarkedCard } from './marked.js'
import { HOLDING_NOT_RECORDED, withOuterHeld } from '../../../core/line/records.js'

/**
 * Reading of what was stored before a card was that of a shaft line: one bearing, at the drive end or the other. Nothing
 * stored is changed; it is led forward each time it is read.
 */

/** What a card of one bearing knew. */
interface EndContext {
  end: 'drive' | 'non-drive'
  other: Bearing | null
  plant: PlantContext
  past: PositionPast
}

interface EndPosition {
  id: number
  name: string
  end: 'drive' | 'non-drive'
  stationMm: number
  held: boolean | null
  fitted: PositionView['places'][number]['fitted']
  row: Bearing | null
  lubrication: PositionView['lubrication']
  life: PositionView['places'][number]['life']
}

export interface OneBearingCard {
  coreVersion: string
  evaluation: CardEvaluation
  states: StepState[]
  steps: StepView[]
  position: EndPosition
  other: EndPosition | null
  carries: string
}

export type StoredContext = LineContext | EndContext

const codeAt = (end: 'drive' | 'non-drive'): Scope => (end === 'drive' ? 'p1' : 'p2')

/** What a card knew, whenever it was stored; `line` lends the names of its positions. */
export function readContext(stored: StoredContext, line: ShaftLineView): LineContext {
  if ('positions' in stored) return stored
  const { plant, past, other } = stored
  const own = codeAt(stored.end)
  const { removed, causes, grease, daysSinceGrease, intervalDays, bothEndsHeld } = past
  const before = bothEndsHeld === null ? null : bothEndsHeld
  return {
    plant: { ...plant, ownRows: plant.ownRows ?? [] },
    line: { orientation: 'horizontal', carries: line.carries },
    positions: line.positions.map(({ code, name, alongMm }) => {
      const row = code === own ? null : other
      const fitted = code === own ? removed?.designation : row?.designation
      return {
        code,
        name,
        alongMm,
        held: before,
        places: [
          {
            code: `${code}.1`,
            designation: fitted ?? null,
            row,
            set: null,
            past: code === own ? { removed, causes } : { removed: null, causes: [] },
          },
        ],
        past: code === own ? { grease, daysSinceGrease, intervalDays } : { grease: null, daysSinceGrease: null, intervalDays: null },
      }
    }),
    onCard: [`${own}.1`],
  }
}

const LINE_STEPS = ['isolate', 'guards', 'release']
const POSITION_STEPS = ['fill', 'clean-out']
const stepKey = (key: string, place: Scope) =>
  `${LINE_STEPS.includes(key) ? LINE : POSITION_STEPS.includes(key) ? positionOf(place) : place}/${key}`
const figureKey = (key: string, place: Scope) => `${resultScope(key.split('.')[0] as Station, place, place)}/${key}`

function position(of: EndPosition): PositionView {
  const code = codeAt(of.end)
  return {
    id: of.id,
    code,
    name: of.name,
    alongMm: of.stationMm,
    held: of.held,
    places: [
      {
        id: of.id,
        code: `${code}.1`,
        set: null,
        fitted: of.fitted,
        row: of.row,
        holding: of.held === null ? HOLDING_NOT_RECORDED : withOuterHeld(HOLDING_NOT_RECORDED, of.held),
        shaftSeat: { kind: 'not-recorded' },
        housingSeat: { kind: 'not-recorded' },
        life: of.life,
        openJobId: null,
      },
    ],
    lubrication: of.lubrication,
  }
}

const HOLDING = { drive: 'one', 'non-drive': 'one', both: 'several', none: 'none' } as const
type EndHolding = keyof typeof HOLDING

/** Such a card as one of its line. */
export function fromOneBearing(stored: OneBearingCard, line: ShaftLineView, context: LineContext): MarkedCard {
  const place = `${codeAt(stored.position.end)}.1`
  const { identify, arrange, fit, lubricate, inspect } = stored.evaluation
  const { thisSlides, floatNeededMm: _figure, ...kept } = arrange as typeof arrange & { thisSlides: boolean; floatNeededMm: number | null }
  const was = arrange.holding as EndHolding | null
  const holders = was === 'both' ? ['p1', 'p2'] : was === 'drive' ? ['p1'] : was === 'non-drive' ? ['p2'] : []
  // What such a card did not know yet is as not known, and every figure stays as it was.
  const evaluation: CardEvaluation = {
    ...stored.evaluation,
    identify: { ...{ typedDesignation: null, parts: null, pairing: null }, ...identify },
    fit: { ...{ sleeve: null }, ...fit },
    arrange: {
      ...kept,
      holding: was && HOLDING[was],
      holders,
      sliding: thisSlides ? [positionOf(place)] : [],
      float: {},
      floatShort: null,
    },
    lubricate: { ...{ applies: true, kept: null }, ...lubricate },
    inspect: { ...{ hoursRun: null }, ...inspect },
  }
  const positions = [stored.position, ...(stored.other ? [stored.other] : [])].map(position).sort((a, b) => a.alongMm - b.alongMm)
  return {
    coreVersion: stored.coreVersion,
    evaluation: { order: [{ place, lead: place }], places: { [place]: evaluation } },
    states: stored.states.map((s) => ({ ...s, key: stepKey(s.key, place) })),
    steps: stored.steps.map((s) => ({
      ...s,
      key: stepKey(s.key, place),
      restedOn: s.restedOn && Object.fromEntries(Object.entries(s.restedOn).map(([key, v]) => [figureKey(key, place), v])),
    })),
    line: { ...line, carries: stored.carries, positions },
    context,
  }
}
