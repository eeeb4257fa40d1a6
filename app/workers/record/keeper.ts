import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Entry, FreshStyle } from '#core/drawing'
import type { Plan } from '#core/plan'
import type { GivenWay, TeachersPurpose } from '#shared/views'

/** What this browser keeps of a drawing besides its entries. */
export interface Log {
  readonly drawing: number
  /** Who draws, so that nobody else's work is opened on a shared computer. */
  readonly person: number
  /** Names this browser to the server. */
  readonly writer: string
  /** Entries and batches that the server has acknowledged. */
  readonly position: number
  readonly nextBatch: number
  readonly planId: number
  readonly plan: Plan
  readonly purpose?: TeachersPurpose | null
  readonly way?: GivenWay
  readonly startAt?: string | null
  readonly touchedAt: number
}

/** A stroke under way, kept so that a crash loses none of it. */
export interface LiveStroke {
  readonly layer: string
  readonly style: FreshStyle
  readonly samples: number[]
  readonly at: number
}

export interface Kept {
  readonly log: Log
  readonly entries: Entry[]
  readonly live: LiveStroke | null
}

interface Shelves extends DBSchema {
  logs: { key: number, value: Log }
  entries: { key: [drawing: number, place: number], value: Entry }
  live: { key: number, value: LiveStroke }
}

/** Logs that the server has wholly are dropped after so long, ms. */
const SHELF_LIFE_MS = 30 * 24 * 3600 * 1000

const all = (drawing: number) => IDBKeyRange.bound([drawing, 0], [drawing, Number.MAX_SAFE_INTEGER])

/** The browser's own store of records. Each write is one transaction: it is there as a whole or not at all. */
export class Keeper {
  private constructor(private readonly db: IDBPDatabase<Shelves>) {}

  static async open(): Promise<Keeper> {
    return new Keeper(await openDB<Shelves>('little-easel', 1, {
      upgrade(db) {
        db.createObjectStore('logs', { keyPath: 'drawing' })
        db.createObjectStore('entries')
        db.createObjectStore('live')
      },
    }))
  }

  async read(drawing: number): Promise<Kept | null> {
    const tx = this.db.transaction(['logs', 'entries', 'live'])
    const log = await tx.objectStore('logs').get(drawing)
    if (!log) return null
    const entries = await tx.objectStore('entries').getAll(all(drawing))
    const live = await tx.objectStore('live').get(drawing) ?? null
    return { log, entries, live }
  }

  /** Begins a log, or puts it in the place of the old one. */
  async write(log: Log, entries: readonly Entry[]): Promise<void> {
    const tx = this.db.transaction(['logs', 'entries', 'live'], 'readwrite')
    await tx.objectStore('entries').delete(all(log.drawing))
    await tx.objectStore('live').delete(log.drawing)
    await tx.objectStore('logs').put(log)
    await Promise.all(entries.map((entry, place) => tx.objectStore('entries').put(entry, [log.drawing, place])))
    await tx.done
  }

  /** Keeps new entries; a stroke that was under way is one of them now. */
  async append(drawing: number, place: number, entries: readonly Entry[]): Promise<void> {
    const tx = this.db.transaction(['entries', 'live'], 'readwrite')
    await tx.objectStore('live').delete(drawing)
    await Promise.all(entries.map((entry, i) => tx.objectStore('entries').put(entry, [drawing, place + i])))
    await tx.done
  }

  async acknowledge(drawing: number, position: number, nextBatch: number): Promise<void> {
    const tx = this.db.transaction('logs', 'readwrite')
    const log = await tx.store.get(drawing)
    if (log) await tx.store.put({ ...log, position, nextBatch, touchedAt: Date.now() })
    await tx.done
  }

  async keepLive(drawing: number, stroke: LiveStroke): Promise<void> {
    await this.db.put('live', stroke, drawing)
  }

  async drop(drawing: number): Promise<void> {
    const tx = this.db.transaction(['logs', 'entries', 'live'], 'readwrite')
    await tx.objectStore('logs').delete(drawing)
    await tx.objectStore('entries').delete(all(drawing))
    await tx.objectStore('live').delete(drawing)
    await tx.done
  }

  /** Drops what is old and wholly on the server. */
  async tidy(now: number): Promise<void> {
    for (const log of await this.db.getAll('logs')) {
      if (now - log.touchedAt < SHELF_LIFE_MS) continue
      const count = await this.db.count('entries', all(log.drawing))
      if (count <= log.position) await this.drop(log.drawing)
    }
  }
}
