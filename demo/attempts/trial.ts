import type { Random } from '#core/base'
import { toolSettings, type ToolName, type ToolSettings } from '#core/brush'
import { standingActs, type StandingAct } from '#core/drawing'
import type { Kernels } from '#core/kernels'
import type { Drawing } from '#core/layers'
import type { LookFor, MeasureName } from '#core/lookfor'
import { Drawer } from '../drawer'
import { BEGINNERS_HAND, curveThrough, type Hand, type Point } from '../hand'

export const SHEET = { width: 1000, height: 760, paper: [252, 250, 245] as [number, number, number] }
export type Colour = [number, number, number]

/** A sheet on which one attempt is drawn through the real engine: the bottom layer `colour`, over it `lines`. */
export class Trial {
  private readonly drawer: Drawer

  constructor(
    readonly kernels: Kernels,
    readonly random: Random,
  ) {
    const hand: Hand = {
      ...BEGINNERS_HAND,
      sway: random.between(2, 5),
      tremor: random.between(0.3, 0.9),
      speed: random.between(420, 900),
    }
    this.drawer = new Drawer(kernels, SHEET, hand, random.int(1, 1_000_000))
    for (const [place, id] of ['colour', 'lines'].entries())
      this.drawer.open({ id: 'now', layer: { id, name: id, place }, dim: [] })
  }

  get drawing(): Drawing {
    return this.drawer.engine.drawing
  }

  get acts(): StandingAct[] {
    return standingActs(this.drawer.entries)
  }

  layer(id: string, name: string, place: number): this {
    this.drawer.open({ id: 'now', layer: { id, name, place }, dim: [] })
    return this
  }

  /** Opens another step on the lines’ layer. */
  step(id: string): this {
    this.drawer.open({ id, layer: { id: 'lines', name: 'lines', place: 1 }, dim: [] })
    return this
  }

  line(
    points: readonly Point[],
    {
      layer = 'lines',
      tool = 'ink-pen',
      size = 8,
      colour = [30, 30, 34],
      hand = {},
    }: { layer?: string; tool?: ToolName; size?: number; colour?: Colour; hand?: Partial<Hand> } = {},
  ): this {
    this.drawer.stroke(layer, toolSettings(tool, { size }), colour, points, hand)
    return this
  }

  stroke(
    tool: ToolSettings,
    points: readonly Point[],
    {
      layer = 'colour',
      colour = [30, 30, 34],
      hand = {},
    }: { layer?: string; colour?: Colour; hand?: Partial<Hand> } = {},
  ): this {
    this.drawer.stroke(layer, tool, colour, points, hand)
    return this
  }

  /** A patch of flat colour with an outline as a hand makes it. */
  patch(outline: readonly Point[], colour: Colour, { layer = 'colour', wobble = 3 } = {}): this {
    const { random } = this
    const phase = random.between(0, 6)
    const [cx, cy] = middleOf(outline)
    const wobbled = outline.map(([x, y]): Point => {
      const angle = Math.atan2(y - cy, x - cx)
      const by = wobble * (Math.sin(3 * angle + phase) + 0.6 * Math.sin(7 * angle - 2 * phase))
      const far = Math.hypot(x - cx, y - cy) || 1
      return [x + (by * (x - cx)) / far, y + (by * (y - cy)) / far]
    })
    this.drawer.act({
      kind: 'shape',
      version: 1,
      layer,
      form: 'box',
      outline: wobbled.flat().map(value => Math.round(value * 16)),
      line: null,
      fill: { colour, opacity: 100 },
      seed: random.int(0, 1e9),
    })
    return this
  }

  act(act: Parameters<Drawer['act']>[0]): this {
    this.drawer.act(act)
    return this
  }

  colour(): Colour {
    return [this.random.int(60, 220), this.random.int(60, 220), this.random.int(60, 220)]
  }
}

