import type { Content, ContentTable, TDocumentDefinitions, TableCell } from 'pdfmake/interfaces.js'
import type { CardView, StepView } from '../../contract/api.js'
import { STATIONS, STATION_TITLE, type CardAnswers, type Station } from '../../core/card/answers.js'
import { cardPlan, cautionsOf, figuresOf, questionsOf, type CardEvaluation } from '../../core/card/evaluate.js'
import { figureText } from '../../core/card/figure-text.js'
import type { PlanField, PlanStep } from '../../core/card/plan.js'
import type { StepState } from '../../core/card/signing.js'
import { cardSection } from '../../core/drawing/card-section.js'
import { DAY } from '../../core/drawing/palette.js'
import { runChart } from '../../core/drawing/run-chart.js'
import { toSvg } from '../../core/drawing/svg.js'
import { findingWords } from '../../core/inspection/findings.js'
import { format, inUnits, unitOf, type UnitSystem } from '../../core/units/quantities.js'
import { PDF_FONT } from './pdf.js'

export interface CardPaper {
  view: CardView
  answers: CardAnswers
  evaluation: CardEvaluation
  states: StepState[]
  coreVersion: string
  units: UnitSystem
  printedAt: Date
}

const INK = DAY.ink
const SOFT = DAY.soft
const DAMSON = DAY.damson
const STATE_COLOUR = { good: '#3f6212', caution: '#8a5300', stop: DAY.rowan, open: SOFT, note: SOFT } as const

/** What goes on paper, station by station: the figures that the next person asks for. */
const PRINTED: Readonly<Record<Station, readonly string[]>> = {
  identify: ['designation', 'clearanceRange', 'massKg'],
  duty: ['radialN', 'axialN', 'innerRingLoad', 'ringDifferenceK'],
  select: ['lifeH', 'equivalentLoadN', 'staticSafety', 'dynamicRatingN'],
  arrange: ['growthMm', 'floatNeededMm', 'floatPresentMm', 'behindMm'],
  fit: ['shaftClass', 'shaftInterference', 'housingClass', 'housingInterference', 'clearance'],
  mount: ['setTemperatureC', 'pressForceN'],
  lubricate: ['intervalH', 'intervalDays', 'quantityG', 'strokes', 'firstFillG', 'kappa'],
  runin: ['lastC', 'peakC', 'vibrationRmsMmS'],
  inspect: ['cause', 'mode', 'hoursRun', 'lifeShare'],
}

const day = (iso: string | Date) =>
  new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' })
const time = (iso: string | Date) =>
  `${day(iso)} ${new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: 'UTC' })}`

const lines: ContentTable['layout'] = {
  hLineWidth: (i, node) => (i === 0 || i === node.table.body.length ? 0 : 0.5),
  vLineWidth: () => 0,
  hLineColor: () => DAY.hair,
  paddingLeft: () => 0,
  paddingRight: () => 8,
  paddingTop: () => 2.5,
  paddingBottom: () => 2.5,
}

