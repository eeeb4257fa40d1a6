import { describe, expect, it } from 'vitest'
import { packSample, SAMPLE_FIELDS, toolSettings } from '#core/brush'
import type { FreshStyle } from '#core/drawing'
import { handStroke } from '#core/trueup/testing'
import { TrueUp } from './true-up'

const style: FreshStyle = {
  tool: toolSettings('ink-pen', { steadying: 6 }),
  colour: [1, 2, 3],
  seed: 9,
  echoes: [[-65536, 0, 0, 65536, 0, 0]],
}
const packed = (points: readonly { x: number; y: number }[], pressure = 0.6) =>
  points.flatMap((point, i) => packSample({ ...point, pressure, wait: i ? 8 : 0 }))
const circle = packed(handStroke('circle', 12))

describe('a held stroke', () => {
  it('draws its shape with the same tool, colour and echoes, unsteadied, and says what it became', () => {
    const { style: drawn, samples } = TrueUp.of(circle, style, true)!.stroke
    expect(drawn).toMatchObject({ colour: [1, 2, 3], seed: 9, echoes: style.echoes, trued: 'circle' })
    expect(drawn.tool).toEqual({ ...style.tool, steadying: 0, taperIn: 0, taperOut: 0 })
    expect(samples.length % SAMPLE_FIELDS).toBe(0)
    expect(samples.length).toBeGreaterThan(40)
  })

  it('keeps pointed ends where it has ends', () => {
    const { style: drawn } = TrueUp.of(packed(handStroke('line', 3)), style, true)!.stroke
    expect(drawn.trued).toBe('line')
    expect(drawn.tool.taperOut).toBe(style.tool.taperOut)
  })

  it('is adjusted from what it was, not from step to step: back is as before', () => {
    const trueUp = TrueUp.of(circle, style, true)!
    const before = trueUp.stroke.samples
    const last = { x: circle.at(-4)! / 16, y: circle.at(-3)! / 16 }
    trueUp.adjust({ x: last.x + 300, y: last.y - 80 }, { how: 'move', isPerfect: false })
    expect(trueUp.stroke.samples).not.toEqual(before)
    trueUp.adjust(last, { how: 'move', isPerfect: false })
    expect(trueUp.stroke.samples).toEqual(before)
  })

  it('may become another kind while it is held: stretched, a circle is an ellipse, and perfect again a circle', () => {
    const trueUp = TrueUp.of(circle, style, true)!
    const last = { x: circle.at(-4)! / 16, y: circle.at(-3)! / 16 }
    trueUp.adjust({ x: last.x + 40, y: last.y + 25 }, { how: 'stretch', isPerfect: false })
    expect(trueUp.kind).toBe('ellipse')
    expect(trueUp.stroke.style.trued).toBe('ellipse')
    trueUp.adjust({ x: last.x + 40, y: last.y + 25 }, { how: 'stretch', isPerfect: true })
    expect(trueUp.kind).toBe('circle')
  })

  it('lies against lines that are near: by its edges or its middle', () => {
    const trueUp = TrueUp.of(circle, style, true)!
    const across = (samples: readonly number[]) => {
      const values = samples.filter((_, i) => i % SAMPLE_FIELDS === 0).map(each => each / 16)
      return (Math.min(...values) + Math.max(...values)) / 2
    }
    const middle = across(trueUp.stroke.samples)
    trueUp.snapTo({ lines: [{ axis: 'x', at: middle + 5 }], reach: 3 })
    expect(across(trueUp.stroke.samples)).toBeCloseTo(middle, 1)
    trueUp.snapTo({ lines: [{ axis: 'x', at: middle + 5 }], reach: 7 })
    expect(across(trueUp.stroke.samples)).toBeCloseTo(middle + 5, 1)
  })

  it('is nothing where it is no more than a dot', () => {
    expect(
      TrueUp.of(
        packed([
          { x: 5, y: 5 },
          { x: 7, y: 6 },
        ]),
        style,
        true,
      ),
    ).toBeNull()
  })

  it('presses as the hand did, or evenly', () => {
    const pressed = handStroke('line', 3).flatMap((point, i, all) =>
      packSample({ ...point, pressure: i / all.length, wait: 8 }),
    )
    const pressures = (isEven: boolean) =>
      TrueUp.of(pressed, style, isEven)!.stroke.samples.filter((_, i) => i % SAMPLE_FIELDS === 2)
    expect(new Set(pressures(true)).size).toBe(1)
    expect(pressures(false)[0]!).toBeLessThan(pressures(false).at(-1)! - 500)
  })
})
