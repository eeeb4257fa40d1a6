import { describe, expect, it } from 'vitest'
import { clock, spokenTime } from './clock-words'

describe('times of a making', () => {
  it.each([
    [0, '0:00', '0 seconds'],
    [1999, '0:01', '1 second'],
    [59_999, '0:59', '59 seconds'],
    [61_000, '1:01', '1 minute 1 second'],
    [3_725_000, '62:05', '62 minutes 5 seconds'],
  ])('%i ms', (ms, shown, said) => {
    expect(clock(ms)).toBe(shown)
    expect(spokenTime(ms)).toBe(said)
  })
})
