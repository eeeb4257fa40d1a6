import { assertNever } from '../../base'
import type { ToolSettings } from '../../brush'
import { durationOf, facts, type Act, type StandingAct, type Work } from '../../drawing'

/** How something was done: the hand that a step teaches. */
export type Manner =
  | 'sketch'
  | 'line'
  | 'paint'
  | 'spray'
  | 'shade'
  | 'light'
  | 'rub'
  | 'erase'
  | 'pour'
  | 'adjust'
  | 'move'
  | 'letters'
  | 'bring'

/** One thing that was drawn, with what was laid out before it. */
export interface DrawnAct {
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
  readonly box: { readonly x0: number; readonly y0: number; readonly x1: number; readonly y1: number } | null
  /** The hand rested before it, and was down for it, ms. */
  readonly pauseMs: number
  readonly tookMs: number
}

/** Wider than this share of the sheet's longer side a tool lays colour rather than lines. */
const LINE_SHARE = 0.013
/** Softer than this it shades, hardness %. */
const SOFT = 35

/** What was drawn, in order, out of the acts that stand. */
export function drawnActsOf(
  acts: readonly StandingAct[],
  sheet: { readonly width: number; readonly height: number },
): DrawnAct[] {
  const drawnActs: DrawnAct[] = []
  let from = 0
  let lastEnd: number | null = null
  acts.forEach((standing, place) => {
    const { act, prepared } = standing
    const { work, layer, colour, box } = facts(act)
    if (prepared || work === null) return
    const tookMs = durationOf({ type: 'act', at: standing.at, act })
    const pauseMs = lastEnd === null ? 0 : Math.max(standing.at - tookMs - lastEnd, 0)
    lastEnd = standing.at
    drawnActs.push({
      standing,
      place,
      from,
      layer: layer ?? '',
      manner: mannerOf(act, work, sheet),
      tool: toolOf(act),
      colour,
      box: box(),
      pauseMs,
      tookMs,
    })
    from = place + 1
  })
  return drawnActs
}

/** Selecting, laying out and putting layers in order draws nothing: it belongs to what is drawn next. */
export function isDrawn(act: Act): boolean {
  return facts(act).work !== null
}

/** The tool as it is set today; strokes of version 1 had others. */
function toolOf(act: Act): ToolSettings | null {
  return act.kind === 'stroke' && act.version === 1 ? null : (facts(act).tool as ToolSettings | null)
}

function mannerOf(act: Act, work: Work, sheet: { readonly width: number; readonly height: number }): Manner {
  switch (work) {
    case 'draw': {
      const tool = toolOf(act)
      return tool ? mannerOfTool(tool, Math.max(sheet.width, sheet.height)) : act.kind === 'shape' ? 'pour' : 'line'
    }
    case 'pour':
    case 'fill':
      return 'pour'
    case 'shade':
    case 'move':
    case 'letters':
    case 'adjust':
    case 'bring':
      return work
    default:
      return assertNever(work, 'what a hand does')
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
