/* eslint-disable max-lines -- one state machine: how a record is merged, claimed, followed and parted is read as one */
import type { Act, Entry } from '#core/drawing'
import { DEVICE_NAME } from '#shared/limits'
import type { Batch, Claim } from '#shared/schemas'
import type { DrawingView, Stored } from '#shared/views'
import { ApiRefusal, isAway, Unreachable } from '../../api/client'
import { mergeRecords, type Merged } from './merge'
import { Sender, type SendingState } from './sender'
import { isBegun, Ousted, sameLog, type BegunOf, type Kept, type Log, type Shelf } from './shelf'

/** The server, as far as records go. */
export interface RecordServer {
  claim(drawing: number, claim: Claim): Promise<Stored>
  drawing(id: number): Promise<DrawingView>
  sendBatch(id: number, batch: Batch): Promise<Stored>
  /** A new drawing that begins as the first `position` entries of one; under the same key it is the same one. */
  copy(id: number, position: number, key: string): Promise<Stored & { id: number }>
  /** What was begun without a network; under the same key it is the same one. */
  begin(key: string, of: BegunOf): Promise<Stored & { id: number }>
}

/** What a session works with. */
export interface Surroundings {
  /** Null: this browser keeps nothing. */
  readonly shelf: Shelf | null
  readonly server: RecordServer
  /** A name that nobody else has. */
  readonly freshName: () => string
  /** Below nought, for what has no number at the server yet. */
  readonly freshNumber: () => number
  readonly now: () => number
  /** Calls back later; returns how to call it off. */
  readonly later: (run: () => void, ms: number) => () => void
}

/**
 * `draw`: unless it is open elsewhere · `take-over`: even then · `look`: only to see it · `send`: what is kept here
 * goes to the server.
 */
export type SessionMode = 'draw' | 'take-over' | 'look' | 'send'

export interface Listeners {
  readonly onState: (state: SendingState, unsent: number, trouble: ApiRefusal | null) => void
  /** The browser did not keep what was drawn; it is tried again with the next entries. */
  readonly onNotKept: (error: unknown) => void
  /** What was begun without a network has a number at the server now. */
  readonly onNumbered?: (drawing: number) => void
}

/** What is under way is kept this often, ms: what a crash may take with it. */
export const UNDERWAY_MS = 500

/** Whose log of a drawing this browser has touched last: for when nobody can say who draws. */
async function lastOwner(shelf: Shelf, drawing: number): Promise<number | null> {
  const cards = (await shelf.cards()).filter(each => each.log.drawing === drawing)
  return cards.sort((a, b) => b.log.touchedAt - a.log.touchedAt)[0]?.log.person ?? null
}

/** What was under way when the tab died is finished where it was, unless it was sent just before. */
function rescued({ underway, entries }: Kept, there: readonly Entry[]): Entry[] {
  if (!underway || underway.place < entries.length) return []
  const sent = there[underway.place]
  const isSent = sent?.type === 'act' && isSameStroke(sent.act, underway.act)
  return isSent ? [] : [{ type: 'act', at: underway.at, act: underway.act }]
}

/** Whether one is the other as it was a while before: they differ in their samples only. */
function isSameStroke(a: Act, b: Act): boolean {
  const rest = (act: Act) => JSON.stringify({ ...act, samples: undefined }, Object.keys(act).sort())
  return rest(a) === rest(b)
}

function logOf(view: DrawingView, writer: string, session: string, now: number): Log {
  const { id, owner, position, nextBatch, planId, plan, purpose, way, startAt } = view
  return {
    drawing: id,
    person: owner,
    writer,
    session,
    position,
    nextBatch,
    planId,
    plan,
    purpose,
    way,
    startAt,
    touchedAt: now,
  }
}

/**
 * What a session is called at the server: another one of the same browser takes its place at once, and it can't send
 * any more.
 */
function writerOf({ writer, session }: Pick<Log, 'writer' | 'session'>): string {
  return `${writer.slice(0, DEVICE_NAME)}${session.replaceAll('-', '').slice(0, 24)}`
}

/** A log of its own for entries that did not follow on their drawing's record. */
function apartFrom(log: Log, forkAt: number, around: Surroundings): Log {
  const { freshName, freshNumber, now } = around
  return {
    ...log,
    drawing: freshNumber(),
    session: freshName(),
    position: forkAt,
    nextBatch: 0,
    apart: { drawing: log.drawing, forkAt, key: freshName() },
    touchedAt: now(),
  }
}

