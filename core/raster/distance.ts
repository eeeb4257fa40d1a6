/**
 * Squared Euclidean distance from every pixel to the nearest one that is set, exact.
 * Felzenszwalb & Huttenlocher 2012, "Distance Transforms of Sampled Functions", Theory of Computing 8.
 *
 * @param set row-major, width × height; non-zero is set
 * @returns px², `Infinity` everywhere when nothing is set
 */
export function squaredDistances(set: Uint8Array, width: number, height: number): Float64Array {
  const out = new Float64Array(width * height)
  for (let i = 0; i < out.length; i++) out[i] = set[i] ? 0 : Infinity
  const line = new Envelope(Math.max(width, height))
  for (let x = 0; x < width; x++) line.transform(out, x, width, height)
  for (let y = 0; y < height; y++) line.transform(out, y * width, 1, width)
  return out
}

/** Lower envelope of parabolas along one line. Scratch memory is reused from line to line. */
class Envelope {
  private readonly values: Float64Array
  private readonly places: Int32Array
  private readonly bounds: Float64Array

  constructor(longest: number) {
    this.values = new Float64Array(longest)
    this.places = new Int32Array(longest)
    this.bounds = new Float64Array(longest + 1)
  }

  transform(data: Float64Array, start: number, step: number, length: number): void {
    const { values: f, places: v, bounds: z } = this
    let last = -1
    for (let q = 0; q < length; q++) {
      const value = data[start + q * step]!
      f[q] = value
      if (value === Infinity) continue
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
      data[start + q * step] = d * d + f[v[k]!]!
    }
  }
}
