import { distanceOf, lengthOf, lerp, nearestOn, simplified, turned, type Point } from '../geometry'
import { LOOK, MOST_WAYS, MOST_WAY_PLACES, type Guide } from './schema'

export type WaysGuide = Extract<Guide, { kind: 'ways' }>

/** Places are kept to so many parts of a px. */
const PARTS = 10
/** Ways lose what no eye tells from them, px; more where they have too many places. */
const OFF = 0.3

/**
 * A guide along ways of any form, such as the lines of a drawing: simplified until they fit, the longest ones where
 * there are too many. `ways`: sheet px. Null: none of them is longer than a px.
 */
export function guideAlong(ways: readonly (readonly Point[])[], id: string): WaysGuide | null {
  const longest = ways
    .filter(way => lengthOf(way) >= 1)
    .sort((a, b) => lengthOf(b) - lengthOf(a))
    .slice(0, MOST_WAYS)
  if (longest.length === 0) return null
  let kept = longest.map(way => simplified(way, OFF))
  for (let off = 2 * OFF; placesOf(kept) > MOST_WAY_PLACES; off *= 2) kept = kept.map(way => simplified(way, off))
  const [xs, ys] = [kept.flatMap(way => way.map(({ x }) => x)), kept.flatMap(way => way.map(({ y }) => y))]
  const middleOf = (values: readonly number[]) =>
    rounded(values.reduce((a, b) => Math.min(a, b)) / 2 + values.reduce((a, b) => Math.max(a, b)) / 2)
  const middle = { x: middleOf(xs), y: middleOf(ys) }
  return {
    kind: 'ways',
    id,
    ...LOOK,
    isFollowed: true,
    middle,
    angle: 0,
    scale: 100,
    ways: kept.map(way => way.flatMap(({ x, y }) => [rounded(x - middle.x), rounded(y - middle.y)])),
  }
}

const placesOf = (ways: readonly (readonly Point[])[]) => ways.reduce((sum, way) => sum + way.length, 0)
const rounded = (value: number) => Math.round(value * PARTS) / PARTS

/** Where the ways of a guide lie on the sheet, px. */
export function waysOf({ ways, middle, angle, scale }: WaysGuide): Point[][] {
  const turn = (angle * Math.PI) / 180
  return ways.map(way =>
    Array.from({ length: way.length / 2 }, (_, i) =>
      turned({ x: middle.x + way[2 * i]!, y: middle.y + way[2 * i + 1]! }, middle, turn, scale / 100),
    ),
  )
}

/** A stroke takes hold of a way that its begin lies as near to, px on the screen. */
const TAKES_HOLD_PX = 28
/** A hand that goes so far, times, can't have left the stretch of the way that it was on. */
const REACH = 3
/** So much of the way is looked at before and after the last place at least, px on the screen. */
const LEAST_REACH_PX = 12
/** A way whose ends lie as near to each other is closed, px. */
const CLOSED = 1.5

interface Foot {
  readonly place: Point
  /** Where on the way, px from its begin. */
  readonly along: number
  readonly far: number
}

/** Holds a stroke to the way that it began at: each place goes to the nearest one on the same stretch of it. */
export class WayFollower {
  private along: number
  private last: Point
  private readonly isClosed: boolean

  private constructor(
    private readonly way: MeasuredWay,
    { along }: Foot,
    begin: Point,
    private readonly scale: number,
  ) {
    this.along = along
    this.last = begin
    this.isClosed = distanceOf(way.points[0]!, way.points.at(-1)!) <= CLOSED
  }

  /** Null: the stroke begins near none of the ways. `scale`: px on the screen for one of the sheet. */
  static at(guides: readonly Guide[], begin: Point, scale: number): WayFollower | null {
    const nearest = guides
      .filter(guide => guide.kind === 'ways')
      .filter(guide => guide.isFollowed)
      .flatMap(waysOf)
      .map(measured)
      .map(way => ({ way, foot: footOn(way, begin, 0, way.length)! }))
      .reduce<{ way: MeasuredWay; foot: Foot } | null>(
        (best, each) => (best && best.foot.far <= each.foot.far ? best : each),
        null,
      )
    if (!nearest || nearest.foot.far * scale > TAKES_HOLD_PX) return null
    return new WayFollower(nearest.way, nearest.foot, begin, scale)
  }

  place(at: Point): Point {
    const reach = Math.max(REACH * distanceOf(this.last, at), LEAST_REACH_PX / this.scale)
    const { along, way } = this
    const rounds = this.isClosed ? [0, -way.length, way.length] : [0]
    const foot = rounds
      .map(round => footOn(way, at, along - reach + round, along + reach + round))
      .filter(each => each !== null)
      .reduce((best, each) => (each.far < best.far ? each : best))
    this.along = foot.along
    this.last = at
    return foot.place
  }
}

interface MeasuredWay {
  readonly points: readonly Point[]
  /** How far each point lies along the way, px. */
  readonly starts: readonly number[]
  readonly length: number
}

function measured(points: readonly Point[]): MeasuredWay {
  const starts = [0]
  for (let i = 1; i < points.length; i++) starts.push(starts[i - 1]! + distanceOf(points[i - 1]!, points[i]!))
  return { points, starts, length: starts.at(-1)! }
}

/** The place of a way nearest to another one, between two places along it; null: nothing of it lies there. */
function footOn({ points, starts }: MeasuredWay, at: Point, from: number, to: number): Foot | null {
  let best: Foot | null = null
  for (let i = 1; i < points.length; i++) {
    const [start, end] = [starts[i - 1]!, starts[i]!]
    if (end < from || start > to || end === start) continue
    const [a, b] = [points[i - 1]!, points[i]!]
    const free = start + distanceOf(a, nearestOn(a, b, at))
    const along = Math.min(Math.max(free, from, start), to, end)
    const place = lerp(a, b, (along - start) / (end - start))
    const far = distanceOf(place, at)
    if (!best || far < best.far) best = { place, along, far }
  }
  return best
}
