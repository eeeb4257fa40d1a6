import type { Verdict } from '#core/lookfor'
import type { MarkLevel } from './schemas'

/** What a teacher's mark says of a look-for: it counts before what was measured. */
export const VERDICT_OF_MARK = {
  there: 'met',
  nearly: 'nearly',
  again: 'not-yet',
  meant: 'met',
} as const satisfies Record<MarkLevel, Verdict>
