/** A source of 32-bit unsigned integers, the same for the same seed in every engine. */
export interface Random {
  /** Next integer in 0 … 2³² − 1. */
  next(): number
  /** Next number in [0, 1), a multiple of 2⁻³². */
  unit(): number
  /** Next number in [low, high). */
  between(low: number, high: number): number
  /** Next integer in low … high, both included. */
  int(low: number, high: number): number
  /** One of the given values. The list must not be empty. */
  pick<T>(values: readonly T[]): T
}

/**
 * sfc32, Chris Doty-Humphrey's small fast counting generator (PractRand, 2010), seeded with one
 * 32-bit integer and run twelve rounds before use. Integer arithmetic only.
 */
export function seededRandom(seed: number): Random {
  let a = 0x9e3779b9 | 0
  let b = seed | 0
  let c = 0x243f6a88 | 0
  let counter = 1

  function next(): number {
    const t = (((a + b) | 0) + counter) | 0
    counter = (counter + 1) | 0
    a = b ^ (b >>> 9)
    b = (c + (c << 3)) | 0
    c = (c << 21) | (c >>> 11)
    c = (c + t) | 0
    return t >>> 0
  }
  for (let i = 0; i < 12; i++) next()

  const unit = () => next() / 4294967296
  const between = (low: number, high: number) => low + (high - low) * unit()
  const int = (low: number, high: number) => low + Math.floor((high - low + 1) * unit())
  return { next, unit, between, int, pick: values => values[int(0, values.length - 1)]! }
}
