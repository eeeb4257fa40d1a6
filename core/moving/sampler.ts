import { READ_PLACES, type Kernels, type Pixels } from '../kernels'
import { FIELD_SIDE, type Field } from './field'
import { RIM, type Picture } from './picture'

/** Squeezed by less than this, a px is read once, px of the source for one of the sheet. */
const ONCE_UP_TO = 1.2
const ONCE_SQUARED = ONCE_UP_TO * ONCE_UP_TO
/** Readings along one side of a px at most. */
const MOST_READINGS = 8

/**
 * Reads a picture at any place and squeeze: Catmull–Rom interpolation (Catmull & Rom 1974; Keys 1981,
 * a = −½) of colour times alpha, with several readings a px from a half, quarter … picture (Williams
 * 1983, "Pyramidal parametrics") where the source is squeezed, so that nothing is left out.
 */
export class Sampler {
  private readonly levels: Pixels[]
  private readonly xs = new Float64Array(FIELD_SIDE)
  private readonly ys = new Float64Array(FIELD_SIDE)
  /** Readings that wait to be done together: of one level, several to a px. */
  private readonly waiting = {
    count: 0,
    level: 0,
    xs: new Float64Array(READ_PLACES),
    ys: new Float64Array(READ_PLACES),
    read: new Float32Array(4 * READ_PLACES),
    /** For each px that waits: where it is read into, and how many readings it has. */
    px: [] as number[],
  }

  constructor(
    private readonly kernels: Kernels,
    private readonly picture: Picture,
  ) {
    this.levels = [picture]
  }

  /**
   * Reads what `count` px of the field show, from px `from` on in one of its rows, into `out`: four
   * numbers each, colour times alpha and alpha, 0 … 255, not rounded. Where nothing comes all are 0.
   */
  readRow({ u, v }: Field, from: number, count: number, out: Float32Array): void {
    const { xs, ys } = this
    const { left, top } = this.origin
    for (let k = 0; k < count; k++) {
      const i = from + k
      xs[k] = u[i]! - left
      ys[k] = v[i]! - top
    }
    this.kernels.readPicture(this.picture, xs, ys, count, out)
    for (let k = 0; k < count; k++) {
      const i = from + k
      if (isNaN(u[i]!)) continue
      const right = isNaN(u[i + 1]!) ? i - 1 : i + 1
      const below = isNaN(u[i + FIELD_SIDE]!) ? i - FIELD_SIDE : i + FIELD_SIDE
      const ux = stepOf(u, i, right)
      const vx = stepOf(v, i, right)
      const uy = stepOf(u, i, below)
      const vy = stepOf(v, i, below)
      if (ux * ux + vx * vx <= ONCE_SQUARED && uy * uy + vy * vy <= ONCE_SQUARED) continue
      this.wait(xs[k]!, ys[k]!, ux, vx, uy, vy, 4 * k, out)
    }
    this.readWaiting(out)
  }

  /** Puts by the readings over what a px covers, whose mean it gets: the steps to the next px say how much that is. */
  private wait(
    x: number,
    y: number,
    ux: number,
    vx: number,
    uy: number,
    vy: number,
    to: number,
    out: Float32Array,
  ): void {
    const across = Math.sqrt(ux * ux + vx * vx)
    const down = Math.sqrt(uy * uy + vy * vy)
    let level = 0
    let size = 1
    while (Math.min(across, down) >= 2 * size) {
      size *= 2
      level++
    }
    const { scale } = this.level(level)
    const columns = readings(across / scale)
    const rows = readings(down / scale)
    const { waiting } = this
    if (waiting.level !== level || waiting.count + columns * rows > READ_PLACES) this.readWaiting(out)
    waiting.level = level
    for (let j = 0; j < rows; j++) {
      const q = (j + 0.5) / rows - 0.5
      for (let k = 0; k < columns; k++) {
        const p = (k + 0.5) / columns - 0.5
        waiting.xs[waiting.count] = (x + p * ux + q * uy) / scale
        waiting.ys[waiting.count++] = (y + p * vx + q * vy) / scale
      }
    }
    waiting.px.push(to, columns * rows)
  }

  private readWaiting(out: Float32Array): void {
    const { waiting } = this
    const { count, level, xs, ys, read, px } = waiting
    if (count === 0) return
    this.kernels.readPicture(this.level(level).picture, xs, ys, count, read)
    let at = 0
    for (let i = 0; i < px.length; i += 2) {
      const to = px[i]!
      const n = px[i + 1]!
      let r = 0
      let g = 0
      let b = 0
      let a = 0
      for (const end = at + 4 * n; at < end; at += 4) {
        r += read[at]!
        g += read[at + 1]!
        b += read[at + 2]!
        a += read[at + 3]!
      }
      out[to] = r / n
      out[to + 1] = g / n
      out[to + 2] = b / n
      out[to + 3] = a / n
    }
    waiting.count = 0
    px.length = 0
  }

  /** The picture nearest in size to one that is squeezed by so much. */
  nearest(squeeze: number): { level: Pixels; scale: number } {
    let level = 0
    let size = 1
    while (squeeze >= 1.5 * size) {
      size *= 2
      level++
    }
    const { picture, scale } = this.level(level)
    return { level: picture, scale }
  }

  /** Where the picture's first px lies on the sheet. */
  get origin(): { left: number; top: number } {
    return { left: this.picture.box.x0 - RIM, top: this.picture.box.y0 - RIM }
  }

  /** The picture at 1 ÷ 2^level, or the smallest there is. */
  private level(level: number): { picture: Pixels; scale: number } {
    while (this.levels.length <= level) {
      const last = this.levels[this.levels.length - 1]!
      if (last.width <= 8 || last.height <= 8) break
      this.levels.push(halved(last))
    }
    const found = Math.min(level, this.levels.length - 1)
    let scale = 1
    for (let i = 0; i < found; i++) scale *= 2
    return { picture: this.levels[found]!, scale }
  }
}

/** How far a neighbour's place is from that of px i, one px on; 1 px away when there is none. */
function stepOf(values: Float64Array, i: number, neighbour: number): number {
  const step = values[neighbour]! - values[i]!
  if (isNaN(step)) return 0
  return neighbour < i ? -step : step
}

function readings(squeeze: number): number {
  return squeeze <= ONCE_UP_TO ? 1 : Math.min(Math.ceil(squeeze), MOST_READINGS)
}

/** Half the size, each px the mean of four, weighed by alpha. */
function halved({ width, height, pixels }: Pixels): Pixels {
  const w = Math.ceil(width / 2)
  const h = Math.ceil(height / 2)
  const out = new Uint8Array(w * h * 4)
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      let r = 0
      let g = 0
      let b = 0
      let a = 0
      for (let n = 0; n < 4; n++) {
        const sx = 2 * x + (n & 1)
        const sy = 2 * y + (n >> 1)
        if (sx >= width || sy >= height) continue
        const at = 4 * (sy * width + sx)
        const alpha = pixels[at + 3]!
        r += pixels[at]! * alpha
        g += pixels[at + 1]! * alpha
        b += pixels[at + 2]! * alpha
        a += alpha
      }
      if (a === 0) continue
      const to = 4 * (y * w + x)
      out[to] = Math.floor(r / a + 0.5)
      out[to + 1] = Math.floor(g / a + 0.5)
      out[to + 2] = Math.floor(b / a + 0.5)
      out[to + 3] = Math.floor(a / 4 + 0.5)
    }
  }
  return { width: w, height: h, pixels: out }
}
