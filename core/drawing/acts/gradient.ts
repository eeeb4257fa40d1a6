import { z } from 'zod'
import { listOf } from '../../base'
import { SUBPIXELS } from '../../brush'
import { GRADIENT_FORMS, gradientLaid } from '../../fill'
import { withLayer } from '../../layers'
import { fencedAt } from '../../select'
import { fenceSchema, layerIdSchema, percentSchema, placeSchema, seedSchema } from './common'
import { requireUnlocked, type ActKind } from './contract'
import { goesOver } from './cost'

/** Full, of a channel of a ramp. */
const ONE = 65280
const channel = z.int().min(0).max(ONE)

const schema = z.strictObject({
  kind: z.literal('gradient'),
  version: z.literal(1),
  layer: layerIdSchema,
  form: z.enum(GRADIENT_FORMS),
  /** Sixteenths of a px. */
  from: z.tuple([placeSchema, placeSchema]),
  to: z.tuple([placeSchema, placeSchema]),
  /** Red, green, blue, alpha in even steps. */
  ramp: listOf(z.tuple([channel, channel, channel, channel]), { least: 2, most: 65 }),
  opacity: percentSchema.min(1),
  /** Only in the closed area where it begins; absent: wherever it is selected. */
  fence: fenceSchema.optional(),
  seed: seedSchema,
})
export type GradientAct = z.infer<typeof schema>

/** Colours that go from one to another over a layer, or a cell of it. */
export const gradient: ActKind<GradientAct> = {
  schema,
  cost: goesOver(10),
  facts: ({ layer }) => ({ name: 'gradient', work: 'fill', layer, isOnPaint: true }),
  apply(kernels, drawing, act) {
    const layer = requireUnlocked(drawing, act.layer)
    const place = ([x, y]: readonly [number, number]) => ({ x: x / SUBPIXELS, y: y / SUBPIXELS })
    const from = place(act.from)
    const within = act.fence ? fencedAt(kernels, drawing, layer, act.fence, from) : drawing.selection
    return withLayer(
      drawing,
      gradientLaid(drawing, layer, { ...act, from, to: place(act.to), one: ONE, opacity: act.opacity / 100 }, within),
    )
  },
}
