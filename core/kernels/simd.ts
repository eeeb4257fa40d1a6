/* eslint-disable max-lines -- one short function for each kernel: the table of calls into the module */
import { assert, type Rect } from '../base'
import {
  DAB_ARENA_BYTES,
  FULL,
  READ_PLACES,
  GREATEST_DEPTH,
  TILE,
  TILE_BYTES,
  type BlurBox,
  type Dab,
  type DabSpec,
  type DabValues,
  type DrawCommand,
  type Gather,
  type Ground,
  type Kernels,
  type LayerTile,
  type Laying,
  type MaskTile,
  type Pixels,
  type RowSums,
  type RowTaps,
  type TextureName,
  type Tile,
} from './contract'
import { bytesOf, clipDab, dabShape, spansOf } from './dabshape'
import { instantiateKernels } from './instantiate'
import { DITHER } from './dither'
import { modeNumber } from './modes'
import { TEXTURE_SIDE, textureOf } from './textures'

/** Most layers flattened in one call; more are flattened in turns by the caller. */
export const COMPOSITE_LAYERS = 64
/** Bytes in a page of WebAssembly memory. */
const PAGE = 65536
/** Zero pixels left and right of a mask row, so that whole blocks may hang over. */
const GUTTER = 8

/** Bytes of a level's accumulators, and of a command in the table. */
const LEVEL_BYTES = 4096
const DOING_BYTES = 32

interface SimdDab extends Dab {
  readonly address: number
  readonly spansAddress: number
  /** The arena's generation the dab lives in. */
  readonly generation: number
}

