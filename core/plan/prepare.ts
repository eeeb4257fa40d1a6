import type { Act } from '../drawing'
import type { Drawing } from '../layers'
import type { Step } from './schema'

/** The acts that make a sheet ready for a step: its layer if it is missing, others lowered or hidden. */
export function prepareStep(step: Step, drawing: Drawing): Act[] {
  const acts: Act[] = []
  const { id, name, place } = step.layer
  if (!drawing.layers.some(layer => layer.id === id)) acts.push({ kind: 'layer-add', layer: id, name, place })
  for (const { layer: dimmed, opacity, visible } of step.dim) {
    const layer = drawing.layers.find(each => each.id === dimmed)
    if (layer && (layer.opacity !== opacity || layer.visible !== visible)) {
      acts.push({ kind: 'layer-look', layer: dimmed, opacity, visible })
    }
  }
  return acts
}
