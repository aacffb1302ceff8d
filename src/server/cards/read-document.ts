import type { JobLine } from '../../contract/cards.js'
import { FINISHED_VERSION, type FinishedCard } from '../../contract/finished.js'
import type { ShaftLineView } from '../../contract/lines.js'
import type { LineContext } from '../../core/card/context.js'
import { fromEvaluated, type Around, type EvaluatedCard } from './earlier/evaluated.js'
import { fromFirstDocument, type FirstDocument } from './earlier/first-document.js'
import { fromMarked, type MarkedCard } from './earlier/marked.js'
import { fromOneBearing, type OneBearingCard } from './earlier/one-bearing.js'

/** Closed cards read from documents of every version. */

/** As a card is called where it is written down. */
export const aboutOf = ({ number, reason, machineCode, machineName, where }: JobLine, plant: string): FinishedCard['about'] => ({
  ...{ number, reason, machineCode, machineName, where, plant },
})

export type StoredCard = FinishedCard | FirstDocument | EvaluatedCard | MarkedCard | OneBearingCard

/** What a closed card said, in whatever version it was stored: led forward one step each. Nothing stored is changed. */
export function readDocument(stored: StoredCard, line: ShaftLineView, context: LineContext | null, around: Around): FinishedCard {
  if ('version' in stored && stored.version === FINISHED_VERSION) return stored
  if ('version' in stored && stored.version === 3) return fromFirstDocument(stored, around.answers)
  const two =
    'version' in stored && stored.version === 2 ? stored : fromMarked(ofLine(stored as MarkedCard | OneBearingCard, line, context))
  return fromFirstDocument(fromEvaluated(two, around), around.answers)
}

const ofLine = (stored: MarkedCard | OneBearingCard, line: ShaftLineView, context: LineContext | null): MarkedCard =>
  'context' in stored ? stored : fromOneBearing(stored, line, context!)
