import { linearRegression } from 'simple-statistics'
import { describe, expect, it } from 'vitest'
import type { Entry } from '../drawing'
import { DRILLS } from '../drill'
import { MEASURE_NAMES, type MeasureName, type Verdict } from '../lookfor'
import { DRILLS_FOR, gainPerTry, makingMeasures, practiseNext, trendsOf, workMs, type Judged } from './index'

const judged = (measure: MeasureName, verdicts: readonly Verdict[], plan = 1): Judged[] =>
  verdicts.map((verdict, i) => ({ at: 1000 * i, measure, verdict, plan }))

describe('a trend', () => {
  it('goes hand-in by hand-in, what can’t be told left out', () => {
    const [trend] = trendsOf(judged('symmetry', ['not-yet', 'cant-tell', 'nearly', 'met']))
    expect(trend!.points).toEqual([
      { at: 0, met: 0 },
      { at: 2000, met: 0.5 },
      { at: 3000, met: 1 },
    ])
    // 1 · 1 + 0.6 · 0.5 + 0.36 · 0, over 1.96.
    expect(trend!.now).toBeCloseTo(1.3 / 1.96, 12)
  })

  it('takes those of one hand-in together', () => {
    expect(trendsOf([...judged('covered', ['met']), ...judged('covered', ['not-yet'])])[0]!.points).toEqual([
      { at: 0, met: 0.5 },
    ])
  })

  it('is told the least met first, and none where nothing could be judged', () => {
    const all = [
      ...judged('covered', ['met']),
      ...judged('symmetry', ['not-yet']),
      ...judged('depth', ['nearly']),
      ...judged('texture', ['cant-tell']),
    ]
    expect(trendsOf(all).map(each => each.measure)).toEqual(['symmetry', 'depth', 'covered'])
    expect(trendsOf([])).toEqual([])
  })

  it('does not depend on the order in which it is told', () => {
    const all = [...judged('covered', ['met', 'nearly', 'not-yet']), ...judged('depth', ['nearly', 'met'])]
    expect(trendsOf([...all].reverse())).toEqual(trendsOf(all))
  })
})

describe('what to practise', () => {
  const plans = [
    { id: 1, measures: ['symmetry', 'covered'] },
    { id: 2, measures: ['symmetry'] },
    { id: 3, measures: ['covered'] },
  ] as const

  it('is what is least met, with the plan first that was not handed in for the longest time', () => {
    const next = practiseNext(
      trendsOf([...judged('symmetry', ['not-yet']), ...judged('covered', ['met'])]),
      plans,
      new Map([[1, 500]]),
    )
    expect(next).toEqual([
      { measure: 'symmetry', now: 0, drills: ['ellipse-on-axis', 'halve-and-third'], plans: [2, 1] },
    ])
  })

  it('is three things at most', () => {
    const all = (['symmetry', 'covered', 'depth', 'texture', 'proportion'] as const).flatMap(each =>
      judged(each, ['not-yet']),
    )
    expect(practiseNext(trendsOf(all), [], new Map())).toHaveLength(3)
  })

  it('is nothing that nothing trains', () => {
    expect(practiseNext(trendsOf(judged('tools-used', ['not-yet'])), [], new Map())).toEqual([])
  })

  it('names measures and warm-ups that there are', () => {
    for (const [measure, drills] of Object.entries(DRILLS_FOR)) {
      expect(MEASURE_NAMES).toContain(measure)
      for (const drill of drills) expect(DRILLS).toHaveProperty(drill)
    }
  })
})

describe('the gain of a warm-up', () => {
  it.each([[[40, 45, 47, 60, 58]], [[90, 80, 70]], [[50, 50, 50, 50]], [[12, 88, 3, 64, 41, 7]]])(
    'of %j is the slope that simple-statistics finds',
    scores => {
      expect(gainPerTry(scores)).toBeCloseTo(linearRegression(scores.map((score, i) => [i, score])).m, 10)
    },
  )

  it('is none of fewer than three tries', () => {
    expect([gainPerTry([]), gainPerTry([50]), gainPerTry([50, 60])]).toEqual([null, null, null])
  })
})

describe('time at work', () => {
  const at = (...times: number[]): Entry[] => times.map(each => ({ type: 'step', at: each, step: 'one' }))

  it('leaves long pauses out', () => {
    expect(workMs(at(1000, 3000, 63_000, 64_000), 0)).toBe(1000 + 2000 + 1000)
  })

  it('adds up, batch by batch, to what a hand-in is measured with', () => {
    const entries = at(0, 4000, 9000, 90_000, 95_000)
    expect(workMs(entries.slice(0, 2), 0) + workMs(entries.slice(2), 4000)).toBe(
      makingMeasures(entries).steps[0]!.tookMs,
    )
  })
})
