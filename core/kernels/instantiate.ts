import { KERNELS_BASE64 } from './generated/kernels'

/** Of both ways to gather dabs in a mask. */
type StampParameters = [
  mask: number,
  maskStride: number,
  dab: number,
  dabStride: number,
  spans: number,
  rows: number,
  b0: number,
  b1: number,
]

/** Where something is laid: tiles, the mask, and the part of them. */
type Where = [
  src: number,
  out: number,
  mask: number,
  maskStride: number,
  x0: number,
  y0: number,
  lanes: number,
  rows: number,
]

/** How it is laid: dithered, and through a grain. */
type How = [
  opacity: number,
  dither: number,
  ditherX: number,
  ditherY: number,
  grain: number,
  grainX: number,
  grainY: number,
  depth: number,
  bite: number,
  rim: number,
]

type LayParameters = [...where: Where, red: number, green: number, blue: number, ...how: How]
type EraseParameters = [...where: Where, ...how: How]

/** What the compiled module offers; addresses and strides in bytes. See `assembly/`. */
export interface KernelExports {
  heapBase(): number
  makeDab(
    out: number,
    stride: number,
    rows: number,
    lanes: number,
    cx: number,
    cy: number,
    inner: number,
    outer: number,
    flow: number,
  ): void
  stampFlow(...values: StampParameters): void
  stampPeak(...values: StampParameters): void
  layPaint(...values: LayParameters): void
  layGlaze(...values: LayParameters): void
  layInside(...values: LayParameters): void
  layGlazeInside(...values: LayParameters): void
  layGlow(...values: LayParameters): void
  layGlowInside(...values: LayParameters): void
  layBehind(...values: LayParameters): void
  layErase(...values: EraseParameters): void
  compositeOnPaper(
    table: number,
    count: number,
    out: number,
    x0: number,
    y0: number,
    lanes: number,
    rows: number,
    red: number,
    green: number,
    blue: number,
  ): void
  compositeOnClear(table: number, count: number, out: number, x0: number, y0: number, lanes: number, rows: number): void
  blendRows(
    commands: number,
    count: number,
    levels: number,
    out: number,
    x0: number,
    y0: number,
    lanes: number,
    rows: number,
    hasPaper: number,
    red: number,
    green: number,
    blue: number,
  ): void
  premultiplyRow(src: number, out: number, count: number): void
  weighRow(row: number, out: number, firsts: number, counts: number, weights: number, most: number, count: number): void
  addRow(sums: number, row: number, weight: number, count: number): void
  finishRow(sums: number, covered: number, share: number, count: number): void
  readPicture(src: number, width: number, height: number, xs: number, ys: number, count: number, out: number): void
  readStraight(
    src: number,
    width: number,
    height: number,
    x: number,
    y: number,
    w: number,
    dx: number,
    dy: number,
    dw: number,
    count: number,
    out: number,
  ): void
  blurAcross(pixels: number, width: number, rows: number, radius: number, edge: number, spare: number): void
  blurDown(
    pixels: number,
    other: number,
    width: number,
    rows: number,
    radius: number,
    edge: number,
    spare: number,
  ): void
  premultiply(tile: number, out: number, count: number): void
  unpremultiply(values: number, tile: number, rows: number, dither: number, ditherX: number, ditherY: number): void
  differ(tile: number, count: number, wanted: number, tolerance: number, differences: number, same: number): void
  dilate(src: number, out: number, size: number, rows: number, reach: number, reaches: number, spare: number): void
  halve(src: number, srcStride: number, out: number, outStride: number, lanes: number, rows: number): void
}

export interface KernelMemory {
  readonly buffer: ArrayBuffer
  grow(pages: number): number
}

/** The little of the WebAssembly interface that is used; `core` is compiled without DOM types. */
declare const WebAssembly: {
  Module: new (bytes: Uint8Array) => object
  Instance: new (module: object, imports: object) => { readonly exports: unknown }
}

/** Compiles and starts the kernels on the spot. Throws where the engine has no SIMD. */
export function instantiateKernels(): { exports: KernelExports; memory: KernelMemory } {
  const module = new WebAssembly.Module(fromBase64(KERNELS_BASE64))
  const exports = new WebAssembly.Instance(module, {}).exports as KernelExports & { memory: KernelMemory }
  return { exports, memory: exports.memory }
}

const DIGITS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/'

/** RFC 4648 §4, for input that the build wrote. */
function fromBase64(text: string): Uint8Array {
  const digits = text.replace(/=+$/, '')
  const out = new Uint8Array((digits.length * 3) >> 2)
  let held = 0
  let bits = 0
  let at = 0
  for (const digit of digits) {
    held = ((held << 6) | DIGITS.indexOf(digit)) & 0xffffff
    bits += 6
    if (bits >= 8) {
      bits -= 8
      out[at++] = (held >> bits) & 255
    }
  }
  return out
}
