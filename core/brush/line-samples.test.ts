import { expect, it } from 'vitest'
import { samplesAlong, samplesSchema, unpackSample } from './index'

it('samples follow a line at an even speed', () => {
  const line = [
    { x: 10, y: 20 },
    { x: 40, y: 60 },
    { x: 40.4, y: 60.3 },
  ]
  const samples = samplesSchema.parse(samplesAlong(line, 0.5))
  const read = [0, 1, 2].map(i => unpackSample(samples, i))
  expect(read.map(({ x, y }) => [x, y])).toEqual([
    [10, 20],
    [40, 60],
    [40.375, 60.3125],
  ])
  expect(read.map(({ pressure }) => Math.round(100 * pressure))).toEqual([50, 50, 50])
  // Fifty px, then half a one.
  expect(read.map(({ wait }) => wait)).toEqual([0, 60, 1])
  expect(samplesAlong([])).toEqual([])
})
