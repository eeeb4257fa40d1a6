import { assert, EMPTY_RECT, growRect, unionRect, type Rect } from '../base'
import { TILE_BYTES, type Dab, type Kernels, type Laying, type Tile } from '../kernels'
import {
  heldInside,
  layMask,
  layTile,
  Touched,
  withLayer,
  type Drawing,
  type Layer,
  type OwnTiles,
  type Selection,
} from '../layers'
import { requirePicture, type PictureName } from '../pictures'
import { dabBoxOf } from './dabs'
import { distance, PathWalker, type PathPoint, type Trace } from './path'
import { responseOf } from './response'
import { SAMPLE_FIELDS, unpackSample, type Sample } from './samples'
import type { ToolSettings } from './settings'
import { Steadier } from './steady'
import { traceOf, type Frame } from './tips'
import { ranTogether, runMargin, runOf } from './wet'

/** What a stroke is, apart from its samples. */
export interface StrokeStyle {
  readonly tool: ToolSettings
  readonly colour: readonly [number, number, number]
  readonly seed: number
  /** Where the stroke is repeated, as by a mirror line; besides where it was drawn. */
  readonly echoes?: readonly Frame[]
}

export const AS_DRAWN: Frame = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 }

/** What grows under the hand, whatever it does to the paint. */
export interface LiveStroke {
  readonly layer: Layer
  /** All that was touched so far. */
  readonly touched: Touched
  /** Takes packed samples, any number of them, and returns what they touched. */
  extend(packed: readonly number[]): Rect
  /** The layer's tile as it would be now, brought up to date inside `part` (sheet px). */
  preview(number: number, part: Rect): Tile
  /** Draws what is left of the path, and returns what that touched. */
  finish(): Rect
  /** The same for a stroke of which all samples are known. */
  drawWhole(packed: readonly number[]): void
  /** The drawing with the stroke laid. @param own tiles that it may paint over */
  lay(own?: OwnTiles): Drawing
  /** Leaves the stroke undone. */
  drop(): void
}

/**
 * A stroke while it grows. Samples are steadied, walked as a curve and drawn with the tool's tip
 * into the kernels' one stroke mask; the mask is laid over the layer as it was before the stroke,
 * for the preview and for the result alike.
 */
export class Stroke implements LiveStroke {
  readonly touched: Touched
  private readonly laying: Laying
  private readonly previews = new Map<number, Tile>()
  private readonly steadier: Steadier
  /** Kept when the end is tapered: where the end is, is known only at lift-off. */
  private readonly steadied: Sample[] = []
  private walker: PathWalker
  private length = 0
  private fresh: Rect = EMPTY_RECT

  constructor(
    private readonly kernels: Kernels,
    private readonly drawing: Drawing,
    readonly layer: Layer,
    private readonly style: StrokeStyle,
    /** Only here it paints; absent: everywhere. */
    private readonly within: Selection | undefined = drawing.selection,
  ) {
    this.laying = heldInside(layingOf(style), layer)
    this.touched = new Touched(drawing.sheet)
    this.steadier = new Steadier(style.tool.steadying)
    this.walker = new PathWalker(this.traces(Infinity))
  }

  /** Takes packed samples, any number of them, and returns what they touched. */
  extend(packed: readonly number[]): Rect {
    this.fresh = EMPTY_RECT
    for (let i = 0; i < packed.length / SAMPLE_FIELDS; i++) this.walk(this.steadier.add(unpackSample(packed, i)))
    return this.fresh
  }

  /** The layer's tile as it would be now, brought up to date inside `part` (sheet px). */
  preview(number: number, part: Rect): Tile {
    const before = this.layer.tiles.get(number) ?? null
    let tile = this.previews.get(number)
    if (!tile) {
      tile = before ? before.slice() : new Uint8Array(TILE_BYTES)
      this.previews.set(number, tile)
    }
    layTile(this.kernels, this.laying, before, tile, this.drawing.sheet, { number, part }, this.within)
    return tile
  }

  /** Draws what is left of the path, with its end tapered, and returns what that touched. */
  finish(): Rect {
    this.fresh = EMPTY_RECT
    for (const sample of this.steadier.finish()) this.walk(sample)
    this.walker.finish()
    if (this.style.tool.taperOut > 0) this.drawAgain()
    this.makeRoomToRun()
    return this.fresh
  }

