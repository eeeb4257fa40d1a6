import { z } from 'zod'
import { listOf } from '../../base'
import {
  fromVersion1,
  isRubbing,
  Rubbing,
  SAMPLE_FIELDS,
  samplesSchema,
  Stroke,
  toolPictures,
  toolSettings1Schema,
  toolSettingsSchema,
  unpackSample,
  type Frame,
  type LiveStroke,
  type StrokeStyle,
} from '../../brush'
import type { Kernels } from '../../kernels'
import type { Drawing, Layer } from '../../layers'
import { fencedAt, type Fence } from '../../select'
import { colourSchema, fenceSchema, layerIdSchema, seedSchema } from './common'
import { requireUnlocked, type ActKind } from './contract'
import { CLOSING, goesOver, POURING, strokeCost } from './cost'
import { boxOfPlaces } from './facts'

const common = {
  kind: z.literal('stroke'),
  layer: layerIdSchema,
  colour: colourSchema,
  seed: seedSchema,
  samples: samplesSchema,
}

const version1 = z.strictObject({ ...common, version: z.literal(1), tool: toolSettings1Schema })

/** Echoes are affine maps in whole parts of this: a, b, c, d turn and mirror, e and f (px) move. */
export const ECHO_ONE = 65536
const FARTHEST_ECHO = 200_000 * ECHO_ONE
const part = z
  .int()
  .min(-4 * ECHO_ONE)
  .max(4 * ECHO_ONE)
const move = z.int().min(-FARTHEST_ECHO).max(FARTHEST_ECHO)
/** Copies of a stroke at most: spokes of 24, mirrored. */
const GREATEST_ECHOES = 47

const version2 = z.strictObject({
  ...common,
  version: z.literal(2),
  tool: toolSettingsSchema,
  /** Where the stroke is repeated. */
  echoes: listOf(z.tuple([part, part, part, part, move, move]), { most: GREATEST_ECHOES }).optional(),
  /** It stays in the closed area in which it began: what bounds that. */
  fence: fenceSchema.optional(),
  /** One of several that came at one go: undo and redo take it together with the act before it. */
  joined: z.literal(true).optional(),
  /** What a held stroke was made into; its samples are those of the true shape. */
  trued: z.enum(['line', 'arc', 'circle', 'ellipse', 'triangle', 'box', 'polygon', 'polyline', 'curve']).optional(),
})

const schema = z.discriminatedUnion('version', [version1, version2])

export type StrokeAct = z.infer<typeof schema>
/** A stroke as strokes are drawn today. */
export type FreshStrokeAct = z.infer<typeof version2>

/** What a stroke is before it has samples and a layer. */
export type FreshStyle = Pick<FreshStrokeAct, 'tool' | 'colour' | 'seed' | 'echoes' | 'trued' | 'fence'>

/** How the act's stroke is drawn, whatever its version. */
export function styleOf(act: StrokeAct): StrokeStyle {
  if (act.version === 2) return freshStyleOf(act)
  return { tool: fromVersion1(act.tool), colour: act.colour, seed: act.seed }
}

export function freshStyleOf({ tool, colour, seed, echoes }: FreshStyle): StrokeStyle {
  return { tool, colour, seed, ...(echoes && { echoes: echoes.map(frameOf) }) }
}

function frameOf([a, b, c, d, e, f]: readonly number[]): Frame {
  const of = (value: number | undefined) => value! / ECHO_ONE
  return { a: of(a), b: of(b), c: of(c), d: of(d), e: of(e), f: of(f) }
}

/** A stroke that is about to be drawn, inside its fence if it has one. */
export function openStroke(kernels: Kernels, drawing: Drawing, layer: Layer, act: StrokeAct): LiveStroke {
  return strokeFrom(kernels, drawing, layer, styleOf(act), act.version === 2 ? act.fence : undefined, act.samples)
}

/** The same for a fresh one of which the first samples are known. */
export function openFreshStroke(
  kernels: Kernels,
  drawing: Drawing,
  layer: Layer,
  style: FreshStyle,
  samples: readonly number[],
): LiveStroke {
  return strokeFrom(kernels, drawing, layer, freshStyleOf(style), style.fence, samples)
}

function strokeFrom(
  kernels: Kernels,
  drawing: Drawing,
  layer: Layer,
  style: StrokeStyle,
  fence: Fence | undefined,
  samples: readonly number[],
): LiveStroke {
  const within = fence ? fencedAt(kernels, drawing, layer, fence, unpackSample(samples, 0)) : drawing.selection
  const Kind = isRubbing(style.tool) ? Rubbing : Stroke
  return new Kind(kernels, drawing, layer, style, within)
}

/** A stroke of any tool, from pen down to lift-off. */
export const stroke: ActKind<StrokeAct> = {
  schema,
  cost(act, area) {
    const { tool, echoes = [] } = styleOf(act)
    const isFenced = act.version === 2 && act.fence !== undefined
    const fence = isFenced ? goesOver(POURING + CLOSING)(act, area) : 0
    return strokeCost(tool, act.samples, 1 + echoes.length, area) + fence
  },
  facts: act => ({
    name: act.tool.tool,
    work: 'draw',
    layer: act.layer,
    isOnPaint: true,
    tool: act.tool,
    colour: act.version === 2 && (act.tool.effect === 'erase' || isRubbing(act.tool)) ? null : act.colour,
    pictures: act.version === 2 ? toolPictures(act.tool) : [],
    box: () => boxOfPlaces(act.samples, SAMPLE_FIELDS),
  }),
  apply(kernels, drawing, act, own) {
    const growing = openStroke(kernels, drawing, requireUnlocked(drawing, act.layer), act)
    growing.drawWhole(act.samples)
    return growing.lay(own)
  },
}
