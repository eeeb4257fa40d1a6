import type { Entry } from '#core/drawing'
import { ownPlan } from '#core/plan'
import { DEVICE_NAME } from '#shared/limits'
import type { Batch, Claim } from '#shared/schemas'
import type { DrawingView, Stored } from '#shared/views'
import { ApiRefusal } from '../../api/client'
import type { RecordServer } from './session'
import { Ousted, sameLog, type Kept, type Log, type LogCard, type LogKey, type Shelf, type Underway } from './shelf'

/** Stand-ins for the browser's store and the server, for tests without either. */

export const PERSON = 7
export const PLAN = ownPlan('A sheet of a test', { width: 100, height: 100, paper: [255, 255, 255] })

/** An entry that is told from all others by its name. */
export const named = (name: string, at = 0): Entry => ({ type: 'step', at, step: name })
export const nameOf = (entry: Entry): string =>
  entry.type === 'step' ? entry.step : entry.type === 'act' && 'layer' in entry.act ? String(entry.act.layer) : '?'

interface Book {
  log: Log
  entries: Map<number, Entry>
  underway: Underway | null
}

/**
 * A shelf whose transactions are there as a whole or not at all; `before` is called before each write and may throw.
 */
export class FakeShelf implements Shelf {
  readonly books: Book[] = []

  constructor(public before: () => Promise<void> = async () => {}) {}

  async cards(): Promise<LogCard[]> {
    return this.books.map(({ log, entries, underway }) => ({
      log,
      entries: entries.size,
      isUnderway: underway !== null,
    }))
  }

  async read(key: LogKey): Promise<Kept | null> {
    const book = this.find(key)
    if (!book) return null
    const places = [...book.entries.keys()].sort((a, b) => a - b)
    const first = places.findIndex((place, i) => place !== i)
    const whole = first < 0 ? places.length : first
    const at = (place: number) => book.entries.get(place)!
    return {
      log: book.log,
      entries: places.slice(0, whole).map(at),
      beyond: places.slice(whole).map(place => [place, at(place)] as const),
      underway: book.underway,
    }
  }

  async claim(key: LogKey, session: string): Promise<void> {
    await this.before()
    const book = this.find(key)
    if (book) book.log = { ...book.log, session }
  }

  async settle(log: Log, from: number, entries: readonly Entry[]): Promise<void> {
    await this.before()
    const book = this.find(log)
    if (book && book.log.session !== log.session) throw new Ousted()
    this.replace(log, from, entries)
  }

  async append(key: LogKey, session: string, place: number, entries: readonly Entry[]): Promise<void> {
    await this.before()
    const book = this.require(key, session)
    if (book.entries.size !== place) throw new Ousted()
    book.underway = null
    entries.forEach((entry, i) => book.entries.set(place + i, entry))
  }

  async keepUnderway(key: LogKey, session: string, underway: Underway | null): Promise<void> {
    await this.before()
    this.require(key, session).underway = underway
  }

  async acknowledge(key: LogKey, session: string, position: number, nextBatch: number): Promise<void> {
    await this.before()
    const book = this.require(key, session)
    book.log = { ...book.log, position, nextBatch }
  }

  async part(log: Log, entries: readonly Entry[], apart: Log, apartEntries: readonly Entry[]): Promise<void> {
    await this.before()
    this.require(log, log.session)
    this.replace(apart, 0, apartEntries)
    this.replace(log, 0, entries)
  }

  async strand(apart: Log, entries: readonly Entry[], of: LogKey, place: number): Promise<void> {
    await this.before()
    this.replace(apart, 0, entries)
    const book = this.find(of)
    if (book?.underway?.place === place) book.underway = null
  }

  async rename(from: LogKey, log: Log): Promise<boolean> {
    await this.before()
    const book = this.require(from, log.session)
    if (this.find(log)) return false
    await this.remove(from)
    this.replace(log, 0, [...book.entries.values()])
    return true
  }

  async drop(key: LogKey): Promise<void> {
    await this.before()
    await this.remove(key)
  }

  find(key: LogKey): Book | undefined {
    return this.books.find(each => sameLog(each.log, key))
  }

  private require(key: LogKey, session: string): Book {
    const book = this.find(key)
    if (book?.log.session !== session) throw new Ousted()
    return book
  }

