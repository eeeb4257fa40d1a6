import { CoreError } from '../../base'
import { cleanName } from '../names'
import type { Table } from './binding'

/** Class lists as a school's system gives them out. */

export interface SchoolLearner {
  readonly sourceId: string
  /** Preferred names, where there are. */
  readonly given: string
  readonly family: string
}

export interface SchoolList {
  readonly sourceId: string
  readonly title: string
  readonly learners: readonly SchoolLearner[]
}

/** How a learner's name is written on slips. */
export type NameStyle = 'whole' | 'given-and-letter'

/** @returns the given name and the family name, or its first letter */
export function nameOn({ given, family }: Pick<SchoolLearner, 'given' | 'family'>, style: NameStyle): string {
  const [letter = ''] = cleanName(family)
  return cleanName(style === 'whole' ? `${given} ${family}` : `${given} ${letter.toUpperCase()}`)
}

type Row = Readonly<Record<string, string>>

/** Rows by heading; what stands under none is passed over. */
function rowsBy(table: Table | undefined): Row[] {
  const [headings = [], ...rows] = table ?? []
  return rows
    .filter(cells => cells.some(each => each.trim() !== ''))
    .map(cells => Object.fromEntries(headings.map((heading, i) => [heading.trim(), (cells[i] ?? '').trim()])))
}

const unread = (message: string, fix: string) => new CoreError('no-school-lists', message, fix)

/**
 * Classes with their learners, as a school's system gave them out.
 *
 * @param tables by name of file, without its ending
 * @throws CoreError `no-school-lists`
 */
export function readOneRoster(tables: ReadonlyMap<string, Table>): SchoolList[] {
  const manifest = new Map(rowsBy(tables.get('manifest')).map(each => [each.propertyName, each.value]))
  const version = manifest.get('oneroster.version')
  if (version === undefined)
    throw unread('There is no OneRoster manifest in this archive.', 'Ask for the class lists as OneRoster 1.2 CSV.')
  // Of 1.1 the files that are read here say the same.
  if (version !== '1.2' && version !== '1.1')
    throw unread(`These lists are OneRoster ${version}.`, 'Ask for them as OneRoster 1.2 CSV.')
  for (const file of ['classes', 'enrollments', 'users'] as const) {
    if (manifest.get(`file.${file}`) === 'delta')
      throw unread('These lists hold changes only.', 'Ask for them in full (bulk).')
    const [headings] = tables.get(file) ?? []
    const missing = NEEDED[file].filter(each => !headings?.some(heading => heading.trim() === each))
    if (missing.length)
      throw unread(
        headings ? `${file}.csv has no column “${missing[0]}”.` : `There is no ${file}.csv in this archive.`,
        'Ask for the class lists as OneRoster 1.2 CSV, with classes, enrollments and users.',
      )
  }
  const isThere = (row: Row) => row.status !== 'tobedeleted'
  const users = new Map(
    rowsBy(tables.get('users'))
      .filter(each => isThere(each) && each.enabledUser !== 'false')
      .map(each => [each.sourcedId!, each]),
  )
  const enrolled = rowsBy(tables.get('enrollments')).filter(each => isThere(each) && each.role === 'student')
  return rowsBy(tables.get('classes'))
    .filter(isThere)
    .map(one => ({
      sourceId: one.sourcedId!,
      title: cleanName(one.title!).slice(0, 80),
      learners: [
        ...new Set(enrolled.filter(each => each.classSourcedId === one.sourcedId).map(each => each.userSourcedId!)),
      ]
        .flatMap((id): Row[] => {
          const user = users.get(id)
          return user ? [user] : []
        })
        .map(user => ({
          sourceId: user.sourcedId!,
          given: user.preferredGivenName || user.givenName!,
          family: user.preferredFamilyName || user.familyName!,
        }))
        .sort((a, b) => a.given.localeCompare(b.given) || a.family.localeCompare(b.family)),
    }))
}

const NEEDED = {
  classes: ['sourcedId', 'title'],
  enrollments: ['classSourcedId', 'userSourcedId', 'role'],
  users: ['sourcedId', 'givenName', 'familyName'],
} as const
