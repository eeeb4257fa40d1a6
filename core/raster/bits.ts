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

/** The half-width of a disc, px, at each height above its middle: 0, 1, 2 … Its edge is part of it. */
export function discReach(radius: number): number[] {
  return Array.from({ length: Math.floor(radius) + 1 }, (_, dy) => Math.floor(Math.sqrt(radius * radius - dy * dy)))
}

/**
 * Dilation by a disc (Minkowski sum): every px within `radius` of one that is set. A row is widened a px at
 * a time, and laid on the rows above and below for which it is wide enough.
 */
export function dilated(plane: BitPlane, radius: number): BitPlane {
  const { width, height, stride, words } = plane
  const out = newBits(width, height)
  const reach = discReach(radius)
  const row = new Uint32Array(stride)
  const spare = new Uint32Array(stride)
  for (let y = 0; y < height; y++) {
    const from = y * stride
    let isClear = true
    for (let i = 0; i < stride; i++) {
      row[i] = words[from + i]!
      if (row[i]) isClear = false
    }
    if (isClear) continue
    let wide = 0
    for (let dy = reach.length - 1; dy >= 0; dy--) {
      for (; wide < reach[dy]!; wide++) widen(row, spare)
      if (y - dy >= 0) lay(out.words, (y - dy) * stride, row)
      if (dy > 0 && y + dy < height) lay(out.words, (y + dy) * stride, row)
    }
  }
  trim(out)
  return out
}

function lay(words: Uint32Array, at: number, row: Uint32Array): void {
  for (let i = 0; i < row.length; i++) words[at + i] = words[at + i]! | row[i]!
}

/** Each set bit sets its neighbours in the row. */
function widen(row: Uint32Array, spare: Uint32Array): void {
  const last = row.length - 1
  spare.set(row)
  for (let i = 0; i <= last; i++) {
    const word = spare[i]!
    const before = i > 0 ? spare[i - 1]! >>> 31 : 0
    const after = i < last ? spare[i + 1]! << 31 : 0
    row[i] = word | (word << 1) | (word >>> 1) | before | after
  }
}

/** Clears the bits beyond the width. */
export function trim({ width, height, stride, words }: BitPlane): void {
  const rest = width & 31
  if (rest === 0) return
  const keep = 0xffffffff >>> (32 - rest)
  for (let y = 0; y < height; y++) words[(y + 1) * stride - 1] = words[(y + 1) * stride - 1]! & keep
}
