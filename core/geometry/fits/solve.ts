/**
 * Solves A·x = b by elimination with row pivots; A is n × n, row by row. Null when A is singular. Neither is changed.
 */
export function solve(a: readonly (readonly number[])[], b: readonly number[]): number[] | null {
  const n = b.length
  const rows = a.map((row, i) => [...row, b[i]!])
  for (let column = 0; column < n; column++) {
    let pivot = column
    for (let r = column + 1; r < n; r++) if (Math.abs(rows[r]![column]!) > Math.abs(rows[pivot]![column]!)) pivot = r
    if (Math.abs(rows[pivot]![column]!) < 1e-14) return null
    ;[rows[column], rows[pivot]] = [rows[pivot]!, rows[column]!]
    for (let r = column + 1; r < n; r++) {
      const factor = rows[r]![column]! / rows[column]![column]!
      for (let c = column; c <= n; c++) rows[r]![c]! -= factor * rows[column]![c]!
    }
  }
  const x = new Array<number>(n).fill(0)
  for (let r = n - 1; r >= 0; r--) {
    let sum = rows[r]![n]!
    for (let c = r + 1; c < n; c++) sum -= rows[r]![c]! * x[c]!
    x[r] = sum / rows[r]![r]!
  }
  return x
}

/** One residual and how it changes with each parameter. */
export interface Residual {
  readonly value: number
  readonly slopes: readonly number[]
}

/**
 * The sum of squares grows less by no more than this share of it: the parameters are then within a millionth of what is
 * left over.
 */
const SETTLED = 1e-10

/**
 * Least squares by Levenberg and Marquardt (1963): `residualsAt` is asked until the parameters hardly
 * change. Returns the best parameters found, at worst the start.
 */
export function leastSquares(
  start: readonly number[],
  residualsAt: (parameters: readonly number[]) => Residual[],
  most = 60,
): number[] {
  let best = [...start]
  let residuals = residualsAt(best)
  let error = sumOfSquares(residuals)
  let damping = 1e-3
  for (let round = 0; round < most; round++) {
    const n = best.length
    const lower = new Float64Array(n * n)
    const right = new Array<number>(n).fill(0)
    for (const { value, slopes } of residuals) {
      for (let i = 0; i < n; i++) {
        const slope = slopes[i]!
        right[i]! -= slope * value
        for (let j = 0; j <= i; j++) lower[i * n + j]! += slope * slopes[j]!
      }
    }
    // Symmetric: half of it was summed up.
    const normal = Array.from({ length: n }, (_, i) =>
      Array.from({ length: n }, (_, j) => (i >= j ? lower[i * n + j]! : lower[j * n + i]!)),
    )
    for (let i = 0; i < n; i++) normal[i]![i]! *= 1 + damping
    const step = solve(normal, right)
    if (!step) return best
    const next = best.map((value, i) => value + step[i]!)
    const tried = residualsAt(next)
    const nextError = sumOfSquares(tried)
    if (nextError < error) {
      const isSettled = error - nextError <= SETTLED * error
      best = next
      residuals = tried
      error = nextError
      damping = Math.max(damping / 10, 1e-12)
      if (isSettled) return best
    } else {
      damping *= 10
      if (damping > 1e12) return best
    }
  }
  return best
}

function sumOfSquares(residuals: readonly Residual[]): number {
  return residuals.reduce((sum, { value }) => sum + value * value, 0)
}
