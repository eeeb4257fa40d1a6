import {
  clip,
  endPath,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  rgb,
  StandardFonts,
  type PDFImage,
  type PDFPage,
} from 'pdf-lib'
import sharp from 'sharp'
import { panelName, panelsOf } from '#core/mural'
import { POINTS_PER_MM, posterOn, type PaperName, type PosterPage } from '#core/print'
import type { MuralFacts } from '#shared/mural'
import { missingPicture } from '../jobs/missing'

/** How good the pictures in a poster are, of 100: seen from a step away nothing is lost. */
const QUALITY = 92
/** Marks where the paper is cut or glued over, mm: how long, and how far from the picture. */
const MARK_MM = 5
const AWAY_MM = 1
const INK = rgb(0.2, 0.2, 0.2)

/**
 * A mural as a poster over pages of paper (A4 or A3, ISO 216), `width` mm wide in all: neighbours overlap by a cm, crop
 * marks show where, and each page says which one it is. A panel's picture is stored once, however many pages show a
 * part of it.
 */
export async function posterPdf(
  { title, grid }: MuralFacts,
  { paper, width }: { paper: PaperName; width: number },
  panel: (place: number) => Promise<Buffer | null>,
): Promise<Uint8Array> {
  const mmPerPx = width / (grid.columns * grid.width)
  const poster = posterOn(paper, width, grid.rows * grid.height * mmPerPx, { marginMm: 10 })
  const pdf = await PDFDocument.create()
  pdf.setTitle(title)
  const font = await pdf.embedFont(StandardFonts.Helvetica)
  const images: PDFImage[] = []
  for (const [place, each] of panelsOf(grid).entries())
    images.push(
      await pdf.embedJpg(
        await sharp((await panel(place)) ?? (await missingPicture(grid, panelName(each))))
          .jpeg({ quality: QUALITY, chromaSubsampling: '4:4:4' })
          .toBuffer(),
      ),
    )
  for (const one of poster.pages) {
    const page = pdf.addPage([poster.paper.width * POINTS_PER_MM, poster.paper.height * POINTS_PER_MM])
    drawPart(page, one, images, grid, mmPerPx)
    drawMarks(page, one)
    page.drawText(`row ${one.row + 1} of ${poster.rows}, column ${one.column + 1} of ${poster.columns}`, {
      x: one.at.x * POINTS_PER_MM,
      y: 3 * POINTS_PER_MM,
      size: 7,
      font,
      color: INK,
    })
  }
  return pdf.save()
}

/** Points from the page's lower left corner, of a place in mm from its upper left one. */
function onPage(page: PDFPage, x: number, y: number): [number, number] {
  return [x * POINTS_PER_MM, page.getHeight() - y * POINTS_PER_MM]
}

function drawPart(
  page: PDFPage,
  { shows, at }: PosterPage,
  images: readonly PDFImage[],
  grid: MuralFacts['grid'],
  mmPerPx: number,
): void {
  const [x, y] = onPage(page, at.x, at.y + at.height)
  page.pushOperators(
    pushGraphicsState(),
    rectangle(x, y, at.width * POINTS_PER_MM, at.height * POINTS_PER_MM),
    clip(),
    endPath(),
  )
  for (const [i, { own }] of panelsOf(grid).entries()) {
    const [left, top, right, bottom] = [own.x0 * mmPerPx, own.y0 * mmPerPx, own.x1 * mmPerPx, own.y1 * mmPerPx]
    if (right <= shows.x || left >= shows.x + shows.width || bottom <= shows.y || top >= shows.y + shows.height)
      continue
    const [px, py] = onPage(page, at.x + left - shows.x, at.y + bottom - shows.y)
    page.drawImage(images[i]!, {
      x: px,
      y: py,
      width: (right - left) * POINTS_PER_MM,
      height: (bottom - top) * POINTS_PER_MM,
    })
  }
  page.pushOperators(popGraphicsState())
}

/** Two short lines at each corner of what the page shows. */
function drawMarks(page: PDFPage, { at }: PosterPage): void {
  for (const [x, outX] of [
    [at.x, -1],
    [at.x + at.width, 1],
  ] as const) {
    for (const [y, outY] of [
      [at.y, -1],
      [at.y + at.height, 1],
    ] as const) {
      const line = (dx: number, dy: number) => {
        const [x0, y0] = onPage(page, x + AWAY_MM * dx, y + AWAY_MM * dy)
        const [x1, y1] = onPage(page, x + (AWAY_MM + MARK_MM) * dx, y + (AWAY_MM + MARK_MM) * dy)
        page.drawLine({ start: { x: x0, y: y0 }, end: { x: x1, y: y1 }, thickness: 0.4, color: INK })
      }
      line(outX, 0)
      line(0, outY)
    }
  }
}
