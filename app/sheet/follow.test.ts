import { describe, expect, it } from 'vitest'
import { packSample, SAMPLE_FIELDS, unpackSample } from '#core/brush'
import { Follower, newGuide, type Guide } from '#core/guides'
import { heldTo } from './follow'

const sheet = { width: 1000, height: 800 }
const grid = { ...(newGuide('grid', 'g', sheet) as Extract<Guide, { kind: 'grid' }>), isFollowed: true }
const at = (x: number, y: number, wait = 10) => packSample({ x, y, pressure: 0.5, wait })
const places = (packed: number[]) =>
  Array.from({ length: packed.length / SAMPLE_FIELDS }, (_, i) => unpackSample(packed, i))

describe('samples held to a guide', () => {
  it('lie on the nearest line, keep their pressure and time, from the first on, once the way is clear', () => {
    const hold = heldTo(new Follower([{ ...grid, spacing: 50, offsetX: 0, offsetY: 0 }], { x: 101, y: 93 }, 1))
    expect(hold([...at(101, 93), ...at(104, 94)])).toEqual([])
    const out = places(hold([...at(112, 96), ...at(130, 89)]))
    expect(out.map(({ x, y }) => [x, y])).toEqual([
      [101, 100],
      [104, 100],
      [112, 100],
      [130, 100],
    ])
    expect(out.map(({ wait }) => wait)).toEqual([10, 10, 10, 10])
    expect(out[0]!.pressure).toBeCloseTo(0.5, 2)
  })

  it('go free across the squares', () => {
    const hold = heldTo(new Follower([grid], { x: 100, y: 100 }, 1))
    expect(places(hold([...at(100, 100), ...at(112, 109), ...at(140, 131)])).map(({ x, y }) => [x, y])).toEqual([
      [100, 100],
      [112, 109],
      [140, 131],
    ])
  })

  it('are left alone where nothing is followed', () => {
    const hold = heldTo(new Follower([{ ...grid, isFollowed: false }], { x: 100, y: 100 }, 1))
    expect(hold(at(101, 101))).toEqual(at(101, 101))
  })
})
