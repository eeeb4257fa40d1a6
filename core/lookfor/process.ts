import { facts, type PourAct, type ShapeAct, type StandingAct, type StrokeAct, type Work } from '../drawing'
import { SAMPLE_FIELDS, SUBPIXELS } from '../brush'
import type { Evidence, Mark } from './contract'
import { placedSince } from './moved'

export type PaintAct = StrokeAct | PourAct | ShapeAct

/** What a hand does that lays paint or takes it away. */
const PAINTING: ReadonlySet<Work | null> = new Set<Work>(['draw', 'pour'])

/**
 * The strokes, pours and shapes of the step (or of any) that stand, erasing left out where `painting` is asked; nobody
 * is blamed for what the program did.
 */
export function paintActs(evidence: Evidence, painting: boolean, isAnyStep = false): PaintAct[] {
  return evidence.acts
    .filter(
      (each): each is StandingAct & { act: PaintAct } =>
        !each.aided && (isAnyStep || each.step === evidence.step) && PAINTING.has(facts(each.act).work),
    )
    .map(each => each.act)
    .filter(act => !painting || toolOf(act)?.effect !== 'erase')
}

/** The tool that an act was done with; null for a pour, and for a shape that is only filled. */
export function toolOf(act: PaintAct): StrokeAct['tool'] | null {
  return facts(act).tool
}

/** Where an act was done, as the sheet is now: the way of the pen, an outline, or a ring round the place of a pour. */
export function actMark(evidence: Evidence, act: PaintAct): Mark {
  const { x: dx, y: dy, scaleX, scaleY } = placedSince(evidence, act)
  const place = (x: number, y: number) => [Math.round(x * scaleX + dx), Math.round(y * scaleY + dy)] as const
  if (act.kind === 'pour') {
    const [x, y] =
      act.version === 1
        ? place(act.x, act.y)
        : place(act.where.points[0]! / SUBPIXELS, act.where.points[1]! / SUBPIXELS)
    return { kind: 'ring', x, y, radius: 18, label: 'pour' }
  }
  const [values, step] = act.kind === 'shape' ? [act.outline, 2] : [act.samples, SAMPLE_FIELDS]
  const points: number[] = []
  for (let i = 0; i < values.length; i += step)
    points.push(...place(values[i]! / SUBPIXELS, values[i + 1]! / SUBPIXELS))
  return { kind: 'path', points }
}
