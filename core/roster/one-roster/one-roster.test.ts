import { describe, expect, it } from 'vitest'
import { ONE_ROSTER_HEADINGS, type Table } from './binding'
import { nameOn, readOneRoster } from './read'
import { oneRosterFiles, type TermOut } from './write'

/** Rules of the 1EdTech OneRoster 1.2 CSV binding, from memory: what is required, and what points to what. */

const TERM: TermOut = {
  place: 'Lantern Street evening school',
  title: 'Autumn',
  startDate: '2026-09-01',
  endDate: '2026-12-18',
  classes: [
    {
      id: 4,
      sourceId: 'C-77',
      name: 'Tuesday, at six',
      code: 'WEIR52',
      teachers: [
        { id: 1, name: 'Maud Ferris' },
        { id: 2, name: 'Tobias Renn' },
      ],
      learners: [
        { id: 10, sourceId: 'S-1', name: 'Wren Ollery' },
        { id: 11, sourceId: null, name: 'Bo' },
      ],
      plans: [{ id: 9, title: 'A kettle, “by eye”', assignDate: '2026-09-08', dueDate: null }],
      results: [
        { learner: 10, plan: 9, score: 75, isAccepted: true, date: '2026-09-15', isLate: false },
        { learner: 11, plan: 9, score: null, isAccepted: false, date: '2026-09-16', isLate: true },
      ],
    },
  ],
}
const rowsOf = (files: ReadonlyMap<string, string[][]>, file: string) => {
  const [headings, ...rows] = files.get(file)!
  return rows.map(cells => Object.fromEntries(headings!.map((each, i) => [each, cells[i]!])))
}

describe('a term as OneRoster files', () => {
  const files = oneRosterFiles(TERM)

  it('says in its manifest which files there are', () => {
    const manifest = new Map(rowsOf(files, 'manifest').map(each => [each.propertyName, each.value]))
    expect(manifest.get('oneroster.version')).toBe('1.2')
    const told = [...manifest]
      .filter(([, value]) => value === 'bulk')
      .map(([name]) => String(name).replace('file.', ''))
    expect(told.sort()).toEqual([...files.keys()].filter(each => each !== 'manifest').sort())
    expect([...manifest.values()].filter(each => each === 'absent')).not.toHaveLength(0)
  })

  it('has no heading twice, an id of its own in each row, and no status where all is given', () => {
    for (const [file, headings] of Object.entries(ONE_ROSTER_HEADINGS)) {
      expect(new Set(headings).size).toBe(headings.length)
      if (file === 'manifest') continue
      const rows = rowsOf(files, file)
      expect(new Set(rows.map(each => each.sourcedId)).size).toBe(rows.length)
      for (const row of rows) {
        expect(row.sourcedId).toMatch(/^[\w./@-]+$/)
        expect([row.status, row.dateLastModified]).toEqual(['', ''])
      }
    }
  })

  it('points to nothing that is not there', () => {
    const ids = (file: string) => new Set(rowsOf(files, file).map(each => each.sourcedId))
    for (const [file, column, to] of [
      ['academicSessions', 'parentSourcedId', 'academicSessions'],
      ['courses', 'orgSourcedId', 'orgs'],
      ['classes', 'courseSourcedId', 'courses'],
      ['classes', 'schoolSourcedId', 'orgs'],
      ['classes', 'termSourcedIds', 'academicSessions'],
      ['users', 'primaryOrgSourcedId', 'orgs'],
      ['roles', 'userSourcedId', 'users'],
      ['enrollments', 'classSourcedId', 'classes'],
      ['enrollments', 'userSourcedId', 'users'],
      ['lineItems', 'classSourcedId', 'classes'],
      ['lineItems', 'categorySourcedId', 'categories'],
      ['lineItems', 'gradingPeriodSourcedId', 'academicSessions'],
      ['results', 'lineItemSourcedId', 'lineItems'],
      ['results', 'studentSourcedId', 'users'],
      ['results', 'classSourcedId', 'classes'],
    ] as const)
      for (const row of rowsOf(files, file))
        if (row[column] !== '') expect([file, column, ids(to).has(row[column])]).toEqual([file, column, true])
  })

  it('has what the binding requires, in its own words', () => {
    for (const row of rowsOf(files, 'users')) {
      expect(row.givenName).not.toBe('')
      expect(row.familyName).not.toBe('')
      expect(row.enabledUser).toBe('true')
    }
    for (const row of rowsOf(files, 'results')) {
      expect(['exempt', 'fully graded', 'not submitted', 'partially graded', 'submitted']).toContain(row.scoreStatus)
      expect(row.scoreDate).toMatch(/^\d{4}-\d{2}-\d{2}$/)
    }
    expect(
      rowsOf(files, 'results').map(each => [each.studentSourcedId, each.scoreStatus, each.score, each.late]),
    ).toEqual([
      ['S-1', 'fully graded', '75', 'false'],
      ['easel-learner-11', 'submitted', '', 'true'],
    ])
    expect(rowsOf(files, 'lineItems')[0]).toMatchObject({ assignDate: '2026-09-08', dueDate: '2026-12-18' })
    expect(rowsOf(files, 'enrollments').map(each => [each.role, each.primary])).toEqual([
      ['student', 'false'],
      ['student', 'false'],
      ['teacher', 'true'],
      ['teacher', 'false'],
    ])
  })

  it('is read again as it was written', () => {
    expect(readOneRoster(files)).toEqual([
      {
        sourceId: 'C-77',
        title: 'Tuesday, at six',
        learners: [
          { sourceId: 'easel-learner-11', given: 'Bo', family: '-' },
          { sourceId: 'S-1', given: 'Wren', family: 'Ollery' },
        ],
      },
    ])
  })
})

