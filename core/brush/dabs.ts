import { DAB_ARENA_BYTES, FULL, dabBytes, type Dab, type DabSpec, type Kernels } from '../kernels'
import type { PathPoint } from './path'
import type { ToolSettings } from './settings'

/** Steps in which pressure changes the flow. */
const FLOW_STEPS = 128
/** Soft dabs from this radius on are placed on whole pixels: the difference can't be seen. */
const COARSE_RADIUS = 32
/** Dabs at least this hard keep quarter-pixel places at any size, or their edge would waver. */
const FINE_HARDNESS = 50
/** Least distance between dabs, px. */
const LEAST_SPACING = 0.5

/** Radii are rounded so that pressure does not ask for a new dab each time. px. */
function roundedRadius(radius: number): number {
  const steps = radius < 16 ? 8 : radius < 64 ? 4 : 1
  return Math.max(Math.round(radius * steps) / steps, 1 / 8)
}

const governed = (share: number, pressure: number) => 1 - share / 100 + (share / 100) * pressure

export function radiusAt(tool: ToolSettings, pressure: number): number {
  return roundedRadius((tool.size / 2) * governed(tool.pressureSize, pressure))
}

export function spacingAt(tool: ToolSettings, pressure: number): number {
  return Math.max(2 * radiusAt(tool, pressure) * (tool.spacing / 100), LEAST_SPACING)
}

/** Share of the tool's flow at a pressure, in {@link FLOW_STEPS}. */
function flowStepAt(tool: ToolSettings, pressure: number): number {
  return Math.round(governed(tool.pressureFlow, pressure) * FLOW_STEPS)
}

export interface PlacedDab {
  readonly dab: Dab
  /** Top left corner, whole sheet px. */
  readonly x: number
  readonly y: number
}

/** Gives the dab for each point of one tool's path. */
export type DabPlacer = (point: PathPoint) => PlacedDab

/** Radii are whole eighths of a pixel. */
const RADIUS_STEPS = 8

/** Makes dabs as they are asked for and keeps those of before. One for each set of kernels. */
export class DabBox {
  /** By what a tool gives all its dabs, then by radius, flow and phase in one number. */
  private readonly made = new Map<string, Map<number, Dab>>()
  private used = 0

  constructor(private readonly kernels: Kernels) {}

  placer(tool: ToolSettings): DabPlacer {
    const hardness = tool.hardness / 100
    const key = `${tool.hardness} ${tool.flow}`
    return (point) => {
      const radius = radiusAt(tool, point.pressure)
      const flowStep = flowStepAt(tool, point.pressure)
      const steps = radius >= COARSE_RADIUS && tool.hardness < FINE_HARDNESS ? 1 : 4
      const x = Math.round(point.x * steps) / steps
      const y = Math.round(point.y * steps) / steps
      const left = Math.floor(x)
      const top = Math.floor(y)
      const phaseX = (x - left) * 4
      const phaseY = (y - top) * 4
      const number = ((radius * RADIUS_STEPS * (FLOW_STEPS + 1) + flowStep) * 4 + phaseX) * 4 + phaseY
      const dab = this.made.get(key)?.get(number)
        ?? this.make(key, number, { radius, hardness, flow: Math.floor((tool.flow / 100) * (flowStep / FLOW_STEPS) * FULL), phaseX, phaseY })
      return { dab, x: left - dab.reach, y: top - dab.reach }
    }
  }

  private make(key: string, number: number, spec: DabSpec): Dab {
    const size = dabBytes(spec) + 16
    if (this.used + size > DAB_ARENA_BYTES) {
      this.kernels.dropDabs()
      this.made.clear()
      this.used = 0
    }
    const dab = this.kernels.makeDab(spec)
    this.used += size
    let own = this.made.get(key)
    if (!own) this.made.set(key, own = new Map())
    own.set(number, dab)
    return dab
  }
}

const boxes = new WeakMap<Kernels, DabBox>()

export function dabBoxOf(kernels: Kernels): DabBox {
  let box = boxes.get(kernels)
  if (!box) {
    box = new DabBox(kernels)
    boxes.set(kernels, box)
  }
  return box
}
