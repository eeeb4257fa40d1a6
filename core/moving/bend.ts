import { EMPTY_RECT, growRect, intersectRect, isEmptyRect, unionRect, type Rect } from '../base'
import { SAMPLE_FIELDS, unpackSample, type Sample } from '../brush'
import { isClearTile, TILE, TILE_BYTES, type Kernels, type Tile } from '../kernels'
import { sheetRect, tileOrigin, tilesUnder, Touched, type Layer, type Selection, type Sheet } from '../layers'
import { FIELD_SIDE, newField } from './field'
import { pictureOf } from './picture'
import { newRow, writePixel } from './move'
import { Sampler } from './sampler'

/** `push` takes paint along with the hand, `swell` spreads it from the middle, `pinch` draws it in. */
export const BENDS = ['push', 'swell', 'pinch'] as const
export type BendKind = (typeof BENDS)[number]

export interface Bend {
  readonly how: BendKind
  /** Across, px. */
  readonly size: number
  /** Per cent. */
  readonly strength: number
}

/** Steps along the way, as a share of the radius. */
const STEP = 1 / 6
/** A hand that rests swells and pinches on, one step each so many ms. */
const REST_STEP_MS = 24
/** How much one step of a full-strength swell spreads at the middle. */
const SWELL = 0.045

/** Displacements of a tile's px: each shows what lies at its own place plus these, px. */
interface Shifts {
  readonly dx: Float32Array
  readonly dy: Float32Array
}

/**
 * Paint pushed about under the hand. What gathers is where each px comes from; the layer is read anew
 * from what it was before, once, however often the hand goes over it.
 */
export class Bending {
  readonly touched: Touched
  private readonly shifts = new Map<number, Shifts>()
  private readonly sampler: Sampler | null
  private readonly field = newField()
  private readonly previews = new Map<number, Tile>()
  private readonly radius: number
  private last: Sample | null = null
  private fresh: Rect = EMPTY_RECT

  constructor(
    kernels: Kernels,
    private readonly sheet: Sheet,
    readonly layer: Layer,
    private readonly bend: Bend,
    private readonly selection?: Selection,
  ) {
    this.touched = new Touched(sheet)
    this.radius = bend.size / 2
    let box = EMPTY_RECT
    for (const number of layer.tiles.keys()) {
      const { x, y } = tileOrigin(sheet, number)
      box = unionRect(box, { x0: x, y0: y, x1: x + TILE, y1: y + TILE })
    }
    const held = intersectRect(box, sheetRect(sheet))
    this.sampler = isEmptyRect(held) ? null : new Sampler(kernels, pictureOf(sheet, layer, held))
  }

  /** Takes packed samples and returns what they touched. */
  extend(packed: readonly number[]): Rect {
    this.fresh = EMPTY_RECT
    for (let i = 0; i < packed.length / SAMPLE_FIELDS; i++) {
      const sample = unpackSample(packed, i)
      this.go(this.last ?? sample, sample)
      this.last = sample
    }
    return this.fresh
  }

  finish(): Rect {
    return EMPTY_RECT
  }

  /** The layer's tile as it is now, brought up to date inside `part` (sheet px). */
  preview(number: number, part: Rect): Tile {
    let tile = this.previews.get(number)
    if (!tile) {
      tile = this.layer.tiles.get(number)?.slice() ?? new Uint8Array(TILE_BYTES)
      this.previews.set(number, tile)
    }
    this.readInto(tile, number, part)
    return tile
  }

  lay(): Layer {
    const tiles = new Map(this.layer.tiles)
    for (const { number, part } of this.touched.parts()) {
      const tile = tiles.get(number)?.slice() ?? new Uint8Array(TILE_BYTES)
      this.readInto(tile, number, part)
      if (isClearTile(tile)) tiles.delete(number)
      else tiles.set(number, tile)
    }
    return { ...this.layer, tiles }
  }

  /** From one sample to the next, step by step. */
  private go(a: Sample, b: Sample): void {
    const [dx, dy] = [b.x - a.x, b.y - a.y]
    const length = Math.sqrt(dx * dx + dy * dy)
    const { how } = this.bend
    const rests = how === 'push' ? 0 : Math.floor(b.wait / REST_STEP_MS)
    const steps = Math.max(Math.ceil(length / Math.max(this.radius * STEP, 1)), rests, how === 'push' || b.wait ? 0 : 1)
    for (let i = 1; i <= steps; i++) {
      const t = i / steps
      const strength = (this.bend.strength / 100) * (a.pressure + (b.pressure - a.pressure) * t)
      this.dab(a.x + dx * t, a.y + dy * t, dx / steps, dy / steps, strength)
    }
  }

