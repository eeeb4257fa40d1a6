import { expect, it } from 'vitest'
import { sendWithJson } from './raw'

interface View {
  readonly id: number
  readonly words?: string
  readonly entries: number[]
}

const event = () => {
  const headers: Record<string, string> = {}
  const res = { setHeader: (name: string, value: string) => (headers[name] = value) }
  return { headers, event: { node: { res } } as never }
}

it.each([
  [{ id: 4, words: 'a “pot”' }, '[1,2]', { id: 4, words: 'a “pot”', entries: [1, 2] }],
  [{}, '[]', { entries: [] }],
])('a view is answered with a part that is JSON already', (rest, json, whole) => {
  const { headers, event: asked } = event()
  const bytes = sendWithJson<View, 'entries'>(asked, rest as never, 'entries', Buffer.from(json)) as unknown as Buffer
  expect(JSON.parse(bytes.toString())).toEqual(whole)
  expect(headers['content-type']).toBe('application/json')
})