/** SIMD kernels in WebAssembly; the memory is laid out here, tiles are copied in and out. */
export function simdKernels(): Kernels {
  const { exports, memory } = instantiateKernels()
  let bytes = new Uint8Array(memory.buffer)
  let top = (exports.heapBase() + 15) & ~15

  function reserve(size: number): number {
    const address = top
    top = (top + size + 15) & ~15
    const missing = top + 64 - memory.buffer.byteLength
    if (missing > 0) {
      memory.grow(Math.ceil(missing / PAGE))
      bytes = new Uint8Array(memory.buffer)
    }
    return address
  }

  const dither = reserve(16 * 32 * 4)
  for (let row = 0; row < 16; row++) {
    // Each row twice over, so that four values can be read from any start.
    const values = DITHER.subarray(row * 16, row * 16 + 16)
    new Float32Array(memory.buffer, dither + row * 128, 32).set([...values, ...values])
  }
  const textures = new Map<TextureName, number>()
  const layIn = reserve(TILE_BYTES)
  const layOut = reserve(TILE_BYTES)
  const table = reserve(COMPOSITE_LAYERS * 8)
  const stack: number[] = []
  const arena = reserve(DAB_ARENA_BYTES)

  let arenaTop = arena
  let generation = 0
  let maskAddress = 0
  let maskCapacity = 0
  let width = 0
  let height = 0
  let stride = 0 // bytes

  const cell = (x: number, y: number) => maskAddress + y * stride + (x + GUTTER) * 2

  /** Room for a dab's values and spans. */
  function claim(shape: { rows: number; blocks: number }): number {
    assert(arenaTop + bytesOf(shape) <= arena + DAB_ARENA_BYTES, `no room for a dab of ${shape.rows} rows`)
    return arenaTop
  }

  /** Finds the spans of values that are in place, and closes the dab. */
  function settle({ rows, blocks, reach }: { rows: number; blocks: number; reach: number }, address: number): SimdDab {
    const spans = spansOf(new Uint16Array(memory.buffer, address, rows * blocks * 8), rows, blocks)
    const spansAddress = address + rows * blocks * 16
    new Int16Array(memory.buffer, spansAddress, rows * 2).set(spans)
    arenaTop = (spansAddress + rows * 4 + 15) & ~15
    return { rows, blocks, reach, spans, address, spansAddress, generation }
  }

  function makeDab(spec: DabSpec): SimdDab {
    const shape = dabShape(spec)
    const { rows, blocks } = shape
    const address = claim(shape)
    exports.makeDab(address, blocks * 16, rows, blocks * 8, shape.cx, shape.cy, shape.inner, shape.outer, shape.flow)
    return settle(shape, address)
  }

  function loadDab(shape: DabValues): SimdDab {
    const address = claim(shape)
    new Uint16Array(memory.buffer, address, shape.values.length).set(shape.values)
    return settle(shape, address)
  }

  /** Where a texture lies; put there when it is first asked for. */
  function texture(name: TextureName): number {
    let address = textures.get(name)
    if (address === undefined) {
      // Four values are read at once, from any column: a row's end may be read over.
      address = reserve(TEXTURE_SIDE * TEXTURE_SIDE * 2 + 64)
      new Uint16Array(memory.buffer, address, TEXTURE_SIDE * TEXTURE_SIDE).set(textureOf(name))
      textures.set(name, address)
    }
    return address
  }

  function stamp(gather: Gather, dab: Dab, x: number, y: number): void {
    const { address, spansAddress, blocks, generation: born } = dab as SimdDab
    assert(born === generation, 'dab outlived its arena')
    const part = clipDab(dab, x, y, width, height)
    if (!part) return
    const run = gather === 'peak' ? exports.stampPeak : exports.stampFlow
    run(
      cell(x, y + part.r0),
      stride,
      address + part.r0 * blocks * 16,
      blocks * 16,
      spansAddress + part.r0 * 4,
      part.r1 - part.r0,
      part.b0,
      part.b1,
    )
  }

  function lay(laying: Laying, src: Tile | null, out: Tile, tileX: number, tileY: number, rect: Rect): void {
    const y0 = rect.y0 - tileY
    const y1 = rect.y1 - tileY
    const x0 = (rect.x0 - tileX) & ~3
    const lanes = (rect.x1 - tileX - x0 + 3) & ~3
    const from = y0 * TILE * 4
    const to = y1 * TILE * 4
    if (src) bytes.set(src.subarray(from, to), layIn + from)
    else bytes.fill(0, layIn + from, layIn + to)
    const seedX = tileX + (laying.seed & 15)
    const seedY = tileY + ((laying.seed >>> 4) & 15)
    const { grain, rim, opacity } = laying
    const height = grain.depth > 0 || grain.bite > 0 ? texture(grain.texture) : 0
    const mask = cell(tileX + x0, rect.y0)
    if (laying.kind === 'erase') {
      exports.layErase(
        layIn,
        layOut,
        mask,
        stride,
        x0,
        y0,
        lanes,
        y1 - y0,
        opacity,
        dither,
        seedX & 15,
        seedY & 15,
        height,
        tileX,
        tileY,
        grain.depth,
        grain.bite,
        rim,
      )
    } else {
      const run = layingRun(laying)
      const [r, g, b] = laying.colour
      run(
        layIn,
        layOut,
        mask,
        stride,
        x0,
        y0,
        lanes,
        y1 - y0,
        r,
        g,
        b,
        opacity,
        dither,
        seedX & 15,
        seedY & 15,
        height,
        tileX,
        tileY,
        grain.depth,
        grain.bite,
        rim,
      )
    }
    copyRows(layOut, out, { x0: rect.x0 - tileX, x1: rect.x1 - tileX, y0, y1 })
  }

  function layingRun({ kind, isInside }: Laying) {
    if (kind === 'behind') return exports.layBehind
    if (kind === 'glow') return isInside ? exports.layGlowInside : exports.layGlow
    if (kind === 'glaze') return isInside ? exports.layGlazeInside : exports.layGlaze
    return isInside ? exports.layInside : exports.layPaint
  }

  function copyRows(address: number, out: Tile, rect: Rect): void {
    if (rect.x0 === 0 && rect.x1 === TILE) {
      out.set(bytes.subarray(address + rect.y0 * TILE * 4, address + rect.y1 * TILE * 4), rect.y0 * TILE * 4)
      return
    }
    for (let y = rect.y0; y < rect.y1; y++) {
      const from = (y * TILE + rect.x0) * 4
      out.set(bytes.subarray(address + from, address + (y * TILE + rect.x1) * 4), from)
    }
  }

  function composite(layers: readonly LayerTile[], ground: Ground, out: Tile, rect: Rect): void {
    assert(layers.length <= COMPOSITE_LAYERS, `more than ${COMPOSITE_LAYERS} layers in one call`)
    const x0 = rect.x0 & ~3
    const lanes = (rect.x1 - x0 + 3) & ~3
    const rows = rect.y1 - rect.y0
    const from = rect.y0 * TILE * 4
    while (stack.length < layers.length) stack.push(reserve(TILE_BYTES))
    const entries = new DataView(memory.buffer, table, COMPOSITE_LAYERS * 8)
    layers.forEach(({ tile, opacity }, i) => {
      bytes.set(tile.subarray(from, rect.y1 * TILE * 4), stack[i]! + from)
      entries.setUint32(i * 8, stack[i]!, true)
      entries.setFloat32(i * 8 + 4, opacity / 255, true)
    })
    if (ground) {
      exports.compositeOnPaper(table, layers.length, layOut, x0, rect.y0, lanes, rows, ground[0], ground[1], ground[2])
    } else {
      exports.compositeOnClear(table, layers.length, layOut, x0, rect.y0, lanes, rows)
    }
    copyRows(layOut, out, rect)
  }

  const levels = reserve((GREATEST_DEPTH + 1) * LEVEL_BYTES)
  let commandsAt = 0
  let commandsRoom = 0

  function blend(commands: readonly DrawCommand[], ground: Ground, out: Tile, rect: Rect): void {
    if (commands.length > commandsRoom) {
      commandsRoom = 2 * commands.length
      commandsAt = reserve(commandsRoom * DOING_BYTES)
    }
    const x0 = rect.x0 & ~3
    const lanes = (rect.x1 - x0 + 3) & ~3
    const from = rect.y0 * TILE * 4
    let used = 0
    const put = (tile: Tile): number => {
      if (used === stack.length) stack.push(reserve(TILE_BYTES))
      const address = stack[used++]!
      bytes.set(tile.subarray(from, rect.y1 * TILE * 4), address + from)
      return address
    }
    // Room is made first: growing the memory would cut the table off.
    const rows = commands.map(command => {
      if (command.do === 'open') return [command.isOwn ? 1 : 2, 0, 0, 0, 0, 0, 0] as const
      const { mode, mask, opacity, isAtop } = command
      const shown = maskOf(mask, put)
      return command.do === 'tile'
        ? ([0, modeNumber(mode), put(command.tile), shown.address, shown.base, opacity / 255, isAtop ? 1 : 0] as const)
        : ([3, modeNumber(mode), 0, shown.address, shown.base, opacity, isAtop ? 1 : 0] as const)
    })
    closeAsOpened(commands, rows, writeCommand)
    const paper = ground ?? [0, 0, 0]
    exports.blendRows(
      commandsAt,
      commands.length,
      levels,
      layOut,
      x0,
      rect.y0,
      lanes,
      rect.y1 - rect.y0,
      ground ? 1 : 0,
      paper[0],
      paper[1],
      paper[2],
    )
    copyRows(layOut, out, rect)
  }

  function writeCommand(i: number, [what, mode, tile, mask, base, opacity, isAtop]: readonly number[]): void {
    const entry = new DataView(memory.buffer, commandsAt + i * DOING_BYTES, DOING_BYTES)
    entry.setUint32(0, what!, true)
    entry.setUint32(4, mode!, true)
    entry.setUint32(8, tile!, true)
    entry.setUint32(12, mask!, true)
    entry.setFloat32(16, base!, true)
    entry.setFloat32(20, opacity!, true)
    entry.setUint32(24, isAtop!, true)
  }

  // Pictures that are read from lie one after the other; when there is no more room all are forgotten.
  const places = reserve(READ_PLACES * 16)
  const readings = reserve(READ_PLACES * 16)
  const pictures = new Map<Pixels, number>()
  let picturesAt = 0
  let picturesTop = 0
  let picturesEnd = 0

  function addressOf(picture: Pixels): number {
    let address = pictures.get(picture)
    if (address === undefined) {
      const size = (picture.pixels.length + 31) & ~15
      if (picturesTop + size > picturesEnd) {
        pictures.clear()
        if (size > picturesEnd - picturesAt) {
          // Room for its smaller levels as well: together a third of it.
          const room = size + Math.ceil(size / 2)
          picturesAt = reserve(room)
          picturesEnd = picturesAt + room
        }
        picturesTop = picturesAt
      }
      address = picturesTop
      picturesTop += size
      bytes.set(picture.pixels, address)
      pictures.set(picture, address)
    }
    return address
  }

  function readPicture(picture: Pixels, xs: Float64Array, ys: Float64Array, count: number, out: Float32Array): void {
    assert(count <= READ_PLACES, `more than ${READ_PLACES} places in one call`)
    const address = addressOf(picture)
    new Float64Array(memory.buffer, places, count).set(count === xs.length ? xs : xs.subarray(0, count))
    new Float64Array(memory.buffer, places + READ_PLACES * 8, count).set(
      count === ys.length ? ys : ys.subarray(0, count),
    )
    exports.readPicture(address, picture.width, picture.height, places, places + READ_PLACES * 8, count, readings)
    out.set(new Float32Array(memory.buffer, readings, 4 * count))
  }

  const readStraight: Kernels['readStraight'] = (picture, [x, y, w], [dx, dy, dw], count, out) => {
    assert(count <= 4 * READ_PLACES, `more than ${4 * READ_PLACES} px in one call`)
    exports.readStraight(addressOf(picture), picture.width, picture.height, x, y, w, dx, dy, dw, count, readings)
    out.set(new Uint8Array(memory.buffer, readings, 4 * count))
  }

  function differ(tile: Tile, wanted: number, tolerance: number, differences: Uint8Array, same: Uint32Array): void {
    bytes.set(tile, layIn)
    exports.differ(layIn, TILE * TILE, wanted, tolerance, layOut, layOut + TILE * TILE)
    differences.set(bytes.subarray(layOut, layOut + TILE * TILE))
    same.set(new Uint32Array(memory.buffer, layOut + TILE * TILE, same.length))
  }

  let roomAt = 0
  let roomSize = 0

  /** Room for one call. At least twice as much as before when it grows: what was reserved is not given back. */
  function room(size: number): number {
    if (size > roomSize) {
      roomSize = Math.max(size, 2 * roomSize)
      roomAt = reserve(roomSize)
    }
    return roomAt
  }

  function resampleRows(width: number, taps: RowTaps, slots: number): RowSums {
    const { first, count: counts, weights, most, covered } = taps
    const count = first.length
    const sizes = [4 * width + 16, 16 * width, 16 * count, 4 * count, 4 * count, 4 * weights.length, 4 * count]
    const starts = sizes.map((_, i) => sizes.slice(0, i).reduce((sum, each) => sum + ((each + 15) & ~15), 0))
    const rowsFrom = starts[6]! + ((4 * count + 15) & ~15)
    const at = room(rowsFrom + 16 * count * slots)
    const [raw, row, sums, firstsAt, countsAt, weightsAt, coveredAt] = starts.map(each => at + each) as [
      number,
      number,
      number,
      number,
      number,
      number,
      number,
    ]
    const slotAt = (slot: number) => at + rowsFrom + 16 * count * slot
    new Int32Array(memory.buffer, firstsAt, count).set(first)
    new Int32Array(memory.buffer, countsAt, count).set(counts)
    new Float32Array(memory.buffer, weightsAt, weights.length).set(weights)
    new Float32Array(memory.buffer, coveredAt, count).set(covered)
    return {
      weigh(slot, pixels) {
        bytes.set(pixels, raw)
        exports.premultiplyRow(raw, row, width)
        exports.weighRow(row, slotAt(slot), firstsAt, countsAt, weightsAt, most, count)
      },
      sum(which, by, share, out) {
        bytes.fill(0, sums, sums + 16 * count)
        for (let i = 0; i < which.length; i++) exports.addRow(sums, slotAt(which[i]!), by[i]!, count)
        exports.finishRow(sums, coveredAt, share, count)
        out.set(new Float32Array(memory.buffer, sums, 4 * count))
      },
    }
  }

  function dilate(words: Uint32Array, stride: number, reach: readonly number[]): Uint32Array {
    const rows = words.length / stride
    const row = (stride * 4 + 15) & ~15
    const plane = row * rows
    const spare = 2 * (row + 32)
    const at = room(2 * plane + spare + reach.length * 4)
    const [from, to, rest] = [at, at + plane, at + 2 * plane]
    bytes.fill(0, from, rest + spare)
    for (let y = 0; y < rows; y++)
      new Uint32Array(memory.buffer, from + y * row, stride).set(words.subarray(y * stride, (y + 1) * stride))
    new Int32Array(memory.buffer, rest + spare, reach.length).set(reach)
    exports.dilate(from, to, row, rows, rest + spare, reach.length, rest)
    const out = new Uint32Array(words.length)
    for (let y = 0; y < rows; y++) out.set(new Uint32Array(memory.buffer, to + y * row, stride), y * stride)
    return out
  }

  function blurAcross(pixels: Uint16Array, width: number, rows: number, { radius, edge }: BlurBox): void {
    const size = pixels.length * 2
    const at = room(size + 16 * (width + 2 * (radius + 1)))
    new Uint16Array(memory.buffer, at, pixels.length).set(pixels)
    exports.blurAcross(at, width, rows, radius, edge, at + size)
    pixels.set(new Uint16Array(memory.buffer, at, pixels.length))
  }

  function blurDown(pixels: Uint16Array, width: number, rows: number, { radius, edge }: BlurBox): void {
    // Rows of an even number of px.
    const even = (width + 1) & ~1
    const size = even * rows * 8
    const at = room(2 * size + 24 * even)
    bytes.fill(0, at + 2 * size, at + 2 * size + 24 * even)
    if (even === width) new Uint16Array(memory.buffer, at, pixels.length).set(pixels)
    else
      for (let y = 0; y < rows; y++)
        new Uint16Array(memory.buffer, at + y * even * 8, 4 * even).set(
          pixels.subarray(4 * y * width, 4 * (y + 1) * width),
        )
    exports.blurDown(at, at + size, even, rows, radius, edge, at + 2 * size)
    if (even === width) pixels.set(new Uint16Array(memory.buffer, at + size, pixels.length))
    else
      for (let y = 0; y < rows; y++)
        pixels.set(new Uint16Array(memory.buffer, at + size + y * even * 8, 4 * width), 4 * y * width)
  }

  const premultiplied = () => room(TILE_BYTES * 2)

  function premultiply(tile: Tile, out: Uint16Array): void {
    const at = premultiplied()
    bytes.set(tile, layIn)
    exports.premultiply(layIn, at, TILE * TILE)
    out.set(new Uint16Array(memory.buffer, at, TILE_BYTES))
  }

  function unpremultiply(values: Uint16Array, out: Tile, tileX: number, tileY: number, seed: number): void {
    const at = premultiplied()
    new Uint16Array(memory.buffer, at, TILE_BYTES).set(values)
    exports.unpremultiply(at, layOut, TILE, dither, (tileX + (seed & 15)) & 15, (tileY + ((seed >>> 4) & 15)) & 15)
    out.set(bytes.subarray(layOut, layOut + TILE_BYTES))
  }

  function openMask(w: number, h: number): void {
    stride = (((w + 7) & ~7) + 2 * GUTTER) * 2
    width = w
    height = h
    const size = stride * h
    if (size > maskCapacity) {
      maskAddress = reserve(size)
      maskCapacity = size
    }
    bytes.fill(0, maskAddress, maskAddress + size)
  }

  return {
    name: 'simd',
    pictures: new Map(),
    openMask,
    fitMask(w, h) {
      if (w !== width || h !== height) openMask(w, h)
    },
    clearMask(rect) {
      for (let y = rect.y0; y < rect.y1; y++) bytes.fill(0, cell(rect.x0, y), cell(rect.x1, y))
    },
    writeMaskRow(x, y, values) {
      assert(x >= 0 && x + values.length <= width && y >= 0 && y < height, 'mask row lies off the sheet')
      new Uint16Array(memory.buffer, cell(x, y), values.length).set(values)
    },
    fillMaskRow(y, x0, x1) {
      assert(x0 >= 0 && x1 <= width && y >= 0 && y < height, 'mask row lies off the sheet')
      new Uint16Array(memory.buffer, cell(x0, y), x1 - x0).fill(FULL)
    },
    readMask(rect) {
      const w = rect.x1 - rect.x0
      const out = new Uint16Array(w * (rect.y1 - rect.y0))
      for (let y = rect.y0; y < rect.y1; y++) {
        out.set(new Uint16Array(memory.buffer, cell(rect.x0, y), w), (y - rect.y0) * w)
      }
      return out
    },
    makeDab,
    loadDab,
    dropDabs() {
      arenaTop = arena
      generation++
    },
    stamp,
    lay,
    composite,
    blend,
    readPicture,
    readStraight,
    resampleRows,
    differ,
    dilate,
    premultiply,
    unpremultiply,
    blurAcross,
    blurDown,
    halve(src, out, qx, qy, part) {
      assert(((part.x0 | part.y0 | part.x1 | part.y1) & 7) === 0, 'halving wants edges that are multiples of 8')
      bytes.set(src.subarray(part.y0 * TILE * 4, part.y1 * TILE * 4), layIn + part.y0 * TILE * 4)
      const width = (part.x1 - part.x0) / 2
      const rows = (part.y1 - part.y0) / 2
      exports.halve(layIn + (part.y0 * TILE + part.x0) * 4, TILE * 4, layOut, TILE * 4, width, rows)
      const corner = ((qy * TILE) / 2 + part.y0 / 2) * TILE + (qx * TILE) / 2 + part.x0 / 2
      for (let y = 0; y < rows; y++) {
        out.set(bytes.subarray(layOut + y * TILE * 4, layOut + (y * TILE + width) * 4), 4 * (corner + y * TILE))
      }
    },
  }
}

/** A mask's tile in the kernels' memory; address 0: no mask. */
function maskOf(mask: MaskTile | null, put: (tile: Tile) => number): { address: number; base: number } {
  if (!mask || (!mask.tile && mask.base === 1)) return { address: 0, base: 1 }
  return { address: put(mask.tile ?? CLEAR), base: mask.base }
}

const CLEAR: Tile = new Uint8Array(TILE_BYTES)

/** Writes the commands; a see-through group is closed otherwise than one of its own. */
function closeAsOpened(
  commands: readonly DrawCommand[],
  rows: readonly (readonly number[])[],
  write: (i: number, row: readonly number[]) => void,
): void {
  const open: boolean[] = []
  commands.forEach((command, i) => {
    const row = rows[i]!
    if (command.do === 'open') open.push(command.isOwn)
    write(i, command.do === 'close' && !open.pop() ? [4, ...row.slice(1)] : row)
  })
  assert(open.length === 0, 'a group was opened and not closed')
}
