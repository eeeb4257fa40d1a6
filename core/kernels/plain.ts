import { assert, type Rect } from '../base'
import {
  FULL,
  type Dab,
  type DabSpec,
  type DabValues,
  type DrawCommand,
  type Gather,
  type Ground,
  type Kernels,
  type LayerTile,
  type Laying,
  type TextureName,
  type Tile,
} from './contract'
import { clipDab, dabShape, spansOf } from './dabshape'
import { differPlain, dilatePlain } from './plain/bits'
import { blendPlain } from './plain/blend'
import { blurAcrossPlain, blurDownPlain, unpremultiplyPlain, premultiplyPlain } from './plain/blur'
import { compositePlain, halvePlain } from './plain/composite'
import { makeDabPlain } from './plain/dab'
import { layPlain } from './plain/lay'
import { readPicturePlain } from './plain/read'
import { readStraightPlain } from './plain/straight'
import { resampleRowsPlain } from './plain/resample'
import { DITHER as dither } from './dither'
import { textureOf } from './textures'

interface PlainDab extends Dab {
  readonly values: Uint16Array
}

/** The plain twin of the SIMD kernels: the fallback, and what tests hold them against. */
export function plainKernels(): Kernels {
  const textures = new Map<TextureName, Uint16Array>()
  let mask = new Uint16Array(0)
  let width = 0
  let height = 0

  function makeDab(spec: DabSpec): PlainDab {
    const shape = dabShape(spec)
    const { rows, blocks, reach } = shape
    return loadDab({ rows, blocks, reach, values: makeDabPlain(shape) })
  }

  function loadDab({ rows, blocks, reach, values }: DabValues): PlainDab {
    return { rows, blocks, reach, spans: spansOf(values, rows, blocks), values }
  }

  function texture(name: TextureName): Uint16Array {
    let values = textures.get(name)
    if (!values) textures.set(name, (values = textureOf(name)))
    return values
  }

  function stamp(gather: Gather, dab: Dab, x: number, y: number): void {
    const { values } = dab as PlainDab
    const part = clipDab(dab, x, y, width, height)
    if (!part) return
    for (let row = part.r0; row < part.r1; row++) {
      for (let column = 0; column < dab.blocks * 8; column++) {
        const d = values[row * dab.blocks * 8 + column]!
        if (d === 0 || x + column < 0 || x + column >= width) continue
        const at = (y + row) * width + x + column
        const m = mask[at]!
        mask[at] = gather === 'peak' ? Math.max(m, d) : m + (((FULL - m) * d + FULL / 2) >>> 15)
      }
    }
  }

  function openMask(w: number, h: number): void {
    width = w
    height = h
    mask = new Uint16Array(w * h)
  }

  return {
    name: 'plain',
    pictures: new Map(),
    openMask,
    fitMask(w, h) {
      if (w !== width || h !== height) openMask(w, h)
    },
    clearMask(rect: Rect) {
      for (let y = rect.y0; y < rect.y1; y++) mask.fill(0, y * width + rect.x0, y * width + rect.x1)
    },
    writeMaskRow(x, y, values) {
      assert(x >= 0 && x + values.length <= width && y >= 0 && y < height, 'mask row lies off the sheet')
      mask.set(values, y * width + x)
    },
    fillMaskRow(y, x0, x1) {
      assert(x0 >= 0 && x1 <= width && y >= 0 && y < height, 'mask row lies off the sheet')
      mask.fill(FULL, y * width + x0, y * width + x1)
    },
    readMask(rect) {
      const w = rect.x1 - rect.x0
      const out = new Uint16Array(w * (rect.y1 - rect.y0))
      for (let y = rect.y0; y < rect.y1; y++) {
        out.set(mask.subarray(y * width + rect.x0, y * width + rect.x1), (y - rect.y0) * w)
      }
      return out
    },
    makeDab,
    loadDab,
    dropDabs() {},
    stamp,
    lay(laying: Laying, src: Tile | null, out: Tile, tileX: number, tileY: number, rect: Rect) {
      layPlain(
        { dither, texture: texture(laying.grain.texture) },
        laying,
        src,
        out,
        tileX,
        tileY,
        rect,
        (x, y) => mask[y * width + x]!,
      )
    },
    composite(layers: readonly LayerTile[], ground: Ground, out: Tile, rect: Rect) {
      compositePlain(layers, ground, out, rect)
    },
    blend(commands: readonly DrawCommand[], ground: Ground, out: Tile, rect: Rect) {
      blendPlain(commands, ground, out, rect)
    },
    readPicture: readPicturePlain,
    readStraight: readStraightPlain,
    resampleRows: resampleRowsPlain,
    halve: halvePlain,
    differ: differPlain,
    dilate: dilatePlain,
    premultiply: premultiplyPlain,
    unpremultiply: (values, out, tileX, tileY, seed) =>
      unpremultiplyPlain(dither, values, out, tileX + (seed & 15), tileY + ((seed >>> 4) & 15)),
    blurAcross: blurAcrossPlain,
    blurDown: blurDownPlain,
  }
}
