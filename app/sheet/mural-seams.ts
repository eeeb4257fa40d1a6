import { neighbourOf, panelName, panelsOf, panelSheet, seamFinding, type SeamFound } from '#core/mural'
import type { Finding } from '#core/lookfor'
import type { MuralView, PanelCard } from '#shared/mural'

/** A seam of a mural as it is drawn over it: px of the mural. */
export interface ShownSeam {
  readonly key: string
  /** The panels on its two sides. */
  readonly places: readonly [number, number]
  readonly x0: number
  readonly y0: number
  readonly x1: number
  readonly y1: number
  readonly finding: Omit<Finding, 'lookFor'>
  /** Where lines end, px of the mural. */
  readonly ends: readonly { readonly x: number; readonly y: number }[]
}

/** Every seam that was measured: of the two sides the one that was drawn on last tells. */
export function shownSeams({ facts, panels }: Pick<MuralView, 'facts' | 'panels'>): ShownSeam[] {
  const { grid } = facts
  return panelsOf(grid).flatMap((panel, place) =>
    (['right', 'below'] as const).flatMap(side => {
      const next = neighbourOf(grid, panel, side)
      if (!next) return []
      const other = next.row * grid.columns + next.column
      const [first, second] = [panels[place]!, panels[other]!]
      const back = side === 'right' ? 'left' : 'above'
      const tellsFirst = lastDrawn(first) >= lastDrawn(second)
      const seam =
        (tellsFirst
          ? (first.seams[side] ?? turned(second.seams[back]))
          : (turned(second.seams[back]) ?? first.seams[side])) ?? null
      if (!seam) return []
      const [x0, y0] = side === 'right' ? [panel.own.x1, panel.own.y0] : [panel.own.x0, panel.own.y1]
      const at = (along: number) => (side === 'right' ? { x: x0, y: y0 + along } : { x: x0 + along, y: y0 })
      const end = at(side === 'right' ? grid.height : grid.width)
      const { own } = panelSheet(grid)
      return [
        {
          key: `${place} ${side}`,
          places: [place, other] as const,
          x0,
          y0,
          x1: end.x,
          y1: end.y,
          finding: seamFinding(side, seam, { own, neighbour: nameOf(second, panelName(next)), whose: 'this part' }),
          ends: seam.marks.flatMap(each => (each.kind === 'line' ? [at(each.at)] : [])),
        },
      ]
    }),
  )
}

const lastDrawn = ({ drawing }: PanelCard) => (drawing?.lastStrokeAt ? Date.parse(drawing.lastStrokeAt) : 0)
const nameOf = ({ learner }: PanelCard, name: string) => (learner ? `${name}, ${learner.name}` : name)

/** The same seam from the other side. */
function turned(seam: SeamFound | undefined): SeamFound | undefined {
  return (
    seam && {
      ...seam,
      marks: seam.marks.map(each =>
        each.kind === 'line' ? { ...each, on: each.on === 'first' ? ('second' as const) : ('first' as const) } : each,
      ),
    }
  )
}
