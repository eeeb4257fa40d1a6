import { isEmptyRect, type Rect } from '#core/base'
import type { LiveStroke } from '#core/brush'
import { Engine, standingActs, type Act, type FreshStyle } from '#core/drawing'
import { drillResult, drillTask, OWN, type DrillName, type DrillResult, type Tried } from '#core/drill'
import { loadKernels, type Tile } from '#core/kernels'
import { changedTiles, showTile, type Drawing } from '#core/layers'
import { SheetView, type View } from '../view/sheet-view'

/** The sheet of a warm-up: drawn by the same engine, kept nowhere. */
export class DrillHost {
  private readonly kernels = loadKernels()
  private engine: Engine | null = null
  private view: SheetView | null = null
  private live: { stroke: LiveStroke; style: FreshStyle; samples: number[] } | null = null
  private clock = 0
  private drill: { name: DrillName; seed: number } | null = null

  /** Lays out a try; a sheet that is shown already is laid anew. */
  open(name: DrillName, seed: number): void {
    const task = drillTask(name, seed)
    this.drill = { name, seed }
    this.live = null
    const engine = new Engine(this.kernels, task.sheet)
    for (const act of task.given) engine.take({ type: 'prepare', at: 0, act })
    if (!engine.drawing.layers.some(each => each.id === OWN))
      engine.take({ type: 'prepare', at: 0, act: { kind: 'layer-add', layer: OWN, name: 'Yours', place: 99 } })
    this.engine = engine
    this.view ??= new SheetView(this.kernels, task.sheet, task.sheet.paper, (number, part, out) =>
      this.flatten(number, part, out),
    )
    this.view.laySheet(task.sheet, task.sheet.paper)
  }

  show(canvas: OffscreenCanvas): void {
    this.view?.show(canvas)
  }

  resize(width: number, height: number): void {
    this.view?.resize(width, height)
  }

  look(view: View): void {
    this.view?.look(view)
  }

  beginStroke(style: Omit<FreshStyle, 'seed'>, samples: readonly number[]): void {
    if (!this.engine) return
    this.endStroke()
    const whole = { ...style, seed: ++this.clock }
    this.live = { stroke: this.engine.beginStroke(OWN, whole, samples), style: whole, samples: [] }
    this.extendStroke(samples)
  }

  extendStroke(samples: readonly number[]): void {
    if (!this.live) return
    this.live.samples.push(...samples)
    this.invalidate(this.live.stroke.extend(samples))
  }

  endStroke(): void {
    const { live, engine } = this
    if (!live || !engine) return
    this.live = null
    this.invalidate(live.stroke.finish())
    engine.endStroke(
      live.stroke,
      { kind: 'stroke', version: 2, layer: OWN, ...live.style, samples: live.samples },
      ++this.clock,
    )
  }

  dropStroke(): void {
    const { live } = this
    if (!live) return
    this.live = null
    live.stroke.drop()
    for (const { part } of live.stroke.touched.parts()) this.view?.invalidate(part)
  }

  pour(x: number, y: number, colour: [number, number, number]): void {
    this.changing(engine =>
      engine.take({
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
    this.changing(engine => engine.canUndo && engine.take({ type: 'undo', at: ++this.clock }))
  }

  /** How it went. */
  score(set: Pick<Tried, 'mixed' | 'rungs'>): DrillResult {
    this.endStroke()
    const { engine, drill } = this
    return drillResult(drill!.name, drill!.seed, {
      drawing: engine!.drawing,
      acts: standingActs(engine!.entries),
      ...set,
    })
  }

  private changing(change: (engine: Engine) => void): void {
    const { engine } = this
    if (!engine) return
    this.endStroke()
    const before: Drawing = engine.drawing
    change(engine)
    this.view?.invalidateTiles(changedTiles(before, engine.drawing))
  }

  private flatten(number: number, part: Rect, out: Tile): void {
    const { live, engine } = this
    const standIn = live?.stroke.touched.has(number)
      ? { layer: OWN, tile: live.stroke.preview(number, part) }
      : undefined
    showTile(this.kernels, engine!.drawing, number, part, out, standIn)
  }

  private invalidate(rect: Rect): void {
    if (!isEmptyRect(rect)) this.view?.invalidate(rect)
  }
}
