// @vitest-environment node
import { readFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { printedFrame, printedSheet } from '#core/paper'
import { readCode } from '../workers/pictures/code'
import { readPaperLink } from './paper-link'
import { paperSheetsPdf } from './paper-sheets-pdf'

const root = fileURLToPath(new URL('../../', import.meta.url))
const fontBytes = async (url: string) => {
  const bytes = await readFile(root + url.slice(url.indexOf('node_modules')))
  return bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength)
}
const learners = [
  { id: 17, name: 'Ada Tregear' },
  { id: 18, name: 'A name that goes on and on until it fills all of sixty letters' },
]
/** Px to a mm. */
const SCALE = 6

describe.each([
  { width: 1600, height: 1200 },
  { width: 1200, height: 1700 },
  { width: 2500, height: 2500 },
])('sheets to draw on, $width × $height', sheet => {
  const made = paperSheetsPdf(
    { classId: 3, className: 'Sandbank evening', plan: { id: 12, title: 'The tin kettle' }, sheet, learners },
    'https://easel.example:4310',
    fontBytes,
  )
  /** Read and drawn by pdf.js, which had no part in writing it. */
  const opened = made.then(bytes => getDocument({ data: bytes.slice(), useSystemFonts: false, verbosity: 0 }).promise)

  it('are a page for each learner, and say whose it is inside the page, beside its code', async () => {
    const pdf = await opened
    expect(pdf.numPages).toBe(2)
    const { code } = printedSheet(sheet)
    for (const [i, { name }] of learners.entries()) {
      const { items } = await (await pdf.getPage(i + 1)).getTextContent()
      const lines = items.flatMap(each =>
        'str' in each ? [{ text: each.str, right: (each.transform[4] as number) + each.width }] : [],
      )
      const words = lines.map(each => each.text).join('')
      for (const text of [name, 'The tin kettle', 'Sandbank evening']) expect(words).toContain(text)
      for (const { right } of lines) expect((right / 72) * 25.4).toBeLessThan(code.x - 3)
    }
  })

  it('have a code that is read, and a frame that is found where it was printed', async () => {
    const pdf = await opened
    const page = await pdf.getPage(2)
    const viewport = page.getViewport({ scale: (SCALE / 72) * 25.4 })
    const canvases = pdf.canvasFactory as {
      create(width: number, height: number): { context: CanvasRenderingContext2D }
    }
    const [width, height] = [Math.ceil(viewport.width), Math.ceil(viewport.height)]
    const { context } = canvases.create(width, height)
    await page.render({ canvasContext: context, viewport }).promise
    const picture = { width, height, pixels: new Uint8Array(context.getImageData(0, 0, width, height).data) }
    const code = readCode(picture)!
    expect(readPaperLink(code.text)).toEqual({
      classId: 3,
      plan: 12,
      learner: 18,
      origin: 'https://easel.example:4310',
    })
    const layout = printedSheet(sheet)
    const found = printedFrame(picture, layout, code.corners, null)!
    const { x, y, width: w, height: h } = layout.frame
    const wanted = [x, y, x + w, y, x + w, y + h, x, y + h].map(each => each * SCALE)
    const off = found.flatMap(each => [each.x, each.y]).map((each, i) => Math.abs(each - wanted[i]!))
    // A quarter of a millimetre.
    expect(Math.max(...off)).toBeLessThan(SCALE / 4)
  })
})
