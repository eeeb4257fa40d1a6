import { numbersIn, type Entry } from '#core/drawing'
import { BATCH_ENTRIES, BATCH_NUMBERS } from '#shared/limits'
import type { Batch } from '#shared/schemas'
import { ApiRefusal, IS_PASSING } from '../../api/client'
import type { Stored } from '#shared/views'
import { mergeRecords } from './merge'

/**
 * Where the record stands with the server.
 * - `kept`: the server has everything · `sending` · `away`: no answer, tried again by itself
 * - `signed-out`: waits for a sign-in · `elsewhere`: another tab or device draws on this sheet now
 * - `apart`: the server has other entries from some place on · `refused`: what was sent can't be taken
 */
export type SendingState = 'kept' | 'sending' | 'away' | 'signed-out' | 'elsewhere' | 'apart' | 'refused'

export interface Post {
  send(batch: Batch): Promise<Stored>
  /** All that the server has. */
  fetch(): Promise<Stored & { entries: Entry[] }>
  /** Asks to be the one that writes; refused while another was heard of lately. */
  claim(): Promise<unknown>
}

interface Given {
  readonly post: Post
  readonly writer: string
  /** The record; grows at its end. */
  readonly entries: readonly Entry[]
  readonly start: Stored
  /** Whether `start` is what the server said; otherwise it is asked first. */
  readonly isHeard?: boolean
  /** So many entries may be sent now; absent: all. {@link Sender.note} tells of more. */
  readonly sendable?: () => number
  readonly onState: (state: SendingState, unsent: number, trouble: ApiRefusal | null) => void
  readonly onStored: (stored: Stored) => void
  /** Calls back later; returns how to call it off. */
  readonly later: (run: () => void, ms: number) => () => void
}

/** New entries wait so long for company, ms. */
const GATHER_MS = 1500
/** First and longest wait after a failed try, ms. */
const FIRST_RETRY_MS = 1000
const LONGEST_RETRY_MS = 15_000
/** A batch as JSON stays well under the server's limit, characters. */
const BATCH_CHARACTERS = 4_000_000

const GOES_ON_ELSEWHERE = () =>
  new ApiRefusal(
    'other-writer',
    'This drawing went on in another place.',
    'Keep your strokes as a drawing of their own, or draw here again: the bar above the sheet has both.',
  )

/** Sends the record in numbered batches, in order, one at a time, until the server has all of it. */
export class Sender {
  private stored: Stored
  private state: SendingState = 'kept'
  private cancel: (() => void) | null = null
  private isBusy = false
  private isStopped = false
  private retryMs = FIRST_RETRY_MS
  private gatherMs = GATHER_MS
  /** What is in the way of what does not go on by itself. */
  private stopped: unknown = null
  private isHeard: boolean
  private waiting: { resolve: () => void; reject: (why: unknown) => void }[] = []

  constructor(private readonly given: Given) {
    this.stored = given.start
    this.isHeard = given.isHeard ?? true
  }

  get unsent(): number {
    return this.given.entries.length - this.stored.position
  }

  /** How much the server has. */
  get position(): number {
    return this.stored.position
  }

  private get sendable(): number {
    return this.given.sendable?.() ?? this.given.entries.length
  }

  /** The record grew, or more of it may be sent. */
  note(): void {
    if (this.isStopped || this.unsent === 0) return
    if (this.state === 'kept') this.set('sending')
    else this.tell()
    if (this.state === 'sending' && !this.isBusy && !this.cancel) this.plan(this.waiting.length ? 0 : this.gatherMs)
  }

  /** How long new entries wait for company from now on, ms; as usual when nothing is said. */
  gatherFor(ms = GATHER_MS): void {
    this.gatherMs = ms
  }

  /** Tries at once: the network is back, someone signed in, the page goes away. */
  wake(): void {
    if (this.isStopped || this.state === 'elsewhere' || this.state === 'apart') return
    this.retryMs = FIRST_RETRY_MS
    this.plan(0)
  }

  /** Resolves when the server has everything; rejects with what is in the way. */
  flush(): Promise<void> {
    if (this.unsent <= 0) return Promise.resolve()
    if (this.isStopped || this.state === 'elsewhere' || this.state === 'apart')
      return Promise.reject(this.stopped ?? GOES_ON_ELSEWHERE())
    return new Promise((resolve, reject) => {
      this.waiting.push({ resolve, reject })
      this.wake()
    })
  }

