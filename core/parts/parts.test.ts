import { describe, expect, it } from 'vitest'
import { newGuide } from '../guides'
import {
  alignedBy,
  ALIGNMENTS,
  asNet,
  flipped,
  handled,
  handlesOf,
  heldWhole,
  holds,
  middleOf,
  movedBy,
  outerCorners,
  pointsOf,
  quarterTurned,
  snapLines,
  snappedPlace,
  snapOf,
  turnedBy,
  type Held,
} from './index'

const held = heldWhole({ x0: 100, y0: 50, x1: 300, y1: 150 })
const rounded = (of: Held) =>
  outerCorners(of).map(({ x, y }) => [Math.round(x * 1000) / 1000 + 0, Math.round(y * 1000) / 1000 + 0])

describe('a part in hand', () => {
  it.each<[string, Held, number[][]]>([
    [
      'moved',
      movedBy(held, 7, -3),
      [
        [107, 47],
        [307, 47],
        [307, 147],
        [107, 147],
      ],
    ],
    [
      'turned by a right angle',
      turnedBy(held, Math.PI / 2),
      [
        [250, 0],
        [250, 200],
        [150, 200],
        [150, 0],
      ],
    ],
    [
      'quarter turned, to the last bit',
      quarterTurned(held, 1),
      [
        [250, 0],
        [250, 200],
        [150, 200],
        [150, 0],
      ],
    ],
    [
      'flipped',
      flipped(held, true),
      [
        [300, 50],
        [100, 50],
        [100, 150],
        [300, 150],
      ],
    ],
    [
      'upside down',
      flipped(held, false),
      [
        [100, 150],
        [300, 150],
        [300, 50],
        [100, 50],
      ],
    ],
    [
      'pulled by a corner',
      handled(held, 'size', 'corner 2', { x: 500, y: 100 }),
      [
        [100, 50],
        [500, 50],
        [500, 100],
        [100, 100],
      ],
    ],
    [
      'pulled by a corner, proportions kept',
      handled(held, 'size', 'corner 2', { x: 500, y: 100 }, { isEven: true }),
      [
        [100, 50],
        [500, 50],
        [500, 250],
        [100, 250],
      ],
    ],
    [
      'pulled by a corner, from its middle',
      handled(held, 'size', 'corner 0', { x: 150, y: 75 }, { isCentred: true }),
      [
        [150, 75],
        [250, 75],
        [250, 125],
        [150, 125],
      ],
    ],
    [
      'pulled over its other side: turned inside out',
      handled(held, 'size', 'side 1', { x: 0, y: 90 }),
      [
        [100, 50],
        [0, 50],
        [0, 150],
        [100, 150],
      ],
    ],
    [
      'slanted',
      handled(held, 'slant', 'side 0', { x: 240, y: 50 }),
      [
        [140, 50],
        [340, 50],
        [300, 150],
        [100, 150],
      ],
    ],
    [
      'by one corner',
      handled(held, 'corners', 'corner 1', { x: 310, y: 20 }),
      [
        [100, 50],
        [310, 20],
        [300, 150],
        [100, 150],
      ],
    ],
  ])('is %s', (_what, after, expected) => {
    expect(rounded(after)).toEqual(expected)
  })

  it('keeps its shape when sized after it was turned', () => {
    const turned = turnedBy(held, 0.4)
    const corner = outerCorners(turned)[2]
    const anchor = outerCorners(turned)[0]
    const pulled = handled(turned, 'size', 'corner 2', {
      x: anchor.x + 2 * (corner.x - anchor.x),
      y: anchor.y + 2 * (corner.y - anchor.y),
    })
    const side = (of: Held, i: number) =>
      Math.hypot(
        outerCorners(of)[i]!.x - outerCorners(of)[i + 1]!.x,
        outerCorners(of)[i]!.y - outerCorners(of)[i + 1]!.y,
      )
    expect([side(pulled, 0), side(pulled, 1)].map(Math.round)).toEqual([400, 200])
  })

  it('turns by its arm, in steps of 15° when asked', () => {
    const [arm] = handlesOf(held, 'size', 40).filter(({ role }) => role === 'turn')
    expect([arm!.x, arm!.y]).toEqual([200, 10])
    const turned = handled(held, 'size', 'turn', { x: 320, y: 70 }, { isEven: true })
    const [a, b] = outerCorners(turned)
    expect(Math.round((Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI) % 15).toBe(0)
    expect(middleOf(turned)).toEqual({ x: expect.closeTo(200, 6), y: expect.closeTo(100, 6) })
  })

  it('never shrinks to nothing', () => {
    const [a, , c] = outerCorners(handled(held, 'size', 'corner 2', { x: 100, y: 50 }))
    expect(c.x - a.x).toBeGreaterThan(0)
  })

  it('becomes a net that lies where it lay, knot by knot', () => {
    const slanted = handled(held, 'slant', 'side 0', { x: 240, y: 50 })
    const net = asNet(slanted)
    expect(rounded(net)).toEqual(rounded(slanted))
    expect(pointsOf(net)).toHaveLength(16)
    const pulled = handled(net, 'net', 'knot 5', { x: 1, y: 2 })
    expect(pointsOf(pulled).filter((point, i) => point.x !== pointsOf(net)[i]!.x)).toEqual([{ x: 1, y: 2 }])
    expect(handlesOf(net, 'net', 40)).toHaveLength(16)
    expect(rounded(handled(net, 'corners', 'corner 2', { x: 9, y: 8 }))[2]).toEqual([9, 8])
  })

  it('knows what lies inside it', () => {
    const turned = turnedBy(held, Math.PI / 4)
    expect([
      holds(turned, { x: 200, y: 100 }),
      holds(turned, { x: 290, y: 60 }),
      holds(held, { x: 290, y: 60 }),
    ]).toEqual([true, false, true])
  })
})

describe('aligning', () => {
  const sheet = { x0: 0, y0: 0, x1: 400, y1: 300 }
  it.each([
    ['left', -30, 0],
    ['centre', 120, 0],
    ['right', 270, 0],
    ['top', 0, -20],
    ['middle', 0, 105],
    ['bottom', 0, 230],
  ] as const)('to the %s', (how, dx, dy) => {
    expect(alignedBy({ x0: 30, y0: 20, x1: 130, y1: 70 }, sheet, how)).toEqual({ dx, dy })
  })

  it('twice is once', () => {
    for (const how of ALIGNMENTS) {
      const box = { x0: 31, y0: 22, x1: 90, y1: 77 }
      const { dx, dy } = alignedBy(box, sheet, how)
      const moved = { x0: box.x0 + dx, y0: box.y0 + dy, x1: box.x1 + dx, y1: box.y1 + dy }
      const again = alignedBy(moved, sheet, how)
      expect(Math.abs(again.dx) + Math.abs(again.dy)).toBeLessThanOrEqual(1)
    }
  })
})

describe('snapping a place', () => {
  const lines = [
    { axis: 'x', at: 100 },
    { axis: 'x', at: 108 },
    { axis: 'y', at: 40 },
  ] as const
  it.each([
    [
      { x: 103, y: 90 },
      { x: 100, y: 90 },
    ],
    [
      { x: 105, y: 46 },
      { x: 108, y: 40 },
    ],
    [
      { x: 90, y: 47.1 },
      { x: 90, y: 47.1 },
    ],
  ])('%o', (place, expected) => {
    expect(snappedPlace(place, lines, 7)).toEqual(expected)
  })
})

describe('snapping', () => {
  const sheet = { width: 800, height: 600 }

  it('finds the sheet’s edges and middle, and shown straight guides', () => {
    const grid = { ...newGuide('grid', 'g', sheet), spacing: 300, offsetX: 50, offsetY: 650 }
    const lines = snapLines(sheet, [grid, { ...newGuide('thirds', 't', sheet), isShown: false }])
    expect(lines.filter(({ axis }) => axis === 'x').map(({ at }) => at)).toEqual([0, 400, 800, 50, 350, 650])
    expect(lines.filter(({ axis }) => axis === 'y').map(({ at }) => at)).toEqual([0, 300, 600, 50, 350])
    expect(snapLines(sheet, [newGuide('thirds', 't', sheet)])).toHaveLength(10)
  })

  it('takes the nearest edge or middle to a line within reach', () => {
    const lines = snapLines(sheet, [])
    expect(snapOf(movedBy(held, 205, 0), lines, 8)).toEqual({ dx: -5, dy: 0, on: [{ axis: 'x', at: 400 }] })
    expect(snapOf(movedBy(held, -97, -50), lines, 8)).toMatchObject({ dx: -3, dy: 0 })
    expect(snapOf(held, lines, 8).on).toEqual([])
  })
})
