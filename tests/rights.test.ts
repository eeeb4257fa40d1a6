import { beforeAll, describe, expect, it } from 'vitest'
import type { FolioView, RegisterView } from '#shared/views'
import type { WallView } from '#shared/wall'
import { Client, PIXEL } from './lib/client'
import { url } from './lib/world'

const people = {
  nobody: new Client(url),
  teacher: new Client(url),
  bram: new Client(url),
  dov: new Client(url),
  saturday: new Client(url),
  alva: new Client(url),
}
type Who = keyof typeof people
let bramsDrawing = 0
let bramsHandIn = 0
let classId = 0
let bram = 0
let planId = 0
/** A mural of Alva's class, a work on Bram's Wall. */
let muralId = 0
let harbourId = 0
let workId = 0
let setId = 0

beforeAll(async () => {
  await people.teacher.teacher()
  await people.bram.learner('Bram Ostley', '4127')
  await people.dov.learner('Dov Harkin', '2986')
  await people.saturday.learner('Otto Brandreth', '1836', 'PIER22')
  await people.alva.learner('Alva Tregenna', '4471', 'SLIP48')
  const folio = (await people.bram.call<FolioView>('GET', '/api/folio')).body
  planId = folio.plans[0]!.id
  bramsDrawing = folio.plans[0]!.drawing!.id
  bramsHandIn = folio.plans[0]!.handIns[0]!.id
  const desk = (await people.teacher.call<{ classes: { id: number; code: string }[] }>('GET', '/api/desk')).body
  classId = desk.classes.find(each => each.code === 'KETTLE7')!.id
  harbourId = desk.classes.find(each => each.code === 'SLIP48')!.id
  setId = (
    await people.teacher.call<{ id: number }>('POST', `/api/classes/${classId}/warm-ups`, {
      title: 'To begin with',
      day: '2026-11-19',
      warmUps: [{ drill: 'spiral', seed: 8 }],
    })
  ).body.id
  muralId = (await people.alva.call<FolioView>('GET', '/api/folio')).body.murals[0]!.id
  workId = (await people.bram.call<WallView>('GET', `/api/classes/${classId}/wall`)).body.works.find(
    each => each.isMine,
  )!.id
  bram = (await people.teacher.call<RegisterView>('GET', `/api/classes/${classId}`)).body.learners.find(
    each => each.name === 'Bram Ostley',
  )!.id
})

