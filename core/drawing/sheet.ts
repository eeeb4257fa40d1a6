import { z } from 'zod'
import { colourSchema } from './acts'

export const LEAST_SIDE = 64
export const GREATEST_SIDE = 10_000
/** Px of a sheet at most: an A3 page at 400 dpi fits. */
export const GREATEST_AREA = 48_000_000

export const sheetSchema = z.strictObject({
  width: z.int().min(LEAST_SIDE).max(GREATEST_SIDE),
  height: z.int().min(LEAST_SIDE).max(GREATEST_SIDE),
  paper: colourSchema,
}).refine(sheet => sheet.width * sheet.height <= GREATEST_AREA, `a sheet has at most ${GREATEST_AREA / 1e6} million pixels`)
