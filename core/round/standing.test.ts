import { describe, expect, it } from 'vitest'
import { AWAY_MS, SILENT_MS, standingOf, STUCK_LEAST_MS, usualTime, type AtWork } from './index'

const now = 100 * 60_000
const usual: AtWork = {
  now,
  lastStrokeAt: now - 10_000,
  stepAt: now - 60_000,
  isAsking: false,
  isHandedIn: false,
  usualMs: 6 * 60_000,
}

describe('how a learner at work stands', () => {
  it.each<[string, Partial<AtWork>, string]>([
    ['drawing', {}, 'drawing'],
    ['just before silence', { lastStrokeAt: now - SILENT_MS + 1 }, 'drawing'],
    ['silent', { lastStrokeAt: now - SILENT_MS }, 'silent'],
    ['away', { lastStrokeAt: now - AWAY_MS }, 'away'],
    ['twice as long in the step as the others', { stepAt: now - 12 * 60_000 }, 'stuck'],
    ['not quite twice as long', { stepAt: now - 12 * 60_000 + 1 }, 'drawing'],
    ['a short step is not stuck at once', { usualMs: 30_000, stepAt: now - STUCK_LEAST_MS + 1 }, 'drawing'],
    ['a short step after five minutes is', { usualMs: 30_000, stepAt: now - STUCK_LEAST_MS }, 'stuck'],
    ['nothing is known of the others', { usualMs: null, stepAt: now - 60 * 60_000 }, 'drawing'],
    ['stuck tells more than silent', { stepAt: now - 15 * 60_000, lastStrokeAt: now - SILENT_MS - 1 }, 'stuck'],
    ['someone who left long ago is not stuck', { stepAt: now - 60 * 60_000, lastStrokeAt: now - AWAY_MS - 1 }, 'away'],
    ['signed out a moment ago', { hasLeft: true }, 'away'],
    ['signed out with the hand up', { hasLeft: true, isAsking: true }, 'away'],
    ['signed out after handing in', { hasLeft: true, isHandedIn: true }, 'done'],
    ['not begun', { lastStrokeAt: null, stepAt: null }, 'not-begun'],
    ['handed in', { isHandedIn: true, lastStrokeAt: now - AWAY_MS }, 'done'],
    ['asking before all else', { isAsking: true, isHandedIn: true }, 'asking'],
  ])('%s', (_what, change, standing) => {
    expect(standingOf({ ...usual, ...change })).toBe(standing)
  })

  it('what is usual in a step is told from three on', () => {
    expect(usualTime([4, 9])).toBeNull()
    expect(usualTime([9, 1, 4])).toBe(4)
    expect(usualTime([9, 1, 4, 5])).toBe(4.5)
  })
})
