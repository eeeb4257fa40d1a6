import type { Point } from '#core/base'
import { SUBPIXELS, toolSettings } from '#core/brush'
import { pourOf, type Act, type FreshPourAct } from '#core/drawing'
import { findGaps, inkEnd, leaksFrom, openingsFrom, openPx, regionOf, type InkEnd, type LineGap } from '#core/fill'
import type { Kernels } from '#core/kernels'
import { paintable, type Drawing } from '#core/layers'

/** What came of a pour: done, or what is asked first. */
export type PourAnswer =
  | { readonly kind: 'done' | 'nothing' }
  /** The whole empty sheet would be filled. */
  | { readonly kind: 'whole' }
  /** It would run out here. */
  | { readonly kind: 'leaks'; readonly gaps: LineGap[] }

/** Gaps up to this wide are looked for, px. */
const WIDEST_GAP = 32
/**
 * When a pour runs out through none of those, wider ones are looked for: openings in a shape that is closed but for
 * them.
 */
const WIDEST_OPENING = 110
/** So many wide openings at most: with more it is a sketch, not an outline. */
const MOST_OPENINGS = 2

/** What should be asked before a pour; null when nothing. */
export function pourDoubt(kernels: Kernels, drawing: Drawing, act: FreshPourAct): PourAnswer | null {
  const layer = paintable(drawing, act.layer)
  if (!layer || act.where.kind === 'loop') return null
  const pour = pourOf(act)
  const { width, height } = drawing.sheet
  const region = regionOf(kernels, drawing, layer, { ...pour, grow: 0 })
  if (!region) return null
  const { box } = region
  const isAtEdge = box.x0 === 0 || box.y0 === 0 || box.x1 === width || box.y1 === height
  if (!isAtEdge) return null
  const [x, y] = [Math.floor(pour.where.points[0]!), Math.floor(pour.where.points[1]!)]
  const open = openPx(kernels, drawing, layer, { x, y, tolerance: pour.tolerance, borders: pour.borders })
  const isEmpty =
    drawing.selection === undefined && drawing.layers.every(each => each.tiles.size === 0 || !each.visible)
  if (isEmpty) return { kind: 'whole' }
  const gaps = leaksFrom(findGaps(kernels, open, WIDEST_GAP), width, x, y, act.gap)
  if (gaps.length) return { kind: 'leaks', gaps }
  const openings = openingsFrom(findGaps(kernels, open, WIDEST_OPENING), width, x, y)
  return openings.length > 0 && openings.length <= MOST_OPENINGS ? { kind: 'leaks', gaps: openings } : null
}

/** All gaps of a layer's lines; null: of all that can be seen. */
export function gapsOf(kernels: Kernels, drawing: Drawing, layerId: string | null): LineGap[] {
  const layer = layerId === null ? drawing.layers[0] : paintable(drawing, layerId)
  if (!layer) return []
  return [
    ...findGaps(
      kernels,
      openPx(kernels, drawing, layer, { borders: layerId === null ? 'all' : 'this', tolerance: 60 }),
      WIDEST_GAP,
    ).gaps,
  ]
}

/** A stroke to a shape's edge goes at least so far over it, px. */
const LEAST_BEYOND = 3
/** A closing stroke that does not close is tried again so many times as wide. */
const WIDENINGS = [1, 1.7, 3, 5] as const

/** The first closing stroke, from as wide as the line on, after which a gap is one no more; null: none closes it. */
export function closingStrokeThat(
  drawing: Drawing,
  gap: LineGap,
  seed: number,
  only: string | undefined,
  isClosedBy: (act: Act) => boolean,
): Act | null {
  for (const wider of WIDENINGS) {
    const act = closingStroke(drawing, gap, seed, only, wider)
    if (!act) return null
    if (isClosedBy(act)) return act
  }
  return null
}

/** Whether a gap is still among those that were found. */
export function isAmong(gap: LineGap, found: readonly LineGap[]): boolean {
  return found.some(each => Math.hypot(each.x - gap.x, each.y - gap.y) < Math.max(gap.width, each.width, 6))
}

/** A place so far beyond the end of a way: where no line waits, the stroke must not end short. */
function beyond(from: Point, to: Point, by: number): Point {
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1
  return { x: to.x + ((to.x - from.x) / length) * by, y: to.y + ((to.y - from.y) / length) * by }
}

/**
 * A stroke that closes a gap, as wide and of the colour that the line has at its ends: on the layer that has both of
 * them, or else one (the other is then the line of another layer, or the edge of a shape). Null when there is no line
 * any more.
 *
 * @param only the layer to be drawn on; absent: any
 * @param wider how many times as wide as the line it is: pointed ends are thinner than what holds a pour
 */
export function closingStroke(drawing: Drawing, gap: LineGap, seed: number, only?: string, wider = 1): Act | null {
  const ends = [...drawing.layers]
    .reverse()
    .filter(layer => layer.visible && !layer.locked && (only === undefined || layer.id === only))
    .map(layer => ({ layer, found: gap.ends.map(place => inkEnd(drawing.sheet, layer, place)) }))
  for (const { layer, found } of [...ends.filter(({ found: [a, b] }) => a && b), ...ends]) {
    const known = found[0] ?? found[1]
    if (!known) continue
    const [from, to] = [0, 1].map(
      i =>
        found[i] ?? {
          ...known,
          ...beyond(gap.ends[1 - i]!, gap.ends[i]!, Math.max(known.width * wider, LEAST_BEYOND)),
        },
    ) as [InkEnd, InkEnd]
    const size = Math.max(wider > 1 ? 2 : 1, Math.round(((from.width + to.width) / 2) * wider))
    const tool = toolSettings('ink-pen', {
      size,
      pressureSize: 0,
      taperIn: 0,
      taperOut: 0,
      speedSize: 0,
      steadying: 0,
      opacity: 100,
    })
    const sample = (place: { x: number; y: number }, ms: number) => [
      Math.round(place.x * SUBPIXELS),
      Math.round(place.y * SUBPIXELS),
      1023,
      ms,
    ]
    return {
      kind: 'stroke',
      version: 2,
      layer: layer.id,
      tool,
      colour: [...from.colour],
      seed,
      samples: [...sample(from, 0), ...sample(to, 60)],
    }
  }
  return null
}
