import { adjustmentAt, finished, type AdjustmentKind } from '#core/adjust'
import { adjusting, applyAct, type AdjustAct, type CastShadowAct, type HazeAct } from '#core/drawing'
import type { Kernels } from '#core/kernels'
import { reducedDrawing, type Drawing } from '#core/layers'

/** Acts that are set by sliders, and shown meanwhile. */
export type SlidAct = AdjustAct | CastShadowAct | HazeAct

/** Px of a sheet that are adjusted within a frame. */
const FRAME_PX = 500_000
/** Fewer of those that take more of each px. */
const FRAME_PX_OF: Partial<Record<AdjustmentKind, number>> = {
  lines: 130_000,
  colour: 200_000,
  sketch: 200_000,
  sharpen: 300_000,
}
const COARSEST = 4
/** Work goes on so long before the worker listens again, ms. */
const SLICE_MS = 12

/**
 * A small picture of what an adjustment or a shadow does, for while its slider is moved. `level`: its sides are 2^level
 * times smaller.
 */
export function actedSmall(
  kernels: Kernels,
  drawing: Drawing,
  act: SlidAct,
  wanted: number,
): { level: number; drawing: Drawing } {
  let level = Math.min(wanted, COARSEST)
  const most = (act.kind === 'adjust' && FRAME_PX_OF[act.how.kind]) || FRAME_PX
  while (level < COARSEST && (drawing.sheet.width * drawing.sheet.height) / 4 ** level > most) level++
  const small = level > 0 ? reducedDrawing(drawing, level) : drawing
  const scaled = actAt(act, 1 / 2 ** level)
  return {
    level,
    drawing:
      scaled.kind === 'adjust' && level > 0
        ? finished(adjusting(kernels, small, scaled, true))
        : applyAct(kernels, small, scaled),
  }
}

function actAt(act: SlidAct, scale: number): SlidAct {
  if (act.kind === 'haze') return act
  if (act.kind === 'adjust') return { ...act, how: adjustmentAt(act.how, scale) }
  return {
    ...act,
    dx: Math.round(act.dx * scale),
    dy: Math.round(act.dy * scale),
    sigma: Math.round(act.sigma * scale),
  }
}

/** Full-size work in slices, that can be stopped. */
export class AdjustWork {
  private isStopped = false

  constructor(
    private readonly kernels: Kernels,
    private readonly drawing: Drawing,
    readonly act: AdjustAct,
  ) {}

  stop(): void {
    this.isStopped = true
  }

  /** The drawing after it; null when it was stopped. */
  async run(onProgress: (share: number) => void): Promise<Drawing | null> {
    const work = adjusting(this.kernels, this.drawing, this.act)
    let began = performance.now()
    for (;;) {
      const step = work.next()
      if (step.done) return step.value
      if (performance.now() - began < SLICE_MS) continue
      onProgress(step.value)
      await new Promise(resolve => setTimeout(resolve, 0))
      if (this.isStopped) return null
      began = performance.now()
    }
  }
}
