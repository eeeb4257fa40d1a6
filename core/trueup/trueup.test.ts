import { describe, expect, it } from 'vitest'
import { SAMPLE_FIELDS, toolSettings, unpackSample } from '../brush'
import { TrialSheet } from '../brush/testing'
import { areaOf, distanceOf, lengthOf, type Point } from '../geometry'
import { adjusted, outlineOf, perfect, placesOf, recognise, shapeSamples, trueTool, type TrueShape } from './index'
import { HAND_KINDS, handStroke, type HandKind } from './testing'

/** The kind of a shape in the words of the hands that are made up. */
function kindOf(shape: TrueShape): HandKind {
  if (shape.kind === 'box') return shape.angle === 0 ? 'box' : 'rotated box'
  return shape.kind === 'curve' ? 'free' : shape.kind
}

describe('a held stroke', () => {
  // Seeds other than those that the prices and thresholds were tuned on.
  it.each(HAND_KINDS)('is recognised in 97 of 100 hands: %s', kind => {
    const count = 200
    const right = Array.from({ length: count }, (_, i) =>
      recognise(handStroke(kind, 900_000 + 1000 * HAND_KINDS.indexOf(kind) + i)),
    ).filter(found => found && kindOf(found.shape) === kind).length
    expect(right / count).toBeGreaterThanOrEqual(0.97)
  })

  it.each(HAND_KINDS.filter(kind => kind !== 'free'))('becomes a shape that lies where the hand went: %s', kind => {
    for (let i = 0; i < 20; i++) {
      const hand = handStroke(kind, 31_000 + i)
      const found = recognise(hand)!
      if (kindOf(found.shape) !== kind) continue
      const { points } = outlineOf(found.shape)
      const size =
        Math.max(...hand.map(({ x }) => x)) -
        Math.min(...hand.map(({ x }) => x)) +
        Math.max(...hand.map(({ y }) => y)) -
        Math.min(...hand.map(({ y }) => y))
      for (const point of hand) expect(distanceToPath(point, points)).toBeLessThan(0.06 * size)
    }
  })

  it('that is a dot becomes nothing', () => {
    expect(recognise([])).toBeNull()
    expect(recognise([{ x: 5, y: 5 }])).toBeNull()
    expect(
      recognise([
        { x: 5, y: 5 },
        { x: 5, y: 5 },
        { x: 8, y: 6 },
      ]),
    ).toBeNull()
  })

  it('of thousands of samples is recognised as well', () => {
    const many = Array.from({ length: 20_000 }, (_, i) => ({
      x: 500 + 300 * Math.cos(i / 3183),
      y: 400 + 300 * Math.sin(i / 3183),
    }))
    expect(recognise(many)!.shape).toMatchObject({ kind: 'circle', radius: expect.closeTo(300, 0) as number })
  })

  it('that is exact is found exactly', () => {
    const box = [
      [100, 100],
      [400, 100],
      [400, 300],
      [100, 300],
      [100, 100],
    ].flatMap(([x, y], i, all) => {
      const [nx, ny] = all[i + 1] ?? [x!, y!]
      return Array.from({ length: 30 }, (_, k) => ({ x: x! + ((nx! - x!) * k) / 30, y: y! + ((ny! - y!) * k) / 30 }))
    })
    const { shape } = recognise(box)!
    expect(shape).toMatchObject({ kind: 'box', angle: 0 })
    const { width, height, middle } = shape as Extract<TrueShape, { kind: 'box' }>
    expect([width, height, middle.x, middle.y].map(Math.round)).toEqual([300, 200, 250, 200])
  })
})

function distanceToPath({ x, y }: Point, path: readonly Point[]): number {
  return Math.min(
    ...path.slice(1).map((b, i) => {
      const a = path[i]!
      const length = distanceOf(a, b) || 1
      const t = Math.min(Math.max(((x - a.x) * (b.x - a.x) + (y - a.y) * (b.y - a.y)) / length ** 2, 0), 1)
      return Math.hypot(x - a.x - (b.x - a.x) * t, y - a.y - (b.y - a.y) * t)
    }),
  )
}

