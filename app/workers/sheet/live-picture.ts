import type { Rect } from '#core/base'
import { TILE, TILE_BYTES, type Kernels, type Tile } from '#core/kernels'
import { changedTiles, showDrawing, showTile, sheetRect, tileOrigin, tilesUnder, type Drawing } from '#core/layers'
import type { Finding } from '#core/lookfor'
import { bytesOfEdges, edgesOf, seamsWith, type Edges, type PanelSeamsFound } from '#core/mural'
import { base64Of, type Plan } from '#core/plan'
import { ApiRefusal } from '../../api/client'
import { LIVE_PANEL_SIDE, LIVE_SIDE } from '#shared/limits'
import type { LiveFinding, LivePictureBody } from '#shared/schemas'

const QUALITY = 0.82
/** It is sent once the hand has rested so long, and never more often than that, ms. */
const REST_MS = 700
const EVERY_MS = 4000

/** A mural's panel: where its own part lies on the sheet, and what it meets. */
export interface PanelSeen {
  readonly own: Rect
  readonly sheet: { readonly width: number; readonly height: number }
  /** The neighbours' edges that lie at this panel's sides. */
  readonly neighbours: Partial<Edges>
}

interface Given {
  readonly kernels: Kernels
  /** What is kept on the server now, and the drawing as it is. */
  readonly now: () => { readonly drawing: Drawing; readonly position: number; readonly isDrawing: boolean }
  readonly send: (body: LivePictureBody) => Promise<unknown>
  /** How a mural's panel meets its neighbours; null: its sheet has not the panel's size any more. */
  readonly sawSeams: (seams: PanelSeamsFound | null) => void
}

/**
 * Tells the server now and then what a drawing looks like, while it is drawn: only the tiles that changed are drawn
 * anew.
 */
export class LivePictures {
  private canvas: OffscreenCanvas | null = null
  private shown: Drawing | null = null
  private found: LiveFinding[] | null = null
  private sentAt = -Infinity
  private timer: ReturnType<typeof setTimeout> | null = null
  private isStopped = false
  private panel: PanelSeen | null = null
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
    this.found = found
      .map(({ lookFor, verdict, sentence }) => ({
        title: (lookFors.find(each => each.id === lookFor)?.title ?? lookFor).slice(0, 120),
        verdict,
        sentence: sentence.slice(0, 400),
      }))
      .slice(0, 24)
    this.note()
  }

  /** Another step begins: what was found before is not about it. */
  forgetFound(): void {
    this.found = null
    this.note()
  }

  /** The drawing is a mural's panel, or what it meets has changed. */
  setPanel(panel: PanelSeen): void {
    this.panel = panel
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
      const edges = this.panel ? edgesDrawn(this.given.kernels, drawing, this.panel) : null
      const seams = edges && this.panel ? seamsWith(edges, this.panel.neighbours) : null
      if (this.panel) this.given.sawSeams(seams)
      await this.given.send({
        position,
        base64: base64Of(new Uint8Array(await blob.arrayBuffer())),
        found: this.found,
        ...(edges && seams && { edges: base64Of(bytesOfEdges(edges)), seams }),
      })
    } catch (error) {
      // The server is away, or nobody is signed in: what is drawn next is sent again. The record has its own sender.
      if (error instanceof ApiRefusal && error.code === 'busy') this.note()
    }
  }

  private bring(drawing: Drawing): void {
    const { sheet } = drawing
    const scale = Math.min(1, (this.panel ? LIVE_PANEL_SIDE : LIVE_SIDE) / Math.max(sheet.width, sheet.height))
    const [width, height] = [
      Math.max(1, Math.round(sheet.width * scale)),
      Math.max(1, Math.round(sheet.height * scale)),
    ]
    const isSame =
      this.shown &&
      this.canvas &&
      this.shown.sheet === sheet &&
      this.canvas.width === width &&
      this.canvas.height === height
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
      context.drawImage(
        this.tile,
        part.x0 - x,
        part.y0 - y,
        w,
        h,
        (part.x0 * width) / sheet.width,
        (part.y0 * height) / sheet.height,
        (w * width) / sheet.width,
        (h * height) / sheet.height,
      )
    }
    this.shown = drawing
  }
}

/** A panel's edges as they are drawn; null: its sheet was cut or scaled. */
function edgesDrawn(kernels: Kernels, drawing: Drawing, { own, sheet }: PanelSeen): Edges | null {
  const { width, height } = drawing.sheet
  if (width !== sheet.width || height !== sheet.height) return null
  return edgesOf(showDrawing(kernels, drawing), width, own)
}
