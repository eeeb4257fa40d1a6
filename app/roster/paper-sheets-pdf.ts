import { rgb } from 'pdf-lib'
import { printedSheet } from '#core/paper'
import { POINTS_PER_MM } from '#core/print'
import { paperLink } from './paper-link'
import { drawQr, INK, newPdf, SOFT, writeAny } from './pdf-words'
import { picturedLine } from './pictured-line'

export interface SheetsToPrint {
  readonly classId: number
  readonly className: string
  readonly plan: { readonly id: number; readonly title: string }
  readonly sheet: { readonly width: number; readonly height: number }
  readonly learners: readonly { readonly id: number; readonly name: string }[]
}

const LINE_MM = 0.2

/** A page for each learner to draw on: name, plan, a code that says whose it is, and the frame of the drawing. */
export async function paperSheetsPdf(
  { classId, className, plan, sheet, learners }: SheetsToPrint,
  origin: string,
  fontBytes?: (url: string) => Promise<ArrayBuffer>,
  pictured = picturedLine,
): Promise<Uint8Array> {
  const { pdf, plain, bold } = await newPdf(`${className}: ${plan.title}`, fontBytes)
  const { paper, frame, squares, square, code } = printedSheet(sheet)
  const mm = POINTS_PER_MM
  for (const learner of learners) {
    const page = pdf.addPage([paper.width * mm, paper.height * mm])
    const up = (y: number) => (paper.height - y) * mm
    const x = (frame.x < code.x - 40 ? Math.max(frame.x, 11) : 11) * mm
    const room = code.x * mm - x - 6 * mm
    for (const [text, face, size, y, colour] of [
      [learner.name, bold, 20, 19, INK],
      [plan.title, plain, 13, 27, INK],
      [className, plain, 10, 34, SOFT],
    ] as const)
      await writeAny(page, text, face, { x, y: up(y), size, room, colour }, () => pictured(text, face === bold))
    drawQr(page, paperLink(origin, { classId, plan: plan.id, learner: learner.id }), {
      x: code.x * mm,
      y: up(code.y + code.height),
      side: code.width * mm,
    })
    for (const at of squares)
      page.drawRectangle({
        x: (at.x - square / 2) * mm,
        y: up(at.y + square / 2),
        width: square * mm,
        height: square * mm,
        color: rgb(0, 0, 0),
      })
    // Between the squares, outside the drawing: so that nobody draws over its edge.
    const out = 0.6
    page.drawRectangle({
      x: (frame.x - out) * mm,
      y: up(frame.y + frame.height + out),
      width: (frame.width + 2 * out) * mm,
      height: (frame.height + 2 * out) * mm,
      borderColor: rgb(0.75, 0.75, 0.75),
      borderWidth: LINE_MM * mm,
    })
  }
  return pdf.save()
}
