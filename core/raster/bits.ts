import type { Rect } from '../base'
import type { Kernels } from '../kernels'

/** A plane of bits: one word holds 32 px of a row, the first in its lowest bit. */
export interface BitPlane {
  readonly width: number
  readonly height: number
  /** Words in a row. */
  readonly stride: number
  readonly words: Uint32Array
}

export function newBits(width: number, height: number): BitPlane {
  const stride = (width + 31) >>> 5
  return { width, height, stride, words: new Uint32Array(stride * height) }
}

export function bitAt({ stride, words }: BitPlane, x: number, y: number): boolean {
  return ((words[y * stride + (x >>> 5)]! >>> (x & 31)) & 1) === 1
}

/** The px whose value is at least `least`, row-major, as bits. */
export function packBits(values: Uint8Array, width: number, height: number, least = 1): BitPlane {
  const out = newBits(width, height)
  const { stride, words } = out
  for (let y = 0, i = 0; y < height; y++) {
    for (let word = 0; word < stride; word++) {
      const end = Math.min(32, width - 32 * word)
      let bits = 0
      for (let k = 0; k < end; k++, i++) if (values[i]! >= least) bits |= 1 << k
      words[y * stride + word] = bits
    }
  }
  return out
}

/** 1 where a bit is set, row-major. */
export function unpackBits({ width, height, stride, words }: BitPlane): Uint8Array {
  const out = new Uint8Array(width * height)
  for (let y = 0; y < height; y++) {
    for (let word = 0; word < stride; word++) {
      const bits = words[y * stride + word]!
      if (bits === 0) continue
      const start = y * width + 32 * word
      const end = Math.min(32, width - 32 * word)
      if (bits === -1 || bits === 0xffffffff) out.fill(1, start, start + end)
      else for (let k = 0; k < end; k++) out[start + k] = (bits >>> k) & 1
    }
  }
  return out
}

/** Set bits of a word (Warren 2013, "Hacker's Delight", 2nd ed., 5-1). */
export function bitCount(word: number): number {
  let x = word - ((word >>> 1) & 0x55555555)
  x = (x & 0x33333333) + ((x >>> 2) & 0x33333333)
  return Math.imul((x + (x >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24
}

/** How many bits are set. */
export function countBits({ words }: BitPlane): number {
  let sum = 0
  for (let i = 0; i < words.length; i++) sum += bitCount(words[i]!)
  return sum
}

/** The box round the set bits; null when none is set. */
export function boxOfBits({ width, height, stride, words }: BitPlane): Rect | null {
  let [x0, x1, y0, y1] = [width, 0, -1, 0]
  for (let y = 0; y < height; y++) {
    const row = y * stride
    let first = 0
    while (first < stride && words[row + first] === 0) first++
    if (first === stride) continue
    let last = stride - 1
    while (words[row + last] === 0) last--
    const low = words[row + first]!
    x0 = Math.min(x0, 32 * first + 31 - Math.clz32(low & -low))
    x1 = Math.max(x1, 32 * last + 32 - Math.clz32(words[row + last]!))
    if (y0 < 0) y0 = y
    y1 = y + 1
  }
  return y0 < 0 ? null : { x0, y0, x1, y1 }
}

/** Sets the bits x0 to before x1 of a row. */
export function setRun({ stride, words }: BitPlane, y: number, x0: number, x1: number): void {
  if (x1 <= x0) return
  const first = y * stride + (x0 >>> 5)
  const last = y * stride + ((x1 - 1) >>> 5)
  const head = (0xffffffff << (x0 & 31)) >>> 0
  const tail = 0xffffffff >>> (31 - ((x1 - 1) & 31))
  if (first === last) {
    words[first] = words[first]! | (head & tail)
    return
  }
  words[first] = words[first]! | head
  words.fill(0xffffffff, first + 1, last)
  words[last] = words[last]! | tail
}

/** The bits inside a rectangle of the plane, as a plane of its own. */
export function cutBits(plane: BitPlane, { x0, y0, x1, y1 }: Rect): BitPlane {
  const out = newBits(x1 - x0, y1 - y0)
  const shift = x0 & 31
  for (let y = y0; y < y1; y++) {
    const from = y * plane.stride + (x0 >>> 5)
    const end = (y + 1) * plane.stride
    const to = (y - y0) * out.stride
    for (let i = 0; i < out.stride; i++) {
      const low = plane.words[from + i]! >>> shift
      const high = shift > 0 && from + i + 1 < end ? plane.words[from + i + 1]! << (32 - shift) : 0
      out.words[to + i] = low | high
    }
  }
  trim(out)
  return out
}

/** Sets in the plane what is set in the part, whose top left corner lies at (x, y). */
export function pasteBits({ stride, words }: BitPlane, part: BitPlane, x: number, y: number): void {
  const shift = x & 31
  for (let row = 0; row < part.height; row++) {
    const from = row * part.stride
    const to = (y + row) * stride + (x >>> 5)
    const end = (y + row + 1) * stride
    for (let i = 0; i < part.stride; i++) {
      const word = part.words[from + i]!
      if (word === 0) continue
      words[to + i] = words[to + i]! | (word << shift)
      if (shift > 0 && to + i + 1 < end) words[to + i + 1] = words[to + i + 1]! | (word >>> (32 - shift))
    }
  }
}

/** The half-width of a disc, px, at each height above its middle: 0, 1, 2 … Its edge is part of it. */
export function discReach(radius: number): number[] {
  return Array.from({ length: Math.floor(radius) + 1 }, (_, dy) => Math.floor(Math.sqrt(radius * radius - dy * dy)))
}

/** Dilation by a disc (Minkowski sum): every px within `radius` of one that is set. */
export function dilated(kernels: Pick<Kernels, 'dilate'>, plane: BitPlane, radius: number): BitPlane {
  const out: BitPlane = { ...plane, words: kernels.dilate(plane.words, plane.stride, discReach(radius)) }
  trim(out)
  return out
}

/** What is not set. */
export function inverted(plane: BitPlane): BitPlane {
  const out = newBits(plane.width, plane.height)
  for (let i = 0; i < out.words.length; i++) out.words[i] = ~plane.words[i]!
  trim(out)
  return out
}

/** What is set in both, which are of one size. */
export function both(a: BitPlane, b: BitPlane): BitPlane {
  const out = newBits(a.width, a.height)
  for (let i = 0; i < out.words.length; i++) out.words[i] = a.words[i]! & b.words[i]!
  return out
}

/** What is set in the first and not in the second. */
export function without(a: BitPlane, b: BitPlane): BitPlane {
  const out = newBits(a.width, a.height)
  for (let i = 0; i < out.words.length; i++) out.words[i] = a.words[i]! & ~b.words[i]!
  return out
}

/** Clears the bits beyond the width. */
export function trim({ width, height, stride, words }: BitPlane): void {
  const rest = width & 31
  if (rest === 0) return
  const keep = 0xffffffff >>> (32 - rest)
  for (let y = 0; y < height; y++) words[(y + 1) * stride - 1] = words[(y + 1) * stride - 1]! & keep
}