  stop(): void {
    this.isStopped = true
    this.cancel?.()
    for (const { reject } of this.waiting.splice(0)) reject(GOES_ON_ELSEWHERE())
  }

  private plan(ms: number): void {
    this.cancel?.()
    this.cancel = this.given.later(() => {
      this.cancel = null
      void this.turn()
    }, ms)
  }

  private async turn(): Promise<void> {
    if (this.isBusy || this.isStopped) return
    this.isBusy = true
    try {
      if (!this.isHeard) {
        await this.given.post.claim()
        return await this.resync()
      }
      while (this.sendable > this.stored.position && !this.isStopped) {
        this.set('sending')
        const batch = this.nextBatch()
        const stored = await this.given.post.send(batch)
        // The server has more than that: it knew this part, and another has gone on with it.
        if (stored.position !== batch.from + batch.entries.length) return await this.resync()
        this.receive(stored)
      }
      this.retryMs = FIRST_RETRY_MS
      if (this.unsent > 0) return this.set('sending')
      this.set('kept')
      for (const { resolve } of this.waiting.splice(0)) resolve()
    } catch (error) {
      await this.trouble(error)
    } finally {
      this.isBusy = false
    }
  }

  private nextBatch(): Batch {
    const from = this.stored.position
    const entries: Entry[] = []
    let size = 0
    let numbers = 0
    for (const entry of this.given.entries.slice(from, Math.min(from + BATCH_ENTRIES, this.sendable))) {
      size += JSON.stringify(entry).length
      numbers += numbersIn(entry)
      if (entries.length && (size > BATCH_CHARACTERS || numbers > BATCH_NUMBERS)) break
      entries.push(entry)
    }
    return { number: this.stored.nextBatch, from, writer: this.given.writer, entries }
  }

  private receive(stored: Stored): void {
    this.stored = { position: stored.position, nextBatch: stored.nextBatch }
    this.given.onStored(this.stored)
  }

  private async trouble(error: unknown): Promise<void> {
    const refusal = error instanceof ApiRefusal ? error : null
    switch (refusal?.code) {
      case 'batch-differs':
      case 'batch-out-of-order':
        return this.resync()
      case 'not-signed-in':
        return this.halt('signed-out', refusal)
      case 'other-writer':
        return this.reclaim()
      case 'open-elsewhere':
        return this.halt('elsewhere', refusal)
      case 'not-yours':
        return this.halt('signed-out', refusal)
      case 'not-found':
      case 'malformed':
      case 'too-big':
        return this.halt('refused', refusal)
      case 'no-room':
      case 'disk-full':
        // Room can be made on another page, or at the server: it goes on by itself then.
        this.halt('refused', refusal)
        return this.plan(LONGEST_RETRY_MS)
      default:
        return this.halt('away', refusal, error)
    }
  }

  /** Another place was the last to write. Where it has fallen silent since, this one goes on. */
  private async reclaim(): Promise<void> {
    try {
      await this.given.post.claim()
    } catch (error) {
      const refusal = error instanceof ApiRefusal ? error : null
      const isElsewhere = refusal !== null && !IS_PASSING.has(refusal.code)
      return this.halt(isElsewhere ? 'elsewhere' : 'away', refusal, error)
    }
    return this.resync()
  }

  /** An acknowledgement was lost, or the drawing went on elsewhere: asks what the server has and goes on from there. */
  private async resync(): Promise<void> {
    try {
      const there = await this.given.post.fetch()
      this.isHeard = true
      const merged = mergeRecords(there.entries, this.given.entries)
      if (merged.apart || there.position > this.given.entries.length) return this.halt('apart', null)
      this.receive(there)
      this.plan(0)
    } catch (error) {
      this.halt('away', error instanceof ApiRefusal ? error : null, error)
    }
  }

  private halt(state: SendingState, refusal: ApiRefusal | null, cause: unknown = refusal): void {
    this.stopped = cause ?? GOES_ON_ELSEWHERE()
    this.set(state, refusal)
    for (const { reject } of this.waiting.splice(0)) reject(this.stopped)
    if (state !== 'away' || this.isStopped) return
    this.plan(this.retryMs)
    this.retryMs = Math.min(this.retryMs * 2, LONGEST_RETRY_MS)
  }

  private set(state: SendingState, trouble: ApiRefusal | null = null): void {
    this.state = state
    this.tell(trouble)
  }

  private tell(trouble: ApiRefusal | null = null): void {
    this.given.onState(this.state, this.unsent, trouble)
  }
}
