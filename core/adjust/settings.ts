import { z } from 'zod'

/*
 * What can be done to the paint of a layer. Whole numbers only, so that a record holds exactly what was set.
 */

const percent = z.int().min(0).max(100)
const bothWays = z.int().min(-100).max(100)
const byte = z.int().min(0).max(255)
const colour = z.tuple([byte, byte, byte])

/** Widest blur, tenths of a px (standard deviation). */
export const GREATEST_SIGMA = 4000
const sigma = z.int().min(1).max(GREATEST_SIGMA)

/** A curve through points: what came in, what goes out. */
const curve = z
  .array(z.tuple([byte, byte]))
  .min(2)
  .max(12)
  .refine(
    points => points.every(([x], i) => i === 0 || x > points[i - 1]![0]),
    'a curve goes on to the right: no two points may stand over one another',
  )

/** Tones: colours over values. Two may have the same value: there the colour jumps. */
const stops = z
  .array(z.strictObject({ at: byte, colour }))
  .min(2)
  .max(6)
  .refine(each => each.every(({ at }, i) => i === 0 || at >= each[i - 1]!.at), 'tones go from dark to light')

const KINDS = {
  /** Gaussian; sigma in tenths of a px. */
  blur: z.strictObject({ kind: z.literal('blur'), sigma }),
  /** The difference to a blur is added so many per cent. */
  sharpen: z.strictObject({ kind: z.literal('sharpen'), sigma, amount: z.int().min(1).max(400) }),
  /** OKLCH: hue turned by degrees, chroma and lightness less or more. */
  colour: z.strictObject({
    kind: z.literal('colour'),
    hue: z.int().min(-180).max(180),
    chroma: bothWays,
    lightness: bothWays,
  }),
  light: z.strictObject({ kind: z.literal('light'), brightness: bothWays, contrast: bothWays }),
  curves: z.strictObject({
    kind: z.literal('curves'),
    all: curve,
    red: curve.optional(),
    green: curve.optional(),
    blue: curve.optional(),
  }),
  /**
   * `middle`: the value in the middle of what came in goes out as a half where it is 100; more is lighter (a power of
   * 100 ÷ middle).
   */
  levels: z
    .strictObject({
      kind: z.literal('levels'),
      black: byte,
      white: byte,
      middle: z.int().min(10).max(999),
      outBlack: byte,
      outWhite: byte,
    })
    .refine(({ black, white }) => black < white, 'black must lie below white'),
  tones: z.strictObject({ kind: z.literal('tones'), stops, strength: percent }),
  grey: z.strictObject({ kind: z.literal('grey'), amount: percent }),
  steps: z.strictObject({ kind: z.literal('steps'), count: z.int().min(2).max(32) }),
  threshold: z.strictObject({ kind: z.literal('threshold'), at: byte }),
  /**
   * Soft or photographed lines to solid ones on clear. `strength`: how dark something must be to be line, %; `thicken`:
   * px; `specks`: smaller ones go, px².
   */
  lines: z.strictObject({
    kind: z.literal('lines'),
    strength: z.int().min(2).max(98),
    soft: percent,
    thicken: z.int().min(-8).max(8),
    specks: z.int().min(0).max(400),
    evens: z.boolean(),
    colour,
  }),
  /** Takes out what has the hue of a colour; `width`: so many degrees to both sides. */
  sketch: z.strictObject({ kind: z.literal('sketch'), colour, width: z.int().min(2).max(90) }),
} as const

export const ADJUSTMENTS = Object.keys(KINDS) as AdjustmentKind[]
export type AdjustmentKind = keyof typeof KINDS

export const adjustmentSchema = z.discriminatedUnion('kind', [
  KINDS.blur,
  KINDS.sharpen,
  KINDS.colour,
  KINDS.light,
  KINDS.curves,
  KINDS.levels,
  KINDS.tones,
  KINDS.grey,
  KINDS.steps,
  KINDS.threshold,
  KINDS.lines,
  KINDS.sketch,
])
export type Adjustment = z.infer<typeof adjustmentSchema>
export type AdjustmentOf<K extends AdjustmentKind> = Extract<Adjustment, { kind: K }>

/** What each adjustment does as long as nothing was set. */
export const PLAIN_ADJUSTMENTS: { readonly [K in AdjustmentKind]: AdjustmentOf<K> } = {
  blur: { kind: 'blur', sigma: 40 },
  sharpen: { kind: 'sharpen', sigma: 15, amount: 80 },
  colour: { kind: 'colour', hue: 0, chroma: 0, lightness: 0 },
  light: { kind: 'light', brightness: 0, contrast: 0 },
  curves: {
    kind: 'curves',
    all: [
      [0, 0],
      [128, 128],
      [255, 255],
    ],
  },
  levels: { kind: 'levels', black: 0, white: 255, middle: 100, outBlack: 0, outWhite: 255 },
  tones: {
    kind: 'tones',
    stops: [
      { at: 0, colour: [52, 48, 84] },
      { at: 128, colour: [176, 120, 106] },
      { at: 255, colour: [250, 238, 214] },
    ],
    strength: 100,
  },
  grey: { kind: 'grey', amount: 100 },
  steps: { kind: 'steps', count: 5 },
  threshold: { kind: 'threshold', at: 128 },
  lines: { kind: 'lines', strength: 30, soft: 40, thicken: 0, specks: 12, evens: true, colour: [38, 42, 51] },
  sketch: { kind: 'sketch', colour: [110, 160, 210], width: 30 },
}

/** The same at a smaller size: what is measured in px shrinks with it. */
export function adjustmentAt(adjustment: Adjustment, scale: number): Adjustment {
  const shrunk = (value: number) => Math.max(1, Math.round(value * scale))
  switch (adjustment.kind) {
    case 'blur':
      return { ...adjustment, sigma: shrunk(adjustment.sigma) }
    case 'sharpen':
      return { ...adjustment, sigma: shrunk(adjustment.sigma) }
    case 'lines':
      return {
        ...adjustment,
        thicken: Math.round(adjustment.thicken * scale),
        specks: Math.floor(adjustment.specks * scale * scale),
      }
    default:
      return adjustment
  }
}
