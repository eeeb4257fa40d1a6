import { expect, it } from 'vitest'
import { suggestedMark } from './mark-words'

it('what was argued is taken along as meant so, unless it is there after all', () => {
  expect((['met', 'nearly', 'not-yet', 'cant-tell'] as const).map(each => suggestedMark(each, true))).toEqual([
    'there',
    'meant',
    'meant',
    'meant',
  ])
})

it('what was not argued is marked as it was measured, and not at all where nothing could be told', () => {
  expect((['met', 'nearly', 'not-yet', 'cant-tell'] as const).map(each => suggestedMark(each, false))).toEqual([
    'there',
    'nearly',
    'again',
    null,
  ])
})
