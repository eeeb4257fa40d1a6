import { TILE, TILE_BYTES, type Kernels, type Tile } from '#core/kernels'
import { changedTiles, showTile, sheetRect, tileOrigin, tilesUnder, type Drawing } from '#core/layers'
import type { Finding } from '#core/lookfor'
import { base64Of, type Plan } from '#core/plan'
import type { LiveFinding, LivePictureBody } from '#shared/schemas'

/** Longer side of the picture that the Round shows, px. */
const SIDE = 420
const QUALITY = 0.82
/** It is sent once the hand has rested so long, and never more often than that, ms. */
const REST_MS = 700
const EVERY_MS = 4000

interface Given {
  readonly kernels: Kernels
  /** What is kept on the server now, and the drawing as it is. */
  readonly now: () => { readonly drawing: Drawing, readonly position: number, readonly isDrawing: boolean }
  readonly send: (body: LivePictureBody) => Promise<unknown>
}

/** Tells the server now and then what a drawing looks like, while it is drawn: only the tiles that changed are drawn anew. */
export class LivePictures {
  private canvas: OffscreenCanvas | null = null
  private shown: Drawing | null = null
  private found: LiveFinding[] | null = null
  private sentAt = -Infinity
  private timer: ReturnType<typeof setTimeout> | null = null
  private isStopped = false
  private readonly tile = new OffscreenCanvas(TILE, TILE)

  constructor(private readonly given: Given) {}

  /** Something was drawn, or looked at. */
  note(): void {
    if (this.isStopped) return
    if (this.timer) clearTimeout(this.timer)
    this.timer = setTimeout(() => void this.turn(), Math.max(REST_MS, this.sentAt + EVERY_MS - performance.now()))
  }

  /** What a look at a step found. */
  noteFound(found: readonly Finding[], lookFors: Plan['steps'][number]['lookFors']): void {
    this.found = found.map(({ lookFor, verdict, sentence }) => ({ title: (lookFors.find(each => each.id === lookFor)?.title ?? lookFor).slice(0, 120), verdict, sentence: sentence.slice(0, 400) })).slice(0, 24)
    this.note()
  }

  /** Another step begins: what was found before is not about it. */
  forgetFound(): void {
    this.found = null
    this.note()
  }

  stop(): void {
    this.isStopped = true
    if (this.timer) clearTimeout(this.timer)
  }

  private async turn(): Promise<void> {
    this.timer = null
    const { drawing, position, isDrawing } = this.given.now()
    if (isDrawing) return this.note()
    this.sentAt = performance.now()
    try {
      this.bring(drawing)
      const blob = await this.canvas!.convertToBlob({ type: 'image/webp', quality: QUALITY })
      await this.given.send({ position, base64: base64Of(new Uint8Array(await blob.arrayBuffer())), found: this.found })
    } catch {
      // The server is away, or nobody is signed in: what is drawn next is sent again. The record has its own sender.
    }
  }

  private bring(drawing: Drawing): void {
    const { sheet } = drawing
    const scale = Math.min(1, SIDE / Math.max(sheet.width, sheet.height))
    const [width, height] = [Math.max(1, Math.round(sheet.width * scale)), Math.max(1, Math.round(sheet.height * scale))]
    const isSame = this.shown && this.canvas && this.shown.sheet === sheet
    if (!isSame) this.canvas = new OffscreenCanvas(width, height)
    const changed = isSame ? new Set(changedTiles(this.shown!, drawing)) : null
    const context = this.canvas!.getContext('2d')!
    const onTile = this.tile.getContext('2d')!
    const bytes: Tile = new Uint8Array(TILE_BYTES)
    const image = new ImageData(new Uint8ClampedArray(bytes.buffer as ArrayBuffer), TILE, TILE)
    for (const { number, part } of tilesUnder(sheet, sheetRect(sheet))) {
      if (changed && !changed.has(number)) continue
      showTile(this.given.kernels, drawing, number, part, bytes)
      onTile.putImageData(image, 0, 0)
      const { x, y } = tileOrigin(sheet, number)
      const [w, h] = [part.x1 - part.x0, part.y1 - part.y0]
      context.drawImage(this.tile, part.x0 - x, part.y0 - y, w, h, (part.x0 * width) / sheet.width, (part.y0 * height) / sheet.height, (w * width) / sheet.width, (h * height) / sheet.height)
    }
    this.shown = drawing
  }
}
