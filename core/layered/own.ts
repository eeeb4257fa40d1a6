import { z } from 'zod'
import { percentSchema, sheetSchema, stackItemShape } from '../drawing'

/*
 * What the standard lacks, beside it in the same file: the stack as it is here. `stack.xml` names it by an attribute of
 * our namespace. It is read only where all that it stands for is as it was written: another program may have changed
 * the drawing and kept this.
 */

export const OWN_NAMESPACE = 'urn:little-easel:stack:1'
export const OWN_PREFIX = 'easel'
export const OWN_FILE = 'easel/stack.json'

const digestSchema = z.string().regex(/^[0-9a-f]{64}$/)
const fileSchema = z.string().min(1).max(200)
const whole = z.int().min(-100_000).max(100_000)
/** One part of the paint, or none. */
const paintSchema = z.strictObject({ file: fileSchema, x: whole, y: whole }).nullable()
const item = stackItemShape(paintSchema)

export const ownStackSchema = z.strictObject({
  format: z.literal('little-easel-stack'),
  version: z.literal(1),
  /** SHA-256 of `stack.xml`, and of every picture. */
  standard: digestSchema,
  files: z.record(fileSchema, digestSchema),
  sheet: sheetSchema,
  light: z.strictObject({ x: z.number(), y: z.number(), height: z.int().min(0).max(90) }).optional(),
  layers: z.array(z.strictObject({ ...item, inside: z.literal(true).optional(), paint: paintSchema })).min(1),
  groups: z.array(z.strictObject(item)).optional(),
  /** A paper of one's own: the picture whose darkness it is, %. */
  paper: z.strictObject({ file: fileSchema, under: percentSchema, over: percentSchema }).optional(),
})
export type OwnStack = z.infer<typeof ownStackSchema>
export type OwnPaper = NonNullable<OwnStack['paper']>
export type OwnPaint = z.infer<typeof paintSchema>
