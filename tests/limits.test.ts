import { once } from 'node:events'
import { request } from 'node:http'
import { beforeAll, describe, expect, it } from 'vitest'
import { BATCH_BYTES, BODY_BYTES } from '#shared/limits'
import { Client, plainEntries, strokeEntry } from './lib/client'
import { url } from './lib/world'

/** What is too much is refused before it costs anything, whatever its headers say. */

const writer = 'writer-of-limits'
const learner = new Client(url)
let drawing = 0
let kept = { position: 0, nextBatch: 0 }

beforeAll(async () => {
  await learner.learner('Morten Skeel', '2650')
  drawing = (await learner.call<{ id: number }>('POST', '/api/drawings', { plan: 1, afresh: true })).body.id
  await learner.call('POST', `/api/drawings/${drawing}/claim`, { writer, takeOver: false })
})

const send = (entries: unknown) =>
  learner.call<typeof kept & { error?: { message: string } }>('POST', `/api/drawings/${drawing}/batches`, {
    number: kept.nextBatch,
    from: kept.position,
    writer,
    entries,
  })
const numbers = (count: number, value: number) => Array.from({ length: count }, () => value)

/** Sends a body bit by bit, its length unsaid; gives the answer's status and how many bytes went out until it came. */
async function chunked(path: string, bytes: number, headers: Record<string, string> = {}) {
  const asked = request(url + path, { method: 'POST', headers: { 'content-type': 'application/json', ...headers } })
  let status = 0
  let isOver = false
  const answered = new Promise<void>(resolve => {
    asked.on('response', response => {
      status = response.statusCode!
      response.resume()
      isOver = true
      resolve()
    })
    // Cut off in the middle of sending: the answer may be lost with it.
    asked.on('error', () => {
      isOver = true
      resolve()
    })
  })
  const part = Buffer.alloc(64_000, ' ')
  let sent = 0
  while (sent < bytes && !isOver) {
    sent += part.length
    if (!asked.write(part)) await Promise.race([once(asked, 'drain'), answered])
  }
  if (!isOver) asked.end('{}')
  await answered
  asked.destroy()
  return { status, sent }
}

describe('a body', () => {
  it('that is larger than its route takes is refused, whether its length is said or not', async () => {
    const words = 'x'.repeat(BODY_BYTES)
    const said = await learner.call('PUT', `/api/drawings/${drawing}`, { title: words })
    expect([said.status, said.code]).toEqual([413, 'too-big'])
    const unsaid = await chunked('/api/session/learner', 40_000_000)
    expect([413, 0]).toContain(unsaid.status)
    expect(unsaid.sent).toBeLessThan(8_000_000)
  })

  it('of someone who is not signed in is not read', async () => {
    const { status, sent } = await chunked(`/api/drawings/${drawing}/batches`, 40_000_000)
    expect([401, 0]).toContain(status)
    expect(sent).toBeLessThan(8_000_000)
  })

  it('that is no JSON by its own word is refused', async () => {
    const body = new URLSearchParams({ code: 'KETTLE7', name: 'Morten Skeel', pin: '2650' })
    const answer = await fetch(`${url}/api/session/learner`, { method: 'POST', body })
    expect(answer.status).toBe(422)
  })

  it('leaves the server well: what comes next is answered', async () => {
    expect((await learner.call('GET', '/api/folio')).status).toBe(200)
  })
})

describe('another site', () => {
  const ask = (method: string, headers: Record<string, string>) =>
    fetch(`${url}/api/session/learner`, {
      method,
      headers: { 'content-type': 'application/json', ...headers },
      ...(method === 'POST' && { body: JSON.stringify({ code: 'KETTLE7', name: 'Morten Skeel', pin: '2650' }) }),
    })

  it.each([
    ['by name', { origin: 'https://evil.example' }],
    ['of no place of its own', { origin: 'null' }],
    ['by what the browser says of it', { 'sec-fetch-site': 'cross-site' }],
  ])('%s can have nothing done', async (_what, headers) => {
    expect((await ask('POST', headers as Record<string, string>)).status).toBe(403)
  })

  it('is not told that it may read what is answered', async () => {
    for (const origin of ['null', 'https://evil.example']) {
      const { headers } = await fetch(`${url}/api/session`, { headers: { origin } })
      expect(headers.get('access-control-allow-origin')).toBeNull()
    }
  })

  it('is what this server is not to its own pages', async () => {
    expect((await ask('POST', { origin: url, 'sec-fetch-site': 'same-origin' })).status).toBe(200)
  })

  it('nor anything on the way keeps what is somebody’s own', async () => {
    const answer = await fetch(`${url}/api/session`)
    expect(answer.headers.get('cache-control')).toBe('no-store')
  })
})

