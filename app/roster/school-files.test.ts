import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { readOneRoster } from '#core/roster'
import type { ProgressView, RegisterView } from '#shared/views'
import { classOut, packOneRoster, packTables, resultTables, tablesIn, within } from './school-files'

const VIEW = {
  classId: 4,
  className: 'Tuesday',
  plans: [{ id: 9, title: 'A kettle, “by eye”', measures: [], learners: null }],
  book: [],
  learners: [
    {
      id: 10,
      name: 'Wren',
      handIns: [
        {
          id: 1,
          plan: 9,
          at: '2026-09-15T17:00:00.000Z',
          attempt: 1,
          state: 'replaced',
          judged: [{ measure: 'closed-outline', verdict: 'not-yet' }],
        },
        {
          id: 2,
          plan: 9,
          at: '2026-10-01T17:00:00.000Z',
          attempt: 2,
          state: 'accepted',
          judged: [
            { measure: 'closed-outline', verdict: 'met' },
            { measure: 'line-weight', verdict: 'nearly' },
            { measure: 'pressure', verdict: 'cant-tell' },
          ],
        },
      ],
      tries: [{ drill: 'parallels', score: 60, triedAt: '2026-09-20T10:00:00.000Z' }],
      days: [{ day: '2026-09-15', workedMs: 30 * 60_000 }],
    },
    { id: 11, name: '=HYPERLINK("x")', handIns: [], tries: [], days: [{ day: '2026-10-02', workedMs: 60_000 }] },
  ],
} as unknown as ProgressView
const REGISTER = {
  id: 4,
  sourceId: 'C-7',
  name: 'Tuesday',
  code: 'WEIR52',
  teachers: [{ id: 1, name: 'Maud Ferris', isLead: true }],
  learners: [
    { id: 10, name: 'Wren Ollery', sourceId: 'S-1' },
    { id: 11, name: 'Bo', sourceId: null },
  ],
  plans: [{ id: 9, title: 'A kettle', startsAt: null, dueAt: '2026-09-20T00:00:00.000Z' }],
} as unknown as RegisterView

describe('results of a class for a term', () => {
  it('are tables of results, look-fors, warm-ups and time', () => {
    const tables = resultTables(VIEW)
    expect(tables.get('results')!.slice(1)).toEqual([
      ['Wren', 'A kettle, “by eye”', 1, '2026-09-15T17:00:00.000Z', 'replaced', 0, 1],
      // What can't be told counts neither way.
      ['Wren', 'A kettle, “by eye”', 2, '2026-10-01T17:00:00.000Z', 'accepted', 50, 2],
    ])
    expect(tables.get('look-fors')).toHaveLength(5)
    expect(tables.get('warm-ups')![1]).toEqual(['Wren', 'parallels', '2026-09-20T10:00:00.000Z', 60])
    expect(
      tables
        .get('time')!
        .slice(1)
        .map(each => each[2]),
    ).toEqual([30, 1])
  })

  it('have only what lies within the term, its first and last day with it', () => {
    const cut = within(VIEW, { from: '2026-09-16', to: '2026-10-01' })
    expect(cut.learners[0]!.handIns.map(each => each.id)).toEqual([2])
    expect(cut.learners.flatMap(each => each.days)).toEqual([])
    expect(within(VIEW, { from: '2026-09-15', to: '2026-09-15' }).learners[0]!.handIns).toHaveLength(1)
  })

  it('are packed as CSV in which no name becomes a formula', async () => {
    const tables = await tablesIn(await packTables(VIEW))
    expect([...tables.keys()].sort()).toEqual(['look-fors', 'results', 'time', 'warm-ups'])
    expect(tables.get('time')!.at(-2)![0]).toBe('\'=HYPERLINK("x")')
  })
})

describe('OneRoster archives', () => {
  it('give the latest hand-in of each, by the names of the school’s lists, and are read again', async () => {
    const one = classOut(REGISTER, VIEW)
    expect(one.results).toEqual([
      { learner: 10, plan: 9, score: 50, isAccepted: true, date: '2026-10-01', isLate: true },
    ])
    const bytes = await packOneRoster({
      place: 'Lantern Street',
      title: 'Autumn',
      startDate: '2026-09-01',
      endDate: '2026-12-18',
      classes: [one],
    })
    const lists = readOneRoster(await tablesIn(bytes))
    expect(lists).toMatchObject([
      { sourceId: 'C-7', learners: [{ sourceId: 'easel-learner-11' }, { sourceId: 'S-1', family: 'Ollery' }] },
    ])
  })

  it('are read out of a folder, with a mark of byte order, and without what is no CSV', async () => {
    const bytes = zipSync({
      'lists/users.csv': strToU8('\uFEFFsourcedId,givenName\r\nu1,"Holt, the ""elder"""\r\n'),
      'lists/readme.txt': strToU8('nothing'),
    })
    const tables = await tablesIn(bytes)
    expect([...tables.keys()]).toEqual(['users'])
    expect(tables.get('users')!.slice(0, 2)).toEqual([
      ['sourcedId', 'givenName'],
      ['u1', 'Holt, the "elder"'],
    ])
    await expect(tablesIn(strToU8('no archive'))).rejects.toThrow()
  })
})
