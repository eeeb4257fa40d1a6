import type { PDFPage } from 'pdf-lib'
import { picturesOf } from '#core/roster'
import { fieldsOn, PAPER_MM, POINTS_PER_MM } from '#core/print'
import type { SlipsView } from '#shared/views'
import { drawQr, INK, newPdf, SOFT, write, writeAny } from './pdf-words'
import { picturedLine } from './pictured-line'
import { PIN_PATHS } from './pin-pictures'
import { slipLink } from './slip-link'

/** Slips on a page of A4, and the paper left free round them and inside each, mm. */
const [COLUMNS, ROWS] = [2, 6]
const MARGIN_MM = 12
const INSIDE_MM = 5
/** Side of the QR code, mm: a module is half a millimetre and more, as telephones need it. */
const QR_MM = 25

/**
 * Slips as a PDF to be printed and cut: class, name, class code, PIN, where to come in, and that as a QR code. Names in
 * letters that the face does not have are `pictured`.
 */
export async function slipsPdf(
  { className, code, hasPictures, slips }: SlipsView,
  origin: string,
  fontBytes?: (url: string) => Promise<ArrayBuffer>,
  pictured = picturedLine,
): Promise<Uint8Array> {
  const { pdf, plain, bold } = await newPdf(`${className}: slips`, fontBytes)
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
    ] as const)
      await writeAny(page, text, face, { x, y, size, room: whole, colour }, () => pictured(text, face === bold))
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