describe('a batch', () => {
  const refused: [string, () => unknown, RegExp][] = [
    [
      'with fractions for samples',
      () => [strokeEntry({ samples: numbers(400_000, 0.5) })],
      /^entries\.0\.?.*: (Invalid input|number 1 is no whole number)/,
    ],
    ['with a million echoes', () => [strokeEntry({ echoes: numbers(1_000_000, 0) })], /^entries\.0/],
    ['of entries that are none', () => numbers(400, 0), /^entries\.0/],
    ['of a million entries', () => numbers(1_000_000, 0), /^entries: at most 400 are expected/],
    [
      'with more numbers than a batch holds',
      () => [strokeEntry({ samples: numbers(300_000, 100) }), strokeEntry({ samples: numbers(302_000, 100) })],
      /^entries: the strokes of one part/,
    ],
  ]
  it.each(refused)('%s is refused at its first fault, and nothing is stored', async (_what, entries, wanted) => {
    const { code, body } = await send(entries())
    expect(code).toBe('malformed')
    expect(body.error!.message).toMatch(wanted)
    expect((await learner.call<typeof kept>('GET', `/api/drawings/${drawing}`)).body.position).toBe(kept.position)
  })

  it('with the longest stroke that there can be is stored', async () => {
    const entries = [
      strokeEntry({ samples: numbers(600_000, 1023).map((value, i) => (i % 4 === 0 ? 123_456 : value)) }),
    ]
    expect(JSON.stringify(entries).length).toBeLessThan(BATCH_BYTES)
    const { status, body } = await send(entries)
    expect(body).toMatchObject({ position: 1 })
    expect(status).toBe(200)
    kept = body
  })

  it('drawn more than 24 days after the record began is stored', async () => {
    const entries = plainEntries(0, 1).map(each => ({ ...each, at: 2 ** 31 + 5 }))
    kept = (await send(entries)).body
    expect(kept.position).toBe(2)
  })
})

describe('what two do at once', () => {
  const names = ['Ada Tregear', 'Zoë Pell', 'Strase Une']

  it('with one name is done once, and told to the other in words', async () => {
    const teacher = await new Client(url).teacher()
    const { id } = (await teacher.call<{ id: number }>('POST', '/api/classes', { name: 'At once', when: '' })).body
    const add = (all: readonly string[]) =>
      teacher.call('POST', `/api/classes/${id}/learners`, { learners: all.map(name => ({ name, pin: '4471' })) })
    const answers = await Promise.all(Array.from({ length: 6 }, () => add(names)))
    expect(answers.map(each => each.status).sort((a, b) => a - b)).toEqual([200, 422, 422, 422, 422, 422])
    const listed = async () =>
      (await teacher.call<{ learners: { id: number; name: string }[] }>('GET', `/api/classes/${id}`)).body.learners
    expect((await listed()).map(each => each.name).sort()).toEqual([...names].sort())
    // What we tell apart, the database's order of letters may not.
    expect((await add(['Straße Une'])).status).toBe(422)
    const renamed = await Promise.all(
      (await listed()).map(each => teacher.call('PUT', `/api/learners/${each.id}`, { name: 'Bo Hask' })),
    )
    expect(renamed.filter(each => each.status === 200)).toHaveLength(1)
    expect(renamed.every(each => each.status < 500)).toBe(true)
    expect((await listed()).filter(each => each.name === 'Bo Hask')).toHaveLength(1)
  })
})

it('what is put away can’t be begun, and what was drawn for it stays open', async () => {
  const teacher = await new Client(url).teacher()
  const put = (isArchived: boolean) => teacher.call('POST', '/api/plans/1/archive', { isArchived })
  await put(true)
  expect((await learner.call('POST', '/api/drawings', { plan: 1, afresh: true })).code).toBe('not-found')
  expect((await learner.call('POST', '/api/drawings', { plan: 1, afresh: false })).status).toBe(200)
  expect((await learner.call('GET', `/api/drawings/${drawing}`)).status).toBe(200)
  await put(false)
})

it.each([
  [
    'a place over what the database holds',
    'POST',
    () => `/api/drawings/${drawing}/batches`,
    () => ({ number: 2 ** 40, from: 2 ** 40, writer, entries: plainEntries(0, 1) }),
  ],
  [
    'a picture at such a place',
    'PUT',
    () => `/api/drawings/${drawing}/live`,
    () => ({ position: 2 ** 40, base64: 'AAAA', found: null }),
  ],
  [
    'an e-mail that is longer than any',
    'POST',
    () => '/api/session/teacher',
    () => ({ email: `${'a'.repeat(190)}@b.example`, password: 'x' }),
  ],
])('%s is refused in words', async (_what, method, path, body) => {
  const answer = await learner.call(method, path(), body())
  expect(answer.status).toBeGreaterThanOrEqual(400)
  expect(answer.status).toBeLessThan(500)
})
