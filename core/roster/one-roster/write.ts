import { cleanName } from '../names'
import { ALL_FILES, ONE_ROSTER_HEADINGS, type FileName } from './binding'

/** A term's classes and results for the school's system. */

type Row = Readonly<Record<string, string>>

/** Days are YYYY-MM-DD. */
export interface TermOut {
  readonly place: string
  readonly title: string
  readonly startDate: string
  readonly endDate: string
  readonly classes: readonly ClassOut[]
}

export interface ClassOut {
  readonly id: number
  /** What the school's own lists call it; null: it was opened here. */
  readonly sourceId: string | null
  readonly name: string
  readonly code: string
  readonly teachers: readonly { readonly id: number; readonly name: string }[]
  readonly learners: readonly { readonly id: number; readonly sourceId: string | null; readonly name: string }[]
  readonly plans: readonly {
    readonly id: number
    readonly title: string
    readonly assignDate: string | null
    readonly dueDate: string | null
  }[]
  readonly results: readonly ResultOut[]
}

/** A learner's latest hand-in for a plan. */
export interface ResultOut {
  readonly learner: number
  readonly plan: number
  /** Look-fors met, of those that could be judged, per cent; null: not looked at yet. */
  readonly score: number | null
  readonly isAccepted: boolean
  readonly date: string
  readonly isLate: boolean
}

const SCHOOL = 'easel-place'
const TERM = 'easel-term'
const CATEGORY = 'easel-hand-ins'

/** Given names, and the last word as the family name: the binding asks for both. */
function parted(name: string): { given: string; family: string } {
  const words = cleanName(name).split(' ')
  return words.length > 1
    ? { given: words.slice(0, -1).join(' '), family: words.at(-1)! }
    : { given: name, family: '-' }
}

/** A term as the files of the binding, each with its headings first. */
export function oneRosterFiles(term: TermOut): Map<FileName, string[][]> {
  const files = new Map<FileName, string[][]>()
  const write = (file: FileName, rows: readonly Row[]) =>
    void files.set(file, [
      [...ONE_ROSTER_HEADINGS[file]],
      ...rows.map(row => ONE_ROSTER_HEADINGS[file].map(heading => row[heading] ?? '')),
    ])
  // The school year is named by the year in which it ends.
  const schoolYear = term.endDate.slice(0, 4)
  const classIdOf = (one: ClassOut) => one.sourceId ?? `easel-class-${one.id}`
  const learnerIds = new Map(
    term.classes.flatMap(one =>
      one.learners.map(each => [each.id, each.sourceId ?? `easel-learner-${each.id}`] as const),
    ),
  )
  const teacherIdOf = (id: number) => `easel-teacher-${id}`
  const itemIdOf = (one: ClassOut, plan: number) => `easel-plan-${plan}-class-${one.id}`

  write('orgs', [{ sourcedId: SCHOOL, name: term.place, type: 'school' }])
  write('academicSessions', [
    {
      sourcedId: TERM,
      title: term.title,
      type: 'term',
      startDate: term.startDate,
      endDate: term.endDate,
      schoolYear,
    },
  ])
  write('courses', [{ sourcedId: 'easel-drawing', title: 'Drawing', orgSourcedId: SCHOOL, subjects: 'Art' }])
  write(
    'classes',
    term.classes.map(one => ({
      sourcedId: classIdOf(one),
      title: one.name,
      courseSourcedId: 'easel-drawing',
      classCode: one.code,
      classType: 'scheduled',
      schoolSourcedId: SCHOOL,
      termSourcedIds: TERM,
      subjects: 'Art',
    })),
  )
  const people = new Map<string, { name: string; role: 'student' | 'teacher' }>()
  for (const one of term.classes) {
    for (const each of one.learners) people.set(learnerIds.get(each.id)!, { name: each.name, role: 'student' })
    for (const each of one.teachers) people.set(teacherIdOf(each.id), { name: each.name, role: 'teacher' })
  }
  write(
    'users',
    [...people].map(([sourcedId, { name }]) => {
      const { given, family } = parted(name)
      return {
        sourcedId,
        enabledUser: 'true',
        username: sourcedId,
        givenName: given,
        familyName: family,
        primaryOrgSourcedId: SCHOOL,
      }
    }),
  )
  write(
    'roles',
    [...people].map(([id, { role }]) => ({
      sourcedId: `${id}-role`,
      userSourcedId: id,
      roleType: 'primary',
      role,
      orgSourcedId: SCHOOL,
    })),
  )
  write(
    'enrollments',
    term.classes.flatMap(one => [
      ...one.learners.map(each => ({
        sourcedId: `easel-in-${one.id}-${each.id}`,
        classSourcedId: classIdOf(one),
        schoolSourcedId: SCHOOL,
        userSourcedId: learnerIds.get(each.id)!,
        role: 'student',
        primary: 'false',
      })),
      ...one.teachers.map((each, i) => ({
        sourcedId: `easel-teaches-${one.id}-${each.id}`,
        classSourcedId: classIdOf(one),
        schoolSourcedId: SCHOOL,
        userSourcedId: teacherIdOf(each.id),
        role: 'teacher',
        primary: i === 0 ? 'true' : 'false',
      })),
    ]),
  )
  write('categories', [{ sourcedId: CATEGORY, title: 'Hand-ins' }])
  write(
    'lineItems',
    term.classes.flatMap(one =>
      one.plans.map(plan => ({
        sourcedId: itemIdOf(one, plan.id),
        title: plan.title,
        assignDate: plan.assignDate ?? term.startDate,
        dueDate: plan.dueDate ?? term.endDate,
        classSourcedId: classIdOf(one),
        categorySourcedId: CATEGORY,
        gradingPeriodSourcedId: TERM,
        academicSessionSourcedId: TERM,
        schoolSourcedId: SCHOOL,
        resultValueMin: '0',
        resultValueMax: '100',
      })),
    ),
  )
  write(
    'results',
    term.classes.flatMap(one =>
      one.results.map(each => ({
        sourcedId: `easel-result-${one.id}-${each.plan}-${each.learner}`,
        lineItemSourcedId: itemIdOf(one, each.plan),
        studentSourcedId: learnerIds.get(each.learner)!,
        scoreStatus: each.isAccepted ? 'fully graded' : each.score === null ? 'submitted' : 'partially graded',
        score: each.score === null ? '' : String(each.score),
        scoreDate: each.date,
        comment: each.score === null ? '' : 'Look-fors met, per cent of those that could be judged.',
        classSourcedId: classIdOf(one),
        inProgress: String(!each.isAccepted),
        incomplete: 'false',
        late: String(each.isLate),
        missing: 'false',
      })),
    ),
  )
  files.set('manifest', [
    [...ONE_ROSTER_HEADINGS.manifest],
    ['manifest.version', '1.0'],
    ['oneroster.version', '1.2'],
    ...ALL_FILES.map(file => [`file.${file}`, files.has(file as FileName) ? 'bulk' : 'absent']),
    ['source.systemName', 'Little Easel'],
    ['source.systemCode', 'little-easel'],
  ])
  return files
}
