import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { hexOf, readHex } from './hex'

describe('colours as hex', () => {
  // CSS Color Module Level 4, § 6.1: named colours and their values.
  it.each([
    ['#ff6347', [255, 99, 71]],
    ['#663399', [102, 51, 153]],
    ['#f5fffa', [245, 255, 250]],
  ])('%s', (hex, colour) => {
    expect(readHex(hex)).toEqual(colour)
    expect(hexOf(colour)).toBe(hex)
  })

  it('three digits stand for six; capitals, spaces and a missing # do not matter', () => {
    expect(readHex('#fA0')).toEqual([255, 170, 0])
    expect(readHex(' 3F6BB0 ')).toEqual([63, 107, 176])
  })

  it.each(['', '#12', '#12345', 'red', '#12345g'])('“%s” is none', text => expect(readHex(text)).toBeNull())

  it('there and back is the same', () => {
    fc.assert(
      fc.property(fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)), colour => {
        expect(readHex(hexOf(colour))).toEqual(colour)
      }),
    )
  })
})
