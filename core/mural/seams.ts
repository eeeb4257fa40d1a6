import { difference00, lightnessOf, type Rgb8 } from '../colour'
import { medianOf, type Rect } from '../base'
import { neighbourOf, OPPOSITE, panelsOf, SIDES, type MuralGrid, type Side } from './panels'

/** The colours along an edge of a panel, one place a px, each the mean of some px inward. */
export type EdgeProfile = readonly Rgb8[]

/** What does not meet along a seam: places from the start of the edge, px. */
export type SeamMark =
  /** The colours differ by so much, ΔE00, from one place to another. */
  | { readonly kind: 'colour'; readonly from: number; readonly to: number; readonly difference: number }
  /** A line comes to the edge on one side, and none on the other. */
  | { readonly kind: 'line'; readonly at: number; readonly on: 'first' | 'second' }

export interface SeamFound {
  /** Share of the edge where the colours meet, 0 … 1. */
  readonly meets: number
  /** Lines that go on, of all that come to the edge. */
  readonly linesMet: number
  readonly lines: number
  readonly marks: readonly SeamMark[]
}

/** Px inward over which an edge's colour is taken. */
export const EDGE_DEPTH = 3
/**
 * Colours that differ by no more meet, ΔE00: what a viewer of two areas side by side takes for one (common practice, no
 * source).
 */
const MEETS = 6
/** A shorter run that differs is a line's shift, not a colour, px. */
const LEAST_RUN = 12
/** So much darker than what is round it, L*, is a line; and so near it must go on, px. */
const LINE_DARKER = 18
const LINE_NEAR = 8
/** Round a place it is compared with so many px on either side. */
const ROUND = 24

/** The mean colours along an edge of RGBA8 pixels, opaque, row-major. */
export function edgeProfile(pixels: Uint8Array, width: number, own: Rect, side: Side): EdgeProfile {
  const isUpright = side === 'left' || side === 'right'
  const length = isUpright ? own.y1 - own.y0 : own.x1 - own.x0
  return Array.from({ length }, (_, i) => {
    const sum = [0, 0, 0]
    for (let d = 0; d < EDGE_DEPTH; d++) {
      const x = isUpright ? (side === 'left' ? own.x0 + d : own.x1 - 1 - d) : own.x0 + i
      const y = isUpright ? own.y0 + i : side === 'above' ? own.y0 + d : own.y1 - 1 - d
      for (let c = 0; c < 3; c++) sum[c]! += pixels[4 * (y * width + x) + c]!
    }
    return [Math.round(sum[0]! / EDGE_DEPTH), Math.round(sum[1]! / EDGE_DEPTH), Math.round(sum[2]! / EDGE_DEPTH)]
  })
}

/** Where the lines along an edge are: the middles of runs that are darker than what is round them. */
export function linesAlong(profile: EdgeProfile): number[] {
  const lightness = profile.map(lightnessOf)
  const out: number[] = []
  let from = -1
  for (let i = 0; i <= lightness.length; i++) {
    const isLine = i < lightness.length && isDarkAt(lightness, i)
    if (isLine && from < 0) from = i
    if (!isLine && from >= 0) {
      out.push((from + i - 1) / 2)
      from = -1
    }
  }
  return out
}

/**
 * Whether a place is a line's: much darker than the usual of what is round it. Most places are told by the lightest
 * there alone.
 */
function isDarkAt(lightness: readonly number[], i: number): boolean {
  const [from, to] = [Math.max(i - ROUND, 0), Math.min(i + ROUND + 1, lightness.length)]
  let lightest = 0
  for (let k = from; k < to; k++) if (lightness[k]! > lightest) lightest = lightness[k]!
  return lightness[i]! <= lightest - LINE_DARKER && lightness[i]! <= medianOf(lightness.slice(from, to)) - LINE_DARKER
}

