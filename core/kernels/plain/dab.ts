import type { DabShape } from '../dabshape'

const f = Math.fround

/** The twin of `makeDab`: single-precision steps in the same order, so the same bits. */
export function makeDabPlain(shape: DabShape): Uint16Array {
  const lanes = shape.blocks * 8
  const out = new Uint16Array(shape.rows * lanes)
  const inner = f(shape.inner)
  const span = f(f(shape.outer) - inner)
  const flow = f(shape.flow)
  for (let y = 0; y < shape.rows; y++) {
    const dy = f(f(y + 0.5) - f(shape.cy))
    const dy2 = f(dy * dy)
    for (let x = 0; x < lanes; x++) {
      const dx = f(f(x + 0.5) - f(shape.cx))
      const distance = f(Math.sqrt(f(f(dx * dx) + dy2)))
      const t = Math.min(Math.max(f(f(distance - inner) / span), 0), 1)
      const fall = f(f(t * t) * f(3 - f(2 * t)))
      out[y * lanes + x] = Math.floor(f(f(f(1 - fall) * flow) + 0.5))
    }
  }
  return out
}
