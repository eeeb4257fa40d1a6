import { EMPTY_RECT, unionRect, type Rect } from '../base'
import { TILE_BYTES, type Kernels, type Laying, type Tile } from '../kernels'
import { layMask, tileOrigin, Touched, withLayer, type Drawing, type Layer } from '../layers'
import { dabBoxOf, spacingAt, type DabPlacer } from './dabs'
import { PathWalker, type PathPoint } from './path'
import { unpackSample, SAMPLE_FIELDS } from './samples'
import type { ToolSettings } from './settings'

/** What a stroke is, apart from its samples. */
export interface StrokeStyle {
  readonly tool: ToolSettings
  readonly colour: readonly [number, number, number]
  readonly seed: number
}

/**
 * A stroke while it grows. Dabs go into the kernels' one stroke mask; the mask is laid over the
 * layer as it was before the stroke, for the preview and for the result alike.
 */
export class Stroke {
  /** All that was touched so far. */
  readonly touched: Touched
  private readonly walker: PathWalker
  private readonly place: DabPlacer
  private readonly laying: Laying
  private fresh: Rect = EMPTY_RECT
  private readonly previews = new Map<number, Tile>()

  constructor(
    private readonly kernels: Kernels,
    private readonly drawing: Drawing,
    readonly layer: Layer,
    private readonly style: StrokeStyle,
  ) {
    const { tool } = style
    this.walker = new PathWalker(pressure => spacingAt(tool, pressure), point => this.dab(point))
    this.place = dabBoxOf(kernels).placer(tool)
    this.laying = layingOf(style)
    this.touched = new Touched(drawing.sheet)
  }

  /** Takes packed samples, any number of them, and returns what they touched. */
  extend(packed: readonly number[]): Rect {
    this.fresh = EMPTY_RECT
    for (let i = 0; i < packed.length / SAMPLE_FIELDS; i++) this.walker.add(unpackSample(packed, i))
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
    const { x, y } = tileOrigin(this.drawing.sheet, number)
    this.kernels.lay(this.laying, before, tile, x, y, part)
    return tile
  }

  /** Draws what is left of the path and returns what that touched. */
  finish(): Rect {
    this.fresh = EMPTY_RECT
    this.walker.finish()
    return this.fresh
  }

  /** The drawing with the stroke laid. The mask is clean again afterwards. */
  lay(): Drawing {
    const layer = layMask(this.kernels, this.layer, this.drawing.sheet, this.touched.parts(), this.laying)
    this.drop()
    return withLayer(this.drawing, layer)
  }

  /** Leaves the stroke undone and cleans the mask. */
  drop(): void {
    for (const { part } of this.touched.parts()) this.kernels.clearMask(part)
    this.previews.clear()
  }

  private dab(point: PathPoint): void {
    const { dab, x, y } = this.place(point)
    this.kernels.stamp(this.style.tool.gather, dab, x, y)
    const size = { x0: x, y0: y, x1: x + dab.blocks * 8, y1: y + dab.rows }
    this.fresh = unionRect(this.fresh, this.touched.add(size))
  }
}

function layingOf({ tool, colour, seed }: StrokeStyle): Laying {
  return { kind: tool.effect, colour, opacity: tool.opacity / 100, depth: tool.tooth / 100, seed }
}
