import type { Guide } from './schema'
import { waysOf } from './ways'

/** A straight line, sheet px; `isMain` where it matters more (a horizon, a middle). */
export interface GuideLine {
  readonly x0: number
  readonly y0: number
  readonly x1: number
  readonly y1: number
  readonly isMain: boolean
}
interface Extent {
  readonly width: number
  readonly height: number
}

/** Rays drawn from a vanishing point. */
const RAYS = 36
/** Lines of one guide at most: closer ones are left out. */
const MOST_LINES = 400

/** The lines of a guide within the sheet; ways go where they go. */
export function linesOf(guide: Guide, sheet: Extent): GuideLine[] {
  const { width, height } = sheet
  switch (guide.kind) {
    case 'grid':
      return [
        ...places(guide.offsetX, guide.spacing, width).map(x => ({
          x0: x,
          y0: 0,
          x1: x,
          y1: height,
          isMain: isNear(x, width / 2),
        })),
        ...places(guide.offsetY, guide.spacing, height).map(y => ({
          x0: 0,
          y0: y,
          x1: width,
          y1: y,
          isMain: isNear(y, height / 2),
        })),
      ]
    case 'thirds':
      return [1, 2].flatMap(i => [
        { x0: (width * i) / 3, y0: 0, x1: (width * i) / 3, y1: height, isMain: false },
        { x0: 0, y0: (height * i) / 3, x1: width, y1: (height * i) / 3, isMain: false },
      ])
    case 'isometric':
      return [30, 90, 150].flatMap(angle =>
        parallels(angle, guide.spacing, { x: guide.offsetX, y: guide.offsetY }, sheet),
      )
    case 'perspective':
      return [...guide.points.flatMap(point => rays(point, RAYS, 0, sheet)), ...horizon(guide.points, sheet)]
    case 'mirror':
      return through(guide.middle, guide.angle, sheet).map(line => ({ ...line, isMain: true }))
    case 'spokes': {
      const parts = guide.count * (guide.isMirrored ? 2 : 1)
      return Array.from({ length: parts }, (_, i) => guide.angle + (360 / parts) * i).flatMap(angle =>
        ray(guide.middle, angle, sheet),
      )
    }
    case 'ways':
      return waysOf(guide).flatMap(way =>
        way.slice(1).map(({ x, y }, i) => ({ x0: way[i]!.x, y0: way[i]!.y, x1: x, y1: y, isMain: false })),
      )
  }
}

const isNear = (a: number, b: number) => Math.abs(a - b) < 0.5

function places(offset: number, spacing: number, length: number): number[] {
  const first = offset - Math.floor(offset / spacing) * spacing
  const found: number[] = []
  for (let i = 0; first + i * spacing <= length && i < MOST_LINES; i++) found.push(first + i * spacing)
  return found
}

/** A line through a point at an angle, cut to the sheet; none where it misses it. */
export function through({ x, y }: { x: number; y: number }, degrees: number, sheet: Extent): GuideLine[] {
  return clipped(x, y, Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180), -Infinity, sheet)
}

function ray({ x, y }: { x: number; y: number }, degrees: number, sheet: Extent): GuideLine[] {
  return clipped(x, y, Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180), 0, sheet)
}

/** The part from `from` on of the line (x, y) + t·(dx, dy) that lies on the sheet (Liang & Barsky 1984). */
function clipped(x: number, y: number, dx: number, dy: number, from: number, { width, height }: Extent): GuideLine[] {
  let low = from
  let high = Infinity
  for (const [p, q] of [
    [-dx, x],
    [dx, width - x],
    [-dy, y],
    [dy, height - y],
  ] as const) {
    if (Math.abs(p) < 1e-12) {
      if (q < 0) return []
    } else if (p < 0) {
      low = Math.max(low, q / p)
    } else {
      high = Math.min(high, q / p)
    }
  }
  return low < high ? [{ x0: x + low * dx, y0: y + low * dy, x1: x + high * dx, y1: y + high * dy, isMain: false }] : []
}

function parallels(degrees: number, spacing: number, through0: { x: number; y: number }, sheet: Extent): GuideLine[] {
  const nx = -Math.sin((degrees * Math.PI) / 180)
  const ny = Math.cos((degrees * Math.PI) / 180)
  const reach =
    Math.ceil(Math.hypot(sheet.width, sheet.height) / spacing) + Math.ceil(Math.hypot(through0.x, through0.y) / spacing)
  const count = Math.min(reach, MOST_LINES / 2)
  return Array.from({ length: 2 * count + 1 }, (_, i) => i - count).flatMap(i =>
    through({ x: through0.x + nx * spacing * i, y: through0.y + ny * spacing * i }, degrees, sheet).map(line => ({
      ...line,
      isMain: i === 0 && degrees === 90,
    })),
  )
}

function rays(point: { x: number; y: number }, count: number, start: number, sheet: Extent): GuideLine[] {
  return Array.from({ length: count }, (_, i) => start + (360 / count) * i).flatMap(angle => ray(point, angle, sheet))
}

/** The line through the first two vanishing points, or a level one through a single point. */
function horizon(points: readonly { x: number; y: number }[], sheet: Extent): GuideLine[] {
  const [a, b] = points
  const angle = a && b ? (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI : 0
  return a ? through(a, angle, sheet).map(line => ({ ...line, isMain: true })) : []
}
