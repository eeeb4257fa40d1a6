import { z } from 'zod'
import { listOf } from '../../base'
import { SUBPIXELS } from '../../brush'
import { withLayer } from '../../layers'
import { colourSchema, layerIdSchema, outlineSchema, seedSchema } from './common'
import { requireUnlocked, type ActKind } from './contract'
import { goesOver } from './cost'
import { fillOutlines } from './fill'

/** Numbers in the outlines of one lettering at most. */
const GREATEST_OUTLINES = 200_000

const schema = z.strictObject({
  kind: z.literal('lettering'),
  version: z.literal(1),
  layer: layerIdSchema,
  /** What is written, or whose signature it is: for people who read the record. */
  text: z.string().min(1).max(400),
  is: z.enum(['text', 'signature']),
  /** The letters as outlines, sixteenths of a px: the same in every replay, whatever fonts there are. */
  outlines: listOf(outlineSchema, { least: 1, most: 8000 }).refine(
    outlines => outlines.reduce((sum, each) => sum + each.length, 0) <= GREATEST_OUTLINES,
    'too much lettering for one act',
  ),
  colour: colourSchema,
  opacity: z.int().min(1).max(100),
  seed: seedSchema,
})
export type LetteringAct = z.infer<typeof schema>

/** Letters or a signature, set on a layer. */
export const lettering: ActKind<LetteringAct> = {
  schema,
  cost: goesOver(5),
  facts: ({ layer, colour }) => ({ name: 'lettering', work: 'letters', layer, isOnPaint: true, colour }),
  apply(kernels, drawing, act) {
    const outlines = act.outlines.map(points => points.map(value => value / SUBPIXELS))
    return withLayer(drawing, fillOutlines(kernels, drawing, requireUnlocked(drawing, act.layer), outlines, act))
  },
}
