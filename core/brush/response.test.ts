import { describe, expect, it } from 'vitest'
import { FLOW_STEPS, radiusAt, responseOf } from './response'
import { toolSettings } from './tools'
import type { Step } from './steps'

const step = (set: Partial<Step> = {}): Step => ({
  x: 0,
  y: 0,
  pressure: 1,
  time: 0,
  dx: 1,
  dy: 0,
  along: 500,
  speed: 0,
  ...set,
})
const plain = { pressureSize: 0, pressureFlow: 0, speedSize: 0, speedFlow: 0, taperIn: 0, taperOut: 0 }
const pen = (set: object) => toolSettings('ink-pen', { ...plain, size: 40, ...set })
const radius = (set: object, at: Partial<Step>, total = Infinity) => responseOf(pen(set), total).radius(step(at))

describe('how a tool answers to the hand', () => {
  it.each<[string, object, Partial<Step>, number]>([
    ['not at all', {}, { pressure: 0.1, speed: 9 }, 20],
    ['to pressure wholly', { pressureSize: 100 }, { pressure: 0.25 }, 5],
    ['to pressure by half', { pressureSize: 50 }, { pressure: 0 }, 10],
    ['to speed: thinner when fast', { speedSize: 100 }, { speed: 1 }, 10],
    ['to speed: nothing lost at rest', { speedSize: 100 }, { speed: 0 }, 20],
    ['to slowness: thinner when slow', { speedSize: -50 }, { speed: 0 }, 10],
    ['to both at once', { pressureSize: 100, speedSize: 100 }, { pressure: 0.5, speed: 1 }, 5],
  ])('%s', (_what, set, at, expected) => {
    expect(radius(set, at)).toBeCloseTo(expected, 1)
  })

  it.each<[number, number]>([
    [0, 1 / 8],
    [20, 15],
    [40, 20],
    [300, 20],
    [360, 20],
    [380, 15],
    [400, 1 / 8],
  ])('with pointed ends of 40 px, at %i of 400 px', (along, expected) => {
    expect(radius({ taperIn: 100, taperOut: 100 }, { along }, 400)).toBeCloseTo(expected, 1)
  })

  it('does not point the end while it is not known where it is, nor a dot', () => {
    expect(radius({ taperOut: 500 }, { along: 1e6 })).toBe(20)
    expect(radius({ taperIn: 500, taperOut: 500 }, { along: 0 }, 0)).toBe(20)
  })

  it('gives flow in whole steps', () => {
    const { flow } = responseOf(pen({ pressureFlow: 100 }), Infinity)
    expect([0, 0.5, 1].map(pressure => flow(step({ pressure })))).toEqual([0, FLOW_STEPS / 2, FLOW_STEPS])
  })

  it('shows the hand the width that it will draw at full pressure', () => {
    for (const size of [1, 3, 9, 40, 120, 600]) expect(2 * radiusAt(pen({ size }), 1)).toBeCloseTo(size, 0)
  })
})
