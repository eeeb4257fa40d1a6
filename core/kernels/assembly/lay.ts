// The finished stroke mask is laid once over a tile of straight-alpha RGBA8. Four pixels a turn.

import { channel, greater, lesser, unit, whole } from './lanes'

// @ts-ignore: decorator
@inline
function smooth(t: v128): v128 {
  const u = unit(t)
  return f32x4.mul(f32x4.mul(u, u), f32x4.sub(f32x4.splat(3), f32x4.mul(f32x4.splat(2), u)))
}

/**
 * Share of each of four pixels that the stroke covers: the mask, paler inside than at its rim
 * (`rim`), skipping the hollows of the grain (`bite`) or thinned in them (`depth`), × opacity.
 */
// @ts-ignore: decorator
@inline
function cover4(mask: usize, opacity: f32, grain: usize, depth: f32, bite: f32, rim: f32): v128 {
  let m = f32x4.mul(
    f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(v128.load64_zero(mask))),
    f32x4.splat(1.0 / 32768.0),
  )
  if (rim > 0) {
    const rise = smooth(f32x4.mul(m, f32x4.splat(2)))
    const inner = smooth(f32x4.mul(f32x4.sub(m, f32x4.splat(0.5)), f32x4.splat(2)))
    m = f32x4.mul(rise, f32x4.sub(f32x4.splat(1), f32x4.mul(f32x4.splat(rim), inner)))
  }
  if (depth > 0 || bite > 0) {
    const tooth = f32x4.mul(
      f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(v128.load64_zero(grain))),
      f32x4.splat(1.0 / 32768.0),
    )
    if (bite > 0) {
      m = f32x4.add(m, f32x4.mul(f32x4.splat(bite), f32x4.sub(m, tooth)))
      m = unit(m)
    }
    if (depth > 0) {
      const room = f32x4.sub(f32x4.splat(1), m)
      const loss = f32x4.mul(f32x4.mul(f32x4.splat(depth), tooth), room)
      m = greater(f32x4.sub(m, loss), f32x4.splat(0))
    }
  }
  return f32x4.mul(m, f32x4.splat(opacity))
}

// @ts-ignore: decorator
@inline
function toByte(value: v128, dither: v128): v128 {
  return whole(lesser(f32x4.add(value, dither), f32x4.splat(255)))
}

// @ts-ignore: decorator
@inline
function mixed(under: v128, over: v128, t: v128, dither: v128): v128 {
  return toByte(f32x4.add(under, f32x4.mul(f32x4.sub(over, under), t)), dither)
}

/** What a glaze shows over `under`: its own colour on clear paper, times what is there where there is paint. */
// @ts-ignore: decorator
@inline
function glazed(under: v128, over: f32, underAlpha: v128): v128 {
  const own = f32x4.splat(over)
  const times = f32x4.mul(f32x4.mul(own, under), f32x4.splat(1.0 / 255.0))
  return f32x4.add(own, f32x4.mul(f32x4.sub(times, own), underAlpha))
}

/** One channel with light added: the sum of what both give, no more than the alpha holds, made straight again. */
// @ts-ignore: decorator
@inline
function lit(under: v128, underAlpha: v128, colour: f32, share: v128, alpha: v128, dither: v128): v128 {
  const sum = f32x4.add(f32x4.mul(under, underAlpha), f32x4.mul(f32x4.splat(colour), share))
  return toByte(f32x4.div(lesser(sum, f32x4.mul(f32x4.splat(255), alpha)), alpha), dither)
}

