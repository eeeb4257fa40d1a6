import { Engine, standingActs, type Act, type FreshStyle } from '#core/drawing'
import { drillResult, drillTask, OWN, type DrillName, type DrillResult, type Tried } from '#core/drill'
import { loadKernels } from '#core/kernels'
import { LiveSheet } from '../live/live-sheet'
import { Strokes } from '../live/strokes'
import type { View } from '../view/sheet-view'

/** The sheet of a warm-up: drawn by the same engine, kept nowhere. */
export class DrillHost {
  private readonly kernels = loadKernels()
  private laid: { readonly sheet: LiveSheet; readonly strokes: Strokes } | null = null
  private clock = 0
  private drill: { name: DrillName; seed: number } | null = null

  /** Lays out a try; a sheet that is shown already is laid anew. */
  open(name: DrillName, seed: number): void {
    const task = drillTask(name, seed)
    this.drill = { name, seed }
    const engine = new Engine(this.kernels, task.sheet)
    for (const act of task.given) engine.add({ type: 'prepare', at: 0, act })
    if (!engine.drawing.layers.some(each => each.id === OWN))
      engine.add({ type: 'prepare', at: 0, act: { kind: 'layer-add', layer: OWN, name: 'Yours', place: 99 } })
    this.laid?.strokes.drop()
    this.laid ??= this.layOut(engine)
    this.laid.sheet.lay(engine)
  }

  private layOut(engine: Engine): { sheet: LiveSheet; strokes: Strokes } {
    const sheet = new LiveSheet(this.kernels, engine)
    return { sheet, strokes: new Strokes(sheet, { at: () => ++this.clock }) }
  }

  show(canvas: OffscreenCanvas): void {
    this.laid?.sheet.view.show(canvas)
  }

  resize(width: number, height: number): void {
    this.laid?.sheet.view.resize(width, height)
  }

  look(view: View): void {
    this.laid?.sheet.view.look(view)
  }

  beginStroke(style: Omit<FreshStyle, 'seed'>, samples: readonly number[]): void {
    this.laid?.strokes.end()
    this.laid?.strokes.begin(OWN, { ...style, seed: ++this.clock }, samples, 0)
  }

  extendStroke(samples: readonly number[]): void {
    this.laid?.strokes.extend(samples, 0)
  }

  endStroke(): void {
    this.laid?.strokes.end()
  }

  dropStroke(): void {
    this.laid?.strokes.drop()
  }

  pour(x: number, y: number, colour: [number, number, number]): void {
    this.changing(engine =>
      engine.add({
        type: 'act',
        at: ++this.clock,
        act: {
          kind: 'pour',
          version: 1,
          layer: OWN,
          x: Math.max(Math.round(x), 0),
          y: Math.max(Math.round(y), 0),
          colour,
          tolerance: 40,
          borders: 'all',
          grow: 2,
          seed: 1,
        } satisfies Act,
      }),
    )
  }

  undo(): void {
    this.changing(engine => engine.canUndo && engine.add({ type: 'undo', at: ++this.clock }))
  }

  /** How it went. */
  score(set: Pick<Tried, 'mixed' | 'rungs'>): DrillResult {
    this.endStroke()
    const { name, seed } = this.drill!
    const { drawing, entries } = this.laid!.sheet.engine
    return drillResult(this.kernels, name, seed, {
      drawing,
      acts: standingActs(entries),
      ...set,
    })
  }

  private changing(change: (engine: Engine) => void): void {
    const { laid } = this
    if (!laid) return
    laid.strokes.end()
    laid.sheet.changing(() => change(laid.sheet.engine))
  }
}
