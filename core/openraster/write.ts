import { strToU8, zipSync, type Zippable } from 'fflate'
import { isEmptyRect } from '../base'
import type { Kernels, Pixels, Tile } from '../kernels'
import {
  flattenedTiles,
  paperLayers,
  showDrawing,
  stackOf,
  tilesBox,
  tilesPicture,
  type Drawing,
  type Group,
  type Layer,
  type Sheet,
  type StackItem,
} from '../layers'
import { shrunk } from '../moving'
import { fittedSize } from '../pictures'
import { OWN_FILE, type OwnPaint, type OwnStack } from './own'
import { saidOf, type Said } from './said'
import { stackXml, type Written } from './stack-xml'

export const OPENRASTER_TYPE = 'image/openraster'
export const OPENRASTER_NAME = '.ora'

/** Longer side of the small picture in the file, px. */
const THUMBNAIL = 256

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

/**
 * A drawing as an OpenRaster file: `mimetype` first and stored, `stack.xml`, a PNG for each layer, the whole picture as
 * it is looked at, a small one; and beside them the stack as it is here. The paper and its texture are layers for other
 * programs. `onShare`: how far it is, 0 … 1.
 */
export async function openRasterOf(
  kernels: Kernels,
  drawing: Drawing,
  packing: Packing,
  onShare: (share: number) => void = () => {},
): Promise<LayeredFile> {
  const { sheet } = drawing
  const flat = new Set<string>()
  const files = new Files(sheet)
  const { under, over } = paperLayers(sheet)
  const paper = under?.tiles ?? flattenedTiles(kernels, sheet, [], sheet.paper)
  const stack = [layerItem('Paper', paper), ...stackOf(drawing)]
  const written = files.writeAll(saidOf(kernels, sheet, stack, null, name => flat.add(name)))
  if (over) {
    const grain = files.writeAll([
      { ...LOOKS, kind: 'layer', name: 'Grain of the paper', own: null, tiles: over.layer.tiles },
    ])
    written.push({ ...grain[0]!, mode: 'overlay', opacity: over.opacity })
  }
  const own = ownOf(drawing, files)
  const merged = { width: sheet.width, height: sheet.height, pixels: showDrawing(kernels, drawing) }
  const { width, height } = fittedSize(merged, { side: THUMBNAIL, area: THUMBNAIL ** 2 })
  const small = shrunk(kernels, merged, width, height)
  files.add('mergedimage.png', () => merged)
  files.add('Thumbnails/thumbnail.png', () => small)
  const made = await files.pack(packing, onShare)
  const xml = strToU8(stackXml(sheet, written))
  const digests: Record<string, string> = {}
  for (const [name, bytes] of made) if (files.isPaint(name)) digests[name] = await packing.hashOf(bytes)
  const beside: OwnStack = { ...own, standard: await packing.hashOf(xml), files: digests }
  const parts: Zippable = {
    // First, and as it is: who reads the first bytes of the file knows its kind.
    mimetype: [strToU8(OPENRASTER_TYPE), STORED],
    'stack.xml': xml,
    [OWN_FILE]: strToU8(JSON.stringify(beside)),
  }
  for (const [name, bytes] of made) parts[name] = [bytes, STORED]
  // A fixed day: the same drawing gives the same bytes.
  return { bytes: zipSync(parts, { mtime: '2000-01-01T00:00:00' }), flat: [...flat] }
}

const STORED = { level: 0 } as const
const LOOKS = { visible: true, opacity: 100, mode: 'normal', isLocked: true } as const

const layerItem = (name: string, tiles: ReadonlyMap<number, Tile>): StackItem => ({
  kind: 'layer',
  layer: { id: '', name, visible: true, opacity: 100, locked: true, tiles },
})

/** The pictures of the file: each is made only when it is packed, so that few are held at once. */
class Files {
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

  writeAll(items: readonly Said[]): Written[] {
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

/** The stack as it is here. */
function ownOf({ sheet, light, layers, groups }: Drawing, files: Files): Omit<OwnStack, 'standard' | 'files'> {
  const masked = <T extends Layer | Group>({ mask, ...item }: T) => ({
    ...item,
    ...(mask && {
      mask: { id: mask.id, base: mask.base, isOn: mask.isOn, paint: files.addTiles('easel/mask', mask.tiles) },
    }),
  })
  return {
    format: 'little-easel-stack',
    version: 1,
    sheet: { ...sheet, paper: [...sheet.paper] },
    ...(light && { light }),
    layers: layers.map(layer => {
      const { tiles, ...rest } = masked(layer)
      const paint = tiles.size > 0 ? (files.ofLayer.get(layer.id) ?? files.addTiles('easel/paint', tiles)) : null
      return cleaned({ ...rest, paint })
    }) as OwnStack['layers'],
    ...(groups && { groups: groups.map(group => cleaned(masked(group))) as OwnStack['groups'] }),
  }
}

/** Without what is as usual: that a lock, a clip is off; that the mode is normal. */
function cleaned<T extends object>(item: T): T {
  const isUsual = (key: string, value: unknown) => value === undefined || (value === false && key !== 'visible')
  return Object.fromEntries(Object.entries(item).filter(([key, value]) => !isUsual(key, value))) as T
}
