import { z } from 'zod'
import { CoreError } from '../../base'
import { paperHeights } from '../../cut'
import { ownTexture, TEXTURE_SIDE, type Kernels } from '../../kernels'
import type { Sheet } from '../../layers'
import { requirePicture } from '../../pictures'
import { checkSheet, paperSchema, perInchSchema } from '../sheet'
import { resizedDrawing, scaledDrawing } from '../resize'
import type { ReadyingKind } from './contract'
import { goesOver } from './cost'

const side = z.int().min(-100_000).max(100_000)

const cutSchema = z.strictObject({
  kind: z.literal('sheet-cut'),
  version: z.literal(1),
  /** What the new sheet holds, whole px of the old one: x0, y0, x1, y1. Beyond the old one it is empty. */
  box: z.tuple([side, side, side, side]),
})
const scaleSchema = z.strictObject({
  kind: z.literal('sheet-scale'),
  version: z.literal(1),
  width: z.int(),
  height: z.int(),
})
const paperActSchema = z.strictObject({ kind: z.literal('sheet-paper'), ...paperSchema.shape })
const inchSchema = z.strictObject({ kind: z.literal('sheet-resolution'), perInch: perInchSchema })

export type SheetCutAct = z.infer<typeof cutSchema>
export type SheetPaperAct = z.infer<typeof paperActSchema>

function refused(width: number, height: number): void {
  const trouble = checkSheet(width, height)
  if (trouble) throw new CoreError('act-refused', trouble.message, trouble.fix)
}

/** Makes the sheet larger or smaller without touching what is drawn: extends it, or crops. */
export const sheetCut: ReadyingKind<SheetCutAct> = {
  isReadying: true,
  schema: cutSchema,
  cost: goesOver(10),
  facts: () => ({ name: 'sheet cut' }),
  apply(_kernels, drawing, { box: [x0, y0, x1, y1] }) {
    refused(x1 - x0, y1 - y0)
    return resizedDrawing(drawing, { x0, y0, x1, y1 })
  },
}

/** Scales the sheet with all that is on it. */
export const sheetScale: ReadyingKind<z.infer<typeof scaleSchema>> = {
  isReadying: true,
  schema: scaleSchema,
  cost: goesOver(40),
  facts: () => ({ name: 'sheet scaled' }),
  apply(kernels, drawing, { width, height }) {
    refused(width, height)
    return scaledDrawing(kernels, drawing, width, height)
  },
}

/** Another paper: its colour, and the texture under and over the paint. */
export const sheetPaper: ReadyingKind<SheetPaperAct> = {
  isReadying: true,
  schema: paperActSchema,
  facts: ({ texture }) => ({
    name: 'paper',
    pictures: texture && typeof texture.name === 'object' ? [texture.name.cut] : [],
  }),
  apply: (kernels, drawing, { colour, texture }) => ({
    ...drawing,
    sheet: { ...drawing.sheet, paper: colour, texture: texture ? withHeights(kernels, texture) : undefined },
  }),
}

/** Its heights are found once, when the paper is laid: whoever shows the sheet needs no picture. */
export function withHeights(kernels: Kernels, texture: NonNullable<SheetPaperAct['texture']>): Sheet['texture'] {
  const { name, under, over } = texture
  if (typeof name === 'string') return { name, under, over }
  return { name, under, over, heights: ownTexture(paperHeights(requirePicture(kernels, name.cut), TEXTURE_SIDE)) }
}

/** How many px an inch of paper has: for rulers and printing; no px changes. */
export const sheetResolution: ReadyingKind<z.infer<typeof inchSchema>> = {
  isReadying: true,
  schema: inchSchema,
  facts: () => ({ name: 'resolution' }),
  apply: (_kernels, drawing, { perInch }) => ({ ...drawing, sheet: { ...drawing.sheet, perInch } }),
}
