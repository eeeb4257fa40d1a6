import type { Well } from '#core/colour'
import { hexOf } from './hex'

/** A palette as a picture: its title, and each colour with its name and its figures. */

const COLUMNS = 4
/** Px, at twice the size of a screen's. */
const [CELL_WIDTH, PATCH_HEIGHT, CELL_HEIGHT, GAP, MARGIN, HEAD] = [360, 200, 290, 28, 56, 110]
const FACE = '"Lexend Variable", sans-serif'
const [INK, SOFT, PAPER] = ['#2b2620', '#5f564a', '#fffdf6']

/** PNG bytes. */
export async function colourCard(title: string, wells: readonly Well[]): Promise<Uint8Array> {
  await Promise.all([document.fonts.load(`600 44px ${FACE}`), document.fonts.load(`400 28px ${FACE}`)])
  const columns = Math.min(COLUMNS, Math.max(1, wells.length))
  const rows = Math.ceil(wells.length / columns)
  // The canvas of a page: letters of its own faces, and those of the device for all others.
  const canvas = document.createElement('canvas')
  canvas.width = 2 * MARGIN + columns * CELL_WIDTH + (columns - 1) * GAP
  canvas.height = 2 * MARGIN + HEAD + rows * CELL_HEIGHT
  const pen = canvas.getContext('2d')!
  pen.fillStyle = PAPER
  pen.fillRect(0, 0, canvas.width, canvas.height)
  pen.textBaseline = 'top'
  write(pen, title, MARGIN, MARGIN, canvas.width - 2 * MARGIN, { font: `600 44px ${FACE}`, colour: INK })
  wells.forEach(({ name, colour }, i) => {
    const x = MARGIN + (i % columns) * (CELL_WIDTH + GAP)
    const y = MARGIN + HEAD + Math.floor(i / columns) * CELL_HEIGHT
    pen.fillStyle = hexOf(colour)
    pen.beginPath()
    pen.roundRect(x, y, CELL_WIDTH, PATCH_HEIGHT, 18)
    pen.fill()
    // A light one has an edge on the paper.
    pen.strokeStyle = 'rgb(40 30 10 / 35%)'
    pen.lineWidth = 2
    pen.stroke()
    write(pen, name, x, y + PATCH_HEIGHT + 12, CELL_WIDTH, { font: `600 28px ${FACE}`, colour: INK })
    const figures = `${colour.join(' ')} · ${hexOf(colour)}`
    write(pen, figures, x, y + PATCH_HEIGHT + 46, CELL_WIDTH, { font: `400 22px ${FACE}`, colour: SOFT })
  })
  const blob = await new Promise<Blob | null>(resolve => canvas.toBlob(resolve, 'image/png'))
  return new Uint8Array(await blob!.arrayBuffer())
}

/** One line, cut where there is no more room. */
function write(
  pen: CanvasRenderingContext2D,
  text: string,
  x: number,
  y: number,
  width: number,
  { font, colour }: { font: string; colour: string },
): void {
  pen.font = font
  pen.fillStyle = colour
  const signs = [...text]
  let shown = text
  while (signs.length > 1 && pen.measureText(shown).width > width) {
    signs.pop()
    shown = `${signs.join('').trimEnd()}…`
  }
  pen.fillText(shown, x, y)
}
