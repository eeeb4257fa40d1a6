import { z } from 'zod'

/** Sizes a tool may have, px. */
export const LEAST_SIZE = 1
export const GREATEST_SIZE = 600

const percent = z.int().min(0).max(100)

/**
 * A tool as it was set when a stroke was drawn. Whole numbers only, so that a record holds exactly
 * what was used. Per cents are of the full value; `pressure…` says how much of it pressure governs.
 */
export const toolSettingsSchema = z.strictObject({
  tool: z.enum(['pencil', 'ink-pen', 'soft-brush', 'hard-eraser', 'soft-eraser']),
  /** Diameter, px. */
  size: z.int().min(LEAST_SIZE).max(GREATEST_SIZE),
  opacity: percent,
  flow: z.int().min(1).max(100),
  hardness: percent,
  /** Distance between dabs, % of the diameter. */
  spacing: z.int().min(2).max(100),
  pressureSize: percent,
  pressureFlow: percent,
  gather: z.enum(['flow', 'peak']),
  effect: z.enum(['paint', 'erase']),
  /** Depth of the paper's tooth, %: 0 smooth, 100 a thin mask loses all in the hollows. */
  tooth: z.int().min(0).max(400),
})

export type ToolSettings = z.infer<typeof toolSettingsSchema>
export type ToolName = ToolSettings['tool']
