import type { BlendMode, Tile } from '#core/kernels'
import { clipBase, itemOf, layersIn, layerThumbnail, type Drawing, type StackItem } from '#core/layers'

/** A layer or group as the stack shows it. */
export interface StackNote {
  readonly kind: 'layer' | 'group'
  readonly id: string
  readonly name: string
  readonly visible: boolean
  /** 0 … 100. */
  readonly opacity: number
  readonly mode: BlendMode
  readonly locked: boolean
  readonly clip: boolean
  /** Whether there is something below to clip to. */
  readonly canClip: boolean
  readonly inside: boolean
  readonly mask: { readonly id: string; readonly isOn: boolean } | null
  readonly isEmpty: boolean
  /** What lies in a group, bottom first. */
  readonly items: readonly StackNote[]
}

/** A layer with what of the groups round it counts for it. */
export interface LayerNote extends StackNote {
  /** Hidden itself or in a hidden group. */
  readonly isHidden: boolean
  /** Locked itself or in a locked group. */
  readonly isLocked: boolean
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

export function stackNotes(items: readonly StackItem[]): StackNote[] {
  return items.map((item, place) => {
    const { id, name, visible, opacity, mode = 'normal', locked = false, clip = false, mask } = itemOf(item)
    const isLayer = item.kind === 'layer'
    return {
      kind: item.kind,
      id,
      name,
      visible,
      opacity,
      mode,
      locked,
      clip,
      canClip: clipBase(items, place) !== null,
      inside: isLayer && item.layer.inside === true,
      mask: mask ? { id: mask.id, isOn: mask.isOn } : null,
      isEmpty: layersIn(item).every(layer => layer.tiles.size === 0),
      items: isLayer ? [] : stackNotes(item.items),
    }
  })
}

/** The layers of a stack, bottom first. */
export function layerNotes(
  notes: readonly StackNote[],
  round: { isHidden: boolean; isLocked: boolean } = { isHidden: false, isLocked: false },
): LayerNote[] {
  return notes.flatMap(note => {
    const own = { isHidden: round.isHidden || !note.visible, isLocked: round.isLocked || note.locked }
    return note.kind === 'layer' ? [{ ...note, ...own }] : layerNotes(note.items, own)
  })
}

/** Makes thumbnails of the layers and masks that changed since the last time. */
export class Thumbnailer {
  private readonly shown = new Map<string, { readonly tiles: ReadonlyMap<number, Tile>; readonly base: number }>()

  /** @param side longer side of what is made, px */
  constructor(private readonly side = THUMBNAIL_SIDE) {}

  /** One that is to be shown anew; null when all are up to date. */
  next(drawing: Drawing): Thumbnail | null {
    const { layers, groups = [] } = drawing
    const masks = [...layers, ...groups].flatMap(item => item.mask ?? [])
    const pictures = [...layers.map(layer => ({ id: layer.id, tiles: layer.tiles, base: -1 })), ...masks]
    const stale = pictures.find(
      ({ id, tiles, base }) => this.shown.get(id)?.tiles !== tiles || this.shown.get(id)?.base !== base,
    )
    return stale ? this.make(drawing, stale) : null
  }

  /** All that are to be shown anew. */
  changed(drawing: Drawing): Thumbnail[] {
    const all: Thumbnail[] = []
    for (let each = this.next(drawing); each; each = this.next(drawing)) all.push(each)
    return all
  }

  private make(
    { sheet }: Drawing,
    { id, tiles, base }: { id: string; tiles: ReadonlyMap<number, Tile>; base: number },
  ): Thumbnail {
    const scale = this.side / Math.max(sheet.width, sheet.height)
    const width = Math.max(1, Math.round(sheet.width * scale))
    const height = Math.max(1, Math.round(sheet.height * scale))
    this.shown.set(id, { tiles, base })
    const pixels = layerThumbnail(sheet, { tiles }, width, height)
    return { layer: id, width, height, pixels: base < 0 ? pixels : onGrey(pixels, base * 255) }
  }
}

/** A mask's paint on its base: black hides, white shows. */
function onGrey(pixels: Uint8ClampedArray, base: number): Uint8ClampedArray {
  const out = new Uint8ClampedArray(pixels.length)
  for (let i = 0; i < pixels.length; i += 4) {
    const a = pixels[i + 3]! / 255
    for (let c = 0; c < 3; c++) out[i + c] = base + (pixels[i + c]! - base) * a
    out[i + 3] = 255
  }
  return out
}
