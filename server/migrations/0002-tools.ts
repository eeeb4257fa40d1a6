import { QueryTypes, type QueryInterface } from 'sequelize'
import { fromVersion1, toolSettings1Schema } from '#core/brush'

interface LaidBefore {
  kind: string
  settings?: unknown
}
interface PlanBefore {
  steps: { tools: LaidBefore[] }[]
}

/** A plan's document with the tools that its steps lay out in today's settings. Those that are so already stay. */
export function withToolsOfToday<P extends PlanBefore>(document: P): P {
  const steps = document.steps.map(step => ({
    ...step,
    tools: step.tools.map(laid => {
      const before = toolSettings1Schema.safeParse(laid.settings)
      return before.success ? { ...laid, settings: fromVersion1(before.data) } : laid
    }),
  }))
  return { ...document, steps }
}

/** Tools got tips, grains, tapers and steadying: plans laid out before get the settings that draw the same. */
export const tools = {
  name: '0002-tools',
  async up({ context }: { context: QueryInterface }): Promise<void> {
    const { sequelize } = context
    const plans = await sequelize.query<{ id: number; document: string }>('SELECT id, document FROM plans', {
      type: QueryTypes.SELECT,
    })
    for (const { id, document } of plans) {
      await sequelize.query('UPDATE plans SET document = ? WHERE id = ?', {
        replacements: [JSON.stringify(withToolsOfToday(JSON.parse(document) as PlanBefore)), id],
      })
    }
  },
}