const SHAPES: TrueShape[] = [
  { kind: 'line', from: { x: 0, y: 0 }, to: { x: 100, y: 20 } },
  { kind: 'arc', middle: { x: 50, y: 50 }, radius: 40, start: 0.3, sweep: 2 },
  { kind: 'circle', middle: { x: 50, y: 50 }, radius: 40, start: 1, clockwise: true },
  { kind: 'ellipse', middle: { x: 50, y: 50 }, rx: 40, ry: 20, angle: 0.4, start: 1, clockwise: false },
  { kind: 'box', middle: { x: 50, y: 50 }, width: 80, height: 40, angle: 0.3, corner: 2, clockwise: true },
  {
    kind: 'triangle',
    corners: [
      { x: 0, y: 0 },
      { x: 100, y: 10 },
      { x: 40, y: 90 },
    ],
  },
  {
    kind: 'polygon',
    corners: [
      { x: 0, y: 0 },
      { x: 90, y: 0 },
      { x: 120, y: 80 },
      { x: 50, y: 120 },
      { x: -20, y: 70 },
    ],
  },
  {
    kind: 'polyline',
    corners: [
      { x: 0, y: 0 },
      { x: 90, y: 0 },
      { x: 120, y: 80 },
    ],
  },
  {
    kind: 'curve',
    points: [
      { x: 0, y: 0 },
      { x: 40, y: 30 },
      { x: 90, y: 20 },
    ],
  },
]

describe('adjusting', () => {
  const from = { x: 100, y: 50 }

  it.each(SHAPES)('moves a $kind as a whole', shape => {
    const before = outlineOf(shape).points
    const after = outlineOf(adjusted(shape, from, { x: 130, y: 10 }, { how: 'move', isPerfect: false })).points
    after.forEach((point, i) => {
      expect(point.x - before[i]!.x).toBeCloseTo(30, 6)
      expect(point.y - before[i]!.y).toBeCloseTo(-40, 6)
    })
  })

  it.each(SHAPES.filter(({ kind }) => kind !== 'line'))('turns and sizes a $kind, keeping its form', shape => {
    const length = (each: TrueShape) => lengthOf(outlineOf(each).points)
    const after = adjusted(shape, from, { x: 130, y: 110 }, { how: 'turn', isPerfect: false })
    const back = adjusted(after, { x: 130, y: 110 }, from, { how: 'turn', isPerfect: false })
    outlineOf(back)
      .points.slice(0, 1)
      .forEach((point, i) => expect(distanceOf(point, outlineOf(shape).points[i]!)).toBeLessThan(1e-6))
    expect(length(back)).toBeCloseTo(length(shape), 6)
    expect(length(after) / length(shape)).not.toBeCloseTo(1, 1)
  })

  it('pulls a line by its end, in steps of 15° when it is to be perfect', () => {
    const line = SHAPES[0] as Extract<TrueShape, { kind: 'line' }>
    expect(adjusted(line, line.to, { x: 60, y: 70 }, { how: 'turn', isPerfect: false })).toEqual({
      ...line,
      to: { x: 60, y: 70 },
    })
    const { to } = adjusted(line, line.to, { x: 60, y: 66 }, { how: 'turn', isPerfect: true }) as typeof line
    expect((Math.atan2(to.y, to.x) * 180) / Math.PI).toBeCloseTo(45, 9)
    expect(Math.hypot(to.x, to.y)).toBeCloseTo(Math.hypot(60, 66), 9)
  })

  it('stretches along the axes: a circle becomes an ellipse, a box stays one', () => {
    const circle = { kind: 'circle', middle: { x: 0, y: 0 }, radius: 50, start: 0, clockwise: true } as const
    expect(adjusted(circle, { x: 40, y: 30 }, { x: 80, y: 15 }, { how: 'stretch', isPerfect: false })).toMatchObject({
      kind: 'ellipse',
      rx: 100,
      ry: 25,
    })
    const box = {
      kind: 'box',
      middle: { x: 0, y: 0 },
      width: 80,
      height: 40,
      angle: Math.PI / 2,
      corner: 0,
      clockwise: true,
    } as const
    const after = adjusted(box, { x: 20, y: 40 }, { x: 40, y: 40 }, { how: 'stretch', isPerfect: false })
    expect(after).toMatchObject({ width: expect.closeTo(80, 6) as number, height: expect.closeTo(80, 6) as number })
  })

  it('makes perfect what is nearly so', () => {
    expect(perfect(SHAPES[3]!)).toMatchObject({ kind: 'circle', radius: expect.closeTo(Math.sqrt(800), 9) as number })
    const square = perfect(SHAPES[4]!) as Extract<TrueShape, { kind: 'box' }>
    expect(square.width).toBe(square.height)
    expect(square.angle).toBeCloseTo((15 * Math.PI) / 180, 9)
    const { corners } = perfect(SHAPES[6]!) as { corners: readonly Point[] }
    const sides = corners.map((corner, i) => distanceOf(corner, corners[(i + 1) % 5]!))
    expect(Math.max(...sides) - Math.min(...sides)).toBeLessThan(1e-9)
    expect(Math.sign(areaOf(corners))).toBe(Math.sign(areaOf((SHAPES[6] as { corners: readonly Point[] }).corners)))
  })

  it('never makes nothing of a shape', () => {
    for (const shape of SHAPES) {
      for (const how of ['turn', 'stretch'] as const) {
        const { points } = outlineOf(adjusted(shape, from, { x: 50, y: 50 }, { how, isPerfect: false }))
        expect(points.every(({ x, y }) => Number.isFinite(x) && Number.isFinite(y))).toBe(true)
      }
    }
  })
})

