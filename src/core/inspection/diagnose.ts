import { Derivation, InputError, inRange, short, type Result } from '../result.js'
import { CAUSES, type Cause, type CauseRow } from './causes.js'
import { FACTS, type DiagnosisContext } from './context.js'
import { FINDINGS, FINDING_NAMES, PARTS, finding, findingWords, type Finding } from './findings.js'

export interface RankedCause {
  cause: Cause
  /** 0 to 1; the shares of all causes add to one. */
  share: number
  for: string[]
  against: string[]
}

export interface DiagnoseValues {
  /** Best first; those below one in a hundred are left out. */
  causes: RankedCause[]
  confidence: 'none' | 'clear' | 'likely' | 'close'
  /** The one further look that would separate the first two causes. */
  nextLook: string | null
  /** The finding that look is for, when it is one. */
  nextFinding: Finding | null
}

/** How often a cause shows a finding, by strength; what it does not make is seen with it by chance only. Engineering practice. */
const SEEN = { 0: 0.03, 1: 0.12, 2: 0.3, 3: 0.6 } as const
/** Two causes nearer than this are a tie and are said to be one. */
const CLOSE = 2
const CLEAR = 4
const SHOWN = 0.01
const NUMBERS: readonly (readonly [keyof DiagnosisContext, number, number])[] = [
  ['kappa', 0, 1000],
  ['hoursRun', 0, 1e7],
  ['ratingLifeH', 0, 1e12],
  ['operatingClearanceUm', -5000, 5000],
  ['temperatureC', -100, 600],
  ['regreasingRatio', 0, 1e6],
  ['loadRatio', 0, 100],
  ['creepMarginUm', -5000, 5000],
]

const chance = (cause: CauseRow, seen: Finding) => SEEN[cause.makes[seen] ?? 0]

/**
 * Ranked root causes from findings on a removed bearing and from what is known besides: prior of each cause, times how
 * often it makes each finding, times what each known fact does to it, shared out to one. Nothing seen: no diagnosis.
 * Two causes that lie close are said to be a tie, with the one further look that would separate them; a bearing that ran hot
 * to its end is never clear.
 * @throws InputError for an unknown finding or a context value out of range.
 * Source: damage modes by ISO 15243:2017; priors and shares are engineering practice (causes.ts, context.ts).
 */
export function diagnose(input: { findings: readonly Finding[]; context?: DiagnosisContext }): Result<DiagnoseValues> {
  const context = input.context ?? {}
  for (const name of input.findings) if (!FINDING_NAMES.includes(name)) throw new InputError('findings', name, 'a finding of the list')
  for (const [key, low, high] of NUMBERS) {
    const value = context[key]
    if (value !== undefined) inRange(`context.${key}`, value as number, low, high)
  }
  const seen = [...new Set(input.findings)]
  const sheet = new Derivation()
  if (!seen.length) {
    sheet.assume('Nothing is seen, so nothing is diagnosed.')
    return sheet.result({ causes: [], confidence: 'none' as const, nextLook: null, nextFinding: null })
  }
  const facts = FACTS.flatMap((rule) => rule.factors(context) ?? [])
  const scored = CAUSES.map((cause: CauseRow & { name: Cause }) => ({
    cause,
    score:
      seen.reduce((product, name) => product * chance(cause, name), cause.prior) *
      facts.reduce((product, fact) => product * (fact.causes[cause.name] ?? 1), 1),
  })).sort((a, b) => b.score - a.score)
  const total = scored.reduce((sum, s) => sum + s.score, 0)
  const all = scored.map(({ cause, score }) => ({ row: cause, ranked: reasons(cause, score / total, seen, facts) }))
  const shown = all.filter(({ ranked }) => ranked.share >= SHOWN)
  const [first, second] = all as [(typeof all)[number], (typeof all)[number]]
  const ratio = first.ranked.share / second.ranked.share
  const wreck = hotWreck(seen)
  const clear = ratio >= CLEAR && first.ranked.share >= 0.6 && !wreck
  const confidence = clear ? 'clear' : ratio >= CLOSE ? 'likely' : 'close'
  if (wreck) sheet.caution('caution', 'hot-wreck', {}, seen.length)
  working(sheet, first.row, seen, facts, first.ranked.share)
  const worn = seen.filter((name) => finding(name).scrap)
  if (worn.length) sheet.caution('caution', 'not-used-again', { seen: worn.map((name) => findingWords(name)).join('; ') }, worn.length)
  const next = nextLook(first.row, second.row, seen, context)
  return sheet.result({ causes: shown.map((s) => s.ranked), confidence, ...next })
}