/**
 * Gives a log that is kept apart its drawing at the server; returns its number. Where the server has all of it after
 * all, that is the drawing from which it went apart.
 */
export async function publish(around: Surroundings, log: Log): Promise<number> {
  const { shelf, server } = around
  const { apart: from, begun, ...rest } = log
  const kept = await shelf!.read(log)
  if (!kept) throw new Ousted()
  // What it went apart from was begun without a network itself: asked for again, it is the same one.
  const apart = from!.drawing > 0 ? from : { ...from!, drawing: (await server.begin(begun!.key, begun!.of)).id }
  const there = await server.drawing(apart!.drawing)
  const merged = mergeRecords(there.entries, kept.entries)
  if (merged.same === kept.entries.length) {
    await shelf!.drop(log)
    return apart!.drawing
  }
  // What it was drawn upon may be on its way itself, or have gone apart meanwhile: it follows that one, once that is at
  // the server.
  const base = await logBelow(shelf!, kept, merged.same)
  if (base) {
    if (!base.log.apart && base.log.drawing !== apart!.drawing) {
      await shelf!.settle(
        { ...log, apart: { drawing: base.log.drawing, forkAt: base.same, key: around.freshName() } },
        kept.entries.length,
        [],
      )
    }
    throw new Unreachable()
  }
  const copy = await server.copy(apart!.drawing, merged.same, apart!.key)
  const named: Log = { ...rest, drawing: copy.id, position: merged.same, nextBatch: copy.nextBatch }
  if (await shelf!.rename(log, named)) return named.drawing
  // The answer came late, and the copy was opened and drawn on meanwhile: these strokes went apart from that one.
  const again: Log = { ...log, apart: { drawing: copy.id, forkAt: merged.same, key: around.freshName() } }
  await shelf!.settle(again, kept.entries.length, [])
  return publish(around, again)
}

/**
 * Gives a log that was begun without a network its drawing at the server; returns the log as it goes on. Throws what
 * the server refuses, or its silence.
 */
async function numbered(around: Surroundings, log: Log): Promise<Log> {
  const { begun, ...rest } = log
  const { id, nextBatch } = await around.server.begin(begun!.key, begun!.of)
  // How much of it the server has is told when it is asked for: the plan may have been moved on meanwhile.
  const named: Log = { ...rest, drawing: id, position: log.position, nextBatch }
  if (await around.shelf!.rename(log, named)) return named
  // The answer came late, and it was opened under its number meanwhile: these strokes went apart from that one.
  const { key } = begun!
  await around.shelf!.settle({ ...rest, apart: { drawing: id, forkAt: log.position, key } }, log.position, [])
  throw new Unreachable()
}

/** The same from whatever page: see {@link publish}. */
export async function publishBegun(around: Surroundings, log: Log): Promise<void> {
  const session = around.freshName()
  await around.shelf!.claim(log, session)
  await numbered(around, { ...log, session })
}

/** The log here that has most of what something kept apart begins with: more of it than so many entries. */
async function logBelow(
  shelf: Shelf,
  { log, entries }: Kept,
  than: number,
): Promise<{ log: Log; same: number } | null> {
  let most: { log: Log; same: number } | null = null
  for (const card of await shelf.cards()) {
    if (card.log.person !== log.person || card.log.planId !== log.planId || sameLog(card.log, log)) continue
    // Of two that wait for a number, the first does not wait for the second.
    if (card.log.apart && card.log.drawing < log.drawing) continue
    const other = await shelf.read(card.log)
    const same = other ? mergeRecords(other.entries, entries).same : 0
    if (same > (most?.same ?? than)) most = { log: card.log, same }
  }
  return most
}

interface Opened {
  readonly log: Log
  readonly entries: Entry[]
  readonly view: DrawingView | null
  /** Strokes that did not follow on were kept as a drawing of their own. */
  readonly hasKeptApart: boolean
  /** An entry is missing in what this browser kept; what came after it is kept apart. */
  readonly hadHole: boolean
  readonly mode: SessionMode
}

/**
 * A drawing's record in one tab: kept in this browser as it grows, and sent to the server until it has all of it.
 * What this browser has kept is never let go but once the server has it, or as a drawing of its own.
 */
