import { openDB, type DBSchema, type IDBPDatabase, type IDBPTransaction } from 'idb'
import type { Entry, FreshStyle } from '#core/drawing'
import { isUnsent, Ousted, type Kept, type Log, type LogCard, type LogKey, type Shelf, type Underway } from './shelf'

type LogPath = [person: number, drawing: number]
type EntryPath = [person: number, drawing: number, place: number]

interface Stores extends DBSchema {
  records: { key: LogPath; value: Log }
  acts: { key: EntryPath; value: Entry }
  underway: { key: LogPath; value: Underway }
}
const STORES = ['records', 'acts', 'underway'] as const
type Writing = IDBPTransaction<Stores, (typeof STORES)[number][], 'readwrite'>

/** The stores of version 1: logs by drawing alone, whoever drew. */
interface FirstStores {
  logs: { value: Omit<Log, 'session'> }
  live: { layer: string; style: FreshStyle; samples: number[]; at: number }
}

/** Logs that the server has wholly are dropped after so long, ms. */
const SHELF_LIFE_MS = 30 * 24 * 3600 * 1000
/** How long an old tab may hold the store of an earlier version, ms. */
const UPGRADE_MS = 6000

const path = ({ person, drawing }: LogKey): LogPath => [person, drawing]
const actsOf = ({ person, drawing }: LogKey, from = 0) =>
  IDBKeyRange.bound([person, drawing, from], [person, drawing, Number.MAX_SAFE_INTEGER])

/** The browser's own store of records. */
export class Keeper implements Shelf {
  private constructor(private readonly db: IDBPDatabase<Stores>) {}

  static async open(name = 'little-easel'): Promise<Keeper> {
    const opening = openDB<Stores>(name, 2, {
      async upgrade(db, before, _after, tx) {
        db.createObjectStore('records', { keyPath: ['person', 'drawing'] })
        db.createObjectStore('acts')
        db.createObjectStore('underway')
        if (before === 1) await takeOver(tx as unknown as IDBPTransaction<unknown, string[], 'versionchange'>)
      },
      // A newer version of the program waits in another tab.
      blocking: (_before, _after, event) => (event.target as IDBDatabase).close(),
    })
    const late = new Promise<never>((_, reject) =>
      setTimeout(() => reject(new Error('another tab holds the store')), UPGRADE_MS),
    )
    return new Keeper(await Promise.race([opening, late]))
  }

  close(): void {
    this.db.close()
  }

  async cards(): Promise<LogCard[]> {
    const tx = this.db.transaction([...STORES])
    const logs = await tx.objectStore('records').getAll()
    return Promise.all(
      logs.map(async log => ({
        log,
        entries: await tx.objectStore('acts').count(actsOf(log)),
        isUnderway: (await tx.objectStore('underway').count(path(log))) > 0,
      })),
    )
  }

  async read(key: LogKey): Promise<Kept | null> {
    const tx = this.db.transaction([...STORES])
    const log = await tx.objectStore('records').get(path(key))
    if (!log) return null
    const acts = tx.objectStore('acts')
    const [entries, places] = await Promise.all([acts.getAll(actsOf(key)), acts.getAllKeys(actsOf(key))])
    const first = places.findIndex((place, i) => place[2] !== i)
    const whole = first < 0 ? entries.length : first
    const beyond = places.slice(whole).map((place, i) => [place[2], entries[whole + i]!] as const)
    return {
      log,
      entries: entries.slice(0, whole),
      beyond,
      underway: (await tx.objectStore('underway').get(path(key))) ?? null,
    }
  }

  claim(key: LogKey, session: string): Promise<void> {
    return this.writing(async tx => {
      const log = await tx.objectStore('records').get(path(key))
      if (log) await tx.objectStore('records').put({ ...log, session })
    })
  }

  settle(log: Log, from: number, entries: readonly Entry[]): Promise<void> {
    return this.writing(async tx => {
      const before = await tx.objectStore('records').get(path(log))
      if (before && before.session !== log.session) throw new Ousted()
      await this.replace(tx, log, from, entries)
    })
  }

  append(key: LogKey, session: string, place: number, entries: readonly Entry[]): Promise<void> {
    return this.writing(async tx => {
      await this.requireSession(tx, key, session)
      const acts = tx.objectStore('acts')
      if ((await acts.count(actsOf(key))) !== place) throw new Ousted()
      await tx.objectStore('underway').delete(path(key))
      await Promise.all(entries.map((entry, i) => acts.add(entry, [key.person, key.drawing, place + i])))
    })
  }

  keepUnderway(key: LogKey, session: string, underway: Underway | null): Promise<void> {
    return this.writing(async tx => {
      await this.requireSession(tx, key, session)
      if (underway) await tx.objectStore('underway').put(underway, path(key))
      else await tx.objectStore('underway').delete(path(key))
    })
  }

