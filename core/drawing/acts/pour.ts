import { z } from 'zod'
import { SUBPIXELS } from '../../brush'
import { PATTERNS, pour as pourInto, pour1 as pourInto1 } from '../../fill'
import { TEXTURES } from '../../kernels'
import { pictureNameSchema } from '../../pictures'
import {
  colourSchema,
  fenceSchema,
  GREATEST_GROW,
  layerIdSchema,
  outlineSchema,
  percentSchema,
  placesSchema,
  seedSchema,
} from './common'
import { requireUnlocked, type ActKind } from './contract'
import { CLOSING, goesOver, POURING } from './cost'
import { boxOfPlaces } from './facts'

const version1 = z.strictObject({
  kind: z.literal('pour'),
  version: z.literal(1),
  layer: layerIdSchema,
  x: z.int().min(0).max(100_000),
  y: z.int().min(0).max(100_000),
  colour: colourSchema,
  tolerance: z.int().min(0).max(255),
  borders: z.enum(['this', 'all']),
  grow: z.int().min(0).max(GREATEST_GROW),
  seed: seedSchema,
})

const paintSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('colour'), colour: colourSchema }),
  z.strictObject({ kind: z.literal('clear') }),
  z.strictObject({
    kind: z.literal('pattern'),
    colour: colourSchema,
    /** Of one's own: its mask, by the name of its px. */
    pattern: z.union([z.enum(PATTERNS), z.strictObject({ cut: pictureNameSchema })]),
    size: z.int().min(4).max(400),
  }),
  z.strictObject({
    kind: z.literal('grain'),
    colour: colourSchema,
    texture: z.enum(TEXTURES),
    strength: percentSchema.min(1),
  }),
])
export type PourPaint = z.infer<typeof paintSchema>

const version2 = z.strictObject({
  kind: z.literal('pour'),
  version: z.literal(2),
  layer: layerIdSchema,
  /** Places touched or dragged over, or a loop round cells; sixteenths of a px. */
  where: z.discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('places'),
      points: placesSchema(2, 20_000),
    }),
    z.strictObject({ kind: z.literal('loop'), points: outlineSchema }),
  ]),
  paint: paintSchema,
  ...fenceSchema.shape,
  seed: seedSchema,
})

const schema = z.discriminatedUnion('version', [version1, version2])

export type PourAct = z.infer<typeof schema>
/** A pour as they are today. */
export type FreshPourAct = z.infer<typeof version2>

/** What fills every cell in a loop goes so often more; one of the places that are touched, ms. */
const LOOP = 200
const PLACE = 0.2

/** Fills the closed area round a place, or several. Off the sheet it does nothing. */
export const pour: ActKind<PourAct> = {
  schema,
  cost(act, area) {
    if (act.version === 1) return goesOver(POURING)(act, area)
    const { where, gap } = act
    const goings = POURING + (gap > 0 ? CLOSING : 0) + (where.kind === 'loop' ? LOOP : 0)
    return goesOver(goings)(act, area) + (where.points.length / 2) * PLACE
  },
  facts: act => ({
    name: 'pour',
    work: 'pour',
    layer: act.layer,
    isOnPaint: true,
    pictures:
      act.version === 2 && act.paint.kind === 'pattern' && typeof act.paint.pattern === 'object'
        ? [act.paint.pattern.cut]
        : [],
    colour: act.version === 1 ? act.colour : act.paint.kind === 'clear' ? null : act.paint.colour,
    box: () =>
      act.version === 1 ? { x0: act.x, y0: act.y, x1: act.x + 1, y1: act.y + 1 } : boxOfPlaces(act.where.points, 2),
  }),
  apply(kernels, drawing, act) {
    const layer = requireUnlocked(drawing, act.layer)
    if (act.version === 1) return pourInto1(kernels, drawing, layer, act).drawing
    return pourInto(kernels, drawing, layer, pourOf(act)).drawing
  },
}

/** A pour in px. */
export function pourOf({ where, paint, ...rest }: FreshPourAct): Parameters<typeof pourInto>[3] {
  return {
    ...rest,
    where: { ...where, points: where.points.map(value => value / SUBPIXELS) },
    paint:
      paint.kind === 'grain'
        ? {
            ...paint,
            cover: 1 - (0.45 * paint.strength) / 100,
            grain: { texture: paint.texture, depth: (0.6 * paint.strength) / 100, bite: (2.4 * paint.strength) / 100 },
          }
        : paint,
  }
}
