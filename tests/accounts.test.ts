import type { Connection } from 'mariadb'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { DoorView, InvitedView, LinkView, PlaceView, SetUpBody } from '#shared/place'
import { codeDigest } from '../server/utils/setup-code'
import { Client } from './lib/client'
import { anotherServer, connectToDatabase, url } from './lib/world'

/** A place is made somebody's own, and its teachers come and go. */

const CODE = 'HERN-WEIR-QUAY'
const MAUD = { name: 'Maud Ferris', email: 'maud@lantern.example', password: 'seven herons by the weir' }
const body = (set: object = {}): SetUpBody => ({
  code: CODE,
  place: { name: 'Lantern Street evening school', language: 'en-IE', timeZone: 'Europe/Dublin' },
  teacher: MAUD,
  demo: 'stays',
  ...set,
})
const wordsOf = (answer: { body: unknown }) =>
  (answer.body as { error: { message: string; fix: string } }).error.message
let database: Connection
let second = ''
const keeper = new Client(url)

beforeAll(async () => {
  database = await connectToDatabase()
  second = await anotherServer()
  await database.query('UPDATE place SET code = ?', [codeDigest(CODE)])
})
afterAll(() => database.end())

const countOf = async (table: string) =>
  Number((await database.query<{ n: bigint }[]>(`SELECT COUNT(*) AS n FROM ${table}`))[0]!.n)

describe('before it is set up', () => {
  it('the front door knows of no place, and the demo opens from this machine alone', async () => {
    expect((await new Client(url).call<DoorView>('GET', '/api/place/door')).body).toEqual({
      place: null,
      isDemoOpen: true,
      keepMonths: null,
      isMailing: false,
      school: null,
    })
  })

  it('a wrong code, a weak password, an address that is taken and what no place has are refused in words', async () => {
    const ask = (set: object) => new Client(url).call('POST', '/api/place', body(set))
    expect((await ask({ code: 'HERN-WEIR-QUAX' })).code).toBe('wrong-sign-in')
    const weak = await ask({ teacher: { ...MAUD, password: 'maudferris1234' } })
    expect([weak.status, wordsOf(weak)]).toEqual([422, 'This password is easily guessed.'])
    const taken = await ask({ teacher: { ...MAUD, email: 'orla@saltmarsh.example' } })
    expect([taken.status, wordsOf(taken)]).toEqual([
      422,
      'There is a teacher with the address orla@saltmarsh.example already.',
    ])
    for (const place of [{ timeZone: 'Mars/North' }, { language: 'no language' }, { name: '  ' }])
      expect((await ask({ place: { ...body().place, ...place } })).status).toBe(422)
    expect(await countOf('teachers')).toBe(1)
    // What was refused did not use up the code.
    expect((await new Client(url).call<DoorView>('GET', '/api/place/door')).body.place).toBeNull()
  })
})

describe('setting it up', () => {
  it('of two at once, through two processes, one does it and the other is told', async () => {
    const others = [keeper, new Client(second)]
    const answers = await Promise.all(
      others.map((client, i) =>
        client.call('POST', '/api/place', body(i ? { teacher: { ...MAUD, email: 'late@lantern.example' } } : {})),
      ),
    )
    expect(answers.map(each => each.status).toSorted()).toEqual([200, 409])
    expect(wordsOf(answers.find(each => each.status === 409)!)).toBe('This place is set up already.')
    expect(await countOf('teachers')).toBe(2)
    // Whoever was first: they keep it.
    if (answers[0]!.status !== 200)
      await database.query("UPDATE teachers SET email = ? WHERE email = 'late@lantern.example'", [MAUD.email])
    await keeper.teacher(MAUD.email, MAUD.password)
    expect((await keeper.call<{ person: object }>('GET', '/api/session')).body.person).toMatchObject({ isKeeper: true })
  })

  it('is done once: the code is used up', async () => {
    expect((await new Client(url).call('POST', '/api/place', body())).code).toBe('set-up')
    expect((await new Client(url).call<DoorView>('GET', '/api/place/door')).body.place).toEqual(body().place)
  })

  it('says how dates are written to whoever opens a page', async () => {
    const { dates } = (await new Client(url).call<{ dates: object }>('GET', '/api/session')).body
    expect(dates).toEqual({ language: 'en-IE', timeZone: 'Europe/Dublin' })
  })
})

