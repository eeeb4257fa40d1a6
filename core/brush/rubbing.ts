import { EMPTY_RECT, growRect, intersectRect, isEmptyRect, unionRect, type Rect } from '../base'
import { isClearTile, TILE, TILE_BYTES, type Kernels, type Tile } from '../kernels'
import {
  sheetRect,
  tileOrigin,
  tilesUnder,
  Touched,
  withLayer,
  type Drawing,
  type Layer,
  type Selection,
} from '../layers'
import { areaOf, boxRadius, type Area } from './area'
import { PathWalker } from './path'
import { FLOW_STEPS, responseOf } from './response'
import { SAMPLE_FIELDS, unpackSample } from './samples'
import { Steadier } from './steady'
import { Spacer, type Step } from './steps'
import { AS_DRAWN, type LiveStroke, type StrokeStyle } from './stroke'
import type { Frame } from './tips'

/** A finger's step, as a share of the size; and that of a softening brush. */
const SMUDGE_STEP = 0.06
const SOFTEN_STEP = 0.16
/** How soft one pass makes it: standard deviation as a share of the size, and at least so many px. */
const SOFTEN_SIGMA = 0.06
const LEAST_SIGMA = 1.2
/** At full strength the colour lasts for about so many sizes of way, at half strength for a quarter of that. By eye. */
const CARRY_SIZES = 1.6

/**
 * Rubbing the paint of a layer under the hand: `smudge` drags colour along, `soften` blurs it. Works on colours weighed
 * by alpha in 16 bits, so that many passes neither drift nor leave dark fringes; each px is rounded once, when it is
 * shown or laid.
 */
export class Rubbing implements LiveStroke {
  readonly touched: Touched
  /** The layer's tiles as they are now, weighed; only those that were rubbed. */
  private readonly work = new Map<number, Uint16Array>()
  private readonly previews = new Map<number, Tile>()
  private readonly steadier: Steadier
  private readonly walker: PathWalker
  private readonly isSmudge: boolean
  /** As they were: what was not rubbed is told by them. */
  private readonly originals = new Map<number, Uint16Array>()
  private readonly frames: readonly Frame[]
  drawWhole(packed: readonly number[]): void {
    this.extend(packed)
    this.finish()
  }

  /** What the finger of each frame carries, over the box of a dab; null before the first. */
  private readonly carried: (Uint16Array | null)[]
  private fresh: Rect = EMPTY_RECT
  private readonly side: number

  constructor(
    private readonly kernels: Kernels,
    private readonly drawing: Drawing,
    readonly layer: Layer,
    private readonly style: StrokeStyle,
    private readonly within: Selection | undefined = drawing.selection,
  ) {
    const { tool } = style
    this.touched = new Touched(drawing.sheet)
    this.isSmudge = tool.effect === 'smudge'
    this.steadier = new Steadier(tool.steadying)
    this.side = Math.ceil(tool.size / 2) * 2 + 1
    const step = Math.max(tool.size * (this.isSmudge ? SMUDGE_STEP : SOFTEN_STEP), 1)
    const response = responseOf(tool, Infinity)
    this.frames = [AS_DRAWN, ...(style.echoes ?? [])]
    this.carried = this.frames.map(() => null)
    this.walker = new PathWalker(
      new Spacer(
        () => step,
        at => {
          const strength = ((tool.opacity / 100) * response.flow(at)) / FLOW_STEPS
          this.frames.forEach((_, frame) => this.rub(at, frame, strength, step))
        },
      ),
    )
  }

  extend(packed: readonly number[]): Rect {
    this.fresh = EMPTY_RECT
    for (let i = 0; i < packed.length / SAMPLE_FIELDS; i++) this.walker.add(this.steadier.add(unpackSample(packed, i)))
    return this.fresh
  }

  finish(): Rect {
    this.fresh = EMPTY_RECT
    for (const sample of this.steadier.finish()) this.walker.add(sample)
    this.walker.finish()
    return this.fresh
  }

  preview(number: number, _part: Rect): Tile {
    let tile = this.previews.get(number)
    if (!tile) this.previews.set(number, (tile = new Uint8Array(TILE_BYTES)))
    const work = this.work.get(number)
    if (!work) tile.set(this.layer.tiles.get(number) ?? new Uint8Array(TILE_BYTES))
    else this.straighten(number, work, tile)
    return tile
  }

  lay(): Drawing {
    const tiles = new Map(this.layer.tiles)
    for (const [number, work] of this.work) {
      const tile = new Uint8Array(TILE_BYTES)
      this.straighten(number, work, tile)
      if (isClearTile(tile)) tiles.delete(number)
      else tiles.set(number, tile)
    }
    return withLayer(this.drawing, { ...this.layer, tiles })
  }

  drop(): void {
    this.work.clear()
    this.previews.clear()
  }

  /** What was not rubbed stays to the last bit; what was is rounded once. */
  private straighten(number: number, work: Uint16Array, out: Tile): void {
    const { x, y } = tileOrigin(this.drawing.sheet, number)
    this.kernels.unpremultiply(work, out, x, y, this.style.seed)
    const before = this.layer.tiles.get(number)
    const premultiplied = this.originals.get(number)
    if (!before || !premultiplied) return
    // Four values of 16 bits are compared as two of 32.
    const [was, is] = [new Uint32Array(premultiplied.buffer), new Uint32Array(work.buffer)]
    const [from, to] = [
      new Uint32Array(before.buffer, before.byteOffset, TILE * TILE),
      new Uint32Array(out.buffer, out.byteOffset, TILE * TILE),
    ]
    for (let i = 0; i < from.length; i++) {
      if (was[2 * i] === is[2 * i] && was[2 * i + 1] === is[2 * i + 1]) to[i] = from[i]!
      else if (this.layer.inside) out[4 * i + 3] = before[4 * i + 3]!
    }
  }