describe('a school’s lists', () => {
  const lists = (changes: Record<string, Table> = {}): Map<string, Table> =>
    new Map(
      Object.entries({
        manifest: [
          ['propertyName', 'value'],
          ['manifest.version', '1.0'],
          ['oneroster.version', '1.2'],
          ['file.classes', 'bulk'],
        ],
        classes: [
          ['title', 'sourcedId', 'status'],
          ['Drawing 7b', 'c1', ''],
          ['Drawing 8a', 'c2', 'tobedeleted'],
        ],
        enrollments: [
          ['sourcedId', 'classSourcedId', 'userSourcedId', 'role', 'status'],
          ['e1', 'c1', 'u1', 'student', ''],
          ['e2', 'c1', 'u2', 'student', ''],
          ['e3', 'c1', 'u3', 'teacher', ''],
          ['e4', 'c1', 'u4', 'student', 'tobedeleted'],
          ['e5', 'c1', 'u5', 'student', ''],
          ['e6', 'c1', 'u1', 'student', ''],
          ['e7', 'c1', 'nobody', 'student', ''],
        ],
        users: [
          ['sourcedId', 'givenName', 'familyName', 'preferredGivenName', 'enabledUser'],
          ['u1', 'Margaretha', 'Holt', 'Greta', 'true'],
          ['u2', 'Adebayo', 'Quill', '', 'true'],
          ['u3', 'Maud', 'Ferris', '', 'true'],
          ['u4', 'Gone', 'Away', '', 'true'],
          ['u5', 'Locked', 'Out', '', 'false'],
        ],
        ...changes,
      }),
    )

  it('give classes with those who learn in them, by preferred names, whatever the order of columns', () => {
    expect(readOneRoster(lists())).toEqual([
      {
        sourceId: 'c1',
        title: 'Drawing 7b',
        learners: [
          { sourceId: 'u2', given: 'Adebayo', family: 'Quill' },
          { sourceId: 'u1', given: 'Greta', family: 'Holt' },
        ],
      },
    ])
  })

  it.each([
    ['no manifest', { manifest: [] }, 'no OneRoster manifest'],
    [
      'another version',
      {
        manifest: [
          ['propertyName', 'value'],
          ['oneroster.version', '1.0'],
        ],
      },
      'are OneRoster 1.0',
    ],
    [
      'changes only',
      {
        manifest: [
          ['propertyName', 'value'],
          ['oneroster.version', '1.2'],
          ['file.users', 'delta'],
        ],
      },
      'changes only',
    ],
    ['a file less', { users: [] }, 'no users.csv'],
    ['a column less', { enrollments: [['sourcedId', 'classSourcedId', 'role']] }, 'no column “userSourcedId”'],
  ])('are refused with %s, and it is said what to ask for', (_what, changes, words) => {
    expect(() => readOneRoster(lists(changes as Record<string, Table>))).toThrow(words)
  })

  it('names are written whole, or with a letter for the family', () => {
    const greta = { given: 'Greta', family: 'de Holt' }
    expect(nameOn(greta, 'whole')).toBe('Greta de Holt')
    expect(nameOn(greta, 'given-and-letter')).toBe('Greta D')
    expect(nameOn({ given: 'Bo', family: '' }, 'given-and-letter')).toBe('Bo')
  })
})
