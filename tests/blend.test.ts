import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { seededRandom } from '#core/base'
import { BLEND_MODES, simdKernels, TILE_BYTES, type DrawCommand } from '#core/kernels'
import { openBrowser, type OpenedBrowser } from './lib/browser'

/** Every blend mode beside Chromium's own canvas, on thousands of pairs of colours with alpha. */

let browser: OpenedBrowser
let page: Page
beforeAll(async () => {
  browser = await openBrowser()
  page = browser.context.pages()[0]!
})
afterAll(async () => {
  await browser.close()
})

const COUNT = 2000
const random = seededRandom(64)
const value = () => random.pick([0, 255, 128, random.int(0, 255), random.int(0, 255)])
const pairs = Array.from({ length: COUNT }, () => ({
  below: [value(), value(), value(), value()],
  above: [value(), value(), value(), value()],
}))

/** Ours: premultiplied, 0 … 255. */
function ours(mode: (typeof BLEND_MODES)[number]): number[][] {
  const [below, above] = [new Uint8Array(TILE_BYTES), new Uint8Array(TILE_BYTES)]
  pairs.forEach((pair, i) => {
    if (pair.below[3]) below.set(pair.below, 4 * i)
    if (pair.above[3]) above.set(pair.above, 4 * i)
  })
  const layer = (tile: Uint8Array, own: Partial<Extract<DrawCommand, { do: 'tile' }>> = {}): DrawCommand => ({
    do: 'tile',
    tile,
    opacity: 1,
    mode: 'normal',
    mask: null,
    isAtop: false,
    ...own,
  })
  const out = new Uint8Array(TILE_BYTES)
  simdKernels().blend([layer(below), layer(above, { mode })], null, out, { x0: 0, y0: 0, x1: 256, y1: 16 })
  return pairs.map((_, i) => {
    const [r, g, b, a] = out.subarray(4 * i, 4 * i + 4) as unknown as [number, number, number, number]
    return [(r * a) / 255, (g * a) / 255, (b * a) / 255, a]
  })
}

describe('blend modes beside Chromium’s canvas', () => {
  it.each(BLEND_MODES)('%s: within 1 of 255 on 2 000 pairs with alpha', async mode => {
    // A canvas of half floats: one of bytes would round the colours by their alpha before it mixes them.
    const { theirs, isFloat } = await page.evaluate(
      ({ pairs: all, operation }) => {
        const canvas = new OffscreenCanvas(all.length, 1)
        const pen = canvas.getContext('2d', {
          colorType: 'float16',
          willReadFrequently: true,
        } as CanvasRenderingContext2DSettings)!
        const css = ([r, g, b, a]: number[]) => `rgb(${r} ${g} ${b} / ${a! / 255})`
        all.forEach(({ below, above }, i) => {
          pen.globalCompositeOperation = 'source-over'
          pen.fillStyle = css(below)
          pen.fillRect(i, 0, 1, 1)
          pen.globalCompositeOperation = operation as GlobalCompositeOperation
          pen.fillStyle = css(above)
          pen.fillRect(i, 0, 1, 1)
        })
        const image = pen.getImageData(0, 0, all.length, 1, { pixelFormat: 'rgba-float16' } as ImageDataSettings)
        const isHalf = image.data.constructor.name === 'Float16Array'
        const scale = isHalf ? 255 : 1
        return {
          isFloat: isHalf,
          theirs: Array.from({ length: all.length }, (_, i) => {
            const [r, g, b, a] = [0, 1, 2, 3].map(c => Number(image.data[4 * i + c]) * scale) as [
              number,
              number,
              number,
              number,
            ]
            return [(r * a) / 255, (g * a) / 255, (b * a) / 255, a]
          }),
        }
      },
      { pairs, operation: mode === 'normal' ? 'source-over' : mode === 'plus-lighter' ? 'lighter' : mode },
    )
    const own = ours(mode)
    let worst = 0
    let over = 0
    for (let i = 0; i < COUNT; i++) {
      const off = Math.max(...own[i]!.map((each, c) => Math.abs(each - theirs[i]![c]!)))
      worst = Math.max(worst, off)
      if (off > 1) over++
    }
    console.log(
      `${mode}: at most ${worst.toFixed(2)} of 255 from Chromium's canvas${isFloat ? '' : ' (of bytes)'}, ${over} of ${COUNT} over 1`,
    )
    expect(isFloat).toBe(true)
    // Half floats have eleven bits: where burning and dodging stretch a colour, one pair in a thousand can tell.
    expect(over).toBeLessThanOrEqual(COUNT / 1000)
    expect(worst).toBeLessThanOrEqual(1.5)
  })
})
