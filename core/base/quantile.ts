/**
 * The value below which a share of the values lies, 0 … 1, by definition 7 of Hyndman & Fan, "Sample quantiles in
 * statistical packages", 1996: linear between the two nearest, the least at 0 and the greatest at 1. NaN of none.
 */
export function quantileOf(values: readonly number[], share: number): number {
  if (values.length === 0) return Number.NaN
  const sorted = [...values].sort((a, b) => a - b)
  const place = share * (sorted.length - 1)
  const below = Math.floor(place)
  const from = sorted[below]!
  return from + (place - below) * ((sorted[below + 1] ?? from) - from)
}

/** The middle one; of an even number the mean of the two in the middle. */
export function medianOf(values: readonly number[]): number {
  return quantileOf(values, 0.5)
}
