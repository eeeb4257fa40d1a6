import { beforeAll, describe, expect, it } from 'vitest'
import { toolSettings } from '#core/brush'
import type { Entry } from '#core/drawing'
import { Client, plainEntries, strokeEntry } from './lib/client'
import { url } from './lib/world'

const writer = 'writer-of-morten'
const morten = new Client(url)
let drawing = 0

interface Stored {
  position: number
  nextBatch: number
}
const batch = (number: number, from: number, entries: Entry[], by = writer) => ({ number, from, writer: by, entries })
const send = (body: unknown, client = morten, id = drawing) =>
  client.call<Stored>('POST', `/api/drawings/${id}/batches`, body)
const kept = async () => (await morten.call<Stored & { entries: Entry[] }>('GET', `/api/drawings/${drawing}`)).body

beforeAll(async () => {
  await morten.learner('Morten Skeel', '2650')
  drawing = (await morten.call<{ id: number }>('POST', '/api/drawings', { plan: 1, afresh: true })).body.id
  await morten.call('POST', `/api/drawings/${drawing}/claim`, { writer, takeOver: false })
  expect((await send(batch(0, 0, plainEntries(0, 3)))).body).toMatchObject({ position: 3, nextBatch: 1 })
})

/** After each refusal the record is as it was. */
async function expectUntouched(): Promise<void> {
  const { position, nextBatch, entries } = await kept()
  expect({ position, nextBatch, entries: entries.length }).toEqual({ position: 3, nextBatch: 1, entries: 3 })
}

describe('a record batch', () => {
  it('sent twice is stored once and answered the same', async () => {
    expect((await send(batch(0, 0, plainEntries(0, 3)))).body).toMatchObject({ position: 3, nextBatch: 1 })
    await expectUntouched()
  })

  const refused: [string, () => unknown, string][] = [
    ['out of order', () => batch(3, 9, plainEntries(9, 1)), 'batch-out-of-order'],
    ['with a hole before it', () => batch(1, 5, plainEntries(5, 1)), 'batch-out-of-order'],
    ['other than the one of its number', () => batch(0, 0, plainEntries(0, 2)), 'batch-differs'],
    ['of another tab', () => batch(1, 3, plainEntries(3, 1), 'another-writer'), 'other-writer'],
    ['with no entries', () => batch(1, 3, []), 'malformed'],
    ['with an unknown act', () => batch(1, 3, [{ type: 'act', at: 1, act: { kind: 'wish' } } as never]), 'malformed'],
    ['with something added', () => ({ ...batch(1, 3, plainEntries(3, 1)), isAdmin: true }), 'malformed'],
    [
      'with a size out of range',
      () => batch(1, 3, [strokeEntry({ tool: toolSettings('pencil', { size: 601 }) })]),
      'malformed',
    ],
    ['with size 0', () => batch(1, 3, [strokeEntry({ tool: toolSettings('pencil', { size: 0 }) })]), 'malformed'],
    ['with a sample cut short', () => batch(1, 3, [strokeEntry({ samples: [16, 16, 500] })]), 'malformed'],
    ['with a pressure out of range', () => batch(1, 3, [strokeEntry({ samples: [16, 16, 4000, 0] })]), 'malformed'],
    ['with a colour out of range', () => batch(1, 3, [strokeEntry({ colour: [1, 2, 300] })]), 'malformed'],
    ['with more entries than allowed', () => batch(1, 3, plainEntries(3, 401)), 'malformed'],
  ]
  it.each(refused)('%s is refused with its reason, and nothing is stored', async (_what, body, code) => {
    const answer = await send(body())
    expect(answer.code).toBe(code)
    expect((answer.body as unknown as { error: { message: string; fix: string } }).error.fix.length).toBeGreaterThan(5)
    await expectUntouched()
  })

  it('cut short on its way is refused', async () => {
    const text = JSON.stringify(batch(1, 3, plainEntries(3, 4)))
    expect((await morten.callRaw('POST', `/api/drawings/${drawing}/batches`, text.slice(0, -20))).code).toBe(
      'malformed',
    )
    await expectUntouched()
  })

  it('for another person’s drawing is refused', async () => {
    const other = await new Client(url).learner('Jessamy Coll', '3209')
    expect((await send(batch(1, 3, plainEntries(3, 1)), other)).code).toBe('not-yours')
    await expectUntouched()
  })

  it('sent many times at once is stored once', async () => {
    const own = (await morten.call<{ id: number }>('POST', '/api/drawings', { plan: 1, afresh: true })).body.id
    const answers = await Promise.all(
      Array.from({ length: 8 }, () => send(batch(0, 0, plainEntries(0, 5)), morten, own)),
    )
    expect(answers.map(each => each.body.position)).toEqual(Array.from({ length: 8 }, () => 5))
  })
})

describe('handing in', () => {
  it('more than the server has is refused', async () => {
    const answer = await morten.call('POST', `/api/drawings/${drawing}/hand-ins`, {
      position: 4,
      hash: 'b'.repeat(64),
      note: '',
    })
    expect(answer.code).toBe('record-incomplete')
  })

  it('with a hash that the record does not give is taken and said to differ', async () => {
    const own = (await morten.call<{ id: number }>('POST', '/api/drawings', { plan: 1, afresh: true })).body.id
    await send(batch(0, 0, plainEntries(0, 1)), morten, own)
    const { id } = (
      await morten.call<{ id: number }>('POST', `/api/drawings/${own}/hand-ins`, {
        position: 1,
        hash: 'c'.repeat(64),
        note: '',
      })
    ).body
    await expect
      .poll(async () => (await morten.call<{ verification: string }>('GET', `/api/hand-ins/${id}`)).body.verification, {
        timeout: 20_000,
      })
      .toBe('differs')
  })
})

describe('the front door', () => {
  it('says no more than that they do not go together', async () => {
    const nobody = new Client(url)
    const wrongPin = await nobody.call('POST', '/api/session/learner', {
      code: 'KETTLE7',
      name: 'Bram Ostley',
      pin: '0000',
    })
    const wrongName = await nobody.call('POST', '/api/session/learner', {
      code: 'KETTLE7',
      name: 'Nobody Here',
      pin: '0000',
    })
    expect([wrongPin.code, wrongName.code]).toEqual(['wrong-sign-in', 'wrong-sign-in'])
    expect(wrongPin.body).toEqual(wrongName.body)
  })

  it.each([
    [{ code: 'K', name: 'A', pin: '1234' }],
    [{ code: 'KETTLE7', name: '', pin: '1234' }],
    [{ code: 'KETTLE7', name: 'A', pin: '12' }],
    [{}],
  ])('refuses %j as malformed', async body => {
    expect((await new Client(url).call('POST', '/api/session/learner', body)).code).toBe('malformed')
  })
})

describe('an answer', () => {
  it('without words or with an unknown mark is refused', async () => {
    const teacher = await new Client(url).teacher()
    const { waiting } = (await teacher.call<{ waiting: { id: number }[] }>('GET', '/api/desk')).body
    const path = `/api/hand-ins/${waiting[0]!.id}/answer`
    expect((await teacher.call('PUT', path, { marks: {}, words: ' ', next: '', outcome: 'again' })).code).toBe(
      'malformed',
    )
    expect(
      (await teacher.call('PUT', path, { marks: { closed: 'perfect' }, words: 'Good', next: '', outcome: 'again' }))
        .code,
    ).toBe('malformed')
  })
})
