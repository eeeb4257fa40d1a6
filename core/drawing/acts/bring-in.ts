import { z } from 'zod'
import { CoreError } from '../../base'
import { withLayer, type Drawing } from '../../layers'
import { Brought, destinationTrouble } from '../../moving'
import { pictureNameSchema, requirePicture } from '../../pictures'
import { GREATEST_LAYERS, layerIdSchema, layerNameSchema } from './common'
import { requireUnlocked, type ActKind } from './contract'
import { goesOver } from './cost'
import { layerAdd } from './layers'
import { destinationOf, destinationSchema } from './move'

const darkness = z.int().min(2).max(98)

const schema = z.strictObject({
  kind: z.literal('bring-in'),
  version: z.literal(1),
  /** What it comes onto. */
  layer: layerIdSchema,
  /** That layer is made for it: its name, its place in the stack, its group. Absent: it goes over what is there. */
  own: z
    .strictObject({
      name: layerNameSchema,
      place: z.int().min(0).max(GREATEST_LAYERS),
      group: layerIdSchema.optional(),
    })
    .optional(),
  picture: pictureNameSchema,
  /** Where its corners (or the knots of its net) go, sixteenths of a px. */
  to: destinationSchema,
  /**
   * It is a drawing on paper, photographed and made straight under even light: its paper is white. What is at least so
   * dark, % of what lies between paper and black, is one of its lines, and one of its marks (coloured ones as well).
   */
  page: z.strictObject({ lines: darkness, marks: darkness }).optional(),
})
export type BringInAct = z.infer<typeof schema>

/** A picture from a file, the clipboard or a camera, as paint: on a layer of its own, or over one. */
export const bringIn: ActKind<BringInAct> = {
  schema,
  cost: goesOver(50),
  facts: ({ layer, picture }) => ({
    name: 'picture brought in',
    work: 'bring',
    layer,
    isOnPaint: true,
    pictures: [picture],
  }),
  apply(kernels, drawing, { layer, own, picture, to }) {
    const pixels = requirePicture(kernels, picture)
    const goal = destinationOf(to)
    const trouble = destinationTrouble({ x0: 0, y0: 0, x1: picture.width, y1: picture.height }, goal)
    if (trouble) throw new CoreError('act-refused', trouble, 'Pull the corners apart.')
    const on: Drawing = own ? layerAdd.apply(kernels, drawing, { kind: 'layer-add', layer, ...own }) : drawing
    const under = requireUnlocked(on, layer)
    return withLayer(on, new Brought(kernels, on.sheet, under, pixels, on.selection).laid(goal))
  },
}
