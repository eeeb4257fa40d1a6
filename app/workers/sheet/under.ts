import equal from 'fast-deep-equal'
import { TILE, type Tile } from '#core/kernels'
import { tileOrigin, type Drawing, type Layer, type Sheet } from '#core/layers'

/** A reference picture under the drawing. */
export interface Under {
  readonly id: string
  readonly blob: Blob
  /** Where its corners lie on the sheet, clockwise from the top left one: x, y … in px. Only three count. */
  readonly corners: readonly number[]
  /** Per cent. */
  readonly opacity: number
  readonly isFlipped: boolean
  readonly isGrey: boolean
}

/** Share of each channel in the lightness of a grey (ITU-R BT.709). */
const GREY = [0.2126, 0.7152, 0.0722] as const

/** A picture laid between the paper and the layers, only to be looked at: made into tiles as they are shown. */
export class UnderPicture {
  private readonly tiles = new Map<number, Tile>()
  private readonly context = new OffscreenCanvas(TILE, TILE).getContext('2d', { willReadFrequently: true })!

  private constructor(
    private readonly bitmap: ImageBitmap,
    readonly under: Under,
    private sheet: Sheet,
  ) {}

  static async of(under: Under, sheet: Sheet): Promise<UnderPicture> {
    return new UnderPicture(await createImageBitmap(under.blob), under, sheet)
  }

  /** The same picture, shown more or less strongly. */
  with(opacity: number): UnderPicture {
    const next = new UnderPicture(this.bitmap, { ...this.under, opacity }, this.sheet)
    for (const [number, tile] of this.tiles) next.tiles.set(number, tile)
    return next
  }

  /** The picture as the lowest layer, with the tile asked for. On another sheet its tiles are others. */
  layer(number: number, sheet: Sheet): Layer {
    if (sheet !== this.sheet && (sheet.width !== this.sheet.width || sheet.height !== this.sheet.height))
      this.tiles.clear()
    this.sheet = sheet
    let tile = this.tiles.get(number)
    if (!tile) {
      tile = this.draw(number)
      this.tiles.set(number, tile)
    }
    return { id: '', name: '', visible: true, opacity: this.under.opacity, tiles: new Map([[number, tile]]) }
  }

  private draw(number: number): Tile {
    const { context, bitmap } = this
    const { corners, isFlipped, isGrey } = this.under
    const { x, y } = tileOrigin(this.sheet, number)
    const [ax, ay, bx, by, , , dx, dy] = corners as [number, number, number, number, number, number, number, number]
    context.setTransform(1, 0, 0, 1, 0, 0)
    context.clearRect(0, 0, TILE, TILE)
    context.imageSmoothingQuality = 'high'
    context.setTransform(
      (bx - ax) / bitmap.width,
      (by - ay) / bitmap.width,
      (dx - ax) / bitmap.height,
      (dy - ay) / bitmap.height,
      ax - x,
      ay - y,
    )
    if (isFlipped) context.transform(-1, 0, 0, 1, bitmap.width, 0)
    context.drawImage(bitmap, 0, 0)
    const pixels = new Uint8Array(context.getImageData(0, 0, TILE, TILE).data.buffer)
    if (isGrey) {
      for (let i = 0; i < pixels.length; i += 4)
        pixels.fill(GREY[0] * pixels[i]! + GREY[1] * pixels[i + 1]! + GREY[2] * pixels[i + 2]!, i, i + 3)
    }
    return pixels
  }
}

/** The picture that lies under a drawing now, and the one that is on its way. */
export class Underlay {
  private picture: UnderPicture | null = null
  private asked: Under | null = null

  /** Lays another picture under it, or takes it away. Whether it lies there now: another may have been asked since. */
  async lay(under: Under | null, sheet: Sheet | undefined): Promise<boolean> {
    this.asked = under
    const before = this.picture
    const isSame = before !== null && under !== null && isSamePicture(before.under, under)
    const next = !under || !sheet ? null : isSame ? before.with(under.opacity) : await UnderPicture.of(under, sheet)
    if (this.asked !== under) return false
    this.picture = next
    return true
  }

  /** A drawing with the picture as its lowest layer, for one tile. */
  readonly under = (shown: Drawing, tile: number): Drawing =>
    this.picture ? { ...shown, layers: [this.picture.layer(tile, shown.sheet), ...shown.layers] } : shown
}

/** Whether only its strength differs. */
function isSamePicture(a: Under, b: Under): boolean {
  return a.id === b.id && equal([a.corners, a.isFlipped, a.isGrey], [b.corners, b.isFlipped, b.isGrey])
}