describe('the stroke of a shape', () => {
  const hand = Array.from({ length: 11 }, (_, i) => [i * 160, 0, 100 * i, 10]).flat()

  it.each(SHAPES)('keeps to the outline of a $kind', shape => {
    const { points } = outlineOf(shape)
    for (const place of placesOf(shapeSamples(shape, hand, true)))
      expect(distanceToPath(place, points)).toBeLessThan(0.1)
  })

  it('presses as the hand did along its way, or evenly', () => {
    const line = SHAPES[0]!
    const pressed = shapeSamples(line, hand, false)
    const last = pressed.length / SAMPLE_FIELDS - 1
    expect(unpackSample(pressed, 0).pressure).toBeCloseTo(0, 2)
    expect(unpackSample(pressed, last).pressure).toBeCloseTo(1000 / 1023, 2)
    const even = shapeSamples(line, hand, true)
    expect(new Set(Array.from({ length: last }, (_, i) => unpackSample(even, i).pressure)).size).toBe(1)
  })

  it('has sharp corners and a closed outline on the sheet', () => {
    const box: TrueShape = {
      kind: 'box',
      middle: { x: 200, y: 150 },
      width: 200,
      height: 120,
      angle: 0,
      corner: 0,
      clockwise: true,
    }
    const tool = trueTool(toolSettings('ink-pen', { size: 8, pressureSize: 0 }), box)
    const sheet = new TrialSheet().stroke(tool, placesOf(shapeSamples(box, hand, true)))
    // The corner itself is painted, and half the pen's width beyond it on each side.
    for (const [x, y] of [
      [100, 90],
      [299, 90],
      [299, 209],
      [100, 209],
    ] as const)
      expect(sheet.alphaAt(x, y)).toBe(255)
    expect(sheet.alphaAt(98, 90)).toBeGreaterThan(200)
    expect(sheet.widthAt(200)).toBeCloseTo(16, 0)
  })
})
