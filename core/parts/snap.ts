import type { Guide } from '../guides'
import { outerCorners, type Held } from './hold'

/** A line that a moved part may lie against: x = at, or y = at, sheet px. */
export interface SnapLine {
  readonly axis: 'x' | 'y'
  readonly at: number
}

/** The sheet's edges and middle, and the lines of straight guides that are shown. */
export function snapLines(
  sheet: { readonly width: number; readonly height: number },
  guides: readonly Guide[],
): SnapLine[] {
  const { width, height } = sheet
  const lines: SnapLine[] = [0, width / 2, width].map(at => ({ axis: 'x', at }))
  lines.push(...[0, height / 2, height].map((at): SnapLine => ({ axis: 'y', at })))
  for (const guide of guides) {
    if (!guide.isShown) continue
    if (guide.kind === 'thirds') {
      for (const share of [1 / 3, 2 / 3])
        lines.push({ axis: 'x', at: width * share }, { axis: 'y', at: height * share })
    } else if (guide.kind === 'grid') {
      for (let x = first(guide.offsetX, guide.spacing); x <= width; x += guide.spacing) lines.push({ axis: 'x', at: x })
      for (let y = first(guide.offsetY, guide.spacing); y <= height; y += guide.spacing)
        lines.push({ axis: 'y', at: y })
    } else if (guide.kind === 'mirror') {
      if (Math.abs(Math.sin((guide.angle * Math.PI) / 180)) > 0.9999) lines.push({ axis: 'x', at: guide.middle.x })
      if (Math.abs(Math.cos((guide.angle * Math.PI) / 180)) > 0.9999) lines.push({ axis: 'y', at: guide.middle.y })
    }
  }
  return lines
}

const first = (offset: number, spacing: number) => offset - Math.floor(offset / spacing) * spacing

/** A place moved onto the lines that lie near it. */
export function snappedPlace(
  place: { readonly x: number; readonly y: number },
  lines: readonly SnapLine[],
  reach: number,
): { x: number; y: number } {
  const on = (axis: 'x' | 'y') =>
    lines
      .filter(line => line.axis === axis && Math.abs(line.at - place[axis]) <= reach)
      .reduce<SnapLine | null>(
        (best, line) => (!best || Math.abs(line.at - place[axis]) < Math.abs(best.at - place[axis]) ? line : best),
        null,
      )?.at ?? place[axis]
  return { x: on('x'), y: on('y') }
}

/** How far to move the part so that an edge or its middle lies on a line near by, and on which it then lies. */
export function snapOf(
  held: Held,
  lines: readonly SnapLine[],
  reach: number,
): { dx: number; dy: number; on: SnapLine[] } {
  return snapPoints(outerCorners(held), lines, reach)
}

/** The same for what reaches as far as these points. */
export function snapPoints(
  points: readonly { readonly x: number; readonly y: number }[],
  lines: readonly SnapLine[],
  reach: number,
): { dx: number; dy: number; on: SnapLine[] } {
  const along = (axis: 'x' | 'y') => {
    const values = points.map(point => point[axis])
    const [low, high] = [Math.min(...values), Math.max(...values)]
    let best: { by: number; line: SnapLine } | null = null
    for (const line of lines) {
      if (line.axis !== axis) continue
      for (const value of [low, (low + high) / 2, high]) {
        const by = line.at - value
        if (Math.abs(by) <= reach && (!best || Math.abs(by) < Math.abs(best.by))) best = { by, line }
      }
    }
    return best
  }
  const x = along('x')
  const y = along('y')
  return { dx: x?.by ?? 0, dy: y?.by ?? 0, on: [x, y].flatMap(found => (found ? [found.line] : [])) }
}
