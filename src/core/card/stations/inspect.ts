import type { Bearing } from '../../catalogue/catalogue.js'
import { seatUnder } from '../../line/seats.js'
import { recordedRow } from '../../identify/marked.js'
import { formOf } from '../../bearing/construction-forms.js'
import { withMakersFigures } from '../../catalogue/makers-figures.js'
import { CLEARANCE_GROUPS } from '../../bearing/clearance.js'
import { operatingClearance } from '../../fits/operating-clearance.js'
import { CAUSES, CAUSE_LABEL, type Cause } from '../../inspection/causes.js'
import { FACTS, type DiagnosisContext } from '../../inspection/context.js'
import { diagnose, type DiagnoseValues } from '../../inspection/diagnose.js'
import { film } from '../../lubrication/grease.js'
import { at100 } from '../../lubrication/oil.js'
import { InputError, Derivation, short } from '../../result.js'
import { amount, phrase } from '../../words/message.js'
import type { CardAnswers } from '../answers.js'
import type { CardContext } from '../context.js'
import { StationBuilder, type StationResult, type Verdict } from '../station.js'
import type { ArrangeResult } from './arrange.js'
import type { DutyResult } from './duty.js'
import type { FitStationResult } from './fit.js'
import { seatedAs } from './fit-seats.js'
import { rollsOnBalls } from '../../bearing/families.js'
import { survival } from '../../life/many-lives.js'
import { asHot, hotterRingC } from '../../life/hot-ring.js'
import { rateBearing } from '../../life/rate-bearing.js'
import type { SelectResult } from './select.js'

interface Known {
  duty: DutyResult
  select: SelectResult
  arrange: ArrangeResult
  fit: FitStationResult
}

export interface InspectResult extends StationResult {
  diagnosis: DiagnoseValues | null
  /** What the card knows besides what is seen, in words. */
  facts: string[]
  /** Settled by the technician, otherwise the likeliest. */
  cause: Cause | null
  settled: Cause | null
  hoursRun: number | null
  action: { now: string; change: string } | null
}

/** A calculation that the records may be too thin for. */
function ifPossible<T>(run: () => T): T | undefined {
  try {
    return run()
  } catch (error) {
    if (error instanceof InputError) return undefined
    throw error
  }
}

/** Everything the card and its records say about the bearing that came out. */
export function diagnosisContext(answers: CardAnswers, known: Known, context: CardContext): DiagnosisContext {
  const { duty, select, arrange, fit } = known
  const d = answers.duty
  const i = answers.inspect
  const { removed, grease, daysSinceGrease, intervalDays } = context.past
  const base = removed ? recordedRow(removed.designation, context.plant.ownRows) : null
  const row: Bearing | null = base && withMakersFigures(base, context.plant.makersFigures)
  const { radialN, axialN } = duty
  const rated =
    row && radialN !== null && axialN !== null && radialN + axialN > 0 && d.speedRpm
      ? ifPossible(() => rateBearing(asHot(row, hotterRingC(d)), radialN, axialN, d.speedRpm!, 90))
      : undefined
  const group = removed?.group ?? null
  const clearance =
    row && seatUnder(row).hold === 'fit' && group && fit.shaft && fit.housing && d.innerRingC !== null && d.outerRingC !== null
      ? ifPossible(() =>
          operatingClearance({
            ...row,
            group,
            ...seatedAs(answers, row, fit.shaft!, fit.housing!),
            innerRingC: d.innerRingC!,
            outerRingC: d.outerRingC!,
          }),
        )
      : undefined
  // What the removed one ran in: the oil of its record, else its grease; what is chosen on this card was not in there.
  const { oil } = context.past
  const hot = oil ? at100(oil) : null
  const inside = oil ? hot && { viscosity40: oil.viscosity40, viscosity100: hot } : grease
  const ran =
    inside && row && d.speedRpm && d.innerRingC !== null
      ? ifPossible(() => film(inside, d.innerRingC!, row.pitchDiameterMm, d.speedRpm!))
      : undefined
  return {
    kappa: ran?.values.kappa,
    hoursRun: i.hoursRun ?? (removed?.days != null && d.hoursPerDay ? removed.days * d.hoursPerDay : undefined),
    ratingLifeH: rated?.life.values.ratingLifeH,
    operatingClearanceUm: clearance?.values.medianUm,
    bothEndsHeld: i.bothEndsHeld ?? context.past.bothEndsHeld ?? undefined,
    floatShort: arrange.floatShort ?? undefined,
    temperatureC: d.innerRingC ?? undefined,
    inverterDrive: i.inverterDrive ?? undefined,
    beltDrive: i.beltDrive ?? undefined,
    regreasingRatio: daysSinceGrease !== null && intervalDays ? daysSinceGrease / intervalDays : undefined,
    wrongType: row && axialN !== null ? formOf(row).thrust === 0 && axialN > 0 : undefined,
    smallerGroup: group && fit.group ? CLEARANCE_GROUPS.indexOf(group) < CLEARANCE_GROUPS.indexOf(fit.group) : undefined,
    loadRatio: select.loadRatio ?? undefined,
    wet: d.dirt === null ? undefined : d.dirt === 'wet',
    dirty: d.dirt === 'dirty' ? true : d.dirt === 'clean' ? false : undefined,
    standsStill: i.standsStill ?? undefined,
    creepMarginUm: fit.creepMarginUm ?? undefined,
  }
}

