import type { BlendMode, Kernels, Tile } from '../kernels'
import { flattenedTiles, itemOf, type Group, type Layer, type Sheet, type StackItem } from '../layers'

/*
 * What other formats can say of a stack: layers of px and groups, each with an opacity and a way of mixing. There are
 * no masks, no clips, in OpenRaster no exclusion, and a group that mixes normally at less than its full opacity is one
 * picture. Whatever is not said as it is becomes px: as little as will do, so that the whole looks the same.
 */

export type Said = SaidLayer | SaidStack
interface SaidItem {
  readonly name: string
  readonly visible: boolean
  /** Per cent. */
  readonly opacity: number
  readonly mode: BlendMode
  readonly isLocked: boolean
}
export interface SaidLayer extends SaidItem {
  readonly kind: 'layer'
  /** The layer whose own paint this is; null: it was made of several things. */
  readonly own: string | null
  readonly tiles: ReadonlyMap<number, Tile>
}
export interface SaidStack extends SaidItem {
  readonly kind: 'stack'
  readonly isIsolated: boolean
  /** Bottom first. */
  readonly items: readonly Said[]
}

/** What a format lacks, and who is told the names of what becomes px. */
export interface Saying {
  /** Ways of mixing that it has not. */
  readonly unsaid: readonly BlendMode[]
  readonly flat: (name: string) => void
}

/** The stack in the words of another format, bottom first. */
export function saidOf(kernels: Kernels, sheet: Sheet, stack: readonly StackItem[], { unsaid, flat }: Saying): Said[] {
  const isUnsaid = ({ mode }: Layer | Group) => mode !== undefined && unsaid.includes(mode)
  return ownList(stack)

  /** What lies together on a ground of its own: anything may be made of its lower part. */
  function ownList(items: readonly StackItem[]): Said[] {
    const runs = runsOf(items)
    const said = runs.map(run => sayRun(run))
    const last = said.lastIndexOf(null)
    if (last < 0) return said.flat() as Said[]
    const below = runs.slice(0, last + 1).flat()
    const top = itemOf(runs[last]![0]!)
    flat(top.name)
    const joined: SaidLayer = {
      kind: 'layer',
      name: top.name,
      visible: true,
      opacity: 100,
      mode: 'normal',
      isLocked: false,
      own: null,
      tiles: flattenedTiles(kernels, sheet, below),
    }
    return [joined, ...(said.slice(last + 1).flat() as Said[])]
  }

  /** Null: it can only be said together with what lies below it. */
  function sayRun(run: readonly StackItem[]): Said[] | null {
    const [base, ...clipped] = run as [StackItem, ...StackItem[]]
    const own = itemOf(base)
    if (!isSeen(own)) return run.map(hidden)
    const seen = clipped.filter(each => isSeen(itemOf(each)))
    if (isUnsaid(own)) return null
    if (seen.length > 0) {
      flat(own.name)
      return [asPx(own, [bare(base), ...seen])]
    }
    const said = base.kind === 'layer' ? sayLayer(base) : sayGroup(base)
    return said && [said, ...clipped.map(hidden)]
  }

  function sayLayer(item: Extract<StackItem, { kind: 'layer' }>): Said {
    const { layer } = item
    if (layer.mask?.isOn) {
      flat(layer.name)
      return asPx(layer, [bare(item)])
    }
    return { kind: 'layer', ...looksOf(layer), own: layer.id, tiles: layer.tiles }
  }

  function sayGroup(item: Extract<StackItem, { kind: 'group' }>): Said | null {
    const { group, items } = item
    const isPlain = (group.mode ?? 'normal') === 'normal'
    const isAsIs = isPlain && group.opacity === 100 && !group.mask?.isOn
    if (isAsIs) {
      const said = runsOf(items).map(sayRun)
      if (said.includes(null)) return null
      return { kind: 'stack', ...looksOf(group), isIsolated: false, items: said.flat() as Said[] }
    }
    // See-through, and something in it mixes with what lies below the group.
    if (isPlain && !isAllNormal(items)) return null
    if (group.mask?.isOn) {
      flat(group.name)
      return asPx(group, [bare(item)])
    }
    return { kind: 'stack', ...looksOf(group), isIsolated: true, items: ownList(items) }
  }

  /** Nobody sees it: its paint is said all the same, without what the standard has not. */
  function hidden(item: StackItem): Said {
    const looks = { ...looksOf(itemOf(item)), visible: false }
    const mode = unsaid.includes(looks.mode) ? 'normal' : looks.mode
    return item.kind === 'layer'
      ? { kind: 'layer', ...looks, mode, own: item.layer.id, tiles: item.layer.tiles }
      : { kind: 'stack', ...looks, mode, isIsolated: false, items: item.items.map(hidden) }
  }

  function asPx(own: Layer | Group, items: readonly StackItem[]): SaidLayer {
    return { kind: 'layer', ...looksOf(own), own: null, tiles: flattenedTiles(kernels, sheet, items) }
  }
}

/** Each with what is clipped to it. */
function runsOf(items: readonly StackItem[]): StackItem[][] {
  const runs: StackItem[][] = []
  for (const item of items) {
    if (itemOf(item).clip && runs.length > 0) runs.at(-1)!.push(item)
    else runs.push([item])
  }
  return runs
}

function isAllNormal(items: readonly StackItem[]): boolean {
  return items.every(
    each => (itemOf(each).mode ?? 'normal') === 'normal' && (each.kind === 'layer' || isAllNormal(each.items)),
  )
}

const isSeen = ({ visible, opacity }: Layer | Group) => visible && opacity > 0

function looksOf({ name, visible, opacity, mode, locked }: Layer | Group): SaidItem {
  return { name, visible, opacity, mode: mode ?? 'normal', isLocked: locked === true }
}

/** With its mask and what is in it, but as if it lay there alone. */
function bare(item: StackItem): StackItem {
  const plain = { visible: true, opacity: 100, mode: undefined, clip: undefined } as const
  return item.kind === 'layer'
    ? { ...item, layer: { ...item.layer, ...plain } }
    : { ...item, group: { ...item.group, ...plain } }
}
