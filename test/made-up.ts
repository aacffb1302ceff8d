import { LINE, keyOf, stationAnswers, type LineAnswers } from '../src/core/card/answers.js'
import type { LineContext } from '../src/core/card/context.js'
import type { Evaluated } from '../src/core/card/evaluated.js'
import { FIELD_TABLES, flag, number } from '../src/core/card/fields.js'
import { putStep } from '../src/core/card/line-step.js'
import { CARD_PROCEDURES, type CardProcedure } from '../src/core/card/procedures.js'
import { StationBuilder, type StationResult } from '../src/core/card/station.js'
import type { PlanStep } from '../src/core/card/steps/plan-step.js'
import type { Procedure } from '../src/core/procedure/procedure.js'
import { PROCEDURES } from '../src/core/procedure/procedures.js'
import type { Station } from '../src/core/procedure/rolling.js'
import { amount, phrase } from '../src/core/words/message.js'

/** A way of working that no plant has: the gap of a cover at each place, and a hand-over of the line. Two stations, two kinds of step. */

const [COVER, HANDOVER] = ['cover', 'handover'] as unknown as [Station, Station]
/** The most that the cover may stand off, mm. */
export const MOST_MM = 0.5

const LOOK_OVER: Procedure<Station> = {
  name: 'look-over',
  version: 3,
  ends: 'handed-over',
  stations: [
    { name: COVER, title: 'Cover', level: 'place', answers: 'Whether the cover sits.', prints: ['gapMm'] },
    { name: HANDOVER, title: 'Hand over', level: 'line', needs: [COVER], prints: ['covers'] },
  ],
}

type Of = { cover: StationResult & { steps: PlanStep[] }; handover: StationResult & { steps: PlanStep[] } }

function coverAt(answers: LineAnswers, place: string): Of['cover'] {
  const { gapMm, dirty } = stationAnswers(answers, COVER, place) as unknown as { gapMm: number | null; dirty: boolean }
  const out = new StationBuilder(COVER)
  const hero = out.figure('gapMm', 'Gap of the cover', gapMm, 'length', null)
  const steps: PlanStep[] = [
    {
      ...{ key: 'closed', title: 'Close the cover', doing: 'Wipe both faces and turn the screws down crosswise.', tools: ['spanner'] },
      fields: [{ key: 'leftMm', label: 'Gap that is left', kind: 'number', quantity: 'length', max: MOST_MM }],
      restsOn: ['cover.gapMm'],
    },
  ]
  const open = gapMm === null
  if (dirty) out.refuse('dirty', 'Clean it first.')
  return {
    ...out.close(
      open ? 'Measure it with a feeler.' : phrase`It stands off by ${amount(gapMm, 'length')}.`,
      open ? { word: 'open', level: 'open' } : gapMm > MOST_MM ? { word: 'too far', level: 'caution' } : { word: 'sits', level: 'good' },
      hero,
      open ? 'not measured' : phrase`${amount(gapMm, 'length')}`,
    ),
    ...(open && { missing: [{ field: 'gapMm', label: 'Gap of the cover' }] }),
    steps: open ? [] : steps,
  }
}

const lookOver: CardProcedure<Evaluated<Of>> = {
  evaluate: (answers: LineAnswers, { onCard }: LineContext) => {
    const covers = onCard.map((place) => coverAt(answers, place))
    const known = covers.filter((c) => c.hero!.value !== null).length
    const out = new StationBuilder(HANDOVER)
    const hero = out.figure('covers', 'Covers that were looked at', known, 'text', null)
    const all = known === covers.length
    const handover: Of['handover'] = {
      ...out.close(
        'Everybody is out.',
        { word: all ? 'ready' : 'open', level: all ? 'good' : 'open' },
        hero,
        `${known} of ${covers.length}`,
      ),
      steps: all
        ? [
            {
              key: 'handed-over',
              title: 'Hand it over',
              doing: 'Tell the shift.',
              tools: [],
              fields: [],
              restsOn: ['handover.covers'],
              waitsForAll: true,
            },
          ]
        : [],
    }
    return {
      order: onCard.map((place) => ({ place, lead: place })),
      places: Object.fromEntries(onCard.map((place, i) => [place, { cover: covers[i]!, handover }])),
    }
  },
  plan: ({ order, places }) => [
    ...order.flatMap((at) => places[at.place]!.cover.steps.map((s) => putStep(s, at.place, at, COVER, at.place))),
    ...order.slice(0, 1).flatMap((at) => places[at.place]!.handover.steps.map((s) => putStep(s, LINE, at, HANDOVER, LINE))),
  ],
}

export const GAP_AT = (place: string) => keyOf(place, COVER, 'gapMm')

/** It is there until it is taken away again: one line in each list. */
export function addMadeUp(): () => void {
  PROCEDURES.push(LOOK_OVER)
  CARD_PROCEDURES[LOOK_OVER.name] = lookOver as unknown as CardProcedure
  FIELD_TABLES[COVER] = { gapMm: number('place', 'Gap of the cover', 'length'), dirty: flag('place', 'Dirty') }
  return () => {
    PROCEDURES.pop()
    delete CARD_PROCEDURES[LOOK_OVER.name]
    delete FIELD_TABLES[COVER]
  }
}
