import { GREATEST_PICTURE_AREA, GREATEST_PICTURE_SIDE } from '#core/drawing'
import { fittedSize } from '#core/pictures'
import type { Held } from '#core/parts'

export interface PictureSize {
  readonly width: number
  readonly height: number
}

/** Where a picture comes at first: in the middle, px for px if it has room there, else as large as the sheet is. */
export function placedOn(sheet: PictureSize, { width, height }: PictureSize): Held {
  const scale = Math.min(1, sheet.width / width, sheet.height / height)
  const [w, h] = [width * scale, height * scale]
  // Whole px: where it is not scaled, it lies px for px.
  const [x0, y0] = [Math.round((sheet.width - w) / 2), Math.round((sheet.height - h) / 2)]
  return {
    box: { x0: 0, y0: 0, x1: width, y1: height },
    to: { kind: 'corners', points: [x0, y0, x0 + w, y0, x0 + w, y0 + h, x0, y0 + h] },
  }
}

/** How large a picture may come in at most, in its proportion. */
export const largestOf = (size: PictureSize): PictureSize =>
  fittedSize(size, { side: GREATEST_PICTURE_SIDE, area: GREATEST_PICTURE_AREA })
