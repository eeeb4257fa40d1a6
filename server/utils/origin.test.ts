import type { H3Event } from 'h3'
import { expect, it } from 'vitest'
import { isOwn, requireSameOrigin } from './origin'

it.each([
  [undefined, 'school.example', true],
  ['https://school.example', 'school.example', true],
  ['http://127.0.0.1:4567', '127.0.0.1:4567', true],
  ['http://127.0.0.1:4568', '127.0.0.1:4567', false],
  ['https://school.example.evil.example', 'school.example', false],
  ['https://evil.example', 'school.example', false],
  ['null', 'school.example', false],
  ['', 'school.example', false],
])('%s at %s: %s', (origin, host, wanted) => {
  expect(isOwn(origin, host)).toBe(wanted)
})

const from = (method: string, headers: Record<string, string>) =>
  ({ node: { req: { method, headers: { host: 'school.example', ...headers } } } }) as unknown as H3Event

it('only looking may be asked for from elsewhere', () => {
  const elsewhere = { origin: 'https://evil.example' }
  expect(() => requireSameOrigin(from('GET', elsewhere))).not.toThrow()
  for (const method of ['POST', 'PUT', 'DELETE', 'PATCH'])
    expect(() => requireSameOrigin(from(method, elsewhere))).toThrow('This came from another site.')
  expect(() => requireSameOrigin(from('POST', { 'sec-fetch-site': 'cross-site' }))).toThrow(
    'This came from another site.',
  )
  expect(() => requireSameOrigin(from('POST', { origin: 'https://school.example' }))).not.toThrow()
  expect(() => requireSameOrigin(from('POST', {}))).not.toThrow()
})

it('behind a proxy it is the name that the proxy was asked by', () => {
  const forwarded = { 'x-forwarded-host': 'easel.example', origin: 'https://easel.example' }
  expect(() => requireSameOrigin(from('POST', forwarded))).not.toThrow()
})