/** Plus-lighter (W3C Compositing and Blending Level 1, §9.1.13) of a colour over four pixels; where nothing is, the colour alone. */
// @ts-ignore: decorator
@inline
function glowing(under: v128, underAlpha: v128, s: v128, keepsAlpha: bool, red: f32, green: f32, blue: f32, noise: v128): v128 {
  const alpha = keepsAlpha ? underAlpha : lesser(f32x4.add(underAlpha, s), f32x4.splat(1))
  const share = keepsAlpha ? f32x4.mul(s, underAlpha) : s
  const a = keepsAlpha ? i32x4.shr_u(under, 24) : toByte(f32x4.mul(alpha, f32x4.splat(255)), noise)
  let pixels = lit(channel(under, 0), underAlpha, red, share, alpha, noise)
  pixels = v128.or(pixels, i32x4.shl(lit(channel(under, 8), underAlpha, green, share, alpha, noise), 8))
  pixels = v128.or(pixels, i32x4.shl(lit(channel(under, 16), underAlpha, blue, share, alpha, noise), 16))
  return v128.and(v128.or(pixels, i32x4.shl(a, 24)), i32x4.ne(a, i32x4.splat(0)))
}

// @ts-ignore: decorator
@inline
function layColour(
  isGlaze: bool, keepsAlpha: bool, isBehind: bool, isGlow: bool,
  src: usize, out: usize, mask: usize, maskStride: usize,
  x0: i32, y0: i32, lanes: i32, rows: i32,
  red: f32, green: f32, blue: f32, opacity: f32,
  dither: usize, ditherX: i32, ditherY: i32,
  grain: usize, grainX: i32, grainY: i32, depth: f32, bite: f32, rim: f32,
): void {
  const colour = i32x4.splat(<i32>red | (<i32>green << 8) | (<i32>blue << 16))
  const one = f32x4.splat(1)
  for (let y = y0; y < y0 + rows; y++) {
    const ditherRow = dither + (<usize>((y + ditherY) & 15) << 7)
    const grainRow = grain + (<usize>((y + grainY) & 255) << 9)
    const at = (<usize>y << 10) + (<usize>x0 << 2)
    let from = src + at
    let to = out + at
    let m = mask
    for (let x = x0; x < x0 + lanes; x += 4) {
      const under = v128.load(from)
      // Most of a thin stroke's box is not touched by it.
      if (load<u64>(m) == 0) {
        v128.store(to, under)
        from += 16
        to += 16
        m += 8
        continue
      }
      const s = cover4(m, opacity, grainRow + (<usize>((x + grainX) & 255) << 1), depth, bite, rim)
      if (!v128.any_true(s)) {
        v128.store(to, under)
      } else {
        const noise = v128.load(ditherRow + (<usize>((x + ditherX) & 15) << 2))
        if (keepsAlpha && !v128.any_true(under)) {
          v128.store(to, under)
          from += 16
          to += 16
          m += 8
          continue
        }
        if (!v128.any_true(under)) {
          // On clear pixels the colour is the paint's own, and only its alpha is to be found: the same result, sooner.
          const fresh = toByte(f32x4.mul(s, f32x4.splat(255)), noise)
          const shown = v128.or(i32x4.shl(fresh, 24), colour)
          v128.store(to, v128.and(shown, v128.and(i32x4.ne(fresh, i32x4.splat(0)), f32x4.gt(s, f32x4.splat(0)))))
          from += 16
          to += 16
          m += 8
          continue
        }
        const underAlpha = f32x4.mul(f32x4.convert_i32x4_s(i32x4.shr_u(under, 24)), f32x4.splat(1.0 / 255.0))
        if (isGlow) {
          v128.store(to, v128.bitselect(glowing(under, underAlpha, s, keepsAlpha, red, green, blue, noise), under, f32x4.gt(s, f32x4.splat(0))))
          from += 16
          to += 16
          m += 8
          continue
        }
        const alpha = f32x4.add(s, f32x4.mul(underAlpha, f32x4.sub(one, s)))
        const t = keepsAlpha ? s : isBehind ? f32x4.sub(one, f32x4.div(underAlpha, alpha)) : f32x4.div(s, alpha)
        const a = keepsAlpha ? i32x4.shr_u(under, 24) : toByte(f32x4.mul(alpha, f32x4.splat(255)), noise)
        const r = channel(under, 0)
        const g = channel(under, 8)
        const b = channel(under, 16)
        let pixels = mixed(r, isGlaze ? glazed(r, red, underAlpha) : f32x4.splat(red), t, noise)
        pixels = v128.or(pixels, i32x4.shl(mixed(g, isGlaze ? glazed(g, green, underAlpha) : f32x4.splat(green), t, noise), 8))
        pixels = v128.or(pixels, i32x4.shl(mixed(b, isGlaze ? glazed(b, blue, underAlpha) : f32x4.splat(blue), t, noise), 16))
        pixels = v128.or(pixels, i32x4.shl(a, 24))
        pixels = v128.and(pixels, i32x4.ne(a, i32x4.splat(0)))
        v128.store(to, v128.bitselect(pixels, under, f32x4.gt(s, f32x4.splat(0))))
      }
      from += 16
      to += 16
      m += 8
    }
    mask += maskStride
  }
}

