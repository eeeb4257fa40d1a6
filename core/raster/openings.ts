import type { Point } from '../base'

/** A plane with the squared distance of every cell to the nearest ink, px². */
export interface Distances {
  readonly width: number
  readonly height: number
  readonly distances: Float64Array
}

/** A place between two pieces of ink. */
export interface Opening {
  /** Cell number. */
  readonly at: number
  /** Distance to the nearest ink, px. */
  readonly tightness: number
  /** Clear px between the two. */
  readonly width: number
  readonly near: Point | null
  readonly far: Point | null
}

/** What lies on both sides of a cell. @param tightness its distance to the nearest ink, px */
export function openingAt(plane: Distances, at: number, tightness: number): Opening {
  const x = at % plane.width
  const y = Math.floor(at / plane.width)
  const near = nearestInk(plane, x, y, tightness + 2, () => true)
  // On the far side: more than 120° away from the near one, so that a bend in one line does not count.
  const far =
    near &&
    nearestInk(plane, x, y, tightness * 2 + 4, (px, py) => {
      const dot = (px - x) * (near.x - x) + (py - y) * (near.y - y)
      return dot < 0 && 4 * dot * dot > squaredDistance({ x: px, y: py }, { x, y }) * squaredDistance(near, { x, y })
    })
  const width =
    near && far
      ? Math.max(
          1,
          Math.round(Math.sqrt(squaredDistance(near, { x, y })) + Math.sqrt(squaredDistance(far, { x, y })) - 1),
        )
      : Math.round(4 * tightness + 4)
  return { at, tightness, width, near, far }
}

export function squaredDistance(a: Point, b: Point): number {
  return (a.x - b.x) * (a.x - b.x) + (a.y - b.y) * (a.y - b.y)
}

function nearestInk(plane: Distances, x: number, y: number, radius: number, wanted: (x: number, y: number) => boolean) {
  const reach = Math.ceil(radius)
  let best: { x: number; y: number } | null = null
  let least = radius * radius
  for (let py = Math.max(0, y - reach); py <= Math.min(plane.height - 1, y + reach); py++) {
    for (let px = Math.max(0, x - reach); px <= Math.min(plane.width - 1, x + reach); px++) {
      if (plane.distances[py * plane.width + px] !== 0 || !wanted(px, py)) continue
      const d = (px - x) * (px - x) + (py - y) * (py - y)
      if (d < least) {
        least = d
        best = { x: px, y: py }
      }
    }
  }
  return best
}

/** A greatest-first queue for keys of quarter-pixel steps. */
export class GreatestFirst {
  private readonly buckets: number[][] = []
  private readonly heads: number[] = []
  private top = -1

  constructor(greatest: number) {
    for (let i = 0; i <= Math.ceil(greatest * 4); i++) {
      this.buckets.push([])
      this.heads.push(0)
    }
  }

  push(item: number, key: number): void {
    const bucket = Math.min(Math.floor(key * 4), this.buckets.length - 1)
    this.buckets[bucket]!.push(item)
    if (bucket > this.top) this.top = bucket
  }

  /** Oldest first among equals, so that ways stay short. */
  pop(): number | null {
    while (this.top >= 0 && this.heads[this.top]! >= this.buckets[this.top]!.length) this.top--
    return this.top < 0 ? null : this.buckets[this.top]![this.heads[this.top]!++]!
  }
}
