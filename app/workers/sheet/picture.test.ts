import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { loadKernels } from '#core/kernels'
import type { Drawing } from '#core/layers'
import { PICTURE_GROUNDS } from '../../sheet/picture-grounds'
import { picturePixels, picturePng } from './picture'

const kernels = loadKernels()
const tile = new Uint8Array(256 * 256 * 4)
// A faint colour that a premultiplied 8-bit canvas would spoil, beside a strong one.
for (let i = 0; i < 100; i++) tile.set(i < 50 ? [201, 117, 43, 5] : [10, 90, 200, 255], 4 * (20 * 256 + i))
const drawing: Drawing = {
  sheet: { width: 300, height: 200, paper: [250, 246, 238], texture: { name: 'cold-pressed', under: 100, over: 60 } },
  layers: [{ id: 'a', name: 'a', visible: true, opacity: 100, tiles: new Map([[0, tile]]) }],
}

describe('a saved picture', () => {
  it.each(PICTURE_GROUNDS)('on %s is read by another library px for px', async ground => {
    const { data, info } = await sharp(picturePng(kernels, drawing, ground))
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true })
    expect(info).toMatchObject({ width: 300, height: 200, channels: 4 })
    expect(Buffer.compare(data, Buffer.from(picturePixels(kernels, drawing, ground)))).toBe(0)
  })

  it('leaves out the texture, or the paper, when asked', () => {
    const at = (ground: 'paper' | 'plain' | 'clear', x: number, y: number) => [
      ...picturePixels(kernels, drawing, ground).subarray(4 * (y * 300 + x), 4 * (y * 300 + x) + 4),
    ]
    expect(at('clear', 10, 20)).toEqual([201, 117, 43, 5])
    expect(at('clear', 200, 100)).toEqual([0, 0, 0, 0])
    expect(at('plain', 200, 100)).toEqual([250, 246, 238, 255])
    const greys = new Set(Array.from({ length: 80 }, (_, i) => at('paper', 150 + i, 150).join()))
    expect(greys.size).toBeGreaterThan(8)
    expect(at('paper', 70, 20)).not.toEqual(at('plain', 70, 20))
  })
})
