import { z } from 'zod'
import { TEXTURES } from '../kernels'
import type { Sheet } from '../layers'
import { pictureNameSchema } from '../pictures'
import { colourSchema, percentSchema } from './acts/common'

export const LEAST_SIDE = 64
export const GREATEST_SIDE = 10_000
/** Px of a sheet at most: an A3 page at 400 dpi fits. */
export const GREATEST_AREA = 48_000_000

/** The texture of the paper, in per cent: as a ground under the paint, and once more softly over it. */
export const textureSchema = z.strictObject({ name: z.enum(TEXTURES), under: percentSchema, over: percentSchema })
export type PaperTexture = z.infer<typeof textureSchema>

/** One's own: the darkness of a picture, side by side without a seam, is how deep it is. */
export const ownTextureSchema = z.strictObject({
  ...textureSchema.shape,
  name: z.strictObject({ cut: pictureNameSchema }),
})
export type OwnPaperTexture = z.infer<typeof ownTextureSchema>

/** What the sheet is made of. */
export const paperSchema = z.strictObject({
  colour: colourSchema,
  texture: z.union([textureSchema, ownTextureSchema]).nullable(),
})

export const perInchSchema = z.int().min(10).max(2400)

export const sheetSchema = z
  .strictObject({
    width: z.int().min(LEAST_SIDE).max(GREATEST_SIDE),
    height: z.int().min(LEAST_SIDE).max(GREATEST_SIDE),
    paper: colourSchema,
    texture: textureSchema.optional(),
    perInch: perInchSchema.optional(),
  })
  .refine(
    sheet => sheet.width * sheet.height <= GREATEST_AREA,
    `a sheet has at most ${GREATEST_AREA / 1e6} million pixels`,
  )

/** A sheet as it begins: of a paper of one's own only its colour, for that is laid by an act. */
export function beginningSheet({ texture, paper, ...sheet }: Sheet): z.infer<typeof sheetSchema> {
  const { name } = texture ?? {}
  return {
    ...sheet,
    paper: [...paper],
    ...(texture && typeof name === 'string' && { texture: { name, under: texture.under, over: texture.over } }),
  }
}

/** Why there can be no sheet of this size, px; null when there can. */
export function checkSheet(width: number, height: number): { message: string; fix: string } | null {
  if (!Number.isInteger(width) || !Number.isInteger(height))
    return { message: 'A sheet has whole pixels.', fix: 'Give a width and a height.' }
  if (Math.min(width, height) < LEAST_SIDE)
    return {
      message: `A sheet of ${width} × ${height} px is too small to draw on.`,
      fix: `Each side needs at least ${LEAST_SIDE} px.`,
    }
  if (Math.max(width, height) > GREATEST_SIDE)
    return {
      message: `A side of ${Math.max(width, height)} px is too long.`,
      fix: `A side has ${GREATEST_SIDE} px at most: choose a smaller size or resolution.`,
    }
  if (width * height > GREATEST_AREA) {
    const millions = Math.ceil((width * height) / 1e5) / 10
    return {
      message: `${width} × ${height} px are ${millions} million pixels: more than this program keeps safely.`,
      fix: `Stay within ${GREATEST_AREA / 1e6} million: choose a smaller size or resolution.`,
    }
  }
  return null
}
