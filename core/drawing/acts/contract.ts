import type { z } from 'zod'
import { CoreError } from '../../base'
import type { Kernels } from '../../kernels'
import type { Drawing, Layer } from '../../layers'

/**
 * One kind of act. `apply` is pure: the same drawing and act give the same drawing, for ever;
 * what must change gets a new version beside the old one. It throws {@link CoreError} `act-refused`
 * when the act can't be done to this drawing.
 */
export interface ActKind<A extends { kind: string }> {
  readonly schema: z.ZodType<A>
  readonly apply: (kernels: Kernels, drawing: Drawing, act: A) => Drawing
}

export function requireLayer(drawing: Drawing, id: string): Layer {
  const layer = drawing.layers.find(each => each.id === id)
  if (!layer) throw new CoreError('act-refused', `there is no layer "${id}" on this sheet`, 'Choose a layer of the stack.')
  return layer
}
