import type { Act, LetteringAct, ShapeAct } from '#core/drawing'
import { SUBPIXELS } from '#core/brush'
import type { Drawing, Layer } from '#core/layers'

/** A part of the letters so large is hidden before it is said. */
const HIDDEN_SHARE = 0.25

/** The layer whose letters a shape that was just filled hides; null when it hides none. */
export function coveredLetters(drawing: Drawing, acts: readonly Act[], shape: ShapeAct): Layer | null {
  if (!shape.fill || shape.fill.opacity < 60) return null
  const height = (id: string) => drawing.layers.findIndex(layer => layer.id === id)
  const over = boxOf([shape.outline])
  const hidden = acts
    .filter((act): act is LetteringAct => act.kind === 'lettering')
    .find(act => {
      const place = height(act.layer)
      if (place < 0 || place > height(shape.layer) || !drawing.layers[place]!.visible) return false
      const box = boxOf(act.outlines)
      const [w, h] = [
        Math.min(box.x1, over.x1) - Math.max(box.x0, over.x0),
        Math.min(box.y1, over.y1) - Math.max(box.y0, over.y0),
      ]
      return w > 0 && h > 0 && w * h >= HIDDEN_SHARE * (box.x1 - box.x0) * (box.y1 - box.y0)
    })
  return hidden ? drawing.layers[height(hidden.layer)]! : null
}

function boxOf(outlines: readonly (readonly number[])[]) {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const outline of outlines) {
    for (let i = 0; i < outline.length; i += 2) {
      x0 = Math.min(x0, outline[i]! / SUBPIXELS)
      x1 = Math.max(x1, outline[i]! / SUBPIXELS)
      y0 = Math.min(y0, outline[i + 1]! / SUBPIXELS)
      y1 = Math.max(y1, outline[i + 1]! / SUBPIXELS)
    }
  }
  return { x0, y0, x1, y1 }
}
