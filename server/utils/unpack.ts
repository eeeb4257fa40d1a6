import { inflateSync } from 'node:zlib'
import type { Entry } from '#core/drawing'

/** The first `position` entries of a record out of its batches as they are stored. For threads and processes. */
export function unpacked(parts: readonly Uint8Array[], position: number): Entry[] {
  return parts.flatMap(part => JSON.parse(inflateSync(part).toString()) as Entry[]).slice(0, position)
}