/**
 * Paint over: source-over in straight alpha, each result rounded once by the 16 × 16 dither matrix.
 * x0 and `lanes` are multiples of 4; a dither row is held twice over, 32 values; ditherX/Y and grainX/Y are where the tile's corner lies in them.
 */
export function layPaint(
  src: usize, out: usize, mask: usize, maskStride: usize,
  x0: i32, y0: i32, lanes: i32, rows: i32,
  red: f32, green: f32, blue: f32, opacity: f32,
  dither: usize, ditherX: i32, ditherY: i32,
  grain: usize, grainX: i32, grainY: i32, depth: f32, bite: f32, rim: f32,
): void {
  layColour(false, false, false, false, src, out, mask, maskStride, x0, y0, lanes, rows, red, green, blue, opacity,
    dither, ditherX, ditherY, grain, grainX, grainY, depth, bite, rim)
}

/** A glaze: as paint, but where there is paint already the two colours multiply (W3C Compositing and Blending Level 1, multiply). */
export function layGlaze(
  src: usize, out: usize, mask: usize, maskStride: usize,
  x0: i32, y0: i32, lanes: i32, rows: i32,
  red: f32, green: f32, blue: f32, opacity: f32,
  dither: usize, ditherX: i32, ditherY: i32,
  grain: usize, grainX: i32, grainY: i32, depth: f32, bite: f32, rim: f32,
): void {
  layColour(true, false, false, false, src, out, mask, maskStride, x0, y0, lanes, rows, red, green, blue, opacity,
    dither, ditherX, ditherY, grain, grainX, grainY, depth, bite, rim)
}

/** Paint that stays inside what is painted: the colour changes, the alpha does not. */
export function layInside(
  src: usize, out: usize, mask: usize, maskStride: usize,
  x0: i32, y0: i32, lanes: i32, rows: i32,
  red: f32, green: f32, blue: f32, opacity: f32,
  dither: usize, ditherX: i32, ditherY: i32,
  grain: usize, grainX: i32, grainY: i32, depth: f32, bite: f32, rim: f32,
): void {
  layColour(false, true, false, false, src, out, mask, maskStride, x0, y0, lanes, rows, red, green, blue, opacity,
    dither, ditherX, ditherY, grain, grainX, grainY, depth, bite, rim)
}

/** A glaze that stays inside what is painted. */
export function layGlazeInside(
  src: usize, out: usize, mask: usize, maskStride: usize,
  x0: i32, y0: i32, lanes: i32, rows: i32,
  red: f32, green: f32, blue: f32, opacity: f32,
  dither: usize, ditherX: i32, ditherY: i32,
  grain: usize, grainX: i32, grainY: i32, depth: f32, bite: f32, rim: f32,
): void {
  layColour(true, true, false, false, src, out, mask, maskStride, x0, y0, lanes, rows, red, green, blue, opacity,
    dither, ditherX, ditherY, grain, grainX, grainY, depth, bite, rim)
}

