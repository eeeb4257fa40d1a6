import { Stroke, toolSettings, type StrokeStyle } from '../brush'
import type { Random } from '../base'
import type { Kernels } from '../kernels'
import type { Drawing, Layer } from '../layers'

/** A closed shape as a hand draws it, with one gap. For tests and benches. */
export interface DrawnCell {
  /** The middle of the line, x, y, x, y … px. */
  readonly outline: readonly number[]
  readonly lineWidth: number
  /** Px of the way that are left out between the ends of the line; 0: closed. */
  readonly gap: number
  readonly middle: { readonly x: number; readonly y: number }
}

/** A wobbling outline: a few waves on a circle or a box, at any size that fits the side. */
export function drawnCell(random: Random, side: number): DrawnCell {
  const lineWidth = random.int(2, 12)
  const gap = random.int(0, 4) === 0 ? 0 : random.int(1, 20)
  const middle = { x: side / 2 + random.between(-10, 10), y: side / 2 + random.between(-10, 10) }
  const radius = random.between(0.26, 0.38) * side
  const squareness = random.pick([0, 0, 0.6, 1])
  const waves = [2, 3, 5, 9].map(count => ({
    count,
    size: random.between(0, 0.28) / count,
    phase: random.between(0, 6.28),
  }))
  const outline: number[] = []
  const count = 400
  for (let i = 0; i < count; i++) {
    const angle = (2 * Math.PI * i) / count
    const box = 1 / Math.max(Math.abs(Math.cos(angle)), Math.abs(Math.sin(angle)))
    const wave = waves.reduce((sum, { count: n, size, phase }) => sum + size * Math.sin(n * angle + phase), 0)
    const r = radius * (1 + squareness * (Math.min(box, 1.3) - 1)) * (1 + wave)
    outline.push(middle.x + r * Math.cos(angle), middle.y + r * Math.sin(angle))
  }
  const turn = 2 * random.int(0, count - 1)
  const turned = [...outline.slice(turn), ...outline.slice(0, turn)]
  return { outline: turned, lineWidth, gap, middle }
}

/** The cell drawn with a pen on an empty layer. */
export function drawCell(
  kernels: Kernels,
  drawing: Drawing,
  layer: Layer,
  cell: DrawnCell,
  colour: readonly [number, number, number],
): Drawing {
  const tool = toolSettings('ink-pen', {
    size: cell.lineWidth,
    pressureSize: 0,
    taperIn: 0,
    taperOut: 0,
    steadying: 0,
    speedSize: 0,
  })
  const style: StrokeStyle = { tool, colour, seed: 7 }
  kernels.openMask(drawing.sheet.width, drawing.sheet.height)
  const stroke = new Stroke(kernels, drawing, layer, style)
  const path =
    cell.gap === 0
      ? [...cell.outline, cell.outline[0]!, cell.outline[1]!]
      : shortened(cell.outline, cell.gap + cell.lineWidth)
  const packed: number[] = []
  for (let i = 0; i < path.length; i += 2)
    packed.push(Math.round(path[i]! * 16), Math.round(path[i + 1]! * 16), 1023, i ? 8 : 0)
  stroke.extend(packed)
  stroke.finish()
  return stroke.lay()
}

/** The gap as it really is: between the round ends of the line, straight across. */
export function gapOf(cell: DrawnCell): { x: number; y: number; width: number } {
  const path = shortened(cell.outline, cell.gap + cell.lineWidth)
  const [ax, ay, bx, by] = [path[0]!, path[1]!, path[path.length - 2]!, path[path.length - 1]!]
  return { x: (ax + bx) / 2, y: (ay + by) / 2, width: Math.hypot(bx - ax, by - ay) - cell.lineWidth }
}

/** The open way round, from half of `missing` px after its first place to half before it, straight across. */
function shortened(outline: readonly number[], missing: number): number[] {
  const closed = [...outline, outline[0]!, outline[1]!]
  const from = cutTo(closed, missing / 2)
  const back: number[] = []
  for (let i = from.length - 2; i >= 0; i -= 2) back.push(from[i]!, from[i + 1]!)
  const both = cutTo(back, missing / 2, closed)
  return both
}

/** A way without its beginning: up to where it leaves a circle of `far` px round the first place of the outline. */
function cutTo(path: readonly number[], far: number, outline = path): number[] {
  const [ox, oy] = [outline[0]!, outline[1]!]
  const distance = (i: number) => Math.hypot(path[i]! - ox, path[i + 1]! - oy)
  let i = 0
  while (i < path.length - 2 && distance(i) < far) i += 2
  if (i === 0) return [...path]
  const [d0, d1] = [distance(i - 2), distance(i)]
  const t = (far - d0) / (d1 - d0)
  const x = path[i - 2]! + (path[i]! - path[i - 2]!) * t
  const y = path[i - 1]! + (path[i + 1]! - path[i - 1]!) * t
  return [x, y, ...path.slice(i)]
}