  /** One dab. @param strength 0 … 1 */
  private rub(at: Step, frame: number, strength: number, step: number): void {
    const { a, b, c, d, e, f } = this.frames[frame]!
    const x = a * at.x + c * at.y + e
    const y = b * at.x + d * at.y + f
    const reach = (this.side - 1) / 2
    const [left, top] = [Math.floor(x) - reach, Math.floor(y) - reach]
    const whole = { x0: left, y0: top, x1: left + this.side, y1: top + this.side }
    const box = intersectRect(whole, sheetRect(this.drawing.sheet))
    if (isEmptyRect(box)) return
    if (this.isSmudge) this.smudge(whole, box, x, y, strength, frame, at.along === 0, step)
    else this.soften(box, x, y, strength)
  }

  private smudge(
    whole: Rect,
    box: Rect,
    x: number,
    y: number,
    strength: number,
    frame: number,
    isFirst: boolean,
    step: number,
  ): void {
    const under = this.read(whole)
    const carried = this.carried[frame]
    if (!carried || isFirst) {
      this.carried[frame] = under.values
      return
    }
    this.write(box, x, y, strength, { box: whole, values: carried })
    // A little of what lies under it is taken up, and of what lay there before this stroke: so the colour runs out.
    const before = this.read(whole, this.originals)
    const keeps = Math.max(1 - step / (CARRY_SIZES * strength * strength * this.style.tool.size + 1e-6), 0)
    for (let i = 0; i < carried.length; i++) {
      const met = (under.values[i]! + before.values[i]!) / 2
      carried[i] = Math.floor(met + (carried[i]! - met) * keeps + 0.5)
    }
  }

  private soften(box: Rect, x: number, y: number, strength: number): void {
    const sigma = Math.max(this.style.tool.size * SOFTEN_SIGMA, LEAST_SIGMA)
    // Three boxes whose radius comes near enough; one pass more or less of a brush tells nobody.
    const radius = boxRadius(sigma)
    const margin = 3 * radius
    const around = this.read(growRect(box, margin))
    const [width, height] = [around.box.x1 - around.box.x0, around.box.y1 - around.box.y0]
    this.kernels.blurAcross(around.values, width, height, { radius, edge: 0 })
    this.kernels.blurDown(around.values, width, height, { radius, edge: 0 })
    this.write(box, x, y, strength, around)
  }

  /** The px of a box as they are now, or as they were; beyond the sheet its edge goes on. */
  private read(box: Rect, from: ReadonlyMap<number, Uint16Array> | null = null): Area {
    return areaOf(this.drawing.sheet, box, number => (from ? from.get(number) : this.weighedTile(number)))
  }

  /** A tile weighed; null where nothing is painted. */
  private weighedTile(number: number): Uint16Array | null {
    const known = this.work.get(number)
    if (known) return known
    const tile = this.layer.tiles.get(number)
    if (!tile) return null
    const out = new Uint16Array(TILE_BYTES)
    this.kernels.premultiply(tile, out)
    this.work.set(number, out)
    this.originals.set(number, out.slice())
    return out
  }

  /**
   * Brings the px of a dab toward those of an area that holds it, each as far as the brush, the selection and the
   * strength say.
   */
  private write(box: Rect, cx: number, cy: number, strength: number, toward: Area): void {
    const { sheet } = this.drawing
    for (const { number, part } of tilesUnder(sheet, box)) {
      const chosen = this.within?.get(number)
      if (this.within && !chosen) continue
      let work = this.weighedTile(number)
      if (!work) {
        if (this.layer.inside) continue
        work = new Uint16Array(TILE_BYTES)
        this.work.set(number, work)
      }
      const { x, y } = tileOrigin(sheet, number)
      for (let py = part.y0; py < part.y1; py++)
        this.writeRow(work, py, { x0: part.x0, x1: part.x1, left: x, top: y }, cx, cy, strength, toward, chosen)
    }
    this.fresh = unionRect(this.fresh, this.touched.add(box))
  }

  private writeRow(
    work: Uint16Array,
    py: number,
    { x0, x1, left, top }: { x0: number; x1: number; left: number; top: number },
    cx: number,
    cy: number,
    strength: number,
    { box, values }: Area,
    chosen: Uint8Array | undefined,
  ): void {
    const { size, hardness } = this.style.tool
    const radius = size / 2
    const hard = hardness / 100
    const isInside = this.layer.inside === true
    const dy = py + 0.5 - cy
    const width = box.x1 - box.x0
    for (let px = x0; px < x1; px++) {
      const dx = px + 0.5 - cx
      const far = Math.sqrt(dx * dx + dy * dy) / radius
      if (far >= 1) continue
      const soft = far <= hard ? 1 : (1 - far) / (1 - hard)
      const i = (py - top) * TILE + px - left
      const share = strength * soft * soft * (3 - 2 * soft) * (chosen ? chosen[i]! / 255 : 1)
      if (share <= 0) continue
      const at = 4 * i
      const from = 4 * ((py - box.y0) * width + px - box.x0)
      const alpha = work[at + 3]!
      const next = alpha + (values[from + 3]! - alpha) * share
      // On a layer that stays inside the colour is rubbed, the alpha kept.
      if (isInside && (alpha === 0 || next <= 0)) continue
      const scale = isInside ? alpha / next : 1
      for (let c = 0; c < 3; c++) {
        const value = work[at + c]!
        const rubbed = Math.floor((value + (values[from + c]! - value) * share) * scale + 0.5)
        work[at + c] = rubbed > 65535 ? 65535 : rubbed
      }
      if (!isInside) work[at + 3] = Math.floor(next + 0.5)
    }
  }
}
