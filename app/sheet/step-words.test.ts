import { expect, it } from 'vitest'
import { allThereWords } from './step-words'

it('sends nobody on to a step that the teacher opens', () => {
  expect(allThereWords({ isLast: false, isWaiting: true })).toBe('All there.')
  expect(allThereWords({ isLast: false, isWaiting: false })).toContain('next step')
  expect(allThereWords({ isLast: true, isWaiting: false })).toContain('Hand it in')
})
