import { z } from 'zod'
import { CoreError } from '../../base'
import { SUBPIXELS } from '../../brush'
import { withoutSelection, type Drawing, type Selection } from '../../layers'
import type { Kernels } from '../../kernels'
import {
  CHOICES,
  combined,
  GREATEST_SOFTENING,
  insideOutline,
  inverted,
  ofColour,
  paintOf,
  softened,
  wholeSheet,
} from '../../select'
import { layerIdSchema, outlineSchema } from './common'
import { requireLayer, type ActKind } from './contract'
import { goesOver } from './cost'

const softening = z.int().min(0).max(GREATEST_SOFTENING)

const areaSchema = z.discriminatedUnion('kind', [
  /** What lies inside an outline. */
  z.strictObject({ kind: z.literal('outline'), points: outlineSchema }),
  /** What has the colour of a place: of the layer, or of all that can be seen. */
  z.strictObject({
    kind: z.literal('colour'),
    layer: layerIdSchema,
    x: z.int().min(0).max(100_000),
    y: z.int().min(0).max(100_000),
    tolerance: z.int().min(0).max(255),
    borders: z.enum(['this', 'all']),
    isJoined: z.boolean(),
  }),
  /** What is painted on a layer. */
  z.strictObject({ kind: z.literal('paint'), layer: layerIdSchema }),
  z.strictObject({ kind: z.literal('all') }),
])
export type SelectArea = z.infer<typeof areaSchema>

const selectSchema = z.strictObject({
  kind: z.literal('select'),
  version: z.literal(1),
  area: areaSchema,
  choice: z.enum(CHOICES),
  /** How far its edge fades, px. */
  soften: softening,
})
const invertSchema = z.strictObject({ kind: z.literal('select-invert') })
const softenSchema = z.strictObject({
  kind: z.literal('select-soften'),
  version: z.literal(1),
  radius: softening.min(1),
})
const noneSchema = z.strictObject({ kind: z.literal('select-none') })

export type SelectAct = z.infer<typeof selectSchema>

/** Chooses a part of the sheet, or changes what is chosen. Refused when nothing would be. */
export const select: ActKind<SelectAct> = {
  schema: selectSchema,
  cost: goesOver(50),
  facts: () => ({ name: 'choice of a part' }),
  apply(kernels, drawing, act) {
    const next = softened(drawing.sheet, areaOf(kernels, drawing, act.area), act.soften)
    return chosen(
      drawing,
      combined(drawing.selection ?? null, next, drawing.selection || act.choice !== 'add' ? act.choice : 'new'),
    )
  },
}

function areaOf(kernels: Kernels, drawing: Drawing, area: SelectArea): Selection {
  switch (area.kind) {
    case 'outline':
      return insideOutline(
        drawing,
        area.points.map(value => value / SUBPIXELS),
      )
    case 'colour':
      return ofColour(kernels, drawing, requireLayer(drawing, area.layer), area, area.isJoined)
    case 'paint':
      return paintOf(requireLayer(drawing, area.layer))
    case 'all':
      return wholeSheet(drawing)
  }
}

function chosen(drawing: Drawing, selection: Selection): Drawing {
  if (selection.size === 0)
    throw new CoreError(
      'act-refused',
      'nothing would be selected',
      'Choose a place where there is something, or clear the selection.',
    )
  return { ...drawing, selection }
}

export const selectInvert: ActKind<z.infer<typeof invertSchema>> = {
  schema: invertSchema,
  cost: goesOver(5),
  facts: () => ({ name: 'choice turned round' }),
  apply: (_kernels, drawing) => chosen(drawing, inverted(drawing.sheet, drawing.selection ?? null)),
}

export const selectSoften: ActKind<z.infer<typeof softenSchema>> = {
  schema: softenSchema,
  cost: goesOver(40),
  facts: () => ({ name: 'choice softened' }),
  apply(_kernels, drawing, { radius }) {
    if (!drawing.selection)
      throw new CoreError('act-refused', 'there is no selection to soften', 'Select something first.')
    return chosen(drawing, softened(drawing.sheet, drawing.selection, radius))
  },
}

export const selectNone: ActKind<z.infer<typeof noneSchema>> = {
  schema: noneSchema,
  facts: () => ({ name: 'choice let go' }),
  apply: (_kernels, drawing) => withoutSelection(drawing),
}
