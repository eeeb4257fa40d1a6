import { growRect, type Rect } from '#core/base'
import { TILE, type BlendMode, type Ground, type Kernels } from '#core/kernels'
import { tileOrigin, type Sheet } from '#core/layers'
import { STRAIGHT, type WindowView } from '../../sheet/view'
import { Boards, cut, sheetOnFlat, type FlatView } from './boards'
import type { Flatten } from './pyramid'
import { turnedBy, type Turned } from './turned'

/** Where the sheet lies in the window, device px. */
export type View = WindowView

/** So long after a drawing a new one is made at once, ms: less than a frame, so that none is made for nothing. */
const REST_MS = 11

/** A part in hand that takes longer than this to show is shown coarser while it moves, ms. */
const QUICK_MS = 14
/** When it rests so long it is shown finely again, ms. */
const FINE_AFTER_MS = 140

/** A part in hand, shown over the sheet: under the layers that lie above it. */
export interface Floating {
  /** Its picture where it lies on a canvas; only what is `wanted`. */
  show(view: FlatView, wanted: Rect): { readonly box: Rect; readonly pixels: Uint8ClampedArray } | null
  /** 0 … 1. */
  readonly opacity: number
  readonly mode: BlendMode
  /** The layers that lie over it, flattened on nothing; null when there are none. */
  readonly above: Flatten | null
}

/** Draws the flattened sheet into a canvas that a worker owns: only what changed, at any scale. */
export class SheetView {
  private boards: Boards
  private floating: Floating | null = null
  private above: Boards | null = null
  private coarse: { readonly boards: Boards; readonly by: number } | null = null
  /** Whether a part in hand takes long to show; and whether it is shown at half the size now. */
  private isSlow = false
  private isCoarse = false
  private fineTimer: ReturnType<typeof setTimeout> | null = null
  /** Where a floating part is put before it is laid on. */
  private scratch: OffscreenCanvasRenderingContext2D | null = null
  private context: OffscreenCanvasRenderingContext2D | null = null
  private view: View = STRAIGHT
  /** What is turned into the window when the sheet does not lie straight. */
  private flat: OffscreenCanvasRenderingContext2D | null = null
  private dirty: Rect | 'all' | null = null
  private isAsked = false
  private drawnAt = -Infinity
  /** Called after each drawn frame, with the time it took, ms. */
  onFrame: ((ms: number) => void) | null = null

  constructor(
    private readonly kernels: Kernels,
    sheet: Sheet,
    ground: Ground,
    private readonly flatten: Flatten,
  ) {
    this.boards = new Boards(kernels, sheet, ground, flatten)
  }

  private get sheet(): Sheet {
    return this.boards.sheet
  }

  /** Another sheet lies here now. */
  laySheet(sheet: Sheet, ground: Ground): void {
    this.boards = new Boards(this.kernels, sheet, ground, this.flatten)
    this.askAll()
  }

  /**
   * Shows the sheet coarsely, from a drawing that is smaller by 2^level; null: as it is again. For what changes all of
   * it at once.
   */
  showReduced(
    coarse: {
      readonly sheet: Sheet
      readonly ground: Ground
      readonly level: number
      readonly flatten: Flatten
    } | null,
  ): void {
    this.coarse = coarse && {
      boards: new Boards(this.kernels, coarse.sheet, coarse.ground, coarse.flatten),
      by: 2 ** coarse.level,
    }
    this.askAll()
  }

  /** How much smaller the sheet can be without being seen coarser than it is shown. */
  get level(): number {
    return Math.max(0, Math.floor(Math.log2(1 / this.view.scale)))
  }

  /** Shows a part in hand over the sheet, or no longer. */
  float(floating: Floating | null): void {
    this.floating = floating
    this.isSlow = false
    this.isCoarse = false
    this.above = floating?.above ? new Boards(this.kernels, this.sheet, null, floating.above) : null
    this.askAll()
  }

  /** The part in hand went on. */
  floatOn(): void {
    this.isCoarse = this.isSlow
    this.askAll()
    if (!this.isSlow) return
    if (this.fineTimer) clearTimeout(this.fineTimer)
    this.fineTimer = setTimeout(() => {
      this.isCoarse = false
      this.askAll()
    }, FINE_AFTER_MS)
  }

  show(canvas: OffscreenCanvas): void {
    // Without an alpha channel smoothing at the sheet's edge would turn black.
    this.context = canvas.getContext('2d', { desynchronized: false })
    this.askAll()
  }

  resize(width: number, height: number): void {
    if (!this.context) return
    this.context.canvas.width = Math.max(1, width)
    this.context.canvas.height = Math.max(1, height)
    this.askAll()
  }

  look(view: View): void {
    this.view = view
    this.askAll()
  }

  /** What shows at `rect` (sheet px) has changed. */
  invalidate(rect: Rect): void {
    this.boards.pyramid.invalidate(rect)
    if (this.dirty !== 'all') {
      const known = this.dirty
      this.dirty = known
        ? {
            x0: Math.min(known.x0, rect.x0),
            y0: Math.min(known.y0, rect.y0),
            x1: Math.max(known.x1, rect.x1),
            y1: Math.max(known.y1, rect.y1),
          }
        : rect
    }
    this.ask()
  }

  /** What shows on these tiles has changed. */
  invalidateTiles(numbers: Iterable<number>): void {
    for (const number of numbers) {
      const { x, y } = tileOrigin(this.sheet, number)
      this.invalidate({ x0: x, y0: y, x1: x + TILE, y1: y + TILE })
    }
  }

