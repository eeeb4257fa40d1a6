import type { Act, Entry } from '#core/drawing'
import type { Plan } from '#core/plan'
import type { NewSheet } from '#shared/schemas'
import type { GivenWay, TeachersPurpose } from '#shared/views'

/**
 * Which log: a person's, of a drawing. Teachers are counted below nought. What is kept apart and has no number at the
 * server yet has one below nought.
 */
export interface LogKey {
  readonly person: number
  readonly drawing: number
}

/** What this browser keeps of a drawing besides its entries. */
export interface Log extends LogKey {
  /** The name of this browser in that of each writer. */
  readonly writer: string
  /** Who may add to it now: the session that opened it last. */
  readonly session: string
  /** Entries and batches that the server has acknowledged. */
  readonly position: number
  readonly nextBatch: number
  readonly planId: number
  readonly plan: Plan
  readonly purpose?: TeachersPurpose | null
  readonly way?: GivenWay
  readonly startAt?: string | null
  /**
   * Strokes that did not follow on a drawing's record: of which, and from which entry on; `key` names them to the
   * server.
   */
  readonly apart?: { readonly drawing: number; readonly forkAt: number; readonly key: string }
  /**
   * Begun without a network, and of what: until the server gives it a number, it has one below nought. With `apart`:
   * what it went apart from was begun so.
   */
  readonly begun?: { readonly key: string; readonly of: BegunOf }
  readonly touchedAt: number
}

/** What a drawing is of: a plan that the class has, or a sheet of one's own. */
export type BegunOf = { readonly plan: number; readonly from?: string } | Pick<NewSheet, 'title' | 'sheet'>

/** What is under way, kept so that a crash loses little of it. */
export interface Underway {
  /** The number that its entry will have. */
  readonly place: number
  readonly at: number
  readonly act: Act
}

export interface Kept {
  readonly log: Log
  /** From the first on, without a gap. */
  readonly entries: Entry[]
  readonly underway: Underway | null
  /** Entries that are kept beyond one that is missing. */
  readonly beyond: readonly (readonly [place: number, entry: Entry])[]
}

/** A log, and how many entries there are of it. */
export interface LogCard {
  readonly log: Log
  readonly entries: number
  readonly isUnderway: boolean
}

/** The log is another session's now: another tab has opened it, or it goes on under another number. */
export class Ousted extends Error {
  override readonly name = 'Ousted'

  constructor() {
    super('Another tab keeps this drawing now.')
  }
}

/**
 * Where a browser keeps records. Each of these is one transaction: it is there as a whole or not at all.
 * A number once given to an entry is never given to another one, unless the whole log is replaced by {@link
 * Shelf.settle}.
 */
export interface Shelf {
  cards(): Promise<LogCard[]>
  read(key: LogKey): Promise<Kept | null>
  /** From now on only this session adds to the log. */
  claim(key: LogKey, session: string): Promise<void>
  /**
   * Begins a log, or goes on with one: entries from `from` on are these; what is under way is let go.
   * Throws {@link Ousted} where there is a log that another session has taken.
   */
  settle(log: Log, from: number, entries: readonly Entry[]): Promise<void>
  /**
   * Adds entries; what was under way is one of them now. `place` is the number of the first, and of all before it.
   * Throws {@link Ousted}, also where another number comes next.
   */
  append(key: LogKey, session: string, place: number, entries: readonly Entry[]): Promise<void>
  /** Null: nothing is any more. Throws {@link Ousted}. */
  keepUnderway(key: LogKey, session: string, underway: Underway | null): Promise<void>
  /** Throws {@link Ousted}. */
  acknowledge(key: LogKey, session: string, position: number, nextBatch: number): Promise<void>
  /**
   * Parts a log in two at once: `apart` is a new one with all that was here, `log` goes on with what the server has.
   */
  part(log: Log, entries: readonly Entry[], apart: Log, apartEntries: readonly Entry[]): Promise<void>
  /**
   * Begins a log with what another session's log did not take; what was under way there at `place` is one of these
   * entries now.
   */
  strand(apart: Log, entries: readonly Entry[], of: LogKey, place: number): Promise<void>
  /**
   * A log kept apart, or begun without a network, has a number at the server now. False where there is a log of that
   * number already; throws {@link Ousted}.
   */
  rename(from: LogKey, log: Log): Promise<boolean>
  /** Only for logs that the server has wholly, or by the will of the person. */
  drop(key: LogKey): Promise<void>
}

/** Whether the server has not got all of it. */
export function isUnsent({ log, entries, isUnderway }: LogCard): boolean {
  return entries > log.position || isUnderway || log.apart !== undefined
}

/** Begun without a network, and without a number at the server yet. */
export const isBegun = ({ begun, apart }: Log): boolean => begun !== undefined && apart === undefined

/** For what has no number at the server yet. */
export const freshNumber = (): number => -1 - crypto.getRandomValues(new Uint32Array(1))[0]!

export const sameLog = (a: LogKey, b: LogKey) => a.person === b.person && a.drawing === b.drawing
