import { describe, expect, it } from 'vitest'
import { seededRandom } from '#core/base'
import { loadKernels } from '#core/kernels'
import { lookAt, lookForSchema, MEASURE_NAMES } from '#core/lookfor'
import { SHEET, Trial } from './trial'
import { ATTEMPTED, ATTEMPTS, truthOf } from './truth'

const kernels = loadKernels()
/** A small part of what `npm run lookfors` draws. */
const COUNT = 16

it('every look-for has its attempts', () => {
  expect([...ATTEMPTED].sort()).toEqual([...MEASURE_NAMES].sort())
})

describe('attempts drawn by hand', () => {
  it.each(ATTEMPTED)('%s: no good one is called “not yet”, faults are seen', (measure) => {
    const truth = truthOf(kernels, measure, COUNT, 9001)
    expect(truth.wrong.filter(line => line.includes('good → not-yet'))).toEqual([])
    expect(truth.missed, truth.wrong.join('\n')).toBeLessThanOrEqual(1)
    expect(truth.cantTell, truth.wrong.join('\n')).toBeLessThanOrEqual(2)
    expect(truth.good + truth.faulty).toBe(COUNT)
  })
})

describe('an empty sheet', () => {
  it.each(ATTEMPTED)('%s: nothing is called met, nothing breaks, and what is asked can be kept in a plan', (measure) => {
    const settings = ATTEMPTS[measure](new Trial(kernels, seededRandom(4)), true)
    const lookFor = { id: 'it', title: 'It', settings }
    expect(lookForSchema.parse(JSON.parse(JSON.stringify(lookFor)))).toEqual(lookFor)
    for (const layers of [[], [{ id: 'lines', name: 'lines', visible: true, opacity: 100, tiles: new Map() }, { id: 'colour', name: 'colour', visible: true, opacity: 100, tiles: new Map() }]]) {
      const [finding] = lookAt({ drawing: { sheet: SHEET, layers }, acts: [], step: 'now' }, [lookFor])
      expect(['cant-tell', 'not-yet']).toContain(finding!.verdict)
    }
  })
})
