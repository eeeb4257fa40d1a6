// Box blurs of premultiplied colours: four u16 a px, red, green, blue times alpha, and alpha, 0 … 65535. Three of them are
// nearly a Gaussian. The box reaches `radius` px to both sides, and one more on each by a share (`edge`, 0 … 1).

import { lesser, nearest16, whole } from './lanes'

// @ts-ignore: decorator
@inline
function px4(at: usize): v128 {
  return i32x4.extend_low_i16x8_u(v128.load64_zero(at))
}

/** The mean of a box, its sum known in whole numbers. */
// @ts-ignore: decorator
@inline
function mean(sum: v128, ends: v128, edge: v128, per: v128): v128 {
  const all = f32x4.add(f32x4.convert_i32x4_s(sum), f32x4.mul(f32x4.convert_i32x4_s(ends), edge))
  return nearest16(f32x4.mul(all, per))
}

/** Along one row, from `src` to `out`; `src` has radius + 1 px more on both sides. */
function across(src: usize, out: usize, width: i32, radius: i32, edge: v128, per: v128): void {
  const reach = <usize>radius << 3
  let sum = i32x4.splat(0)
  for (let x = -radius; x <= radius; x++) sum = i32x4.add(sum, px4(src + (<usize>x << 3)))
  for (let x = 0; x < width; x++) {
    const at = src + (<usize>x << 3)
    const next = px4(at + reach + 8)
    const value = mean(sum, i32x4.add(px4(at - reach - 8), next), edge, per)
    v128.store64_lane(out + (<usize>x << 3), i16x8.narrow_i32x4_u(value, value), 0)
    sum = i32x4.sub(i32x4.add(sum, next), px4(at - reach))
  }
}

/** Nothing lies beyond the ends of a row. */
// @ts-ignore: decorator
@inline
function pad(row: usize, width: i32, beyond: i32): void {
  const size = <usize>beyond << 3
  memory.fill(row - size, 0, size)
  memory.fill(row + (<usize>width << 3), 0, size)
}

/** Three boxes along each row, in place. `spare`: room for two rows with radius + 1 px more on both sides of each. */
export function blurAcross(pixels: usize, width: i32, rows: i32, radius: i32, edge: f32, spare: usize): void {
  const beyond = radius + 1
  const first = spare + (<usize>beyond << 3)
  const second = first + (<usize>(width + 2 * beyond) << 3)
  const share = f32x4.splat(edge)
  const wide: i32 = 2 * radius + 1
  const per = f32x4.splat(1 / (<f32>wide + (edge + edge)))
  for (let y = 0; y < rows; y++) {
    const row = pixels + (<usize>y * <usize>width << 3)
    memory.copy(first, row, <usize>width << 3)
    pad(first, width, beyond)
    across(first, second, width, radius, share, per)
    pad(second, width, beyond)
    across(second, first, width, radius, share, per)
    pad(first, width, beyond)
    across(first, row, width, radius, share, per)
  }
}

/** The address of a row; that of a row of nothing where there is none. */
// @ts-ignore: decorator
@inline
function rowAt(pixels: usize, y: i32, rows: i32, size: usize, zeros: usize): usize {
  return y < 0 || y >= rows ? zeros : pixels + <usize>y * size
}

