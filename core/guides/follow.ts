import type { Point } from '../base'
import type { Guide } from './schema'
import { WayFollower } from './ways'

/** How far the hand goes before it is clear which way it means, px on the screen. */
const DECIDE_PX = 9

/** A stroke that goes farther than this from what squares and thirds offer is meant as it goes, radians. */
const DIAGONAL = (25 * Math.PI) / 180

/** Directions (radians) that a stroke may take from a place along the guides that are followed. Empty: it is free. */
export function directionsAt(guides: readonly Guide[], { x, y }: Point): number[] {
  return guides
    .filter(guide => guide.isFollowed)
    .flatMap(guide => {
      switch (guide.kind) {
        case 'grid':
        case 'thirds':
          return [0, Math.PI / 2]
        case 'isometric':
          return [30, 90, 150].map(degrees => (degrees * Math.PI) / 180)
        case 'perspective': {
          const toPoints = guide.points
            .filter(point => Math.hypot(point.x - x, point.y - y) > 1)
            .map(point => Math.atan2(point.y - y, point.x - x))
          // What goes to no vanishing point is upright; with one point, level as well.
          const others = guide.points.length === 3 ? [] : guide.points.length === 2 ? [Math.PI / 2] : [0, Math.PI / 2]
          return [...toPoints, ...others]
        }
        // These repeat a stroke and leave its way free.
        case 'mirror':
        case 'spokes':
          return []
        // Held to by whoever begins near one.
        case 'ways':
          return []
      }
    })
}

/**
 * Holds one stroke to the guides that are followed: along the way that it begins near, else from where it begins
 * along the direction that comes nearest to the hand's. `scale`: px on the screen for one of the sheet.
 */
export class Follower {
  private direction: number | null = null
  private start: Point
  private readonly way: WayFollower | null
  /** Whether the stroke goes as the hand does: nothing is followed, or it was drawn across the squares. */
  isFree: boolean

  constructor(
    private readonly guides: readonly Guide[],
    begin: Point,
    private readonly scale: number,
  ) {
    this.start = begin
    this.way = WayFollower.at(guides, begin, scale)
    this.isFree = !this.way && directionsAt(guides, begin).length === 0
  }

  /** The place that the stroke goes to; null while it is not clear yet which way the hand means. */
  place(at: Point): Point | null {
    if (this.isFree) return at
    if (this.way) return this.way.place(at)
    const dx = at.x - this.start.x
    const dy = at.y - this.start.y
    if (this.direction === null) {
      if (Math.hypot(dx, dy) * this.scale < DECIDE_PX) return null
      const hand = Math.atan2(dy, dx)
      const apart = (direction: number) => Math.abs(Math.sin(direction - hand))
      this.direction = directionsAt(this.guides, this.start).reduce((best, each) =>
        apart(each) < apart(best) ? each : best,
      )
      const isSquare = this.guides.every(
        each => !each.isFollowed || (each.kind !== 'isometric' && each.kind !== 'perspective'),
      )
      if (isSquare && apart(this.direction) > Math.sin(DIAGONAL)) {
        this.isFree = true
        return at
      }
      this.start = onSquares(this.guides, this.start, this.direction)
    }
    const c = Math.cos(this.direction)
    const s = Math.sin(this.direction)
    const along = (at.x - this.start.x) * c + (at.y - this.start.y) * s
    return { x: this.start.x + along * c, y: this.start.y + along * s }
  }
}

/** Where a stroke along squares begins: on the line of theirs that lies nearest and goes its way. */
function onSquares(guides: readonly Guide[], start: Point, direction: number): Point {
  const grid = guides.find((each): each is Extract<Guide, { kind: 'grid' }> => each.kind === 'grid' && each.isFollowed)
  const isLevel = Math.abs(Math.sin(direction)) < 1e-9
  const isUpright = Math.abs(Math.cos(direction)) < 1e-9
  if (!grid || (!isLevel && !isUpright)) return start
  const nearest = (value: number, offset: number) => offset + Math.round((value - offset) / grid.spacing) * grid.spacing
  return isLevel ? { x: start.x, y: nearest(start.y, grid.offsetY) } : { x: nearest(start.x, grid.offsetX), y: start.y }
}
