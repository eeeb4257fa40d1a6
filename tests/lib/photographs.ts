import { create } from 'qrcode'
import sharp from 'sharp'
import { loadKernels } from '#core/kernels'
import { showDrawing, type Drawing } from '#core/layers'
import { printedSheet } from '#core/paper'
import { photographedSheet } from '#core/paper/testing'

interface Taken {
  readonly seed: number
  /** Quarters that it lies turned. */
  readonly turned?: number
  /** What its code says; null: it was not printed here. */
  readonly says: string | null
}

const paper = 0.93

/** A JPEG of a printed sheet of paper on a table, with this drawing drawn on it. */
export async function photographOf(
  drawing: Drawing,
  { seed, turned = 0, says }: Taken,
  [width, height] = [1600, 1200] as const,
): Promise<Buffer> {
  const { sheet } = drawing
  const shown = showDrawing(loadKernels(), { ...drawing, sheet: { ...sheet, paper: [255, 255, 255] } })
  const drawn = (u: number, v: number) => {
    const at = 4 * (Math.floor(v * sheet.height) * sheet.width + Math.floor(u * sheet.width))
    return [shown[at]!, shown[at + 1]!, shown[at + 2]!].map(each => (paper * each) / 255) as [number, number, number]
  }
  const modules = says === null ? null : create(says, { errorCorrectionLevel: 'M' }).modules
  const code = modules
    ? Array.from({ length: modules.size }, (_, y) =>
        Array.from({ length: modules.size }, (_, x) => Boolean(modules.get(y, x))),
      )
    : [[false]]
  const { picture } = photographedSheet(
    printedSheet(sheet),
    { seed, turned, noise: 3, hasShadow: seed % 2 === 0, code, drawn },
    width,
    height,
  )
  return sharp(picture.pixels, { raw: { width, height, channels: 4 } })
    .jpeg({ quality: 90 })
    .toBuffer()
}
