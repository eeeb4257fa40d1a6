// Layers of one tile, bottom to top, in float accumulators; rounded once at the end.

import { channel, packed, rounded } from './lanes'

// @ts-ignore: decorator
@inline
function toward(from: v128, to: v128, t: v128): v128 {
  return f32x4.add(from, f32x4.mul(f32x4.sub(to, from), t))
}

/**
 * `table` holds, for each layer from the bottom, the tile's address (u32) and opacity ÷ 255 (f32).
 * Over an opaque paper the accumulators hold plain colour, 0 … 255, and no alpha is needed.
 */
export function compositeOnPaper(
  table: usize, count: i32, out: usize,
  x0: i32, y0: i32, lanes: i32, rows: i32,
  red: f32, green: f32, blue: f32,
): void {
  const end = table + (<usize>count << 3)
  for (let y = y0; y < y0 + rows; y++) {
    let at = (<usize>y << 10) + (<usize>x0 << 2)
    const stop = at + (<usize>lanes << 2)
    // Eight pixels a turn while there are so many: the layers' table is read half as often.
    for (; at + 16 < stop; at += 32) {
      let r = f32x4.splat(red)
      let g = f32x4.splat(green)
      let b = f32x4.splat(blue)
      let r2 = r
      let g2 = g
      let b2 = b
      for (let entry = table; entry < end; entry += 8) {
        const from = <usize>load<u32>(entry) + at
        const over = v128.load(from)
        const over2 = v128.load(from, 16)
        const alpha = i32x4.shr_u(over, 24)
        const alpha2 = i32x4.shr_u(over2, 24)
        if (!v128.any_true(v128.or(alpha, alpha2))) continue
        const unit = f32x4.splat(load<f32>(entry, 4))
        const a = f32x4.mul(f32x4.convert_i32x4_s(alpha), unit)
        const a2 = f32x4.mul(f32x4.convert_i32x4_s(alpha2), unit)
        r = toward(r, channel(over, 0), a)
        r2 = toward(r2, channel(over2, 0), a2)
        g = toward(g, channel(over, 8), a)
        g2 = toward(g2, channel(over2, 8), a2)
        b = toward(b, channel(over, 16), a)
        b2 = toward(b2, channel(over2, 16), a2)
      }
      v128.store(out + at, packed(r, g, b))
      v128.store(out + at, packed(r2, g2, b2), 16)
    }
    for (; at < stop; at += 16) {
      let r = f32x4.splat(red)
      let g = f32x4.splat(green)
      let b = f32x4.splat(blue)
      for (let entry = table; entry < end; entry += 8) {
        const over = v128.load(<usize>load<u32>(entry) + at)
        const alpha = i32x4.shr_u(over, 24)
        if (!v128.any_true(alpha)) continue
        const a = f32x4.mul(f32x4.convert_i32x4_s(alpha), f32x4.splat(load<f32>(entry, 4)))
        r = toward(r, channel(over, 0), a)
        g = toward(g, channel(over, 8), a)
        b = toward(b, channel(over, 16), a)
      }
      v128.store(out + at, packed(r, g, b))
    }
  }
}

/** The same without paper: premultiplied accumulators, straight alpha out. */
export function compositeOnClear(
  table: usize, count: i32, out: usize,
  x0: i32, y0: i32, lanes: i32, rows: i32,
): void {
  const end = table + (<usize>count << 3)
  const one = f32x4.splat(1)
  for (let y = y0; y < y0 + rows; y++) {
    let at = (<usize>y << 10) + (<usize>x0 << 2)
    const stop = at + (<usize>lanes << 2)
    for (; at < stop; at += 16) {
      let r = f32x4.splat(0)
      let g = f32x4.splat(0)
      let b = f32x4.splat(0)
      let a = f32x4.splat(0)
      for (let entry = table; entry < end; entry += 8) {
        const over = v128.load(<usize>load<u32>(entry) + at)
        const alpha = i32x4.shr_u(over, 24)
        if (v128.any_true(alpha)) {
          const s = f32x4.mul(f32x4.convert_i32x4_s(alpha), f32x4.splat(load<f32>(entry, 4)))
          const keep = f32x4.sub(one, s)
          r = f32x4.add(f32x4.mul(r, keep), f32x4.mul(channel(over, 0), s))
          g = f32x4.add(f32x4.mul(g, keep), f32x4.mul(channel(over, 8), s))
          b = f32x4.add(f32x4.mul(b, keep), f32x4.mul(channel(over, 16), s))
          a = f32x4.add(f32x4.mul(a, keep), s)
        }
      }
      const byte = rounded(f32x4.mul(a, f32x4.splat(255)))
      const seen = i32x4.ne(byte, i32x4.splat(0))
      const per = f32x4.div(one, a)
      let pixels = v128.or(rounded(f32x4.mul(r, per)), i32x4.shl(rounded(f32x4.mul(g, per)), 8))
      pixels = v128.or(pixels, i32x4.shl(rounded(f32x4.mul(b, per)), 16))
      v128.store(out + at, v128.and(v128.or(pixels, i32x4.shl(byte, 24)), seen))
    }
  }
}

/** Half size: each pixel the mean of 2 × 2, rows `srcStride` and `outStride` bytes apart, `lanes` out pixels a multiple of 4. */
export function halve(src: usize, srcStride: usize, out: usize, outStride: usize, lanes: i32, rows: i32): void {
  for (let y = 0; y < rows; y++) {
    let p = src + <usize>(2 * y) * srcStride
    let q = out + <usize>y * outStride
    for (let x = 0; x < lanes; x += 4) {
      const a = i8x16.avgr_u(v128.load(p), v128.load(p + srcStride))
      const b = i8x16.avgr_u(v128.load(p + 16), v128.load(p + srcStride + 16))
      const even = v128.shuffle<i32>(a, b, 0, 2, 4, 6)
      const odd = v128.shuffle<i32>(a, b, 1, 3, 5, 7)
      v128.store(q, i8x16.avgr_u(even, odd))
      p += 32
      q += 16
    }
  }
}
