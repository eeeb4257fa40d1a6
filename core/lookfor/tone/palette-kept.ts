import { z } from 'zod'
import { colourName, difference00, wholePx, type Rgb8 } from '../../colour'
import { colourSchema } from '../../drawing'
import { isFound, limitOf, type Found, type Looking, type Measure } from '../contract'
import { listInWords, percentInWords } from '../words'
import { sampling, toneFields, viewOrReason } from './common'
import { viewMark, type RegionView } from './view'

const schema = z.strictObject({
  measure: z.literal('palette-kept'),
  ...toneFields,
  colours: z.array(colourSchema).min(1).max(24),
})
type Settings = z.infer<typeof schema>

/** CIEDE2000 (Sharma, Wu & Dalal 2005) up to which a colour counts as a well's. */
const NEAR = { gentle: 11, standard: 7, strict: 4 } as const
/** Share of the paint that must be kept, and nearly. */
const KEPT = 0.93
const NEARLY = 0.8
/** Colours are told apart in so many steps a channel. */
const STEPS = 32
/** A step from px to px, in all channels together, marks the soft edge between two colours: mixed, and nobody's. */
const EDGE = 30

function look(looking: Looking, settings: Settings): Found {
  const view = viewOrReason(looking, settings)
  if (isFound(view)) return view
  const limit = limitOf(settings.tolerance, NEAR)
  const sums = coloursOf(view)
  const counted = sums.reduce((sum, value, i) => (i % 4 === 3 ? sum + value : sum), 0)
  const strays = new Map<number, { colour: Rgb8; count: number }>()
  for (let key = 0; key < STEPS ** 3; key++) {
    const count = sums[4 * key + 3]!
    if (count === 0) continue
    const [r, g, b] = sums.subarray(4 * key) as unknown as Rgb8
    const colour: Rgb8 = [Math.round(r / count), Math.round(g / count), Math.round(b / count)]
    if (settings.colours.every(well => difference00(colour, [...well]) > limit)) strays.set(key, { colour, count })
  }
  const off = [...strays.values()].reduce((sum, { count }) => sum + count, 0)
  const kept = counted ? 1 - off / counted : 1
  const figure = { value: Math.round(1000 * kept) / 10, unit: '% of the paint' }
  const { what } = settings
  if (kept >= KEPT)
    return { verdict: 'met', figure, sentence: `The colours of ${what} are those of the palette.`, marks: [] }
  const names = [
    ...new Set(
      [...strays.values()]
        .sort((a, b) => b.count - a.count)
        .slice(0, 8)
        .map(({ colour }) => colourName(colour)),
    ),
  ].slice(0, 2)
  const set = new Uint8Array(view.painted.length)
  // Every second px speaks for its neighbours: marks are drawn on cells of 4 px.
  eachColour(view, 2, (key, i) => {
    if (strays.has(key)) set[i] = set[i + 1] = set[i + view.width] = set[i + view.width + 1] = 1
  })
  return {
    verdict: kept >= NEARLY ? 'nearly' : 'not-yet',
    figure,
    sentence: `${percentInWords(1 - kept)} of ${what} has colours that are not in the palette: ${listInWords(names)}.`,
    marks: [viewMark(view, set)],
  }
}

/** Red, green, blue and how many px, for each step of the colours; of a large region at samples. */
function coloursOf(view: RegionView): Float64Array {
  const sums = new Float64Array(4 * STEPS ** 3)
  const { rgba } = view
  eachColour(view, Math.ceil(Math.sqrt(sampling(view.painted.length))), (key, i) => {
    for (let c = 0; c < 3; c++) sums[4 * key + c]! += rgba[4 * i + c]!
    sums[4 * key + 3]!++
  })
  return sums
}

/** The painted px that are no mixed edge, at every so manieth row and column: which step of the colours each has. */
function eachColour(
  { rgba, painted, width, height }: RegionView,
  step: number,
  visit: (key: number, i: number) => void,
): void {
  const px = wholePx(rgba)
  for (let y = 1; y < height - 1; y += step) {
    for (let x = 1, i = y * width + 1; x < width - 1; x += step, i += step) {
      if (!painted[i]) continue
      // Flat colour is the rule: whole px are compared before their channels are.
      const own = px[i]
      if (
        !(px[i - 1] === own && px[i + 1] === own && px[i - width] === own && px[i + width] === own) &&
        isEdge(rgba, i, width)
      )
        continue
      const at = 4 * i
      visit(
        ((rgba[at]! * STEPS) >> 8) * STEPS * STEPS +
          ((rgba[at + 1]! * STEPS) >> 8) * STEPS +
          ((rgba[at + 2]! * STEPS) >> 8),
        i,
      )
    }
  }
}

function isEdge(rgba: Uint8Array, i: number, width: number): boolean {
  return (
    apart(rgba, i, i - 1) > EDGE ||
    apart(rgba, i, i + 1) > EDGE ||
    apart(rgba, i, i - width) > EDGE ||
    apart(rgba, i, i + width) > EDGE
  )
}

function apart(rgba: Uint8Array, i: number, j: number): number {
  return (
    Math.abs(rgba[4 * i]! - rgba[4 * j]!) +
    Math.abs(rgba[4 * i + 1]! - rgba[4 * j + 1]!) +
    Math.abs(rgba[4 * i + 2]! - rgba[4 * j + 2]!)
  )
}

export const paletteKept: Measure<Settings> = {
  schema,
  look,
  onPaper: { untold: 'which wells were used: its colours are those of the pencils, and of the light' },
}
