import { describe, expect, it } from 'vitest'
import { boxOf, listInWords, percentInWords, placeInWords } from './words'

describe('words for places and figures', () => {
  const box = { x0: 100, y0: 100, x1: 400, y1: 400 }
  it.each<[number, number, string]>([
    [110, 110, 'at the top left'],
    [250, 110, 'at the top'],
    [390, 110, 'at the top right'],
    [110, 250, 'on the left'],
    [250, 250, 'in the middle'],
    [390, 250, 'on the right'],
    [110, 390, 'at the bottom left'],
    [250, 390, 'at the bottom'],
    [390, 390, 'at the bottom right'],
    // Beyond the box it is still the nearest side.
    [900, 250, 'on the right'],
    [250, -50, 'at the top'],
  ])('(%i, %i) is %s', (x, y, words) => {
    expect(placeInWords(x, y, box)).toBe(words)
  })

  it.each<[string[], string]>([
    [[], ''],
    [['a'], 'a'],
    [['a', 'b'], 'a and b'],
    [['a', 'b', 'c'], 'a, b and c'],
  ])('%j is “%s”', (list, words) => {
    expect(listInWords(list)).toBe(words)
  })

  it.each<[number, string]>([
    [0, '0 %'],
    [0.005, '0.5 %'],
    [0.018, '1.8 %'],
    [0.02, '2 %'],
    [0.5, '50 %'],
    [0.987, '99 %'],
    [0.9951, '99.5 %'],
    [1, '100 %'],
  ])('a share of %d is %s', (share, words) => {
    expect(percentInWords(share)).toBe(words)
  })

  it('the box round what is set is tight; nothing set has none', () => {
    const set = new Uint8Array(50)
    expect(boxOf(set, 10)).toBeNull()
    set[13] = set[37] = 1
    expect(boxOf(set, 10)).toEqual({ x0: 3, y0: 1, x1: 8, y1: 4 })
  })
})
