// Dabs: made once, then stamped into the stroke mask. Values are 15-bit: 0 … 32768 in a u16.

/**
 * A round dab. Coverage is 1 within `inner`, 0 beyond `outer`, smoothstep between, times `flow`.
 * Rows are `strideBytes` apart, `lanes` a multiple of 4 with zero coverage beyond the disc.
 */
export function makeDab(
  out: usize,
  strideBytes: usize,
  rows: i32,
  lanes: i32,
  cx: f32,
  cy: f32,
  inner: f32,
  outer: f32,
  flow: f32,
): void {
  const span = outer - inner
  const step = f32x4(0.5, 1.5, 2.5, 3.5)
  for (let y = 0; y < rows; y++) {
    const dy = <f32>y + 0.5 - cy
    const dy2 = f32x4.splat(dy * dy)
    let to = out + <usize>y * strideBytes
    for (let x = 0; x < lanes; x += 4) {
      const dx = f32x4.sub(f32x4.add(f32x4.splat(<f32>x), step), f32x4.splat(cx))
      const distance = f32x4.sqrt(f32x4.add(f32x4.mul(dx, dx), dy2))
      let t = f32x4.div(f32x4.sub(distance, f32x4.splat(inner)), f32x4.splat(span))
      t = f32x4.min(f32x4.max(t, f32x4.splat(0)), f32x4.splat(1))
      const fall = f32x4.mul(f32x4.mul(t, t), f32x4.sub(f32x4.splat(3), f32x4.mul(f32x4.splat(2), t)))
      const cover = f32x4.mul(f32x4.sub(f32x4.splat(1), fall), f32x4.splat(flow))
      const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(cover, f32x4.splat(0.5)))
      v128.store64_lane(to, i16x8.narrow_i32x4_u(whole, whole), 0)
      to += 8
    }
  }
}

/** mask += (1 − mask) × dab, rounded, over the blocks of eight pixels b0 … b1 of each row. */
export function stampFlow(
  mask: usize,
  maskStride: usize,
  dab: usize,
  dabStride: usize,
  spans: usize,
  rows: i32,
  b0: i32,
  b1: i32,
): void {
  const half = i32x4.splat(16384)
  const one = i16x8.splat(-32768)
  for (let y = 0; y < rows; y++) {
    let block = max<i32>(b0, load<i16>(spans))
    const end = min<i32>(b1, load<i16>(spans, 2))
    let p = mask + ((<usize>block) << 4)
    let q = dab + ((<usize>block) << 4)
    for (; block < end; block++) {
      const m = v128.load(p)
      const d = v128.load(q)
      const room = i16x8.sub(one, m)
      const low = i32x4.shr_u(i32x4.add(i32x4.extmul_low_i16x8_u(room, d), half), 15)
      const high = i32x4.shr_u(i32x4.add(i32x4.extmul_high_i16x8_u(room, d), half), 15)
      v128.store(p, i16x8.add(m, i16x8.narrow_i32x4_u(low, high)))
      p += 16
      q += 16
    }
    mask += maskStride
    dab += dabStride
    spans += 4
  }
}

/** mask = max(mask, dab). */
export function stampPeak(
  mask: usize,
  maskStride: usize,
  dab: usize,
  dabStride: usize,
  spans: usize,
  rows: i32,
  b0: i32,
  b1: i32,
): void {
  for (let y = 0; y < rows; y++) {
    let block = max<i32>(b0, load<i16>(spans))
    const end = min<i32>(b1, load<i16>(spans, 2))
    let p = mask + ((<usize>block) << 4)
    let q = dab + ((<usize>block) << 4)
    for (; block < end; block++) {
      v128.store(p, i16x8.max_u(v128.load(p), v128.load(q)))
      p += 16
      q += 16
    }
    mask += maskStride
    dab += dabStride
    spans += 4
  }
}
