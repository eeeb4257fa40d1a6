import { FIELD_SIDE, type Field } from './field'
import { RIM, type Picture } from './picture'

/** Squeezed by less than this, a px is read once, px of the source for one of the sheet. */
const ONCE_UP_TO = 1.2
/** Readings along one side of a px at most. */
const MOST_READINGS = 8

/** A picture at one size. */
export interface Level {
  readonly width: number
  readonly height: number
  readonly pixels: Uint8Array
}

/** A px as it was read: colour times alpha, and alpha, 0 … 255, not rounded. */
export type Read = Float64Array

/**
 * Reads a picture at any place and squeeze: Catmull–Rom interpolation (Catmull & Rom 1974; Keys 1981,
 * a = −½) of colour times alpha, with several readings a px from a half, quarter … picture (Williams
 * 1983, "Pyramidal parametrics") where the source is squeezed, so that nothing is left out.
 */
export class Sampler {
  private readonly levels: Level[]

  constructor(private readonly picture: Picture) {
    this.levels = [picture]
  }

  /** Reads what the field's px `i` shows into `out`. Its place must not be NaN. */
  read({ u, v }: Field, i: number, out: Read): void {
    const right = isNaN(u[i + 1]!) ? i - 1 : i + 1
    const below = i + FIELD_SIDE >= u.length || isNaN(u[i + FIELD_SIDE]!) ? i - FIELD_SIDE : i + FIELD_SIDE
    const ux = stepOf(u, i, right)
    const vx = stepOf(v, i, right)
    const uy = stepOf(u, i, below)
    const vy = stepOf(v, i, below)
    const across = Math.sqrt(ux * ux + vx * vx)
    const down = Math.sqrt(uy * uy + vy * vy)
    const { box } = this.picture
    const x = u[i]! - box.x0 + RIM
    const y = v[i]! - box.y0 + RIM
    if (across <= ONCE_UP_TO && down <= ONCE_UP_TO) return cubic(this.picture, x, y, out)
    let level = 0
    let size = 1
    while (Math.min(across, down) >= 2 * size) {
      size *= 2
      level++
    }
    const { picture, scale } = this.level(level)
    const columns = readings(across / scale)
    const rows = readings(down / scale)
    let r = 0
    let g = 0
    let b = 0
    let a = 0
    for (let j = 0; j < rows; j++) {
      for (let k = 0; k < columns; k++) {
        const p = (k + 0.5) / columns - 0.5
        const q = (j + 0.5) / rows - 0.5
        cubic(picture, (x + p * ux + q * uy) / scale, (y + p * vx + q * vy) / scale, out)
        r += out[0]!
        g += out[1]!
        b += out[2]!
        a += out[3]!
      }
    }
    const n = columns * rows
    out[0] = r / n
    out[1] = g / n
    out[2] = b / n
    out[3] = a / n
  }

  /** The picture nearest in size to one that is squeezed by so much. */
  nearest(squeeze: number): { level: Level, scale: number } {
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
  get origin(): { left: number, top: number } {
    return { left: this.picture.box.x0 - RIM, top: this.picture.box.y0 - RIM }
  }

  /** The picture at 1 ÷ 2^level, or the smallest there is. */
  private level(level: number): { picture: Level, scale: number } {
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

/** Catmull–Rom at (x, y), the middle of the first px at (0.5, 0.5). Beyond the picture all is clear. */
function cubic({ width, height, pixels }: Level, x: number, y: number, out: Read): void {
  const ix = Math.floor(x - 0.5)
  const iy = Math.floor(y - 0.5)
  const tx = x - 0.5 - ix
  const ty = y - 0.5 - iy
  const wx0 = ((2 - tx) * tx - 1) * tx * 0.5
  const wx1 = ((3 * tx - 5) * tx * tx + 2) * 0.5
  const wx2 = ((4 - 3 * tx) * tx + 1) * tx * 0.5
  const wx3 = (tx - 1) * tx * tx * 0.5
  const isInner = ix >= 1 && iy >= 1 && ix + 2 < width && iy + 2 < height
  let r = 0
  let g = 0
  let b = 0
  let a = 0
  for (let j = -1; j <= 2; j++) {
    const wy = j === -1 ? ((2 - ty) * ty - 1) * ty * 0.5 : j === 0 ? ((3 * ty - 5) * ty * ty + 2) * 0.5 : j === 1 ? ((4 - 3 * ty) * ty + 1) * ty * 0.5 : (ty - 1) * ty * ty * 0.5
    if (wy === 0 || (!isInner && (iy + j < 0 || iy + j >= height))) continue
    const row = (iy + j) * width + ix
    for (let k = -1; k <= 2; k++) {
      if (!isInner && (ix + k < 0 || ix + k >= width)) continue
      const at = 4 * (row + k)
      const alpha = pixels[at + 3]!
      if (alpha === 0) continue
      const w = wy * (k === -1 ? wx0 : k === 0 ? wx1 : k === 1 ? wx2 : wx3) * alpha
      r += w * pixels[at]!
      g += w * pixels[at + 1]!
      b += w * pixels[at + 2]!
      a += w
    }
  }
  // The curve overshoots at hard edges: what is more than full or less than nothing is cut.
  a = Math.min(Math.max(a, 0), 255)
  const most = a
  out[0] = Math.min(Math.max(r / 255, 0), most)
  out[1] = Math.min(Math.max(g / 255, 0), most)
  out[2] = Math.min(Math.max(b / 255, 0), most)
  out[3] = a
}

/** Half the size, each px the mean of four, weighed by alpha. */
function halved({ width, height, pixels }: Level): Level {
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