  invalidateAll(): void {
    this.boards.pyramid.invalidate({ x0: 0, y0: 0, x1: this.sheet.width, y1: this.sheet.height })
    this.askAll()
  }

  private askAll(): void {
    this.dirty = 'all'
    this.ask()
  }

  private ask(): void {
    if (this.isAsked) return
    this.isAsked = true
    const run = () => {
      this.isAsked = false
      this.draw()
    }
    // Right after a rest the next frame is not waited for: the ink is on the screen one frame sooner.
    if (performance.now() - this.drawnAt > REST_MS) queueMicrotask(run)
    else requestAnimationFrame(run)
  }

  private draw(): void {
    const { context, dirty } = this
    if (!context || !dirty) return
    const began = performance.now()
    this.drawnAt = began
    this.dirty = null
    if (this.view.turn === 0 && !this.view.isMirrored) {
      this.flat = null
      this.paintPart(context, dirty, this.view)
    } else {
      this.paintTurned(context, dirty, turnedBy(this.view, context.canvas))
    }
    this.onFrame?.(performance.now() - began)
  }

  /** Paints what is dirty and in sight; returns where that was, or null. */
  private paintPart(context: OffscreenCanvasRenderingContext2D, dirty: Rect | 'all', view: FlatView): Rect | null {
    const whole = { x0: 0, y0: 0, x1: context.canvas.width, y1: context.canvas.height }
    const wanted = dirty === 'all' ? whole : cut(onFlat(view, growRect(dirty, 2)), whole)
    if (wanted.x1 <= wanted.x0 || wanted.y1 <= wanted.y0) return null
    context.clearRect(wanted.x0, wanted.y0, wanted.x1 - wanted.x0, wanted.y1 - wanted.y0)
    if (this.coarse) this.coarse.boards.paint(context, wanted, { ...view, scale: view.scale * this.coarse.by })
    else this.boards.paint(context, wanted, view)
    if (this.floating) this.paintFloating(context, wanted, view, this.floating)
    return wanted
  }

  /** Paints straight on a canvas of its own, then turns what changed into the window. */
  private paintTurned(context: OffscreenCanvasRenderingContext2D, dirty: Rect | 'all', turned: Turned): void {
    const { width, height } = turned
    if (this.flat?.canvas.width !== width || this.flat.canvas.height !== height) {
      this.flat = new OffscreenCanvas(width, height).getContext('2d')!
      dirty = 'all'
    }
    const painted = this.paintPart(this.flat, dirty, turned.flat)
    if (!painted) return
    const box = cut(turned.boxInWindow(growRect(painted, 1)), {
      x0: 0,
      y0: 0,
      x1: context.canvas.width,
      y1: context.canvas.height,
    })
    if (box.x1 <= box.x0 || box.y1 <= box.y0) return
    context.save()
    context.beginPath()
    context.rect(box.x0, box.y0, box.x1 - box.x0, box.y1 - box.y0)
    context.clip()
    context.clearRect(box.x0, box.y0, box.x1 - box.x0, box.y1 - box.y0)
    context.imageSmoothingEnabled = true
    context.setTransform(...turned.transform)
    context.drawImage(this.flat.canvas, 0, 0)
    context.restore()
  }

  private paintFloating(
    context: OffscreenCanvasRenderingContext2D,
    wanted: Rect,
    view: FlatView,
    floating: Floating,
  ): void {
    const began = performance.now()
    const by = this.isCoarse ? 2 : 1
    const part = cut(sheetOnFlat(this.sheet, view), wanted)
    const shown = floating.show(
      { x: view.x / by, y: view.y / by, scale: view.scale / by },
      {
        x0: Math.floor(part.x0 / by),
        y0: Math.floor(part.y0 / by),
        x1: Math.ceil(part.x1 / by),
        y1: Math.ceil(part.y1 / by),
      },
    )
    if (!this.isCoarse) this.isSlow = performance.now() - began > QUICK_MS
    if (shown) {
      const {
        box: { x0, y0, x1, y1 },
        pixels,
      } = shown
      const [width, height] = [x1 - x0, y1 - y0]
      if (!this.scratch || this.scratch.canvas.width < width || this.scratch.canvas.height < height) {
        this.scratch = new OffscreenCanvas(
          Math.max(width, context.canvas.width),
          Math.max(height, context.canvas.height),
        ).getContext('2d', { willReadFrequently: true })!
      }
      this.scratch.putImageData(new ImageData(pixels as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0)
      context.save()
      context.beginPath()
      context.rect(part.x0, part.y0, part.x1 - part.x0, part.y1 - part.y0)
      context.clip()
      context.globalAlpha = floating.opacity
      context.globalCompositeOperation =
        floating.mode === 'normal' ? 'source-over' : floating.mode === 'plus-lighter' ? 'lighter' : floating.mode
      context.imageSmoothingEnabled = true
      context.drawImage(this.scratch.canvas, 0, 0, width, height, x0 * by, y0 * by, width * by, height * by)
      context.restore()
    }
    this.above?.paint(context, wanted, view)
  }
}

/** A rectangle of the sheet on a canvas where it lies straight. */
function onFlat({ x, y, scale }: FlatView, rect: Rect): Rect {
  return {
    x0: Math.floor(x + rect.x0 * scale),
    y0: Math.floor(y + rect.y0 * scale),
    x1: Math.ceil(x + rect.x1 * scale),
    y1: Math.ceil(y + rect.y1 * scale),
  }
}
