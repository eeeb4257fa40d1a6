import { costOf } from './acts'
import type { DrawingRecord, Entry } from './record'

/**
 * What it takes about to draw a record again, ms of one core of a middling machine, told from the record alone. Each
 * kind of act says what it takes. Not exact: right within a few times, so that what would take hours is known before it
 * is begun. `area`: of the sheet, px.
 */

/** What an entry takes; undoing and opening steps take nothing. */
export function entryCost(entry: Entry, area: number): number {
  return entry.type === 'act' || entry.type === 'prepare' ? costOf(entry.act, area) : 0
}

export function recordCost({ sheet, entries }: DrawingRecord): number {
  const area = sheet.width * sheet.height
  return entries.reduce((sum, entry) => sum + entryCost(entry, area), 0)
}
