import { describe, expect, it } from 'vitest'
import { packSample, SAMPLE_FIELDS, unpackSample } from '#core/brush'
import { Follower, newGuide } from '#core/guides'
import { heldTo } from './follow'

const sheet = { width: 1000, height: 800 }
const grid = { ...newGuide('grid', 'g', sheet), isFollowed: true }
const at = (x: number, y: number, wait = 10) => packSample({ x, y, pressure: 0.5, wait })
const places = (packed: number[]) => Array.from({ length: packed.length / SAMPLE_FIELDS }, (_, i) => unpackSample(packed, i))

describe('samples held to a guide', () => {
  it('lie on the line, keep their pressure, and lose no time while the way is not clear', () => {
    const hold = heldTo(new Follower([grid], { x: 100, y: 100 }, 1))
    expect(hold([...at(102, 100), ...at(104, 101)])).toEqual([])
    const out = places(hold([...at(112, 103), ...at(130, 96)]))
    expect(out.map(({ x, y }) => [x, y])).toEqual([[112, 100], [130, 100]])
    expect(out.map(({ wait }) => wait)).toEqual([30, 10])
    expect(out[0]!.pressure).toBeCloseTo(0.5, 2)
  })

  it('are left alone where nothing is followed', () => {
    const hold = heldTo(new Follower([{ ...grid, isFollowed: false }], { x: 100, y: 100 }, 1))
    expect(hold(at(101, 101))).toEqual(at(101, 101))
  })
})
