import { strFromU8, unzipSync } from 'fflate'
import { doOverlap, zipParts } from '../archive'
import { GREATEST_LAYERS, sheetSchema } from '../drawing'
import { GREATEST_NESTING, type Light, type Sheet } from '../layers'
import { ATOP, modeOf, TAKES_AWAY } from './modes'
import { ownStackSchema, type OwnPaint, type OwnPaper, type OwnStack } from './own'
import { fault, readStackXml, type ReadImage, type ReadItem, type ReadStack } from './read-xml'
import { OPENRASTER_TYPE } from './write-openraster'

/** A layered file, read but for its pictures. */
export interface ReadFile {
  /** Of a file from elsewhere without paper: it has none here either. */
  readonly sheet: Pick<Sheet, 'width' | 'height'> & Partial<Sheet>
  readonly light: Light | null
  /** A paper of one's own. */
  readonly paper: OwnPaper | null
  /** Bottom first; ids are those of the file, or made up. */
  readonly layers: OwnStack['layers']
  readonly groups: NonNullable<OwnStack['groups']>
  /** The pictures that they name. */
  readonly files: ReadonlyMap<string, ReadPicture>
  /** What comes otherwise than it was there, in words. */
  readonly notes: readonly string[]
  /** It was saved here and is as it was. */
  readonly isOwn: boolean
}
export interface ReadPicture {
  readonly bytes: Uint8Array
  /** Where it is named: “stack.xml, line 12”. */
  readonly where: string
}

/** Bytes of a file, and of all that is in it, at most; and how many parts. */
const GREATEST_FILE = 500_000_000
const GREATEST_CONTENT = 1_500_000_000
const GREATEST_XML = 5_000_000
const MOST_PARTS = 5000

/** @param hashOf SHA-256 as hex. Throws CoreError `layered-file` with the place of the fault. */
export async function readOpenRaster(
  bytes: Uint8Array,
  hashOf: (bytes: Uint8Array) => Promise<string>,
): Promise<ReadFile> {
  const parts = unpacked(bytes)
  const type = parts.get('mimetype')
  if (!type) throw fault('mimetype', 'this part is missing, so it is no OpenRaster file')
  const said = strFromU8(type.subarray(0, 100)).trim()
  if (said !== OPENRASTER_TYPE) throw fault('mimetype', `it says “${said}”, not “${OPENRASTER_TYPE}”`)
  const xml = parts.get('stack.xml')
  if (!xml) throw fault('stack.xml', 'this part is missing')
  if (xml.length > GREATEST_XML) throw fault('stack.xml', 'it has more than 5 MB')
  const image = readStackXml(strFromU8(xml))
  const own = await ownOf(image, parts, xml, hashOf)
  return own ?? foreign(image, parts)
}

function unpacked(bytes: Uint8Array): Map<string, Uint8Array> {
  const where = 'The file'
  if (bytes.length > GREATEST_FILE) throw fault(where, `it has more than ${GREATEST_FILE / 1e6} MB`)
  const parts = zipParts(bytes)
  if (!parts) throw fault(where, 'it is no zip file, it is cut off, or it is encrypted')
  if (parts.length > MOST_PARTS) throw fault(where, `it has more than ${MOST_PARTS} parts`)
  if (doOverlap(parts) || parts.reduce((sum, { size }) => sum + size, 0) > GREATEST_CONTENT)
    throw fault(where, 'its parts are larger than any drawing')
  try {
    return new Map(Object.entries(unzipSync(bytes)))
  } catch {
    throw fault(where, 'one of its parts is broken')
  }
}

/** The stack as it is here, where the file has it and nothing of it was changed since. */
async function ownOf(
  image: ReadImage,
  parts: ReadonlyMap<string, Uint8Array>,
  xml: Uint8Array,
  hashOf: (bytes: Uint8Array) => Promise<string>,
): Promise<ReadFile | null> {
  const written = image.own ? parts.get(image.own) : undefined
  if (!image.own || !written) return null
  const stack = ownStackSchema.safeParse(jsonOf(written)).data
  if (!stack || stack.standard !== (await hashOf(xml))) return null
  for (const [name, digest] of Object.entries(stack.files)) {
    const part = parts.get(name)
    if (!part || (await hashOf(part)) !== digest) return null
  }
  const files = new Map<string, ReadPicture>()
  const paints: OwnPaint[] = [
    ...stack.layers.map(({ paint }) => paint),
    ...[...stack.layers, ...(stack.groups ?? [])].map(({ mask }) => mask?.paint ?? null),
  ]
  for (const each of [...paints, stack.paper]) {
    if (!each) continue
    if (!(each.file in stack.files)) return null
    files.set(each.file, { bytes: parts.get(each.file)!, where: image.own })
  }
  const { layers, groups = [], sheet, light = null, paper = null } = stack
  return { sheet, light, paper, layers, groups, files, notes: [], isOwn: true }
}

