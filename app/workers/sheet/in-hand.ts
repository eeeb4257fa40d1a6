import { CoreError, unionRect, type Rect } from '#core/base'
import {
  applyAct,
  requirePicture,
  requireUnlocked,
  type BringInAct,
  type Engine,
  type MoveAct,
  type MoveLayersAct,
  type PictureName,
} from '#core/drawing'
import { flattenTile, paintable, tilesUnder, withLayer, type Drawing } from '#core/layers'
import { TILE_BYTES, type Kernels, type Tile } from '#core/kernels'
import { Brought, destinationTrouble, Lifted, paintBox, type Destination } from '#core/moving'
import { alignedBy, type Alignment } from '#core/parts'
import { SUBPIXELS } from '#core/brush'
import type { Floating } from '../view/sheet-view'

/** Something that was taken hold of and has not been put down: it is only shown. */
export interface InHand {
  readonly box: Rect
  goTo(to: Destination): void
  /** What lies under it: the layers up to its own, without it. */
  readonly below: Drawing
  readonly floating: Floating
  /** Putting it down where it is, as an act. */
  readonly act: MoveAct | MoveLayersAct | BringInAct
}

/** Where a picture comes onto: a layer, which may be made for it. */
export type BroughtOnto = Pick<BringInAct, 'layer' | 'own'>

/** A part of a layer, or a picture that comes onto one. */
export class PartInHand implements InHand {
  private to: Destination

  private constructor(
    private readonly kernels: Kernels,
    private readonly drawing: Drawing,
    private readonly lifted: Lifted | Brought,
    private readonly actTo: (to: MoveAct['to']) => MoveAct | BringInAct,
    start: Destination,
  ) {
    this.to = start
  }

  /** A picture that is brought in. Throws CoreError when it is not here, or there is no such layer. */
  static bring(
    kernels: Kernels,
    { drawing: before }: Engine,
    picture: PictureName,
    { layer, own }: BroughtOnto,
    to: Destination,
  ): PartInHand {
    const drawing = own ? applyAct(kernels, before, { kind: 'layer-add', layer, ...own }) : before
    const brought = new Brought(
      kernels,
      drawing.sheet,
      requireUnlocked(drawing, layer),
      requirePicture(kernels, picture),
      drawing.selection,
    )
    return new PartInHand(
      kernels,
      drawing,
      brought,
      goal => ({ kind: 'bring-in', version: 1, layer, ...(own && { own }), picture, to: goal }),
      to,
    )
  }

  /**
   * Takes hold of what is painted inside the selection, or of all the layer. Throws CoreError when there is nothing.
   */
  static take(kernels: Kernels, engine: Engine, layerId: string, leaves: boolean, to: Destination | null): PartInHand {
    const { drawing } = engine
    const layer = paintable(drawing, layerId)
    const box = layer && paintBox(drawing.sheet, layer, drawing.selection)
    if (!box) {
      const where = drawing.selection ? 'inside the selection' : 'on this layer'
      throw new CoreError(
        'act-refused',
        `there is no paint ${where} to take hold of`,
        drawing.selection
          ? 'Choose the layer that the part is on, or select another place.'
          : 'Choose the layer that the part is on.',
      )
    }
    const { x0, y0, x1, y1 } = box
    return new PartInHand(
      kernels,
      drawing,
      engine.lift(layerId, box, leaves),
      goal => ({ kind: 'move', version: 2, layer: layerId, box: [x0, y0, x1, y1], leaves, to: goal }),
      to ?? { kind: 'corners', points: [x0, y0, x1, y0, x1, y1, x0, y1] },
    )
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
  get act(): MoveAct | BringInAct {
    return this.actTo({
      ...this.to,
      points: this.to.points.map(value => Math.round(value * SUBPIXELS)),
    } as MoveAct['to'])
  }

  private get place(): number {
    return this.drawing.layers.findIndex(layer => layer.id === this.lifted.layer.id)
  }
}

/** Parts of several layers, or a group, as one: shown as they look together, moved each by itself. */
export class LayersInHand implements InHand {
  private to: Destination

  private constructor(
    private readonly kernels: Kernels,
    private readonly drawing: Drawing,
    private readonly parts: readonly Lifted[],
    private readonly together: Lifted,
    private readonly leaves: boolean,
    start: Destination,
  ) {
    this.to = start
  }

