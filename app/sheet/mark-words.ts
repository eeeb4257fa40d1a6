import type { Verdict } from '#core/lookfor'
import type { MarkLevel } from '#shared/schemas'

/** What a teacher says of a look-for. */
export const MARK_WORDS: Record<MarkLevel, string> = {
  there: 'There',
  nearly: 'Nearly',
  again: 'Again',
  meant: 'Meant so',
}

/** The mark that a measured verdict suggests; none where nothing could be told. */
const SUGGESTED_MARK: Record<Verdict, MarkLevel | null> = {
  met: 'there',
  nearly: 'nearly',
  'not-yet': 'again',
  'cant-tell': null,
}

/** The same where the learner may have argued that what was found is meant so. */
export function suggestedMark(verdict: Verdict, isArgued: boolean): MarkLevel | null {
  return isArgued && verdict !== 'met' ? 'meant' : SUGGESTED_MARK[verdict]
}
