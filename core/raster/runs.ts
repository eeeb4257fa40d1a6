import { bitAt, newBits, setRun, type BitPlane } from './bits'

/** What hangs together with a set bit, four-connected. */
export function floodBits(plane: BitPlane, x: number, y: number): BitPlane {
  const out = newBits(plane.width, plane.height)
  floodRuns(plane, out, x, y, () => {})
  return out
}

/** The same run by run; `seen` gets what was reached, and is not gone into again. */
export function floodRuns(
  plane: BitPlane,
  seen: BitPlane,
  x: number,
  y: number,
  emit: (y: number, x0: number, x1: number) => void,
): void {
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
      for (let nx = runs.next(x0, x1, ny); nx < x1; nx = runs.next(runs.end(nx, ny), x1, ny))
        if (!bitAt(seen, nx, ny)) stack.push(nx, ny)
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