/** Down each column, a row at a time, from `src` to `out`; `width` is even. `sums`: four i32 a px of a row; `zeros`: a row of nothing. */
function down(src: usize, out: usize, width: i32, rows: i32, radius: i32, edge: v128, per: v128, sums: usize, zeros: usize): void {
  const size = <usize>width << 3
  memory.fill(sums, 0, size << 1)
  for (let y = -radius; y <= radius; y++) {
    const row = rowAt(src, y, rows, size, zeros)
    for (let x: usize = 0; x < size; x += 8) {
      const sum = sums + (x << 1)
      v128.store(sum, i32x4.add(v128.load(sum), px4(row + x)))
    }
  }
  for (let y = 0; y < rows; y++) {
    const before = rowAt(src, y - radius - 1, rows, size, zeros)
    const first = rowAt(src, y - radius, rows, size, zeros)
    const after = rowAt(src, y + radius + 1, rows, size, zeros)
    const to = out + <usize>y * size
    // Two px a turn; a row's room is a multiple of that.
    for (let x: usize = 0; x < size; x += 16) {
      const at = sums + (x << 1)
      const old = v128.load(before + x)
      const gone = v128.load(first + x)
      const next = v128.load(after + x)
      const sum1 = v128.load(at)
      const sum2 = v128.load(at, 16)
      const next1 = i32x4.extend_low_i16x8_u(next)
      const next2 = i32x4.extend_high_i16x8_u(next)
      const value1 = mean(sum1, i32x4.add(i32x4.extend_low_i16x8_u(old), next1), edge, per)
      const value2 = mean(sum2, i32x4.add(i32x4.extend_high_i16x8_u(old), next2), edge, per)
      v128.store(to + x, i16x8.narrow_i32x4_u(value1, value2))
      v128.store(at, i32x4.sub(i32x4.add(sum1, next1), i32x4.extend_low_i16x8_u(gone)))
      v128.store(at, i32x4.sub(i32x4.add(sum2, next2), i32x4.extend_high_i16x8_u(gone)), 16)
    }
  }
}

/** Three boxes down each column; the result lies in `other`, which is as large. `spare`: a row's sums (16 bytes a px) and a row of nothing. */
export function blurDown(pixels: usize, other: usize, width: i32, rows: i32, radius: i32, edge: f32, spare: usize): void {
  const zeros = spare + (<usize>width << 4)
  const share = f32x4.splat(edge)
  const wide: i32 = 2 * radius + 1
  const per = f32x4.splat(1 / (<f32>wide + (edge + edge)))
  down(pixels, other, width, rows, radius, share, per, spare, zeros)
  down(other, pixels, width, rows, radius, share, per, spare, zeros)
  down(pixels, other, width, rows, radius, share, per, spare, zeros)
}

/** A tile's px weighed: `count` of them. */
export function premultiply(tile: usize, out: usize, count: i32): void {
  const scale = f32x4.splat(257.0 / 255.0)
  for (let i = 0; i < count; i++) {
    const pixel = load<u32>(tile + (<usize>i << 2))
    if (pixel == 0) {
      store<u64>(out + (<usize>i << 3), 0)
      continue
    }
    const values = f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(i32x4.splat(pixel))))
    const alpha = f32x4.extract_lane(values, 3)
    const premultiplied = f32x4.mul(f32x4.mul(values, f32x4.replace_lane(f32x4.splat(alpha), 3, 255)), scale)
    const values16 = nearest16(premultiplied)
    v128.store64_lane(out + (<usize>i << 3), i16x8.narrow_i32x4_u(values16, values16), 0)
  }
}

/** Premultiplied px back to a tile's, rounded by the dither matrix: rows of 256, its corner at ditherX, ditherY. */
export function unpremultiply(values: usize, tile: usize, rows: i32, dither: usize, ditherX: i32, ditherY: i32): void {
  for (let y = 0; y < rows; y++) {
    const noises = dither + (<usize>((y + ditherY) & 15) << 7)
    for (let x = 0; x < 256; x++) {
      const at = (<usize>y << 8) + <usize>x
      const premultiplied = px4(values + (at << 3))
      const alpha = i32x4.extract_lane(premultiplied, 3)
      let pixel: u32 = 0
      if (alpha != 0) {
        const noise = f32x4.splat(load<f32>(noises + (<usize>((x + ditherX) & 15) << 2)))
        const floats = f32x4.convert_i32x4_s(premultiplied)
        const per = f32x4.replace_lane(f32x4.splat(<f32>255 / <f32>alpha), 3, 1.0 / 257.0)
        const value = lesser(f32x4.add(f32x4.mul(floats, per), noise), f32x4.splat(255))
        const bytes = whole(value)
        if (i32x4.extract_lane(bytes, 3) != 0) {
          const halves = i16x8.narrow_i32x4_u(bytes, bytes)
          pixel = i32x4.extract_lane(i8x16.narrow_i16x8_u(halves, halves), 0)
        }
      }
      store<u32>(tile + (at << 2), pixel)
    }
  }
}
