import type { PourAct, StandingAct, StrokeAct } from '../drawing'
import { SAMPLE_FIELDS, SUBPIXELS } from '../brush'
import type { Evidence, Mark } from './contract'

export type PaintAct = (StrokeAct | PourAct)

/** The strokes and pours of the step that stand, erasing left out where `painting` is asked. */
export function paintActs(evidence: Evidence, painting: boolean): PaintAct[] {
  return evidence.acts
    .filter((each): each is StandingAct & { act: PaintAct } =>
      each.step === evidence.step && (each.act.kind === 'stroke' || each.act.kind === 'pour'))
    .map(each => each.act)
    .filter(act => !painting || act.kind === 'pour' || act.tool.effect === 'paint')
}

/** Where an act was done: the way of the pen, or a ring round the place of a pour. */
export function actMark(act: PaintAct): Mark {
  if (act.kind === 'pour') return { kind: 'ring', x: act.x, y: act.y, radius: 18, label: 'pour' }
  const points: number[] = []
  for (let i = 0; i < act.samples.length; i += SAMPLE_FIELDS) {
    points.push(Math.round(act.samples[i]! / SUBPIXELS), Math.round(act.samples[i + 1]! / SUBPIXELS))
  }
  return { kind: 'path', points }
}
