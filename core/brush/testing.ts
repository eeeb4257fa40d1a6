import { seededRandom } from '../base'
import { loadKernels } from '../kernels'
import { flattenDrawing, layerAlpha, type Drawing, type Layer } from '../layers'
import { packSample } from './samples'
import { Stroke, type StrokeStyle } from './stroke'
import type { ToolSettings } from './settings'

/** A place of a hand: sheet px, pressure 0 … 1, ms since the place before. */
export interface HandPoint {
  readonly x: number
  readonly y: number
  readonly pressure?: number
  readonly wait?: number
}

const kernels = loadKernels()

/** A small sheet on which one stroke after the other is drawn. For tests. */
export class TrialSheet {
  drawing: Drawing
  readonly width: number
  readonly height: number

  constructor(width = 400, height = 300) {
    this.width = width
    this.height = height
    const layer: Layer = { id: 'a', name: 'a', visible: true, opacity: 100, tiles: new Map() }
    this.drawing = { sheet: { width, height, paper: [255, 255, 255] }, layers: [layer] }
  }

  stroke(tool: ToolSettings, points: readonly HandPoint[], style: Partial<Omit<StrokeStyle, 'tool'>> = {}): this {
    kernels.openMask(this.width, this.height)
    const stroke = new Stroke(kernels, this.drawing, this.drawing.layers[0]!, {
      tool,
      colour: [10, 20, 30],
      seed: 7,
      ...style,
    })
    stroke.extend(points.flatMap(({ x, y, pressure = 1, wait = 8 }) => packSample({ x, y, pressure, wait })))
    stroke.finish()
    this.drawing = stroke.lay()
    return this
  }

  /** 0 … 255, row-major. */
  get alpha(): Uint8Array {
    return layerAlpha(this.drawing, this.drawing.layers[0]!)
  }

  /** On white paper, RGBA8. */
  get picture(): Uint8Array {
    return flattenDrawing(kernels, this.drawing)
  }

  alphaAt(x: number, y: number): number {
    return this.alpha[y * this.width + x]!
  }

  /** Paint in the box, in px of full paint. */
  area(x0 = 0, y0 = 0, x1 = this.width, y1 = this.height): number {
    const { alpha } = this
    let sum = 0
    for (let y = y0; y < y1; y++) for (let x = x0; x < x1; x++) sum += alpha[y * this.width + x]! / 255
    return sum
  }

  /** Width of what is painted in a column, px of full paint. */
  widthAt(x: number): number {
    return this.area(x, 0, x + 1)
  }
}

/** A straight way in even steps. */
export function straight(
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  given: { steps?: number; pressure?: number; wait?: number } = {},
): HandPoint[] {
  const { steps = 40, pressure = 1, wait = 8 } = given
  return Array.from({ length: steps + 1 }, (_, i) => ({
    x: x0 + ((x1 - x0) * i) / steps,
    y: y0 + ((y1 - y0) * i) / steps,
    pressure,
    wait: i ? wait : 0,
  }))
}

/** A straight way drawn by a hand that trembles by up to `wobble` px. */
export function trembling(seed: number, wobble: number, points: readonly HandPoint[]): HandPoint[] {
  const random = seededRandom(seed)
  return points.map(point => ({
    ...point,
    x: point.x + random.between(-wobble, wobble),
    y: point.y + random.between(-wobble, wobble),
  }))
}
