import { z } from 'zod'
import { distanceOf, lengthOf, resample, type Point } from '../../geometry'
import { atMost, cantTell, limitOf, worse, type Evidence, type Found, type Measure, PAGE } from '../contract'
import { drawnFields } from './common'
import { drawnIn, type Drawn } from './paths'

const schema = z.strictObject({ measure: z.literal('ends-meet'), ...drawnFields })
type Settings = z.infer<typeof schema>

/**
 * Clear px between an end and the line that it should touch; and px that it goes beyond. A hand sees the first sooner.
 */
const SHORT = { gentle: 9, standard: 5, strict: 2 } as const
const BEYOND = { gentle: 40, standard: 24, strict: 10 } as const
/** An end farther from all other lines is meant to be free, share of the strokes' mean length. */
const FREE = 0.2
const LEAST_FREE = 30
/** Px from place to place. */
const STEP = 3

interface End {
  readonly at: Point
  readonly short: number
  readonly beyond: number
}

/** What each end of the strokes does: px of gap to the nearest other line, or px that it goes past it. */
function endsOf(strokes: readonly Drawn[]): End[] {
  const paths = strokes.map(({ points }) => resample(points, Math.max(4, Math.round(lengthOf(points) / STEP))))
  const mean = strokes.reduce((sum, { points }) => sum + lengthOf(points), 0) / strokes.length
  const free = Math.max(FREE * mean, LEAST_FREE)
  return paths.flatMap((path, i) =>
    [path, [...path].reverse()].flatMap((from): End[] => {
      const end = from[0]!
      /** How near the way of another stroke, or a far part of its own, comes to a place. */
      const nearest = (place: Point, along: number) => {
        let [best, width] = [Infinity, 0]
        paths.forEach((other, k) =>
          other.forEach((point, n) => {
            const isOwn = k === i && Math.abs((from === path ? n : path.length - 1 - n) - along) * STEP < free * 1.5
            if (isOwn) return
            const far = distanceOf(point, place)
            if (far < best) [best, width] = [far, strokes[k]!.width]
          }),
        )
        return { far: best, width }
      }
      const here = nearest(end, 0)
      if (here.far === Infinity) return []
      const half = (strokes[i]!.width + here.width) / 2
      // Past the other line: on the way back from the end it comes nearer, crosses, and goes away again.
      let crossing = -1
      let least = here.far
      for (let n = 1; n < from.length && n * STEP < free * 1.5; n++) {
        const { far } = nearest(from[n]!, n)
        if (far < least - 0.5 && far <= STEP) {
          ;[least, crossing] = [far, n]
          break
        }
        least = Math.min(least, far)
      }
      if (here.far > half && crossing > 0) return [{ at: end, short: 0, beyond: Math.max(crossing * STEP - half, 0) }]
      if (here.far - half > free) return []
      return [{ at: end, short: Math.max(here.far - half, 0), beyond: 0 }]
    }),
  )
}

function look(evidence: Evidence, { layer, what, target, tolerance }: Settings): Found {
  const strokes = drawnIn(evidence, layer, target)
  if (strokes.length === 0) return cantTell(`There is no line of ${what} yet.`)
  const ends = endsOf(strokes)
  if (ends.length === 0) return cantTell(`No ends of ${what} come near each other yet.`)
  const short = Math.max(...ends.map(end => end.short))
  const beyond = Math.max(...ends.map(end => end.beyond))
  const limits = {
    short: limitOf(tolerance, SHORT),
    beyond: typeof tolerance === 'number' ? BEYOND.standard : BEYOND[tolerance],
  }
  const verdict = worse(atMost(short, limits.short), atMost(beyond, limits.beyond))
  const figure = { value: Math.round(Math.max(short, beyond)), unit: 'px' }
  if (verdict === 'met') return { verdict, figure, sentence: `The ends of ${what} meet.`, marks: [] }
  const off = ends.filter(end => end.short > limits.short || end.beyond > limits.beyond)
  const marks = off.slice(0, 24).map(({ at, short: gap, beyond: over }) => {
    const px = Math.round(Math.max(gap, over))
    return {
      kind: 'ring' as const,
      x: Math.round(at.x),
      y: Math.round(at.y),
      radius: Math.max(px, 14),
      label: gap > over ? `${px} px short` : `${px} px beyond`,
    }
  })
  const many = off.length === 1 ? 'One end' : `${off.length} ends`
  const sentence =
    short / limits.short >= beyond / limits.beyond
      ? `${many} of ${what} ${off.length === 1 ? 'does' : 'do'} not meet: up to ${Math.round(short)} px are open.`
      : `${many} of ${what} ${off.length === 1 ? 'goes' : 'go'} beyond the corner, up to ${Math.round(beyond)} px.`
  return { verdict, figure, sentence, marks }
}

export const endsMeet: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.lines }) },
}
