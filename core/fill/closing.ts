import type { Rect } from '../base'
import { bitAt, dilated, newBits, setRun, trim, type BitPlane } from '../raster'
import { runsOf } from './grow'
import { FLOODED } from './flood'

/**
 * What of a flooded region is left when gaps in its border are closed.
 *
 * The border is dilated by half the gap; the part that holds the seed is flooded again, and grown back by the same
 * disc: as no px of that part lies nearer to the border, its discs cross none. Corners that no disc reaches are
 * given back when nothing else lies behind them.
 *
 * @param plane cells that are FLOODED or not
 * @param box round the flooded cells
 * @param gap clear px between two ends of a line that count as closed
 * @returns bits over the box; all that is flooded when its parts are narrower than the gap
 */
export function closedRegion(plane: Uint8Array, width: number, box: Rect, x: number, y: number, gap: number): BitPlane {
  const open = newBits(box.x1 - box.x0, box.y1 - box.y0)
  for (let py = box.y0; py < box.y1; py++) {
    const runs = runsOf(plane, py * width, box, FLOODED)
    for (let i = 0; i < runs.length; i += 2) setRun(open, py - box.y0, runs[i]! - box.x0, runs[i + 1]! - box.x0)
  }
  return closedPart(open, x - box.x0, y - box.y0, gap)
}

/** The same over bits that are open. */
export function closedPart(open: BitPlane, x: number, y: number, gap: number): BitPlane {
  for (let closing = gap; closing > 0; closing = Math.floor(closing / 2)) {
    const radius = (closing + 1) / 2
    const core = without(open, dilated(inverted(open), radius))
    const start = nearestCore(open, core, x, y, Math.ceil(radius) * 2 + 2)
    if (!start) continue
    const own = floodBits(core, start.x, start.y)
    const grown = both(dilated(own, radius), open)
    return withPockets(open, grown, core, own)
  }
  return open
}

export function inverted(plane: BitPlane): BitPlane {
  const out: BitPlane = { ...plane, words: plane.words.map(word => ~word) }
  trim(out)
  return out
}

function both(a: BitPlane, b: BitPlane): BitPlane {
  return { ...a, words: a.words.map((word, i) => word & b.words[i]!) }
}

export function without(a: BitPlane, b: BitPlane): BitPlane {
  return { ...a, words: a.words.map((word, i) => word & ~b.words[i]!) }
}

/** The place of the core that is the fewest steps over open px away; null when none is within `reach` steps. */
function nearestCore(open: BitPlane, core: BitPlane, x: number, y: number, reach: number): { x: number, y: number } | null {
  if (bitAt(core, x, y)) return { x, y }
  const { width, height } = open
  const seen = new Set([y * width + x])
  let ring: number[] = [y * width + x]
  for (let step = 0; step < reach && ring.length; step++) {
    const next: number[] = []
    for (const at of ring) {
      const px = at % width
      const py = (at - px) / width
      for (const [nx, ny] of [[px - 1, py], [px + 1, py], [px, py - 1], [px, py + 1]] as const) {
        const i = ny * width + nx
        if (nx < 0 || ny < 0 || nx >= width || ny >= height || seen.has(i) || !bitAt(open, nx, ny)) continue
        if (bitAt(core, nx, ny)) return { x: nx, y: ny }
        seen.add(i)
        next.push(i)
      }
    }
    ring = next
  }
  return null
}

/** What hangs together with a set bit, four-connected. */
export function floodBits(plane: BitPlane, x: number, y: number): BitPlane {
  const out = newBits(plane.width, plane.height)
  floodRuns(plane, out, x, y, () => {})
  return out
}

/** The same run by run; `seen` gets what was reached, and is not gone into again. */
export function floodRuns(plane: BitPlane, seen: BitPlane, x: number, y: number, emit: (y: number, x0: number, x1: number) => void): void {
  if (!bitAt(plane, x, y)) return
  const runs = new BitRuns(plane)
  const stack = [x, y]
  while (stack.length) {
    const sy = stack.pop()!
    const sx = stack.pop()!
    if (bitAt(seen, sx, sy)) continue
    const x0 = runs.start(sx, sy)
    const x1 = runs.end(sx, sy)
    setRun(seen, sy, x0, x1)
    emit(sy, x0, x1)
    for (const ny of [sy - 1, sy + 1]) {
      if (ny < 0 || ny >= plane.height) continue
      for (let nx = runs.next(x0, x1, ny); nx < x1; nx = runs.next(runs.end(nx, ny), x1, ny)) if (!bitAt(seen, nx, ny)) stack.push(nx, ny)
    }
  }
}

/** Looks for the ends of runs of set bits, 32 at a time. */
export class BitRuns {
  constructor(private readonly plane: BitPlane) {}

  /** First bit of the run that holds a set bit. */
  start(x: number, y: number): number {
    const { stride, words } = this.plane
    const row = y * stride
    let word = x >>> 5
    // Clear bits at or below x in this word.
    let clear = ~words[row + word]! & (0xffffffff >>> (31 - (x & 31)))
    while (clear === 0) {
      if (word === 0) return 0
      word--
      clear = ~words[row + word]!
    }
    return word * 32 + 32 - Math.clz32(clear)
  }

  /** The bit after the run that holds a set bit. */
  end(x: number, y: number): number {
    const { stride, words, width } = this.plane
    const row = y * stride
    let word = x >>> 5
    let clear = ~words[row + word]! & (0xffffffff << (x & 31))
    while (clear === 0) {
      if (++word === stride) return width
      clear = ~words[row + word]!
    }
    return Math.min(word * 32 + 31 - Math.clz32(clear & -clear), width)
  }

  /** First set bit from x on, before `limit`; else `limit`. */
  next(x: number, limit: number, y: number): number {
    if (x >= limit) return limit
    const { stride, words } = this.plane
    const row = y * stride
    let word = x >>> 5
    let set = words[row + word]! & (0xffffffff << (x & 31))
    while (set === 0) {
      if (++word * 32 >= limit || word >= stride) return limit
      set = words[row + word]!
    }
    return Math.min(word * 32 + 31 - Math.clz32(set & -set), limit)
  }
}

/** The region with the open px beside it behind which there is no other core: corners that no disc reaches. */
function withPockets(open: BitPlane, region: BitPlane, core: BitPlane, own: BitPlane): BitPlane {
  const rest = without(open, region)
  const others = without(core, own)
  const out: BitPlane = { ...region, words: region.words.slice() }
  const seen = newBits(open.width, open.height)
  const runs = new BitRuns(rest)
  const other = new BitRuns(others)
  for (let y = 0; y < rest.height; y++) {
    for (let x = runs.next(0, rest.width, y); x < rest.width; x = runs.next(runs.end(x, y), rest.width, y)) {
      if (bitAt(seen, x, y)) continue
      const part: number[] = []
      let isBehind = false
      floodRuns(rest, seen, x, y, (py, x0, x1) => {
        part.push(py, x0, x1)
        isBehind ||= other.next(x0, x1, py) < x1
      })
      if (isBehind) continue
      for (let i = 0; i < part.length; i += 3) setRun(out, part[i]!, part[i + 1]!, part[i + 2]!)
    }
  }
  return out
}
