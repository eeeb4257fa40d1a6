import { toolSettings } from '../../brush'
import { colourName, difference00 } from '../../colour'
import { MOST_WELLS, USUAL_GAP, type LaidTool, type Plan } from '../schema'
import type { DrawnAct } from './drawn-acts'

type Rgb = readonly [number, number, number]

/** How near two colours are one, CIEDE2000. */
const SAME_COLOUR = 4
/** Tools laid out for a step at most, the erasers besides. */
const MOST_TOOLS = 8

/**
 * The colours of a drawing as wells, in the order in which they were first used; the least used are left out where
 * there are too many.
 */
export function paletteOfDrawn(drawnActs: readonly DrawnAct[]): Plan['palette'] {
  const uses: { colour: Rgb; count: number }[] = []
  for (const { colour } of drawnActs) {
    if (!colour) continue
    const known = uses.find(each => isSame(each.colour, colour))
    if (known) known.count++
    else uses.push({ colour, count: 1 })
  }
  const most = [...uses].sort((a, b) => b.count - a.count).slice(0, MOST_WELLS)
  const kept = uses.filter(each => most.includes(each))
  const names = new Map<string, number>()
  const wells = kept.map(({ colour }) => {
    const name = colourName(colour)
    const number = (names.get(name) ?? 0) + 1
    names.set(name, number)
    return { name: number > 1 ? `${name} ${number}` : name, colour: [...colour] as [number, number, number] }
  })
  return wells.length ? wells : [{ name: 'soot', colour: [38, 36, 40] }]
}

/** Whether two colours are one in a paint box. */
export function isSame(a: Rgb, b: Rgb): boolean {
  return difference00(a, b) <= SAME_COLOUR
}

/** The place of the nearest well; 0 for none. */
export function wellOf(palette: Plan['palette'], colour: Rgb | null): number {
  if (!colour) return 0
  return palette.reduce(
    (best, { colour: each }, i) =>
      difference00(each, colour) < difference00(palette[best]!.colour, colour) ? i : best,
    0,
  )
}

/** The tools of a step as they were set, the most used first; an eraser is always there. */
export function toolsOf(drawnActs: readonly DrawnAct[]): LaidTool[] {
  const laid = new Map<string, { tools: NonNullable<DrawnAct['tool']>[] } | { pours: DrawnAct[] }>()
  for (const each of drawnActs) {
    if (each.tool) {
      const known = laid.get(each.tool.tool)
      if (known && 'tools' in known) known.tools.push(each.tool)
      else laid.set(each.tool.tool, { tools: [each.tool] })
    } else if (each.standing.act.kind === 'pour' || each.standing.act.kind === 'gradient') {
      const known = laid.get('pour')
      if (known && 'pours' in known) known.pours.push(each)
      else laid.set('pour', { pours: [each] })
    }
  }
  const tools = [...laid.values()]
    .map((each): LaidTool => ('tools' in each ? { kind: 'tool', settings: usual(each.tools) } : pourOf(each.pours[0]!)))
    .slice(0, MOST_TOOLS)
  if (tools.length === 0) tools.push({ kind: 'tool', settings: toolSettings('round-brush') })
  if (!tools.some(each => each.kind === 'tool' && each.settings.effect === 'erase')) {
    const first = tools.find(each => each.kind === 'tool')
    tools.push({
      kind: 'tool',
      settings: toolSettings(
        first?.kind === 'tool' && first.settings.gather === 'flow' ? 'soft-eraser' : 'hard-eraser',
      ),
    })
  }
  return tools
}

/** The middle one by size. */
function usual(tools: readonly NonNullable<DrawnAct['tool']>[]): NonNullable<DrawnAct['tool']> {
  return [...tools].sort((a, b) => a.size - b.size)[Math.floor(tools.length / 2)]!
}

function pourOf({ standing: { act } }: DrawnAct): LaidTool {
  if (act.kind !== 'pour') return { kind: 'pour', tolerance: 40, grow: 2, borders: 'all' }
  if (act.version === 1) return { kind: 'pour', tolerance: act.tolerance, grow: act.grow, borders: act.borders }
  const { tolerance, grow, borders, gap } = act
  return { kind: 'pour', tolerance, grow, borders, ...(gap !== USUAL_GAP && { gap }) }
}
