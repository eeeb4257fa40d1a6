import { z } from 'zod'
import { isRubbing, samplesSchema, Stroke, SUBPIXELS, toolPictures, toolSettingsSchema } from '../../brush'
import { withLayer } from '../../layers'
import { colourSchema, layerIdSchema, placesSchema, seedSchema } from './common'
import { requireUnlocked, type ActKind } from './contract'
import { goesOver, strokeCost } from './cost'
import { boxOfPlaces } from './facts'
import { fillOutlines } from './fill'

/** Forms that a stencil has. */
export const FORMS = ['line', 'curve', 'box', 'ellipse', 'polygon', 'polyline'] as const

const schema = z
  .strictObject({
    kind: z.literal('shape'),
    version: z.literal(1),
    layer: layerIdSchema,
    form: z.enum(FORMS),
    /** Its outline, x, y, x, y … in sixteenths of a px; closed by joining its ends. */
    outline: placesSchema(4, 8000, 'an outline is made of pairs: x, y'),
    /** The outline as a stroke of a tool, or none. */
    line: z
      .strictObject({
        tool: toolSettingsSchema.refine(tool => !isRubbing(tool), 'rubbing draws no outline'),
        colour: colourSchema,
        samples: samplesSchema,
      })
      .nullable(),
    /** What it is filled with, or nothing. */
    fill: z.strictObject({ colour: colourSchema, opacity: z.int().min(1).max(100) }).nullable(),
    seed: seedSchema,
  })
  .refine(act => act.line !== null || act.fill !== null, 'a shape has a line, a fill, or both')

export type ShapeAct = z.infer<typeof schema>

/** A shape set with a stencil: filled first, then its outline drawn with a tool. */
export const shape: ActKind<ShapeAct> = {
  schema,
  cost: (act, area) => goesOver(5)(act, area) + (act.line ? strokeCost(act.line.tool, act.line.samples, 1, area) : 0),
  facts: ({ layer, line, outline }) => ({
    name: 'shape',
    work: 'draw',
    layer,
    isOnPaint: true,
    tool: line?.tool ?? null,
    pictures: line ? toolPictures(line.tool) : [],
    box: () => boxOfPlaces(outline, 2),
  }),
  apply(kernels, drawing, act) {
    const outline = act.outline.map(value => value / SUBPIXELS)
    const filled = act.fill
      ? withLayer(
          drawing,
          fillOutlines(kernels, drawing, requireUnlocked(drawing, act.layer), [outline], {
            ...act.fill,
            seed: act.seed,
          }),
        )
      : drawing
    if (!act.line) return filled
    const { tool, colour, samples } = act.line
    const stroke = new Stroke(kernels, filled, requireUnlocked(filled, act.layer), { tool, colour, seed: act.seed })
    stroke.extend(samples)
    stroke.finish()
    return stroke.lay()
  },
}