function jsonOf(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(strFromU8(bytes))
  } catch {
    return null
  }
}

/** A file from elsewhere, by what the standard says. */
function foreign(image: ReadImage, parts: ReadonlyMap<string, Uint8Array>): ReadFile {
  const { width, height, perInch, own, unknown } = image
  const layers: OwnStack['layers'] = []
  const groups: NonNullable<OwnStack['groups']> = []
  const files = new Map<string, ReadPicture>()
  const notes = new Set<string>()
  if (own) notes.add('It was changed elsewhere since it was saved here: masks and clips come as px.')
  if (unknown.length > 0)
    notes.add(`It has parts that no drawing has here, and they are left out: ${unknown.join(', ')}.`)
  addAll(image.items, { x: 0, y: 0, group: undefined, depth: 0 })
  if (layers.length === 0) throw fault('stack.xml', 'there is no layer in it')
  if (layers.length > GREATEST_LAYERS)
    throw fault(
      'stack.xml',
      `it has ${layers.length} layers, a sheet here holds ${GREATEST_LAYERS}`,
      'Merge some there.',
    )
  const resolution = sheetSchema.shape.perInch.safeParse(perInch ?? undefined)
  return {
    sheet: { width, height, ...(resolution.data && { perInch: resolution.data }) },
    light: null,
    paper: null,
    layers,
    groups,
    files,
    notes: [...notes],
    isOwn: false,
  }

  interface In {
    readonly x: number
    readonly y: number
    readonly group: string | undefined
    readonly depth: number
  }

  function addAll(items: readonly ReadItem[], within: In): void {
    // The topmost stands first there.
    items.toReversed().forEach((item, place) => {
      if (item.kind === 'stack') return addStack(item, within)
      const file = fileOf(item.src, item.line)
      const at = { file, x: within.x + item.x, y: within.y + item.y }
      layers.push({ id: `layer-${layers.length + 1}`, ...looksOf(item, place, within), paint: at })
    })
  }

  function addStack(item: ReadStack, within: In): void {
    const place = { x: within.x + item.x, y: within.y + item.y }
    if (within.depth >= GREATEST_NESTING) {
      notes.add(
        `Groups lie in one another ${GREATEST_NESTING} deep here at most: what lies deeper comes without its group.`,
      )
      return addAll(item.items, { ...within, ...place })
    }
    const id = `group-${groups.length + 1}`
    const looks = looksOf(item, -1, within)
    const mixes = (items: readonly ReadItem[]): boolean =>
      items.some(each => modeOf(each.op) !== 'normal' || (each.kind === 'stack' && mixes(each.items)))
    if (!looks.mode && (item.isIsolated || item.opacity < 1) && mixes(item.items))
      notes.add(`What is in the group “${looks.name}” mixes with what lies below the group as well.`)
    groups.push({ id, ...looks })
    addAll(item.items, { ...place, group: id, depth: within.depth + 1 })
  }

  function looksOf(item: ReadItem, place: number, { group }: In) {
    const { op, opacity, isLocked } = item
    const name = item.name.trim().slice(0, 60).trim() || (item.kind === 'stack' ? 'Group' : 'Layer')
    const mode = modeOf(op)
    const isClipped = op === ATOP && place > 0
    const takesAway = TAKES_AWAY.includes(op)
    if (takesAway) notes.add(`“${name}” takes paint away there. Here it is hidden: lay a mask instead.`)
    else if (!mode && !isClipped)
      notes.add(`“${name}” mixes in a way (${op.slice(0, 40)}) that is not known here: it comes as normal.`)
    return {
      name,
      visible: item.visible && !takesAway,
      opacity: Math.round(100 * opacity),
      ...(mode && mode !== 'normal' && { mode }),
      ...(isLocked && { locked: true as const }),
      ...(isClipped && { clip: true as const }),
      ...(group !== undefined && { group }),
    }
  }

  function fileOf(src: string, line: number): string {
    const where = `stack.xml, line ${line}`
    const name = src.replace(/^(\.\/)+/, '')
    if (/^[/\\]|^[a-z]+:|(^|[/\\])\.\.([/\\]|$)/i.test(name))
      throw fault(where, `“${src.slice(0, 80)}” leads out of the file`)
    const bytes = parts.get(name)
    if (!bytes) throw fault(where, `the picture “${src.slice(0, 80)}” is not in the file`)
    if (!/\.png$/i.test(name)) throw fault(where, `“${src.slice(0, 80)}” is no PNG picture`)
    files.set(name, { bytes, where: `${where} (${name})` })
    return name
  }
}
