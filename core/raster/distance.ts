/**
 * Squared Euclidean distance from every pixel to the nearest one that is set, exact.
 * Felzenszwalb & Huttenlocher 2012, "Distance Transforms of Sampled Functions", Theory of Computing 8.
 *
 * @param set row-major, width × height; non-zero is set
 * @param rows only these rows are asked for, from the first to before the second: what is returned begins with the
 * first
 * @returns px², `Infinity` everywhere when nothing is set
 */
export function squaredDistances(
  set: Uint8Array,
  width: number,
  height: number,
  [first, end]: readonly [number, number] = [0, height],
): Float64Array {
  const far = downColumns(set, width, height)
  const out = new Float64Array(width * (end - first))
  const line = new Envelope(width)
  for (let y = first; y < end; y++) line.transform(far, y * width, width, out, (y - first) * width)
  return out
}

/** No set pixel in the column. */
const NONE = 0xffff

/**
 * How far the nearest set pixel of the same column is, px. Row by row, as memory lies: a column at a time would miss
 * the cache at every pixel.
 */
function downColumns(set: Uint8Array, width: number, height: number): Uint16Array {
  if (height >= NONE) throw new RangeError(`a picture ${height} px high is too high`)
  const out = new Uint16Array(width * height)
  for (let i = 0; i < width; i++) out[i] = set[i] ? 0 : NONE
  for (let i = width; i < out.length; i++) {
    const above = out[i - width]!
    out[i] = set[i] ? 0 : above === NONE ? NONE : above + 1
  }
  for (let i = width * (height - 1) - 1; i >= 0; i--) {
    const below = out[i + width]! + 1
    if (below < out[i]!) out[i] = below
  }
  return out
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
  transform(columns: Uint16Array, start: number, length: number, out: Float64Array, to: number): void {
    const { squares: f, places: v, bounds: z } = this
    let last = -1
    for (let q = 0; q < length; q++) {
      const far = columns[start + q]!
      if (far === NONE) continue
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
    if (last < 0) {
      out.fill(Infinity, to, to + length)
      return
    }
    let k = 0
    for (let q = 0; q < length; q++) {
      while (k < last && z[k + 1]! < q) k++
      const d = q - v[k]!
      out[to + q] = d * d + f[v[k]!]!
    }
  }
}
