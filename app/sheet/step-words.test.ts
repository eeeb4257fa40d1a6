import { describe, expect, it } from 'vitest'
import type { Finding } from '#core/lookfor'
import { allThereWords, foundWords } from './step-words'

it('sends nobody on to a step that the teacher opens', () => {
  expect(allThereWords({ isLast: false, isWaiting: true })).toBe('All there.')
  expect(allThereWords({ isLast: false, isWaiting: false })).toContain('next step')
  expect(allThereWords({ isLast: true, isWaiting: false })).toContain('Hand it in')
})

describe('what is heard of a look at a step', () => {
  const finding = (lookFor: string, verdict: Finding['verdict'], sentence: string) =>
    ({ lookFor, verdict, sentence, figure: null, marks: [] }) as unknown as Finding
  const lookFors = [
    { id: 'a', title: 'Closed outline' },
    { id: 'b', title: 'Inside the lines' },
  ]
  const found = [finding('a', 'nearly', 'There is a gap of 6 px.'), finding('b', 'met', 'Nothing runs out.')]

  it('is how many are there, and the next thing with its name', () => {
    expect(foundWords(lookFors, found, new Set())).toBe('1 of 2 there. Closed outline: There is a gap of 6 px.')
    expect(foundWords([], found, new Set())).toBe('1 of 2 there. There is a gap of 6 px.')
  })

  it('is that all are there, also where something is meant to be as it is', () => {
    expect(foundWords(lookFors, found.slice(1), new Set())).toBe('All there.')
    expect(foundWords(lookFors, found, new Set(['a']))).toBe('All there.')
  })
})
