import { LATE_WHY } from '../../contract/card-parts.js'
import { dayOf, momentOf } from '../../contract/days.js'
import type { Content, ContentTable, TDocumentDefinitions, TableCell } from 'pdfmake/interfaces.js'
import type { StepView } from '../../contract/card-parts.js'
import type { CardView } from '../../contract/cards.js'
import { LINE, stationAnswers, positionOf, type LineAnswers, type Scope } from '../../core/card/answers.js'
import { stationRow } from '../../core/procedure/procedures.js'
import { leadOf } from '../../core/card/context.js'
import type { Evaluated } from '../../core/card/evaluated.js'
import { rollingOf } from '../../core/card/rolling-stations.js'
import { cautionsOf, questionsOf, resultsOf } from '../../core/card/results.js'
import { allSigned, hasEnded } from '../../core/card/ended.js'
import { figureText } from '../../core/card/figure-text.js'
import type { PlanField } from '../../core/card/steps/plan-step.js'
import type { LineStep } from '../../core/card/line-step.js'
import type { StepState } from '../../core/card/signing.js'
import type { CardDrawing } from '../../core/drawing/card-drawings.js'
import { DAY } from '../../core/drawing/palette.js'
import { toSvg } from '../../core/drawing/svg.js'
import { findingWords } from '../../core/inspection/findings.js'
import { format, unitOf, type UnitSystem } from '../../core/units/quantities.js'
import { askedOf, say } from '../../core/words/say.js'
import { runParagraphs } from './card-run.js'
import { PDF_FONT, STATE_INK } from './pdf.js'

export interface CardPaper {
  view: CardView
  answers: LineAnswers
  evaluation: Evaluated
  plan: LineStep[]
  states: StepState[]
  drawings: CardDrawing[]
  coreVersion: string
  units: UnitSystem
  printedAt: Date
}

const INK = DAY.ink
const SOFT = DAY.soft
const DAMSON = DAY.damson

const day = (at: string | Date) => dayOf(at, 'UTC')
const time = (at: string | Date) => momentOf(at, 'UTC')

const lines: ContentTable['layout'] = {
  hLineWidth: (i, node) => (i === 0 || i === node.table.body.length ? 0 : 0.5),
  vLineWidth: () => 0,
  hLineColor: () => DAY.hair,
  paddingLeft: () => 0,
  paddingRight: () => 8,
  paddingTop: () => 2.5,
  paddingBottom: () => 2.5,
}

/** Where something stands, in words, when the card has more than one place: "fan end", "drive end 2". */
function placeName({ view, evaluation }: CardPaper, scope: Scope): string {
  if (scope === LINE || evaluation.order.length < 2) return ''
  const position = view.line.positions.find((p) => p.code === positionOf(scope))
  if (!position) return ''
  return scope.includes('.') && position.places.length > 1 ? `${position.name} ${scope.split('.')[1]}` : position.name
}

function figures(paper: CardPaper): Content {
  const { evaluation, units } = paper
  const { plan } = paper
  const body: TableCell[][] = resultsOf(evaluation).map(({ scope, result }) => {
    const { station } = result
    const done = station === 'mount' && allSigned(scope, plan, paper.states)
    const verdict = done ? ({ word: 'done', level: 'good' } as const) : result.verdict
    const known = stationRow(station).prints.flatMap((name) => {
      const figure = result.figures.find((f) => f.key === `${station}.${name}`)
      return figure && figure.value !== null ? [figure] : []
    })
    const words = known.flatMap((figure, i) => {
      const { number, unit } = figureText(figure, units)
      return [
        { text: `${i ? '    ' : ''}${say(figure.label, units)} `, color: SOFT },
        { text: number, bold: true },
        { text: unit ? ` ${unit}` : '' },
      ]
    })
    const where = placeName(paper, scope)
    return [
      {
        text: [
          { text: stationRow(station).title, bold: true, color: DAMSON },
          ...(where ? [{ text: `\n${where}`, color: SOFT, fontSize: 7.5 }] : []),
        ],
      },
      { text: words.length ? words : [{ text: done ? 'every step signed' : 'nothing yet', color: SOFT }] },
      { text: verdict.word, color: STATE_INK[verdict.level], alignment: 'right' },
    ]
  })
  return { table: { widths: [62, '*', 86], body }, layout: lines }
}

function valueOf(field: PlanField, value: unknown, units: UnitSystem): string {
  if (field.kind === 'check') return value === true ? 'yes' : 'no'
  if (typeof value === 'number') return `${format(value, field.quantity, units, field.decimals)} ${unitOf(field.quantity, units)}`.trimEnd()
  return value ? String(value) : '—'
}

