import { describe, expect, it } from 'vitest'
import { patternOf, PATTERNS } from './patterns'

describe('colours told by pattern', () => {
  // The tinctures as they were hatched since Petra-Sancta (1638), from memory.
  it.each([
    ['yellow', [250, 220, 40], 'dots'],
    ['white', [255, 255, 255], 'plain'],
    ['red', [200, 20, 30], 'upright'],
    ['blue', [20, 60, 180], 'level'],
    ['green', [20, 140, 60], 'falling'],
    ['purple', [130, 30, 140], 'rising'],
    ['black', [8, 8, 8], 'crossed'],
    ['orange', [240, 130, 20], 'lines-and-dots'],
    ['grey', [128, 128, 128], 'plain'],
  ] as const)('%s', (_name, rgb, pattern) => {
    expect(patternOf([...rgb])).toBe(pattern)
  })

  it('have one for every colour there is', () => {
    const seen = new Set<string>()
    for (let r = 0; r < 256; r += 15)
      for (let g = 0; g < 256; g += 15) for (let b = 0; b < 256; b += 15) seen.add(patternOf([r, g, b]))
    expect([...seen].sort()).toEqual([...PATTERNS].sort())
  })
})
