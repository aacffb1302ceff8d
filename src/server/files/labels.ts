import QRCode from 'qrcode'
import type { TDocumentDefinitions } from 'pdfmake/interfaces.js'
import { pointName, type GreasingView } from '../../contract/greasing.js'
import type { BearingView } from '../../contract/rack.js'
import { FAMILY_LABEL } from '../../core/catalogue/families.js'
import { DAY } from '../../core/drawing/palette.js'
import { strokesFor } from '../../core/lubrication/grease.js'
import { fittedWords } from '../../core/line/fitted.js'
import { format, unitOf, type UnitSystem } from '../../core/units/quantities.js'
import { PDF_FONT } from './pdf.js'

const MM = 72 / 25.4

/** A label for the grease nipple, 90 × 50 mm: what, how much, how often, and a code that opens the greasing page. */
export async function labelDocument(view: GreasingView, address: string, units: UnitSystem): Promise<TDocumentDefinitions> {
  const { point, positions } = view
  const amount = (v: number, quantity: 'grams' | 'hours') => `${format(v, quantity, units)} ${unitOf(quantity, units)}`
  const qr = await QRCode.toString(address, { type: 'svg', errorCorrectionLevel: 'M', margin: 0 })
  const days = point.intervalDays
  const strokes = point.quantityG ? view.plant.guns.map((gun) => `${gun.name} ${strokesFor(point.quantityG!, gun)}`) : []
  const fitted = [...new Set(positions.map((p) => fittedWords(p.places)))].filter(Boolean).join('; ')
  return {
    pageSize: { width: 90 * MM, height: 50 * MM },
    pageMargins: [9, 8, 9, 6],
    defaultStyle: { font: PDF_FONT, fontSize: 8, color: DAY.ink },
    info: { title: `Grease label, ${view.machineCode} ${pointName(point)}` },
    content: [
      {
        columns: [
          {
            width: '*',
            stack: [
              { text: `${view.machineCode}  ${view.machineName}`, bold: true, fontSize: 11 },
              { text: `${pointName(point)}: ${fitted || 'nothing recorded'}`, color: DAY.soft },
              { text: point.grease?.name ?? 'grease not settled', bold: true, fontSize: 13, margin: [0, 5, 0, 0] },
              {
                text: point.quantityG ? amount(point.quantityG, 'grams') : 'quantity open',
                bold: true,
                fontSize: 19,
                color: DAY.damson,
              },
              {
                text: days
                  ? `every ${days < 10 ? days.toFixed(1) : Math.round(days)} days${point.intervalH ? ` (${amount(point.intervalH, 'hours')} running)` : ''}`
                  : 'no interval',
              },
              ...(strokes.length
                ? [
                    {
                      text: `Strokes: ${strokes.join(', ')}`,
                      fontSize: 7,
                      color: DAY.soft,
                      margin: [0, 3, 0, 0] as [number, number, number, number],
                    },
                  ]
                : []),
            ],
          },
          { width: 84, svg: qr, fit: [84, 84] },
        ],
        columnGap: 6,
      },
      { text: 'Clean the nipple. Guard on. No other grease.', fontSize: 7, color: DAY.soft, margin: [0, 4, 0, 0] },
    ],
  }
}

/** A label for shelf or box, 90 × 50 mm: number, sizes, mass, and a code that opens the bearing's page. */
export async function bearingLabel({ row, stock }: BearingView, address: string, units: UnitSystem): Promise<TDocumentDefinitions> {
  const length = (mm: number) => format(mm, 'length', units, Number.isInteger(mm) ? 0 : 2)
  const qr = await QRCode.toString(address, { type: 'svg', errorCorrectionLevel: 'M', margin: 0 })
  return {
    pageSize: { width: 90 * MM, height: 50 * MM },
    pageMargins: [9, 8, 9, 6],
    defaultStyle: { font: PDF_FONT, fontSize: 9, color: DAY.ink },
    info: { title: `Label, ${row.designation}` },
    content: [
      {
        columns: [
          {
            width: '*',
            stack: [
              { text: row.designation, bold: true, fontSize: row.designation.length > 12 ? 15 : 22 },
              { text: FAMILY_LABEL[row.family], color: DAY.soft },
              {
                text: `${length(row.boreMm)} × ${length(row.outsideMm)} × ${length(row.widthMm)} ${unitOf('length', units)}`,
                bold: true,
                fontSize: 13,
                margin: [0, 6, 0, 0],
              },
              { text: `${format(row.massKg, 'mass', units)} ${unitOf('mass', units)}` },
              ...(stock.length
                ? [
                    {
                      text: `Shelf ${[...new Set(stock.map((s) => s.shelf))].join(', ')}`,
                      margin: [0, 3, 0, 0] as [number, number, number, number],
                    },
                  ]
                : []),
            ],
          },
          { width: 84, svg: qr, fit: [84, 84] },
        ],
        columnGap: 6,
      },
      {
        text: 'Leave it in its wrapping until it is mounted. Read clearance and letters on the ring.',
        fontSize: 7,
        color: DAY.soft,
        margin: [0, 4, 0, 0],
      },
    ],
  }
}
