import type { Act, LetteringAct, ShapeAct } from '#core/drawing'
import { boundsOf, scaledRect } from '#core/base'
import { SUBPIXELS } from '#core/brush'
import type { Drawing, Layer } from '#core/layers'

/** A part of the letters so large is hidden before it is said. */
const HIDDEN_SHARE = 0.25

/** The layer whose letters a shape that was just filled hides; null when it hides none. */
export function coveredLetters(drawing: Drawing, acts: readonly Act[], shape: ShapeAct): Layer | null {
  if (!shape.fill || shape.fill.opacity < 60) return null
  const height = (id: string) => drawing.layers.findIndex(layer => layer.id === id)
  const over = scaledRect(boundsOf(shape.outline), 1 / SUBPIXELS)
  const hidden = acts
    .filter((act): act is LetteringAct => act.kind === 'lettering')
    .find(act => {
      const place = height(act.layer)
      if (place < 0 || place > height(shape.layer) || !drawing.layers[place]!.visible) return false
      const box = scaledRect(boundsOf(act.outlines.flat()), 1 / SUBPIXELS)
      const [w, h] = [
        Math.min(box.x1, over.x1) - Math.max(box.x0, over.x0),
        Math.min(box.y1, over.y1) - Math.max(box.y0, over.y0),
      ]
      return w > 0 && h > 0 && w * h >= HIDDEN_SHARE * (box.x1 - box.x0) * (box.y1 - box.y0)
    })
  return hidden ? drawing.layers[height(hidden.layer)]! : null
}
