import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  directionsAt,
  echoesOf,
  Follower,
  guideSchema,
  guideTrouble,
  linesOf,
  newGuide,
  type Guide,
  type LaidGuideKind,
} from './index'

const sheet = { width: 1200, height: 800 }
const KINDS: LaidGuideKind[] = ['grid', 'thirds', 'isometric', 'perspective', 'mirror', 'spokes']
const followed = <G extends Guide>(guide: G, set: Partial<G> = {}): G => ({ ...guide, ...set, isFollowed: true })
const of = <K extends LaidGuideKind>(kind: K) => newGuide(kind, 'it', sheet) as Extract<Guide, { kind: K }>
const ONE = 65536
const map = (echo: readonly number[], x: number, y: number) => {
  const [a, b, c, d, e, f] = echo.map(value => value / ONE) as [number, number, number, number, number, number]
  return { x: a * x + c * y + e, y: b * x + d * y + f }
}

describe('a new guide', () => {
  it.each(KINDS)('of each kind is one that its own schema takes, with lines on the sheet: %s', kind => {
    const guide = of(kind)
    expect(guideSchema.parse(guide)).toEqual(guide)
    const lines = linesOf(guide, sheet)
    expect(lines.length).toBeGreaterThan(0)
    for (const { x0, y0, x1, y1 } of lines) {
      for (const x of [x0, x1]) expect(x >= -1e-6 && x <= sheet.width + 1e-6).toBe(true)
      for (const y of [y0, y1]) expect(y >= -1e-6 && y <= sheet.height + 1e-6).toBe(true)
    }
  })

  it('as a grid runs through the middle: equal halves above and below', () => {
    const main = linesOf(of('grid'), sheet).filter(line => line.isMain)
    expect(main.map(({ x0, y0, x1, y1 }) => [x0, y0, x1, y1])).toEqual([
      [600, 0, 600, 800],
      [0, 400, 1200, 400],
    ])
  })

  it('as a grid has its lines as far apart as it says', () => {
    const upright = linesOf({ ...of('grid'), spacing: 50, offsetX: 130, offsetY: 0 }, sheet)
      .filter(line => line.x0 === line.x1)
      .map(line => line.x0)
    expect(upright[0]).toBe(30)
    expect(upright).toHaveLength(24)
  })

  it('as an isometric grid has three bundles of parallels, 30° from the level, equally far apart', () => {
    const lines = linesOf({ ...of('isometric'), spacing: 40 }, sheet)
    const angles = new Map<number, number[]>()
    for (const { x0, y0, x1, y1 } of lines) {
      const angle = Math.round(((Math.atan2(y1 - y0, x1 - x0) * 180) / Math.PI + 180) % 180)
      const distance = (x0 * (y1 - y0) - y0 * (x1 - x0)) / Math.hypot(x1 - x0, y1 - y0)
      angles.set(angle, [...(angles.get(angle) ?? []), distance])
    }
    expect([...angles.keys()].sort((a, b) => a - b)).toEqual([30, 90, 150])
    for (const distances of angles.values()) {
      const sorted = distances.sort((a, b) => a - b)
      for (let i = 1; i < sorted.length; i++) expect(sorted[i]! - sorted[i - 1]!).toBeCloseTo(40, 6)
    }
  })

  it('in perspective has all rays going to their vanishing point, and the horizon through both', () => {
    const guide = of('perspective')
    const lines = linesOf(guide, sheet)
    for (const { x0, y0, x1, y1 } of lines.filter(line => !line.isMain)) {
      const misses = guide.points.map(
        point => Math.abs((point.x - x0) * (y1 - y0) - (point.y - y0) * (x1 - x0)) / Math.hypot(x1 - x0, y1 - y0),
      )
      expect(Math.min(...misses)).toBeLessThan(1e-6)
    }
    expect(lines.filter(line => line.isMain).map(line => [Math.round(line.y0), Math.round(line.y1)])).toEqual([
      [320, 320],
    ])
  })
})

