import { z } from 'zod'
import { anyOf } from '../base'
import type { Kernels } from '../kernels'
import { closedOutline } from './closed-outline'
import { cantTell, type Band, type Evidence, type Finding, type Found, type Looking, type Measure } from './contract'
import { covered } from './covered'
import { confidentStrokes } from './drawn/confident-strokes'
import { endsMeet } from './drawn/ends-meet'
import { placement } from './drawn/placement'
import { proportion } from './drawn/proportion'
import { roundShape } from './drawn/round-shape'
import { steadyLine } from './drawn/steady-line'
import { straightLine } from './drawn/straight-line'
import { symmetry } from './drawn/symmetry'
import { evenWidth } from './drawn/even-width'
import { likeness } from './drawn/likeness'
import { polygon } from './drawn/polygon-shape'
import { stepsInOrder } from './steps-in-order'
import { blendedAlong } from './tone/blended-along'
import { castShadow } from './tone/cast-shadow'
import { texture } from './tone/texture'
import { bordersIn, isUnplaced, onSheet, placesOf, takesLimit, type Places } from './places'
import { insideLines } from './inside-lines'
import { layerSetUp } from './layer-set-up'
import { rightLayer } from './right-layer'
import { contrastPair } from './tone/contrast-pair'
import { depth } from './tone/depth'
import { enoughShades } from './tone/enough-shades'
import { ladderInOrder } from './tone/ladder-in-order'
import { lightFromPin } from './tone/light-from-pin'
import { livelyShadow } from './tone/lively-shadow'
import { noPureEnds } from './tone/no-pure-ends'
import { paleFringe } from './tone/pale-fringe'
import { lookedAt, pageOf } from './page'
import { paletteKept } from './tone/palette-kept'
import { seamsBlended } from './tone/seams-blended'
import { smoothGradient } from './tone/smooth-gradient'
import { sparingHighlights } from './tone/sparing-highlights'
import { valueRange } from './tone/value-range'
import { toolsUsed } from './tools-used'

export {
  findingSchema,
  markSchema,
  verdictSchema,
  type Band,
  type Evidence,
  type Finding,
  type Limit,
  type Mark,
  type Tolerance,
  type Verdict,
} from './contract'
export { pathMark } from './drawn/common'
export { drawnIn, type Drawn } from './drawn/paths'
export { shownTone, type ShownTone } from './tone/shown'
export { nextThing } from './next'
export { lookedAt, pageOf } from './page'
export { regionMark } from './regions'
export { boxOf, capital, listInWords } from './words'
export { traceOutline, type Gap, type Outline } from './outline'

/** Every measure: a new one is a file and a line here. */
const MEASURES = {
  'closed-outline': closedOutline,
  'confident-strokes': confidentStrokes,
  'contrast-pair': contrastPair,
  covered: covered,
  depth: depth,
  'ends-meet': endsMeet,
  'enough-shades': enoughShades,
  'inside-lines': insideLines,
  'ladder-in-order': ladderInOrder,
  'layer-set-up': layerSetUp,
  'light-from-pin': lightFromPin,
  'lively-shadow': livelyShadow,
  'no-pale-fringe': paleFringe,
  'no-pure-ends': noPureEnds,
  'palette-kept': paletteKept,
  placement: placement,
  proportion: proportion,
  'right-layer': rightLayer,
  'round-shape': roundShape,
  'seams-blended': seamsBlended,
  'smooth-gradient': smoothGradient,
  'sparing-highlights': sparingHighlights,
  'steady-line': steadyLine,
  'straight-line': straightLine,
  symmetry: symmetry,
  'tools-used': toolsUsed,
  'blended-along': blendedAlong,
  'cast-shadow': castShadow,
  'even-width': evenWidth,
  likeness: likeness,
  polygon: polygon,
  'steps-in-order': stepsInOrder,
  texture: texture,
  'value-range': valueRange,
}
export type MeasureName = keyof typeof MEASURES
export const MEASURE_NAMES = Object.keys(MEASURES) as MeasureName[]

/** What a step asks for: a name of its own, a title for people, and the measure with its settings. */
export const lookForSchema = z.strictObject({
  id: z.string().min(1).max(60),
  title: z.string().min(1).max(80),
  settings: anyOf(MEASURES),
})
export type LookFor = z.infer<typeof lookForSchema>

/** Which settings of a measure are places on the sheet. */
export const placesIn = (measure: MeasureName): Places => placesOf(MEASURES[measure].schema)

/** Whether a measure takes a limit of one's own; otherwise it knows its three levels only. */
export const takesOwnLimit = (measure: MeasureName): boolean => takesLimit(MEASURES[measure].schema)

/** Looks at the drawing with every look-for, in their order. No mask of the kernels is held open meanwhile. */
export function lookAt(kernels: Kernels, evidence: Evidence, lookFors: readonly LookFor[]): Finding[] {
  const { placed } = evidence.drawing
  const looking = lookedAt(kernels, evidence)
  return lookFors.map(({ id, title, settings }) => {
    const measure = MEASURES[settings.measure] as unknown as Measure<typeof settings>
    const places = placesIn(settings.measure)
    if (isUnplaced(settings, places))
      return {
        lookFor: id,
        ...cantTell(
          `Nobody has said yet where to look for “${title}”. It is set in the plan: under Look-fors, “Where”, an area is drawn on the sheet.`,
        ),
      }
    return { lookFor: id, ...foundBy(measure, looking, placed ? onSheet(settings, places, placed) : settings) }
  })
}

function foundBy<S extends { measure: string }>({ look, onPaper }: Measure<S>, looking: Looking, settings: S): Found {
  if (!looking.isOnPaper) return look(looking, settings)
  if ('untold' in onPaper) return cantTell(`Paper does not tell ${onPaper.untold}.`)
  const found = look(looking, onPaper.as(settings))
  return found.verdict === 'not-yet' && onPaper.unsure
    ? cantTell(`${found.sentence} It may not be so: ${onPaper.unsure}.`)
    : found
}

/**
 * Where a look-for looks and how much room it leaves, to be drawn over the sheet: the band that its measure knows, or
 * else the borders of what it looks at.
 */
export function bandsOf(evidence: Evidence, { settings }: LookFor): Band[] {
  const measure = MEASURES[settings.measure] as unknown as Measure<typeof settings>
  const places = placesIn(settings.measure)
  if (isUnplaced(settings, places)) return []
  const { placed } = evidence.drawing
  const there = placed ? onSheet(settings, places, placed) : settings
  // Where strokes went on paper is not known before it is looked at.
  const known = pageOf(evidence) ? [] : (measure.band?.(evidence, there) ?? [])
  return known.length ? known : bordersIn(there, places)
}
