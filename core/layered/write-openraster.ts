import { strToU8, zipSync, type Zippable } from 'fflate'
import { beginningSheet } from '../drawing'
import type { Kernels } from '../kernels'
import { showDrawing, type Drawing, type Group, type Layer, type Sheet } from '../layers'
import { shrunk } from '../moving'
import { fittedSize } from '../pictures'
import { LayerFiles, type LayeredFile, type Packing } from './files'
import { UNSAID } from './modes'
import { OWN_FILE, type OwnPaper, type OwnStack } from './own'
import { stackXml } from './stack-xml'

export const OPENRASTER_TYPE = 'image/openraster'
export const OPENRASTER_NAME = '.ora'

/** Longer side of the small picture in the file, px. */
const THUMBNAIL = 256

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
  const files = new LayerFiles(sheet)
  const written = files.writeDrawing(kernels, drawing, { unsaid: UNSAID, flat: name => flat.add(name) })
  const own = ownOf(kernels, drawing, files)
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
/** The stack as it is here. */
function ownOf(
  kernels: Kernels,
  { sheet, light, layers, groups }: Drawing,
  files: LayerFiles,
): Omit<OwnStack, 'standard' | 'files'> {
  const paper = ownPaperOf(kernels, sheet, files)
  const masked = <T extends Layer | Group>({ mask, ...item }: T) => ({
    ...item,
    ...(mask && {
      mask: { id: mask.id, base: mask.base, isOn: mask.isOn, paint: files.addTiles('easel/mask', mask.tiles) },
    }),
  })
  return {
    format: 'little-easel-stack',
    version: 1,
    sheet: beginningSheet(sheet),
    ...(light && { light }),
    ...(paper && { paper }),
    layers: layers.map(layer => {
      const { tiles, ...rest } = masked(layer)
      const paint = tiles.size > 0 ? (files.ofLayer.get(layer.id) ?? files.addTiles('easel/paint', tiles)) : null
      return cleaned({ ...rest, paint })
    }) as OwnStack['layers'],
    ...(groups && { groups: groups.map(group => cleaned(masked(group))) as OwnStack['groups'] }),
  }
}

/** Null: the paper is one of ours, or its picture is not here. */
function ownPaperOf(kernels: Kernels, { texture }: Sheet, files: LayerFiles): OwnPaper | null {
  if (!texture || typeof texture.name === 'string') return null
  const picture = kernels.pictures.get(texture.name.cut.hash)
  const { under, over } = texture
  return picture ? { file: files.addPicture('easel/paper', picture), under, over } : null
}

/** Without what is as usual: that a lock, a clip is off; that the mode is normal. */
function cleaned<T extends object>(item: T): T {
  const isUsual = (key: string, value: unknown) => value === undefined || (value === false && key !== 'visible')
  return Object.fromEntries(Object.entries(item).filter(([key, value]) => !isUsual(key, value))) as T
}