export class RecordSession {
  private log: Log
  private record: readonly Entry[] = []
  private sender: Sender | null = null
  private listeners: Listeners | null = null
  /** So many entries are on the shelf. */
  private kept: number
  private isStoring = false
  /** Whether the last write to the shelf went well. */
  private isKeeping = true
  private isOusted = false
  private writes: Promise<void> = Promise.resolve()
  private underwayNow: (() => { at: number; act: Act }) | null = null
  private cancelUnderway: (() => void) | null = null
  private isUnderwayKept = false
  private parting: Promise<Log | number> | null = null
  private isParted = false
  private copyKey: string | null = null
  /** Whether the server knows that this one draws. */
  private isClaimed: boolean

  private constructor(
    private readonly around: Surroundings,
    readonly opened: Opened,
  ) {
    this.log = opened.log
    this.kept = opened.entries.length
    this.isClaimed = opened.view !== null
  }

  /**
   * Puts together what the server and this browser have of a drawing. `person`: null when nobody can say who draws;
   * whose it is is then told by what is kept here, and by the server. Throws what the server refuses, or its silence
   * where nothing is kept here.
   */
  static async open(
    around: Surroundings,
    drawing: number,
    person: number | null,
    mode: SessionMode,
  ): Promise<RecordSession> {
    const { shelf, server, now } = around
    const session = around.freshName()
    const owner = person ?? (shelf && (await lastOwner(shelf, drawing)))
    const key = owner === null ? null : { person: owner, drawing }
    const isLooking = mode === 'look'
    if (shelf && key && !isLooking) await shelf.claim(key, session)
    const kept = shelf && key ? await shelf.read(key) : null
    const device = (kept?.log.writer ?? around.freshName()).slice(0, DEVICE_NAME)
    // What was begun without a network is unknown to the server, until it is given a number there.
    const { view, refusal } =
      kept && isBegun(kept.log)
        ? NOT_ASKED
        : await ask(server, drawing, writerOf({ writer: device, session }), mode, kept !== null)
    // What is kept under this number was another person's: it stays as it is.
    if (view && kept && !isLooking && view.owner !== kept.log.person)
      return RecordSession.open(around, drawing, view.owner, mode)
    const { here, hadHole } =
      kept && !isLooking
        ? await madeWhole(around, { ...kept, log: { ...kept.log, session } }, view?.entries ?? [])
        : { here: kept ? [...kept.entries, ...rescued(kept, [])] : [], hadHole: false }
    if (!view || isLooking) {
      const log = kept?.log ?? logOf(view!, device, session, now())
      return new RecordSession(around, {
        log: { ...log, session },
        entries: view ? view.entries : here,
        view,
        hasKeptApart: false,
        hadHole,
        mode,
      })
    }
    const merged = mergeRecords(view.entries, here)
    const log = logOf(view, device, session, now())
    if (merged.apart && kept)
      await shelf!.part(log, merged.entries, apartFrom({ ...kept.log, session }, merged.apart.forkAt, around), here)
    else if (refusal && merged.entries.length > merged.position) throw refusal
    else await shelf?.settle(log, merged.same, merged.entries.slice(merged.same))
    return new RecordSession(around, {
      log,
      entries: merged.entries,
      view,
      hasKeptApart: merged.apart !== null,
      hadHole,
      mode,
    })
  }

  /** Follows a record that grows at its end, from the entries that were opened on. */
  follow(record: readonly Entry[], listeners: Listeners): void {
    const {
      log,
      around: { server, later },
    } = this
    const writer = writerOf(log)
    this.record = record
    this.listeners = listeners
    this.sender = new Sender({
      post: {
        send: batch => server.sendBatch(this.log.drawing, batch),
        fetch: () => server.drawing(this.log.drawing),
        claim: () => this.claim(),
      },
      writer,
      entries: record,
      start: { position: log.position, nextBatch: log.nextBatch },
      isHeard: this.opened.view !== null || this.opened.mode === 'look',
      later,
      // What the server has, this browser has as well, as long as it keeps anything.
      sendable: () => (this.around.shelf && this.isKeeping ? this.kept : record.length),
      onState: listeners.onState,
      onStored: ({ position, nextBatch }) => {
        this.log = { ...this.log, position, nextBatch }
        // What it could not keep does not count as kept: other entries may come to have these numbers here.
        this.around.shelf?.acknowledge(this.log, log.session, Math.min(position, this.kept), nextBatch).catch(() => {})
      },
    })
    this.sender.note()
    this.sender.wake()
  }

