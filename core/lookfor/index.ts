import { z } from 'zod'
import type { Placed } from '../layers'
import { closedOutline } from './closed-outline'
import { covered } from './covered'
import { insideLines } from './inside-lines'
import { rightLayer } from './right-layer'
import { toolsUsed } from './tools-used'
import type { Evidence, Finding, Measure } from './contract'

export { findingSchema, markSchema, verdictSchema, type Evidence, type Finding, type Mark, type Tolerance, type Verdict } from './contract'
export { regionMark } from './regions'
export { traceOutline, type Gap, type Outline } from './outline'

const MEASURES = {
  'closed-outline': closedOutline,
  'covered': covered,
  'inside-lines': insideLines,
  'right-layer': rightLayer,
  'tools-used': toolsUsed,
}

/** What a step asks for: a name of its own, a title for people, and the measure with its settings. */
export const lookForSchema = z.strictObject({
  id: z.string().min(1).max(60),
  title: z.string().min(1).max(80),
  settings: z.union([closedOutline.schema, covered.schema, insideLines.schema, rightLayer.schema, toolsUsed.schema]),
})
export type LookFor = z.infer<typeof lookForSchema>

/** Looks at the drawing with every look-for, in their order. */
export function lookAt(evidence: Evidence, lookFors: readonly LookFor[]): Finding[] {
  const { placed } = evidence.drawing
  return lookFors.map(({ id, settings }) => {
    const measure = MEASURES[settings.measure] as Measure<typeof settings>
    return { lookFor: id, ...measure.look(evidence, placed ? onSheet(settings, placed) : settings) }
  })
}

/** A plan says where something is expected on its own sheet: on one that was cut or scaled since it lies elsewhere. */
function onSheet(settings: LookFor['settings'], { x, y, scaleX, scaleY }: Placed): LookFor['settings'] {
  if (!('target' in settings)) return settings
  return { ...settings, target: settings.target.map((value, i) => (i % 2 ? value * scaleY + y : value * scaleX + x)) }
}