describe('the demo, whose secrets everyone knows', () => {
  const ask = async (path: string, given: object, headers: Record<string, string>) =>
    fetch(url + path, {
      method: 'POST',
      body: JSON.stringify(given),
      headers: { 'content-type': 'application/json', ...headers },
    })
  const orla = { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' }

  it('opens to nobody from another machine, also not by the word of a proxy that is trusted', async () => {
    const proxied = await anotherServer({ NUXT_TRUSTED_PROXIES: 'loopback' })
    const from = (address: string) =>
      fetch(`${proxied}/api/session/teacher`, {
        method: 'POST',
        body: JSON.stringify(orla),
        headers: { 'content-type': 'application/json', 'x-forwarded-for': address, 'x-forwarded-proto': 'https' },
      })
    const away = await from('192.0.2.44')
    expect([away.status, wordsOf({ body: await away.json() })]).toEqual([
      403,
      'The demo opens only on the machine that it runs on.',
    ])
    expect((await from('127.0.0.1')).status).toBe(200)
  })

  it('and nothing at all is answered over plain http to another machine, with the reason', async () => {
    const answer = await ask('/api/session/teacher', orla, { 'x-forwarded-for': '192.0.2.44' })
    expect(answer.status).toBe(403)
    expect(await answer.text()).toContain('It came over the network without TLS')
    const page = await fetch(url, { headers: { 'x-forwarded-for': '192.0.2.44' } })
    expect([page.status, await page.text()]).toEqual([403, expect.stringContaining('npm start -- --class')])
    // Whoever watches the server asks from elsewhere.
    expect((await fetch(`${url}/api/health`, { headers: { 'x-forwarded-for': '192.0.2.44' } })).status).toBe(200)
  })

  it('keeps its published password', async () => {
    const demo = await new Client(url).teacher()
    const changed = await demo.call('PUT', '/api/session/password', {
      password: orla.password,
      next: 'another one that holds',
    })
    expect(changed.code).toBe('not-yours')
  })
})

describe('teachers', () => {
  const place = async () => (await keeper.call<PlaceView>('GET', '/api/place')).body
  const invite = async (name: string, email: string) =>
    (await keeper.call<LinkView>('POST', '/api/place/invitations', { name, email })).body.path.split('#')[1]!
  const accept = (token: string, password: string, client = new Client(url)) =>
    client.call('POST', '/api/invited', { token, name: 'Tobias Renn', password })
  const TOBIAS = { email: 'tobias@lantern.example', password: 'a kettle sings to nobody' }
  const tobias = new Client(url)

  it('are invited by a link that is good once, and for nobody else', async () => {
    const token = await invite('Tobias Renn', 'Tobias@Lantern.example')
    expect((await new Client(url).call<InvitedView>('POST', '/api/invited/look', { token })).body).toEqual({
      placeName: 'Lantern Street evening school',
      name: 'Tobias Renn',
      email: TOBIAS.email,
      isReset: false,
    })
    expect((await accept(token, 'tobiasrenn123')).status).toBe(422)
    const both = await Promise.all([accept(token, TOBIAS.password, tobias), accept(token, 'another one that holds')])
    expect(both.map(each => each.status).toSorted()).toEqual([200, 410])
    expect(wordsOf(await accept(token, TOBIAS.password))).toBe('This link was used already.')
    if (both[0]!.status !== 200) await tobias.teacher(TOBIAS.email, 'another one that holds')
    expect((await tobias.call('GET', '/api/desk')).status).toBe(200)
    expect((await place()).teachers.map(each => each.email)).toContain(TOBIAS.email)
    expect((await keeper.call('POST', '/api/place/invitations', { name: 'T', email: TOBIAS.email })).status).toBe(422)
  })

  it('come in by no link that is late, withdrawn, replaced or made up', async () => {
    const late = await invite('Late', 'late@lantern.example')
    await database.query('UPDATE invitations SET until = NOW(3) - INTERVAL 1 SECOND WHERE used_at IS NULL')
    expect(wordsOf(await accept(late, TOBIAS.password))).toBe('This link is too old.')
    const withdrawn = await invite('Nobody', 'nobody@lantern.example')
    const [row] = (await place()).invitations
    expect((await keeper.call('DELETE', `/api/place/invitations/${row!.id}`)).status).toBe(200)
    const first = await invite('Una Quick', 'una@lantern.example')
    await invite('Una Quick', 'una@lantern.example')
    for (const token of [withdrawn, first, 'a'.repeat(32)])
      expect(wordsOf(await accept(token, TOBIAS.password))).toBe('This link is not good any more.')
    expect((await place()).invitations.map(each => each.name)).toEqual(['Una Quick'])
  })

  it('take a new password themselves, and are signed out elsewhere by it', async () => {
    const [{ id }] = (await database.query<{ id: number }[]>('SELECT id FROM teachers WHERE email = ?', [
      TOBIAS.email,
    ])) as [{ id: number }]
    const token = (await keeper.call<LinkView>('POST', `/api/place/teachers/${id}/link`)).body.path.split('#')[1]!
    // By a link of the keeper's first: whoever forgot theirs.
    expect((await accept(token, TOBIAS.password, tobias)).status).toBe(200)
    const elsewhere = await new Client(url).teacher(TOBIAS.email, TOBIAS.password)
    const change = (password: string, next: string) => tobias.call('PUT', '/api/session/password', { password, next })
    expect((await change('not this one', 'plum anvil otter quilt')).code).toBe('wrong-sign-in')
    expect((await change(TOBIAS.password, 'tobias renn 12')).status).toBe(422)
    expect((await change(TOBIAS.password, 'plum anvil otter quilt')).status).toBe(200)
    expect((await elsewhere.call('GET', '/api/desk')).status).toBe(401)
    expect((await tobias.call('GET', '/api/desk')).status).toBe(200)
    await new Client(url).teacher(TOBIAS.email, 'plum anvil otter quilt')
  })

  it('that are locked out are out at once, and in again when they are let in', async () => {
    const { id } = (await place()).teachers.find(each => each.email === TOBIAS.email)!
    const lock = (isLocked: boolean, who = id) => keeper.call('PUT', `/api/place/teachers/${who}/lock`, { isLocked })
    expect((await lock(true)).status).toBe(200)
    expect((await tobias.call('GET', '/api/desk')).status).toBe(401)
    const tried = await new Client(url).call('POST', '/api/session/teacher', {
      email: TOBIAS.email,
      password: 'plum anvil otter quilt',
    })
    expect([tried.status, wordsOf(tried)]).toEqual([403, 'Your account here is locked.'])
    expect((await place()).teachers.find(each => each.id === id)).toMatchObject({ isLocked: true })
    expect((await lock(false)).status).toBe(200)
    await tobias.teacher(TOBIAS.email, 'plum anvil otter quilt')
    const own = (await place()).teachers.find(each => each.isKeeper)!
    expect((await lock(true, own.id)).status).toBe(422)
  })

  it('who do not keep the place change nothing of it', async () => {
    for (const [method, path, given] of [
      ['GET', '/api/place'],
      ['PUT', '/api/place', body().place],
      ['PUT', '/api/place/keeper', { teacher: 1 }],
      ['POST', '/api/place/invitations', { name: 'A friend', email: 'friend@lantern.example' }],
      ['DELETE', '/api/place/invitations/1'],
      ['PUT', '/api/place/teachers/1/lock', { isLocked: true }],
      ['POST', '/api/place/teachers/1/link'],
    ] as const)
      expect([path, (await tobias.call(method, path, given)).code]).toEqual([path, 'not-yours'])
  })

  it('keep the place after it was handed on to them', async () => {
    const { id } = (await place()).teachers.find(each => each.email === TOBIAS.email)!
    const demo = (await place()).teachers.find(each => each.isDemo)!
    expect((await keeper.call('PUT', '/api/place/keeper', { teacher: demo.id })).status).toBe(422)
    expect((await keeper.call('PUT', '/api/place/keeper', { teacher: id })).status).toBe(200)
    expect((await keeper.call('GET', '/api/place')).code).toBe('not-yours')
    const view = (await tobias.call<PlaceView>('GET', '/api/place')).body
    expect(view.teachers.find(each => each.isKeeper)!.email).toBe(TOBIAS.email)
    const changed = { name: 'Lantern Street', language: 'ga', timeZone: 'Europe/Dublin' }
    expect((await tobias.call('PUT', '/api/place', changed)).body).toEqual(changed)
  })

  it('all of this is noted, and never a secret', async () => {
    const rows = await database.query<{ what: string; about: string }[]>('SELECT what, about FROM audit')
    const whats = new Set(rows.map(each => each.what))
    for (const what of ['place-set-up', 'invited', 'link-used', 'new-password', 'locked', 'unlocked', 'handed-on'])
      expect(whats).toContain(what)
    expect(JSON.stringify(rows)).not.toMatch(/herons|kettle sings|otter|HERN/)
  })
})