export type Settings = LookFor['settings']
/**
 * Draws an attempt and says what was asked. Its fault: 0 none, up to `STILL_GOOD` a teacher would let it pass, from
 * `CLEAR` on no teacher would, 1 gross.
 */
export type Attempt = (trial: Trial, fault: number) => Settings
export const STILL_GOOD = 0.35
export const CLEAR = 0.65
export type Attempts = Partial<Record<MeasureName, Attempt>>

/**
 * A figure for a fault: from the first to the second of `good` while it is still good, between the two of `faulty`
 * where it is clear, evenly between in between.
 */
export function graded(fault: number, good: readonly [number, number], faulty: readonly [number, number]): number {
  const [[x0, y0], [x1, y1]] =
    fault < STILL_GOOD
      ? [
          [0, good[0]],
          [STILL_GOOD, good[1]],
        ]
      : fault < CLEAR
        ? [
            [STILL_GOOD, good[1]],
            [CLEAR, faulty[0]],
          ]
        : [
            [CLEAR, faulty[0]],
            [1, faulty[1]],
          ]
  return y0! + ((y1! - y0!) * (fault - x0!)) / (x1! - x0!)
}

export function middleOf(outline: readonly Point[]): Point {
  return [
    outline.reduce((sum, [x]) => sum + x, 0) / outline.length,
    outline.reduce((sum, [, y]) => sum + y, 0) / outline.length,
  ]
}

/** A way from a to b in points a few px apart. */
export function straightPath([ax, ay]: Point, [bx, by]: Point): Point[] {
  const count = Math.max(2, Math.ceil(Math.hypot(bx - ax, by - ay) / 4))
  return Array.from({ length: count + 1 }, (_, i): Point => [
    ax + ((bx - ax) * i) / count,
    ay + ((by - ay) * i) / count,
  ])
}

/** An ellipse, turned by radians, from one share of the way round to another. */
export function round(
  cx: number,
  cy: number,
  rx: number,
  ry: number,
  {
    from = 0,
    to = 1,
    turn = 0,
    bump = 0,
    lobes = 3,
  }: { from?: number; to?: number; turn?: number; bump?: number; lobes?: number } = {},
): Point[] {
  const count = Math.max(24, Math.ceil(Math.abs(to - from) * Math.max(rx, ry)))
  return Array.from({ length: count + 1 }, (_, i): Point => {
    const angle = 2 * Math.PI * (from + ((to - from) * i) / count)
    const by = 1 + bump * Math.sin(lobes * angle)
    const [u, v] = [rx * by * Math.cos(angle), ry * by * Math.sin(angle)]
    return [cx + u * Math.cos(turn) - v * Math.sin(turn), cy + u * Math.sin(turn) + v * Math.cos(turn)]
  })
}

export function box(x0: number, y0: number, x1: number, y1: number): number[] {
  return [x0, y0, x1, y0, x1, y1, x0, y1]
}
export function boxPoints(x0: number, y0: number, x1: number, y1: number): Point[] {
  return [
    ...straightPath([x0, y0], [x1, y0]),
    ...straightPath([x1, y0], [x1, y1]),
    ...straightPath([x1, y1], [x0, y1]),
    ...straightPath([x0, y1], [x0, y0]),
  ]
}

/** A closed blob, the same on both sides of an upright axis but for `odd`. */
export function vase(cx: number, cy: number, size: number, random: Random, odd: number): Point[] {
  const widths = [0.22, 0.5, 0.68, 0.45, 0.3, 0.42].map(width => width * random.between(0.85, 1.15))
  const heights = [-0.9, -0.5, 0, 0.4, 0.7, 0.95]
  const right = widths.map((width, i): Point => [cx + size * width, cy + size * heights[i]!])
  const left = widths
    .map((width, i): Point => [
      cx - size * width * (1 + odd * (i === 1 || i === 2 ? 1 : -0.4)),
      cy + size * heights[i]!,
    ])
    .reverse()
  return curveThrough([...right, ...left], true)
}
