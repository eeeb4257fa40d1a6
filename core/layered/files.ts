import { isEmptyRect } from '../base'
import type { Kernels, Pixels, Tile } from '../kernels'
import {
  flattenedTiles,
  paperLayers,
  stackOf,
  tilesBox,
  tilesPicture,
  type Drawing,
  type Sheet,
  type StackItem,
} from '../layers'
import type { OwnPaint } from './own'
import { saidOf, type Said, type Saying } from './said'
import type { Written } from './stack-xml'

export interface Packing {
  /** A picture's px as a PNG file. They may be taken away: nobody reads them again. */
  readonly pack: (picture: Pixels) => Promise<Uint8Array>
  /** SHA-256 as hex. */
  readonly hashOf: (bytes: Uint8Array) => Promise<string>
}

export interface LayeredFile {
  readonly bytes: Uint8Array
  /** Names of layers and groups that other programs get as px, because the standard has no words for them. */
  readonly flat: readonly string[]
}

const LOOKS = { visible: true, opacity: 100, mode: 'normal', isLocked: true } as const

const layerItem = (name: string, tiles: ReadonlyMap<number, Tile>): StackItem => ({
  kind: 'layer',
  layer: { id: '', name, visible: true, opacity: 100, locked: true, tiles },
})

/** The pictures of a layered file: each is made only when it is packed, so that few are held at once. */
export class LayerFiles {
  /** Where a layer's own paint lies. */
  readonly ofLayer = new Map<string, NonNullable<OwnPaint>>()
  private readonly waiting: [name: string, picture: () => Pixels][] = []
  private readonly paint = new Set<string>()

  constructor(private readonly sheet: Sheet) {}

  add(name: string, picture: () => Pixels): void {
    this.waiting.push([name, picture])
  }

  isPaint(name: string): boolean {
    return this.paint.has(name)
  }

  /** All of the drawing as it is looked at: its paper is the lowest layer, its grain the topmost. */
  writeDrawing(kernels: Kernels, drawing: Drawing, saying: Saying): Written[] {
    const { sheet } = this
    const { under, over } = paperLayers(sheet)
    const paper = under?.tiles ?? flattenedTiles(kernels, sheet, [], sheet.paper)
    const stack = [layerItem('Paper', paper), ...stackOf(drawing)]
    const written = this.writeAll(saidOf(kernels, sheet, stack, saying))
    if (!over) return written
    const [grain] = this.writeAll([
      { ...LOOKS, kind: 'layer', name: 'Grain of the paper', own: null, tiles: over.layer.tiles },
    ])
    return [...written, { ...grain!, mode: 'overlay', opacity: over.opacity }]
  }

  private writeAll(items: readonly Said[]): Written[] {
    return items.map((item): Written => {
      if (item.kind === 'stack') return { ...item, items: this.writeAll(item.items) }
      const { tiles, own, ...looks } = item
      const at = this.addTiles('data/layer', tiles) ?? this.addClear()
      if (own) this.ofLayer.set(own, at)
      return { ...looks, at: { src: at.file, x: at.x, y: at.y } }
    })
  }

  /** Null: there is no paint. */
  addTiles(stem: string, tiles: ReadonlyMap<number, Tile>): OwnPaint {
    const box = tilesBox({ sheet: this.sheet }, { tiles })
    if (isEmptyRect(box)) return null
    const file = this.named(stem)
    this.add(file, () => tilesPicture(this.sheet, tiles)!.picture)
    return { file, x: box.x0, y: box.y0 }
  }

  /** Every layer has a picture, one without paint a clear px. */
  private addClear(): NonNullable<OwnPaint> {
    const file = this.named('data/layer')
    this.add(file, () => ({ width: 1, height: 1, pixels: new Uint8Array(4) }))
    return { file, x: 0, y: 0 }
  }

  /** A picture as it is; it stays with whoever gave it. */
  addPicture(stem: string, { width, height, pixels }: Pixels): string {
    const file = this.named(stem)
    this.add(file, () => ({ width, height, pixels: pixels.slice() }))
    return file
  }

  private named(stem: string): string {
    const file = `${stem}-${String(this.paint.size + 1).padStart(3, '0')}.png`
    this.paint.add(file)
    return file
  }

  /** All of them as PNG files, a few at a time. */
  async pack({ pack }: Packing, onShare: (share: number) => void): Promise<Map<string, Uint8Array>> {
    const made = new Map<string, Uint8Array>(this.waiting.map(([name]) => [name, new Uint8Array(0)]))
    let [next, done] = [0, 0]
    const take = async () => {
      while (next < this.waiting.length) {
        const [name, picture] = this.waiting[next++]!
        made.set(name, await pack(picture()))
        onShare(++done / this.waiting.length)
      }
    }
    await Promise.all(Array.from({ length: AT_ONCE }, take))
    return made
  }
}

const AT_ONCE = 3
