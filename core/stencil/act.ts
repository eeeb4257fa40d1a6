import { SUBPIXELS, type ToolSettings } from '../brush'
import type { ShapeAct } from '../drawing'
import { shapeSamples, trueTool } from '../trueup'
import { isFillable, outlinePoints, trueShapeOf, type Stencil } from './stencil'

type Colour = readonly [number, number, number]

/** What a stencil leaves on the sheet. */
export interface StencilPaint {
  /** The tool that draws its outline, or none. */
  readonly line: { readonly tool: ToolSettings; readonly colour: Colour } | null
  readonly fill: { readonly colour: Colour; readonly opacity: number } | null
}

/** The act that sets the shape as it is now; null when nothing of it would be seen. */
export function shapeAct(stencil: Stencil, layer: string, { line, fill }: StencilPaint, seed: number): ShapeAct | null {
  const form = trueShapeOf(stencil)
  const filled =
    fill && isFillable(stencil) ? { colour: [...fill.colour] as [number, number, number], opacity: fill.opacity } : null
  if (!line && !filled) return null
  return {
    kind: 'shape',
    version: 1,
    layer,
    form: stencil.kind,
    seed,
    fill: filled,
    outline: outlinePoints(stencil).map(value => Math.round(value * SUBPIXELS)),
    line: line && { tool: trueTool(line.tool, form), colour: [...line.colour], samples: shapeSamples(form, [], true) },
  }
}
