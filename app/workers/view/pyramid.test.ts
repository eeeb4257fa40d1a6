import { describe, expect, it, vi } from 'vitest'
import { seededRandom, type Rect } from '#core/base'
import { plainKernels, simdKernels, TILE, TILE_BYTES, type Tile } from '#core/kernels'
import { tileOrigin } from '#core/layers'
import { Pyramid, type LevelTile } from './pyramid'

const kernels = simdKernels()
// Five by three tiles, the last of them only partly on the sheet.
const sheet = { width: 4 * TILE + 77, height: 2 * TILE + 131, paper: [250, 249, 246] as const }
const BEYOND = [250, 249, 246, 255] as const

/** A picture that can be changed, and a pyramid over it. */
function world(beyond: readonly [number, number, number, number] = BEYOND) {
  const picture = new Uint32Array(sheet.width * sheet.height)
  const random = seededRandom(3)
  for (let i = 0; i < picture.length; i++) picture[i] = random.next()
  const flatten = vi.fn((number: number, part: Rect, out: Tile) => {
    const { x, y } = tileOrigin(sheet, number)
    const words = new Uint32Array(out.buffer)
    for (let py = part.y0; py < part.y1; py++) {
      words.set(picture.subarray(py * sheet.width + part.x0, py * sheet.width + part.x1), (py - y) * TILE + part.x0 - x)
    }
  })
  const pyramid = new Pyramid(kernels, sheet, flatten, beyond)
  const change = (rect: Rect) => {
    for (let y = rect.y0; y < rect.y1; y++) {
      for (let x = rect.x0; x < rect.x1; x++) picture[y * sheet.width + x] = random.next()
    }
    pyramid.invalidate(rect)
  }
  /** A pyramid as it should be, made afresh with the plain twins. */
  const afresh = () => new Pyramid(plainKernels(), sheet, flatten, beyond)
  return { pyramid, flatten, change, afresh }
}

const area = ({ x0, y0, x1, y1 }: Rect) => (x1 - x0) * (y1 - y0)
const same = (a: Uint8Array, b: Uint8Array) => {
  const x = new Uint32Array(a.buffer)
  const y = new Uint32Array(b.buffer)
  for (let i = 0; i < x.length; i++) if (x[i] !== y[i]) return false
  return true
}
const CHANGES: Rect[] = [
  { x0: 10, y0: 10, x1: 11, y1: 11 },
  { x0: 250, y0: 240, x1: 530, y1: 300 },
  { x0: sheet.width - 3, y0: sheet.height - 5, x1: sheet.width, y1: sheet.height },
  { x0: 0, y0: 511, x1: sheet.width, y1: 513 },
]

describe('the pyramid', () => {
  it('has as many tiles in a level as the level below needs', () => {
    const { pyramid } = world()
    expect([0, 1, 2, 3].map(level => pyramid.extent(level))).toEqual([
      { columns: 5, rows: 3 },
      { columns: 3, rows: 2 },
      { columns: 2, rows: 1 },
      { columns: 1, rows: 1 },
    ])
  })

  it.each([0, 1, 2, 3])('after changes shows at level %i what it would show if made afresh', level => {
    const { pyramid, change, afresh } = world()
    const { columns, rows } = pyramid.extent(level)
    const all = (visit: (column: number, row: number) => void) => {
      for (let row = 0; row < rows; row++) for (let column = 0; column < columns; column++) visit(column, row)
    }
    all((column, row) => pyramid.tile(level, column, row))
    for (const rect of CHANGES) {
      change(rect)
      const expected = afresh()
      all((column, row) =>
        expect(
          same(pyramid.tile(level, column, row).pixels, expected.tile(level, column, row).pixels),
          `${column}, ${row}`,
        ).toBe(true),
      )
    }
  })

  it('halves by the mean of four', () => {
    const { pyramid, afresh } = world()
    const full = pyramid.tile(0, 1, 1).pixels
    const half = pyramid.tile(1, 0, 0).pixels
    const mean = (x: number, y: number, c: number) =>
      [0, 4, TILE * 4, TILE * 4 + 4].reduce((sum, by) => sum + full[4 * (y * TILE + x) + by + c]!, 0) / 4
    for (const [x, y] of [
      [0, 0],
      [100, 40],
      [254, 254],
    ] as const) {
      for (let c = 0; c < 4; c++) {
        // Each mean of two is rounded up on a half: at most one too much.
        const off = half[4 * ((128 + y / 2) * TILE + 128 + x / 2) + c]! - mean(x, y, c)
        expect(off).toBeGreaterThanOrEqual(0)
        expect(off).toBeLessThanOrEqual(1)
      }
    }
    expect(same(half, afresh().tile(1, 0, 0).pixels)).toBe(true)
  })

  it('makes again only what changed, and says what that was', () => {
    const { pyramid, flatten, change } = world()
    for (const [column, row] of [
      [0, 0],
      [1, 0],
      [0, 1],
      [1, 1],
    ] as const)
      pyramid.tile(0, column, row)
    const before = pyramid.tile(1, 0, 0)
    const { version } = before
    flatten.mockClear()
    expect(pyramid.tile(1, 0, 0).version).toBe(version)
    expect(flatten).not.toHaveBeenCalled()
    change({ x0: 301, y0: 20, x1: 311, y1: 24 })
    const after = pyramid.tile(1, 0, 0)
    expect(after.version).toBe(version + 1)
    expect(flatten.mock.calls.map(([number, part]) => [number, area(part)])).toEqual([[1, 40]])
    // Sheet px 301 … 311, 20 … 24 are px 45 … 55 of the second tile: 40 … 56 on multiples of eight, then halved, then
    // one px round.
    expect(after.changed).toEqual({ x0: 128 + 20 - 1, y0: 8 - 1, x1: 128 + 28 + 1, y1: 12 + 1 })
  })

  it('keeps no full-size pixels for a smaller level, and makes them again when asked', () => {
    const { pyramid, flatten, change, afresh } = world()
    const kept = () =>
      [...(pyramid as unknown as { full: Map<number, LevelTile> }).full.values()].filter(tile => tile.pixels).length
    pyramid.tile(3, 0, 0)
    expect(kept()).toBe(0)
    pyramid.tile(0, 1, 1)
    pyramid.tile(0, 2, 1)
    expect(kept()).toBe(2)
    pyramid.letGo(1, 1)
    expect(kept()).toBe(1)
    pyramid.letGoOfFullSize()
    expect(kept()).toBe(0)
    change({ x0: 300, y0: 300, x1: 320, y1: 320 })
    flatten.mockClear()
    expect(same(pyramid.tile(0, 1, 1).pixels, afresh().tile(0, 1, 1).pixels)).toBe(true)
    expect(flatten).toHaveBeenCalled()
  })

  it('leaves what lies beyond a clear sheet clear', () => {
    const { pyramid } = world([0, 0, 0, 0])
    const { pixels } = pyramid.tile(0, 4, 2)
    const words = new Uint32Array(pixels.buffer, 0, TILE_BYTES / 4)
    expect(words[131 * TILE]).toBe(0)
    expect(words[77]).toBe(0)
    expect(words.subarray(0, 77).some(word => word !== 0)).toBe(true)
  })
})
