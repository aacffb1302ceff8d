import { isoDay } from '../../contract/days.js'
import type { TDocumentDefinitions } from 'pdfmake/interfaces.js'
import type { BringList } from '../../core/card/bring.js'
import type { UnitSystem } from '../../core/units/quantities.js'
import type { Words } from '../../core/words/message.js'
import { say } from '../../core/words/say.js'
import { PDF_FONT } from './pdf.js'

export interface BringPaper {
  list: BringList
  machine: string
  where: string
  card: string
  units: UnitSystem
  printedAt: Date
}

/** A sheet for the trolley: each thing with a box to tick. */
export function bringDocument({ list, machine, where, card, units, printedAt }: BringPaper): TDocumentDefinitions {
  const block = (title: string, lines: readonly Words[], box = true) =>
    lines.length === 0
      ? []
      : [
          { text: title, bold: true, fontSize: 13, margin: [0, 12, 0, 4] as [number, number, number, number] },
          {
            table: {
              widths: box ? [14, '*'] : ['*'],
              body: lines.map((line) => (box ? ['', say(line, units)] : [say(line, units)])),
            },
            layout: box ? undefined : 'lightHorizontalLines',
          },
        ]
  return {
    pageSize: 'A4',
    pageMargins: [42, 40, 42, 40],
    defaultStyle: { font: PDF_FONT, fontSize: 11, lineHeight: 1.15 },
    info: { title: `What to bring, ${machine}` },
    content: [
      { text: `${machine}, ${where}`, bold: true, fontSize: 18 },
      { text: `What to bring · card ${card} · ${isoDay(printedAt)}` },
      ...block('Parts', list.parts),
      ...block('Tools', list.tools),
      ...block('Used up', list.materials),
      ...block('To be set', list.settings, false),
      ...block('Not by hand alone', list.lifts, false),
      ...block('Careful', list.cautions, false),
      {
        text: 'What is missing is got before the shaft is out. The machine maker’s manual and the local rules govern.',
        margin: [0, 14, 0, 0],
        bold: true,
      },
    ],
  }
}
