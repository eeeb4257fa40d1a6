import { CoreError } from '../base'
import type { Pixels } from '../kernels'

/*
 * Pictures as they are kept: PNG (W3C “Portable Network Graphics Specification”, third edition) of 8 bits, RGB where
 * all is opaque, else RGBA. Written here because a canvas rounds faint px and the packages write rows unfiltered.
 */

/** zlib streams (RFC 1950), packed and unpacked by the machine's own. */
export interface Zlib {
  readonly deflate: (bytes: Uint8Array) => Promise<Uint8Array>
  /** Unpacks no more than `most` bytes; throws where it is damaged, or more. */
  readonly inflate: (bytes: Uint8Array, most: number) => Promise<Uint8Array>
}

const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]
const [RGB, RGBA] = [2, 6]
/** Numbers of the filters, §9.2. */
const [SUB, UP, AVERAGE, PAETH] = [1, 2, 3, 4]

const CRCS = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n
  for (let k = 0; k < 8; k++) c = c & 1 ? (c >>> 1) ^ 0xedb88320 : c >>> 1
  return c >>> 0
})

/** CRC-32 as in §5.5 and annex D. */
function crcOf(bytes: Uint8Array): number {
  let c = 0xffffffff
  for (const byte of bytes) c = CRCS[(c ^ byte) & 255]! ^ (c >>> 8)
  return (c ^ 0xffffffff) >>> 0
}

function chunk(name: string, data: Uint8Array): Uint8Array {
  const bytes = new Uint8Array(12 + data.length)
  const view = new DataView(bytes.buffer)
  view.setUint32(0, data.length)
  for (let i = 0; i < 4; i++) bytes[4 + i] = name.charCodeAt(i)
  bytes.set(data, 8)
  view.setUint32(8 + data.length, crcOf(bytes.subarray(4, 8 + data.length)))
  return bytes
}

/** `small`: for photographs a few per cent less; `soon`: several times as fast. */
export type Thrift = 'small' | 'soon'

/** A picture's px as a PNG file. */
export async function packPicture(
  { width, height, pixels }: Pixels,
  { deflate }: Zlib,
  thrift: Thrift = 'small',
): Promise<Uint8Array> {
  // Alpha that is the same everywhere packs to nothing, and taking it out takes time.
  const per = thrift === 'small' && isOpaque(pixels) ? 3 : 4
  const rows = thrift === 'soon' ? lessAbove(width, height, pixels) : filtered(width, height, pixels, per)
  const head = new Uint8Array(13)
  const view = new DataView(head.buffer)
  view.setUint32(0, width)
  view.setUint32(4, height)
  head[8] = 8
  head[9] = per === 3 ? RGB : RGBA
  const parts = [
    Uint8Array.from(SIGNATURE),
    chunk('IHDR', head),
    chunk('IDAT', await deflate(rows)),
    chunk('IEND', new Uint8Array(0)),
  ]
  return joined(parts)
}

function joined(parts: readonly Uint8Array[]): Uint8Array {
  const out = new Uint8Array(parts.reduce((sum, each) => sum + each.length, 0))
  let at = 0
  for (const part of parts) {
    out.set(part, at)
    at += part.length
  }
  return out
}

function isOpaque(pixels: Uint8Array): boolean {
  for (let at = 3; at < pixels.length; at += 4) if (pixels[at] !== 255) return false
  return true
}

/**
 * The rows, all by Paeth's filter: for flat colour as good as any, for photographs mostly the best, and trying the
 * others takes several times as long.
 */
function filtered(width: number, height: number, pixels: Uint8Array, per: number): Uint8Array {
  const stride = width * per
  const out = new Uint8Array(height * (stride + 1))
  // With a clear px before the first, and a clear row above.
  let above = new Uint8Array(stride + per)
  let row = new Uint8Array(stride + per)
  for (let y = 0; y < height; y++) {
    readRow(pixels, 4 * y * width, row.subarray(per), per)
    const to = y * (stride + 1)
    out[to] = PAETH!
    for (let i = per; i < row.length; i++)
      out[to + 1 + i - per] = row[i]! - paeth(row[i - per]!, above[i]!, above[i - per]!)
    ;[above, row] = [row, above]
  }
  return out
}

/** The rows, each less the one above it (filter 2): four bytes in one step. */
function lessAbove(width: number, height: number, pixels: Uint8Array): Uint8Array {
  const stride = 4 * width
  const out = new Uint8Array(height * (stride + 1))
  const less = new Int32Array(width)
  const bytes = new Uint8Array(less.buffer)
  const aligned = pixels.byteOffset % 4 === 0 ? pixels : pixels.slice()
  const words = new Int32Array(aligned.buffer, aligned.byteOffset, width * height)
  let above: Int32Array = new Int32Array(width)
  for (let y = 0; y < height; y++) {
    const row = words.subarray(y * width, (y + 1) * width)
    for (let x = 0; x < width; x++) {
      const a = row[x]!
      const b = above[x]!
      // No borrow goes from byte to byte: the highest bit of each is worked out by itself.
      less[x] = (((a | HIGHEST) - (b & ~HIGHEST)) | 0) ^ ((a ^ ~b) & HIGHEST)
    }
    out[y * (stride + 1)] = UP!
    out.set(bytes, y * (stride + 1) + 1)
    above = row
  }
  return out
}
/** The highest bit of each of four bytes. */
const HIGHEST = 0x80808080 | 0

