import { assert } from '../base'
import type { Drawing, Group, Layer } from './types'

/** The stack as a tree: layers, and groups with what lies in them; bottom first. */
export type StackItem =
  | { readonly kind: 'layer'; readonly layer: Layer }
  | { readonly kind: 'group'; readonly group: Group; readonly items: readonly StackItem[] }

/** Groups in one another at most. */
export const GREATEST_NESTING = 6

export function itemId(item: StackItem): string {
  return item.kind === 'layer' ? item.layer.id : item.group.id
}

/** Layer or group: what both have. */
export function itemOf(item: StackItem): Layer | Group {
  return item.kind === 'layer' ? item.layer : item.group
}

/** The drawing's stack as a tree. */
export function stackOf(drawing: Drawing): readonly StackItem[] {
  const { layers, groups = [] } = drawing
  if (groups.length === 0) return layers.map(layer => ({ kind: 'layer', layer }))
  const byId = new Map(groups.map(group => [group.id, group]))
  const root: StackItem[] = []
  const open: { id: string; items: StackItem[] }[] = []
  for (const layer of layers) {
    const chain = chainOf(byId, layer.group)
    let depth = 0
    while (depth < open.length && depth < chain.length && open[depth]!.id === chain[depth]!.id) depth++
    open.length = depth
    for (const group of chain.slice(depth)) {
      const items: StackItem[] = []
      ;(open[open.length - 1]?.items ?? root).push({ kind: 'group', group, items })
      open.push({ id: group.id, items })
    }
    ;(open[open.length - 1]?.items ?? root).push({ kind: 'layer', layer })
  }
  return root
}

/** The groups round something, outermost first. */
function chainOf(byId: ReadonlyMap<string, Group>, id: string | undefined): Group[] {
  const chain: Group[] = []
  for (
    let group = id === undefined ? undefined : byId.get(id);
    group;
    group = group.group === undefined ? undefined : byId.get(group.group)
  ) {
    assert(!chain.includes(group), 'a group lies in itself')
    chain.unshift(group)
  }
  return chain
}

/** The drawing with another stack. Groups with nothing in them go. */
export function withStack(drawing: Drawing, items: readonly StackItem[]): Drawing {
  const layers: Layer[] = []
  const groups: Group[] = []
  gather(items, undefined)
  return { ...drawing, layers, groups: groups.length ? groups : undefined }

  function gather(each: readonly StackItem[], group: string | undefined): void {
    for (const item of each) {
      if (item.kind === 'layer') layers.push(inGroup(item.layer, group))
      else if (hasLayers(item.items)) {
        groups.push(inGroup(item.group, group))
        gather(item.items, item.group.id)
      }
    }
  }
}

function hasLayers(items: readonly StackItem[]): boolean {
  return items.some(item => item.kind === 'layer' || hasLayers(item.items))
}

/** The same object when it lies there already: what did not change is told by identity. */
function inGroup<T extends Layer | Group>(item: T, group: string | undefined): T {
  if (item.group === group) return item
  const { group: _old, ...rest } = item
  return (group === undefined ? rest : { ...rest, group }) as T
}

/** An item of the stack by its id, with those beside it and its place among them. */
export function findItem(
  items: readonly StackItem[],
  id: string,
): { item: StackItem; siblings: readonly StackItem[]; place: number; group: string | null } | null {
  return search(items, null)

  function search(siblings: readonly StackItem[], group: string | null): ReturnType<typeof findItem> {
    for (const [place, item] of siblings.entries()) {
      if (itemId(item) === id) return { item, siblings, place, group }
      const found = item.kind === 'group' ? search(item.items, item.group.id) : null
      if (found) return found
    }
    return null
  }
}

/** The stack with `change` done to the items beside one another in a group (null: those in none). */
export function withItems(
  items: readonly StackItem[],
  group: string | null,
  change: (siblings: readonly StackItem[]) => readonly StackItem[],
): readonly StackItem[] {
  if (group === null) return change(items)
  return items.map(item =>
    item.kind === 'layer'
      ? item
      : { ...item, items: item.group.id === group ? change(item.items) : withItems(item.items, group, change) },
  )
}

/** The stack without an item. */
export function withoutItem(items: readonly StackItem[], id: string): readonly StackItem[] {
  return items
    .filter(item => itemId(item) !== id)
    .map(item => (item.kind === 'layer' ? item : { ...item, items: withoutItem(item.items, id) }))
}

/** The layers of an item, bottom first. */
export function layersIn(item: StackItem): Layer[] {
  return item.kind === 'layer' ? [item.layer] : item.items.flatMap(layersIn)
}

/** How many groups lie in one another in it. */
export function nestingOf(items: readonly StackItem[]): number {
  return Math.max(0, ...items.map(item => (item.kind === 'layer' ? 0 : 1 + nestingOf(item.items))))
}

/** The item that a clipped one is clipped to: the next below that is not clipped itself. Null when there is none. */
export function clipBase(siblings: readonly StackItem[], place: number): StackItem | null {
  return siblings.slice(0, place).findLast(item => !itemOf(item).clip) ?? null
}

/** The groups round a layer or group, innermost first. */
export function groupsRound(drawing: Drawing, item: Layer | Group): Group[] {
  const byId = new Map((drawing.groups ?? []).map(group => [group.id, group]))
  return chainOf(byId, item.group).reverse()
}
