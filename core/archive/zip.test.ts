import { strToU8, zipSync } from 'fflate'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { doOverlap, zipParts } from './index'

const FILES = { 'a.txt': strToU8('a'.repeat(900)), 'b/c.txt': strToU8('bc') }

describe('what a zip file says of its parts', () => {
  it('is their places and sizes, packed or not', () => {
    for (const level of [0, 6] as const) {
      const bytes = zipSync(FILES, { level })
      const parts = zipParts(bytes)!
      expect(parts.map(each => each.size)).toEqual([900, 2])
      expect(parts[0]!.from).toBe(0)
      expect(parts[1]!.from).toBe(parts[0]!.to)
      expect(doOverlap(parts)).toBe(false)
    }
  })

  it('is found before a note at the end', () => {
    const bytes = zipSync(FILES)
    const noted = new Uint8Array([...bytes, ...strToU8('made by hand')])
    new DataView(noted.buffer).setUint16(bytes.length - 2, 12, true)
    expect(zipParts(noted)).toEqual(zipParts(bytes))
  })

  it('is nothing of what is cut short or bent', () => {
    const bytes = zipSync(FILES)
    fc.assert(
      fc.property(fc.nat(bytes.length - 1), end => {
        expect(zipParts(bytes.subarray(0, end))).toBeNull()
      }),
    )
    // Whatever byte is another one: it is read or refused, never beyond the file.
    fc.assert(
      fc.property(fc.nat(bytes.length - 1), fc.nat(255), (at, value) => {
        const bent = bytes.slice()
        bent[at] = value
        for (const part of zipParts(bent) ?? []) expect(part.to).toBeLessThanOrEqual(bent.length)
      }),
    )
  })
})

it('parts that share bytes overlap, whatever their order', () => {
  const part = (from: number, to: number) => ({ from, to, size: 1 })
  expect(doOverlap([part(10, 20), part(0, 10)])).toBe(false)
  expect(doOverlap([part(10, 20), part(0, 11)])).toBe(true)
  expect(doOverlap([part(0, 10), part(0, 10)])).toBe(true)
  expect(doOverlap([])).toBe(false)
})
