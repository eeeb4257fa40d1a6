import type { BringStackAct, StackPaint } from '../drawing'
import { SUBPIXELS } from '../brush'
import type { OwnPaint, OwnPaper } from './own'
import type { ReadFile } from './read-openraster'

interface Onto {
  /** It takes the place of all that is there; else it comes on top, in a group of this name. */
  readonly group: string | null
  /** Ids that nothing has yet. */
  readonly freshId: () => string
}

/**
 * The act that brings a file in. Where it takes the place of all, ids of a file that was saved here stay as they were:
 * it is the same drawing.
 *
 * @param pictures what its pictures are called; large ones may be in several pieces
 */
export function bringStackOf(
  { layers, groups, light, paper, isOwn }: Omit<ReadFile, 'files'>,
  pictures: ReadonlyMap<string, StackPaint>,
  { group: title, freshId }: Onto,
): BringStackAct {
  const ids = new Map<string, string>()
  const idOf = (old: string) => {
    if (title === null && isOwn) return old
    if (!ids.has(old)) ids.set(old, freshId())
    return ids.get(old)!
  }
  const round = title === null ? null : freshId()
  const paintOf = (paint: OwnPaint): StackPaint =>
    paint ? pictures.get(paint.file)!.map(({ picture, x, y }) => ({ picture, x: paint.x + x, y: paint.y + y })) : []
  const itemOf = <T extends ReadFile['groups'][number]>({ mask, group, id, ...rest }: T) => ({
    id: idOf(id),
    ...rest,
    ...(group !== undefined ? { group: idOf(group) } : round !== null && { group: round }),
    ...(mask && { mask: { ...mask, id: idOf(mask.id), paint: paintOf(mask.paint) } }),
  })
  const made = [
    ...(round === null ? [] : [{ id: round, name: title!, visible: true, opacity: 100 }]),
    ...groups.map(group => itemOf(group)),
  ]
  return {
    kind: 'bring-stack',
    version: 1,
    replaces: title === null,
    layers: layers.map(({ paint, ...layer }) => ({ ...itemOf(layer), paint: paintOf(paint) })),
    ...(made.length > 0 && { groups: made }),
    ...(paper && title === null && { texture: textureOf(paper, pictures) }),
    ...(light &&
      title === null && {
        light: {
          x: Math.round(light.x * SUBPIXELS),
          y: Math.round(light.y * SUBPIXELS),
          height: light.height,
        },
      }),
  }
}

/** Its picture is small: it has one piece. */
function textureOf({ file, under, over }: OwnPaper, pictures: ReadonlyMap<string, StackPaint>) {
  const [{ picture }] = pictures.get(file) as [StackPaint[number]]
  return { name: { cut: picture }, under, over }
}

/** The same elsewhere on the sheet, by whole px. */
export function movedBy(act: BringStackAct, dx: number, dy: number): BringStackAct {
  const moved = (paint: StackPaint) => paint.map(({ picture, x, y }) => ({ picture, x: x + dx, y: y + dy }))
  const masked = <T extends Pick<BringStackAct['layers'][number], 'mask'>>(item: T): T =>
    item.mask ? { ...item, mask: { ...item.mask, paint: moved(item.mask.paint) } } : item
  return {
    ...act,
    layers: act.layers.map(layer => masked({ ...layer, paint: moved(layer.paint) })),
    ...(act.groups && { groups: act.groups.map(group => masked(group)) }),
  }
}
