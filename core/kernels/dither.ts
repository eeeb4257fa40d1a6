/** Side of the dither matrix. */
export const DITHER_SIDE = 16

/**
 * Ordered dither thresholds in (0, 1), a 16 × 16 Bayer matrix (Bayer 1973), each (k + ½) ÷ 256:
 * a value that falls on a whole number stays it.
 */
function ditherMatrix(): Float32Array {
  const out = new Float32Array(DITHER_SIDE * DITHER_SIDE)
  for (let y = 0; y < DITHER_SIDE; y++) {
    for (let x = 0; x < DITHER_SIDE; x++) {
      let rank = 0
      for (let bit = 0; bit < 4; bit++) {
        const bx = (x >> bit) & 1
        const by = (y >> bit) & 1
        rank |= (((bx ^ by) << 1) | by) << (2 * (3 - bit))
      }
      out[y * DITHER_SIDE + x] = (rank + 0.5) / 256
    }
  }
  return out
}

/** Row-major. */
export const DITHER: Float32Array = ditherMatrix()