function figures(paper: CardPaper): Content {
  const { evaluation, units } = paper
  const all = figuresOf(evaluation)
  const say = (text: string) => inUnits(text, units)
  const body: TableCell[][] = STATIONS.map((station) => {
    const { verdict } = evaluation[station]
    const known = PRINTED[station].flatMap((name) => {
      const figure = all.get(`${station}.${name}`)
      return figure && figure.value !== null ? [figure] : []
    })
    const words = known.flatMap((figure, i) => {
      const { number, unit } = figureText(figure, units)
      return [
        { text: `${i ? '    ' : ''}${say(figure.label)} `, color: SOFT },
        { text: number, bold: true },
        { text: unit ? ` ${unit}` : '' },
      ]
    })
    return [
      { text: STATION_TITLE[station], bold: true, color: DAMSON },
      { text: words.length ? words : [{ text: 'nothing yet', color: SOFT }] },
      { text: verdict.word, color: STATE_COLOUR[verdict.level], alignment: 'right' },
    ]
  })
  return { table: { widths: [52, '*', 86], body }, layout: lines }
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

function step(paper: CardPaper, plan: PlanStep, i: number, record: StepView | undefined, state: StepState): TableCell[] {
  const { units } = paper
  const fields = plan.fields.map((f): Content => {
    const outside = state.fields[f.key] === 'outside'
    return {
      text: [
        { text: `${f.label} `, color: SOFT },
        { text: valueOf(f, record?.values[f.key], units), bold: true, color: outside ? DAY.rowan : INK },
        { text: limits(f, units), color: SOFT },
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
  return [
    { text: String(i + 1), bold: true, color: DAMSON },
    {
      stack: [
        { text: inUnits(plan.title, units), bold: true },
        ...(plan.caution ? [{ text: `Caution: ${inUnits(plan.caution, units)}`, color: STATE_COLOUR.caution, fontSize: 7.5 }] : []),
      ],
    },
    { stack: [...fields, ...accepted] },
    { stack: [signed, ...(state.signed && !state.holds ? [{ text: 'no longer holds', color: DAY.rowan }] : [])] },
  ]
}

function steps(paper: CardPaper): Content[] {
  const plan = cardPlan(paper.evaluation)
  if (!plan.length) return []
  const head: TableCell[] = ['', 'Step', 'Written down (wanted)', 'Signed'].map((text) => ({ text, color: SOFT }))
  const body = plan.map((p, i) =>
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

function inspection({ answers, evaluation }: CardPaper): Content[] {
  const { findings, note } = answers.inspect
  const { action, cause } = evaluation.inspect
  if (!findings.length && !cause && !note) return []
  return [
    heading('What the old bearing says'),
    { text: findings.map(findingWords).join('; ') || 'nothing noted' },
    ...(action
      ? [
          { text: `Now: ${action.now}`, margin: [0, 2, 0, 0] as [number, number, number, number] },
          { text: `So that it does not come back: ${action.change}` },
        ]
      : []),
    ...(note ? [{ text: note, italics: true }] : []),
  ]
}

function notes({ evaluation, view, units }: CardPaper): Content[] {
  const say = (text: string) => inUnits(text, units)
  const word = { stop: 'Stop', caution: 'Caution', note: 'Note' } as const
  const cautions = cautionsOf(evaluation)
  const questions = questionsOf(evaluation)
  return [
    heading('Cautions'),
    ...(cautions.length
      ? cautions.map((c): Content => ({
          text: [
            { text: `${word[c.level]}  `, bold: true, color: STATE_COLOUR[c.level] },
            { text: `${STATION_TITLE[c.station]}: ${say(c.message)}` },
          ],
        }))
      : [{ text: 'None.', color: SOFT }]),
    heading('Open questions'),
    ...(questions.length
      ? questions.map((q): Content => ({ text: `${STATION_TITLE[q.station]}: ${say(q.text)}` }))
      : [{ text: 'None.', color: SOFT }]),
    ...(view.job.finishReason
      ? [{ text: `Closed all the same: ${view.job.finishReason}`, bold: true, margin: [0, 4, 0, 0] as [number, number, number, number] }]
      : []),
  ]
}

/** The job card on paper: section, figures, run-in, steps with their fields and signatures, cautions, open questions. Times are UTC. */
export function cardDocument(paper: CardPaper): TDocumentDefinitions {
  const { view, evaluation, answers, units, printedAt } = paper
  const { job } = view
  const section = cardSection(evaluation, answers.arrange, { end: view.position.end, carries: view.carries }, units, {
    width: 620,
    height: 250,
  })
  const run = answers.runin.readings.length
    ? runChart(
        answers.runin.readings,
        { limitC: answers.runin.limitC, ambientC: answers.duty.ambientC ?? 20 },
        620,
        230,
        (c) => `${format(c, 'temperature', units)} ${unitOf('temperature', units)}`,
      )
    : null
  const pictures = [section, run].flatMap((d) => (d ? [{ svg: toSvg(d, DAY, PDF_FONT), width: run && section ? 258 : 340 }] : []))
  return {
    pageSize: 'A4',
    pageMargins: [36, 34, 36, 40],
    defaultStyle: { font: PDF_FONT, fontSize: 9, color: INK, lineHeight: 1.12 },
    info: { title: `Card ${job.number}, ${job.machineName} ${job.machineCode}, ${job.positionName}` },
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
              { text: `${job.machineName} ${job.machineCode}, ${job.positionName}`, bold: true, fontSize: 17 },
              { text: view.plant, color: SOFT },
            ],
          },
          {
            width: 190,
            alignment: 'right',
            stack: [
              { text: `Card ${job.number}`, bold: true, fontSize: 17, color: DAMSON },
              { text: `opened ${day(job.openedAt)} by ${job.openedBy}`, color: SOFT },
              { text: job.finishedAt ? `finished ${day(job.finishedAt)}` : 'open', color: SOFT },
            ],
          },
        ],
      },
      ...(job.reason ? [{ text: job.reason, margin: [0, 2, 0, 4] as [number, number, number, number] }] : []),
      ...(pictures.length ? [{ columns: pictures, columnGap: 8 }] : []),
      heading('Figures'),
      figures(paper),
      ...inspection(paper),
      ...steps(paper),
      ...notes(paper),
    ],
  }
}
