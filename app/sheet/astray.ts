import type { Step } from '#core/plan'
import type { LayerNote } from '../workers/view/layer-news'

/** What the hand is about to do on a layer. */
export interface Intent {
  /** Needs paint on the layer to do anything: an eraser, a push. */
  readonly needsPaint: boolean
  /** In words: “the hard eraser”. */
  readonly what: string
}

/** Why paint would land where it is not wanted, and where it would be right. */
export interface Astray {
  /** `stops`: nothing can come of it; `warns`: it is done, and can be moved. */
  readonly kind: 'stops' | 'warns'
  readonly message: string
  readonly fix: string
  /** The layer where it would be right; null when that can't be known. */
  readonly right: string | null
  /** Told once for each: the same doubt is not said at every stroke. */
  readonly key: string
}

/** What is wrong with drawing on a layer now; null when nothing is. `isMask`: on its mask. */
export function astray(
  step: Step | null,
  layers: readonly LayerNote[],
  live: LayerNote,
  isMask: boolean,
  intent: Intent,
): Astray | null {
  const asked = step ? (layers.find(layer => layer.id === step.layer.id) ?? null) : null
  const right = asked && asked.id !== live.id && !asked.isHidden && !asked.isLocked ? asked.id : null
  const elsewhere = right ? `This step draws on “${asked!.name}”.` : ''
  if (live.isLocked)
    return {
      kind: 'stops',
      message: `The layer “${live.name}” is locked, so nothing on it can be changed.`,
      fix: elsewhere || 'Unlock it in the stack, or choose another layer.',
      right,
      key: 'locked',
    }
  if (live.isHidden)
    return {
      kind: 'stops',
      message: `The layer “${live.name}” is hidden, so you would not see what you draw.`,
      fix: elsewhere || 'Show it in the stack first.',
      right,
      key: 'hidden',
    }
  if (isMask) return null
  if (live.inside && live.isEmpty)
    return {
      kind: 'stops',
      message: `“${live.name}” stays inside its paint, and it has none yet.`,
      fix: elsewhere || 'Let it paint anywhere, or choose the layer with the shape.',
      right,
      key: 'inside',
    }
  if (live.inside && intent.needsPaint && intent.what.includes('eraser'))
    return {
      kind: 'stops',
      message: `“${live.name}” stays inside its paint, so nothing of it is rubbed out.`,
      fix: 'Take “stay inside” off in the stack.',
      right: null,
      key: 'inside-erase',
    }
  if (intent.needsPaint && live.isEmpty) {
    const painted = right ?? layers.findLast(layer => !layer.isEmpty && !layer.isHidden && !layer.isLocked)?.id ?? null
    return {
      kind: 'stops',
      message: `“${live.name}” is empty: ${intent.what} finds no paint there.`,
      fix: painted ? `The paint is on “${layers.find(layer => layer.id === painted)!.name}”.` : 'Draw something first.',
      right: painted,
      key: 'empty',
    }
  }
  if (right)
    return {
      kind: 'warns',
      message: `That went on “${live.name}”.`,
      fix: elsewhere,
      right,
      key: `step-${step!.id}-${live.id}`,
    }
  return null
}
