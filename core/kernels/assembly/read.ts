// Places between the px of a picture are read by Catmull–Rom interpolation of colour times alpha.

/** Catmull–Rom weights (Keys 1981, a = −½). */
// @ts-ignore: decorator
@inline
export function weight(t: f32, i: i32): f32 {
  if (i == 0) return ((2 - t) * t - 1) * t * 0.5
  if (i == 1) return (((3 * t - 5) * t) * t + 2) * 0.5
  if (i == 2) return ((4 - 3 * t) * t + 1) * t * 0.5
  return ((t - 1) * t) * t * 0.5
}

/** One px (four bytes in the lowest lane) as its colour and 1, times its alpha and a weight. */
// @ts-ignore: decorator
@inline
function premultiplied(bytes: v128, w: f32): v128 {
  const px = f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(bytes)))
  const alpha = f32x4.extract_lane(px, 3)
  return f32x4.mul(f32x4.replace_lane(px, 3, 1), f32x4.splat(w * alpha))
}

/**
 * Reads `count` places (x and y as f64, the middle of the first px at 0.5; NaN: nothing) of straight-alpha
 * RGBA8 into `out`: four f32 a place, colour times alpha ÷ 255 and alpha, 0 … 255. Beyond the picture all is clear.
 */
export function readPicture(src: usize, width: i32, height: i32, xs: usize, ys: usize, count: i32, out: usize): void {
  const scale = f32x4.replace_lane(f32x4.splat(1.0 / 255.0), 3, 1)
  const zero = f32x4.splat(0)
  const full = f32x4.splat(255)
  for (let i = 0; i < count; i++) {
    const x = load<f64>(xs + (<usize>i << 3)) - 0.5
    const y = load<f64>(ys + (<usize>i << 3)) - 0.5
    let sum = zero
    // A NaN is neither.
    if (x > -3 && y > -3 && x < <f64>width + 3 && y < <f64>height + 3) {
      const fx = Math.floor(x)
      const fy = Math.floor(y)
      const ix = <i32>fx
      const iy = <i32>fy
      const tx = <f32>(x - fx)
      const ty = <f32>(y - fy)
      const w0 = weight(tx, 0)
      const w1 = weight(tx, 1)
      const w2 = weight(tx, 2)
      const w3 = weight(tx, 3)
      if (ix >= 1 && iy >= 1 && ix + 2 < width && iy + 2 < height) {
        let at = src + ((<usize>((iy - 1) * width + ix - 1)) << 2)
        for (let j = 0; j < 4; j++) {
          const wy = weight(ty, j)
          const four = v128.load(at)
          sum = f32x4.add(sum, premultiplied(four, wy * w0))
          sum = f32x4.add(sum, premultiplied(i8x16.shuffle(four, four, 4, 5, 6, 7, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0), wy * w1))
          sum = f32x4.add(sum, premultiplied(i8x16.shuffle(four, four, 8, 9, 10, 11, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0), wy * w2))
          sum = f32x4.add(sum, premultiplied(i8x16.shuffle(four, four, 12, 13, 14, 15, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0), wy * w3))
          at += <usize>width << 2
        }
      } else {
        for (let j = 0; j < 4; j++) {
          const py = iy - 1 + j
          if (py < 0 || py >= height) continue
          const wy = weight(ty, j)
          for (let k = 0; k < 4; k++) {
            const px = ix - 1 + k
            if (px < 0 || px >= width) continue
            const w = k == 0 ? w0 : k == 1 ? w1 : k == 2 ? w2 : w3
            sum = f32x4.add(sum, premultiplied(v128.load32_zero(src + ((<usize>(py * width + px)) << 2)), wy * w))
          }
        }
      }
      // The curve overshoots at hard edges: what is more than full or less than nothing is cut.
      sum = f32x4.min(f32x4.max(f32x4.mul(sum, scale), zero), full)
      sum = f32x4.min(sum, f32x4.splat(f32x4.extract_lane(sum, 3)))
    }
    v128.store(out + (<usize>i << 4), sum)
  }
}
