/**
 * What a zip file says of its parts, read without unpacking any (APPNOTE 6.3.10, 4.3.7, 4.3.12 and 4.3.16). Files over
 * 4 GB, or of more than 65 535 parts, and encrypted ones are none that is read here.
 */

/** A part: where its header and its packed bytes lie in the file, and how large it says it is unpacked, bytes. */
export interface ZipPart {
  readonly from: number
  readonly to: number
  readonly size: number
}

const LOCAL = 0x04034b50
const CENTRAL = 0x02014b50
const END = 0x06054b50
/** Sizes of the headers without names and notes; the longest note at the end, bytes. */
const LOCAL_SIZE = 30
const CENTRAL_SIZE = 46
const END_SIZE = 22
const LONGEST_NOTE = 65_535
const IS_ENCRYPTED = 1
/** Stored as it is, and deflated. */
const METHODS = new Set([0, 8])

/** Its parts, in the order of its list; null: it is no zip file, or its list does not fit what lies in it. */
export function zipParts(bytes: Uint8Array): ZipPart[] | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const end = endOf(view)
  if (end === null) return null
  const count = view.getUint16(end + 10, true)
  const listSize = view.getUint32(end + 12, true)
  let at = view.getUint32(end + 16, true)
  if (at + listSize > end || count !== view.getUint16(end + 8, true)) return null
  const list = at
  const parts: ZipPart[] = []
  for (let i = 0; i < count; i++) {
    if (at + CENTRAL_SIZE > end || view.getUint32(at, true) !== CENTRAL) return null
    const packed = view.getUint32(at + 20, true)
    const size = view.getUint32(at + 24, true)
    const from = view.getUint32(at + 42, true)
    if (view.getUint16(at + 8, true) & IS_ENCRYPTED || !METHODS.has(view.getUint16(at + 10, true))) return null
    if (from + LOCAL_SIZE > list || view.getUint32(from, true) !== LOCAL) return null
    const to = from + LOCAL_SIZE + view.getUint16(from + 26, true) + view.getUint16(from + 28, true) + packed
    if (to > list) return null
    parts.push({ from, to, size })
    at += CENTRAL_SIZE + view.getUint16(at + 28, true) + view.getUint16(at + 30, true) + view.getUint16(at + 32, true)
  }
  return at - list === listSize ? parts : null
}

function endOf(view: DataView): number | null {
  const last = view.byteLength - END_SIZE
  for (let at = last; at >= Math.max(0, last - LONGEST_NOTE); at--) if (view.getUint32(at, true) === END) return at
  return null
}

/** Whether two parts share bytes: a few bytes would be unpacked many times over. */
export function doOverlap(parts: readonly ZipPart[]): boolean {
  const sorted = parts.toSorted((a, b) => a.from - b.from)
  return sorted.some((part, i) => i > 0 && part.from < sorted[i - 1]!.to)
}
