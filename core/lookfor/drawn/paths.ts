import { SAMPLE_FIELDS, Steadier, SUBPIXELS, unpackSample, type Sample } from '../../brush'
import { distanceOf, type Point } from '../../geometry'
import { layerAlpha, type Drawing, type Placed } from '../../layers'
import { tracedLines } from './trace'
import { isInside } from './polygon'
import { placedSince } from '../moved'
import { paintActs, type PaintAct } from '../process'
import type { Evidence } from '../contract'

/** The way of a stroke that can still be seen, as its tool drew it; on paper, of a line as it is seen. */
export interface Drawn {
  /** Sheet px, no two of them the same. */
  readonly points: readonly Point[]
  /** The line's width as it was set, px. */
  readonly width: number
}

/** Where less paint than this is left, alpha 0 … 255, the line was erased again. */
const LEFT = 40
/** On paper, a px of at least so much is ink, alpha 0 … 255. */
const INK = 128
/** A stroke belongs to a region when so much of it lies inside. */
const BELONGS = 0.6
/** Shorter ones are dots, px and widths. */
const LEAST_LENGTH = 12

const alphas = new WeakMap<Drawing, Map<string, Uint8Array>>()
/** A layer's alpha over the whole sheet, made once. */
export function alphaOf(drawing: Drawing, layerId: string): Uint8Array | null {
  const layer = drawing.layers.find(each => each.id === layerId)
  if (!layer) return null
  let known = alphas.get(drawing)
  if (!known) alphas.set(drawing, (known = new Map()))
  let alpha = known.get(layerId)
  if (!alpha) known.set(layerId, (alpha = layerAlpha(drawing, layer)))
  return alpha
}

/**
 * The strokes of the step on a layer (of all steps, if it has none there) that lie mostly in a region (x, y, x, y …;
 * null: anywhere), as far as they are still there; in their order.
 */
export function drawnIn(evidence: Evidence, layerId: string, target: readonly number[] | null): readonly Drawn[] {
  let known = drawn.get(evidence)
  if (!known) drawn.set(evidence, (known = new Map()))
  const key = `${layerId} ${target?.join() ?? ''}`
  const found = known.get(key) ?? findDrawn(evidence, layerId, target)
  known.set(key, found)
  return found
}

/** Found once for each place: several look-fors ask for the same. */
const drawn = /* @__PURE__ */ new WeakMap<Evidence, Map<string, readonly Drawn[]>>()

function findDrawn(evidence: Evidence, layerId: string, target: readonly number[] | null): Drawn[] {
  const { drawing } = evidence
  const alpha = alphaOf(drawing, layerId)
  if (!alpha) return []
  const { width, height } = drawing.sheet
  if (evidence.isOnPaper) return linesIn(drawing, layerId, alpha).filter(({ points }) => isIn(target, points))
  const isLeft = ({ x, y }: Point) => {
    const [px, py] = [Math.floor(x), Math.floor(y)]
    if (px < 0 || py < 0 || px >= width || py >= height) return false
    // A line's middle may fall into the paper's grain: its neighbours count as well.
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++) if ((alpha[(py + dy) * width + px + dx] ?? 0) >= LEFT) return true
    return false
  }
  const own = paintActs(evidence, true).filter(act => act.layer === layerId)
  const acts = own.length ? own : paintActs(evidence, true, true).filter(act => act.layer === layerId)
  return acts.flatMap(act => {
    const path = movedPath(pathOf(act), placedSince(evidence, act))
    if (!path || lengthAtLeast(path.points, LEAST_LENGTH) === false) return []
    if (!isIn(target, path.points)) return []
    const left = path.points.filter(isLeft)
    return left.length >= 4 && left.length >= 0.5 * path.points.length ? [{ points: left, width: path.width }] : []
  })
}

const isIn = (target: readonly number[] | null, points: readonly Point[]) =>
  !target || points.filter(point => isInside(target, point)).length >= BELONGS * points.length

const lines = /* @__PURE__ */ new WeakMap<Drawing, Map<string, readonly Drawn[]>>()
/** The lines that a layer of px shows. Traced once. */
function linesIn(drawing: Drawing, layerId: string, alpha: Uint8Array): readonly Drawn[] {
  let known = lines.get(drawing)
  if (!known) lines.set(drawing, (known = new Map()))
  let found = known.get(layerId)
  if (!found) {
    const ink = alpha.map(value => (value >= INK ? 1 : 0))
    found = tracedLines(ink, drawing.sheet.width, drawing.sheet.height).filter(({ points }) =>
      lengthAtLeast(points, LEAST_LENGTH),
    )
    known.set(layerId, found)
  }
  return found
}

function lengthAtLeast(points: readonly Point[], least: number): boolean {
  let sum = 0
  for (let i = 1; i < points.length; i++) {
    sum += distanceOf(points[i - 1]!, points[i]!)
    if (sum >= least) return true
  }
  return false
}

function movedPath(path: { points: Point[]; width: number } | null, { x, y, scaleX, scaleY }: Placed): typeof path {
  return (
    path && {
      width: path.width * Math.sqrt(scaleX * scaleY),
      points: path.points.map(point => ({ x: point.x * scaleX + x, y: point.y * scaleY + y })),
    }
  )
}

const paths = new WeakMap<PaintAct, { points: Point[]; width: number } | null>()
/** The middle of what an act drew, steadied once; null for a pour and for a shape that is only filled. */
function pathOf(act: PaintAct): { points: Point[]; width: number } | null {
  let path = paths.get(act)
  if (path === undefined) paths.set(act, (path = steadiedPath(act)))
  return path
}

function steadiedPath(act: PaintAct): { points: Point[]; width: number } | null {
  if (act.kind === 'pour') return null
  const { tool, samples } = act.kind === 'shape' ? (act.line ?? {}) : act
  if (!tool || !samples) return null
  const steadier = new Steadier('steadying' in tool ? tool.steadying : 0)
  const steadied: Sample[] = []
  for (let i = 0; i < samples.length / SAMPLE_FIELDS; i++) steadied.push(steadier.add(unpackSample(samples, i)))
  steadied.push(...steadier.finish())
  const points: Point[] = []
  for (const { x, y } of steadied) {
    const last = points[points.length - 1]
    if (!last || Math.abs(last.x - x) + Math.abs(last.y - y) > 1 / SUBPIXELS) points.push({ x, y })
  }
  return { points, width: tool.size }
}
