import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, rgb, type PDFFont, type PDFPage } from 'pdf-lib'
import { create } from 'qrcode'
import latinBold from '@fontsource/lexend/files/lexend-latin-700-normal.woff?url'
import latin from '@fontsource/lexend/files/lexend-latin-400-normal.woff?url'
import moreBold from '@fontsource/lexend/files/lexend-latin-ext-700-normal.woff?url'
import more from '@fontsource/lexend/files/lexend-latin-ext-400-normal.woff?url'
import { picturesOf } from '#core/roster'
import { fieldsOn, PAPER_MM, POINTS_PER_MM } from '#core/print'
import type { SlipsView } from '#shared/views'
import { picturedLine, type PicturedLine } from './pictured-line'
import { PIN_PATHS } from './pin-pictures'
import { slipLink } from './slip-link'

/** Slips on a page of A4, and the paper left free round them and inside each, mm. */
const [COLUMNS, ROWS] = [2, 6]
const MARGIN_MM = 12
const INSIDE_MM = 5
/** Side of the QR code, mm: a module is half a millimetre and more, as telephones need it. */
const QR_MM = 25
const INK = rgb(0.13, 0.12, 0.11)
const SOFT = rgb(0.39, 0.37, 0.33)

/** A face in two parts: the letters of most European languages, and the rest of them. */
type Face = readonly [PDFFont, PDFFont]

/**
 * Slips as a PDF to be printed and cut: class, name, class code, PIN, where to come in, and that as a QR code. Names in
 * letters that the face does not have are `pictured`.
 */
export async function slipsPdf(
  { className, code, hasPictures, slips }: SlipsView,
  origin: string,
  fontBytes: (url: string) => Promise<ArrayBuffer> = fetched,
  pictured = picturedLine,
): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkit)
  pdf.setTitle(`${className}: slips`)
  const embed = async (url: string) => pdf.embedFont(await fontBytes(url), { subset: true })
  const plain: Face = [await embed(latin), await embed(more)]
  const bold: Face = [await embed(latinBold), await embed(moreBold)]
  const { width, height } = PAPER_MM.a4
  for (const [i, { page: number, field }] of fieldsOn('a4', slips.length, COLUMNS, ROWS, MARGIN_MM).entries()) {
    const page = pdf.getPages()[number] ?? pdf.addPage([width * POINTS_PER_MM, height * POINTS_PER_MM])
    const { name, pin } = slips[i]!
    const x = (field.x + INSIDE_MM) * POINTS_PER_MM
    const whole = (field.width - 2 * INSIDE_MM) * POINTS_PER_MM
    const room = whole - (QR_MM + INSIDE_MM) * POINTS_PER_MM
    const at = (mm: number) => (height - field.y - mm) * POINTS_PER_MM
    page.drawRectangle({
      x: field.x * POINTS_PER_MM,
      y: at(field.height),
      width: field.width * POINTS_PER_MM,
      height: field.height * POINTS_PER_MM,
      borderColor: SOFT,
      borderWidth: 0.5,
      borderDashArray: [3, 3],
    })
    for (const [text, face, size, y, colour] of [
      [className, plain, 9, at(9), SOFT],
      [name, bold, 17, at(17), INK],
    ] as const) {
      if (isWritable(text, face)) write(page, text, face, { x, y, size, room: whole, colour })
      else await placePictured(page, await pictured(text, face === bold), { x, y, size, room: whole })
    }
    write(page, `class code  ${code}`, plain, { x, y: at(26), size: 12, room, colour: INK })
    if (hasPictures) drawPictures(page, pin, { x, y: at(28.5), size: 7 * POINTS_PER_MM })
    else write(page, `PIN  ${pin}`, bold, { x, y: at(34), size: 14, room, colour: INK })
    write(page, new URL(origin).host, plain, { x, y: at(41), size: 8, room, colour: SOFT })
    drawQr(page, slipLink(origin, code, name, hasPictures), {
      x: x + whole - QR_MM * POINTS_PER_MM,
      y: at(18 + QR_MM),
      side: QR_MM * POINTS_PER_MM,
    })
  }
  return pdf.save()
}

/** The pictures of a PIN in a row; `y`: their upper edge. */
function drawPictures(page: PDFPage, pin: string, { x, y, size }: { x: number; y: number; size: number }): void {
  for (const [i, picture] of picturesOf(pin).entries())
    page.drawSvgPath(PIN_PATHS[picture], { x: x + i * size * 1.15, y, scale: size / 24, color: INK, borderWidth: 0 })
}

/** Draws words as a QR code (ISO/IEC 18004), in black. */
function drawQr(page: PDFPage, text: string, { x, y, side }: { x: number; y: number; side: number }): void {
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
  { x, y, size, room }: { x: number; y: number; size: number; room: number },
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
function write(
  page: PDFPage,
  text: string,
  face: Face,
  { x, y, size, room, colour }: { x: number; y: number; size: number; room: number; colour: ReturnType<typeof rgb> },
): void {
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
