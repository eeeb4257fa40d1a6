import { describe, expect, it } from 'vitest'
import { toolSettings, toolSettingsSchema } from '#core/brush'
import { withToolsOfToday } from './0002-tools'

const before = {
  tool: 'pencil',
  size: 14,
  opacity: 85,
  flow: 92,
  hardness: 55,
  spacing: 12,
  pressureSize: 35,
  pressureFlow: 75,
  gather: 'peak',
  effect: 'paint',
  tooth: 150,
}

describe('plans laid out before tools had tips', () => {
  const plan = {
    title: 'A pier',
    steps: [
      {
        id: 'one',
        tools: [
          { kind: 'tool', settings: before },
          { kind: 'pour', grow: 2 },
        ],
      },
    ],
  }
  const after = withToolsOfToday(plan)

  it('get settings that today’s schema takes and that draw the same', () => {
    const settings = toolSettingsSchema.parse(after.steps[0]!.tools[0]!.settings)
    expect(settings).toMatchObject({
      tool: 'pencil',
      size: 14,
      grain: { texture: 'cartridge', depth: 150, bite: 0 },
      tip: { kind: 'disc' },
      steadying: 0,
    })
  })

  it('keep everything else, and what is of today already', () => {
    expect(after.steps[0]!.tools[1]).toEqual({ kind: 'pour', grow: 2 })
    expect(after.title).toBe('A pier')
    const today = { steps: [{ tools: [{ kind: 'tool', settings: toolSettings('chalk') }] }] }
    expect(withToolsOfToday(today)).toEqual(today)
    expect(withToolsOfToday(after)).toEqual(after)
  })
})
