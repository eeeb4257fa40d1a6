import { afterEach, describe, expect, it, vi } from 'vitest'
import { call, pathOf } from './call'

describe('a path', () => {
  it('has its numbers put in, and what is asked', () => {
    expect(pathOf('/api/desk', {})).toBe('/api/desk')
    expect(pathOf('/api/classes/:id/plans/:plan', { id: 7, plan: 12 })).toBe('/api/classes/7/plans/12')
    expect(pathOf('/api/drawings/:id/entries', { id: 7 }, { from: 0 })).toBe('/api/drawings/7/entries?from=0')
    expect(pathOf('/api/classes/:id/table', { id: 7 }, { plan: null })).toBe('/api/classes/7/table')
    expect(pathOf('/api/drawings/:id/panel', { id: 7 }, { known: '1:20,2:31' })).toBe(
      '/api/drawings/7/panel?known=1%3A20%2C2%3A31',
    )
  })
})

describe('a call', () => {
  afterEach(() => void vi.unstubAllGlobals())

  it('sends its body as JSON, and goes out although the page is left where it is told to', async () => {
    const fetched = vi.fn(() => Promise.resolve(new Response('{"isSeen":false}')))
    vi.stubGlobal('fetch', fetched)
    const answer = await call('PUT', '/api/classes/:id/front', {
      params: { id: 3 },
      body: { drawing: null },
      keepalive: true,
    })
    expect(answer).toEqual({ isSeen: false })
    expect(fetched).toHaveBeenCalledWith(
      '/api/classes/3/front',
      expect.objectContaining({ method: 'PUT', body: '{"drawing":null}', keepalive: true }),
    )
  })
})