  /** What `extend` and `finish` come to, drawn once: where its end is, is known before. */
  drawWhole(packed: readonly number[]): void {
    const { tool } = this.style
    // Paint that runs depends on all that was touched, by what was drawn twice as well.
    if (tool.taperOut === 0 || runOf(tool) > 0) {
      this.extend(packed)
      this.finish()
      return
    }
    for (let i = 0; i < packed.length / SAMPLE_FIELDS; i++)
      this.steadied.push(this.steadier.add(unpackSample(packed, i)))
    this.steadied.push(...this.steadier.finish())
    const measuring = new PathWalker({
      begin: () => {},
      piece: (a, b) => {
        this.length += distance(a, b)
      },
    })
    for (const sample of this.steadied) measuring.add(sample)
    measuring.finish()
    this.walker = new PathWalker(this.traces(this.length))
    for (const sample of this.steadied) this.walker.add(sample)
    this.walker.finish()
  }

  /** The mask is clean again afterwards. */
  lay(own?: OwnTiles): Drawing {
    const parts = this.touched.parts()
    const run = runOf(this.style.tool)
    const laid = layMask(this.kernels, this.layer, this.drawing.sheet, parts, this.laying, {
      selection: this.within,
      isBeforeNeeded: run > 0,
      own,
    })
    const layer =
      run > 0
        ? ranTogether(
            this.kernels,
            this.drawing,
            this.layer,
            laid,
            parts,
            heldInside(this.laying, this.layer),
            run,
            this.within,
          )
        : laid
    this.drop()
    return withLayer(this.drawing, layer)
  }

  /** Paint runs once the brush is lifted, and farther than the stroke went. */
  private makeRoomToRun(): void {
    const margin = runMargin(runOf(this.style.tool))
    if (margin > 0)
      for (const { part } of this.touched.parts())
        this.fresh = unionRect(this.fresh, this.touched.add(growRect(part, margin)))
  }

  /** Leaves the stroke undone and cleans the mask. */
  drop(): void {
    this.clearMask()
    this.previews.clear()
  }

  private walk(sample: Sample): void {
    if (this.style.tool.taperOut > 0) this.steadied.push(sample)
    this.walker.add(sample)
  }

  /** The whole stroke once more, now that its length is known. */
  private drawAgain(): void {
    this.clearMask()
    for (const { part } of this.touched.parts()) this.fresh = unionRect(this.fresh, part)
    this.walker = new PathWalker(this.traces(this.length))
    for (const sample of this.steadied) this.walker.add(sample)
    this.walker.finish()
  }

  private clearMask(): void {
    for (const { part } of this.touched.parts()) this.kernels.clearMask(part)
  }

  /** The stroke and its echoes. @param total its length, px, or Infinity. */
  private traces(total: number): Trace {
    const { tool, seed, echoes = [] } = this.style
    const box = dabBoxOf(this.kernels)
    const put = (dab: Dab, x: number, y: number) => this.put(dab, x, y)
    const pictureOf = (name: PictureName) => requirePicture(this.kernels, name)
    const traces = [AS_DRAWN, ...echoes].map(frame => {
      const trace = traceOf({ tool, response: responseOf(tool, total), box, seed, frame, put, pictureOf })
      return frame === AS_DRAWN ? trace : mapped(trace, frame)
    })
    return {
      begin: point => traces.forEach(trace => trace.begin(point)),
      piece: (a, b) => {
        this.length += distance(a, b)
        for (const trace of traces) trace.piece(a, b)
      },
    }
  }

  private put(dab: Dab, x: number, y: number): void {
    this.kernels.stamp(this.style.tool.gather, dab, x, y)
    const size = { x0: x, y0: y, x1: x + dab.blocks * 8, y1: y + dab.rows }
    this.fresh = unionRect(this.fresh, this.touched.add(size))
  }
}

/** A trace that is told of the path as the frame maps it. */
function mapped(trace: Trace, { a, b, c, d, e, f }: Frame): Trace {
  const map = (point: PathPoint): PathPoint => ({
    ...point,
    x: a * point.x + c * point.y + e,
    y: b * point.x + d * point.y + f,
  })
  return {
    begin: point => trace.begin(map(point)),
    piece: (from, to) => trace.piece(map(from), map(to)),
  }
}

function layingOf({ tool, colour, seed }: StrokeStyle): Laying {
  const { texture, depth, bite } = tool.grain
  return {
    kind: layingKind(tool.effect),
    colour,
    opacity: tool.opacity / 100,
    grain: { texture, depth: depth / 100, bite: bite / 100 },
    rim: tool.rim / 100,
    seed,
  }
}

function layingKind(effect: ToolSettings['effect']): Laying['kind'] {
  assert(effect !== 'smudge' && effect !== 'soften', 'rubbing lays no paint')
  return effect
}