  /** Asks for the drawing once more; opened while the server was away, for the first time. */
  private async claim(): Promise<void> {
    if (isBegun(this.log)) await this.takeNumber()
    await this.around.server.claim(this.log.drawing, {
      writer: writerOf(this.log),
      takeOver: false,
      isAgain: this.isClaimed,
    })
    this.isClaimed = true
  }

  /** The number of what is drawn on, at the server; below nought: it has none yet. */
  get drawing(): number {
    return this.log.drawing
  }

  /** What was begun without a network becomes the server's; nothing is written to the shelf meanwhile. */
  private async takeNumber(): Promise<void> {
    const taken = this.writes.then(async () => {
      this.log = await numbered(this.around, this.log)
    })
    this.writes = taken.catch(() => {})
    await taken
    this.listeners?.onNumbered?.(this.log.drawing)
  }

  /** The record grew. */
  note(): void {
    this.forgetUnderway()
    this.store()
    this.sender?.note()
  }

  /** Something is under way and has grown: it is kept soon. */
  noteUnderway(now: () => { at: number; act: Act }): void {
    this.underwayNow = now
    this.cancelUnderway ??= this.around.later(() => {
      this.cancelUnderway = null
      this.store()
    }, UNDERWAY_MS)
  }

  /** What was under way came to nothing. */
  dropUnderway(): void {
    this.forgetUnderway()
    if (!this.isUnderwayKept) return
    this.isUnderwayKept = false
    const { shelf } = this.around
    this.writes = this.writes.then(() => shelf?.keepUnderway(this.log, this.log.session, null)).catch(() => {})
  }

  private forgetUnderway(): void {
    this.underwayNow = null
    this.cancelUnderway?.()
    this.cancelUnderway = null
  }

  wake(): void {
    this.sender?.wake()
  }

  gatherFor(ms?: number): void {
    this.sender?.gatherFor(ms)
  }

  /** Resolves when the server has everything; rejects with what is in the way. */
  flush(): Promise<void> {
    return this.sender ? this.sender.flush() : Promise.resolve()
  }

  /** Another tab draws on: what was drawn here and is not on the shelf yet stays as a drawing of its own. */
  async lose(): Promise<void> {
    this.sender?.stop()
    await this.settled()
  }

  /** Lets go. What was not sent yet stays kept here. */
  async close(): Promise<void> {
    this.sender?.stop()
    this.forgetUnderway()
    await this.settled()
  }

  /** Once all that was to be written is written, or can't be. */
  async settled(): Promise<void> {
    let before: Promise<void>
    do {
      this.store()
      before = this.writes
      await before
    } while (before !== this.writes)
  }

  /**
   * What can't follow on the server's record becomes a drawing of its own; returns its number. Where all of it can
   * follow after all, that is this drawing's. Throws what is in the way; tried again, no second copy is made. Nothing
   * may be drawn on this record meanwhile, nor after it has succeeded.
   */
  async keepApart(): Promise<number> {
    this.parting ??= this.part()
    try {
      const apart = await this.parting
      return typeof apart === 'number' ? apart : await publish(this.around, apart)
    } finally {
      if (!this.isParted) this.parting = null
    }
  }

  /** Parts what can't follow on from the rest, on the shelf; or makes the copy where there is none. */
  private async part(): Promise<Log | number> {
    const { shelf, server, now } = this.around
    await this.settled()
    const view = await server.drawing(this.log.drawing)
    const merged = mergeRecords(view.entries, this.record)
    if (!merged.apart) return this.log.drawing
    if (!shelf) return this.sendCopy(merged)
    const apart = apartFrom(this.log, merged.apart.forkAt, this.around)
    // From here on nothing is added to the log; nothing may be drawn meanwhile.
    this.isOusted = true
    try {
      await shelf.part(logOf(view, this.log.writer, this.log.session, now()), view.entries, apart, this.record)
    } catch (error) {
      this.isOusted = error instanceof Ousted
      throw error
    }
    this.isParted = true
    this.sender?.stop()
    return apart
  }

