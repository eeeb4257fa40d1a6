/** Times of a making: as a clock shows them, and as one says them. All ms. */

const secondsOf = (ms: number) => Math.floor(ms / 1000)

/** Minutes and seconds, “0:32”. */
export function clock(ms: number): string {
  const seconds = secondsOf(ms)
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
}

/** “1 minute 5 seconds”: a clock is read out as figures and a colon. */
export function spokenTime(ms: number): string {
  const [minutes, seconds] = [Math.floor(secondsOf(ms) / 60), secondsOf(ms) % 60]
  const of = (count: number, unit: string) => `${count} ${unit}${count === 1 ? '' : 's'}`
  return minutes ? `${of(minutes, 'minute')} ${of(seconds, 'second')}` : of(seconds, 'second')
}
