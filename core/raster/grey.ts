/** Largest within `reach` along both sides, then smallest: dark things thinner than twice that are gone. */
export function greyClosing(values: Float32Array, width: number, height: number, reach: number): Float32Array {
  const grown = slid(slid(values, width, height, reach, true, 1), width, height, reach, false, 1)
  return slid(slid(grown, width, height, reach, true, -1), width, height, reach, false, -1)
}

/**
 * The greatest (sign 1) or least (−1) of what lies within `reach` along rows or columns. Three comparisons a px however
 * far it reaches: van Herk 1992, "A fast algorithm for local minimum and maximum filters", Pattern Recognition Letters.
 */
function slid(
  values: Float32Array,
  width: number,
  height: number,
  reach: number,
  isAlongRows: boolean,
  sign: 1 | -1,
): Float32Array {
  const [length, lines, step, next] = isAlongRows ? [width, height, 1, width] : [height, width, width, 1]
  const window = 2 * reach + 1
  const padded = Math.ceil((length + 2 * reach) / window) * window
  const [forth, back, line] = [new Float32Array(padded), new Float32Array(padded), new Float32Array(padded)]
  const out = new Float32Array(values.length)
  for (let n = 0; n < lines; n++) {
    line.fill(-Infinity)
    for (let i = 0; i < length; i++) line[i + reach] = sign * values[n * next + i * step]!
    for (let i = 0; i < padded; i++) forth[i] = i % window === 0 ? line[i]! : Math.max(forth[i - 1]!, line[i]!)
    for (let i = padded - 1; i >= 0; i--)
      back[i] = i % window === window - 1 ? line[i]! : Math.max(back[i + 1]!, line[i]!)
    for (let i = 0; i < length; i++) out[n * next + i * step] = sign * Math.max(back[i]!, forth[i + window - 1]!)
  }
  return out
}
