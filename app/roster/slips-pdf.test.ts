// @vitest-environment node
import { readFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import jsQR from 'jsqr'
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { slipsPdf } from './slips-pdf'

const root = fileURLToPath(new URL('../../', import.meta.url))
/** A font's bytes out of its package, as the page fetches them from the server. */
const fontBytes = async (url: string) => {
  const bytes = await readFile(root + url.slice(url.indexOf('node_modules')))
  return bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength)
}
const names = [
  'Ada Tregear',
  'Zoë Pell',
  'Łucja Żuraw',
  'Ștefan Țărm',
  '名 Ada',
  'שרה לוי',
  'A name that goes on and on until it fills all of sixty letters',
  ...Array.from({ length: 8 }, (_, i) => `Learner ${i + 7}`),
]
/** What a device would draw: here one px, told to be wide. */
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
)
const drawn: [string, boolean][] = []
const made = slipsPdf(
  {
    className: 'Sandbank evening',
    code: 'QRT629',
    hasPictures: false,
    slips: names.map((name, i) => ({ id: i, name, pin: String(1000 + i) })),
  },
  'https://easel.example:4310',
  fontBytes,
  (text, isBold) => {
    drawn.push([text, isBold])
    return Promise.resolve({ png: PIXEL, width: 40, height: 1.2, below: 0.3 })
  },
)

/** Read by pdf.js, which had no part in writing it. */
async function pages(): Promise<{ size: number[]; lines: { text: string; right: number }[] }[]> {
  const pdf = await getDocument({ data: (await made).slice(), useSystemFonts: false, verbosity: 0 }).promise
  return Promise.all(
    Array.from({ length: pdf.numPages }, async (_, i) => {
      const page = await pdf.getPage(i + 1)
      const { items } = await page.getTextContent()
      return {
        size: page.view,
        lines: items.flatMap(each =>
          'str' in each ? [{ text: each.str, right: (each.transform[4] as number) + each.width }] : [],
        ),
      }
    }),
  )
}

describe('slips to print', () => {
  it('are a PDF of A4 pages, twelve on each', async () => {
    const read = await pages()
    expect(read).toHaveLength(2)
    for (const { size } of read) expect(size.map(each => Math.round(each))).toEqual([0, 0, 595, 842])
    expect(read.map(({ lines }) => lines.filter(each => each.text.startsWith('PIN')).length)).toEqual([12, 3])
  })

  it('say name, code, PIN and where to come in, in letters of many languages', async () => {
    const text = (await pages())
      .flatMap(each => each.lines.map(line => line.text))
      .join('')
      .replace(/\s+/g, ' ')
    for (const words of [
      'Ada Tregear',
      'Zoë Pell',
      'Łucja Żuraw',
      'Ștefan Țărm',
      'class code QRT629',
      'PIN 1014',
      'easel.example:4310',
    ])
      expect(text).toContain(words)
  })

  it('have a name that the shipped face does not have as a picture, inside its slip', async () => {
    const pdf = await getDocument({ data: (await made).slice(), useSystemFonts: false, verbosity: 0 }).promise
    expect(drawn).toEqual([
      ['名 Ada', true],
      ['שרה לוי', true],
    ])
    const { fnArray, argsArray } = await (await pdf.getPage(1)).getOperatorList()
    const images = fnArray.flatMap((what, i) => (what === OPS.paintImageXObject ? [i] : []))
    expect(images).toHaveLength(2)
    const widths = images.map(i => {
      // Five places before the picture they are set out, one after the other.
      const since = i - 7
      const scales = fnArray.flatMap((what, k) =>
        what === OPS.transform && k > since && k < i ? [(argsArray[k] as number[])[0]!] : [],
      )
      return scales.reduce((product, each) => product * each, 1)
    })
    // Forty times as wide as its letters are high, it would be 680 points: a slip has 83 mm inside.
    for (const width of widths) expect(width).toBeCloseTo((83 * 72) / 25.4, 1)
  })

  it('keep a long name inside its slip', async () => {
    const { lines } = (await pages())[0]!
    const long = lines.filter(each => each.text.includes('goes on and on'))
    expect(long).toHaveLength(1)
    // The sixth slip lies in the right column, which ends 12 mm from the edge.
    expect(long[0]!.right).toBeLessThanOrEqual(595.28 - ((12 + 5) * 72) / 25.4 + 0.5)
  })

  it('have a QR code that a reader of them reads, with what a slip’s link holds', async () => {
    const pdf = await getDocument({ data: (await made).slice(), useSystemFonts: false, verbosity: 0 }).promise
    const page = await pdf.getPage(1)
    const viewport = page.getViewport({ scale: 3 })
    const canvases = pdf.canvasFactory as {
      create(width: number, height: number): { context: CanvasRenderingContext2D }
    }
    const { context } = canvases.create(Math.ceil(viewport.width), Math.ceil(viewport.height))
    await page.render({ canvasContext: context, viewport }).promise
    // The first slip: 12 to 105 mm from the left, 12 to 57.5 mm from above.
    const px = (mm: number) => Math.round((mm / 25.4) * 72 * 3)
    const { data, width, height } = context.getImageData(px(12), px(12), px(93), px(45.5))
    const link = new URL(jsQR(new Uint8ClampedArray(data), width, height)!.data)
    expect(link.origin).toBe('https://easel.example:4310')
    expect(Object.fromEntries(link.searchParams)).toEqual({ class: 'QRT629', name: 'Ada Tregear' })
  })
})

describe('slips for those who do not read numbers', () => {
  it('have pictures in the place of the PIN, and a square that says so', async () => {
    const bytes = await slipsPdf(
      { className: 'The small ones', code: 'QRT629', hasPictures: true, slips: [{ id: 1, name: 'Bo', pin: '0482' }] },
      'https://easel.example',
      fontBytes,
    )
    const pdf = await getDocument({ data: bytes, useSystemFonts: false, verbosity: 0 }).promise
    const page = await pdf.getPage(1)
    const words = (await page.getTextContent()).items.map(each => ('str' in each ? each.str : '')).join(' ')
    expect(words).not.toContain('PIN')
    expect(words).not.toContain('0482')
    // Outlines with curves: letters are text, and the square is of rectangles alone.
    const { argsArray, fnArray } = await page.getOperatorList()
    expect(argsArray.length).toBe(fnArray.length)
    const { slipLink } = await import('./slip-link')
    expect(new URL(slipLink('https://easel.example', 'QRT629', 'Bo', true)).searchParams.get('pictures')).toBe('1')
  })
})
