import { isEmptyRect, type Rect } from '#core/base'
import type { Engine } from '#core/drawing'
import type { Kernels, Tile } from '#core/kernels'
import { changedTiles, showTile, type Drawing } from '#core/layers'
import { SheetView } from '../view/sheet-view'

/** What grows under the hand: it is shown in its layer's place until it is an act. */
export interface Growing {
  readonly layer: { readonly id: string }
  readonly touched: { has(tile: number): boolean; parts(): { readonly part: Rect }[] }
  /** A tile of its layer with it; `part` is where the sheet ends on it. */
  preview(tile: number, part: Rect): Tile
}

/** What may be shown in the drawing's place. */
export interface Dressing {
  /** Instead of the drawing as it stands, tile by tile. */
  readonly shown: (drawing: Drawing) => Drawing
  /** With what lies under it. */
  readonly dressed: (shown: Drawing, tile: number) => Drawing
}

const BARE: Dressing = { shown: drawing => drawing, dressed: shown => shown }

/** A drawing's engine and the window that shows it: all that is shown goes through here. */
export class LiveSheet {
  readonly view: SheetView
  private growing: Growing | null = null

  constructor(
    readonly kernels: Kernels,
    private ownEngine: Engine,
    private readonly dressing: Dressing = BARE,
  ) {
    const { sheet } = ownEngine.drawing
    this.view = new SheetView(kernels, sheet, sheet.paper, (tile, part, out) => this.flatten(tile, part, out))
  }

  get engine(): Engine {
    return this.ownEngine
  }

  /** The drawing as it is shown. */
  get shown(): Drawing {
    return this.dressing.shown(this.engine.drawing)
  }

  /** Lays another drawing out in the same window. */
  lay(engine: Engine): void {
    this.ownEngine = engine
    this.growing = null
    const { sheet } = engine.drawing
    this.view.laySheet(sheet, sheet.paper)
  }

  /** Something grows from now on; null: nothing does. */
  grow(growing: Growing | null): void {
    this.growing = growing
  }

  /** What grew is gone: what it touched is shown as it is. */
  dropGrowing({ touched }: Growing): void {
    this.growing = null
    for (const { part } of touched.parts()) this.invalidate(part)
  }

  invalidate(rect: Rect): void {
    if (!isEmptyRect(rect)) this.view.invalidate(rect)
  }

  /** Does what changes the drawing, or what is shown of it, and shows the difference. */
  changing<T>(change: () => T): T {
    const before = this.shown
    try {
      return change()
    } finally {
      this.showChange(before)
    }
  }

  /** Shows what is different from before; another sheet is laid out anew. */
  private showChange(before: Drawing): void {
    const { shown, view } = this
    const { sheet } = shown
    const isOther =
      sheet !== before.sheet &&
      (sheet.width !== before.sheet.width || sheet.height !== before.sheet.height || sheet.paper !== before.sheet.paper)
    if (isOther) view.laySheet(sheet, sheet.paper)
    else view.invalidateTiles(changedTiles(before, shown))
  }

  private flatten(tile: number, part: Rect, out: Tile): void {
    const { growing } = this
    const standIn = growing?.touched.has(tile)
      ? { layer: growing.layer.id, tile: growing.preview(tile, part) }
      : undefined
    showTile(this.kernels, this.dressing.dressed(this.shown, tile), tile, part, out, standIn)
  }
}