  /**
   * Takes hold of what is painted on these layers, inside the selection if there is one. Throws CoreError when there is
   * nothing.
   */
  static take(
    kernels: Kernels,
    engine: Engine,
    ids: readonly string[],
    leaves: boolean,
    to: Destination | null,
  ): LayersInHand {
    const { drawing } = engine
    const { sheet, selection } = drawing
    const found = paintedOf(drawing, ids, selection)
    const [first] = found
    if (!first)
      throw new CoreError(
        'act-refused',
        'there is no paint on these layers to take hold of',
        'Choose layers that hold some.',
      )
    const box = found.map(each => each.box).reduce(unionRect)
    const tiles = new Map<number, Tile>()
    const shown = { ...drawing, layers: drawing.layers.filter(each => found.some(({ layer }) => layer.id === each.id)) }
    for (const { number, part } of tilesUnder(sheet, box)) {
      const tile = new Uint8Array(TILE_BYTES)
      flattenTile(kernels, shown, number, part, null, tile)
      tiles.set(number, tile)
    }
    const together = new Lifted(
      kernels,
      sheet,
      { id: '', name: '', visible: true, opacity: 100, tiles },
      box,
      selection,
      true,
    )
    const { x0, y0, x1, y1 } = box
    return new LayersInHand(
      kernels,
      drawing,
      found.map(({ layer }) => engine.lift(layer.id, box, leaves)),
      together,
      leaves,
      to ?? { kind: 'corners', points: [x0, y0, x1, y0, x1, y1, x0, y1] },
    )
  }

  get box(): Rect {
    return this.together.box
  }

  goTo(to: Destination): void {
    if (!destinationTrouble(this.box, to)) this.to = to
  }

  get below(): Drawing {
    const rests = new Map(this.parts.map(each => [each.layer.id, each.rest]))
    return {
      ...this.drawing,
      layers: this.drawing.layers.slice(0, this.top + 1).map(each => rests.get(each.id) ?? each),
    }
  }

  get floating(): Floating {
    const { kernels, drawing } = this
    const over = { ...drawing, layers: drawing.layers.slice(this.top + 1) }
    const isCovered = over.layers.some(layer => layer.visible && layer.tiles.size > 0)
    return {
      opacity: 1,
      mode: 'normal',
      show: (view, wanted) => this.together.preview(this.to, view, wanted),
      above: isCovered ? (number, part, out) => flattenTile(kernels, over, number, part, null, out) : null,
    }
  }

  get act(): MoveLayersAct {
    const { x0, y0, x1, y1 } = this.box
    const to = { ...this.to, points: this.to.points.map(value => Math.round(value * SUBPIXELS)) } as MoveAct['to']
    return {
      kind: 'move-layers',
      version: 2,
      leaves: this.leaves,
      parts: this.parts.map(({ layer }) => ({ layer: layer.id, box: [x0, y0, x1, y1], to })),
    }
  }

  /** The topmost of them. */
  private get top(): number {
    return this.drawing.layers.findLastIndex(layer => this.parts.some(each => each.layer.id === layer.id))
  }
}

/** Those of the layers that hold paint, and where, inside the selection if one is given. */
function paintedOf({ sheet, layers }: Drawing, ids: readonly string[], selection: Drawing['selection']) {
  return layers
    .filter(each => ids.includes(each.id))
    .flatMap(layer => {
      const box = paintBox(sheet, layer, selection)
      return box ? [{ layer, box }] : []
    })
}

/**
 * Layers brought into line with one another, or on the sheet, each by what is painted on it; null where nothing would
 * move.
 */
export function alignedLayers(
  drawing: Drawing,
  ids: readonly string[],
  how: Alignment,
  isOnSheet: boolean,
): MoveLayersAct | null {
  const { sheet } = drawing
  const found = paintedOf(drawing, ids, undefined)
  if (found.length === 0) return null
  const within = isOnSheet
    ? { x0: 0, y0: 0, x1: sheet.width, y1: sheet.height }
    : found.map(each => each.box).reduce(unionRect)
  const parts = found.flatMap(({ layer, box: { x0, y0, x1, y1 } }) => {
    const { dx, dy } = alignedBy({ x0, y0, x1, y1 }, within, how)
    if (dx === 0 && dy === 0) return []
    const to = {
      kind: 'corners' as const,
      points: [x0 + dx, y0 + dy, x1 + dx, y0 + dy, x1 + dx, y1 + dy, x0 + dx, y1 + dy].map(value =>
        Math.round(value * SUBPIXELS),
      ),
    }
    return [{ layer: layer.id, box: [x0, y0, x1, y1] as [number, number, number, number], to }]
  })
  return parts.length ? { kind: 'move-layers', version: 2, leaves: false, parts } : null
}
