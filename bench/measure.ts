/** One line of the bench's table. */
export interface Row {
  readonly group: string
  readonly name: string
  /** ms unless the unit is another; median. */
  readonly median: number
  readonly unit?: 'MB' | 'KiB' | 'questions'
  /** Runs it is the median of. */
  readonly runs: number
}

export function medianOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[sorted.length >> 1]!
}

export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? Number.NaN
}

export interface Case {
  readonly name: string
  /** Does the work once. What has to be laid ready first is done in `ready`, untimed. */
  readonly run: () => unknown
  readonly ready?: () => void
}

/**
 * Times the cases of a group side by side: round by round, each once, so that a busy moment of the
 * machine falls on all of them. The first two rounds are for warming up.
 */
export async function side(group: string, cases: readonly Case[], rounds = 15): Promise<Row[]> {
  const times = cases.map((): number[] => [])
  for (let round = -2; round < rounds; round++) {
    for (const [i, { run, ready }] of cases.entries()) {
      ready?.()
      const began = performance.now()
      await run()
      const took = performance.now() - began
      if (round >= 0) times[i]!.push(took)
    }
  }
  return cases.map(({ name }, i) => ({ group, name, median: medianOf(times[i]!), runs: rounds }))
}
