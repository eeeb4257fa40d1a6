import { z } from 'zod'
import { listOf } from '../base'

const place = z.number().min(-100_000).max(100_000)
const point = z.strictObject({ x: place, y: place })
const look = {
  id: z.string().min(1).max(40),
  /** %, and px on the screen. */
  opacity: z.int().min(5).max(100),
  weight: z.number().min(0.5).max(6),
  isShown: z.boolean(),
  /** Whether strokes are held to it. */
  isFollowed: z.boolean(),
}

/** Least distance between lines, px of the sheet. */
export const LEAST_SPACING = 4
const spacing = z.number().min(LEAST_SPACING).max(10_000)

/** Ways of one guide, and places on all of them, at most. */
export const MOST_WAYS = 60
export const MOST_WAY_PLACES = 2000

/** A guide over the sheet. Sheet px; degrees clockwise on the screen. */
export const guideSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('grid'), ...look, spacing, offsetX: place, offsetY: place }),
  z.strictObject({ kind: z.literal('thirds'), ...look }),
  /** Lines at 30°, 90° and 150°, `spacing` apart. */
  z.strictObject({ kind: z.literal('isometric'), ...look, spacing, offsetX: place, offsetY: place }),
  /** One to three vanishing points. */
  z.strictObject({ kind: z.literal('perspective'), ...look, points: z.array(point).min(1).max(3) }),
  z.strictObject({ kind: z.literal('mirror'), ...look, middle: point, angle: z.number().min(-360).max(360) }),
  z.strictObject({
    kind: z.literal('spokes'),
    ...look,
    middle: point,
    count: z.int().min(2).max(24),
    isMirrored: z.boolean(),
    angle: z.number().min(-360).max(360),
  }),
  /** Ways of any form; each is x, y, x, y … from the middle, before it is turned and scaled (%). */
  z.strictObject({
    kind: z.literal('ways'),
    ...look,
    middle: point,
    angle: z.number().min(-360).max(360),
    scale: z.number().min(5).max(1000),
    ways: listOf(
      listOf(place, { least: 4, most: 2 * MOST_WAY_PLACES }).refine(
        way => way.length % 2 === 0,
        'A place has x and y.',
      ),
      { least: 1, most: MOST_WAYS },
    ).refine(ways => ways.flat().length <= 2 * MOST_WAY_PLACES, `At most ${MOST_WAY_PLACES} places.`),
  }),
])
export type Guide = z.infer<typeof guideSchema>
export type GuideKind = Guide['kind']
/** Those that are laid out for any sheet; ways are somebody's own. */
export type LaidGuideKind = Exclude<GuideKind, 'ways'>

interface Extent {
  readonly width: number
  readonly height: number
}

export const LOOK = { opacity: 55, weight: 1, isShown: true, isFollowed: false }

/** A new guide of a kind, laid out for the sheet. */
export function newGuide(kind: LaidGuideKind, id: string, { width, height }: Extent): Guide {
  const middle = { x: width / 2, y: height / 2 }
  const spacing = Math.max(LEAST_SPACING, Math.round(Math.min(width, height) / 12))
  switch (kind) {
    // Centred: a line runs through the middle, so that halves are equal.
    case 'grid':
      return { kind, id, ...LOOK, spacing, offsetX: middle.x % spacing, offsetY: middle.y % spacing }
    case 'isometric':
      return { kind, id, ...LOOK, spacing, offsetX: middle.x, offsetY: middle.y }
    case 'thirds':
      return { kind, id, ...LOOK }
    case 'perspective':
      return {
        kind,
        id,
        ...LOOK,
        points: [
          { x: -width * 0.15, y: height * 0.4 },
          { x: width * 1.15, y: height * 0.4 },
        ],
      }
    case 'mirror':
      return { kind, id, ...LOOK, middle, angle: 90, isFollowed: true }
    case 'spokes':
      return { kind, id, ...LOOK, middle, count: 6, isMirrored: false, angle: 0, isFollowed: true }
  }
}

/** Vanishing points that lie this near to each other are one, px. */
const LEAST_APART = 8

/** Why a guide can't be used as it is, and what to do; null when it can. */
export function guideTrouble(guide: Guide): string | null {
  if (guide.kind !== 'perspective') return null
  const { points } = guide
  const isOnAnother = points.some((a, i) =>
    points.some((b, j) => j > i && Math.hypot(a.x - b.x, a.y - b.y) < LEAST_APART),
  )
  return isOnAnother ? 'Two vanishing points lie on each other. Drag one of them away.' : null
}
