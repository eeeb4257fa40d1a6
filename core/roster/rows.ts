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
  readonly learners: readonly Listed[]
  readonly left: readonly LeftOut[]
}

/** Learners that are added at once, at most. */
export const MOST_LISTED = 200

/** Headings that a column may have, however they are written. */
const HEADINGS = {
  name: ['name', 'full name', 'learner', 'pupil', 'student', 'learner name', 'student name'],
  first: ['first name', 'firstname', 'given name', 'forename'],
  last: ['last name', 'lastname', 'surname', 'family name'],
  pin: ['pin', 'pin code', 'code'],
} as const
type Column = keyof typeof HEADINGS

/** What a PIN is made of. */
export const PIN = /^\d{4,8}$/
export const WHY_NO_PIN = 'A PIN has four to eight digits.'

/**
 * Learners out of a list's rows, as they were pasted or come from a file: one name a row, or columns under headings (name, or
 * first and last name; PIN). Empty rows are passed over; what can't be taken is told with its row.
 *
 * @param rows cells, row by row
 * @param known names that the class has already
 */
export function readRows(rows: readonly (readonly string[])[], known: readonly string[] = []): ListRead {
  const columns = columnsOf(rows[0] ?? [])
  const seen = new Map(known.map(name => [nameKey(name), 0]))
  const learners: Listed[] = []
  const left: LeftOut[] = []
  rows.forEach((cells, i) => {
    const row = i + 1
    if ((columns && i === 0) || cells.every(cell => cleanName(cell) === '')) return
    const name = nameIn(cells, columns)
    const pin = pinIn(cells, columns)
    const leave = (why: string) => left.push({ row, text: cells.map(cleanName).filter(Boolean).join(', ').slice(0, 120), why })
    const before = seen.get(nameKey(name))
    const why = whyNoName(name)
    if (why) leave(why)
    else if (before !== undefined) leave(before === 0 ? 'Someone of this name is in the class already. Add a letter to tell them apart.' : `The same name stands in row ${before}. Add a letter to tell them apart.`)
    else if (pin !== null && !PIN.test(pin)) leave(WHY_NO_PIN)
    else if (learners.length >= MOST_LISTED) leave(`More than ${MOST_LISTED} at once: add the others in a second list.`)
    else {
      learners.push({ name, pin, row })
      seen.set(nameKey(name), row)
    }
  })
  return { learners, left }
}

/** Which column holds what; null when the first row is no heading. */
function columnsOf(first: readonly string[]): Partial<Record<Column, number>> | null {
  const found: Partial<Record<Column, number>> = {}
  first.forEach((cell, i) => {
    const heading = cleanName(cell).toLowerCase()
    for (const column of Object.keys(HEADINGS) as Column[]) if ((HEADINGS[column] as readonly string[]).includes(heading)) found[column] ??= i
  })
  return found.name !== undefined || found.first !== undefined || found.last !== undefined ? found : null
}

function nameIn(cells: readonly string[], columns: Partial<Record<Column, number>> | null): string {
  const at = (column: Column) => (columns?.[column] === undefined ? '' : cells[columns[column]] ?? '')
  if (!columns) return cleanName(cells.find(cell => cleanName(cell) !== '' && !PIN.test(cleanName(cell))) ?? '')
  return cleanName(columns.name === undefined ? `${at('first')} ${at('last')}` : at('name'))
}

/** Without headings a cell of digits beside the name is a PIN. */
function pinIn(cells: readonly string[], columns: Partial<Record<Column, number>> | null): string | null {
  const cell = columns ? cells[columns.pin ?? -1] ?? '' : cells.find(each => PIN.test(cleanName(each))) ?? ''
  return cleanName(cell) || null
}