function limits(field: PlanField, units: UnitSystem): string {
  const show = (v: number) => format(v, field.quantity, units, field.decimals)
  if (field.min !== undefined && field.max !== undefined && field.min > 0) return ` (${show(field.min)} … ${show(field.max)})`
  return field.max === undefined ? '' : ` (at most ${show(field.max)})`
}

/** With what and when the value that stands was read. */
function readBy(record: StepView | undefined, field: string): string {
  const last = record?.readings?.filter((r) => r.field === field).at(-1)
  return last && record!.values[field] === last.value ? ` ${last.instrument ? `${last.instrument}, ` : ''}${last.by}, ${time(last.at)}` : ''
}

function step(paper: CardPaper, plan: LineStep, i: number, record: StepView | undefined, state: StepState): TableCell[] {
  const { units } = paper
  const where = placeName(paper, plan.scope)
  const fields = plan.fields.map((f): Content => {
    const outside = state.fields[f.key] === 'outside'
    return {
      text: [
        { text: `${say(f.label, units)} `, color: SOFT },
        { text: valueOf(f, record?.values[f.key], units), bold: true, color: outside ? DAY.rowan : INK },
        { text: limits(f, units), color: SOFT },
        { text: readBy(record, f.key), color: SOFT, fontSize: 7 },
      ],
    }
  })
  const accepted: Content[] = record?.acceptedBy
    ? [{ text: `Accepted by ${record.acceptedBy}: ${record.acceptedReason}`, italics: true }]
    : []
  const signed: Content = record?.signedBy
    ? {
        text: [
          { text: `${record.signedBy}\n`, bold: true },
          { text: time(record.signedAt!), color: SOFT },
        ],
      }
    : { text: 'not signed', color: SOFT }
  const late = (record?.late ?? []).map(({ by, at, why }): Content => ({
    text: `${by}, ${time(at)}: does not count, since ${LATE_WHY[why]}`,
    ...{ color: SOFT, fontSize: 7 },
  }))
  return [
    { text: String(i + 1), bold: true, color: DAMSON },
    {
      stack: [
        { text: [where, say(plan.title, units)].filter(Boolean).join(': '), bold: true },
        ...(plan.caution ? [{ text: `Caution: ${say(plan.caution, units)}`, color: STATE_INK.caution, fontSize: 7.5 }] : []),
      ],
    },
    { stack: [...fields, ...accepted] },
    { stack: [signed, ...late, ...(state.signed && !state.holds ? [{ text: 'no longer holds', color: DAY.rowan }] : [])] },
  ]
}

function steps(paper: CardPaper): Content[] {
  const { plan } = paper
  if (!plan.length) return []
  const head: TableCell[] = ['', 'Step', 'Written down (wanted)', 'Signed'].map((text) => ({ text, color: SOFT }))
  // What was done stands in the order in which it was signed, what is still to do behind it.
  const signedAt = (key: string) => paper.view.steps.find((s) => s.key === key)?.signedAt ?? '~'
  const body = [...plan]
    .sort((a, b) => (signedAt(a.key) < signedAt(b.key) ? -1 : signedAt(a.key) > signedAt(b.key) ? 1 : 0))
    .map((p, i) =>
      step(
        paper,
        p,
        i,
        paper.view.steps.find((s) => s.key === p.key),
        paper.states.find((s) => s.key === p.key)!,
      ),
    )
  return [
    heading('Steps'),
    { table: { headerRows: 1, dontBreakRows: true, widths: [12, '*', 190, 84], body: [head, ...body] }, layout: lines, fontSize: 8.5 },
  ]
}

function heading(text: string): Content {
  return { text, bold: true, fontSize: 12, margin: [0, 9, 0, 3] }
}

function inspection(paper: CardPaper): Content[] {
  const { answers, view } = paper
  const evaluation = rollingOf(paper.evaluation)
  const seen = (evaluation?.order ?? []).flatMap(({ place }): Content[] => {
    const { findings, note } = stationAnswers(answers, 'inspect', place, leadOf(view.context, place))
    const { action, cause } = evaluation!.places[place]!.inspect
    if (!findings.length && !cause && !note) return []
    const where = placeName(paper, place)
    return [
      ...(where ? [{ text: where, bold: true }] : []),
      { text: findings.map(findingWords).join('; ') || 'nothing noted' },
      ...(action
        ? [
            { text: `Now: ${action.now}`, margin: [0, 2, 0, 0] as [number, number, number, number] },
            { text: `So that it does not come back: ${action.change}` },
          ]
        : []),
      ...(note ? [{ text: note, italics: true }] : []),
    ]
  })
  return seen.length ? [heading('What the old bearing says'), ...seen] : []
}

