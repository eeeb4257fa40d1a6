import { z } from 'zod'
import { layerIdSchema } from '../drawing'
import { isEmptyRect, type Rect } from '../base'
import { layerAlpha, tilesBox, type Drawing, type Layer } from '../layers'
import { boxOfBits, countBits } from '../raster'
import {
  areaSchema,
  cantTell,
  isFound,
  toleranceSchema,
  type Evidence,
  type Found,
  type Measure,
  PAGE,
} from './contract'
import { traceOutline, type Gap, type Outline } from './outline'
import { listInWords, placeInWords } from './words'

const schema = z.strictObject({
  measure: z.literal('closed-outline'),
  layer: layerIdSchema,
  /** What it is, as a sentence names it: "the kettle". */
  what: z.string().min(1).max(60),
  /** Where it is expected, x, y, x, y, … px. */
  target: areaSchema,
  tolerance: toleranceSchema,
})
type Settings = z.infer<typeof schema>

/** Gaps up to this many px don't count. Common practice, no source: a pour is held by what is closed. */
const ALLOWED = { gentle: 3, standard: 1, strict: 0 } as const
/** Gaps up to this many px are nearly closed. */
const NEARLY = 8
/** The rings round gaps are at least this wide, px: a gap of two pixels must still be found. */
const LEAST_RING = 14

const traced = new WeakMap<Drawing, Map<string, Outline | null>>()

/**
 * The layer's outline round the target, or why it can't be judged. Traced once for each drawing: several look-fors ask
 * for it.
 */
export function outlineOf(
  evidence: Evidence,
  layerId: string,
  target: readonly number[],
  what: string,
): Outline | Found {
  const { drawing } = evidence
  const layer = drawing.layers.find(each => each.id === layerId)
  if (!layer) return cantTell(`There is no layer for the lines yet, so the outline of ${what} can't be looked at.`)
  let known = traced.get(drawing)
  if (!known) traced.set(drawing, (known = new Map()))
  const key = `${layerId}:${target.join()}`
  let outline = known.get(key)
  if (outline === undefined) known.set(key, (outline = tracedIn(drawing, layer, target)))
  return outline ?? cantTell(`There is no line round ${what} on the layer “${layer.name}” yet.`)
}

/** A closed outline, the layer that is coloured in it, and how many px lie inside. */
export interface Inside {
  readonly outline: Outline
  readonly layer: Layer
  readonly area: number
}

/**
 * What a colour is looked at in, or why it can't be yet.
 *
 * @param then what can be looked at once the outline is closed: "its colour"
 */
export function insideOf(
  evidence: Evidence,
  {
    layer: id,
    lines,
    target,
    what,
  }: { readonly layer: string; readonly lines: string; readonly target: readonly number[]; readonly what: string },
  then: string,
): Inside | Found {
  const layer = evidence.drawing.layers.find(each => each.id === id)
  if (!layer) return cantTell('There is no layer for the colour yet.')
  const outline = outlineOf(evidence, lines, target, what)
  if (isFound(outline)) return outline
  if (outline.isOpen) return cantTell(`Close the outline of ${what} first, then ${then} can be looked at.`)
  const area = countBits(outline.inside)
  return area
    ? { outline, layer, area }
    : cantTell(`The outline does not lie where ${what} is expected, so it can’t be looked at.`)
}

function tracedIn(drawing: Drawing, layer: Layer, target: readonly number[]): Outline | null {
  // Traced in the part of the sheet that the layer's paint covers.
  const box = tilesBox(drawing, layer)
  if (isEmptyRect(box)) return null
  const outline = traceOutline(
    layerAlpha(drawing, layer, box),
    box.x1 - box.x0,
    box.y1 - box.y0,
    target.map((value, i) => value - (i % 2 ? box.y0 : box.x0)),
  )
  return (
    outline && {
      ...outline,
      gaps: outline.gaps.map(gap => ({ ...gap, x: gap.x + box.x0, y: gap.y + box.y0 })),
      box: movedRect(outline.box, box.x0, box.y0),
    }
  )
}

/** The box round the inside, sheet px; that of the line where there is none. */
export function insideBox({ inside, box }: Outline): Rect {
  const own = boxOfBits(inside)
  return own ? movedRect(own, box.x0, box.y0) : box
}

function movedRect({ x0, y0, x1, y1 }: Rect, x: number, y: number): Rect {
  return { x0: x0 + x, y0: y0 + y, x1: x1 + x, y1: y1 + y }
}

function look(evidence: Evidence, { layer, target, what, tolerance }: Settings): Found {
  const outline = outlineOf(evidence, layer, target, what)
  if (isFound(outline)) return outline
  if (outline.isOpen) {
    return {
      verdict: 'not-yet',
      figure: null,
      sentence: `The outline of ${what} is still wide open. Bring its two ends together.`,
      marks: [],
    }
  }
  const gaps = outline.gaps.filter(gap => gap.width > ALLOWED[tolerance])
  if (gaps.length === 0) {
    return {
      verdict: 'met',
      figure: { value: 0, unit: 'gaps' },
      sentence: `The outline of ${what} is closed all round.`,
      marks: [],
    }
  }
  const widest = Math.max(...gaps.map(gap => gap.width))
  return {
    verdict: widest <= NEARLY ? 'nearly' : 'not-yet',
    figure: { value: widest, unit: 'px' },
    sentence: gapsInWords(gaps, outline, what),
    marks: gaps.map(gap => ({
      kind: 'ring',
      x: gap.x,
      y: gap.y,
      radius: Math.max(gap.width, LEAST_RING),
      label: `${gap.width} px`,
    })),
  }
}

function gapsInWords(gaps: readonly Gap[], outline: Outline, what: string): string {
  const box = insideBox(outline)
  const places = gaps.slice(0, 3).map(gap => `${gap.width} px ${placeInWords(gap.x, gap.y, box)}`)
  if (gaps.length === 1) return `There is a gap of ${places[0]} of ${what}.`
  const more = gaps.length > 3 ? `, and ${gaps.length - 3} more` : ''
  return `There are ${gaps.length} gaps in ${what}: ${more ? places.join(', ') + more : listInWords(places)}.`
}

export const closedOutline: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.lines }) },
}
