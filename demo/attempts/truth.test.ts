import { describe, expect, it } from 'vitest'
import { seededRandom } from '#core/base'
import { loadKernels } from '#core/kernels'
import { lookAt, lookForSchema, MEASURE_NAMES } from '#core/lookfor'
import { graded, SHEET, Trial } from './trial'
import { ATTEMPTED, ATTEMPTS, truthOf } from './truth'

const kernels = loadKernels()
/** A small part of what `npm run lookfors` draws. */
const COUNT = process.env.LITTLE_EASEL_LONG === '1' ? 30 : 5

it('every look-for has its attempts', () => {
  expect([...ATTEMPTED].sort()).toEqual([...MEASURE_NAMES].sort())
})

describe('attempts drawn by hand', () => {
  it.each(ATTEMPTED)(
    '%s: no good one is called “not yet”, clear faults are seen, and it turns from the one to the other',
    measure => {
      const { wrong, missed, cantTell, good, clear, grades } = truthOf(kernels, measure, COUNT, 9000)
      expect(wrong.filter(line => line.includes('→ not-yet'))).toEqual([])
      expect(missed, wrong.join('\n')).toBeLessThanOrEqual(Math.floor(COUNT / 10))
      expect(cantTell, wrong.join('\n')).toBeLessThanOrEqual(Math.ceil(COUNT / 5))
      expect([good, clear]).toEqual([(2 * COUNT) / 5, (2 * COUNT) / 5])
      expect(grades[0]!.met, wrong.join('\n')).toBeGreaterThan(grades[4]!.met)
    },
  )
})

describe('faults in graded amounts', () => {
  it('go evenly through what is still good and what is clear', () => {
    expect([0, 0.175, 0.35, 0.5, 0.65, 1].map(fault => graded(fault, [0, 2], [6, 20]))).toEqual([0, 1, 2, 4, 6, 20])
  })
})

describe('an empty sheet', () => {
  it.each(ATTEMPTED)('%s: nothing is called met, nothing breaks, and what is asked can be kept in a plan', measure => {
    const settings = ATTEMPTS[measure](new Trial(kernels, seededRandom(4)), 0)
    const lookFor = { id: 'it', title: 'It', settings }
    expect(lookForSchema.parse(JSON.parse(JSON.stringify(lookFor)))).toEqual(lookFor)
    for (const layers of [
      [],
      [
        { id: 'lines', name: 'lines', visible: true, opacity: 100, tiles: new Map() },
        { id: 'colour', name: 'colour', visible: true, opacity: 100, tiles: new Map() },
      ],
    ]) {
      const [finding] = lookAt(kernels, { drawing: { sheet: SHEET, layers }, acts: [], step: 'now' }, [lookFor])
      expect(['cant-tell', 'not-yet']).toContain(finding!.verdict)
    }
  })
})
