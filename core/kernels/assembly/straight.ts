// A row of an opaque picture that was taken aslant, read along a line by Catmull–Rom interpolation.

import { weight } from './read'

// @ts-ignore: decorator
@inline
const FAR: f64 = 1000000

/** One px of four (16 bytes widened), times a weight. */
// @ts-ignore: decorator
@inline
function low(half: v128, w: f32): v128 {
  return f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(half)), f32x4.splat(w))
}

// @ts-ignore: decorator
@inline
function high(half: v128, w: f32): v128 {
  return f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_high_i16x8_u(half)), f32x4.splat(w))
}

/** Four px beside one another, each times its weight. */
// @ts-ignore: decorator
@inline
function across(four: v128, w0: f32, w1: f32, w2: f32, w3: f32): v128 {
  const left = i16x8.extend_low_i8x16_u(four)
  const right = i16x8.extend_high_i8x16_u(four)
  return f32x4.add(f32x4.add(f32x4.add(low(left, w0), high(left, w1)), low(right, w2)), high(right, w3))
}

// @ts-ignore: decorator
@inline
function within(place: i32, length: i32): usize {
  return <usize>(place < 0 ? 0 : place >= length ? length - 1 : place)
}

/** Four px beside one another, the first one before column ix. */
function fourAt(src: usize, width: i32, height: i32, ix: i32, y: i32): v128 {
  const row = src + ((within(y, height) * <usize>width) << 2)
  let four = i32x4.splat(load<i32>(row + (within(ix - 1, width) << 2)))
  four = i32x4.replace_lane(four, 1, load<i32>(row + (within(ix, width) << 2)))
  four = i32x4.replace_lane(four, 2, load<i32>(row + (within(ix + 1, width) << 2)))
  return i32x4.replace_lane(four, 3, load<i32>(row + (within(ix + 2, width) << 2)))
}

/**
 * Writes `count` px of RGBA8, opaque: the i-th is read at (x + i·dx, y + i·dy) ÷ (w + i·dw), px, the middle of the
 * first one at 0.5. Beyond the picture lies what its edge is.
 */
export function readStraight(
  src: usize,
  width: i32,
  height: i32,
  x: f64,
  y: f64,
  w: f64,
  dx: f64,
  dy: f64,
  dw: f64,
  count: i32,
  out: usize,
): void {
  const half = f32x4.splat(0.5)
  const opaque = i32x4.splat(0xff000000)
  for (let i = 0; i < count; i++) {
    const by = w + <f64>i * dw
    let px = (x + <f64>i * dx) / by - 0.5
    let py = (y + <f64>i * dy) / by - 0.5
    // A NaN is neither.
    if (!(px > -FAR && px < FAR)) px = -1
    if (!(py > -FAR && py < FAR)) py = -1
    const fx = Math.floor(px)
    const fy = Math.floor(py)
    const ix = <i32>fx
    const iy = <i32>fy
    const tx = <f32>(px - fx)
    const ty = <f32>(py - fy)
    const w0 = weight(tx, 0)
    const w1 = weight(tx, 1)
    const w2 = weight(tx, 2)
    const w3 = weight(tx, 3)
    const isInside = ix >= 1 && ix + 2 < width && iy >= 1 && iy + 2 < height
    let r0: v128
    let r1: v128
    let r2: v128
    let r3: v128
    if (isInside) {
      const at = src + ((<usize>((iy - 1) * width + ix - 1)) << 2)
      const next = <usize>width << 2
      r0 = v128.load(at)
      r1 = v128.load(at + next)
      r2 = v128.load(at + 2 * next)
      r3 = v128.load(at + 3 * next)
    } else {
      r0 = fourAt(src, width, height, ix, iy - 1)
      r1 = fourAt(src, width, height, ix, iy)
      r2 = fourAt(src, width, height, ix, iy + 1)
      r3 = fourAt(src, width, height, ix, iy + 2)
    }
    let sum = f32x4.mul(across(r0, w0, w1, w2, w3), f32x4.splat(weight(ty, 0)))
    sum = f32x4.add(sum, f32x4.mul(across(r1, w0, w1, w2, w3), f32x4.splat(weight(ty, 1))))
    sum = f32x4.add(sum, f32x4.mul(across(r2, w0, w1, w2, w3), f32x4.splat(weight(ty, 2))))
    sum = f32x4.add(sum, f32x4.mul(across(r3, w0, w1, w2, w3), f32x4.splat(weight(ty, 3))))
    const whole = i32x4.trunc_sat_f32x4_s(f32x4.floor(f32x4.add(sum, half)))
    const words = i16x8.narrow_i32x4_s(whole, whole)
    const bytes = v128.or(i8x16.narrow_i16x8_u(words, words), opaque)
    store<i32>(out + (<usize>i << 2), i32x4.extract_lane(bytes, 0))
  }
}
