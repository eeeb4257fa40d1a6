/**
 * Squared Euclidean distance from every pixel to the nearest one that is set, exact.
 * Felzenszwalb & Huttenlocher 2012, "Distance Transforms of Sampled Functions", Theory of Computing 8.
 *
 * @param set row-major, width × height; non-zero is set
 * @returns px², `Infinity` everywhere when nothing is set
 */
export function squaredDistances(set: Uint8Array, width: number, height: number): Float64Array {
  const out = new Float64Array(width * height)
  downColumns(out, set, width, height)
  const line = new Envelope(width)
  for (let y = 0; y < height; y++) line.transform(out, y * width, width)
  return out
}

/** How far the nearest set pixel of the same column is, px. Row by row, as memory lies: a column at a time would miss the cache at every pixel. */
function downColumns(out: Float64Array, set: Uint8Array, width: number, height: number): void {
  for (let i = 0; i < width; i++) out[i] = set[i] ? 0 : Infinity
  for (let i = width; i < out.length; i++) out[i] = set[i] ? 0 : out[i - width]! + 1
  for (let i = width * (height - 1) - 1; i >= 0; i--) {
    const below = out[i + width]! + 1
    if (below < out[i]!) out[i] = below
  }
}

/** Lower envelope of parabolas along a row. Scratch memory is reused from row to row. */
class Envelope {
  private readonly squares: Float64Array
  private readonly places: Int32Array
  private readonly bounds: Float64Array

  constructor(longest: number) {
    this.squares = new Float64Array(longest)
    this.places = new Int32Array(longest)
    this.bounds = new Float64Array(longest + 1)
  }

  /** Turns distances within the columns into squared distances in the plane. */
  transform(data: Float64Array, start: number, length: number): void {
    const { squares: f, places: v, bounds: z } = this
    let last = -1
    for (let q = 0; q < length; q++) {
      const far = data[start + q]!
      if (far === Infinity) continue
      const value = far * far
      f[q] = value
      let meet = -Infinity
      while (last >= 0) {
        const p = v[last]!
        meet = (value + q * q - (f[p]! + p * p)) / (2 * (q - p))
        if (meet > z[last]!) break
        last--
        meet = -Infinity
      }
      last++
      v[last] = q
      z[last] = meet
    }
    if (last < 0) return
    let k = 0
    for (let q = 0; q < length; q++) {
      while (k < last && z[k + 1]! < q) k++
      const d = q - v[k]!
      data[start + q] = d * d + f[v[k]!]!
    }
  }
}
