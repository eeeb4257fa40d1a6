import { describe, expect, it } from 'vitest'
import { wallWaits } from './wall-words'

describe('what waits on a Wall', () => {
  it.each<[number, number, string]>([
    [0, 0, ''],
    [1, 0, 'one work waits for you on the Wall'],
    [3, 0, '3 works wait for you on the Wall'],
    [0, 1, 'kind words wait for you on the Wall'],
    [2, 4, '2 works and kind words at 4 places wait for you on the Wall'],
  ])('%i works, %i words', (works, words, expected) => expect(wallWaits({ works, words })).toBe(expected))
})
