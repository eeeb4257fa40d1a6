import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  FORMS_IN_LIGHT,
  HALF_VIEW,
  inScene,
  lambert,
  lightFrom,
  lightOn,
  litForm,
  meet,
  seenAt,
  zonesOfBall,
  type Vector,
} from './index'

const dot = (a: Vector, b: Vector) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
const unit = (a: Vector): Vector => {
  const length = Math.hypot(...a)
  return [a[0] / length, a[1] / length, a[2] / length]
}
const direction = fc
  .tuple(
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: 0.1, max: 1, noNaN: true }),
    fc.double({ min: 0, max: 1, noNaN: true }),
  )
  .map(unit)

describe('the light pin', () => {
  it('gives the direction on the sheet, and how far it stands out', () => {
    const [x, y, z] = lightFrom({ x: 100, y: 50, height: 30 }, { x: 500, y: 350 })
    expect(x).toBeCloseTo(-0.8 * Math.cos(Math.PI / 6))
    expect(y).toBeCloseTo(0.6 * Math.cos(Math.PI / 6))
    expect(z).toBeCloseTo(0.5)
    expect(lightFrom({ x: 100, y: 50, height: 90 }, { x: 500, y: 350 })[2]).toBeCloseTo(1)
  })

  it('on a form’s middle the light comes from the one who looks', () => {
    expect(lightFrom({ x: 80, y: 80, height: 20 }, { x: 80, y: 80 })).toEqual([0, 0, 1])
  })
})

describe('a ball in the light', () => {
  it('is lightest where it faces the light, by the cosine from there on', () => {
    fc.assert(
      fc.property(
        direction,
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        (light, cos, turn) => {
          // A normal at that angle to the light, turned about it.
          const a = unit(Math.abs(light[1]) < 0.9 ? [light[2], 0, -light[0]] : [0, light[2], -light[1]])
          const b: Vector = [
            light[1] * a[2] - light[2] * a[1],
            light[2] * a[0] - light[0] * a[2],
            light[0] * a[1] - light[1] * a[0],
          ]
          const sin = Math.sqrt(1 - cos * cos)
          const normal = [0, 1, 2].map(
            i => light[i]! * cos + sin * (a[i]! * Math.cos(turn) + b[i]! * Math.sin(turn)),
          ) as unknown as Vector
          expect(lambert(normal, light)).toBeCloseTo(Math.max(cos, 0), 9)
          expect(lambert(light, light)).toBeGreaterThanOrEqual(lambert(normal, light) - 1e-12)
          // What is turned away gets nothing of the lamp, only what comes from round about and from the table.
          if (cos < 0) expect(lightOn(normal, light)).toBeLessThanOrEqual(0.2 + 0.2)
        },
      ),
      { seed: 8 },
    )
  })

  it('shows its zones in their order, and the shadow on the far side', () => {
    fc.assert(
      fc.property(direction, light => {
        const zones = zonesOfBall(light)
        const lamp = inScene(light)
        const values = zones
          .filter(({ zone }) => zone !== 'cast shadow' && zone !== 'reflected light' && zone !== 'highlight')
          .map(({ x, y }) => seenAt('ball', lamp, x, y)!.value)
        expect(values).toEqual([...values].sort((a, b) => b - a))
        const shadow = zones.find(({ zone }) => zone === 'cast shadow')
        if (shadow && Math.abs(light[0]) > 0.1) expect(Math.sign(shadow.x)).toBe(-Math.sign(light[0]))
      }),
      { seed: 3, numRuns: 200 },
    )
    expect(zonesOfBall(unit([-0.6, 0.7, 0.4])).map(({ zone }) => zone)).toEqual([
      'highlight',
      'light',
      'half-tone',
      'core shadow',
      'reflected light',
      'cast shadow',
    ])
  })

  it('throws the shadow of a disc: as long as the tangent of the light says', () => {
    // Light from straight above: the shadow is the ball's own width, under it.
    const lamp: Vector = [0, 1, 0]
    for (const [x, isShaded] of [
      [0.95, true],
      [1.05, false],
    ] as const)
      expect(meet('ball', [x, -1, 0], lamp) !== null).toBe(isShaded)
    // From 45° to the left it lies one height to the right, √2 long.
    const low = unit([-1, 1, 0])
    for (const [x, isShaded] of [
      [1 - 1.38, true],
      [1 - 1.45, false],
      [1 + 1.38, true],
      [1 + 1.45, false],
    ] as const)
      expect(meet('ball', [x, -1, 0], low) !== null).toBe(isShaded)
  })
})

describe.each(FORMS_IN_LIGHT)('a %s', form => {
  it('has normals of length 1 that face the eye, and is lit on the side of the light', () => {
    const away: Vector = [0, -Math.sin((24 * Math.PI) / 180), -Math.cos((24 * Math.PI) / 180)]
    for (let i = 0; i < 200; i++) {
      const [x, y] = [((i % 20) / 10 - 1) * 1.2, (Math.floor(i / 20) / 5 - 1) * 1.2]
      const from: Vector = [x, y * -away[2] - 8 * away[1], y * away[1] - 8 * away[2]]
      const met = meet(form, from, away)
      if (!met) continue
      expect(Math.hypot(...met.normal)).toBeCloseTo(1, 6)
      expect(dot(met.normal, away)).toBeLessThanOrEqual(1e-9)
    }
    const sides = [unit([-0.9, 0.3, 0.3]), unit([0.9, 0.3, 0.3])].map(light => {
      const picture = litForm(form, light, 60)
      let [left, right] = [0, 0]
      for (let y = 15; y < 45; y++) {
        for (let x = 20; x < 30; x++) left += picture[4 * (y * 60 + x)]!
        for (let x = 30; x < 40; x++) right += picture[4 * (y * 60 + x)]!
      }
      return left - right
    })
    expect(sides[0]).toBeGreaterThan(0)
    expect(sides[1]).toBeLessThan(0)
  })

  it('stands on the table with its shadow, inside the picture', () => {
    const picture = litForm(form, unit([-0.5, 0.8, 0.4]), 64)
    expect(picture.filter((_, i) => i % 4 === 3).some(alpha => alpha === 0)).toBe(true)
    const seen = new Set<string>()
    for (let y = -HALF_VIEW; y < HALF_VIEW; y += 0.1)
      for (let x = -HALF_VIEW; x < HALF_VIEW; x += 0.1)
        seen.add(seenAt(form, inScene(unit([-0.5, 0.8, 0.4])), x, y)?.what ?? 'beyond')
    expect(seen).toEqual(new Set(['form', 'table', 'shadow', 'beyond']))
  })
})