/** Heat on the steel together with burnt grease or a broken cage: the end has wiped out the beginning. Engineering practice. */
function hotWreck(seen: readonly Finding[]): boolean {
  const any = (...names: Finding[]) => names.some((name) => seen.includes(name))
  return any('heat-colours', 'elements-heat') && any('cage-broken', 'grease-black')
}

type Known = { words: string; causes: Partial<Record<Cause, number>> }

function reasons(cause: CauseRow & { name: Cause }, share: number, seen: readonly Finding[], facts: readonly Known[]): RankedCause {
  const made = seen.filter((name) => cause.makes[name])
  const unexplained = seen.filter((name) => !cause.makes[name])
  return {
    cause: cause.name,
    share,
    for: [...made.map(findingWords), ...facts.filter((f) => (f.causes[cause.name] ?? 1) > 1).map((f) => f.words)],
    against: [
      ...unexplained.map((name) => `does not explain ${findingWords(name)}`),
      ...facts.filter((f) => (f.causes[cause.name] ?? 1) < 1).map((f) => f.words),
    ],
  }
}

function working(
  sheet: Derivation,
  cause: CauseRow & { name: Cause },
  seen: readonly Finding[],
  facts: readonly Known[],
  share: number,
): void {
  sheet.step(
    'p0',
    `before anything is seen: ${cause.label}`,
    'prior weight',
    `${cause.prior} of ${CAUSES.reduce((sum, c) => sum + c.prior, 0)}`,
    cause.prior,
    '',
    'engineering practice: shares of early failures',
  )
  for (const name of seen)
    sheet.step(
      'L',
      findingWords(name),
      'seen with this cause in so many of 100',
      cause.makes[name] ? 'made by it' : 'by chance only',
      chance(cause, name) * 100,
      '',
      'engineering practice, modes by ISO 15243:2017',
    )
  for (const fact of facts)
    if (fact.causes[cause.name])
      sheet.step('f', fact.words, 'multiplies its odds', 'rule', fact.causes[cause.name]!, '', 'engineering practice')
  sheet.step(
    'p',
    'share',
    'product over the sum of all causes',
    'all causes together are one',
    Number(short(share * 100, 3)),
    '%',
    'Bayes’ rule',
  )
}

/** The unseen finding or unknown fact whose answer tells the two causes apart best, weighed by how likely it is to be met. */
function nextLook(
  a: CauseRow & { name: Cause },
  b: CauseRow & { name: Cause },
  seen: readonly Finding[],
  context: DiagnosisContext,
): Pick<DiagnoseValues, 'nextLook' | 'nextFinding'> {
  const looks = FINDINGS.filter((f) => !seen.includes(f.name)).map((f) => {
    const [pa, pb] = [chance(a, f.name), chance(b, f.name)]
    return { value: Math.abs(Math.log(pa / pb)) * Math.max(pa, pb), finding: f.name, favours: pa > pb ? a : b, other: pa > pb ? b : a }
  })
  const asks = FACTS.filter((rule) => context[rule.key] === undefined).map((rule) => {
    const [fa, fb] = [rule.bears[a.name] ?? 1, rule.bears[b.name] ?? 1]
    return { value: Math.abs(Math.log(fa / fb)) * 0.5, rule }
  })
  const look = looks.reduce<(typeof looks)[number] | null>((best, l) => (!best || l.value > best.value ? l : best), null)
  const ask = asks.reduce<(typeof asks)[number] | null>((best, l) => (!best || l.value > best.value ? l : best), null)
  if (ask && ask.value > (look?.value ?? 0))
    return { nextLook: `${ask.rule.ask} It tells “${a.label}” from “${b.label}”.`, nextFinding: null }
  if (!look || look.value <= 0) return { nextLook: null, nextFinding: null }
  const row = finding(look.finding)
  const part = PARTS.find((p) => p.name === row.part)!.label.toLowerCase()
  return {
    nextLook: `Look at the ${part} for “${row.label.toLowerCase()}” (${row.plain}): with it “${look.favours.label}” is likelier, without it “${look.other.label}”.`,
    nextFinding: look.finding,
  }
}
