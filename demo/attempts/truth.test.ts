import { describe, expect, it } from 'vitest'
import { loadKernels } from '#core/kernels'
import { MEASURE_NAMES } from '#core/lookfor'
import { ATTEMPTED, truthOf } from './truth'

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