/** How long it ran, and what that is of its rating life. */
function runFigures(station: StationBuilder, answers: CardAnswers, about: DiagnosisContext, removed: CardContext['past']['removed']): void {
  const a = answers.inspect
  const run = new Derivation()
  if (about.hoursRun !== undefined) {
    const counted = a.hoursRun === null ? `${Math.round(removed!.days!)} · ${answers.duty.hoursPerDay}` : 'entered'
    run.step('h', 'hours run', 'days in place · hours a day', counted, about.hoursRun, 'h', 'record of what was fitted, duty')
    if (about.ratingLifeH)
      run.step(
        'h/L10h',
        'share of the rating life',
        '100 h / L10h',
        `100 · ${short(about.hoursRun)} / ${short(about.ratingLifeH)}`,
        (100 * about.hoursRun) / about.ratingLifeH,
        '%',
        'ISO 281:2007 for L10h',
      )
  }
  const counted = run.result({})
  station.figure('hoursRun', 'Hours it ran', about.hoursRun ?? null, 'hours', counted, {
    note: removed ? phrase`${removed.designation}, ${inPlace(removed.days)} in place` : undefined,
  })
  if (about.hoursRun !== undefined && about.ratingLifeH)
    station.figure('lifeShare', 'Share of its rating life', (about.hoursRun / about.ratingLifeH) * 100, 'percent', counted)
  survivalFigure(station, about, removed)
}

/** How many of a hundred such bearings have failed by these hours: what failed early has another cause than its load. */
function survivalFigure(
  station: StationBuilder,
  { hoursRun, ratingLifeH }: DiagnosisContext,
  removed: CardContext['past']['removed'],
): void {
  const row = removed && recordedRow(removed.designation)
  if (!row || hoursRun === undefined || !ratingLifeH) return
  const lot = station.attempt(() =>
    survival({ rollingElement: rollsOnBalls(row.family) ? 'ball' : 'roller', ratingLifeH, hours: hoursRun }),
  )
  station.figure('failedShare', 'Of a hundred such, failed by now', lot && lot.values.failedShare * 100, 'percent', lot, {
    note: lot ? phrase`half of them reach ${amount(lot.values.medianH, 'hours')}` : undefined,
  })
}

const inPlace = (days: number | null) => (days === null ? 'a time that nobody wrote down' : amount(Math.round(days), 'days'))

/** What the removed bearing says: findings and what the card knows lead to ranked root causes and what to change. */
export function inspectStation(answers: CardAnswers, known: Known, context: CardContext): InspectResult {
  const station = new StationBuilder('inspect')
  const a = answers.inspect
  const { removed } = context.past
  if (a.hoursRun !== null && a.hoursRun < 0) station.refuse('hoursRun', 'Hours are not negative.')
  const about = diagnosisContext(answers, known, context)
  if (a.hoursRun !== null && a.hoursRun < 0) delete about.hoursRun
  const facts = FACTS.flatMap((rule) => rule.factors(about)?.words ?? [])
  const found = a.findings.length ? station.attempt(() => diagnose({ findings: a.findings, context: about })) : null
  const diagnosis = found?.values ?? null
  const best = diagnosis?.causes[0] ?? null
  const cause = a.cause ?? best?.cause ?? null
  const row = cause ? CAUSES.find((c) => c.name === cause)! : null
  const hero = best
    ? station.figure('cause', a.cause ? 'Settled on' : 'Likeliest cause', CAUSE_LABEL[cause!], 'text', found, {
        note: a.cause ? undefined : `${Math.round(best.share * 100)} of 100`,
      })
    : null
  if (row) station.figure('mode', 'Damage mode', row.mode, 'text', found, { note: 'ISO 15243' })
  runFigures(station, answers, about, removed)
  const again = context.past.causes.find((c) => c.cause === cause)
  if (again) station.warn('caution', 'same-again', { number: again.number }, again.number)
  if (!a.findings.length && removed) station.ask('old-bearing')
  if (diagnosis && !a.cause) {
    if (found!.cautions.some((c) => c.code === 'hot-wreck')) station.ask('what-came-first')
    if (diagnosis.confidence === 'close') station.ask('close-causes', { look: diagnosis.nextLook ?? '' })
    station.ask('settle-cause')
  }
  const verdict: Verdict = a.cause
    ? { word: 'cause settled', level: 'good' }
    : !diagnosis
      ? { word: removed ? 'not looked at' : 'nothing came out', level: 'open' }
      : {
          word: { none: 'nothing seen', clear: 'one stands out', likely: 'one is likelier', close: 'two lie close' }[diagnosis.confidence],
          level: 'open',
        }
  const reason = removed
    ? phrase`${removed.designation} came out after ${inPlace(removed.days)}. Mark its position, look before cleaning; marks of its removal are not the cause.`
    : 'Nothing is recorded as fitted before this job; what is seen can be noted all the same.'
  return {
    ...station.close(reason, verdict, hero, cause ? shortCause(CAUSE_LABEL[cause]) : '—'),
    diagnosis,
    facts,
    cause,
    settled: a.cause,
    hoursRun: about.hoursRun ?? null,
    action: row && { now: row.now, change: row.change },
  }
}

/** As much of a cause as fits under a journal of the work line. */
function shortCause(label: string): string {
  const head = label.split(/[:,]/)[0]!
  return head.length > 17 ? `${head.slice(0, 16).trimEnd()}…` : head
}