  private replace(log: Log, from: number, entries: readonly Entry[]): void {
    let book = this.find(log)
    if (!book) this.books.push((book = { log, entries: new Map(), underway: null }))
    book.log = log
    book.underway = null
    for (const place of book.entries.keys()) if (place >= from) book.entries.delete(place)
    entries.forEach((entry, i) => book.entries.set(from + i, entry))
  }

  private async remove(key: LogKey): Promise<void> {
    const at = this.books.findIndex(each => sameLog(each.log, key))
    if (at >= 0) this.books.splice(at, 1)
  }
}

interface FakeDrawing {
  readonly id: number
  readonly entries: Entry[]
  readonly batches: string[]
  writer: string | null
  seenAt: number
  readonly copiedFrom?: number
  readonly forkAt: number
  readonly key?: string
}

/** A writer that was not heard of for so long has given the drawing up, as at the server. */
const SILENCE = 45

/** Keeps records by the rules of the real server: batches by number, once each, from one writer at a time. */
export class FakeServer implements RecordServer {
  readonly drawings: FakeDrawing[] = []
  clock = 0

  add(values: Partial<FakeDrawing> = {}): FakeDrawing {
    const drawing: FakeDrawing = {
      id: this.drawings.length + 1,
      entries: [],
      batches: [],
      writer: null,
      seenAt: -SILENCE,
      forkAt: 0,
      ...values,
    }
    this.drawings.push(drawing)
    return drawing
  }

  async claim(id: number, { writer, takeOver, isAgain }: Claim): Promise<Stored> {
    const drawing = this.find(id)
    const isOther =
      drawing.writer !== null &&
      drawing.writer !== writer &&
      (isAgain || drawing.writer.slice(0, DEVICE_NAME) !== writer.slice(0, DEVICE_NAME))
    const isHeld = isOther && this.clock - drawing.seenAt < SILENCE
    if (isHeld && !takeOver) throw new ApiRefusal('open-elsewhere', 'held', 'wait')
    drawing.writer = writer
    drawing.seenAt = this.clock
    return this.stored(drawing)
  }

  async drawing(id: number): Promise<DrawingView> {
    const drawing = this.find(id)
    return {
      id,
      owner: PERSON,
      title: null,
      planId: 1,
      plan: PLAN,
      purpose: null,
      way: 'own',
      startAt: null,
      lastAnswer: null,
      ...this.stored(drawing),
      entries: [...drawing.entries],
    }
  }

  async sendBatch(id: number, { number, from, writer, entries }: Batch): Promise<Stored> {
    const drawing = this.find(id)
    const text = JSON.stringify(entries)
    const known = drawing.batches[number]
    if (known !== undefined) {
      if (known !== text) throw new ApiRefusal('batch-differs', 'different', 'ask')
      return this.stored(drawing)
    }
    if (number !== drawing.batches.length || from !== drawing.entries.length)
      throw new ApiRefusal('batch-out-of-order', 'order', 'ask')
    if (drawing.writer !== null && drawing.writer !== writer) throw new ApiRefusal('other-writer', 'other', 'ask')
    drawing.entries.push(...entries)
    drawing.batches.push(text)
    drawing.writer = writer
    drawing.seenAt = this.clock
    return this.stored(drawing)
  }

  async copy(id: number, position: number, key: string): Promise<Stored & { id: number }> {
    const source = this.find(id)
    const known = this.drawings.find(each => each.copiedFrom === id && each.key === key)
    if (known) return { id: known.id, ...this.stored(known) }
    const entries = source.entries.slice(0, position)
    const copy = this.add({
      entries,
      batches: entries.length ? [JSON.stringify(entries)] : [],
      copiedFrom: id,
      forkAt: position,
      key,
    })
    return { id: copy.id, ...this.stored(copy) }
  }

  async begin(key: string): Promise<Stored & { id: number }> {
    const known = this.drawings.find(each => each.copiedFrom === undefined && each.key === key) ?? this.add({ key })
    return { id: known.id, ...this.stored(known) }
  }

  private find(id: number): FakeDrawing {
    const found = this.drawings.find(each => each.id === id)
    if (!found) throw new ApiRefusal('not-found', 'none', 'choose another')
    return found
  }

  private stored({ entries, batches }: FakeDrawing): Stored {
    return { position: entries.length, nextBatch: batches.length }
  }
}
