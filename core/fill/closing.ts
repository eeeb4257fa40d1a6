import {
  bitAt,
  BitRuns,
  both,
  dilated,
  floodBits,
  floodRuns,
  inverted,
  newBits,
  setRun,
  without,
  type BitPlane,
} from '../raster'
import type { Kernels } from '../kernels'

/**
 * What of a region is left when gaps in its border are closed.
 *
 * The border is dilated by half the gap; the part that holds the seed is flooded again, and grown back by the same
 * disc: as no px of that part lies nearer to the border, its discs cross none. Corners that no disc reaches are
 * given back when nothing else lies behind them.
 *
 * @param open what hangs together with the seed
 * @param gap clear px between two ends of a line that count as closed
 * @returns all that is open when its parts are narrower than the gap
 */
export function closedPart(kernels: Kernels, open: BitPlane, x: number, y: number, gap: number): BitPlane {
  for (let closing = gap; closing > 0; closing = Math.floor(closing / 2)) {
    const radius = (closing + 1) / 2
    const core = without(open, dilated(kernels, inverted(open), radius))
    const start = nearestCore(open, core, x, y, Math.ceil(radius) * 2 + 2)
    if (!start) continue
    const own = floodBits(core, start.x, start.y)
    const grown = both(dilated(kernels, own, radius), open)
    return withPockets(open, grown, core, own)
  }
  return open
}

/** The place of the core that is the fewest steps over open px away; null when none is within `reach` steps. */
function nearestCore(
  open: BitPlane,
  core: BitPlane,
  x: number,
  y: number,
  reach: number,
): { x: number; y: number } | null {
  if (bitAt(core, x, y)) return { x, y }
  const { width, height } = open
  const seen = new Set([y * width + x])
  let ring: number[] = [y * width + x]
  for (let step = 0; step < reach && ring.length; step++) {
    const next: number[] = []
    for (const at of ring) {
      const px = at % width
      const py = (at - px) / width
      for (const [nx, ny] of [
        [px - 1, py],
        [px + 1, py],
        [px, py - 1],
        [px, py + 1],
      ] as const) {
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
