/*
 * The time by the database's clock: processes on several machines whose own clocks are set apart agree on it. Between
 * two readings it goes on with this machine's steady clock, which nobody sets.
 */

/** By the clock of this machine until the database's was read. */
let reading = { atMs: performance.timeOrigin, steadyMs: 0 }

/**
 * Reads the database's clock. It was asked at `askedMs`, ms of the steady clock, and has just answered: what it said
 * was true halfway between.
 */
export function setClock(atMs: number, askedMs: number): void {
  const answeredMs = performance.now()
  reading = { atMs, steadyMs: askedMs + (answeredMs - askedMs) / 2 }
}

/** Ms since 1970, as the database has it. */
export const nowMs = (): number => Math.round(reading.atMs + performance.now() - reading.steadyMs)

export const now = (): Date => new Date(nowMs())
