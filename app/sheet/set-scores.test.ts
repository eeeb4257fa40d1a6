import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { classMeans, meanOf, setTable } from './set-scores'

const learners = [
  { id: 1, name: 'Bram Ostley' },
  { id: 2, name: 'Ada, Tregear' },
  { id: 3, name: 'Dov Marl' },
]
const set = {
  id: 4,
  title: 'Before the kettle',
  day: '2026-11-26',
  warmUps: [
    { drill: 'arcs' as const, seed: 5 },
    { drill: 'spiral' as const, seed: 6 },
  ],
  scores: [
    [
      { best: 60, tries: 2 },
      { best: 71, tries: 1 },
    ],
    [{ best: 80, tries: 1 }, null],
    [null, null],
  ],
}

describe('scores of a set', () => {
  it('are the mean of what was tried, and nothing where nothing was', () => {
    expect(set.scores.map(meanOf)).toEqual([66, 80, null])
    expect(classMeans(set)).toEqual([70, 71])
    expect(classMeans({ ...set, scores: [[null, null]] })).toEqual([null, null])
  })

  it('are a table that another reader of CSV reads back', () => {
    const { data } = Papa.parse<string[]>(new TextDecoder().decode(setTable(set, learners)), { skipEmptyLines: true })
    expect(data.map(row => row.length)).toEqual([6, 6, 6, 6])
    expect(data[2]).toEqual(['Ada, Tregear', '80', '1', '', '', '80'])
    expect(data[3]!.slice(1)).toEqual(['', '', '', '', ''])
  })
})