/** How two panels meet along their common edge: the same places of both. */
export function seamBetween(first: EdgeProfile, second: EdgeProfile): SeamFound {
  const length = Math.min(first.length, second.length)
  const [linesA, linesB] = [linesAlong(first), linesAlong(second)]
  const marks: SeamMark[] = []
  const [aloneA, aloneB] = [unmet(linesA, linesB), unmet(linesB, linesA)]
  for (const at of aloneA) marks.push({ kind: 'line', at: Math.round(at), on: 'first' })
  for (const at of aloneB) marks.push({ kind: 'line', at: Math.round(at), on: 'second' })
  let [apart, from, sum] = [0, -1, 0]
  for (let i = 0; i <= length; i++) {
    const difference = i < length ? difference00(first[i]!, second[i]!) : 0
    if (difference > MEETS) {
      if (from < 0) [from, sum] = [i, 0]
      sum += difference
      continue
    }
    if (from < 0) continue
    if (i - from >= LEAST_RUN) {
      marks.push({ kind: 'colour', from, to: i - 1, difference: Math.round((10 * sum) / (i - from)) / 10 })
      apart += i - from
    }
    from = -1
  }
  return {
    meets: length ? 1 - apart / length : 1,
    linesMet: linesA.length + linesB.length - aloneA.length - aloneB.length,
    lines: linesA.length + linesB.length,
    marks,
  }
}

/** Lines of one side that have none near them on the other. */
function unmet(lines: readonly number[], others: readonly number[]): number[] {
  return lines.filter(at => !others.some(other => Math.abs(other - at) <= LINE_NEAR))
}

/** Whether nothing was painted along an edge: all of it is white paper. */
export function isBlankEdge(profile: EdgeProfile): boolean {
  return profile.every(([r, g, b]) => r >= BLANK && g >= BLANK && b >= BLANK)
}
/** White paper with what rounding leaves on it. */
const BLANK = 254

/** All four edges of a panel. */
export type Edges = Readonly<Record<Side, EdgeProfile>>

/** The edges of a panel's own part, of RGBA8 pixels, opaque, row-major. */
export function edgesOf(pixels: Uint8Array, width: number, own: Rect): Edges {
  const edge = (side: Side) => edgeProfile(pixels, width, own, side)
  return { left: edge('left'), right: edge('right'), above: edge('above'), below: edge('below') }
}

/** The edges as bytes: left, right, above, below, three bytes a place. */
export function bytesOfEdges(edges: Edges): Uint8Array {
  return Uint8Array.from(SIDES.flatMap(side => edges[side].flat()))
}

/** What {@link bytesOfEdges} made, of a panel of this size; null when the bytes are not so many. */
export function edgesOfBytes(
  bytes: Uint8Array,
  { width, height }: { readonly width: number; readonly height: number },
): Edges | null {
  if (bytes.length !== 6 * (width + height)) return null
  let at = 0
  const side = (length: number): EdgeProfile => Array.from({ length }, () => [bytes[at++]!, bytes[at++]!, bytes[at++]!])
  return { left: side(height), right: side(height), above: side(width), below: side(width) }
}

/** How a panel meets its neighbours, measured with the panel as the first. */
export type PanelSeamsFound = Readonly<Partial<Record<Side, SeamFound>>>

/**
 * The seams of a panel with what its neighbours have along the common edges. Where nobody has painted yet nothing can
 * be met.
 */
export function seamsWith(edges: Edges, neighbours: Partial<Edges>): PanelSeamsFound {
  return Object.fromEntries(
    SIDES.flatMap(side => {
      const other = neighbours[side]
      return other && !isBlankEdge(other) ? [[side, seamBetween(edges[side], other)]] : []
    }),
  )
}

/** The seams of every panel of a mural, row by row. `edges`: null where a panel is missing. */
export function seamsOfAll(grid: MuralGrid, edges: readonly (Edges | null)[]): PanelSeamsFound[] {
  return panelsOf(grid).map((panel, place) => {
    const own = edges[place]
    if (!own) return {}
    const neighbours = Object.fromEntries(
      SIDES.flatMap(side => {
        const next = neighbourOf(grid, panel, side)
        const theirs = next && edges[next.row * grid.columns + next.column]
        return theirs ? [[side, theirs[OPPOSITE[side]]]] : []
      }),
    )
    return seamsWith(own, neighbours)
  })
}
