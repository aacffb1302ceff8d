import type { TDocumentDefinitions } from 'pdfmake/interfaces.js'
import type { VisitView } from '../../contract/visits.js'
import { seenWords, VISIT_ASKED, VISIT_ITEMS, VISIT_VERDICT_LABEL } from '../../core/arrangement/visit-check.js'
import type { UnitSystem } from '../../core/units/quantities.js'
import { say } from '../../core/words/say.js'
import { PDF_FONT, STATE_INK } from './pdf.js'

const INK: Record<VisitView['result']['verdict'], string> = {
  stop: STATE_INK.stop,
  watch: STATE_INK.caution,
  run: STATE_INK.good,
  open: STATE_INK.open,
}

/** A visit on one page: the verdict, what each wrong answer does and by when, and all that was seen. */
export function visitDocument({ answers, result, ...visit }: VisitView, units: UnitSystem, printedAt: Date): TDocumentDefinitions {
  const seen = VISIT_ITEMS.map((item) => [VISIT_ASKED[item][0], say(seenWords(answers, item), units)])
  const day = (iso: string) => iso.slice(0, 16).replace('T', ' ')
  return {
    pageSize: 'A4',
    pageMargins: [42, 38, 42, 38],
    defaultStyle: { font: PDF_FONT, fontSize: 10.5, lineHeight: 1.18 },
    info: { title: `Visit ${visit.id}, ${visit.machineName} ${visit.machineCode}` },
    content: [
      { text: `${visit.machineName} ${visit.machineCode}, ${visit.lineName}`, bold: true, fontSize: 18 },
      {
        text: `Visit check · ${day(visit.at)} UTC · ${visit.by}${answers.fittedBy ? ` · fitted by ${answers.fittedBy}` : ''}`,
        margin: [0, 0, 0, 8],
      },
      { text: VISIT_VERDICT_LABEL[result.verdict], bold: true, fontSize: 20, color: INK[result.verdict], margin: [0, 0, 0, 6] },
      {
        ul: result.findings.length ? result.findings.map((f) => say(f, units)) : ['Nothing that speaks against it was seen.'],
        margin: [0, 0, 0, 10],
      },
      { table: { widths: ['*', 190], body: seen }, layout: 'lightHorizontalLines' },
      ...(answers.note ? [{ text: answers.note, margin: [0, 10, 0, 0] as [number, number, number, number] }] : []),
      ...(visit.pictures.length
        ? [
            {
              text: `Photographs in the folder of the machine: ${visit.pictures.map((p) => p.name).join(', ')}`,
              margin: [0, 8, 0, 0] as [number, number, number, number],
            },
          ]
        : []),
      {
        text: 'A look before the machine is balanced or commissioned; it defers to the machine maker’s manual, local codes and licensed practice. Isolate, lock out and try before anything is opened or measured.',
        bold: true,
        margin: [0, 14, 0, 0],
      },
      { text: `Printed ${day(printedAt.toISOString())} UTC`, fontSize: 8, margin: [0, 10, 0, 0] },
    ],
  }
}
