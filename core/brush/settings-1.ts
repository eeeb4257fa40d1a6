import { z } from 'zod'
import { GREATEST_SIZE, LEAST_SIZE, type ToolSettings } from './settings'

const percent = z.int().min(0).max(100)

/** A tool as version 1 strokes hold it. Old records must replay for ever, so this never changes. */
export const toolSettings1Schema = z.strictObject({
  tool: z.enum(['pencil', 'ink-pen', 'soft-brush', 'hard-eraser', 'soft-eraser']),
  size: z.int().min(LEAST_SIZE).max(GREATEST_SIZE),
  opacity: percent,
  flow: z.int().min(1).max(100),
  hardness: percent,
  spacing: z.int().min(2).max(100),
  pressureSize: percent,
  pressureFlow: percent,
  gather: z.enum(['flow', 'peak']),
  effect: z.enum(['paint', 'erase']),
  tooth: z.int().min(0).max(400),
})
export type ToolSettings1 = z.infer<typeof toolSettings1Schema>

/** The same tool in today's words: it draws the same bytes. */
export function fromVersion1({ tooth, ...set }: ToolSettings1): ToolSettings {
  return {
    ...set,
    tip: { kind: 'disc' },
    grain: { texture: 'cartridge', depth: tooth, bite: 0 },
    rim: 0,
    scatter: 0,
    speedSize: 0,
    speedFlow: 0,
    taperIn: 0,
    taperOut: 0,
    steadying: 0,
  }
}
