import { createCanvas } from '@napi-rs/canvas'
import sharp from 'sharp'
import { loadKernels, type Pixels } from '#core/kernels'
import type { Layer } from '#core/layers'
import { Brought, type Destination } from '#core/moving'
import { packPicture, unpackPicture } from '#core/pictures'
import { zlib } from '../server/utils/zlib'
import { side, type Row } from './measure'

/** A picture of 2500 × 2500 px, and one of twelve megapixels, brought in on a sheet of 2500 × 2500 px. */

const SIDE = 2500
const kernels = loadKernels()
const sheet = { width: SIDE, height: SIDE, paper: [255, 255, 255] as const }
const clear: Layer = { id: 'one', name: 'one', visible: true, opacity: 100, tiles: new Map() }
const SHOWN = { x: 10, y: 10, scale: 0.28 }
const WINDOW = { x0: 0, y0: 0, x1: 800, y1: 720 }

/** Soft hills under a little noise, as a photograph has it. */
function photograph(width: number, height: number): Pixels {
  const pixels = new Uint8Array(4 * width * height)
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at += 4) {
      const noise = (x * 7919 + y * 104_729) % 11
      pixels[at] = 120 + 90 * Math.sin(x / 300) + noise
      pixels[at + 1] = 120 + 80 * Math.sin((x + y) / 210) + noise
      pixels[at + 2] = 110 + 70 * Math.cos(y / 310) + noise
      pixels[at + 3] = 255
    }
  }
  return { width, height, pixels }
}
const corners = (...points: number[]): Destination => ({ kind: 'corners', points })
const upright = (w: number, h: number) => corners(0, 0, w, 0, w, h, 0, h)

export async function bringing(): Promise<Row[]> {
  const square = photograph(SIDE, SIDE)
  const large = photograph(4000, 3000)
  const brought = new Brought(kernels, sheet, clear, square)
  const ofLarge = new Brought(kernels, sheet, clear, large)
  const raw = { raw: { width: SIDE, height: SIDE, channels: 4 as const } }
  const source = createCanvas(SIDE, SIDE)
  const data = source.getContext('2d').createImageData(SIDE, SIDE)
  data.data.set(square.pixels)
  source.getContext('2d').putImageData(data, 0, 0)
  const whole = createCanvas(SIDE, SIDE).getContext('2d')
  whole.imageSmoothingQuality = 'high'
  let seed = 0
  const shown = await side(
    'a picture of 2500 × 2500 px in hand, shown at the size of the screen (aim: a frame in 33 ms)',
    [
      {
        name: 'Little Easel',
        run() {
          seed += 3
          return brought.preview(corners(seed, 0, 2400, seed, 2300, 2400, 0, 2300), SHOWN, WINDOW)
        },
      },
    ],
    9,
  )
  const settled = await side(
    'a picture settled on 2500 × 2500 px (aim: 500 ms)',
    [
      { name: 'Little Easel, px for px', run: () => brought.laid(upright(SIDE, SIDE)) },
      { name: 'Little Easel, at 0.9 of its size', run: () => brought.laid(upright(2250, 2250)) },
      { name: 'sharp, at 0.9 of its size', run: () => sharp(square.pixels, raw).resize(2250, 2250).raw().toBuffer() },
      {
        name: 'Skia, at 0.9 of its size',
        run() {
          whole.setTransform(0.9, 0, 0, 0.9, 0, 0)
          whole.drawImage(source, 0, 0)
          return whole.getImageData(0, 0, SIDE, SIDE)
        },
      },
      { name: 'Little Easel, twelve megapixels', run: () => ofLarge.laid(upright(2500, 1875)) },
      {
        name: 'Little Easel, twelve megapixels, turned',
        run: () => ofLarge.laid(corners(100, 0, 2400, 100, 2300, 1900, 0, 1800)),
      },
    ],
    3,
  )
  const packed = await packPicture(large, zlib)
  const kept = await side(
    `twelve megapixels packed and read again (${(packed.length / 1e6).toFixed(1)} MB)`,
    [
      { name: 'Little Easel, packed', run: () => packPicture(large, zlib) },
      {
        name: 'sharp, packed',
        run: () =>
          sharp(large.pixels, { raw: { width: 4000, height: 3000, channels: 4 } })
            .removeAlpha()
            .png({ compressionLevel: 3, adaptiveFiltering: true })
            .toBuffer(),
      },
      { name: 'Little Easel, read', run: () => unpackPicture(packed, large, zlib) },
      { name: 'sharp, read', run: () => sharp(packed).ensureAlpha().raw().toBuffer() },
    ],
    3,
  )
  return [...shown, ...settled, ...kept]
}