describe('following', () => {
  const start = { x: 400, y: 500 }
  const go = (guides: Guide[], to: { x: number; y: number }, scale = 1) => new Follower(guides, start, scale).place(to)

  it('leaves strokes free when no guide is followed', () => {
    expect(go([of('grid'), of('isometric')], { x: 433, y: 517 })).toEqual({ x: 433, y: 517 })
  })

  it.each<[string, Guide, { x: number; y: number }, { x: number; y: number }]>([
    ['a grid, level', followed(of('grid'), { offsetX: 400, offsetY: 500 }), { x: 500, y: 520 }, { x: 500, y: 500 }],
    ['a grid, upright', followed(of('grid'), { offsetX: 400, offsetY: 500 }), { x: 390, y: 420 }, { x: 400, y: 420 }],
    ['thirds', followed(of('thirds')), { x: 300, y: 505 }, { x: 300, y: 500 }],
  ])('%s', (_what, guide, to, expected) => {
    const at = go([guide], to)!
    expect(at.x).toBeCloseTo(expected.x, 9)
    expect(at.y).toBeCloseTo(expected.y, 9)
  })

  it('lays a stroke along squares on the nearest of their lines, level and upright', () => {
    const grid = followed(of('grid'), { spacing: 60, offsetX: 10, offsetY: 20 })
    expect(go([grid], { x: 460, y: 508 })).toEqual({ x: 460, y: 500 })
    expect(go([grid], { x: 396, y: 560 })!.x).toBeCloseTo(370 + 60, 9)
    expect(new Follower([grid], { x: 400, y: 471 }, 1).place({ x: 440, y: 473 })!.y).toBeCloseTo(20 + 8 * 60, 9)
  })

  it('leaves a stroke across the squares free, and says so', () => {
    const follower = new Follower([followed(of('grid'))], start, 1)
    expect(follower.isFree).toBe(false)
    expect(follower.place({ x: 430, y: 528 })).toEqual({ x: 430, y: 528 })
    expect(follower.isFree).toBe(true)
    expect(follower.place({ x: 500, y: 500 })).toEqual({ x: 500, y: 500 })
  })

  it('goes to the vanishing point that the hand means, or upright', () => {
    const guide = followed(of('perspective'))
    const [left, right] = guide.points as [{ x: number; y: number }, { x: number; y: number }]
    for (const [to, point] of [
      [{ x: 300, y: 480 }, left],
      [{ x: 520, y: 470 }, right],
    ] as const) {
      const at = go([guide], to)!
      const cross = (at.x - start.x) * (point.y - start.y) - (at.y - start.y) * (point.x - start.x)
      expect(Math.abs(cross) / Math.hypot(point.x - start.x, point.y - start.y)).toBeLessThan(1e-9)
    }
    expect(go([guide], { x: 408, y: 300 })!.x).toBeCloseTo(400, 9)
  })

  it('waits until the hand has shown its way, and then keeps to it', () => {
    const follower = new Follower([followed(of('grid'), { offsetX: 400, offsetY: 500 })], start, 0.5)
    expect(follower.place({ x: 410, y: 502 })).toBeNull()
    expect(follower.place({ x: 440, y: 504 })).toEqual({ x: 440, y: 500 })
    // However the hand wanders afterwards.
    const late = follower.place({ x: 450, y: 900 })!
    expect(late.y).toBeCloseTo(500, 9)
  })

  it('projects: no place on the line lies nearer to the hand', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1200, noNaN: true }),
        fc.double({ min: 0, max: 800, noNaN: true }),
        (x, y) => {
          const at = go([followed(of('isometric'))], { x, y })
          if (!at) return
          const direction = Math.atan2(at.y - start.y, at.x - start.x)
          for (const by of [-1, 1]) {
            const beside = { x: at.x + by * Math.cos(direction), y: at.y + by * Math.sin(direction) }
            expect(Math.hypot(beside.x - x, beside.y - y)).toBeGreaterThanOrEqual(Math.hypot(at.x - x, at.y - y) - 1e-9)
          }
        },
      ),
    )
  })

  it('offers what every followed guide offers', () => {
    expect(directionsAt([followed(of('grid')), followed(of('isometric')), of('perspective')], start)).toHaveLength(5)
  })
})

describe('repeating', () => {
  it('mirrors in a line of any angle: twice is as before, points on the line stay', () => {
    const guide = followed(of('mirror'), { angle: 37, middle: { x: 300, y: 200 } })
    const [echo] = echoesOf([guide], ONE)
    const there = map(echo!, 500, 120)
    const back = map(echo!, there.x, there.y)
    expect(back.x).toBeCloseTo(500, 1)
    expect(back.y).toBeCloseTo(120, 1)
    const on = { x: 300 + 100 * Math.cos((37 * Math.PI) / 180), y: 200 + 100 * Math.sin((37 * Math.PI) / 180) }
    const same = map(echo!, on.x, on.y)
    expect(Math.hypot(same.x - on.x, same.y - on.y)).toBeLessThan(0.05)
  })

  it.each([2, 3, 6, 24])('%i spokes put a stroke all round, evenly', count => {
    const guide = followed(of('spokes'), { count })
    const echoes = echoesOf([guide], ONE)
    expect(echoes).toHaveLength(count - 1)
    const places = [{ x: 700, y: 400 }, ...echoes.map(echo => map(echo, 700, 400))]
    const angles = places
      .map(({ x, y }) => Math.round((Math.atan2(y - 400, x - 600) * 180) / Math.PI + 360) % 360)
      .sort((a, b) => a - b)
    expect(angles).toEqual(Array.from({ length: count }, (_, i) => (360 / count) * i))
    for (const { x, y } of places) expect(Math.hypot(x - 600, y - 400)).toBeCloseTo(100, 1)
  })

  it('mirrored spokes repeat twice as often; a mirror line repeats the spokes', () => {
    expect(echoesOf([followed(of('spokes'), { count: 24, isMirrored: true })], ONE)).toHaveLength(47)
    expect(echoesOf([followed(of('mirror')), followed(of('spokes'), { count: 3 })], ONE)).toHaveLength(5)
    expect(echoesOf([{ ...of('mirror'), isFollowed: false }, followed(of('grid'))], ONE)).toEqual([])
  })
})

describe('guides that can’t be', () => {
  it.each<[string, unknown]>([
    ['vanishing points none', { ...of('perspective'), points: [] }],
    ['four of them', { ...of('perspective'), points: [1, 2, 3, 4].map(i => ({ x: i, y: 0 })) }],
    ['a spacing of nothing', { ...of('grid'), spacing: 0 }],
    ['one spoke', { ...of('spokes'), count: 1 }],
    ['no number', { ...of('mirror'), angle: Number.NaN }],
  ])('%s are refused', (_what, guide) => {
    expect(guideSchema.safeParse(guide).success).toBe(false)
  })

  it('says when vanishing points lie on each other', () => {
    const on = {
      ...of('perspective'),
      points: [
        { x: 5, y: 5 },
        { x: 7, y: 6 },
      ],
    }
    expect(guideTrouble(on)).toContain('Drag one')
    expect(guideTrouble(of('perspective'))).toBeNull()
    expect(guideTrouble(of('grid'))).toBeNull()
  })
})
