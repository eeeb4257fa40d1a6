import { TILE, type BlurBox, type Tile } from '../contract'

const f = Math.fround
/** Halves to the even one. */
const nearest = (value: number) => f(value + 8388608) - 8388608

/** Three boxes along each row of premultiplied px, in place. */
export function blurAcrossPlain(pixels: Uint16Array, width: number, rows: number, box: BlurBox): void {
  for (let y = 0; y < rows; y++) blurLine(pixels, y * width, 1, width, box)
}

/** The same down each column. */
export function blurDownPlain(pixels: Uint16Array, width: number, rows: number, box: BlurBox): void {
  for (let x = 0; x < width; x++) blurLine(pixels, x, width, rows, box)
}

/** @param step from one px of the line to the next, px */
function blurLine(pixels: Uint16Array, start: number, step: number, count: number, { radius, edge }: BlurBox): void {
  const per = f(1 / f(f(2 * radius + 1) + f(2 * f(edge))))
  for (let channel = 0; channel < 4; channel++) {
    let line = Float64Array.from({ length: count }, (_, i) => pixels[4 * (start + i * step) + channel]!)
    for (let pass = 0; pass < 3; pass++) {
      const at = (i: number) => (i < 0 || i >= count ? 0 : line[i]!)
      const next = new Float64Array(count)
      let sum = 0
      for (let i = -radius; i <= radius; i++) sum += at(i)
      for (let i = 0; i < count; i++) {
        const ends = at(i - radius - 1) + at(i + radius + 1)
        const all = f(f(sum) + f(f(ends) * f(edge)))
        next[i] = nearest(f(all * per))
        sum += at(i + radius + 1) - at(i - radius)
      }
      line = next
    }
    for (let i = 0; i < count; i++) pixels[4 * (start + i * step) + channel] = line[i]!
  }
}

export function premultiplyPlain(tile: Tile, out: Uint16Array): void {
  const scale = f(f(257) / f(255))
  for (let i = 0; i < TILE * TILE; i++) {
    const alpha = tile[4 * i + 3]!
    for (let c = 0; c < 4; c++) {
      const value = tile[4 * i + c]!
      out[4 * i + c] = nearest(f(f(value * (c === 3 ? 255 : alpha)) * scale))
    }
  }
}

export function unpremultiplyPlain(
  dither: Float32Array,
  values: Uint16Array,
  out: Tile,
  ditherX: number,
  ditherY: number,
): void {
  const one = f(f(1) / f(257))
  for (let y = 0; y < TILE; y++) {
    for (let x = 0; x < TILE; x++) {
      const at = 4 * (y * TILE + x)
      out.fill(0, at, at + 4)
      const alpha = values[at + 3]!
      if (alpha === 0) continue
      const noise = dither[((y + ditherY) & 15) * 16 + ((x + ditherX) & 15)]!
      const whole = (value: number, per: number) => Math.trunc(Math.min(f(f(f(value) * per) + noise), 255))
      const byte = whole(alpha, one)
      if (byte === 0) continue
      const per = f(f(255) / f(alpha))
      for (let c = 0; c < 3; c++) out[at + c] = whole(values[at + c]!, per)
      out[at + 3] = byte
    }
  }
}
