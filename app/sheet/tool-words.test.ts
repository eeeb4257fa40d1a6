import { describe, expect, it } from 'vitest'
import { TOOL_IDS, TOOL_NAMES, toolSettings } from '#core/brush'
import { TOOL_WORDS, toolNameOf, wordsOf } from './tool-words'

describe('the words for tools', () => {
  it.each([...TOOL_IDS, 'pour'] as const)('%s has a name and says what it is good for', tool => {
    expect(TOOL_WORDS[tool].name).toMatch(/^[A-Z]/)
    expect(TOOL_WORDS[tool].use).toMatch(/\.$/)
    // One line of the cupboard's shelf.
    expect(TOOL_WORDS[tool].use.length).toBeLessThan(60)
  })

  it('are those of the sentences in findings', () => {
    for (const tool of TOOL_IDS) expect(TOOL_WORDS[tool].name.toLowerCase()).toBe(TOOL_NAMES[tool])
    expect(new Set(Object.values(TOOL_WORDS).map(({ name }) => name)).size).toBe(TOOL_IDS.length + 1)
  })

  it('go with what a step lays out', () => {
    expect(wordsOf({ kind: 'tool', settings: toolSettings('kneaded-eraser') }).name).toBe('Kneaded eraser')
    expect(toolNameOf({ kind: 'pour', tolerance: 1, grow: 2, borders: 'all' })).toBe('pour')
  })
})