/** Every route, who may call it, and what each of the others is told. */
const ROUTES: {
  method: string
  path: () => string
  body?: unknown
  allowed: Who[]
  refused: Partial<Record<Who, number>>
}[] = [
  { method: 'GET', path: () => '/api/session', allowed: ['nobody', 'teacher', 'bram'], refused: {} },
  { method: 'GET', path: () => '/api/health', allowed: ['nobody', 'teacher', 'bram'], refused: {} },
  {
    method: 'POST',
    path: () => `/api/paint/${'a'.repeat(64)}`,
    body: { width: 2, height: 2, size: 90, key: 'key-of-a-device', at: 0, base64: '' },
    allowed: ['teacher', 'bram'],
    refused: { nobody: 401 },
  },
  { method: 'GET', path: () => `/api/paint/${'a'.repeat(64)}`, allowed: [], refused: { nobody: 401 } },
  {
    method: 'POST',
    path: () => '/api/paper-hand-ins',
    body: {
      plan: 1_000_000,
      learner: 1_000_000,
      picture: { hash: 'a'.repeat(64), width: 2, height: 2 },
      page: { lines: 30, marks: 10 },
      note: '',
      key: 'key-of-a-page',
    },
    allowed: [],
    refused: { nobody: 401, bram: 403, saturday: 403 },
  },
  { method: 'GET', path: () => '/api/desk', allowed: ['teacher'], refused: { nobody: 401, bram: 403 } },
  { method: 'GET', path: () => `/api/classes/${classId}`, allowed: ['teacher'], refused: { nobody: 401, bram: 403 } },
  {
    method: 'POST',
    path: () => '/api/classes',
    body: { name: 'Dune group', when: '' },
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/classes/${classId}/learners`,
    body: { learners: [{ name: 'Nobody new', pin: null }] },
    allowed: [],
    refused: { nobody: 401, bram: 403 },
  },
  { method: 'POST', path: () => '/api/learners/1/pin', allowed: [], refused: { nobody: 401, bram: 403 } },
  {
    method: 'PUT',
    path: () => `/api/classes/${classId}`,
    body: { name: '', when: '' },
    allowed: [],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/classes/${classId}/archive`,
    body: { isArchived: false },
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'PUT',
    path: () => `/api/classes/${classId}/plans/${planId}`,
    body: { startsAt: null, dueAt: null, way: 'own', learners: null },
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'PUT',
    path: () => `/api/classes/${classId}/plans`,
    body: { plans: [1] },
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'PUT',
    path: () => `/api/learners/${bram}`,
    body: { name: 'Bram Ostley' },
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/learners/${bram}/remove`,
    body: { isRemoved: false },
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'PUT',
    path: () => `/api/classes/${classId}/today`,
    body: { plan: null },
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'PUT',
    path: () => `/api/learners/${bram}/class`,
    body: { classId: 1_000_000 },
    allowed: [],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'GET',
    path: () => `/api/classes/${classId}/round`,
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  { method: 'GET', path: () => `/api/classes/${classId}/round/live`, allowed: [], refused: { nobody: 401, bram: 403 } },
  { method: 'GET', path: () => '/api/desk/live', allowed: [], refused: { nobody: 401, bram: 403 } },
  { method: 'GET', path: () => '/api/desk', allowed: ['teacher'], refused: { nobody: 401, bram: 403 } },
  {
    method: 'GET',
    path: () => `/api/classes/${classId}/table`,
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/classes/${classId}/send`,
    body: { to: null, news: { kind: 'words', words: '' } },
    allowed: [],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'PUT',
    path: () => `/api/classes/${classId}/front`,
    body: { drawing: null },
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'DELETE',
    path: () => `/api/learners/${bram}/hand`,
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'PUT',
    path: () => `/api/drawings/${bramsDrawing}/hand`,
    body: { words: '' },
    allowed: ['bram'],
    refused: { nobody: 401, dov: 403, teacher: 403 },
  },
  {
    method: 'DELETE',
    path: () => `/api/drawings/${bramsDrawing}/hand`,
    allowed: ['bram'],
    refused: { nobody: 401, dov: 403, teacher: 403 },
  },
  {
    method: 'PUT',
    path: () => `/api/drawings/${bramsDrawing}/live`,
    body: { position: 1, base64: PIXEL, found: null },
    allowed: ['bram'],
    refused: { nobody: 401, dov: 403, teacher: 403 },
  },
  {
    method: 'GET',
    path: () => `/api/drawings/${bramsDrawing}/live`,
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403, dov: 403 },
  },
  {
    method: 'GET',
    path: () => `/api/drawings/${bramsDrawing}/entries?from=2`,
    allowed: ['bram', 'teacher'],
    refused: { nobody: 401, dov: 403, saturday: 403 },
  },
  { method: 'GET', path: () => '/api/news', allowed: [], refused: { nobody: 401, teacher: 403 } },
  { method: 'GET', path: () => '/api/folio', allowed: ['bram', 'dov'], refused: { nobody: 401, teacher: 403 } },
  {
    method: 'POST',
    path: () => '/api/drawings',
    body: { plan: 1, afresh: false },
    allowed: ['bram', 'saturday'],
    refused: { nobody: 401, teacher: 403 },
  },
  {
    method: 'GET',
    path: () => `/api/drawings/${bramsDrawing}`,
    allowed: ['bram', 'teacher'],
    refused: { nobody: 401, dov: 403, saturday: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/drawings/${bramsDrawing}/claim`,
    body: { writer: 'a-writer-of-tests', takeOver: false },
    allowed: ['bram'],
    refused: { nobody: 401, dov: 403, teacher: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/drawings/${bramsDrawing}/batches`,
    body: { number: 99, from: 0, writer: 'a-writer-of-tests', entries: [{ type: 'undo', at: 1 }] },
    allowed: [],
    refused: { nobody: 401, dov: 403, teacher: 403 },
  },
  {
    method: 'PUT',
    path: () => `/api/drawings/${bramsDrawing}`,
    body: { title: 'The kettle, once more' },
    allowed: ['bram'],
    refused: { nobody: 401, dov: 403, teacher: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/drawings/${bramsDrawing}/duplicate`,
    body: { key: 'a-second-one', title: 'A second one' },
    allowed: ['bram'],
    refused: { nobody: 401, dov: 403, teacher: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/drawings/${bramsDrawing}/remove`,
    body: { isRemoved: false },
    allowed: ['bram'],
    refused: { nobody: 401, dov: 403, teacher: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/drawings/${bramsDrawing}/copy`,
    body: { position: 3, key: 'copy-of-a-test' },
    allowed: ['bram'],
    refused: { nobody: 401, dov: 403, teacher: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/drawings/${bramsDrawing}/hand-ins`,
    body: { position: 1, hash: 'a'.repeat(64), note: '' },
    allowed: [],
    refused: { nobody: 401, dov: 403, teacher: 403 },
  },
  {
    method: 'GET',
    path: () => `/api/hand-ins/${bramsHandIn}`,
    allowed: ['bram', 'teacher'],
    refused: { nobody: 401, dov: 403, saturday: 403 },
  },
  {
    method: 'GET',
    path: () => `/api/hand-ins/${bramsHandIn}/picture`,
    allowed: ['bram', 'teacher'],
    refused: { nobody: 401, dov: 403 },
  },
  {
    method: 'PUT',
    path: () => `/api/hand-ins/${bramsHandIn}/answer`,
    body: { marks: {}, words: 'Mine!', next: '', outcome: 'accepted' },
    allowed: [],
    refused: { nobody: 401, bram: 403, dov: 403 },
  },
  { method: 'GET', path: () => '/api/crit-kit', allowed: ['teacher'], refused: { nobody: 401, bram: 403 } },
  {
    method: 'PUT',
    path: () => '/api/crit-kit',
    body: { phrases: [], criteria: [] },
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'POST',
    path: () => '/api/sheets',
    body: { title: 'Dunes', sheet: { width: 300, height: 200, paper: [255, 255, 255] } },
    allowed: ['dov'],
    refused: { nobody: 401, teacher: 403 },
  },
  { method: 'GET', path: () => '/api/signature', allowed: ['bram', 'dov'], refused: { nobody: 401, teacher: 403 } },
  {
    method: 'PUT',
    path: () => '/api/signature',
    body: { outlines: [[0, 0, 9, 0, 9, 9]] },
    allowed: ['dov'],
    refused: { nobody: 401, teacher: 403 },
  },
  { method: 'GET', path: () => '/api/plans', allowed: ['teacher'], refused: { nobody: 401, bram: 403 } },
  { method: 'POST', path: () => '/api/plans', body: {}, allowed: [], refused: { nobody: 401, bram: 403 } },
  {
    method: 'POST',
    path: () => '/api/plans/sheets',
    body: { title: 'Dunes', sheet: { width: 300, height: 200, paper: [255, 255, 255] } },
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  { method: 'GET', path: () => `/api/plans/${planId}`, allowed: ['teacher'], refused: { nobody: 401, bram: 403 } },
  {
    method: 'GET',
    path: () => `/api/plans/${planId}/classes`,
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'PUT',
    path: () => `/api/plans/${planId}`,
    body: { revision: 99_999, plan: { title: 'Mine' } },
    allowed: [],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/plans/${planId}/copy`,
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/plans/${planId}/archive`,
    body: { isArchived: false },
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/plans/${planId}/give`,
    body: { classId, isGiven: true },
    allowed: [],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/plans/${planId}/open-step`,
    body: { classId, step: 'outline', isOpen: true },
    allowed: [],
    refused: { nobody: 401, bram: 403 },
  },
  { method: 'POST', path: () => `/api/plans/${planId}/try`, allowed: ['teacher'], refused: { nobody: 401, bram: 403 } },
  {
    method: 'POST',
    path: () => `/api/plans/${planId}/redraw`,
    body: { step: 'outline' },
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'GET',
    path: () => `/api/drawings/${bramsDrawing}/opened`,
    allowed: ['bram', 'teacher'],
    refused: { nobody: 401, dov: 403, saturday: 403 },
  },
  {
    method: 'GET',
    path: () => `/api/classes/${classId}/warm-ups`,
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403, saturday: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/classes/${classId}/warm-ups`,
    body: { title: 'Thursday', day: '2026-11-19', warmUps: [{ drill: 'arcs', seed: 5 }] },
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'PUT',
    path: () => `/api/warm-up-sets/${setId}`,
    body: { title: 'Thursday', day: '2026-11-19', warmUps: [{ drill: 'arcs', seed: 5 }] },
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'DELETE',
    path: () => `/api/warm-up-sets/${setId}`,
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  { method: 'GET', path: () => '/api/warm-ups', allowed: ['bram', 'saturday'], refused: { nobody: 401, teacher: 403 } },
  {
    method: 'POST',
    path: () => '/api/warm-ups',
    body: { drill: 'arcs', seed: 1, score: 50, figures: [] },
    allowed: ['dov'],
    refused: { nobody: 401, teacher: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/classes/${harbourId}/murals`,
    body: {},
    allowed: [],
    refused: { nobody: 401, alva: 403 },
  },
  {
    method: 'GET',
    path: () => `/api/murals/${muralId}`,
    allowed: ['teacher', 'alva'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/murals/${muralId}/archive`,
    body: { isArchived: false },
    allowed: ['teacher'],
    refused: { nobody: 401, alva: 403 },
  },
  { method: 'POST', path: () => `/api/murals/${muralId}/share`, allowed: [], refused: { nobody: 401, alva: 403 } },
  { method: 'POST', path: () => `/api/murals/${muralId}/assemble`, allowed: [], refused: { nobody: 401, alva: 403 } },
  {
    method: 'DELETE',
    path: () => `/api/murals/${muralId}/assemble`,
    allowed: ['teacher'],
    refused: { nobody: 401, alva: 403 },
  },
  {
    method: 'GET',
    path: () => `/api/murals/${muralId}/picture`,
    allowed: ['teacher', 'alva'],
    refused: { nobody: 401, bram: 403 },
  },
  { method: 'GET', path: () => `/api/murals/${muralId}/whole`, allowed: [], refused: { nobody: 401, bram: 403 } },
  {
    method: 'GET',
    path: () => `/api/murals/${muralId}/poster?paper=a4&width=500`,
    allowed: [],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'PUT',
    path: () => `/api/murals/${muralId}/panels/7`,
    body: { learner: null },
    allowed: [],
    refused: { nobody: 401, alva: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/murals/${muralId}/panels/3/take`,
    body: { isTaken: true },
    allowed: [],
    refused: { nobody: 401, bram: 403, teacher: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/murals/${muralId}/panels/0/open`,
    allowed: ['alva'],
    refused: { nobody: 401, bram: 403, teacher: 403 },
  },
  {
    method: 'GET',
    path: () => `/api/murals/${muralId}/panels/0/picture`,
    allowed: ['alva', 'teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'GET',
    path: () => `/api/drawings/${bramsDrawing}/panel`,
    allowed: ['bram'],
    refused: { nobody: 401, dov: 403 },
  },
  {
    method: 'GET',
    path: () => `/api/classes/${classId}/wall`,
    allowed: ['teacher', 'bram', 'dov'],
    refused: { nobody: 401, saturday: 403 },
  },
  {
    method: 'PUT',
    path: () => `/api/classes/${classId}/wall`,
    body: { works: [] },
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  { method: 'POST', path: () => '/api/wall', body: { handIns: [1] }, allowed: [], refused: { nobody: 401, bram: 403 } },
  {
    method: 'POST',
    path: () => `/api/hand-ins/${bramsHandIn}/wall`,
    body: { title: 'Kettle, Thursday', isNamed: true },
    allowed: ['bram'],
    refused: { nobody: 401, dov: 403, teacher: 403 },
  },
  {
    method: 'PUT',
    path: () => `/api/wall/${workId}`,
    body: { title: 'Kettle, Thursday' },
    allowed: ['bram'],
    refused: { nobody: 401, dov: 403, saturday: 403, teacher: 403 },
  },
  {
    method: 'GET',
    path: () => `/api/wall/${workId}/picture`,
    allowed: ['bram', 'dov', 'teacher'],
    refused: { nobody: 401, saturday: 403 },
  },
  {
    method: 'POST',
    path: () => `/api/wall/${workId}/words`,
    body: { words: '' },
    allowed: [],
    refused: { nobody: 401 },
  },
  {
    method: 'PUT',
    path: () => '/api/wall/words/1',
    body: { isLetThrough: true },
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  {
    method: 'DELETE',
    path: () => '/api/wall/words/1',
    allowed: [],
    refused: { nobody: 401, bram: 403, saturday: 403 },
  },
  {
    method: 'GET',
    path: () => `/api/classes/${classId}/progress`,
    allowed: ['teacher'],
    refused: { nobody: 401, bram: 403 },
  },
  { method: 'GET', path: () => '/api/progress', allowed: ['bram', 'saturday'], refused: { nobody: 401, teacher: 403 } },
  {
    method: 'GET',
    path: () => `/api/plans/${planId}/picture`,
    allowed: ['bram', 'teacher', 'saturday'],
    refused: { nobody: 401 },
  },
]

describe.each(ROUTES)('$method route', ({ method, path, body, allowed, refused }) => {
  it('answers those who may call it and refuses everyone else', async () => {
    for (const who of allowed) {
      const { status } = await people[who].call(method, path(), body)
      expect.soft(status, `${who} ${method} ${path()}`).toBe(200)
    }
    for (const [who, status] of Object.entries(refused)) {
      const answer = await people[who as Who].call(method, path(), body)
      expect.soft(answer.status, `${who} ${method} ${path()}`).toBe(status)
      expect.soft(answer.code).toBe(status === 401 ? 'not-signed-in' : 'not-yours')
    }
  })
})

describe('what is not there', () => {
  it.each([
    '/api/drawings/999999',
    '/api/hand-ins/999999',
    '/api/hand-ins/999999/picture',
    '/api/plans/999999/picture',
    `/api/paint/${'b'.repeat(64)}`,
  ])('%s', async path => {
    expect((await people.teacher.call('GET', path)).code).toBe('not-found')
  })

  it('a number that is none', async () => {
    expect((await people.bram.call('GET', '/api/drawings/kettle')).code).toBe('malformed')
  })
})

describe('a session', () => {
  it('ends when someone signs out, and nothing of it works any more', async () => {
    const client = await new Client(url).learner('Lowri Pask', '7713')
    expect((await client.call('GET', '/api/folio')).status).toBe(200)
    await client.call('DELETE', '/api/session')
    expect((await client.call('GET', '/api/folio')).code).toBe('not-signed-in')
  })

  it('can not be made up', async () => {
    const response = await fetch(`${url}/api/folio`, { headers: { cookie: 'nuxt-session=Fe26.2**made-up' } })
    expect(response.status).toBe(401)
  })
})