  /** One step: shifts gather by reading the old ones where the paint now comes from. */
  private dab(cx: number, cy: number, mx: number, my: number, strength: number): void {
    const { radius } = this
    const wanted = {
      x0: Math.floor(cx - radius),
      y0: Math.floor(cy - radius),
      x1: Math.ceil(cx + radius) + 1,
      y1: Math.ceil(cy + radius) + 1,
    }
    const box = intersectRect(wanted, sheetRect(this.sheet))
    if (isEmptyRect(box) || !this.sampler) return
    const reach = Math.ceil(Math.sqrt(mx * mx + my * my) + radius * SWELL) + 2
    const around = growRect(box, reach)
    const width = around.x1 - around.x0
    const old = this.readShifts(around)
    const isPush = this.bend.how === 'push'
    const grow = (this.bend.how === 'pinch' ? -SWELL : SWELL) * strength
    this.writeShifts(box, (x, y, chosen) => {
      const px = x + 0.5 - cx
      const py = y + 0.5 - cy
      const r = (px * px + py * py) / (radius * radius)
      const at = (y - around.y0) * width + x - around.x0
      if (r >= 1 || chosen === 0) return [old.dx[at]!, old.dy[at]!]
      const w = (1 - r) * (1 - r) * (chosen / 255)
      const sx = isPush ? mx * w * strength : px * w * grow
      const sy = isPush ? my * w * strength : py * w * grow
      return [
        mix(old.dx, width, x - around.x0 - sx, y - around.y0 - sy) - sx,
        mix(old.dy, width, x - around.x0 - sx, y - around.y0 - sy) - sy,
      ]
    })
    this.fresh = unionRect(this.fresh, this.touched.add(box))
  }

  private readShifts(box: Rect): Shifts {
    const width = box.x1 - box.x0
    const out = { dx: new Float32Array(width * (box.y1 - box.y0)), dy: new Float32Array(width * (box.y1 - box.y0)) }
    for (const { number, part } of tilesUnder(this.sheet, box)) {
      const shifts = this.shifts.get(number)
      if (!shifts) continue
      const { x, y } = tileOrigin(this.sheet, number)
      for (let py = part.y0; py < part.y1; py++) {
        const from = (py - y) * TILE - x
        const to = (py - box.y0) * width + part.x0 - box.x0
        out.dx.set(shifts.dx.subarray(from + part.x0, from + part.x1), to)
        out.dy.set(shifts.dy.subarray(from + part.x0, from + part.x1), to)
      }
    }
    return out
  }

  private writeShifts(box: Rect, of: (x: number, y: number, chosen: number) => [number, number]): void {
    for (const { number, part } of tilesUnder(this.sheet, box)) {
      const chosen = this.selection?.get(number)
      if (this.selection && !chosen) continue
      let shifts = this.shifts.get(number)
      if (!shifts)
        this.shifts.set(number, (shifts = { dx: new Float32Array(TILE * TILE), dy: new Float32Array(TILE * TILE) }))
      const { x, y } = tileOrigin(this.sheet, number)
      for (let py = part.y0; py < part.y1; py++) {
        for (let px = part.x0; px < part.x1; px++) {
          const at = (py - y) * TILE + px - x
          const [dx, dy] = of(px, py, chosen ? chosen[at]! : 255)
          shifts.dx[at] = dx
          shifts.dy[at] = dy
        }
      }
    }
  }

  /** Reads the px of a part anew from the layer as it was. */
  private readInto(out: Tile, number: number, part: Rect): void {
    const { sampler, field } = this
    const shifts = this.shifts.get(number)
    if (!sampler || !shifts) return
    const { x, y } = tileOrigin(this.sheet, number)
    const box = { x0: part.x0, y0: part.y0, x1: part.x1 + 1, y1: part.y1 + 1 }
    const width = box.x1 - box.x0
    const near = this.readShifts(box)
    for (let py = box.y0; py < box.y1; py++) {
      for (let px = box.x0; px < box.x1; px++) {
        const from = (py - box.y0) * width + px - box.x0
        const to = (py - y) * FIELD_SIDE + px - x
        field.u[to] = px + 0.5 + near.dx[from]!
        field.v[to] = py + 0.5 + near.dy[from]!
      }
    }
    const before = this.layer.tiles.get(number)
    const row = newRow()
    const left = part.x0 - x
    const count = part.x1 - part.x0
    for (let py = part.y0 - y; py < part.y1 - y; py++) {
      sampler.readRow(field, py * FIELD_SIDE + left, count, row)
      for (let k = 0; k < count; k++) {
        const i = py * TILE + left + k
        const at = 4 * i
        if (shifts.dx[i] === 0 && shifts.dy[i] === 0) {
          for (let c = 0; c < 4; c++) out[at + c] = before ? before[at + c]! : 0
        } else {
          writePixel(out, at, row[4 * k]!, row[4 * k + 1]!, row[4 * k + 2]!, row[4 * k + 3]!)
        }
      }
    }
  }
}

/** A value between four. */
function mix(values: Float32Array, width: number, x: number, y: number): number {
  const ix = Math.floor(x)
  const iy = Math.floor(y)
  const tx = x - ix
  const ty = y - iy
  const at = iy * width + ix
  const top = values[at]! + (values[at + 1]! - values[at]!) * tx
  const low = values[at + width]! + (values[at + width + 1]! - values[at + width]!) * tx
  return top + (low - top) * ty
}
