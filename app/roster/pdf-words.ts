import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, rgb, type PDFFont, type PDFPage } from 'pdf-lib'
import { create } from 'qrcode'
import latinBold from '@fontsource/lexend/files/lexend-latin-700-normal.woff?url'
import latin from '@fontsource/lexend/files/lexend-latin-400-normal.woff?url'
import moreBold from '@fontsource/lexend/files/lexend-latin-ext-700-normal.woff?url'
import more from '@fontsource/lexend/files/lexend-latin-ext-400-normal.woff?url'
import { picturedLine, type PicturedLine } from './pictured-line'

/** What slips and printed sheets have in common: words in our face, codes, and lines in other letters. */

export const INK = rgb(0.13, 0.12, 0.11)
export const SOFT = rgb(0.39, 0.37, 0.33)

/** A face in two parts: the letters of most European languages, and the rest of them. */
export type Face = readonly [PDFFont, PDFFont]

/** A PDF to be filled, and the faces that it is written in. */
export async function newPdf(
  title: string,
  fontBytes: (url: string) => Promise<ArrayBuffer> = fetched,
): Promise<{ pdf: PDFDocument; plain: Face; bold: Face }> {
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkit)
  pdf.setTitle(title)
  const embed = async (url: string) => pdf.embedFont(await fontBytes(url), { subset: true })
  return {
    pdf,
    plain: [await embed(latin), await embed(more)],
    bold: [await embed(latinBold), await embed(moreBold)],
  }
}

export interface Line {
  readonly x: number
  readonly y: number
  readonly size: number
  /** It becomes as much smaller as it must be to fit. */
  readonly room: number
  readonly colour: ReturnType<typeof rgb>
}

/** Writes a line in a face; in letters that it does not have it is `pictured`. */
export async function writeAny(
  page: PDFPage,
  text: string,
  face: Face,
  line: Line,
  pictured: () => Promise<PicturedLine> = () => picturedLine(text, false),
): Promise<void> {
  if (isWritable(text, face)) write(page, text, face, line)
  else await placePictured(page, await pictured(), line)
}

/** Draws words as a QR code (ISO/IEC 18004), in black. */
export function drawQr(page: PDFPage, text: string, { x, y, side }: { x: number; y: number; side: number }): void {
  const { modules } = create(text, { errorCorrectionLevel: 'M' })
  const unit = side / modules.size
  for (let row = 0; row < modules.size; row++)
    for (let from = 0; from < modules.size; from++) {
      if (!modules.get(row, from)) continue
      let to = from + 1
      while (to < modules.size && modules.get(row, to)) to++
      const place = { x: x + from * unit, y: y + side - (row + 1) * unit }
      page.drawRectangle({ ...place, width: (to - from) * unit, height: unit, color: rgb(0, 0, 0) })
      from = to
    }
}

/** Places a line that was drawn, as much smaller as it must be to fit. */
async function placePictured(
  page: PDFPage,
  { png, width, height, below }: PicturedLine,
  { x, y, size, room }: Omit<Line, 'colour'>,
): Promise<void> {
  const fitted = Math.min(size, room / width)
  const image = await page.doc.embedPng(png)
  page.drawImage(image, { x, y: y - below * fitted, width: width * fitted, height: height * fitted })
}

/** Whether the face has all of its letters. */
function isWritable(text: string, face: Face): boolean {
  const known = face.map(font => new Set(font.getCharacterSet()))
  return [...text.normalize('NFC')].every(letter => known.some(set => set.has(letter.codePointAt(0)!)))
}

/** Writes a line, as much smaller as it must be to fit; a letter that neither part of the face has becomes a “?”. */
export function write(page: PDFPage, text: string, face: Face, { x, y, size, room, colour }: Line): void {
  const runs = runsOf(text, face)
  const wide = runs.reduce((sum, run) => sum + run.font.widthOfTextAtSize(run.text, size), 0)
  const fitted = wide > room ? (size * room) / wide : size
  let left = x
  for (const run of runs) {
    page.drawText(run.text, { x: left, y, size: fitted, font: run.font, color: colour })
    left += run.font.widthOfTextAtSize(run.text, fitted)
  }
}

function runsOf(text: string, face: Face): { text: string; font: PDFFont }[] {
  const known = face.map(font => new Set(font.getCharacterSet()))
  const runs: { text: string; font: PDFFont }[] = []
  for (const letter of text.normalize('NFC')) {
    const place = known.findIndex(set => set.has(letter.codePointAt(0)!))
    const font = face[Math.max(place, 0)]!
    const shown = place < 0 ? '?' : letter
    const last = runs.at(-1)
    if (last?.font === font) last.text += shown
    else runs.push({ text: shown, font })
  }
  return runs
}

async function fetched(url: string): Promise<ArrayBuffer> {
  const answer = await fetch(url)
  if (!answer.ok) throw new Error(`the font can't be had: ${answer.status}`)
  return answer.arrayBuffer()
}
