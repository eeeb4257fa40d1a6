import { z } from 'zod'
import { TOOL_NAMES, toolSettingsSchema } from '../brush'
import { cantTell, toleranceSchema, type Evidence, type Found, type Measure } from './contract'
import { actMark, paintActs, toolOf, type PaintAct } from './process'
import { listInWords } from './words'

const asked = z.strictObject({
  tool: z.union([toolSettingsSchema.shape.tool, z.literal('pour')]),
  /** px; for a pour they don't count. */
  sizeFrom: z.int().min(1).max(600),
  sizeTo: z.int().min(1).max(600),
})

const schema = z.strictObject({
  measure: z.literal('tools-used'),
  tools: z.array(asked).min(1),
  tolerance: toleranceSchema,
})
type Settings = z.infer<typeof schema>
type Asked = z.infer<typeof asked>

/** Share of the step's painting that must be done with the asked tools. Erasing is always free. */
const ENOUGH = { gentle: 0.7, standard: 0.9, strict: 1 } as const
const NEARLY = 0.6
/** A size may be this much off the asked range before it counts: presets are rarely hit exactly. */
const SIZE_SLACK = { gentle: 1.6, standard: 1.25, strict: 1 } as const

const NAMES: Record<Asked['tool'], string> = { ...TOOL_NAMES, pour: 'pour' }

function look(evidence: Evidence, { tools, tolerance }: Settings): Found {
  const acts = paintActs(evidence, true)
  if (acts.length === 0) return cantTell('Nothing was drawn in this step yet.')
  const slack = SIZE_SLACK[tolerance]
  const fits = (act: PaintAct) => {
    const used = toolOf(act)
    // A shape that is only filled is as good as a pour.
    return tools.some(
      each =>
        each.tool === (used?.tool ?? 'pour') &&
        (!used || (used.size >= each.sizeFrom / slack && used.size <= each.sizeTo * slack)),
    )
  }
  const others = acts.filter(act => !fits(act))
  const share = 1 - others.length / acts.length
  const figure = { value: Math.round(share * 100), unit: '%' }
  const wanted = listInWords(tools.map(inWords))
  if (share >= ENOUGH[tolerance]) {
    return { verdict: 'met', figure, sentence: `You used the ${wanted}.`, marks: [] }
  }
  const used = [...new Set(others.map(usedInWords))]
  const count = others.length === 1 ? 'One stroke was' : `${others.length} of ${acts.length} strokes were`
  return {
    verdict: share >= NEARLY ? 'nearly' : 'not-yet',
    figure,
    sentence: `${count} made with the ${listInWords(used.slice(0, 3))}. This step asks for the ${wanted}.`,
    marks: others.slice(0, 40).map(act => actMark(evidence, act)),
  }
}

function inWords({ tool, sizeFrom, sizeTo }: Asked): string {
  if (tool === 'pour') return NAMES.pour
  return `${NAMES[tool]} (${sizeFrom === sizeTo ? sizeFrom : `${sizeFrom}–${sizeTo}`} px)`
}

function usedInWords(act: PaintAct): string {
  const used = toolOf(act)
  return used ? `${NAMES[used.tool]} at ${used.size} px` : act.kind === 'shape' ? 'filled shape' : NAMES.pour
}

export const toolsUsed: Measure<Settings> = {
  schema,
  look,
  onPaper: { untold: 'which tools were used' },
}