function notes(paper: CardPaper): Content[] {
  const { evaluation, view, units } = paper
  const at = (station: string, scope: Scope) => [stationRow(station).title, placeName(paper, scope)].filter(Boolean).join(', ')
  const word = { stop: 'Stop', caution: 'Caution', note: 'Note' } as const
  const { plan } = paper
  const cautions = cautionsOf(evaluation).filter((c) => !hasEnded(c, plan, paper.states))
  const questions = questionsOf(evaluation)
  return [
    heading('Cautions'),
    ...(cautions.length
      ? cautions.map((c): Content => ({
          text: [
            { text: `${word[c.level]}  `, bold: true, color: STATE_INK[c.level] },
            { text: `${at(c.station, c.scope)}: ${say(c, units)}` },
          ],
        }))
      : [{ text: 'None.', color: SOFT }]),
    heading('Open questions'),
    ...(questions.length
      ? questions.map((q): Content => ({ text: `${at(q.station, q.scope)}: ${say(askedOf(q).text, units)}` }))
      : [{ text: 'None.', color: SOFT }]),
    ...(view.job.cancelReason
      ? [{ text: `Cancelled: ${view.job.cancelReason}`, bold: true, margin: [0, 4, 0, 0] as [number, number, number, number] }]
      : []),
    ...(view.job.finishReason
      ? [{ text: `Closed all the same: ${view.job.finishReason}`, bold: true, margin: [0, 4, 0, 0] as [number, number, number, number] }]
      : []),
  ]
}

const closing = (job: CardView['job']) =>
  job.finishedAt ? `finished ${day(job.finishedAt)}` : job.cancelledAt ? `cancelled ${day(job.cancelledAt)}` : job.status

/** The section through each bearing, and its temperature over the run, beside each other. */
function pictures({ drawings, evaluation, units }: CardPaper): Content[] {
  const several = evaluation.order.length > 1
  return [...new Set(drawings.map((d) => d.place))].slice(0, 4).map((place) => {
    const here = drawings.filter((d) => d.place === place)
    const width = here.length > 1 || several ? 258 : 340
    return { columns: here.map((d) => ({ svg: toSvg(d[units], DAY, PDF_FONT), width })), columnGap: 8 }
  })
}

/** The job card on paper: section, figures, run-in, steps with their fields and signatures, cautions, open questions. Times are UTC. */
export function cardDocument(paper: CardPaper): TDocumentDefinitions {
  const { view, evaluation, printedAt } = paper
  const { job } = view
  const rolling = rollingOf(evaluation)
  const run = rolling ? runParagraphs({ ...paper, evaluation: rolling }, (scope) => placeName(paper, scope)) : []
  return {
    pageSize: 'A4',
    pageMargins: [36, 34, 36, 40],
    defaultStyle: { font: PDF_FONT, fontSize: 9, color: INK, lineHeight: 1.12 },
    info: { title: `Card ${job.number}, ${job.machineName} ${job.machineCode}, ${job.where}` },
    footer: (page, pages) => ({
      margin: [36, 8, 36, 0],
      fontSize: 7.5,
      color: SOFT,
      columns: [
        {
          text: `Printed ${time(printedAt)} UTC · core ${paper.coreVersion} · defers to local codes, the machine maker’s manual and licensed practice`,
          width: '*',
        },
        { text: `Card ${job.number} · ${page} of ${pages}`, width: 90, alignment: 'right' },
      ],
    }),
    content: [
      {
        columns: [
          {
            width: '*',
            stack: [
              { text: `${job.machineName} ${job.machineCode}, ${job.where}`, bold: true, fontSize: 17 },
              { text: view.plant, color: SOFT },
            ],
          },
          {
            width: 190,
            alignment: 'right',
            stack: [
              { text: `Card ${job.number}`, bold: true, fontSize: 17, color: DAMSON },
              { text: `opened ${day(job.openedAt)} by ${job.openedBy}`, color: SOFT },
              { text: closing(job), color: SOFT },
            ],
          },
        ],
      },
      ...(job.reason ? [{ text: job.reason, margin: [0, 2, 0, 4] as [number, number, number, number] }] : []),
      ...pictures(paper),
      heading('Figures'),
      figures(paper),
      ...(run.length ? [heading('First hours'), ...run] : []),
      ...inspection(paper),
      ...steps(paper),
      ...notes(paper),
    ],
  }
}
