import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { dateInWords, dayAgo, dayInWords, dayToday, timeInWords, writeDatesBy } from './useTimes'

beforeEach(() => {
  vi.useFakeTimers()
  // A Thursday evening in Cornwall is Friday morning in Auckland (UTC+13 in November).
  vi.setSystemTime('2026-11-19T19:30:00Z')
})
afterEach(() => void vi.useRealTimers())

describe('in the language and the time zone of a place', () => {
  it('days begin where the place is', () => {
    writeDatesBy({ language: 'en-GB', timeZone: 'Europe/London' })
    expect([dayToday(), dayAgo(1)]).toEqual(['2026-11-19', '2026-11-18'])
    expect(timeInWords('2026-11-19T08:05:00Z')).toBe('today, 08:05')
    writeDatesBy({ language: 'en-GB', timeZone: 'Pacific/Auckland' })
    expect([dayToday(), dayAgo(1)]).toEqual(['2026-11-20', '2026-11-19'])
    expect(timeInWords('2026-11-19T08:05:00Z')).toBe('yesterday, 21:05')
  })

  it('dates are written as there', () => {
    writeDatesBy({ language: 'en-GB', timeZone: 'Europe/London' })
    expect(dayInWords('2026-11-26T19:00:00Z')).toBe('Thursday 26 November, 19:00')
    expect(timeInWords('2026-10-01T17:00:00Z')).toBe('Thu 1 Oct, 18:00')
    expect(dateInWords('2026-11-17')).toBe('Tuesday 17 November')
    expect(dateInWords('2026-11-19')).toBe('today')
    writeDatesBy({ language: 'de-DE', timeZone: 'Europe/Berlin' })
    expect(dayInWords('2026-11-26T19:00:00Z')).toBe('Donnerstag, 26. November, 20:00')
    expect(dateInWords('2026-11-17')).toBe('Dienstag, 17. November')
  })

  it('a day alone is the same day everywhere', () => {
    writeDatesBy({ language: 'en-GB', timeZone: 'Pacific/Honolulu' })
    expect(dateInWords('2026-11-17')).toBe('Tuesday 17 November')
    expect(timeInWords('2026-11-19T19:10:00Z')).toBe('20 minutes ago')
  })
})
