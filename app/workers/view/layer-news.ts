import type { Tile } from '#core/kernels'
import { layerThumbnail, type Drawing } from '#core/layers'

/** A layer as the stack shows it. */
export interface LayerNote {
  readonly id: string
  readonly name: string
  readonly visible: boolean
  /** 0 … 100. */
  readonly opacity: number
  readonly isEmpty: boolean
}

export interface Thumbnail {
  readonly layer: string
  readonly width: number
  readonly height: number
  /** RGBA8, row-major. */
  readonly pixels: Uint8ClampedArray
}

/** Longer side of a thumbnail, px: twice what the stack shows, for dense screens. */
const THUMBNAIL_SIDE = 132

export function layerNotes(drawing: Drawing): LayerNote[] {
  return drawing.layers.map(({ id, name, visible, opacity, tiles }) => ({ id, name, visible, opacity, isEmpty: tiles.size === 0 }))
}

/** Makes thumbnails of the layers that changed since the last time. */
export class Thumbnailer {
  private readonly shown = new Map<string, ReadonlyMap<number, Tile>>()

  changed({ sheet, layers }: Drawing): Thumbnail[] {
    const scale = THUMBNAIL_SIDE / Math.max(sheet.width, sheet.height)
    const width = Math.max(1, Math.round(sheet.width * scale))
    const height = Math.max(1, Math.round(sheet.height * scale))
    return layers.filter(layer => this.shown.get(layer.id) !== layer.tiles).map((layer) => {
      this.shown.set(layer.id, layer.tiles)
      return { layer: layer.id, width, height, pixels: layerThumbnail(sheet, layer, width, height) }
    })
  }
}
