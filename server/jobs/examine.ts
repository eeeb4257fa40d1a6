import { createHash } from 'node:crypto'
import { contentHash, replay, standingActs, type DrawingRecord, type Sha256 } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { showDrawing } from '#core/layers'
import { lookAt } from '#core/lookfor'
import type { Plan } from '#core/plan'
import { measuresOf, type Measures } from '#core/review'
import type { StepFindings } from '#shared/views'

export interface Examination {
  hash: string
  findings: StepFindings[]
  /** Px. */
  width: number
  height: number
  /** The drawing on its paper, RGBA8, row-major. */
  pixels: Uint8Array
  measures: Measures
}

const kernels = loadKernels()
/** The machine's own: the hash takes a tenth of the time. */
const nativeSha256: Sha256 = bytes => createHash('sha256').update(bytes).digest('hex')

/** Draws a record again and looks at every step that was opened. Heavy: for processes beside the server, and tools. */
export function examine(record: DrawingRecord, steps: Plan['steps']): Examination {
  const { drawing } = replay(kernels, record)
  const acts = standingActs(record.entries)
  const opened = new Set(record.entries.flatMap(entry => (entry.type === 'step' ? [entry.step] : [])))
  const findings = steps
    .filter(step => opened.has(step.id))
    .map(step => ({ step: step.id, findings: lookAt(kernels, { drawing, acts, step: step.id }, step.lookFors) }))
  return {
    hash: contentHash(drawing, nativeSha256),
    findings,
    width: drawing.sheet.width,
    height: drawing.sheet.height,
    pixels: showDrawing(kernels, drawing),
    measures: measuresOf(kernels, drawing, record.entries),
  }
}
