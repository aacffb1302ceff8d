import { InputError, type Caution, type Result, type Sheet, type WorkingStep } from '../result.js'
import type { Quantity } from '../units/quantities.js'
import { phrase, type Message, type Params, type Words } from '../words/message.js'
import type { Scope } from './answers.js'

/** A figure of the card: the value in core units, how it is shown, and how it came about. */
export interface Figure {
  /** Station and name, e.g. `fit.clearance`; other stations and signed steps refer to it by this. */
  key: string
  label: Words
  /** A number, a range [low, high], or words; null while something it needs is missing. */
  value: number | readonly [number, number] | string | null
  quantity: Quantity
  /** Overrides the usual rounding of the quantity. */
  decimals?: number
  /** A tolerance or a few words behind the figure. */
  note?: Words
  working: WorkingStep[]
  assumptions: string[]
}

/** Something that must be found out; stays on the card until answered. */
export interface Question extends Message {
  station: string
  /** What was asked and why, as it stood when a card was closed; else it follows from code and parameters. */
  text?: Words
  why?: Words
}

export interface StationCaution extends Caution {
  station: string
}

export interface Verdict {
  word: string
  level: 'good' | 'caution' | 'stop' | 'open'
}

/** An answer without which a station is not complete: the field that takes it; of a thing on the shaft its id and field. */
export interface Missing {
  field: string
  label: Words
  /** Where it is answered, where that is not the place in hand. */
  scope?: Scope
}

export interface StationResult {
  station: string
  /** One sentence why the figures are as they are. */
  reason: Words
  verdict: Verdict
  /** The hero figure. */
  hero: Figure | null
  figures: Figure[]
  cautions: StationCaution[]
  questions: Question[]
  /** Refused input, by field of the station's answers, beside which it is shown. */
  fieldErrors: Record<string, Words>
  /** What is missing, in the order of its fields; not there in older closed cards, nor where nothing is. */
  missing?: Missing[]
  /** Short text under the journal of the work line. */
  headline: Words
}

/** What is missing in one sentence, for paper. No unit. Source: none. */
export const missingWords = (missing: readonly Missing[]): Words => phrase`Missing: ${missing.map((m) => m.label)}.`

/** Gathers a station's result while its calculations run. */
export class StationBuilder {
  private readonly figures: Figure[] = []
  private readonly cautions: StationCaution[] = []
  private readonly questions: Question[] = []
  private readonly fieldErrors: Record<string, Words> = {}

  constructor(private readonly station: string) {}

  /** Runs a calculation; a refusal becomes a message beside its field and the figure stays open. */
  attempt<V>(run: () => Result<V>, fieldOf: Record<string, string> = {}): Result<V> | null {
    try {
      const result = run()
      result.cautions.forEach((c) => this.caution(c))
      return result
    } catch (error) {
      if (!(error instanceof InputError)) throw error
      this.fieldErrors[fieldOf[error.field] ?? error.field] = sentence(error.allowed)
      return null
    }
  }

  figure(
    name: string,
    label: Words,
    value: Figure['value'],
    quantity: Quantity,
    from: Pick<Sheet, 'working' | 'assumptions'> | null,
    more: Partial<Pick<Figure, 'decimals' | 'note'>> = {},
  ): Figure {
    const figure: Figure = {
      key: `${this.station}.${name}`,
      label,
      value,
      quantity,
      working: from?.working ?? [],
      assumptions: from?.assumptions ?? [],
      ...more,
    }
    this.figures.push(figure)
    return figure
  }

  caution(caution: Caution): void {
    if (!this.cautions.some((c) => c.code === caution.code)) this.cautions.push({ ...caution, station: this.station })
  }

  warn(level: Caution['level'], code: string, params: Params = {}, figure?: number | string): void {
    this.caution({ level, code, params, figure })
  }

  ask(code: string, params: Params = {}): void {
    this.questions.push({ code, station: this.station, params })
  }

  refuse(field: string, message: Words): void {
    this.fieldErrors[field] = message
  }

  hasStop(): boolean {
    return this.cautions.some((c) => c.level === 'stop') || Object.keys(this.fieldErrors).length > 0
  }

  /** A stop among the cautions or a refused value outweighs every other verdict. */
  close(reason: Words, verdict: Verdict, hero: Figure | null, headline: Words): StationResult {
    const stopped = this.cautions.some((c) => c.level === 'stop')
    const refused = Object.keys(this.fieldErrors).length > 0
    const final: Verdict = refused
      ? { word: 'a value is refused', level: 'stop' }
      : stopped && verdict.level !== 'stop'
        ? { word: 'stop', level: 'stop' }
        : verdict
    return {
      station: this.station,
      reason,
      verdict: final,
      hero,
      figures: this.figures,
      cautions: this.cautions,
      questions: this.questions,
      fieldErrors: this.fieldErrors,
      headline,
    }
  }
}

function sentence(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1) + '.'
}
