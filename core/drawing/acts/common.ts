import { z } from 'zod'
import { wholeNumbers, listOf } from '../../base'
import { SUBPIXELS } from '../../brush'

/** Layers on one sheet at most; memory sets a lower budget on big sheets. */
export const GREATEST_LAYERS = 100

const channel = z.int().min(0).max(255)

/** Red, green, blue, 0 … 255. */
export const colourSchema = z.tuple([channel, channel, channel])
export const layerIdSchema = z.string().regex(/^[a-z0-9][a-z0-9-]{0,39}$/)
export const layerNameSchema = z.string().trim().min(1).max(60)
export const seedSchema = z.int().min(0).max(0xffffffff)
export const percentSchema = z.int().min(0).max(100)

const FARTHEST_PLACE = 100_000 * SUBPIXELS
/** A coordinate in sixteenths of a px. */
export const placeSchema = z.int().min(-FARTHEST_PLACE).max(FARTHEST_PLACE)
/** x, y, x, y … in sixteenths of a px. @param short what is wrong when half a pair is missing */
export const placesSchema = (least: number, most: number, short = 'places are made of pairs: x, y') =>
  wholeNumbers({
    least,
    most,
    group: 2,
    short,
    range: [
      [-FARTHEST_PLACE, FARTHEST_PLACE],
      [-FARTHEST_PLACE, FARTHEST_PLACE],
    ],
  })
/** Places that are closed by joining their ends. */
export const outlineSchema = placesSchema(6, 40_000, 'an outline is made of pairs: x, y')

/** Farthest that a pour creeps under the line, px. */
export const GREATEST_GROW = 8
/** Widest gap that a pour or a fence closes, px. */
export const GREATEST_GAP = 40

/** Whose paint is a border: this layer's own, that of all that can be seen, or that of these layers. */
export const bordersSchema = z.union([
  z.enum(['this', 'all']),
  listOf(layerIdSchema, { least: 1, most: GREATEST_LAYERS }),
])

/** What bounds a closed area. */
export const fenceSchema = z.strictObject({
  tolerance: z.int().min(0).max(255),
  borders: bordersSchema,
  /** Gaps of the line so wide are closed, px. */
  gap: z.int().min(0).max(GREATEST_GAP),
  grow: z.int().min(0).max(GREATEST_GROW),
})
