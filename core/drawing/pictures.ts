import { facts, type PictureName } from './acts'
import type { Entry } from './record'

/** The pictures that entries need to be drawn, each once. */
export function picturesIn(entries: Iterable<Entry>): PictureName[] {
  const found = new Map<string, PictureName>()
  for (const entry of entries) {
    if (entry.type !== 'act' && entry.type !== 'prepare') continue
    for (const picture of facts(entry.act).pictures) found.set(picture.hash, picture)
  }
  return [...found.values()]
}
