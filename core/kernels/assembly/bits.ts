// Planes of bits: px that are like a colour, and their dilation.

import { channel, greater, whole } from './lanes'

// @ts-ignore: decorator
@inline
function difference4(pixels: v128, red: f32, green: f32, blue: f32, alpha: f32): v128 {
  const a = f32x4.convert_i32x4_s(i32x4.shr_u(pixels, 24))
  const r = f32x4.abs(f32x4.sub(f32x4.mul(channel(pixels, 0), a), f32x4.splat(red)))
  const g = f32x4.abs(f32x4.sub(f32x4.mul(channel(pixels, 8), a), f32x4.splat(green)))
  const b = f32x4.abs(f32x4.sub(f32x4.mul(channel(pixels, 16), a), f32x4.splat(blue)))
  const most = f32x4.ceil(f32x4.div(greater(greater(r, g), b), f32x4.splat(255)))
  return whole(greater(most, f32x4.abs(f32x4.sub(a, f32x4.splat(alpha)))))
}

/** A byte a px: how different it is from `wanted`; and a bit a px: whether by `tolerance` at most. `count` is a multiple of 16. */
export function differ(tile: usize, count: i32, wanted: i32, tolerance: i32, differences: usize, same: usize): void {
  const alpha = <f32>(<u32>wanted >> 24)
  const red = <f32>(wanted & 255) * alpha
  const green = <f32>((wanted >> 8) & 255) * alpha
  const blue = <f32>((wanted >> 16) & 255) * alpha
  const like = i32x4.splat(wanted)
  const most = i8x16.splat(<i8>tolerance)
  for (let i = 0; i < count; i += 16) {
    const p0 = v128.load(tile)
    const p1 = v128.load(tile, 16)
    const p2 = v128.load(tile, 32)
    const p3 = v128.load(tile, 48)
    tile += 64
    const isAlike = v128.and(v128.and(i32x4.eq(p0, like), i32x4.eq(p1, like)), v128.and(i32x4.eq(p2, like), i32x4.eq(p3, like)))
    if (i32x4.all_true(isAlike)) {
      v128.store(differences, i32x4.splat(0))
      store<u16>(same, 0xffff)
    } else {
      const d = i8x16.narrow_i16x8_u(
        i16x8.narrow_i32x4_s(difference4(p0, red, green, blue, alpha), difference4(p1, red, green, blue, alpha)),
        i16x8.narrow_i32x4_s(difference4(p2, red, green, blue, alpha), difference4(p3, red, green, blue, alpha)),
      )
      v128.store(differences, d)
      store<u16>(same, <u16>i8x16.bitmask(i8x16.le_u(d, most)))
    }
    differences += 16
    same += 2
  }
}

/** Each set bit sets its neighbours in the row. Eight bytes on both sides of a row are zero. */
// @ts-ignore: decorator
@inline
function widen(from: usize, to: usize, size: usize): void {
  for (let i: usize = 0; i < size; i += 16) {
    const bits = v128.load(from + i)
    const wide = v128.or(bits, v128.or(i64x2.shl(bits, 1), i64x2.shr_u(bits, 1)))
    const carried = v128.or(i64x2.shr_u(v128.load(from + i - 8), 63), i64x2.shl(v128.load(from + i + 8), 63))
    v128.store(to + i, v128.or(wide, carried))
  }
}

// @ts-ignore: decorator
@inline
function gather(from: usize, to: usize, size: usize): void {
  for (let i: usize = 0; i < size; i += 16) v128.store(to + i, v128.or(v128.load(to + i), v128.load(from + i)))
}

/**
 * Dilation by a disc. Rows of `size` bytes, a multiple of 16; `reach` holds the disc's half-width (i32) at each height
 * above its middle. A row is widened a px at a time, and laid on the rows above and below for which it is wide enough.
 * `spare` is room for two rows with 16 bytes round each, all zero.
 */
export function dilate(src: usize, out: usize, size: usize, rows: i32, reach: usize, reaches: i32, spare: usize): void {
  const first = spare + 16
  const second = first + size + 32
  for (let y = 0; y < rows; y++) {
    const row = src + <usize>y * size
    let any = i32x4.splat(0)
    for (let i: usize = 0; i < size; i += 16) {
      const bits = v128.load(row + i)
      any = v128.or(any, bits)
      v128.store(first + i, bits)
    }
    if (!v128.any_true(any)) continue
    let now = first
    let next = second
    let wide = 0
    for (let dy = reaches - 1; dy >= 0; dy--) {
      for (const wanted = load<i32>(reach + (<usize>dy << 2)); wide < wanted; wide++) {
        widen(now, next, size)
        const swap = now
        now = next
        next = swap
      }
      if (y - dy >= 0) gather(now, out + <usize>(y - dy) * size, size)
      if (dy > 0 && y + dy < rows) gather(now, out + <usize>(y + dy) * size, size)
    }
  }
}
