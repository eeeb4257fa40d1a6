// Rows of a picture made wider or narrower, and rows summed by weights: a picture resampled along both its sides.

/** `count` px of straight-alpha RGBA8 as four f32 each: colour times alpha ÷ 255, and alpha, 0 … 255. */
export function premultiplyRow(src: usize, out: usize, count: i32): void {
  const scale = f32x4.replace_lane(f32x4.splat(1.0 / 255.0), 3, 1)
  for (let i = 0; i < count; i++) {
    const px = f32x4.convert_i32x4_s(
      i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(v128.load32_zero(src + (<usize>i << 2)))),
    )
    const alpha = f32x4.splat(f32x4.extract_lane(px, 3))
    v128.store(out + (<usize>i << 4), f32x4.mul(f32x4.mul(f32x4.replace_lane(px, 3, 1), alpha), scale))
  }
}

/**
 * Each of `count` px out of `counts[i]` px of the row from `firsts[i]` on, by its weights: `most` f32 for each.
 */
export function weighRow(
  row: usize,
  out: usize,
  firsts: usize,
  counts: usize,
  weights: usize,
  most: i32,
  count: i32,
): void {
  for (let i = 0; i < count; i++) {
    let at = row + (<usize>load<i32>(firsts + (<usize>i << 2)) << 4)
    let by = weights + (<usize>(i * most) << 2)
    const end = by + (<usize>load<i32>(counts + (<usize>i << 2)) << 2)
    let sum = f32x4.splat(0)
    for (; by < end; by += 4, at += 16) sum = f32x4.add(sum, f32x4.mul(v128.load(at), f32x4.splat(load<f32>(by))))
    v128.store(out + (<usize>i << 4), sum)
  }
}

/** Adds a row of `count` px, times a weight, to the sums. */
export function addRow(sums: usize, row: usize, weight: f32, count: i32): void {
  const by = f32x4.splat(weight)
  for (let i = 0; i < count; i++) {
    const at = <usize>i << 4
    v128.store(sums + at, f32x4.add(v128.load(sums + at), f32x4.mul(v128.load(row + at), by)))
  }
}

/**
 * The sums as they are read: what is more than full or less than nothing is cut, so near to full is full, and of each
 * px only what is covered (f32 each, times `share`) is taken.
 */
export function finishRow(sums: usize, covered: usize, share: f32, count: i32): void {
  const zero = f32x4.splat(0)
  for (let i = 0; i < count; i++) {
    const at = sums + (<usize>i << 4)
    const sum = f32x4.max(v128.load(at), zero)
    let alpha = f32x4.extract_lane(sum, 3)
    if (alpha > 254.998) alpha = 255
    const cut = f32x4.min(f32x4.replace_lane(sum, 3, alpha), f32x4.splat(alpha))
    v128.store(at, f32x4.mul(cut, f32x4.splat(load<f32>(covered + (<usize>i << 2)) * share)))
  }
}
