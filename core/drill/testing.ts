import { packSample, toolSettings, type ToolSettings } from '../brush'
import { applyAct, blankDrawing, type Act, type StandingAct } from '../drawing'
import type { Point } from '../geometry'
import { loadKernels } from '../kernels'
import type { Task, Tried } from './contract'
import { OWN } from './strokes'

/** Trying a drill through the real engine. */

const kernels = loadKernels()

export function strokeAct(
  points: readonly Point[],
  set: { tool?: ToolSettings; pressure?: (t: number) => number; colour?: readonly [number, number, number] } = {},
): Act {
  const { tool = toolSettings('ink-pen'), pressure = () => 0.6, colour = [38, 42, 51] } = set
  const last = Math.max(points.length - 1, 1)
  return {
    kind: 'stroke',
    version: 2,
    layer: OWN,
    tool,
    colour: [...colour],
    seed: 5,
    samples: points.flatMap(({ x, y }, i) => packSample({ x, y, pressure: pressure(i / last), wait: i ? 8 : 0 })),
  }
}

export function straight(a: Point, b: Point, count = 60): Point[] {
  return Array.from({ length: count }, (_, i) => ({
    x: a.x + ((b.x - a.x) * i) / (count - 1),
    y: a.y + ((b.y - a.y) * i) / (count - 1),
  }))
}

/** A drill's sheet with these acts on it. Strokes land on the own layer, which is there in any case. */
export function tried(task: Task, acts: readonly Act[], set: Pick<Tried, 'mixed' | 'rungs'> = {}): Tried {
  kernels.openMask(task.sheet.width, task.sheet.height)
  const given: Act[] = task.given.some(act => act.kind === 'layer-add' && act.layer === OWN)
    ? [...task.given]
    : [...task.given, { kind: 'layer-add', layer: OWN, name: 'Yours', place: 9 }]
  const standing = [
    ...given.map((act): StandingAct => ({ act, step: null, at: 0, prepared: true })),
    ...acts.map((act, i): StandingAct => ({ act, step: null, at: 1000 * i, prepared: false })),
  ]
  return {
    drawing: standing.reduce((drawing, { act }) => applyAct(kernels, drawing, act), blankDrawing(task.sheet)),
    acts: standing,
    ...set,
  }
}
