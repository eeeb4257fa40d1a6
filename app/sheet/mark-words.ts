import type { Verdict } from '#core/lookfor'
import type { MarkLevel } from '#shared/schemas'

/** What a teacher says of a look-for. */
export const MARK_WORDS: Record<MarkLevel, string> = { there: 'There', nearly: 'Nearly', again: 'Again', meant: 'Meant so' }

/** The mark that a measured verdict suggests; none where nothing could be told. */
export const SUGGESTED_MARK: Record<Verdict, MarkLevel | null> = { 'met': 'there', 'nearly': 'nearly', 'not-yet': 'again', 'cant-tell': null }