function readRow(pixels: Uint8Array, from: number, row: Uint8Array, per: number): void {
  if (per === 4) return row.set(pixels.subarray(from, from + row.length))
  for (let i = 0, at = from; i < row.length; i += 3, at += 4) {
    row[i] = pixels[at]!
    row[i + 1] = pixels[at + 1]!
    row[i + 2] = pixels[at + 2]!
  }
}

/** §9.4: the one of the three that is nearest to a + b − c. */
function paeth(a: number, b: number, c: number): number {
  const p = a + b - c
  const pa = p < a ? a - p : p - a
  const pb = p < b ? b - p : p - b
  const pc = p < c ? c - p : p - c
  if (pa <= pb && pa <= pc) return a
  return pb <= pc ? b : c
}

const bad = (why: string) =>
  new CoreError('picture-file', `the picture can't be read: ${why}`, 'Bring the picture in again.')

/**
 * The px of a PNG file that was written here, RGBA8: it holds px and nothing else. `size`: what it is said to be;
 * nothing is unpacked that is larger. Throws CoreError `picture-file`.
 */
export async function unpackPicture(
  bytes: Uint8Array,
  size: { readonly width: number; readonly height: number },
  zlib: Zlib,
): Promise<Pixels> {
  const { width, height, per, data } = partsOf(bytes)
  if (width !== size.width || height !== size.height)
    throw bad(`it is ${width} × ${height} px, not ${size.width} × ${size.height}`)
  const stride = width * per
  const rows = await inflated(data, height * (stride + 1), zlib)
  const pixels = new Uint8Array(4 * width * height)
  let above: Uint8Array = new Uint8Array(stride)
  for (let y = 0; y < height; y++) {
    const at = y * (stride + 1)
    const row = rows.subarray(at + 1, at + 1 + stride)
    unfilterRow(rows[at]!, row, above, per)
    writeRow(row, pixels, 4 * y * width, per)
    above = row
  }
  return { width, height, pixels }
}

interface Parts {
  readonly width: number
  readonly height: number
  readonly per: number
  readonly data: Uint8Array
}

function partsOf(bytes: Uint8Array): Parts {
  if (bytes.length < 33 || SIGNATURE.some((byte, i) => bytes[i] !== byte)) throw bad('it is no PNG file')
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const [depth, colour, packing, filters, interlace] = bytes.subarray(24, 29)
  const isOurs = depth === 8 && (colour === RGB || colour === RGBA) && !packing && !filters && !interlace
  if (nameAt(bytes, 8) !== 'IHDR' || !isOurs) throw bad('it is another kind of PNG file')
  const found: Uint8Array[] = []
  let isEnded = false
  for (let at = 33; at + 12 <= bytes.length;) {
    const length = view.getUint32(at)
    if (at + 12 + length > bytes.length) throw bad('it is cut off')
    const name = nameAt(bytes, at)
    at += 12 + length
    if (name === 'IEND') isEnded = at === bytes.length
    else if (name === 'IDAT') found.push(bytes.subarray(at - 4 - length, at - 4))
    else throw bad('it holds more than px')
    if (name === 'IEND') break
  }
  if (found.length === 0 || !isEnded) throw bad('it is cut off, or something lies behind its end')
  return {
    width: view.getUint32(16),
    height: view.getUint32(20),
    per: colour === RGB ? 3 : 4,
    data: found.length === 1 ? found[0]! : joined(found),
  }
}

const nameAt = (bytes: Uint8Array, at: number) => String.fromCharCode(...bytes.subarray(at + 4, at + 8))

async function inflated(data: Uint8Array, size: number, { inflate }: Zlib): Promise<Uint8Array> {
  const out = await inflate(data, size).catch(() => null)
  if (out?.length === size) return out
  throw bad('its px are damaged')
}

function unfilterRow(filter: number, row: Uint8Array, above: Uint8Array, per: number): void {
  if (filter > PAETH!) throw bad('its px are damaged')
  if (filter === UP) addAbove(row, above)
  else if (filter === SUB) for (let i = per; i < row.length; i++) row[i]! += row[i - per]!
  else if (filter === AVERAGE)
    for (let i = 0; i < row.length; i++) row[i]! += ((i < per ? 0 : row[i - per]!) + above[i]!) >> 1
  else if (filter === PAETH) {
    for (let i = 0; i < per; i++) row[i]! += above[i]!
    for (let i = per; i < row.length; i++) row[i]! += paeth(row[i - per]!, above[i]!, above[i - per]!)
  }
}

/** Four bytes in one step, as far as they lie so. */
function addAbove(row: Uint8Array, above: Uint8Array): void {
  const whole = row.length >> 2
  const words = new Int32Array(2 * whole)
  const bytes = new Uint8Array(words.buffer)
  bytes.set(row.subarray(0, 4 * whole))
  bytes.set(above.subarray(0, 4 * whole), 4 * whole)
  for (let i = 0; i < whole; i++) {
    const a = words[i]!
    const b = words[whole + i]!
    words[i] = (((a & ~HIGHEST) + (b & ~HIGHEST)) | 0) ^ ((a ^ b) & HIGHEST)
  }
  row.set(bytes.subarray(0, 4 * whole))
  for (let i = 4 * whole; i < row.length; i++) row[i]! += above[i]!
}

function writeRow(row: Uint8Array, pixels: Uint8Array, to: number, per: number): void {
  if (per === 4) return pixels.set(row, to)
  for (let i = 0, at = to; i < row.length; i += 3, at += 4) {
    pixels[at] = row[i]!
    pixels[at + 1] = row[i + 1]!
    pixels[at + 2] = row[i + 2]!
    pixels[at + 3] = 255
  }
}
