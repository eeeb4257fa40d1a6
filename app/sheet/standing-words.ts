import type { Standing } from '#core/round'

/** How a learner at work stands, in words: for one, and for a count of them. */
export const STANDING_WORDS: Record<Standing, string> = {
  asking: 'asks',
  stuck: 'long at this step',
  silent: 'quiet',
  drawing: 'drawing',
  done: 'handed in',
  away: 'away',
  'not-begun': 'not begun',
}

/** A span as people say it: 40 s, 12 min, 3 h. */
export function spanInWords(ms: number): string {
  const seconds = Math.max(0, Math.round(ms / 1000))
  if (seconds < 100) return `${seconds} s`
  const minutes = Math.round(seconds / 60)
  if (minutes < 100) return `${minutes} min`
  const hours = Math.round(minutes / 60)
  return hours < 48 ? `${hours} h` : `${Math.round(hours / 24)} days`
}
