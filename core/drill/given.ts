import { packSample, toolSettings } from '../brush'
import type { Act } from '../drawing'
import type { Point } from '../geometry'
import { GIVEN, OWN } from './strokes'

/** What a drill lays out on its sheet: outlines with a plain pen, areas of one colour. */

type Rgb = readonly [number, number, number]

const PEN = toolSettings('ink-pen', { size: 7, taperIn: 0, taperOut: 0, pressureSize: 0, steadying: 0, hardness: 100 })
const BROAD = toolSettings('round-brush', {
  hardness: 100,
  pressureSize: 0,
  speedSize: 0,
  taperIn: 0,
  taperOut: 0,
  opacity: 100,
  steadying: 0,
  grain: { texture: 'cartridge', depth: 0, bite: 0 },
})

/** The layers of a drill: what is given at the bottom, what is drawn on it. */
export const LAYERS: readonly Act[] = [
  { kind: 'layer-add', layer: GIVEN, name: 'Given', place: 0 },
  { kind: 'layer-add', layer: OWN, name: 'Yours', place: 1 },
]

/** A line as it is given. */
export function drawn(points: readonly Point[], seed: number): Act {
  return { kind: 'stroke', version: 2, layer: GIVEN, tool: PEN, colour: [38, 42, 51], seed, samples: samplesOf(points) }
}

/** A straight stripe of one colour, as broad as `size`, where one's own paint goes. */
export function stripe(from: Point, to: Point, size: number, colour: Rgb, seed: number): Act {
  const points = Array.from({ length: 30 }, (_, i) => ({
    x: from.x + ((to.x - from.x) * i) / 29,
    y: from.y + ((to.y - from.y) * i) / 29,
  }))
  return {
    kind: 'stroke',
    version: 2,
    layer: OWN,
    tool: { ...BROAD, size },
    colour: [...colour],
    seed,
    samples: samplesOf(points),
  }
}

function samplesOf(points: readonly Point[]): number[] {
  return points.flatMap(({ x, y }, i) => packSample({ x, y, pressure: 0.7, wait: i ? 8 : 0 }))
}
