import { deserialize, serialize } from 'node:v8'
import { promisify } from 'node:util'
import { deflate, inflate } from 'node:zlib'
import { contentHash } from '#core/drawing'
import type { Drawing } from '#core/layers'
import { nativeSha256 } from './hash'

/**
 * A drawing as the server drew it, kept as it is: whoever hands in again is drawn on from there. It stays with the
 * server, and is taken up only where what comes out of it has the hash that was found then.
 */
export interface Keyframe {
  /** After so many entries of the record. */
  readonly position: number
  readonly hash: string
  readonly packed: Uint8Array
}

/** What takes less is hardly drawn again later than it is packed and read, ms as `recordCost` tells. */
const WORTH_MS = 6000
/** Largest that is kept, bytes. */
const MOST_BYTES = 16 * 1024 * 1024

const packing = promisify(deflate) as (data: Buffer, options: { level: number }) => Promise<Buffer>
const unpacking = promisify(inflate) as (data: Uint8Array) => Promise<Buffer>

/** The drawing packed; null: it is not worth it, or too large. `costMs`: what it takes about to draw it again. */
export async function packed(drawing: Drawing, costMs: number): Promise<Buffer | null> {
  if (costMs < WORTH_MS) return null
  // Tiles are mostly plain: more effort takes longer and saves little.
  const bytes = await packing(serialize(drawing), { level: 1 })
  return bytes.length > MOST_BYTES ? null : bytes
}

/** Null: it can't be read, or is not what it was. */
export async function unpacked({ hash, packed: bytes }: Keyframe): Promise<Drawing | null> {
  try {
    const drawing = apart(deserialize(await unpacking(bytes))) as Drawing
    return contentHash(drawing, nativeSha256) === hash ? drawing : null
  } catch {
    return null
  }
}

/** The same with all bytes in memory of their own: as they are read they lie anywhere in one another's. */
function apart(value: unknown, known = new Map<unknown, unknown>()): unknown {
  if (typeof value !== 'object' || value === null) return value
  const before = known.get(value)
  if (before) return before
  const own = ownOf(value, each => apart(each, known))
  known.set(value, own)
  return own
}

function ownOf(value: object, apartOf: (each: unknown) => unknown): unknown {
  if (ArrayBuffer.isView(value)) return (value as Uint8Array).slice()
  if (Array.isArray(value)) return value.map(apartOf)
  if (value instanceof Map) return new Map([...value].map(([key, each]) => [key, apartOf(each)]))
  return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, apartOf(each)]))
}
