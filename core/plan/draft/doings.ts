import { SAMPLE_FIELDS, SUBPIXELS, type ToolSettings } from '../../brush'
import { durationOf, type Act, type StandingAct } from '../../drawing'
import { isReadying } from '../ready'

/** How something was done: the hand that a step teaches. */
export type Manner = 'sketch' | 'line' | 'paint' | 'spray' | 'shade' | 'light' | 'rub' | 'erase' | 'pour' | 'adjust' | 'move' | 'letters'

/** One thing that was drawn, with what was laid out before it. */
export interface Doing {
  readonly standing: StandingAct
  /** Its place among the standing acts; `from` is the first of what was laid out or chosen for it. */
  readonly place: number
  readonly from: number
  readonly layer: string
  readonly manner: Manner
  /** Null where no tool of the tray was used. */
  readonly tool: ToolSettings | null
  readonly colour: readonly [number, number, number] | null
  /** Where, sheet px; null: all over. */
  readonly box: { readonly x0: number, readonly y0: number, readonly x1: number, readonly y1: number } | null
  /** The hand rested before it, and was down for it, ms. */
  readonly pauseMs: number
  readonly tookMs: number
}

/** Wider than this share of the sheet's longer side a tool lays colour rather than lines. */
const LINE_SHARE = 0.013
/** Softer than this it shades, hardness %. */
const SOFT = 35

/** What was drawn, in order, out of the acts that stand. */
export function doingsOf(acts: readonly StandingAct[], sheet: { readonly width: number, readonly height: number }): Doing[] {
  const doings: Doing[] = []
  let from = 0
  let lastEnd: number | null = null
  acts.forEach((standing, place) => {
    const { act, prepared } = standing
    if (prepared || isReadying(act) || !isDrawn(act)) return
    const tookMs = durationOf({ type: 'act', at: standing.at, act })
    const pauseMs = lastEnd === null ? 0 : Math.max(standing.at - tookMs - lastEnd, 0)
    lastEnd = standing.at
    doings.push({
      standing, place, from, layer: layerOf(act), manner: mannerOf(act, sheet), tool: toolOfAct(act), colour: colourOf(act), box: boxOfAct(act), pauseMs, tookMs,
    })
    from = place + 1
  })
  return doings
}

/** Selecting and putting layers in order changes no picture: it belongs to what is drawn next. */
export function isDrawn({ kind }: Act): boolean {
  return !kind.startsWith('select') && !kind.startsWith('stack-') && !kind.startsWith('mask-') && !kind.startsWith('layer-')
}

function layerOf(act: Act): string {
  if (act.kind === 'haze') return act.layers[0]!.layer
  // They lay their own layer when they are done: the step is about the one they are made from.
  if (act.kind === 'cast-shadow' || act.kind === 'cut-shading') return act.from
  return 'layer' in act ? act.layer : ''
}

function toolOfAct(act: Act): ToolSettings | null {
  if (act.kind === 'stroke' && act.version === 2) return act.tool
  return act.kind === 'shape' ? act.line?.tool as ToolSettings | undefined ?? null : null
}

function colourOf(act: Act): Doing['colour'] {
  switch (act.kind) {
    case 'stroke': return act.version === 2 && (act.tool.effect === 'erase' || act.tool.effect === 'smudge' || act.tool.effect === 'soften') ? null : act.colour
    case 'pour': return act.version === 1 ? act.colour : act.paint.kind === 'clear' ? null : act.paint.colour
    case 'recolour': return act.colour
    default: return 'colour' in act && Array.isArray(act.colour) ? act.colour as [number, number, number] : null
  }
}

function mannerOf(act: Act, sheet: { readonly width: number, readonly height: number }): Manner {
  switch (act.kind) {
    case 'stroke': case 'shape': {
      const tool = toolOfAct(act)
      return tool ? mannerOfTool(tool, Math.max(sheet.width, sheet.height)) : act.kind === 'shape' ? 'pour' : 'line'
    }
    case 'pour': case 'gradient': case 'recolour': return 'pour'
    case 'cast-shadow': case 'cut-shading': case 'haze': return 'shade'
    case 'move': case 'move-layers': case 'bend': case 'mirror-half': return 'move'
    case 'lettering': return 'letters'
    default: return 'adjust'
  }
}

/** What a tool is used for. @param side the sheet's longer side, px */
export function mannerOfTool({ tool, effect, size, hardness, tip }: ToolSettings, side: number): Manner {
  if (effect === 'erase') return 'erase'
  if (effect === 'smudge' || effect === 'soften') return 'rub'
  if (effect === 'glow') return 'light'
  if (tip.kind === 'spray' || tip.kind === 'shape') return 'spray'
  if (tool === 'pencil') return 'sketch'
  if (hardness <= SOFT || tool === 'wash') return 'shade'
  return size <= LINE_SHARE * side ? 'line' : 'paint'
}

function boxOfAct(act: Act): Doing['box'] {
  if (act.kind === 'stroke') return boxOfPlaces(act.samples, SAMPLE_FIELDS)
  if (act.kind === 'shape') return boxOfPlaces(act.outline, 2)
  if (act.kind !== 'pour') return null
  if (act.version === 1) return { x0: act.x, y0: act.y, x1: act.x + 1, y1: act.y + 1 }
  return boxOfPlaces(act.where.points, 2)
}

/** @param values sixteenths of a px, x and y first of every `step` of them */
function boxOfPlaces(values: readonly number[], step: number): Doing['box'] {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let i = 0; i < values.length; i += step) {
    const [x, y] = [values[i]! / SUBPIXELS, values[i + 1]! / SUBPIXELS]
    x0 = Math.min(x0, x)
    x1 = Math.max(x1, x)
    y0 = Math.min(y0, y)
    y1 = Math.max(y1, y)
  }
  return x1 < x0 ? null : { x0, y0, x1, y1 }
}
