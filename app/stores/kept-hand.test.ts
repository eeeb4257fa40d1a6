import { describe, expect, it } from 'vitest'
import { readWells, wellOf } from './kept-hand'

describe('wells that are kept on a device', () => {
  it('are read with their names, and those from before they had any by their colours', () => {
    const named = { name: 'My slate', colour: [70, 80, 90] }
    expect(readWells(JSON.stringify([[204, 119, 34], named]))).toEqual([wellOf([204, 119, 34]), named])
    expect(wellOf([255, 0, 0]).name).toMatch(/red/)
  })

  it.each([
    ['no JSON', '{'],
    ['no list', '{"a":1}'],
    ['nothing', 'null'],
    ['what is no colour', '[[1,2],[1,2,300],["a","b","c"],{"name":"x"},{"colour":[1,2,3]},null,7]'],
  ])('that are %s are none', (_what, text) => {
    expect(readWells(text)).toEqual([])
  })

  it('are so many at most, and no name is without end', () => {
    const all = Array.from({ length: 90 }, (_, i) => ({ name: 'n'.repeat(300), colour: [i, i, i] }))
    const read = readWells(JSON.stringify(all))
    expect(read.length).toBe(24)
    expect(read[0]!.name.length).toBe(40)
  })
})
