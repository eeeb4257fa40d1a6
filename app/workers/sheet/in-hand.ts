import { CoreError, type Rect } from '#core/base'
import type { Engine, MoveAct } from '#core/drawing'
import { flattenTile, paintable, withLayer, type Drawing } from '#core/layers'
import type { Kernels } from '#core/kernels'
import { destinationTrouble, paintBox, type Destination, type Lifted } from '#core/moving'
import { SUBPIXELS } from '#core/brush'
import type { Floating } from '../view/sheet-view'

/** A part of a layer that was taken hold of and has not been put down: it is only shown. */
export class PartInHand {
  private to: Destination

  private constructor(
    private readonly kernels: Kernels, private readonly drawing: Drawing, private readonly lifted: Lifted,
    private readonly leaves: boolean, start: Destination,
  ) {
    this.to = start
  }

  /** Takes hold of what is painted inside the selection, or of all the layer. Throws CoreError when there is nothing. */
  static take(kernels: Kernels, engine: Engine, layerId: string, leaves: boolean, to: Destination | null): PartInHand {
    const { drawing } = engine
    const layer = paintable(drawing, layerId)
    const box = layer && paintBox(drawing.sheet, layer, drawing.selection)
    if (!box) {
      const where = drawing.selection ? 'inside the selection' : 'on this layer'
      throw new CoreError('act-refused', `there is no paint ${where} to take hold of`, drawing.selection ? 'Choose the layer that the part is on, or select another place.' : 'Choose the layer that the part is on.')
    }
    const { x0, y0, x1, y1 } = box
    return new PartInHand(kernels, drawing, engine.lift(layerId, box, leaves), leaves, to ?? { kind: 'corners', points: [x0, y0, x1, y0, x1, y1, x0, y1] })
  }

  get box(): Rect {
    return this.lifted.box
  }

  /** Goes somewhere else. What nothing would be left of is not shown. */
  goTo(to: Destination): void {
    if (!destinationTrouble(this.box, to)) this.to = to
  }

  /** What lies under the part: the layers up to its own, without it. */
  get below(): Drawing {
    const { layers } = this.drawing
    const at = this.place
    // A part of a mask has nothing above or below it.
    if (at < 0) return withLayer(this.drawing, this.lifted.rest)
    return { ...this.drawing, layers: [...layers.slice(0, at), this.lifted.rest] }
  }

  get floating(): Floating {
    const { kernels, drawing } = this
    const { visible, opacity, mode = 'normal' } = this.lifted.layer
    const over = { ...drawing, layers: this.place < 0 ? [] : drawing.layers.slice(this.place + 1) }
    const isCovered = over.layers.some(layer => layer.visible && layer.tiles.size > 0)
    return {
      opacity: visible ? opacity / 100 : 0,
      mode,
      show: (view, wanted) => this.lifted.preview(this.to, view, wanted),
      above: isCovered ? (number, part, out) => flattenTile(kernels, over, number, part, null, out) : null,
    }
  }

  /** Putting it down where it is, as an act. */
  get act(): MoveAct {
    const { x0, y0, x1, y1 } = this.box
    return {
      kind: 'move', version: 1, layer: this.lifted.layer.id, box: [x0, y0, x1, y1], leaves: this.leaves,
      to: { ...this.to, points: this.to.points.map(value => Math.round(value * SUBPIXELS)) },
    } as MoveAct
  }

  private get place(): number {
    return this.drawing.layers.findIndex(layer => layer.id === this.lifted.layer.id)
  }
}
