import { describe, expect, it } from 'vitest'
import { isFixed, isKept } from './kept-routes'

describe('what a device keeps of the server’s answers', () => {
  it.each(['/api/folio', '/api/warm-ups', '/api/plans/12/picture', '/api/hand-ins/3', '/api/hand-ins/3/picture'])(
    'has %s',
    path => expect(isKept(path)).toBe(true),
  )

  it.each([
    // Who is signed in is told by the server, or by what the page remembers.
    '/api/session',
    '/api/place',
    '/api/classes/4',
    '/api/drawings/12',
    '/api/folio/more',
    '/api/plans/12',
    '/api/metrics',
  ])('has not %s', path => expect(isKept(path)).toBe(false))

  it('keeps a given plan by the version that its address names', () => {
    expect(isFixed(new URL('https://easel.test/api/plans/5/given?version=9'))).toBe(true)
    expect(isFixed(new URL('https://easel.test/api/plans/5/given'))).toBe(false)
  })
})
