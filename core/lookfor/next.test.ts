import { describe, expect, it } from 'vitest'
import { nextThing, type Finding, type Verdict } from './index'

const of = (...verdicts: Verdict[]): Finding[] =>
  verdicts.map((verdict, i) => ({ lookFor: `${i}`, verdict, figure: null, sentence: '', marks: [] }))
const next = (...verdicts: Verdict[]) => nextThing(of(...verdicts)).next?.lookFor ?? null

describe('the next thing', () => {
  it('is what is missing most, and the first of those', () => {
    expect(next('met', 'nearly', 'not-yet', 'not-yet')).toBe('2')
    expect(next('cant-tell', 'nearly', 'nearly')).toBe('1')
    expect(next('met', 'cant-tell')).toBe('1')
  })

  it('is none when all is met, or nothing was asked', () => {
    expect(next('met', 'met')).toBeNull()
    expect(next()).toBeNull()
  })

  it('the others keep their order, and none is lost', () => {
    expect(nextThing(of('met', 'not-yet', 'nearly')).others.map(each => each.lookFor)).toEqual(['0', '2'])
  })
})
