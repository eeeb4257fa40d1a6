import { cleanName } from './names'

/** What a column of a list may hold that is taken. */
export const COLUMN_KINDS = ['name', 'first', 'last', 'pin'] as const
export type ColumnKind = (typeof COLUMN_KINDS)[number]
export type Columns = Partial<Record<ColumnKind, number>>

/** Which columns hold what, and from which row on there are learners; numbered from 0. */
export interface Layout {
  readonly columns: Columns
  readonly from: number
  /** Told by headings, or by there being only one column: otherwise somebody says so. */
  readonly isSure: boolean
}

/** What a PIN is made of. */
export const PIN = /^\d{4,8}$/

/** Headings that a column may have, however they are written. */
const HEADINGS: Record<ColumnKind, readonly string[]> = {
  name: [
    'name',
    'names',
    'full name',
    'learner',
    'learners',
    'pupil',
    'pupils',
    'student',
    'students',
    'learner name',
    'pupil name',
    'student name',
  ],
  first: ['first name', 'firstname', 'first', 'given name', 'given names', 'forename', 'forenames'],
  last: ['last name', 'lastname', 'last', 'surname', 'family name'],
  pin: ['pin', 'pin code', 'code'],
}
/** Titles stand above a table in so many rows at most. */
const MOST_TITLES = 8

/**
 * How a list is laid out. Titles above the table are passed over. Nothing is taken for a name unasked: where neither
 * headings nor a single column of names tell, it is a proposal.
 */
export function layoutOf(rows: readonly (readonly string[])[]): Layout {
  for (const [i, row] of rows.slice(0, MOST_TITLES).entries()) {
    const columns = columnsUnder(row)
    // A title above the table is one cell; a heading that stands alone heads one column.
    if (columns && (i === 0 || widthOf(rows[i]!) >= widthOf(rows[i + 1] ?? [])))
      return { columns, from: i + 1, isSure: true }
  }
  const used = usedColumns(rows)
  if (used.length <= 1) return { columns: { name: used[0] ?? 0 }, from: 0, isSure: true }
  const [a, b] = used
  const arePins = (at: number) => rows.every(row => clean(row[at]) === '' || PIN.test(clean(row[at])))
  if (used.length === 2 && arePins(b!)) return { columns: { name: a!, pin: b! }, from: 0, isSure: true }
  if (used.length === 2 && arePins(a!)) return { columns: { name: b!, pin: a! }, from: 0, isSure: true }
  return { columns: {}, from: 0, isSure: false }
}

const clean = (cell: string | undefined) => cleanName(cell ?? '')
const widthOf = (row: readonly string[]) => row.filter(cell => clean(cell) !== '').length

/** The columns in which anything stands. */
export function usedColumns(rows: readonly (readonly string[])[]): number[] {
  const width = rows.reduce((most, row) => Math.max(most, row.length), 0)
  return Array.from({ length: width }, (_, i) => i).filter(i => rows.some(row => clean(row[i]) !== ''))
}

function columnsUnder(headings: readonly string[]): Columns | null {
  const found: Columns = {}
  headings.forEach((cell, i) => {
    const heading = clean(cell).toLowerCase()
    for (const kind of COLUMN_KINDS) if (HEADINGS[kind].includes(heading)) found[kind] ??= i
  })
  return found.name !== undefined || found.first !== undefined || found.last !== undefined ? found : null
}
