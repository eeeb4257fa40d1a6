import { seededRandom } from '../base'
import { packSample, toolSettings, type ToolSettings } from '../brush'
import type { Act, DrawingRecord, Entry } from '../drawing'

/** A small lesson drawn as a hand does: sketch, outline, pour, shade, with an undone stroke and pauses. */

export const LESSON_SHEET = { width: 480, height: 360, paper: [250, 249, 246] as [number, number, number] }

export const LESSON_TOOLS = {
  pencil: toolSettings('pencil', { size: 8 }),
  pen: toolSettings('ink-pen', { size: 6, taperIn: 0, taperOut: 0 }),
  soft: toolSettings('soft-brush', { size: 60, opacity: 80, flow: 30 }),
} as const

/** Writes a record as someone draws. */
export class Writer {
  readonly entries: Entry[] = []
  private clock = 0
  private readonly random = seededRandom(11)

  act(act: Act, pauseMs = 600): this {
    this.clock += pauseMs
    this.entries.push({ type: 'act', at: this.clock, act })
    return this
  }

  undo(): this {
    this.clock += 500
    this.entries.push({ type: 'undo', at: this.clock })
    return this
  }

  stroke(
    layer: string,
    tool: ToolSettings,
    colour: [number, number, number],
    points: readonly (readonly [number, number])[],
    pauseMs = 700,
  ): this {
    const samples = points.flatMap(([x, y], i) =>
      packSample({
        x: x + this.random.between(-0.6, 0.6),
        y: y + this.random.between(-0.6, 0.6),
        pressure: 0.6,
        wait: i ? 8 : 0,
      }),
    )
    this.clock += 8 * points.length
    return this.act(
      { kind: 'stroke', version: 2, layer, tool, colour, seed: this.entries.length + 1, samples },
      pauseMs,
    )
  }
}

export function ring(cx: number, cy: number, radius: number, turns = 1.02): [number, number][] {
  return Array.from({ length: 120 }, (_, i) => {
    const t = (2 * Math.PI * turns * i) / 119
    return [cx + radius * Math.cos(t), cy + radius * Math.sin(t)]
  })
}

export function line(x0: number, y0: number, x1: number, y1: number): [number, number][] {
  return Array.from({ length: 40 }, (_, i) => [x0 + ((x1 - x0) * i) / 39, y0 + ((y1 - y0) * i) / 39])
}

const GREY: [number, number, number] = [126, 140, 158]
const INK: [number, number, number] = [38, 42, 51]
const RED: [number, number, number] = [190, 70, 60]
const DARK: [number, number, number] = [90, 40, 60]

export function lessonRecord(): DrawingRecord {
  const { pencil, pen, soft } = LESSON_TOOLS
  const add = (layer: string, name: string, place: number): Act => ({ kind: 'layer-add', layer, name, place })
  const writer = new Writer()
    .act(add('a', 'Sketch', 0))
    .stroke('a', pencil, GREY, ring(240, 180, 118))
    .stroke('a', pencil, GREY, ring(242, 178, 122))
    .stroke('a', pencil, GREY, line(100, 300, 380, 300))
    .act(add('b', 'Lines', 1), 5000)
    .act({ kind: 'layer-look', layer: 'a', visible: true, opacity: 40 })
    .stroke('b', pen, INK, ring(240, 180, 90))
    .undo()
    .stroke('b', pen, INK, ring(240, 180, 120))
    .stroke('b', pen, INK, line(240, 60, 250, 30))
    .act(add('c', 'Colour', 1), 4000)
    .act(
      {
        kind: 'pour',
        version: 1,
        layer: 'c',
        x: 240,
        y: 180,
        colour: RED,
        tolerance: 40,
        borders: 'all',
        grow: 2,
        seed: 3,
      },
      1500,
    )
    .act(add('d', 'Shade', 2), 4000)
    .act({ kind: 'stack-set', item: 'd', set: { mode: 'multiply', clip: true } })
  for (let i = 0; i < 5; i++) writer.stroke('d', soft, DARK, line(290 + 8 * i, 250, 320, 130 + 5 * i))
  return { version: 1, sheet: LESSON_SHEET, entries: writer.entries }
}
