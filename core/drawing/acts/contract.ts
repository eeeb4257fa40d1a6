import type { z } from 'zod'
import { CoreError } from '../../base'
import type { Kernels } from '../../kernels'
import { findItem, groupsRound, paintable, stackOf, type Drawing, type Layer, type OwnTiles } from '../../layers'
import { GREATEST_LAYERS } from './common'
import type { ActsOwnFacts } from './facts'

/**
 * One kind of act. `apply` is pure: the same drawing and act give the same drawing, for ever;
 * what must change gets a new version beside the old one. It throws {@link CoreError} `act-refused`
 * when the act can't be done to this drawing.
 */
export interface ActKind<A extends { kind: string }> {
  readonly schema: z.ZodType<A>
  /** What such an act is: nobody else takes acts apart by their kind to know that. */
  readonly facts: (act: A) => ActsOwnFacts
  /** What it takes about on a sheet of so many px, ms; absent: it looks at no px. */
  readonly cost?: (act: A, area: number) => number
  /** `own`: tiles that a stroke may paint over. */
  readonly apply: (kernels: Kernels, drawing: Drawing, act: A, own?: OwnTiles) => Drawing
}

/** A kind of act that only lays something out, so that a step may do it before anyone draws: nothing of it is drawn. */
export interface ReadyingKind<A extends { kind: string }> extends ActKind<A> {
  readonly isReadying: true
}

/** The layer or mask that an act paints on. Throws CoreError `act-refused`. */
export function requireLayer(drawing: Drawing, id: string): Layer {
  const layer = paintable(drawing, id)
  if (!layer)
    throw new CoreError('act-refused', `there is no layer "${id}" on this sheet`, 'Choose a layer of the stack.')
  return layer
}

/** The same, for acts that change what is painted. Locked, or in a locked group: refused. */
export function requireUnlocked(drawing: Drawing, id: string): Layer {
  const layer = requireLayer(drawing, id)
  const locked = [layer, ...groupsRound(drawing, layer)].find(each => each.locked)
  if (locked)
    throw new CoreError('act-refused', `“${locked.name}” is locked`, 'Unlock it in the stack, or choose another layer.')
  return layer
}

/** A layer or group of the stack. Throws CoreError `act-refused`. */
export function requireItem(drawing: Drawing, id: string): NonNullable<ReturnType<typeof findItem>> {
  const found = findItem(stackOf(drawing), id)
  if (!found)
    throw new CoreError(
      'act-refused',
      `there is no layer or group "${id}" on this sheet`,
      'Choose a layer of the stack.',
    )
  return found
}

/** Ids of layers, groups and masks are all different. Throws CoreError `act-refused`. */
export function requireFreshId(drawing: Drawing, id: string): void {
  if (paintable(drawing, id) || drawing.groups?.some(group => group.id === id)) {
    throw new CoreError('act-refused', `there is a layer "${id}" already`, 'Give the new layer an id of its own.')
  }
}

/** Room for more layers on the sheet. Throws CoreError `act-refused`. */
export function requireRoom(drawing: Drawing, more: number): void {
  if (drawing.layers.length + more > GREATEST_LAYERS)
    throw new CoreError('act-refused', `a sheet holds ${GREATEST_LAYERS} layers at most`, 'Delete a layer first.')
}
