import { toolSettings, type ToolName, type ToolSettings } from '#core/brush'
import { Engine, type Act, type Entry } from '#core/drawing'
import type { Kernels } from '#core/kernels'
import type { Sheet } from '#core/layers'
import { prepareStep, type Step } from '#core/plan'
import { drawBy, type Hand, type Point } from './hand'

type Colour = readonly [number, number, number]

/** Pause between two strokes, ms. */
const PAUSE_MS = 700

/** Someone at the Easel: opens steps, draws by hand, undoes. All goes through the real engine. */
export class Drawer {
  readonly engine: Engine
  private clock = 0
  private seed: number

  constructor(
    kernels: Kernels,
    sheet: Sheet,
    private readonly hand: Hand,
    seed: number,
  ) {
    this.engine = new Engine(kernels, sheet)
    this.seed = seed * 7919
  }

  get entries(): Entry[] {
    return this.engine.entries
  }

  wait(ms: number): void {
    this.clock += Math.round(ms)
  }

  open(step: Pick<Step, 'id' | 'layer' | 'dim'>): void {
    this.wait(4000)
    this.engine.add({ type: 'step', at: this.clock, step: step.id })
    for (const act of prepareStep(step as Step, this.engine.drawing)) {
      this.engine.add({ type: 'prepare', at: this.clock, act })
    }
  }

  stroke(
    layer: string,
    tool: ToolName | ToolSettings,
    colour: Colour,
    line: readonly Point[],
    hand: Partial<Hand> = {},
  ): void {
    const settings = typeof tool === 'string' ? toolSettings(tool) : tool
    const { samples, durationMs } = drawBy({ ...this.hand, ...hand }, line, this.nextSeed())
    this.wait(PAUSE_MS + durationMs)
    this.act({ kind: 'stroke', version: 2, layer, tool: settings, colour: [...colour], seed: this.nextSeed(), samples })
  }

  pour(layer: string, colour: Colour, x: number, y: number, grow = 2): void {
    this.wait(1500)
    this.act({
      kind: 'pour',
      version: 1,
      layer,
      x: Math.round(x),
      y: Math.round(y),
      colour: [...colour],
      tolerance: 40,
      borders: 'all',
      grow,
      seed: this.nextSeed(),
    })
  }

  look(layer: string, visible: boolean, opacity: number): void {
    this.wait(1200)
    this.act({ kind: 'layer-look', layer, visible, opacity })
  }

  undo(): void {
    this.wait(900)
    this.engine.add({ type: 'undo', at: this.clock })
  }

  /** Any other act, as it is. */
  act(act: Act): void {
    this.engine.add({ type: 'act', at: this.clock, act })
  }

  private nextSeed(): number {
    this.seed = (Math.imul(this.seed, 1664525) + 1013904223) >>> 0
    return this.seed
  }
}
