import type { Rect } from '../base'
import type { Kernels, Pixels, RowSums, RowTaps } from '../kernels'
import type { Destination } from './places'

/*
 * A picture that lies upright (moved, scaled, flipped, turned by quarters) is resampled by rows, then by columns:
 * Catmull–Rom (Keys 1981, a = −½), widened by as much as the picture is squeezed, so that nothing is left out. Beyond
 * the picture's edge its last px goes on; how much of a px at the edge the picture covers is its alpha's share. Only
 * + − × ÷: the same bytes everywhere.
 */

/** How the px of a picture are turned by a quarter, then flipped. */
export interface Flips {
  /** Its columns become rows. */
  readonly isTurned: boolean
  readonly isMirrored: boolean
  readonly isUpsideDown: boolean
}

/** Where an upright picture comes: its px turned and flipped, then from `x0`, `y0` to `x1`, `y1`, sheet px. */
export interface Upright extends Rect, Flips {}

/** Null: it does not lie upright. */
export function uprightOf(to: Destination): Upright | null {
  if (to.kind !== 'corners') return null
  const [ax, ay, bx, by, cx, cy, dx, dy] = to.points as [number, number, number, number, number, number, number, number]
  const isTurned = ax === bx && cx === dx && by === cy && ay === dy
  if (!isTurned && !(ay === by && cy === dy && bx === cx && ax === dx)) return null
  return {
    x0: Math.min(ax, cx),
    y0: Math.min(ay, cy),
    x1: Math.max(ax, cx),
    y1: Math.max(ay, cy),
    isTurned,
    isMirrored: cx < ax,
    isUpsideDown: cy < ay,
  }
}

/** The px as they lie: turned, then flipped. A picture that is neither is given as it is. */
export function uprightPixels(picture: Pixels, { isTurned, isMirrored, isUpsideDown }: Flips): Pixels {
  if (!isTurned && !isMirrored && !isUpsideDown) return picture
  const { width, height } = picture
  const from = new Uint32Array(picture.pixels.slice().buffer)
  const [w, h] = isTurned ? [height, width] : [width, height]
  const out = new Uint32Array(w * h)
  for (let y = 0; y < h; y++) {
    const sy = isUpsideDown ? h - 1 - y : y
    for (let x = 0; x < w; x++) {
      const sx = isMirrored ? w - 1 - x : x
      out[y * w + x] = from[isTurned ? sx * width + sy : sy * width + sx]!
    }
  }
  return { width: w, height: h, pixels: new Uint8Array(out.buffer) }
}

/** The curve at a distance from its middle. */
function curve(t: number): number {
  const d = t < 0 ? -t : t
  if (d >= 2) return 0
  return d < 1 ? (1.5 * d - 2.5) * d * d + 1 : ((2.5 - 0.5 * d) * d - 4) * d + 2
}

/** For px `from` up to before `to`, where `size` px of the picture come to lie between `start` and `end`. */
function tapsOf(size: number, start: number, end: number, from: number, to: number): RowTaps {
  const per = size / (end - start)
  const wide = Math.max(per, 1)
  const most = Math.ceil(4 * wide) + 1
  const length = to - from
  const first = new Int32Array(length)
  const count = new Int32Array(length)
  const weights = new Float32Array(length * most)
  const covered = new Float32Array(length)
  for (let i = 0; i < length; i++) {
    const at = from + i
    covered[i] = Math.max(0, Math.min(at + 1, end) - Math.max(at, start))
    // The middle of what of the px lies on the picture.
    const middle = ((Math.max(at, start) + Math.min(at + 1, end)) / 2 - start) * per
    const [lowest, highest] = [Math.ceil(middle - 2 * wide - 0.5), Math.floor(middle + 2 * wide - 0.5)]
    const low = Math.min(size - 1, Math.max(0, lowest))
    const high = Math.max(low, Math.min(size - 1, highest))
    let sum = 0
    for (let k = lowest; k <= highest; k++) sum += curve((k + 0.5 - middle) / wide)
    for (let k = lowest; k <= highest; k++) {
      const within = Math.min(Math.max(k, low), high)
      weights[i * most + within - low]! += curve((k + 0.5 - middle) / wide) / sum
    }
    first[i] = low
    count[i] = high - low + 1
  }
  return { first, count, weights, most, covered }
}

/** Squeezed by more than this, each so many px become one first: what is summed stays few. */
const MOST_SQUEEZE = 8

