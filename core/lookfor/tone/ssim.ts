/** Side of the window, px, and the spread of its weights. */
const SIDE = 11
const SIGMA = 1.5
/** So small a share of the range keeps the quotient steady where there is no light, or no contrast. */
const K1 = 0.01
const K2 = 0.03

/** How alike two pictures are in structure, in the whole and where they differ most. */
export interface Similarity {
  /** 1 the same, 0 nothing in common, below 0 turned round. */
  readonly mean: number
  /** The middle of the window where they differ most, px. */
  readonly worst: { readonly x: number; readonly y: number; readonly value: number }
}

/**
 * Structural similarity of two grey pictures: Wang, Bovik, Sheikh & Simoncelli 2004, "Image quality assessment: from
 * error visibility to structural similarity", IEEE Transactions on Image Processing 13 – windows of 11 × 11 px with
 * Gaussian weights of σ 1.5, K₁ 0.01, K₂ 0.03, wherever a window lies wholly in the picture.
 *
 * @param a row-major, width × height; neither side less than 11
 * @param range of the values, e.g. 100 for L*
 */
export function structuralSimilarity(
  a: Float64Array,
  b: Float64Array,
  width: number,
  height: number,
  range: number,
): Similarity {
  const [c1, c2] = [(K1 * range) ** 2, (K2 * range) ** 2]
  const product = (p: Float64Array, q: Float64Array) => p.map((value, i) => value * q[i]!)
  const [ma, mb, maa, mbb, mab] = [a, b, product(a, a), product(b, b), product(a, b)].map(plane =>
    windowMeans(plane, width, height),
  ) as [Float64Array, Float64Array, Float64Array, Float64Array, Float64Array]
  const across = width - SIDE + 1
  let sum = 0
  let worst = { x: 0, y: 0, value: Infinity }
  for (let i = 0; i < ma.length; i++) {
    const [x, y] = [ma[i]!, mb[i]!]
    const value =
      ((2 * x * y + c1) * (2 * (mab[i]! - x * y) + c2)) /
      ((x * x + y * y + c1) * (maa[i]! - x * x + mbb[i]! - y * y + c2))
    sum += value
    if (value < worst.value) worst = { x: (i % across) + (SIDE >> 1), y: Math.floor(i / across) + (SIDE >> 1), value }
  }
  return { mean: sum / ma.length, worst }
}

/** The least side of a picture that has a window. */
export const LEAST_SIDE = SIDE

/** Weighted means of all windows that lie in the picture: across, then down. */
function windowMeans(plane: Float64Array, width: number, height: number): Float64Array {
  const weights = gaussian()
  const [across, down] = [width - SIDE + 1, height - SIDE + 1]
  const rows = new Float64Array(across * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < across; x++)
      rows[y * across + x] = weights.reduce((sum, weight, k) => sum + weight * plane[y * width + x + k]!, 0)
  const out = new Float64Array(across * down)
  for (let y = 0; y < down; y++)
    for (let x = 0; x < across; x++)
      out[y * across + x] = weights.reduce((sum, weight, k) => sum + weight * rows[(y + k) * across + x]!, 0)
  return out
}

function gaussian(): number[] {
  const raw = Array.from({ length: SIDE }, (_, i) => Math.exp(-((i - (SIDE >> 1)) ** 2) / (2 * SIGMA * SIGMA)))
  const sum = raw.reduce((a, b) => a + b)
  return raw.map(weight => weight / sum)
}
