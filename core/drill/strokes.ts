import { SAMPLE_FIELDS, toolSettings, unpackSample, type ToolName, type ToolSettings } from '../brush'
import { distanceOf, lengthOf, type Point } from '../geometry'
import type { Sheet } from '../layers'
import type { Mark } from '../lookfor'
import type { Answering, Tried } from './contract'

/** The sheet of every drill that is drawn, px. */
export const DRILL_SHEET: Sheet = { width: 960, height: 640, paper: [252, 250, 245] }
/** The layer that is drawn on, and that of what is given. */
export const OWN = 'own'
export const GIVEN = 'given'
/** Shorter strokes are slips, px. */
const LEAST_STROKE = 12

/** A stroke as it was drawn. */
export interface DrawnPath {
  readonly points: readonly Point[]
  /** 0 … 1, one a point. */
  readonly pressures: readonly number[]
}

/** The strokes that stand, slips left out, erasing as well. */
export function pathsOf({ acts }: Tried): DrawnPath[] {
  return acts.flatMap(({ act, prepared }) => {
    if (prepared || act.kind !== 'stroke' || act.version !== 2 || act.tool.effect === 'erase') return []
    const samples = Array.from({ length: act.samples.length / SAMPLE_FIELDS }, (_, i) => unpackSample(act.samples, i))
    const path = { points: samples.map(({ x, y }) => ({ x, y })), pressures: samples.map(each => each.pressure) }
    return lengthOf(path.points) >= LEAST_STROKE ? [path] : []
  })
}

/** Drawn with a pen. */
export function withTools(...tools: (ToolName | ToolSettings)[]): Extract<Answering, { by: 'strokes' }> {
  return {
    by: 'strokes',
    tools: tools.map(each => (typeof each === 'string' ? toolSettings(each) : each)),
    colour: [38, 42, 51],
  }
}

/** For each of the places the stroke that comes nearest to it by `off`, each stroke once; null where none is left. */
export function matched<T>(
  items: readonly T[],
  paths: readonly DrawnPath[],
  off: (item: T, path: DrawnPath) => number,
): (DrawnPath | null)[] {
  const pairs = items
    .flatMap((item, i) => paths.map((path, k) => ({ i, k, off: off(item, path) })))
    .sort((a, b) => a.off - b.off)
  const out: (DrawnPath | null)[] = items.map(() => null)
  const used = new Set<number>()
  for (const { i, k } of pairs) {
    if (out[i] || used.has(k)) continue
    out[i] = paths[k]!
    used.add(k)
  }
  return out
}

export function ringAt({ x, y }: Point, radius: number, label: string): Mark {
  return { kind: 'ring', x: Math.round(x), y: Math.round(y), radius: Math.max(radius, 12), label }
}

/** How far two ends of a stroke are from two places, whichever way round it was drawn; the sum, px. */
export function endsOff({ points }: DrawnPath, a: Point, b: Point): number {
  const [first, last] = [points[0]!, points[points.length - 1]!]
  return Math.min(distanceOf(first, a) + distanceOf(last, b), distanceOf(first, b) + distanceOf(last, a))
}

/** Points along an ellipse; angle in radians. */
export function ellipsePoints(x: number, y: number, rx: number, ry: number, angle = 0, count = 72): Point[] {
  return Array.from({ length: count + 1 }, (_, i) => {
    const t = (2 * Math.PI * i) / count
    const [u, v] = [rx * Math.cos(t), ry * Math.sin(t)]
    return { x: x + u * Math.cos(angle) - v * Math.sin(angle), y: y + u * Math.sin(angle) + v * Math.cos(angle) }
  })
}

export function mean(values: readonly number[]): number {
  return values.reduce((sum, each) => sum + each, 0) / Math.max(values.length, 1)
}
