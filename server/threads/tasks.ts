import { deflateSync } from 'node:zlib'
import { faultLine } from '#core/base'
import { entryCost, picturesIn, standingActs, type Entry, type PictureName } from '#core/drawing'
import { pictureHash, settledPixels, unpackPicture } from '#core/pictures'
import { laidOut } from '#core/plan'
import { workMs } from '#core/review'
import { batchSchema, type Batch } from '#shared/schemas'
import { digestOf } from '../utils/digest'
import { zlib } from '../utils/zlib'
import { unpacked } from '../utils/unpack'

/*
 * What is done with much that comes from outside: bytes in, facts and bytes out. Pure functions, so that they run in a
 * thread as well as here; what is wrong is answered, not thrown.
 */

export interface Wrong {
  readonly wrong: string
}

/** Entries as they are stored, and what is known of them. */
export interface Packed {
  readonly count: number
  /** Deflated JSON, and the digest of that JSON. */
  readonly packed: Uint8Array
  readonly digest: string
  /** The record's clock at the last of them, and the time that was spent drawing, ms. */
  readonly clockMs: number
  readonly workMs: number
  /** The step that was opened last; null: none was. */
  readonly step: string | null
  /** What it takes about to draw them, and the one of them that takes longest, ms. */
  readonly costMs: number
  readonly heaviest: { readonly place: number; readonly ms: number }
  /** Px from outside that they need. */
  readonly pictures: readonly PictureName[]
}

export interface ReadBatch extends Omit<Batch, 'entries'>, Packed {}

/** @param clockMs the record's clock before them @param area of the sheet, px */
export function packed(entries: readonly Entry[], clockMs: number, area: number): Packed {
  const json = Buffer.from(JSON.stringify(entries))
  const costs = entries.map(entry => entryCost(entry, area))
  const place = costs.reduce((most, cost, i) => (cost > costs[most]! ? i : most), 0)
  const step = entries.findLast(entry => entry.type === 'step')
  return {
    count: entries.length,
    packed: deflateSync(json),
    digest: digestOf(json),
    clockMs: entries.at(-1)?.at ?? clockMs,
    workMs: workMs(entries, clockMs),
    step: step?.step ?? null,
    costMs: costs.reduce((sum, cost) => sum + cost, 0),
    heaviest: { place, ms: costs[place] ?? 0 },
    pictures: picturesIn(entries),
  }
}

interface Given {
  readonly bytes: Uint8Array
  readonly clockMs: number
  readonly area: number
}

/** A record batch as it was sent. */
export function readBatch({ bytes, clockMs, area }: Given): ReadBatch | Wrong {
  const parsed = batchSchema.safeParse(parse(bytes))
  if (!parsed.success) return { wrong: faultLine(parsed.error) }
  const { entries, ...rest } = parsed.data
  return { ...rest, ...packed(entries, clockMs, area) }
}

interface Copied {
  readonly parts: readonly Uint8Array[]
  /** So many of the first entries. */
  readonly position: number
  /** Only what lies there then, as a sheet is laid out: nothing of it was drawn. */
  readonly isLaidOut: boolean
  readonly area: number
}

/** The first entries of a record, as one batch of another. */
export function copied({ parts, position, isLaidOut, area }: Copied): Packed {
  const entries = unpacked(parts, position)
  return packed(isLaidOut ? laidOut(standingActs(entries)) : entries, 0, area)
}

/** Lists in lists are no deeper than this in anything that is sent; JSON that is deep takes memory for each level. */
const DEEPEST = 60
/** Of UTF-8: “ " ”, “ \\ ”, and what opens and closes lists and objects. */
const [QUOTE, ESCAPE, OPEN, OPENS, CLOSE, CLOSES] = [0x22, 0x5c, 0x5b, 0x7b, 0x5d, 0x7d]

/** JSON that is not too deep; undefined: it is none. */
export function parse(bytes: Uint8Array): unknown {
  try {
    return isTooDeep(bytes)
      ? undefined
      : (JSON.parse(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length).toString()) as unknown)
  } catch {
    return undefined
  }
}

function isTooDeep(bytes: Uint8Array): boolean {
  let [depth, isInWords] = [0, false]
  for (let i = 0; i < bytes.length; i++) {
    const byte = bytes[i]!
    if (isInWords) {
      if (byte === ESCAPE) i++
      else if (byte === QUOTE) isInWords = false
    } else if (byte === QUOTE) isInWords = true
    else if (byte === OPEN || byte === OPENS) {
      if (++depth > DEEPEST) return true
    } else if (byte === CLOSE || byte === CLOSES) depth--
  }
  return false
}

/** A picture that was brought in, unpacked and named; clear px that have a colour are not as they are named. */
export async function readPaint({
  bytes,
  width,
  height,
}: { bytes: Uint8Array } & Omit<PictureName, 'hash'>): Promise<{ readonly hash: string } | Wrong> {
  try {
    const picture = settledPixels(await unpackPicture(bytes, { width, height }, zlib))
    return { hash: pictureHash(picture, digestOf) }
  } catch (error) {
    return { wrong: error instanceof Error ? error.message : String(error) }
  }
}

export const TASKS = { readBatch, copied, readPaint }
