import { z } from 'zod'
import { TEXTURES } from '../kernels'
import { pictureNameSchema, type PictureName } from '../pictures'

/** Sizes a tool may have, px. */
export const LEAST_SIZE = 1
export const GREATEST_SIZE = 600
/** Strongest steadying. */
export const GREATEST_STEADYING = 10

export const TOOL_IDS = [
  'pencil',
  'ink-pen',
  'broad-nib',
  'round-brush',
  'dry-brush',
  'marker',
  'crayon',
  'chalk',
  'spatter',
  'stamp',
  'soft-brush',
  'wash',
  'glow',
  'smudge',
  'soften',
  'hard-eraser',
  'soft-eraser',
  'kneaded-eraser',
] as const
export type ToolName = (typeof TOOL_IDS)[number]

export const STAMP_SHAPES = ['disc', 'ring', 'square', 'triangle', 'star', 'leaf'] as const
export type StampShape = (typeof STAMP_SHAPES)[number]

/** A shape of one's own: its mask, by the name of its px. */
export interface CutShape {
  readonly cut: PictureName
}

const percent = z.int().min(0).max(100)
const bothWays = z.int().min(-100).max(100)

/** What touches the paper. */
export const tipSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('disc') }),
  /**
   * A flat edge: `angle` of its long side from the horizontal, degrees anticlockwise; `thin`: its short side, % of the
   * long one.
   */
  z.strictObject({ kind: z.literal('nib'), angle: z.int().min(0).max(179), thin: z.int().min(4).max(100) }),
  /**
   * A bundle of bristles across the stroke. `dryness`: how many of them skip; `reach`: how far the paint lasts, in
   * sizes, 0 for ever.
   */
  z.strictObject({ kind: z.literal('bristles'), dryness: percent, reach: z.int().min(0).max(400) }),
  /**
   * Drops thrown within the size while time passes: `rate` a second for each 10 px of the size; `drop`: their size, px.
   */
  z.strictObject({ kind: z.literal('spray'), rate: z.int().min(1).max(400), drop: z.int().min(1).max(40) }),
  /**
   * A shape set down again and again. `turn`: always the same way up, along the stroke, or any way. By chance it is
   * smaller by up to `shrinks` per cent, and turned by up to `sways` degrees to either side; absent: not at all.
   */
  z.strictObject({
    kind: z.literal('shape'),
    shape: z.union([z.enum(STAMP_SHAPES), z.strictObject({ cut: pictureNameSchema })]),
    turn: z.enum(['upright', 'along', 'any']),
    shrinks: z.int().min(0).max(90).optional(),
    sways: z.int().min(0).max(180).optional(),
  }),
])
export type Tip = z.infer<typeof tipSchema>

/**
 * A tool as it was set when a stroke was drawn. Whole numbers only, so that a record holds exactly
 * what was used. Per cents are of the full value; `pressure…` and `speed…` say how much of it they
 * govern (speed below 0: faster gives more).
 */
export const toolSettingsSchema = z.strictObject({
  tool: z.enum(TOOL_IDS),
  /** Diameter, px. */
  size: z.int().min(LEAST_SIZE).max(GREATEST_SIZE),
  opacity: percent,
  flow: z.int().min(1).max(100),
  hardness: percent,
  /** Distance between dabs, % of the diameter (of a nib: of its short side). */
  spacing: z.int().min(2).max(400),
  tip: tipSchema,
  /** What the paper does to the paint, %. `depth` thins faint paint in the hollows, `bite` skips them. */
  grain: z.strictObject({ texture: z.enum(TEXTURES), depth: z.int().min(0).max(400), bite: z.int().min(0).max(800) }),
  /** How much paler inside than at the rim, %. */
  rim: percent,
  /** How far it runs into paint that was there before, as if that were wet, %; absent: not at all. */
  wet: percent.optional(),
  /** How far dabs stray from the path, % of the diameter. */
  scatter: z.int().min(0).max(400),
  pressureSize: percent,
  pressureFlow: percent,
  speedSize: bothWays,
  speedFlow: bothWays,
  /** Length over which a stroke swells at its start and thins at its end, % of the diameter. */
  taperIn: z.int().min(0).max(2000),
  taperOut: z.int().min(0).max(2000),
  gather: z.enum(['flow', 'peak']),
  /**
   * What the stroke does: lay paint, glaze over it, add light, take paint off; or rub what is there: drag it along,
   * blur it.
   */
  effect: z.enum(['paint', 'glaze', 'glow', 'erase', 'smudge', 'soften']),
  /** 0 the hand as it is … 10 very calm. */
  steadying: z.int().min(0).max(GREATEST_STEADYING),
})

export type ToolSettings = z.infer<typeof toolSettingsSchema>

/** The pictures that a tool draws with: the mask of a stamp of one's own. */
export function toolPictures({ tip }: Pick<ToolSettings, 'tip'>): PictureName[] {
  return tip.kind === 'shape' && typeof tip.shape === 'object' ? [tip.shape.cut] : []
}

/** Whether a tool rubs what is there instead of laying paint. */
export function isRubbing({ effect }: Pick<ToolSettings, 'effect'>): boolean {
  return effect === 'smudge' || effect === 'soften'
}