  /** The same where this browser keeps nothing: it is done once all is sent. */
  private async sendCopy({ apart }: Merged): Promise<number> {
    const { server, later } = this.around
    this.copyKey ??= this.around.freshName()
    const copy = await server.copy(this.log.drawing, apart!.forkAt, this.copyKey)
    const writer = writerOf(this.log)
    const sender = new Sender({
      post: {
        send: batch => server.sendBatch(copy.id, batch),
        fetch: () => server.drawing(copy.id),
        claim: () => server.claim(copy.id, { writer, takeOver: false, isAgain: true }),
      },
      writer,
      entries: [...this.record],
      start: copy,
      onState() {},
      onStored() {},
      later,
    })
    try {
      await sender.flush()
    } finally {
      sender.stop()
    }
    return copy.id
  }

  /** Writes what is not on the shelf yet, one transaction after the other: a number is never left out. */
  private store(): void {
    const { shelf } = this.around
    const hasMore = () => this.kept < this.record.length || this.underwayNow !== null
    if (this.isStoring || this.isOusted || !shelf || this.opened.mode === 'look' || !hasMore()) return
    this.isStoring = true
    this.writes = this.writes
      .then(() => this.storeAll(shelf))
      .then(
        () => true,
        async (error: unknown) => {
          if (error instanceof Ousted) await this.strand()
          else this.listeners?.onNotKept(error)
          return false
        },
      )
      .then(isKept => {
        this.isStoring = false
        this.isKeeping = isKept
        this.sender?.note()
        if (isKept && this.kept < this.record.length) this.store()
      })
  }

  private async storeAll(shelf: Shelf): Promise<void> {
    const { log, record } = this
    while (this.kept < record.length) {
      const until = record.length
      await shelf.append(log, log.session, this.kept, record.slice(this.kept, until))
      this.kept = until
      this.isUnderwayKept = false
    }
    const now = this.underwayNow
    if (!now) return
    this.isUnderwayKept = true
    await shelf.keepUnderway(log, log.session, { place: this.kept, ...now() })
  }

  /** Another session has the log: what it has not got is kept as a drawing of its own. */
  private async strand(): Promise<void> {
    const { around, record, log } = this
    this.isOusted = true
    this.sender?.stop()
    if (this.kept === record.length) return
    const apart = apartFrom(log, this.kept, around)
    await around
      .shelf!.strand(apart, record, log, this.kept)
      .catch((error: unknown) => this.listeners?.onNotKept(error))
  }
}

/**
 * What is kept of a drawing, from the first entry on: what was under way is written as an entry before anything else
 * comes. Where an entry is missing (which an earlier version of the program could leave so), what is beyond it is kept
 * apart, unless the server has it.
 */
async function madeWhole(
  around: Surroundings,
  kept: Kept,
  there: readonly Entry[],
): Promise<{ here: Entry[]; hadHole: boolean }> {
  const shelf = around.shelf!
  const { log, entries, beyond } = kept
  const late = rescued(kept, there)
  const hadHole = beyond.length > 0 && beyond.at(-1)![0] >= log.position
  if (hadHole) {
    const apart = apartFrom(log, Math.min(log.position, entries.length), around)
    await shelf.part(log, entries, apart, [...entries, ...beyond.map(([, entry]) => entry), ...late])
    return { here: [...entries], hadHole }
  }
  if (beyond.length) await shelf.settle(log, entries.length, [])
  if (late.length) await shelf.append(log, log.session, entries.length, late)
  return { here: [...entries, ...late], hadHole }
}

const NOT_ASKED: Awaited<ReturnType<typeof ask>> = { view: null, refusal: null }

/**
 * What the server has; null when it is away and this browser has something to go on with. `refusal`: open elsewhere,
 * where only sending is asked.
 */
async function ask(
  server: RecordServer,
  drawing: number,
  writer: string,
  mode: SessionMode,
  isKept: boolean,
): Promise<{ view: DrawingView | null; refusal: ApiRefusal | null }> {
  let refusal: ApiRefusal | null = null
  try {
    if (mode !== 'look') {
      await server.claim(drawing, { writer, takeOver: mode === 'take-over' }).catch((error: unknown) => {
        if (mode !== 'send' || !(error instanceof ApiRefusal) || error.code !== 'open-elsewhere') throw error
        refusal = error
      })
    }
    return { view: await server.drawing(drawing), refusal }
  } catch (error) {
    if (!isKept || mode === 'send' || !isAway(error)) throw error
    return { view: null, refusal: null }
  }
}
