import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { DrawingRecord } from '#core/drawing'
import type { MarkLevel, Pin } from '#shared/schemas'

/** Answers that are not returned yet, kept in this browser. */

/** What a teacher has written, marked and drawn of an answer. */
export interface AnswerDraft {
  readonly marks: Readonly<Record<string, MarkLevel>>
  readonly words: string
  readonly next: string
  /** The teacher's own criteria: the levels given, by their titles. */
  readonly levels: Readonly<Record<string, number>>
  readonly pins: readonly Pin[]
  readonly sketch: DrawingRecord | null
}

/** Whose answer to which hand-in. */
export interface DraftKey {
  readonly teacher: number
  readonly handIn: number
}

export interface KeptDraft {
  readonly draft: AnswerDraft
  /** When the answer that it began from was given; null: there was none. */
  readonly seen: string | null
  readonly keptAt: number
}

interface Shelves extends DBSchema {
  drafts: { key: [teacher: number, handIn: number]; value: KeptDraft & DraftKey }
}

/** A draft that nobody came back to for so long is forgotten, ms: a year. */
const FORGOTTEN_MS = 365 * 86_400_000

let opened: Promise<IDBPDatabase<Shelves>> | null = null
function store(): Promise<IDBPDatabase<Shelves>> {
  opened ??= openDB<Shelves>('little-easel-answers', 1, {
    upgrade: db => void db.createObjectStore('drafts', { keyPath: ['teacher', 'handIn'] }),
  })
  return opened
}

export async function keptDraft({ teacher, handIn }: DraftKey): Promise<KeptDraft | undefined> {
  return (await store()).get('drafts', [teacher, handIn])
}

export async function keepDraft(key: DraftKey, draft: AnswerDraft, seen: string | null): Promise<void> {
  await (await store()).put('drafts', { ...key, draft, seen, keptAt: Date.now() })
}

export async function forgetDraft({ teacher, handIn }: DraftKey): Promise<void> {
  await (await store()).delete('drafts', [teacher, handIn])
}

/** The hand-ins that a teacher has begun to answer here. What nobody came back to for a year is forgotten. */
export async function begunAnswers(teacher: number): Promise<ReadonlySet<number>> {
  const db = await store()
  const own = await db.getAll('drafts', IDBKeyRange.bound([teacher, 0], [teacher, Number.MAX_SAFE_INTEGER]))
  const old = own.filter(each => Date.now() - each.keptAt > FORGOTTEN_MS)
  for (const each of old) await forgetDraft(each)
  return new Set(own.filter(each => !old.includes(each)).map(each => each.handIn))
}
