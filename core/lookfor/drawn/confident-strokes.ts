import { z } from 'zod'
import { distanceOf, lengthOf, resample, type Point } from '../../geometry'
import { atMost, cantTell, limitOf, type Evidence, type Found, type Measure } from '../contract'
import { drawnFields, pathMark, rounded } from './common'
import { drawnIn } from './paths'

const schema = z.strictObject({ measure: z.literal('confident-strokes'), ...drawnFields })
type Settings = z.infer<typeof schema>

/** Strokes that lie along each other, in the mean over the way. */
const ALONG = { gentle: 2.1, standard: 1.5, strict: 1.2 } as const
/** Px from place to place. */
const STEP = 8
/**
 * Strokes so near to each other, in widths and at least px, that run within so many radians the same way, go over the
 * same line.
 */
const NEAR_WIDTHS = 1.6
const NEAR_PX = 14
const SAME_DIRECTION = 0.5
/** Fewer px of line tell nothing. */
const LEAST = 120

interface Place extends Point {
  readonly stroke: number
  readonly direction: number
}

function look(evidence: Evidence, { layer, what, target, tolerance }: Settings): Found {
  const strokes = drawnIn(evidence, layer, target)
  const length = strokes.reduce((sum, { points }) => sum + lengthOf(points), 0)
  if (length < LEAST) return cantTell(`There is hardly any line of ${what} yet.`)
  const near = Math.max(NEAR_PX, NEAR_WIDTHS * Math.max(...strokes.map(({ width }) => width)))
  const places = strokes.flatMap(({ points }, stroke): Place[] => {
    const path = resample(points, Math.max(3, Math.round(lengthOf(points) / STEP)))
    return path.map((point, i) => {
      const [a, b] = [path[Math.max(i - 1, 0)]!, path[Math.min(i + 1, path.length - 1)]!]
      return { ...point, stroke, direction: Math.atan2(b.y - a.y, b.x - a.x) }
    })
  })
  const cells = new Map<string, Place[]>()
  const key = (x: number, y: number) => `${x},${y}`
  for (const place of places) {
    const at = key(Math.floor(place.x / near), Math.floor(place.y / near))
    const cell = cells.get(at)
    if (cell) cell.push(place)
    else cells.set(at, [place])
  }
  const others = (place: Place) => {
    const found = new Set<number>()
    const [cx, cy] = [Math.floor(place.x / near), Math.floor(place.y / near)]
    for (let dy = -1; dy <= 1; dy++) {
      for (let dx = -1; dx <= 1; dx++) {
        for (const other of cells.get(key(cx + dx, cy + dy)) ?? []) {
          const turn = Math.abs(Math.sin(other.direction - place.direction))
          if (other.stroke !== place.stroke && turn < Math.sin(SAME_DIRECTION) && distanceOf(other, place) <= near)
            found.add(other.stroke)
        }
      }
    }
    return found.size
  }
  // Each piece of way counts once: where n strokes lie along each other there are n places for it.
  let [pieces, worst, most] = [0, places[0]!, -1]
  for (const place of places) {
    const count = others(place)
    pieces += 1 / (count + 1)
    if (count > most) [worst, most] = [place, count]
  }
  const value = places.length / pieces
  const verdict = atMost(value, limitOf(tolerance, ALONG), 1.5)
  const figure = { value: rounded(value), unit: 'strokes along each other' }
  if (verdict === 'met')
    return {
      verdict,
      figure,
      sentence: `The line of ${what} is drawn in ${strokes.length === 1 ? 'one stroke' : 'clear strokes'}.`,
      marks: [],
    }
  const along = strokes.filter((_, stroke) =>
    places.some(place => place.stroke === stroke && distanceOf(place, worst) <= near),
  )
  return {
    verdict,
    figure,
    sentence: `${capitalCount(most + 1)} strokes lie along each other at ${what}. Try one long stroke; undo is free.`,
    marks: along.slice(0, 12).map(({ points }) => pathMark(points)),
  }
}

function capitalCount(count: number): string {
  return ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six'][count] ?? `${count}`
}

export const confidentStrokes: Measure<Settings> = {
  schema,
  look,
  onPaper: { untold: 'by how many strokes a line was drawn' },
}
