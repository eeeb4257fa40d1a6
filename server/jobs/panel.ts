import type { Rect } from '#core/base'
import { replay, type DrawingRecord } from '#core/drawing'
import { showDrawing } from '#core/layers'
import { bytesOfEdges, edgesOf } from '#core/mural'
import { kernels } from './kernels'

export interface PanelAsked {
  /** The panel's own part of its sheet, and what size the sheet must have, px. */
  readonly own: Rect
  readonly sheet: { readonly width: number; readonly height: number }
}

/** `why`: it can't be put in. Pixels: RGBA8 of its own part; edges: what it has along them. */
export type PanelDrawn =
  | { readonly why: 'other-size' | 'not-drawn' }
  | { readonly why: null; readonly pixels: Uint8Array; readonly edges: Uint8Array }

/** Draws a mural's panel again and takes its own part. Heavy: for processes beside the server. */
export function drawPanel(record: DrawingRecord, { own, sheet }: PanelAsked): PanelDrawn {
  if (!record.entries.some(each => each.type === 'act')) return { why: 'not-drawn' }
  const { drawing } = replay(kernels, record)
  const { width, height } = drawing.sheet
  if (width !== sheet.width || height !== sheet.height) return { why: 'other-size' }
  const all = showDrawing(kernels, drawing)
  const [w, h] = [own.x1 - own.x0, own.y1 - own.y0]
  const pixels = new Uint8Array(4 * w * h)
  for (let y = 0; y < h; y++) {
    const from = 4 * ((own.y0 + y) * width + own.x0)
    pixels.set(all.subarray(from, from + 4 * w), 4 * w * y)
  }
  return { why: null, pixels, edges: bytesOfEdges(edgesOf(all, width, own)) }
}
