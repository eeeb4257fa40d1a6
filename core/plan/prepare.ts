import type { Act, ReadyingAct } from '../drawing'
import { findItem, itemOf, PLACED_AS_IS, stackOf, type Drawing } from '../layers'
import type { Step } from './schema'

/**
 * The acts that make a sheet ready for a step: its layer if it is missing, others lowered or hidden, and what else it
 * lays out. What the learner has set or drawn already stays as it is.
 */
export function prepareStep(step: Step, drawing: Drawing): Act[] {
  const acts: Act[] = []
  const { id, name, place } = step.layer
  const fresh = new Set<string>()
  const add = (act: ReadyingAct, item: string) => {
    acts.push(act)
    fresh.add(item)
  }
  if (!hasItem(drawing, id)) add({ kind: 'layer-add', layer: id, name, place }, id)
  for (const { layer: dimmed, opacity, visible } of step.dim) {
    const layer = drawing.layers.find(each => each.id === dimmed)
    if (layer && (layer.opacity !== opacity || layer.visible !== visible)) {
      acts.push({ kind: 'layer-look', layer: dimmed, opacity, visible })
    }
  }
  const own = new Set([id, ...(step.ready ?? []).flatMap(act => (act.kind === 'layer-add' ? [act.layer] : []))])
  for (const act of step.ready ?? []) {
    // A clash with what is there already, or something that is not there: left out.
    if (act.kind === 'layer-add') {
      if (!hasItem(drawing, act.layer) && !fresh.has(act.layer)) add(act, act.layer)
    } else if (isWanted(act as ReadyingAct, drawing, fresh, own)) {
      acts.push(act)
      if (act.kind === 'stack-group') fresh.add(act.group)
    }
  }
  return acts
}

function hasItem(drawing: Drawing, id: string): boolean {
  return Boolean(findItem(stackOf(drawing), id))
}

/**
 * Whether something is still to be laid out. The step's own layers (`own`) are set while they are new or hold nothing
 * yet; others, which it only changes, as often as it is opened.
 */
function isWanted(act: ReadyingAct, drawing: Drawing, fresh: ReadonlySet<string>, own: ReadonlySet<string>): boolean {
  const isUntouched = (id: string) =>
    fresh.has(id) || drawing.layers.some(each => each.id === id && each.tiles.size === 0)
  const isThere = (id: string) => fresh.has(id) || hasItem(drawing, id)
  switch (act.kind) {
    case 'layer-add':
      return false
    case 'layer-look':
    case 'layer-rename':
    case 'layer-move':
      return isUntouched(act.layer)
    case 'stack-set':
      return own.has(act.item) ? isUntouched(act.item) : isThere(act.item) && isOther(drawing, act)
    case 'stack-put':
      return isUntouched(act.item)
    case 'mask-add':
      return isThere(act.item) && !drawing.layers.find(each => each.id === act.item)?.mask
    case 'stack-group':
      return !isThere(act.group) && act.items.every(isThere)
    case 'light-pin':
      return drawing.light === undefined
    // A sheet that was cut or scaled is cut and scaled.
    case 'sheet-cut':
    case 'sheet-scale':
      return (drawing.placed ?? PLACED_AS_IS) === PLACED_AS_IS
    case 'sheet-paper':
      return drawing.layers.every(each => each.tiles.size === 0)
    case 'sheet-resolution':
      return drawing.sheet.perInch === undefined
  }
}

/** Whether a layer or group is set otherwise than it should be. */
function isOther(drawing: Drawing, { item, set }: Extract<ReadyingAct, { kind: 'stack-set' }>): boolean {
  const found = findItem(stackOf(drawing), item)
  const now = found && { mode: 'normal', locked: false, clip: false, inside: false, ...itemOf(found.item) }
  return Boolean(now) && Object.entries(set).some(([key, value]) => now![key as keyof typeof now] !== value)
}
