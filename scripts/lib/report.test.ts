import { describe, expect, it } from 'vitest'
import { endings, together, unluckyFiles } from './report.mjs'

type Status = 'passed' | 'failed' | 'pending'
const file = (
  name: string,
  tests: Record<string, Status>,
  status: Status = Object.values(tests).includes('failed') ? 'failed' : 'passed',
) => ({
  name,
  status,
  assertionResults: Object.entries(tests).map(([fullName, ending]) => ({ fullName, status: ending })),
})
const report = (...testResults: ReturnType<typeof file>[]) => ({ testResults })

describe('a run of tests', () => {
  it('has every test’s ending, and a file that did not load as one that failed', () => {
    expect([...endings(report(file('a', { one: 'passed', two: 'failed' }), file('b', {}, 'failed')))]).toEqual([
      ['a › one', 'passed'],
      ['a › two', 'failed'],
      ['b › the file itself', 'failed'],
    ])
  })

  it('counts each of several tests of one name', () => {
    const twice = { fullName: 'one', status: 'passed' as const }
    const all = { testResults: [{ name: 'a', status: 'passed', assertionResults: [twice, twice, twice] }] }
    expect(endings(all).size).toBe(3)
    expect(together(all, { testResults: [] })).toEqual({ passed: 3, failed: [], unsteady: [] })
  })

  it('has files worth another run, unless so many failed that it was no bad luck', () => {
    expect(
      unluckyFiles(report(file('a', { one: 'failed' }), file('b', { two: 'passed' }), file('c', {}, 'failed'))),
    ).toEqual(['a', 'c'])
    expect(unluckyFiles(report(...['a', 'b', 'c', 'd', 'e'].map(name => file(name, { one: 'failed' }))))).toEqual([])
  })
})

describe('two runs together', () => {
  const first = report(file('a', { one: 'passed', two: 'failed', three: 'passed' }), file('b', { four: 'passed' }))

  it('count what passes when it is run again as passed, and tell of it', () => {
    expect(together(first, report(file('a', { one: 'passed', two: 'passed', three: 'passed' })))).toEqual({
      passed: 4,
      failed: [],
      unsteady: ['a › two'],
    })
  })

  it('leave failed what fails twice, and what was not come to', () => {
    expect(together(first, report(file('a', { one: 'passed', two: 'failed', three: 'passed' })))).toEqual({
      passed: 3,
      failed: ['a › two'],
      unsteady: [],
    })
    expect(together(first, report())).toEqual({ passed: 3, failed: ['a › two'], unsteady: [] })
    expect(together(first, report(file('a', {}, 'failed')))).toEqual({
      passed: 3,
      failed: ['a › two', 'a › the file itself'],
      unsteady: [],
    })
  })

  it('do not let pass what passed first and fails alone', () => {
    expect(together(first, report(file('a', { one: 'failed', two: 'passed', three: 'passed' })))).toEqual({
      passed: 3,
      failed: ['a › one'],
      unsteady: ['a › two'],
    })
  })

  it('count tests that never began because their file failed', () => {
    const broken = report(file('a', { one: 'pending', two: 'pending' }, 'failed'))
    expect(together(broken, report(file('a', { one: 'passed', two: 'passed' })))).toEqual({
      passed: 2,
      failed: [],
      unsteady: ['a › the file itself'],
    })
    expect(together(broken, report(file('a', { one: 'passed', two: 'failed' })))).toMatchObject({ failed: ['a › two'] })
  })
})