/**
 * Reads rows of an upright picture as they come to lie on the sheet. Rows have to be asked for from top to bottom: each
 * row of the picture is worked out once.
 */
export class UprightRows {
  private readonly picture: Pixels
  private readonly down: RowTaps
  private readonly sums: RowSums
  /** Rows of the picture lie in slots by turns; so many are worked out. */
  private readonly slots: number
  private done = 0

  /** @param part what of the sheet is asked for: whole px */
  constructor(
    kernels: Kernels,
    picture: Pixels,
    at: Rect,
    private readonly part: Rect,
  ) {
    const rough = (size: number, length: number) =>
      size > MOST_SQUEEZE * length ? Math.floor((2 * size) / (MOST_SQUEEZE * length)) : 1
    const [across, down] = [rough(picture.width, at.x1 - at.x0), rough(picture.height, at.y1 - at.y0)]
    this.picture = across > 1 || down > 1 ? meansOf(picture, across, down) : picture
    const { width, height } = this.picture
    this.down = tapsOf(height, at.y0, at.y1, part.y0, part.y1)
    this.slots = Math.min(this.down.most, height)
    this.sums = kernels.resampleRows(width, tapsOf(width, at.x0, at.x1, part.x0, part.x1), this.slots)
  }

  /** Row `y` of the sheet: colour times alpha and alpha of each px of the part, 0 … 255, not rounded. */
  read(y: number, out: Float32Array): void {
    const { first, count, weights, most, covered } = this.down
    const i = y - this.part.y0
    const { width, pixels } = this.picture
    const [low, end] = [first[i]!, first[i]! + count[i]!]
    for (this.done = Math.max(this.done, low); this.done < end; this.done++)
      this.sums.weigh(this.done % this.slots, pixels.subarray(4 * this.done * width, 4 * (this.done + 1) * width))
    const which = Array.from({ length: count[i]! }, (_, k) => (low + k) % this.slots)
    const by = which.map((_, k) => weights[i * most + k]!)
    this.sums.sum(which, by, covered[i]!, out)
  }
}

/** Each px the mean of a block, weighed by alpha; the last of a row may be of fewer. */
function meansOf({ width, height, pixels }: Pixels, across: number, down: number): Pixels {
  const [w, h] = [Math.ceil(width / across), Math.ceil(height / down)]
  const out = new Uint8Array(4 * w * h)
  const sums = new Float64Array(5 * w)
  for (let y = 0; y < h; y++) {
    sums.fill(0)
    for (let sy = y * down; sy < Math.min((y + 1) * down, height); sy++) {
      for (let sx = 0, at = 4 * sy * width; sx < width; sx++, at += 4) {
        const to = 5 * Math.floor(sx / across)
        const alpha = pixels[at + 3]!
        for (let c = 0; c < 3; c++) sums[to + c]! += pixels[at + c]! * alpha
        sums[to + 3]! += alpha
        sums[to + 4]! += 1
      }
    }
    for (let x = 0; x < w; x++) {
      const alpha = sums[5 * x + 3]!
      if (alpha === 0) continue
      for (let c = 0; c < 3; c++) out[4 * (y * w + x) + c] = Math.floor(sums[5 * x + c]! / alpha + 0.5)
      out[4 * (y * w + x) + 3] = Math.floor(alpha / sums[5 * x + 4]! + 0.5)
    }
  }
  return { width: w, height: h, pixels: out }
}

/** A picture made smaller by rows and columns, as it would lie upright. */
export function shrunk(kernels: Kernels, picture: Pixels, width: number, height: number): Pixels {
  const at = { x0: 0, y0: 0, x1: width, y1: height }
  const rows = new UprightRows(kernels, picture, at, at)
  const row = new Float32Array(4 * width)
  const pixels = new Uint8Array(4 * width * height)
  for (let y = 0; y < height; y++) {
    rows.read(y, row)
    for (let x = 0, to = 4 * y * width; x < 4 * width; x += 4, to += 4) {
      const alpha = row[x + 3]!
      const a = Math.floor(alpha + 0.5)
      if (a === 0) continue
      for (let c = 0; c < 3; c++) pixels[to + c] = Math.min(255, Math.floor((row[x + c]! * 255) / alpha + 0.5))
      pixels[to + 3] = a
    }
  }
  return { width, height, pixels }
}