  acknowledge(key: LogKey, session: string, position: number, nextBatch: number): Promise<void> {
    return this.writing(async tx => {
      const log = await this.requireSession(tx, key, session)
      await tx.objectStore('records').put({ ...log, position, nextBatch, touchedAt: Date.now() })
    })
  }

  part(log: Log, entries: readonly Entry[], apart: Log, apartEntries: readonly Entry[]): Promise<void> {
    return this.writing(async tx => {
      await this.requireSession(tx, log, log.session)
      await this.replace(tx, apart, 0, apartEntries)
      await this.replace(tx, log, 0, entries)
    })
  }

  strand(apart: Log, entries: readonly Entry[], of: LogKey, place: number): Promise<void> {
    return this.writing(async tx => {
      await this.replace(tx, apart, 0, entries)
      const underway = await tx.objectStore('underway').get(path(of))
      if (underway?.place === place) await tx.objectStore('underway').delete(path(of))
    })
  }

  rename(from: LogKey, log: Log): Promise<boolean> {
    return this.writing(async tx => {
      await this.requireSession(tx, from, log.session)
      if (await tx.objectStore('records').get(path(log))) return false
      const entries = await tx.objectStore('acts').getAll(actsOf(from))
      await this.remove(tx, from)
      await this.replace(tx, log, 0, entries)
      return true
    })
  }

  drop(key: LogKey): Promise<void> {
    return this.writing(tx => this.remove(tx, key))
  }

  /** Drops what is old and wholly on the server. */
  async tidy(now: number): Promise<void> {
    for (const card of await this.cards()) {
      if (now - card.log.touchedAt > SHELF_LIFE_MS && !isUnsent(card)) await this.drop(card.log)
    }
  }

  /** One transaction over all stores; whatever throws in it undoes it as a whole. */
  private async writing<T>(run: (tx: Writing) => Promise<T>): Promise<T> {
    const tx = this.db.transaction([...STORES], 'readwrite')
    let answer: T
    try {
      answer = await run(tx)
    } catch (error) {
      tx.done.catch(() => {})
      try {
        tx.abort()
      } catch {
        // It has aborted by itself.
      }
      throw error
    }
    await tx.done
    return answer
  }

  private async requireSession(tx: Writing, key: LogKey, session: string): Promise<Log> {
    const log = await tx.objectStore('records').get(path(key))
    if (log?.session !== session) throw new Ousted()
    return log
  }

  private async replace(tx: Writing, log: Log, from: number, entries: readonly Entry[]): Promise<void> {
    await tx.objectStore('acts').delete(actsOf(log, from))
    await tx.objectStore('underway').delete(path(log))
    await tx.objectStore('records').put(log)
    await Promise.all(entries.map((entry, i) => tx.objectStore('acts').put(entry, [log.person, log.drawing, from + i])))
  }

  private async remove(tx: Writing, key: LogKey): Promise<void> {
    await tx.objectStore('records').delete(path(key))
    await tx.objectStore('acts').delete(actsOf(key))
    await tx.objectStore('underway').delete(path(key))
  }
}

/** Brings what version 1 kept over; its entries were kept by drawing, with the log saying whose. */
async function takeOver(tx: IDBPTransaction<unknown, string[], 'versionchange'>): Promise<void> {
  const persons = new Map<number, number>()
  const counts = new Map<number, number>()
  for (const log of (await tx.objectStore('logs').getAll()) as FirstStores['logs']['value'][]) {
    persons.set(log.drawing, log.person)
    await tx.objectStore('records').put({ ...log, session: '' })
  }
  for (let cursor = await tx.objectStore('entries').openCursor(); cursor; cursor = await cursor.continue()) {
    const [drawing, place] = cursor.primaryKey as [number, number]
    const person = persons.get(drawing)
    if (person === undefined) continue
    counts.set(drawing, Math.max(counts.get(drawing) ?? 0, place + 1))
    await tx.objectStore('acts').put(cursor.value, [person, drawing, place])
  }
  for (let cursor = await tx.objectStore('live').openCursor(); cursor; cursor = await cursor.continue()) {
    const drawing = cursor.primaryKey as number
    const person = persons.get(drawing)
    if (person === undefined) continue
    const { layer, style, samples, at } = cursor.value as FirstStores['live']
    const underway: Underway = {
      place: counts.get(drawing) ?? 0,
      at,
      act: { kind: 'stroke', version: 2, layer, ...style, samples },
    }
    await tx.objectStore('underway').put(underway, [person, drawing])
  }
  for (const name of ['logs', 'entries', 'live']) tx.db.deleteObjectStore(name)
}
