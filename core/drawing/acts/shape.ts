import { z } from 'zod'
import { intersectRect } from '../../base'
import { samplesSchema, Stroke, SUBPIXELS, toolSettingsSchema } from '../../brush'
import { FULL, NO_GRAIN, type Kernels } from '../../kernels'
import { layMask, sheetRect, tilesUnder, withLayer, type Drawing } from '../../layers'
import { polygonCoverage } from '../../raster'
import { colourSchema, layerIdSchema, seedSchema } from './common'
import { requireLayer, type ActKind } from './contract'

/** Forms that a stencil has. */
export const FORMS = ['line', 'curve', 'box', 'ellipse', 'polygon', 'polyline'] as const

const place = z.int().min(-100_000 * SUBPIXELS).max(100_000 * SUBPIXELS)

const schema = z.strictObject({
  kind: z.literal('shape'),
  version: z.literal(1),
  layer: layerIdSchema,
  form: z.enum(FORMS),
  /** Its outline, x, y, x, y … in sixteenths of a px; closed by joining its ends. */
  outline: z.array(place).min(4).max(8000).refine(values => values.length % 2 === 0, 'an outline is made of pairs: x, y'),
  /** The outline as a stroke of a tool, or none. */
  line: z.strictObject({ tool: toolSettingsSchema, colour: colourSchema, samples: samplesSchema }).nullable(),
  /** What it is filled with, or nothing. */
  fill: z.strictObject({ colour: colourSchema, opacity: z.int().min(1).max(100) }).nullable(),
  seed: seedSchema,
}).refine(act => act.line !== null || act.fill !== null, 'a shape has a line, a fill, or both')

export type ShapeAct = z.infer<typeof schema>

/** A shape set with a stencil: filled first, then its outline drawn with a tool. */
export const shape: ActKind<ShapeAct> = {
  schema,
  apply(kernels, drawing, act) {
    const filled = act.fill ? fillShape(kernels, drawing, act, act.fill) : drawing
    if (!act.line) return filled
    const { tool, colour, samples } = act.line
    const stroke = new Stroke(kernels, filled, requireLayer(filled, act.layer), { tool, colour, seed: act.seed })
    stroke.extend(samples)
    stroke.finish()
    return stroke.lay()
  },
}

function fillShape(kernels: Kernels, drawing: Drawing, act: ShapeAct, { colour, opacity }: NonNullable<ShapeAct['fill']>): Drawing {
  const layer = requireLayer(drawing, act.layer)
  const points = act.outline.map(value => value / SUBPIXELS)
  const box = intersectRect(boxOf(points), sheetRect(drawing.sheet))
  const row = new Uint16Array(box.x1 - box.x0)
  polygonCoverage(points, box, (y, coverage) => {
    for (let x = 0; x < row.length; x++) row[x] = Math.floor(coverage[x]! * FULL + 0.5)
    kernels.writeMaskRow(box.x0, y, row)
  })
  const laying = { kind: 'paint', colour, opacity: opacity / 100, grain: NO_GRAIN, rim: 0, seed: act.seed } as const
  const after = layMask(kernels, layer, drawing.sheet, tilesUnder(drawing.sheet, box), laying)
  kernels.clearMask(box)
  return withLayer(drawing, after)
}

function boxOf(points: readonly number[]) {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let i = 0; i < points.length; i += 2) {
    x0 = Math.min(x0, points[i]!)
    x1 = Math.max(x1, points[i]!)
    y0 = Math.min(y0, points[i + 1]!)
    y1 = Math.max(y1, points[i + 1]!)
  }
  return { x0: Math.floor(x0), y0: Math.floor(y0), x1: Math.ceil(x1), y1: Math.ceil(y1) }
}
