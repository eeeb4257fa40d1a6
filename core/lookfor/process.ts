import type { PourAct, ShapeAct, StandingAct, StrokeAct } from '../drawing'
import { SAMPLE_FIELDS, SUBPIXELS } from '../brush'
import type { Evidence, Mark } from './contract'

export type PaintAct = StrokeAct | PourAct | ShapeAct

/** The strokes, pours and shapes of the step (or of any) that stand, erasing left out where `painting` is asked. */
export function paintActs(evidence: Evidence, painting: boolean, isAnyStep = false): PaintAct[] {
  return evidence.acts
    .filter((each): each is StandingAct & { act: PaintAct } =>
      (isAnyStep || each.step === evidence.step) && (each.act.kind === 'stroke' || each.act.kind === 'pour' || each.act.kind === 'shape'))
    .map(each => each.act)
    .filter(act => !painting || toolOf(act)?.effect !== 'erase')
}

/** The tool that an act was done with; null for a pour, and for a shape that is only filled. */
export function toolOf(act: PaintAct): StrokeAct['tool'] | null {
  if (act.kind === 'pour') return null
  return act.kind === 'shape' ? act.line?.tool ?? null : act.tool
}

/** Where an act was done: the way of the pen, an outline, or a ring round the place of a pour. */
export function actMark(act: PaintAct): Mark {
  if (act.kind === 'pour') {
    const [x, y] = act.version === 1 ? [act.x, act.y] : [Math.round(act.where.points[0]! / SUBPIXELS), Math.round(act.where.points[1]! / SUBPIXELS)]
    return { kind: 'ring', x, y, radius: 18, label: 'pour' }
  }
  if (act.kind === 'shape') return { kind: 'path', points: act.outline.map(value => Math.round(value / SUBPIXELS)) }
  const points: number[] = []
  for (let i = 0; i < act.samples.length; i += SAMPLE_FIELDS) {
    points.push(Math.round(act.samples[i]! / SUBPIXELS), Math.round(act.samples[i + 1]! / SUBPIXELS))
  }
  return { kind: 'path', points }
}
