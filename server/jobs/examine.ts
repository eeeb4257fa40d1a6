import { contentHash, replay, standingActs, type DrawingRecord } from '#core/drawing'
import { showDrawing, type Drawing } from '#core/layers'
import { lookAt, lookedAt } from '#core/lookfor'
import type { Plan } from '#core/plan'
import { measuresOf, type Measures } from '#core/review'
import type { StepFindings } from '#shared/views'
import { nativeSha256 } from './hash'
import { kernels } from './kernels'

export interface Examination {
  drawing: Drawing
  hash: string
  findings: StepFindings[]
  /** Px. */
  width: number
  height: number
  /** The drawing on its paper, RGBA8, row-major. */
  pixels: Uint8Array
  measures: Measures
}

/**
 * Draws a record again and looks at every step that was opened. Heavy: for processes beside the server, and tools.
 * `from`: a moment of it that is drawn already.
 */
export function examine(
  record: DrawingRecord,
  steps: Plan['steps'],
  from?: { readonly position: number; readonly drawing: Drawing } | null,
): Examination {
  const engine = replay(kernels, record)
  if (from) engine.keep(from.position, from.drawing)
  const { drawing } = engine
  const acts = standingActs(record.entries)
  const opened = new Set(record.entries.flatMap(entry => (entry.type === 'step' ? [entry.step] : [])))
  const findings = steps
    .filter(step => opened.has(step.id))
    .map(step => ({ step: step.id, findings: lookAt(kernels, { drawing, acts, step: step.id }, step.lookFors) }))
  return {
    drawing,
    hash: contentHash(drawing, nativeSha256),
    findings,
    width: drawing.sheet.width,
    height: drawing.sheet.height,
    pixels: showDrawing(kernels, drawing),
    // Of a page what is drawn on it: its paper is no paint.
    measures: measuresOf(kernels, lookedAt(kernels, { drawing, acts, step: '' }).drawing, record.entries),
  }
}
