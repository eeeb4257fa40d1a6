import type { Rect } from '../base'
import { TILE } from '../kernels'
import type { BitPlane } from '../raster'
import type { Matcher } from './matcher'

/** The px beside a poured region that its colour creeps under, in no order. */
export interface Edges {
  readonly count: number
  readonly xs: Int32Array
  readonly ys: Int32Array
  /** How much of each is covered, 0 … 1. */
  readonly shares: Float64Array
}

/**
 * A line may get this much fainter, of 255, before it counts as its other side: paper grain and a wavering pressure.
 */
const WAVER = 24

export const NO_EDGES: Edges = { count: 0, xs: new Int32Array(0), ys: new Int32Array(0), shares: new Float64Array(0) }

/**
 * The px under the line round a region: those that lie within `grow` px of it and are reached going up to the line's
 * crest, not down its other side. So the smooth edge of a line is covered to its middle and a thin line is not
 * crossed; the last px are covered in part.
 *
 * @param region bits over the sheet, all of them open and inside `box`; px round it are settled as they are come to
 */
export function underTheLine(matcher: Matcher, region: BitPlane, box: Rect, grow: number): Edges {
  if (grow <= 0) return NO_EDGES
  const { width, height } = region
  const { tolerance } = matcher
  const farthest = (grow + 1) * (grow + 1)
  const columns = Math.ceil(width / TILE)
  const tiles: (Known | undefined)[] = []
  let tile: Known = { number: -1, differences: new Uint8Array(0), states: new Int32Array(0) }
  const reached: number[] = []
  rimOf(region, box, (x, y) => {
    enter(x, y)
    step(x, y, x, y, tile.differences[(y & 255) * TILE + (x & 255)]!)
  })
  // Those reached in a round are gone on from in the next.
  for (let round = 1, from = 0; round <= grow + 1; round++) {
    const end = reached.length
    for (; from < end; from++) {
      const x = reached[from]! % width
      const y = Math.floor(reached[from]! / width)
      enter(x, y)
      const state = tile.states[(y & 255) * TILE + (x & 255)]!
      step(x, y, x - acrossIn(state), y - downIn(state), state & 255)
    }
  }
  return shared()

  /** Makes the tile round a px the one that is looked at. */
  function enter(x: number, y: number): void {
    const number = (y >> 8) * columns + (x >> 8)
    if (tile.number !== number)
      tile = tiles[number] ??= {
        number,
        differences: matcher.differencesIn(number),
        states: new Int32Array(TILE * TILE),
      }
  }

  /** From a px of the tile that is looked at to those round it. */
  function step(x: number, y: number, sx: number, sy: number, crest: number): void {
    const isInside = ((x + 1) & 255) > 1 && ((y + 1) & 255) > 1 && x < width - 1 && y < height - 1
    for (let ny = y - 1; ny <= y + 1; ny++) {
      for (let nx = x - 1; nx <= x + 1; nx++) {
        const far = (nx - sx) * (nx - sx) + (ny - sy) * (ny - sy)
        if (far >= farthest) continue
        if (!isInside) {
          if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue
          enter(nx, ny)
        }
        const at = (ny & 255) * TILE + (nx & 255)
        const own = tile.differences[at]!
        if (own <= tolerance || own + WAVER < crest) continue
        const known = tile.states[at]!
        if (known !== 0 && farIn(known) <= far) continue
        if (known === 0) reached.push(ny * width + nx)
        tile.states[at] = stateFrom(nx - sx, ny - sy, own > crest ? own : crest)
      }
    }
  }

  function shared(): Edges {
    const edges = {
      count: 0,
      xs: new Int32Array(reached.length),
      ys: new Int32Array(reached.length),
      shares: new Float64Array(reached.length),
    }
    for (const i of reached) {
      const x = i % width
      const y = Math.floor(i / width)
      enter(x, y)
      const share = Math.min(grow + 1 - Math.sqrt(farIn(tile.states[(y & 255) * TILE + (x & 255)]!)), 1)
      if (share <= 0) continue
      edges.xs[edges.count] = x
      edges.ys[edges.count] = y
      edges.shares[edges.count++] = share
    }
    return edges
  }
}

/** What is known of a tile's px. */
interface Known {
  readonly number: number
  readonly differences: Uint8Array
  /** 0: not reached. */
  readonly states: Int32Array
}

// What is known of a reached px, in one number: how strong the line was on the way (8 bits), and where it comes from,
// the region's px nearest to it as far as known: px across and down, 5 bits each.
const stateFrom = (across: number, down: number, crest: number) => crest | ((across + 16) << 8) | ((down + 16) << 13)
const acrossIn = (state: number) => ((state >>> 8) & 31) - 16
const downIn = (state: number) => ((state >>> 13) & 31) - 16

/** Squared distance from there. */
function farIn(state: number): number {
  const across = acrossIn(state)
  const down = downIn(state)
  return across * across + down * down
}

/** Px of a region that have something else beside them, or the sheet's edge; row by row. */
function rimOf({ stride, words, height }: BitPlane, box: Rect, visit: (x: number, y: number) => void): void {
  const first = box.x0 >>> 5
  const last = (box.x1 - 1) >>> 5
  for (let y = box.y0; y < box.y1; y++) {
    for (let i = first; i <= last; i++) {
      const at = y * stride + i
      const own = words[at]!
      if (own === 0) continue
      const left = (own << 1) | (i > 0 ? words[at - 1]! >>> 31 : 0)
      const right = (own >>> 1) | (i + 1 < stride ? words[at + 1]! << 31 : 0)
      const above = y > 0 ? words[at - stride]! : 0
      const below = y + 1 < height ? words[at + stride]! : 0
      for (let rim = own & ~(left & right & above & below); rim !== 0; rim &= rim - 1)
        visit(32 * i + 31 - Math.clz32(rim & -rim), y)
    }
  }
}
