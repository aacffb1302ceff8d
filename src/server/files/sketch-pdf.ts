import type { TDocumentDefinitions } from 'pdfmake/interfaces.js'
import { keyOf, type LineAnswers, type Scope } from '../../core/card/answers.js'
import type { LineContext } from '../../core/card/context.js'
import type { LineEvaluation } from '../../core/card/evaluate.js'
import type { MetalOff } from '../../core/card/stations/arrange.js'
import { machinistSketch } from '../../core/drawing/machinist-sketch.js'
import { DAY } from '../../core/drawing/palette.js'
import { toSvg } from '../../core/drawing/svg.js'
import { format, unitOf, type UnitSystem } from '../../core/units/quantities.js'
import { PDF_FONT } from './pdf.js'

export interface SketchPaper {
  machine: string
  where: string
  card: string
  designation: string
  housingMm: number
  spigotMm: number | null
  metal: MetalOff
  /** Growth and room of the free ring, mm, that ask for it. */
  growthMm: number
  presentMm: number
  neededMm: number
  units: UnitSystem
  printedAt: Date
}

/** What the sheet of one position says; null where nothing has to come off there. */
export function sketchOf(evaluation: LineEvaluation, answers: LineAnswers, context: LineContext, code: Scope) {
  const shown = Object.values(evaluation.places)[0]
  const ring = shown?.arrange.float[code]
  const position = context.positions.find((p) => p.code === code)
  if (!ring?.metal || !position || ring.presentMm === null || ring.neededMm === null) return null
  const place = position.places[0]!
  const row = evaluation.places[place.code]?.identify.row ?? place.row
  if (!row) return null
  return {
    ...{ where: position.name, designation: row.designation, housingMm: row.outsideMm, metal: ring.metal },
    spigotMm: (answers[keyOf(code, 'arrange', 'spigotMm')] ?? null) as number | null,
    ...{ growthMm: ring.growthMm ?? 0, presentMm: ring.presentMm, neededMm: ring.neededMm },
  }
}

/** One sheet for the machinist: what comes off which face, how deep it then is, why, and who measured before and after. */
export function sketchDocument(paper: SketchPaper): TDocumentDefinitions {
  const { metal, units } = paper
  const say = (mm: number) => `${format(mm, 'gap', units)} ${unitOf('gap', units)}`
  const drawing = machinistSketch({
    width: 620,
    height: 330,
    housingMm: paper.housingMm,
    spigotMm: paper.spigotMm,
    offMm: metal.offMm,
    say,
  })
  const why = `The free ring of ${paper.designation} has ${say(paper.presentMm)} of room and needs ${say(paper.neededMm)} for a growth of ${say(paper.growthMm)}.`
  const rows = [
    ['Part', `bearing cover, ${paper.where}, the side to which the shaft grows`],
    ['To come off', `${say(metal.offMm)} of the face of the spigot`],
    ['Depth before', paper.spigotMm === null ? 'measure, and write it here: ____________' : say(paper.spigotMm)],
    ['Depth after', metal.leftMm === null ? 'depth before less what comes off' : say(metal.leftMm)],
    ['Why', why],
    ['Measured before', 'by ____________________   on ____________________'],
    ['Measured after', 'by ____________________   on ____________________'],
  ]
  return {
    pageSize: 'A4',
    pageMargins: [42, 40, 42, 40],
    defaultStyle: { font: PDF_FONT, fontSize: 11, lineHeight: 1.2 },
    info: { title: `Sketch, ${paper.machine}, ${paper.where}` },
    content: [
      { text: `${paper.machine}, ${paper.where}`, bold: true, fontSize: 18 },
      { text: `Sketch for the machinist · card ${paper.card}`, margin: [0, 0, 0, 12] },
      { svg: toSvg(drawing, DAY, PDF_FONT), width: 510 },
      { text: 'Not to scale; figures govern.', fontSize: 9, margin: [0, 2, 0, 12] },
      { table: { widths: [110, '*'], body: rows }, layout: 'lightHorizontalLines' },
      {
        text: 'Measure the part that lies on the machine before it is cut: metal does not come back. The machine maker’s drawing governs where it says otherwise. Wash the part, and look for chips at the lubrication bore, before it goes back.',
        margin: [0, 14, 0, 0],
        bold: true,
      },
      { text: `Printed ${paper.printedAt.toISOString().slice(0, 16).replace('T', ' ')} UTC`, fontSize: 8, margin: [0, 16, 0, 0] },
    ],
  }
}
