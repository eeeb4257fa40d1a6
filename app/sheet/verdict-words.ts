import type { Verdict } from '#core/lookfor'

export const VERDICT_WORDS: Record<Verdict, string> = {
  met: 'there',
  nearly: 'nearly',
  'not-yet': 'not yet',
  'cant-tell': 'can’t tell yet',
}
