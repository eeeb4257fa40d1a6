import { layoutOf, PIN, type ColumnKind, type Columns, type Layout } from './columns'
import { cleanName, nameKey, whyNoName } from './names'

/** A learner as a list names one. */
export interface Listed {
  readonly name: string
  /** As the list has it; null: one is drawn by lot. */
  readonly pin: string | null
  /** Row of the list, from 1. */
  readonly row: number
}

/** A row that was left out, and why. */
export interface LeftOut {
  readonly row: number
  readonly text: string
  readonly why: string
}

export interface ListRead {
  /** How it was read. */
  readonly layout: Layout
  readonly learners: readonly Listed[]
  readonly left: readonly LeftOut[]
}

/** Learners that are added at once, at most. */
export const MOST_LISTED = 200

export const WHY_NO_PIN = 'A PIN has four to eight digits.'

/**
 * Learners out of a list's rows, as they were pasted or come from a file: one name a row, or columns under headings
 * (name, or first and last name; PIN). Empty rows and what stands above the table are passed over; what can't be taken
 * is told with its row.
 *
 * @param rows cells, row by row
 * @param known names that the class has already
 * @param chosen what somebody said the columns are; absent: as it is told by itself, and nobody where it can't be
 */
export function readRows(
  rows: readonly (readonly string[])[],
  known: readonly string[] = [],
  chosen?: Pick<Layout, 'columns' | 'from'>,
): ListRead {
  const layout: Layout = chosen ? { ...chosen, isSure: true } : layoutOf(rows)
  const { columns, from } = layout
  const seen = new Map(known.map(name => [nameKey(name), 0]))
  const learners: Listed[] = []
  const left: LeftOut[] = []
  rows.forEach((cells, i) => {
    const row = i + 1
    if (!layout.isSure || i < from || cells.every(cell => cleanName(cell) === '')) return
    const name = nameIn(cells, columns)
    const pin = pinIn(cells, columns)
    const leave = (why: string) =>
      left.push({ row, text: cells.map(cleanName).filter(Boolean).join(', ').slice(0, 120), why })
    const before = seen.get(nameKey(name))
    const why = whyNoName(name)
    if (why) leave(why)
    else if (before !== undefined)
      leave(
        before === 0
          ? 'Someone of this name is in the class already. Add a letter to tell them apart.'
          : `The same name stands in row ${before}. Add a letter to tell them apart.`,
      )
    else if (pin !== null && !PIN.test(pin)) leave(WHY_NO_PIN)
    else if (learners.length >= MOST_LISTED) leave(`More than ${MOST_LISTED} at once: add the others in a second list.`)
    else {
      learners.push({ name, pin, row })
      seen.set(nameKey(name), row)
    }
  })
  return { layout, learners, left }
}

function nameIn(cells: readonly string[], columns: Columns): string {
  const at = (kind: ColumnKind) => (columns[kind] === undefined ? '' : (cells[columns[kind]] ?? ''))
  return cleanName(columns.name === undefined ? `${at('first')} ${at('last')}` : at('name'))
}

function pinIn(cells: readonly string[], { pin }: Columns): string | null {
  return cleanName(pin === undefined ? '' : (cells[pin] ?? '')) || null
}
