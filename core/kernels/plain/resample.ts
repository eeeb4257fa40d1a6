import type { RowSums, RowTaps } from '../contract'

const f = Math.fround
const BY_255 = f(1 / 255)
/** So near to full it is full: weights make 1 but for the last bits. */
const NEARLY_FULL = f(254.998)

/** The twin of the kernels in `assembly/resample.ts`: single-precision steps in the same order. */
export function resampleRowsPlain(width: number, taps: RowTaps, slots: number): RowSums {
  const { first, count, weights, most, covered } = taps
  const length = 4 * first.length
  const rows = Array.from({ length: slots }, () => new Float32Array(length))
  const premultiplied = new Float32Array(4 * width)

  function weigh(slot: number, row: Uint8Array): void {
    for (let at = 0; at < premultiplied.length; at += 4) {
      const alpha = row[at + 3]!
      for (let c = 0; c < 3; c++) premultiplied[at + c] = f(f(row[at + c]! * alpha) * BY_255)
      premultiplied[at + 3] = alpha
    }
    const out = rows[slot]!
    for (let i = 0; i < first.length; i++) {
      for (let c = 0; c < 4; c++) {
        let sum = 0
        for (let k = 0; k < count[i]!; k++)
          sum = f(sum + f(premultiplied[4 * (first[i]! + k) + c]! * weights[i * most + k]!))
        out[4 * i + c] = sum
      }
    }
  }

  function sum(which: readonly number[], by: readonly number[], share: number, out: Float32Array): void {
    out.fill(0, 0, length)
    which.forEach((slot, i) => {
      const [row, weight] = [rows[slot]!, f(by[i]!)]
      for (let at = 0; at < length; at++) out[at] = f(out[at]! + f(row[at]! * weight))
    })
    for (let i = 0; i < first.length; i++) finish(out, 4 * i, f(covered[i]! * f(share)))
  }

  return { weigh, sum }
}

function finish(out: Float32Array, at: number, taken: number): void {
  const sum = Math.max(out[at + 3]!, 0)
  const alpha = sum > NEARLY_FULL ? 255 : sum
  for (let c = 0; c < 3; c++) out[at + c] = f(Math.min(Math.max(out[at + c]!, 0), alpha) * taken)
  out[at + 3] = f(alpha * taken)
}
