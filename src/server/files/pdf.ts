import { createRequire } from 'node:module'
import { join, dirname } from 'node:path'
import pdfmake from 'pdfmake'
import type { TDocumentDefinitions } from 'pdfmake/interfaces.js'
import { DAY } from '../../core/drawing/palette.js'

/** Documents reach neither the network nor other files than their fonts. */
const fontDir = join(dirname(createRequire(import.meta.url).resolve('pdfmake/package.json')), 'fonts', 'Roboto')
export const PDF_FONT = 'Roboto'
export const PDF_FONT_FILES = {
  normal: join(fontDir, 'Roboto-Regular.ttf'),
  bold: join(fontDir, 'Roboto-Medium.ttf'),
  italics: join(fontDir, 'Roboto-Italic.ttf'),
  bolditalics: join(fontDir, 'Roboto-MediumItalic.ttf'),
}
pdfmake.setFonts({ [PDF_FONT]: PDF_FONT_FILES })
pdfmake.setUrlAccessPolicy(() => false)
pdfmake.setLocalAccessPolicy((path: string) => path.startsWith(fontDir))

/** Inks of what is good, to be watched, to be stopped, and open, on white paper. */
export const STATE_INK = { good: '#3f6212', caution: '#8a5300', stop: DAY.rowan, open: DAY.soft, note: DAY.soft } as const

export async function renderPdf(document: TDocumentDefinitions): Promise<Buffer> {
  return Buffer.from(await pdfmake.createPdf(document).getBuffer())
}
