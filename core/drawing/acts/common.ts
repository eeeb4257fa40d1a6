import { z } from 'zod'

/** Layers on one sheet at most; memory sets a lower budget on big sheets. */
export const GREATEST_LAYERS = 100

const channel = z.int().min(0).max(255)

/** Red, green, blue, 0 … 255. */
export const colourSchema = z.tuple([channel, channel, channel])
export const layerIdSchema = z.string().regex(/^[a-z0-9][a-z0-9-]{0,39}$/)
export const layerNameSchema = z.string().trim().min(1).max(60)
export const seedSchema = z.int().min(0).max(0xffffffff)
export const percentSchema = z.int().min(0).max(100)
