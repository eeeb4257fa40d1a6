import sharp from 'sharp'
import type { Pixels } from '#core/kernels'
import { TILE, TILE_BYTES } from '#core/kernels'
import { sheetRect, tilesPicture, tilesUnder, type Drawing, type Layer } from '#core/layers'
import { openRasterOf, readOpenRaster, type ReadFile } from '#core/layered'
import { packPicture, settledPixels, unpackPicture } from '#core/pictures'
import { digestOf } from '../server/utils/digest'
import { zlib } from '../server/utils/zlib'
import { kernels, sheet, SIDE } from './core'
import { side, type Row } from './measure'

/** Eight layers of 2500 × 2500 px, all full of paint, to an OpenRaster file and back. */

/** Broad soft colour with the grain of a dry brush, half-clear. */
function paintedLayer(n: number): Layer {
  const tiles = new Map<number, Uint8Array>()
  for (const { number, part } of tilesUnder(sheet, sheetRect(sheet))) {
    const tile = new Uint8Array(TILE_BYTES)
    for (let i = 0; i < TILE * TILE; i++) {
      const [x, y] = [part.x0 + (i % TILE), part.y0 + Math.floor(i / TILE)]
      if (x >= SIDE || y >= SIDE) continue
      const grain = (x * 7919 + y * 104_729 + n * 31) % 5 === 0 ? 9 : 0
      tile[4 * i] = 120 + 60 * Math.sin((x + 90 * n) / 240) + grain
      tile[4 * i + 1] = 110 + 70 * Math.sin((y + 70 * n) / 310) + grain
      tile[4 * i + 2] = 90 + 20 * n
      tile[4 * i + 3] = 160 + 80 * Math.sin((x + y) / 400)
    }
    tiles.set(number, tile)
  }
  return { id: `l${n}`, name: `Layer ${n}`, visible: true, opacity: 80, tiles }
}

async function readAll(file: ReadFile): Promise<number> {
  const work = [...file.files.values()].map(async ({ bytes }) => {
    const { width = 1, height = 1 } = await sharp(bytes).metadata()
    return settledPixels(await unpackPicture(bytes, { width, height }, zlib)).pixels.length
  })
  return (await Promise.all(work)).reduce((sum, each) => sum + each, 0)
}

export async function layered(): Promise<Row[]> {
  const drawing: Drawing = { sheet, layers: Array.from({ length: 8 }, (_, n) => paintedLayer(n)) }
  const hashOf = async (bytes: Uint8Array) => digestOf(bytes)
  const packing = { pack: (picture: Pixels) => packPicture(picture, zlib, 'soon'), hashOf }
  const { bytes } = await openRasterOf(kernels, drawing, packing)
  const pictures = drawing.layers.map(({ tiles }) => tilesPicture(sheet, tiles)!.picture)
  const raw = { raw: { width: SIDE, height: SIDE, channels: 4 as const } }
  const packed = await Promise.all(
    pictures.map(({ pixels }) => sharp(pixels, raw).png({ compressionLevel: 3 }).toBuffer()),
  )
  return side(
    `eight full layers of 2500 × 2500 px as OpenRaster, ${(bytes.length / 1e6).toFixed(1)} MB (aim: 3 s each)`,
    [
      { name: 'Little Easel, written', run: () => openRasterOf(kernels, drawing, packing) },
      {
        name: 'sharp, the eight layers as PNG',
        run: () =>
          Promise.all(pictures.map(({ pixels }) => sharp(pixels, raw).png({ compressionLevel: 3 }).toBuffer())),
      },
      { name: 'Little Easel, read', run: async () => readAll(await readOpenRaster(bytes, hashOf)) },
      {
        name: 'sharp, the eight PNGs read',
        run: () => Promise.all(packed.map(each => sharp(each).ensureAlpha().raw().toBuffer())),
      },
    ],
    3,
  )
}
