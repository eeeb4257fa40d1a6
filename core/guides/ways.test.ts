import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { distanceOf, nearestOn, type Point } from '../geometry'
import { directionsAt, echoesOf, Follower, guideAlong, guideSchema, linesOf, newGuide, waysOf } from './index'
import { MOST_WAY_PLACES, MOST_WAYS } from './schema'

const sheet = { width: 1200, height: 800 }
const ring = (x: number, y: number, r: number, count = 360): Point[] =>
  Array.from({ length: count + 1 }, (_, i) => ({
    x: x + r * Math.cos((2 * Math.PI * i) / count),
    y: y + r * Math.sin((2 * Math.PI * i) / count),
  }))
const offWay = (way: readonly Point[], at: Point) =>
  Math.min(...way.slice(1).map((b, i) => distanceOf(at, nearestOn(way[i]!, b, at))))
const along = (way: Point[], angle = 0, scale = 100) => ({ ...guideAlong([way], 'w')!, angle, scale })

describe('a guide along ways', () => {
  it('is one that its own schema takes, lies where they lay, and needs fewer places', () => {
    const circle = ring(400, 300, 120)
    const guide = along(circle)
    expect(guideSchema.parse(guide)).toEqual(guide)
    const [way] = waysOf(guide)
    expect(way!.length).toBeLessThan(circle.length / 3)
    for (const at of circle) expect(offWay(way!, at)).toBeLessThan(0.5)
    expect(linesOf(guide, sheet)).toHaveLength(way!.length - 1)
  })

  it('keeps a way that doubles back', () => {
    const guide = along([
      { x: 0, y: 0 },
      { x: 200, y: 0 },
      { x: 50, y: 0 },
    ])
    expect(waysOf(guide)[0]!.map(({ x }) => x)).toEqual([0, 200, 50])
  })

  it('keeps the longest ones of too many, with as many places as fit', () => {
    const wobbly = Array.from({ length: 150 }, (_, k) =>
      Array.from({ length: 400 }, (__, i) => ({ x: i * 2 + (k < 10 ? 0 : k), y: k * 5 + 9 * Math.sin(i * (0.7 + k)) })),
    )
    const guide = guideAlong([...wobbly, [{ x: 0, y: 0 }]], 'w')!
    expect(guideSchema.safeParse(guide).success).toBe(true)
    expect(guide.ways).toHaveLength(MOST_WAYS)
    expect(guide.ways.flat().length).toBeLessThanOrEqual(2 * MOST_WAY_PLACES)
  })

  it('is none where there is nothing to go along', () => {
    expect(guideAlong([], 'w')).toBeNull()
    expect(
      guideAlong(
        [
          [{ x: 5, y: 5 }],
          [
            { x: 5, y: 5 },
            { x: 5.4, y: 5 },
          ],
        ],
        'w',
      ),
    ).toBeNull()
  })

  it('turns and scales round its middle', () => {
    const line = [
      { x: 100, y: 100 },
      { x: 300, y: 100 },
    ]
    const [[a, b]] = waysOf(along(line, 90, 50)) as [[Point, Point]]
    expect([a.x, a.y, b.x, b.y].map(Math.round)).toEqual([200, 50, 200, 150])
  })

  it.each<[string, (guide: ReturnType<typeof along>) => unknown]>([
    ['half a place', guide => ({ ...guide, ways: [[1, 2, 3, 4, 5]] })],
    ['a way of one place', guide => ({ ...guide, ways: [[1, 2]] })],
    ['no way', guide => ({ ...guide, ways: [] })],
    ['too many ways', guide => ({ ...guide, ways: Array.from({ length: MOST_WAYS + 1 }, () => [0, 0, 9, 9]) })],
    ['too many places', guide => ({ ...guide, ways: [0, 1].map(() => new Array(3 * MOST_WAY_PLACES).fill(1)) })],
  ])('is refused with %s', (_what, bent) => {
    expect(guideSchema.safeParse(bent(along(ring(0, 0, 50)))).success).toBe(false)
  })
})

describe('a stroke along ways', () => {
  const circle = along(ring(400, 300, 120))
  const [way] = waysOf(circle) as [Point[]]
  /** A hand that goes round beside the circle, unevenly. */
  const wobblyRound = (turns: number, seed: number) =>
    Array.from({ length: 90 }, (_, i) => {
      const angle = (turns * 2 * Math.PI * i) / 89
      const r = 120 + 14 * Math.sin(i * 1.3 + seed)
      return { x: 400 + r * Math.cos(angle), y: 300 + r * Math.sin(angle) }
    })

  it('that begins near one runs on it, all round and past where it is closed', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.3, max: 1.6, noNaN: true }), fc.nat(50), (turns, seed) => {
        const hand = wobblyRound(turns, seed)
        const follower = new Follower([circle], hand[0]!, 1)
        const placed = hand.map(at => follower.place(at)!)
        for (const [i, at] of placed.entries()) {
          expect(offWay(way, at)).toBeLessThan(1e-6)
          // Where the hand is beside the circle is where the stroke is.
          expect(distanceOf(at, hand[i]!)).toBeLessThan(20)
        }
      }),
      { numRuns: 40 },
    )
  })

  it('does not jump over to another stretch that comes near', () => {
    // A hairpin: there and back, 20 px apart.
    const hairpin = along([
      { x: 100, y: 100 },
      { x: 500, y: 100 },
      { x: 500, y: 120 },
      { x: 100, y: 120 },
    ])
    const follower = new Follower([hairpin], { x: 110, y: 98 }, 1)
    const placed = Array.from({ length: 60 }, (_, i) => follower.place({ x: 110 + 5 * i, y: i % 9 < 4 ? 97 : 113 })!)
    expect(placed.every(({ y }) => Math.abs(y - 100) < 1e-6)).toBe(true)
  })

  it('is free where it begins far from all, on the screen; and where they are not followed', () => {
    const far = { x: 400, y: 300 - 120 - 40 }
    expect(new Follower([circle], far, 1).isFree).toBe(true)
    expect(new Follower([circle], far, 0.5).isFree).toBe(false)
    expect(new Follower([{ ...circle, isFollowed: false }], { x: 520, y: 300 }, 1).isFree).toBe(true)
  })

  it('goes along other guides where it begins far from the ways, and takes no heed of them near one', () => {
    const grid = { ...newGuide('grid', 'g', sheet), isFollowed: true }
    const [near, far] = [
      new Follower([circle, grid], { x: 521, y: 300 }, 1),
      new Follower([circle, grid], { x: 900, y: 700 }, 1),
    ]
    expect(offWay(way, near.place({ x: 515, y: 340 })!)).toBeLessThan(1e-6)
    expect(far.isFree).toBe(false)
    const held = far.place({ x: 1000, y: 705 })!
    expect(far.place({ x: 1100, y: 690 })!.y).toBe(held.y)
  })

  it('is held to no direction by them, nor repeated', () => {
    expect(directionsAt([circle], { x: 521, y: 300 })).toEqual([])
    expect(echoesOf([circle], 65536)).toEqual([])
  })
})
