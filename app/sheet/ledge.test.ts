import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { laidOut } from './ledge'

const keys = (count: number) => Array.from({ length: count }, (_, i) => `tool-${i}`)

describe('tools on the ledge', () => {
  it('all lie there where there is room, smaller before any folds', () => {
    expect(laidOut(keys(3), [], 40)).toEqual({ shown: keys(3), folded: [], slotRem: 6.6 })
    const six = laidOut(keys(6), [], 27)
    expect(six.folded).toEqual([])
    expect(six.slotRem).toBeCloseTo(4.5)
  })

  it('those lifted last stay out, in their places', () => {
    const { shown, folded } = laidOut(keys(9), ['tool-7', 'tool-2'], 16.5)
    expect(shown).toEqual(['tool-0', 'tool-2', 'tool-7'])
    expect(folded).toEqual(['tool-1', 'tool-3', 'tool-4', 'tool-5', 'tool-6', 'tool-8'])
  })

  it('whatever the room: none is lost, the lifted one lies there, and they fit if one does', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 14 }),
        fc.integer({ min: 0, max: 13 }),
        fc.double({ min: 0.1, max: 90, noNaN: true }),
        (count, at, room) => {
          const lifted = `tool-${at % count}`
          const { shown, folded, slotRem } = laidOut(keys(count), [lifted], room)
          expect([...shown, ...folded].sort()).toEqual(keys(count).sort())
          expect(shown).toContain(lifted)
          if (room >= 7.2) expect(shown.length * slotRem + (folded.length ? 3 : 0)).toBeLessThanOrEqual(room + 1e-9)
        },
      ),
    )
  })
})
