import { strFromU8, unzip, zip, type AsyncZippable } from 'fflate'
import Papa from 'papaparse'
import { oneRosterFiles, type ClassOut, type Table, type TermOut } from '#core/roster'
import type { LearnerProgress, ProgressView, RegisterView } from '#shared/views'
import { csvOf } from '../sheet/csv'
import { MEASURE_WORDS } from '../sheet/measure-words'
import { VERDICT_WORDS } from '../sheet/verdict-words'

/** What goes to and comes from a school's own system: archives of CSV files (RFC 4180, UTF-8). */

/** Bytes of what is in an archive at most: lists of some ten thousand people. */
const MOST_BYTES = 60_000_000

/** The CSV files of an archive by name, without folder and ending. Throws what is no archive. */
export async function tablesIn(bytes: Uint8Array): Promise<Map<string, Table>> {
  let whole = 0
  const files = await new Promise<Record<string, Uint8Array>>((resolve, reject) =>
    unzip(
      bytes,
      {
        filter: ({ name, originalSize }) =>
          name.toLowerCase().endsWith('.csv') && (whole += originalSize) <= MOST_BYTES,
      },
      (error, found) => (error ? reject(error) : resolve(found)),
    ),
  )
  return new Map(
    Object.entries(files).map(([name, content]) => [
      name.replace(/^.*\//, '').replace(/\.csv$/i, ''),
      Papa.parse<string[]>(strFromU8(content).replace(/^\uFEFF/, ''), { delimiter: ',' }).data,
    ]),
  )
}

/** YYYY-MM-DD, both days within. */
export interface Span {
  readonly from: string
  readonly to: string
}
const isWithin = (iso: string, { from, to }: Span) => iso.slice(0, 10) >= from && iso.slice(0, 10) <= to

/** A class's progress within some days. */
export function within(view: ProgressView, span: Span): ProgressView {
  return {
    ...view,
    learners: view.learners.map(each => ({
      ...each,
      handIns: each.handIns.filter(one => isWithin(one.at, span)),
      tries: each.tries.filter(one => isWithin(one.triedAt, span)),
      days: each.days.filter(one => isWithin(one.day, span)),
    })),
  }
}

const shareMet = ({ judged }: LearnerProgress['handIns'][number]): number | null => {
  const told = judged.filter(each => each.verdict !== 'cant-tell')
  return told.length ? Math.round((100 * told.filter(each => each.verdict === 'met').length) / told.length) : null
}

/** Results, look-fors, warm-ups and time of a class, one table each. */
export function resultTables({ learners, plans, book }: ProgressView): Map<string, (string | number)[][]> {
  const titles = new Map([...plans, ...book].map(each => [each.id, each.title]))
  const handIns = learners.flatMap(each => each.handIns.map(one => ({ ...one, name: each.name })))
  return new Map([
    [
      'results',
      [
        ['learner', 'plan', 'hand-in', 'handed in', 'state', 'look-fors met, %', 'look-fors judged'],
        ...handIns.map(each => [
          each.name,
          titles.get(each.plan) ?? '',
          each.attempt,
          each.at,
          STATES[each.state],
          shareMet(each) ?? '',
          each.judged.filter(one => one.verdict !== 'cant-tell').length,
        ]),
      ],
    ],
    [
      'look-fors',
      [
        ['learner', 'plan', 'hand-in', 'handed in', 'looked for', 'found'],
        ...handIns.flatMap(each =>
          each.judged.map(one => [
            each.name,
            titles.get(each.plan) ?? '',
            each.attempt,
            each.at,
            MEASURE_WORDS[one.measure],
            VERDICT_WORDS[one.verdict],
          ]),
        ),
      ],
    ],
    [
      'warm-ups',
      [
        ['learner', 'warm-up', 'when', 'points'],
        ...learners.flatMap(each => each.tries.map(one => [each.name, one.drill, one.triedAt, one.score])),
      ],
    ],
    [
      'time',
      [
        ['learner', 'day', 'minutes'],
        ...learners.flatMap(each =>
          each.days.map(one => [each.name, one.day, Math.round(one.workedMs / 60_000)] as (string | number)[]),
        ),
      ],
    ],
  ])
}
const STATES = {
  waiting: 'waits for an answer',
  again: 'to draw on',
  accepted: 'accepted',
  replaced: 'replaced',
} as const

/** The same as CSV files in one archive. */
export function packTables(view: ProgressView): Promise<Uint8Array> {
  return packed(new Map([...resultTables(view)].map(([name, rows]) => [name, csvOf(rows)])))
}

/** A class and its latest results, for OneRoster. */
export function classOut(register: RegisterView, view: ProgressView): ClassOut {
  return {
    id: register.id,
    sourceId: register.sourceId,
    name: register.name,
    code: register.code,
    teachers: register.teachers,
    learners: register.learners,
    plans: register.plans.map(({ id, title, startsAt, dueAt }) => ({
      id,
      title,
      assignDate: startsAt?.slice(0, 10) ?? null,
      dueDate: dueAt?.slice(0, 10) ?? null,
    })),
    results: view.learners
      .filter(each => register.learners.some(one => one.id === each.id))
      .flatMap(each =>
        register.plans.flatMap(plan => {
          const latest = each.handIns.findLast(one => one.plan === plan.id)
          if (!latest) return []
          return {
            learner: each.id,
            plan: plan.id,
            score: latest.state === 'waiting' ? null : shareMet(latest),
            isAccepted: latest.state === 'accepted',
            date: latest.at.slice(0, 10),
            isLate: plan.dueAt !== null && latest.at > plan.dueAt,
          }
        }),
      ),
  }
}

export function packOneRoster(term: TermOut): Promise<Uint8Array> {
  // No apostrophe is put before anything here: a school's system takes cells as they are.
  const files = [...oneRosterFiles(term)].map(
    ([name, rows]) => [name, `${Papa.unparse(rows, { newline: '\r\n' })}\r\n`] as const,
  )
  return packed(new Map(files))
}

function packed(files: ReadonlyMap<string, string>): Promise<Uint8Array> {
  const encoder = new TextEncoder()
  const entries: AsyncZippable = Object.fromEntries(
    [...files].map(([name, content]) => [`${name}.csv`, encoder.encode(content)]),
  )
  return new Promise((resolve, reject) => zip(entries, (error, bytes) => (error ? reject(error) : resolve(bytes))))
}
