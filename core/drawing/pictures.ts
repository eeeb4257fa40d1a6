import { facts, type PictureName } from './acts'
import type { Entry } from './record'

/** The pictures that entries need to be drawn, each once. */
export function picturesIn(entries: Iterable<Entry>): PictureName[] {
  const found = new Map<string, PictureName>()
  for (const entry of entries) {
    if (entry.type !== 'act' && entry.type !== 'prepare') continue
    const { picture } = facts(entry.act)
    if (picture) found.set(picture.hash, picture)
  }
  return [...found.values()]
}
