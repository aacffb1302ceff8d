import QRCode from 'qrcode'
import type { TDocumentDefinitions } from 'pdfmake/interfaces.js'
import { pointName, type GreasingView } from '../../contract/greasing.js'
import type { StockItem } from '../../contract/own-data.js'
import type { BearingView } from '../../contract/rack.js'
import { FAMILY_LABEL } from '../../core/bearing/families.js'
import { DAY } from '../../core/drawing/palette.js'
import { strokesFor } from '../../core/lubrication/grease.js'
import { fittedWords } from '../../core/line/fitted.js'
import { PART_LABEL, type Part } from '../../core/parts/parts.js'
import { format, unitOf, type UnitSystem } from '../../core/units/quantities.js'
import { say } from '../../core/words/say.js'
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

interface ShelfLabel {
  name: string
  kind: string
  lines: readonly { text: string; bold?: boolean }[]
  stock: readonly StockItem[]
  care: string
}

/** A label for shelf or box, 90 × 50 mm: name, sizes, shelf, and a code that opens the page of what lies there. */
async function shelfLabel({ name, kind, lines, stock, care }: ShelfLabel, address: string): Promise<TDocumentDefinitions> {
  const qr = await QRCode.toString(address, { type: 'svg', errorCorrectionLevel: 'M', margin: 0 })
  const shelves = [...new Set(stock.map((s) => s.shelf))].join(', ')
  return {
    pageSize: { width: 90 * MM, height: 50 * MM },
    pageMargins: [9, 8, 9, 6],
    defaultStyle: { font: PDF_FONT, fontSize: 9, color: DAY.ink },
    info: { title: `Label, ${name}` },
    content: [
      {
        columns: [
          {
            width: '*',
            stack: [
              { text: name, bold: true, fontSize: name.length > 12 ? 15 : 22 },
              { text: kind, color: DAY.soft },
              ...lines.map(({ text, bold }, i) => ({
                text,
                bold,
                fontSize: bold ? 13 : 9,
                margin: [0, i ? 0 : 6, 0, 0] as [number, number, number, number],
              })),
              ...(shelves ? [{ text: `Shelf ${shelves}`, margin: [0, 3, 0, 0] as [number, number, number, number] }] : []),
            ],
          },
          { width: 84, svg: qr, fit: [84, 84] },
        ],
        columnGap: 6,
      },
      { text: care, fontSize: 7, color: DAY.soft, margin: [0, 4, 0, 0] },
    ],
  }
}

const lengthIn = (units: UnitSystem) => (mm: number) => format(mm, 'length', units, Number.isInteger(mm) ? 0 : 2)

/** The label of a bearing: number, sizes, mass. */
export function bearingLabel({ row, stock }: BearingView, address: string, units: UnitSystem): Promise<TDocumentDefinitions> {
  const length = lengthIn(units)
  const size = `${length(row.boreMm)} × ${length(row.outsideMm)} × ${length(row.widthMm)} ${unitOf('length', units)}`
  const lines = [{ text: size, bold: true }, { text: `${format(row.massKg, 'mass', units)} ${unitOf('mass', units)}` }]
  const care = 'Leave it in its wrapping until it is mounted. Read clearance and letters on the ring.'
  return shelfLabel({ name: row.designation, kind: FAMILY_LABEL[row.family], lines, stock, care }, address)
}

/** The label of a part: name, main sizes, what belongs to it. */
export function partLabelDocument(
  part: Part,
  stock: readonly StockItem[],
  address: string,
  units: UnitSystem,
): Promise<TDocumentDefinitions> {
  const length = lengthIn(units)
  const lines = [
    ...part.sizes.slice(0, 3).map(([what, mm]) => ({ text: `${what} ${length(mm)} ${unitOf('length', units)}` })),
    ...part.facts.slice(0, 1).map((text) => ({ text: say(text, units) })),
  ]
  const care = part.with.length ? `Belongs to ${part.with.slice(0, 4).join(', ')}.` : part.source
  return shelfLabel({ name: part.name, kind: PART_LABEL[part.kind], lines, stock, care }, address)
}
