/*
 * Powers of which every engine gives the same last bit: Math.pow and Math.exp do not. Plain IEEE arithmetic only.
 */

const LN2 = 0.6931471805599453
/** Terms of the series: enough for 1e-15 where they are used. */
const LOG_TERMS = 14
const EXP_TERMS = 16

/**
 * Natural logarithm of x > 0: ln m = 2 artanh((m − 1) ÷ (m + 1)), after x was brought near 1 by halving and doubling.
 */
export function logOf(x: number): number {
  let m = x
  let twos = 0
  while (m > 1.4142135623730951) {
    m /= 2
    twos++
  }
  while (m < 0.7071067811865476) {
    m *= 2
    twos--
  }
  const t = (m - 1) / (m + 1)
  const square = t * t
  let sum = 0
  for (let k = LOG_TERMS; k >= 0; k--) sum = sum * square + 1 / (2 * k + 1)
  return 2 * t * sum + twos * LN2
}

/** e to the power of y, |y| up to 700 (Taylor series round 0, after whole powers of two are taken out). */
export function expOf(y: number): number {
  const twos = Math.floor(y / LN2 + 0.5)
  const rest = y - twos * LN2
  let sum = 1
  for (let k = EXP_TERMS; k >= 1; k--) sum = 1 + (sum * rest) / k
  let value = sum
  for (let i = 0; i < twos; i++) value *= 2
  for (let i = 0; i > twos; i--) value /= 2
  return value
}

/** x ≥ 0 to a power above 0. */
export function powerOf(x: number, power: number): number {
  return x <= 0 ? 0 : expOf(power * logOf(x))
}
