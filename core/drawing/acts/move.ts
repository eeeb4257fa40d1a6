import { z } from 'zod'
import { CoreError, listOf } from '../../base'
import { samplesSchema, SUBPIXELS } from '../../brush'
import { withLayer } from '../../layers'
import {
  BENDS,
  Bending,
  destinationTrouble,
  Lifted,
  mirroredHalf,
  movedSelection,
  type Destination,
} from '../../moving'
import { GREATEST_LAYERS, layerIdSchema, placeSchema, placesSchema } from './common'
import { requireUnlocked, type ActKind } from './contract'
import { bendCost, goesOver } from './cost'

/** Cells of a net along a side at most. */
export const GREATEST_NET = 12

const whole = z.int().min(-100_000).max(100_000)
export const destinationSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('corners'), points: placesSchema(8, 8) }),
  z.strictObject({
    kind: z.literal('net'),
    columns: z.int().min(1).max(GREATEST_NET),
    rows: z.int().min(1).max(GREATEST_NET),
    points: placesSchema(8, 2 * (GREATEST_NET + 1) ** 2),
  }),
])

/**
 * 1: half-selected paint is taken by its share, which leaves a rim of what was selected by itself; 2: as much as is
 * selected.
 */
const movingVersion = z.union([z.literal(1), z.literal(2)])

const moveSchema = z.strictObject({
  kind: z.literal('move'),
  version: movingVersion,
  layer: layerIdSchema,
  /** What was taken hold of, whole sheet px: x0, y0, x1, y1. With a selection only what is selected of it. */
  box: z.tuple([whole, whole, whole, whole]).refine(([x0, y0, x1, y1]) => x1 > x0 && y1 > y0, 'the box is empty'),
  /** Where it goes, sixteenths of a px. */
  to: destinationSchema,
  /** Whether it stays where it was as well. */
  leaves: z.boolean(),
})
export type MoveAct = z.infer<typeof moveSchema>

const bendSchema = z.strictObject({
  kind: z.literal('bend'),
  version: z.literal(1),
  layer: layerIdSchema,
  how: z.enum(BENDS),
  size: z.int().min(4).max(1200),
  strength: z.int().min(1).max(100),
  samples: samplesSchema,
})
export type BendAct = z.infer<typeof bendSchema>

const mirrorSchema = z.strictObject({
  kind: z.literal('mirror-half'),
  version: z.literal(1),
  layer: layerIdSchema,
  /** Two places on the line, sixteenths of a px; what lies left of the way from the first to the second is mirrored. */
  line: z
    .tuple([placeSchema, placeSchema, placeSchema, placeSchema])
    .refine(([ax, ay, bx, by]) => ax !== bx || ay !== by, 'the line needs two places'),
})
export type MirrorHalfAct = z.infer<typeof mirrorSchema>

const moveLayersSchema = z.strictObject({
  kind: z.literal('move-layers'),
  version: movingVersion,
  /** What of which layer goes where, as in a move of one. */
  parts: listOf(z.strictObject({ layer: layerIdSchema, box: moveSchema.shape.box, to: destinationSchema }), {
    least: 1,
    most: GREATEST_LAYERS,
  }),
  leaves: z.boolean(),
})
export type MoveLayersAct = z.infer<typeof moveLayersSchema>

/** The destination in px. */
export function destinationOf(to: MoveAct['to']): Destination {
  return { ...to, points: to.points.map(value => value / SUBPIXELS) }
}

/** Moves, turns, scales, skews or bends a part of a layer; the selection goes with it. */
export const move: ActKind<MoveAct> = {
  schema: moveSchema,
  cost: goesOver(50),
  facts: ({ layer }) => ({ name: 'move', work: 'move', layer, isOnPaint: true }),
  apply(kernels, drawing, act) {
    const [x0, y0, x1, y1] = act.box
    const box = { x0, y0, x1, y1 }
    const to = destinationOf(act.to)
    const trouble = destinationTrouble(box, to)
    if (trouble) throw new CoreError('act-refused', trouble, 'Pull the corners apart.')
    const { sheet, selection } = drawing
    const layer = new Lifted(
      kernels,
      sheet,
      requireUnlocked(drawing, act.layer),
      box,
      selection,
      act.leaves,
      act.version === 1 ? 'share' : 'as-much',
    ).laid(to)
    const after = withLayer(drawing, layer)
    if (!selection) return after
    const moved = movedSelection(kernels, sheet, selection, box, to)
    return { ...after, selection: moved.size ? moved : undefined }
  },
}

/** The same with parts of several layers at once; the selection goes where the first one goes. */
export const moveLayers: ActKind<MoveLayersAct> = {
  schema: moveLayersSchema,
  cost: goesOver(50),
  facts: () => ({ name: 'move of several layers', work: 'move' }),
  apply(kernels, drawing, { version, parts, leaves }) {
    if (new Set(parts.map(each => each.layer)).size !== parts.length)
      throw new CoreError('act-refused', 'a layer was named twice', 'Choose each layer once.')
    const { selection } = drawing
    return parts.reduce((now, part) => {
      const moved = move.apply(kernels, { ...now, selection }, { kind: 'move', version, ...part, leaves })
      return { ...moved, selection: now === drawing ? moved.selection : now.selection }
    }, drawing)
  },
}

/** Pushes, swells or pinches the paint of a layer. */
export const bend: ActKind<BendAct> = {
  schema: bendSchema,
  cost: (act, area) => goesOver(15)(act, area) + bendCost(act, area),
  facts: ({ layer }) => ({ name: 'bend', work: 'move', layer, isOnPaint: true }),
  apply(kernels, drawing, act) {
    const bending = new Bending(kernels, drawing.sheet, requireUnlocked(drawing, act.layer), act, drawing.selection)
    bending.extend(act.samples)
    return withLayer(drawing, bending.lay())
  },
}

/** Mirrors one side of a layer onto the other. */
export const mirrorHalf: ActKind<MirrorHalfAct> = {
  schema: mirrorSchema,
  cost: goesOver(50),
  facts: ({ layer }) => ({ name: 'mirrored half', work: 'move', layer, isOnPaint: true }),
  apply(kernels, drawing, act) {
    const [ax, ay, bx, by] = act.line.map(value => value / SUBPIXELS) as [number, number, number, number]
    return withLayer(
      drawing,
      mirroredHalf(kernels, drawing.sheet, requireUnlocked(drawing, act.layer), { ax, ay, bx, by }, drawing.selection),
    )
  },
}