/** Paint that goes behind what is painted (destination-over; W3C Compositing and Blending Level 1, §9.1.6). */
export function layBehind(
  src: usize, out: usize, mask: usize, maskStride: usize,
  x0: i32, y0: i32, lanes: i32, rows: i32,
  red: f32, green: f32, blue: f32, opacity: f32,
  dither: usize, ditherX: i32, ditherY: i32,
  grain: usize, grainX: i32, grainY: i32, depth: f32, bite: f32, rim: f32,
): void {
  layColour(false, false, true, false, src, out, mask, maskStride, x0, y0, lanes, rows, red, green, blue, opacity,
    dither, ditherX, ditherY, grain, grainX, grainY, depth, bite, rim)
}

/** Light added to what is painted. */
export function layGlow(
  src: usize, out: usize, mask: usize, maskStride: usize,
  x0: i32, y0: i32, lanes: i32, rows: i32,
  red: f32, green: f32, blue: f32, opacity: f32,
  dither: usize, ditherX: i32, ditherY: i32,
  grain: usize, grainX: i32, grainY: i32, depth: f32, bite: f32, rim: f32,
): void {
  layColour(false, false, false, true, src, out, mask, maskStride, x0, y0, lanes, rows, red, green, blue, opacity,
    dither, ditherX, ditherY, grain, grainX, grainY, depth, bite, rim)
}

/** Light that stays inside what is painted. */
export function layGlowInside(
  src: usize, out: usize, mask: usize, maskStride: usize,
  x0: i32, y0: i32, lanes: i32, rows: i32,
  red: f32, green: f32, blue: f32, opacity: f32,
  dither: usize, ditherX: i32, ditherY: i32,
  grain: usize, grainX: i32, grainY: i32, depth: f32, bite: f32, rim: f32,
): void {
  layColour(false, true, false, true, src, out, mask, maskStride, x0, y0, lanes, rows, red, green, blue, opacity,
    dither, ditherX, ditherY, grain, grainX, grainY, depth, bite, rim)
}

/** Erase: alpha × (1 − s). Colour stays until nothing is left, then the pixel becomes all zero. */
export function layErase(
  src: usize, out: usize, mask: usize, maskStride: usize,
  x0: i32, y0: i32, lanes: i32, rows: i32,
  opacity: f32,
  dither: usize, ditherX: i32, ditherY: i32,
  grain: usize, grainX: i32, grainY: i32, depth: f32, bite: f32, rim: f32,
): void {
  const one = f32x4.splat(1)
  for (let y = y0; y < y0 + rows; y++) {
    const ditherRow = dither + (<usize>((y + ditherY) & 15) << 7)
    const grainRow = grain + (<usize>((y + grainY) & 255) << 9)
    const at = (<usize>y << 10) + (<usize>x0 << 2)
    let from = src + at
    let to = out + at
    let m = mask
    for (let x = x0; x < x0 + lanes; x += 4) {
      const under = v128.load(from)
      // Most of a thin stroke's box is not touched by it.
      if (load<u64>(m) == 0) {
        v128.store(to, under)
        from += 16
        to += 16
        m += 8
        continue
      }
      const s = cover4(m, opacity, grainRow + (<usize>((x + grainX) & 255) << 1), depth, bite, rim)
      if (!v128.any_true(s)) {
        v128.store(to, under)
      } else {
        const noise = v128.load(ditherRow + (<usize>((x + ditherX) & 15) << 2))
        const left = f32x4.mul(f32x4.convert_i32x4_s(i32x4.shr_u(under, 24)), f32x4.sub(one, s))
        const a = toByte(left, noise)
        let pixels = v128.or(v128.and(under, i32x4.splat(0x00ffffff)), i32x4.shl(a, 24))
        pixels = v128.and(pixels, i32x4.ne(a, i32x4.splat(0)))
        v128.store(to, v128.bitselect(pixels, under, f32x4.gt(s, f32x4.splat(0))))
      }
      from += 16
      to += 16
      m += 8
    }
    mask += maskStride
  }
}
