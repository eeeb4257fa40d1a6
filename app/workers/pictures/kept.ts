import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { PictureName } from '#core/drawing'

/** A picture that was brought in, as this browser keeps it. */
export interface KeptPicture extends PictureName {
  /** Its px as a PNG. */
  readonly packed: Uint8Array
  /** What its sending is called, and whether the server has it. */
  readonly key: string
  readonly isSent: boolean
  readonly touchedAt: number
}

/** A picture as it is kept from now on. */
export const newlyKept = ({ hash, width, height }: PictureName, packed: Uint8Array, isSent: boolean): KeptPicture => ({
  hash,
  width,
  height,
  packed,
  key: crypto.randomUUID(),
  isSent,
  touchedAt: Date.now(),
})

/** The pictures of this browser, by the hash of their px. */
export interface PictureShelf {
  get(hash: string): Promise<KeptPicture | null>
  put(picture: KeptPicture): Promise<void>
  /** What the server has, if it is here. */
  setSent(hash: string, isSent: boolean): Promise<void>
}

interface Stores extends DBSchema {
  pictures: { key: string; value: KeptPicture }
}

/** What the server has goes when nobody looked at it for so long, ms, and the oldest of it beyond so many bytes. */
const SHELF_LIFE_MS = 30 * 24 * 3600 * 1000
const MOST_BYTES = 400_000_000

let opened: Promise<IDBPDatabase<Stores>> | null = null
function store(): Promise<IDBPDatabase<Stores>> {
  opened ??= openDB<Stores>('little-easel-pictures', 1, {
    upgrade: db => void db.createObjectStore('pictures', { keyPath: 'hash' }),
    blocking: (_before, _after, event) => (event.target as IDBDatabase).close(),
    terminated: () => (opened = null),
  })
  opened.catch(() => (opened = null))
  return opened
}

/** In IndexedDB: pages and workers of this browser have the same. */
export const pictureShelf: PictureShelf = {
  get: async hash => (await (await store()).get('pictures', hash)) ?? null,
  put: async picture => void (await (await store()).put('pictures', picture)),
  async setSent(hash, isSent) {
    const tx = (await store()).transaction('pictures', 'readwrite')
    const picture = await tx.store.get(hash)
    if (picture) await tx.store.put({ ...picture, isSent, touchedAt: Date.now() })
    await tx.done
  },
}

/** Keeps a picture until the server has it, unless it is here already. */
export async function keepPicture(name: PictureName, pack: () => Promise<Uint8Array>): Promise<void> {
  if (!(await pictureShelf.get(name.hash))) await pictureShelf.put(newlyKept(name, await pack(), false))
}

/** Puts away what the server has and nobody looks at, and what is more than `most` bytes. What it has not stays. */
export function tidyPictures(now: number, most = MOST_BYTES): Promise<void> {
  let sum = 0
  // The latest come first: the oldest go beyond what is kept.
  return dropSent(({ bytes, touchedAt }) => {
    sum += bytes
    return sum > most || now - touchedAt > SHELF_LIFE_MS
  })
}

/** Takes off this device all that the server has: somebody signs out, and others may use it. */
export const forgetSentPictures = (): Promise<void> => dropSent(() => true)

async function dropSent(isDropped: (of: { bytes: number; touchedAt: number }) => boolean): Promise<void> {
  const tx = (await store()).transaction('pictures', 'readwrite')
  const sent: { hash: string; bytes: number; touchedAt: number }[] = []
  // One after the other: all of them at once may be more than there is memory.
  for (let cursor = await tx.store.openCursor(); cursor; cursor = await cursor.continue()) {
    const { hash, packed, isSent, touchedAt } = cursor.value
    if (isSent) sent.push({ hash, bytes: packed.length, touchedAt })
  }
  for (const each of sent.sort((a, b) => b.touchedAt - a.touchedAt))
    if (isDropped(each)) await tx.store.delete(each.hash)
  await tx.done
}
