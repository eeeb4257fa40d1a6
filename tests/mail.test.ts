import { createServer as createPlainServer, type AddressInfo, type Server } from 'node:net'
import type { Connection } from 'mariadb'
import { SMTPServer } from 'smtp-server'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { LinkView, PlaceView } from '#shared/place'
import type { Person } from '#shared/views'
import { sealSecret } from '../server/services/secrets'
import { Client } from './lib/client'
import { anotherServer, connectToDatabase, url } from './lib/world'

/** Mails: sent by a real mail server's protocol, kept in the outbox where there is none, and no trap where it hangs. */

const SECRET = 'seven herons by the weir'
const MAUD = 'maud@lantern.example'
const TOBIAS = 'tobias@lantern.example'
let database: Connection
let keeper: Client
const received: { to: string; text: string }[] = []

/** A mail server that takes everything. */
const smtp = new SMTPServer({
  authOptional: true,
  disabledCommands: ['STARTTLS'],
  logger: false,
  onData(stream, { envelope }, done) {
    let text = ''
    stream.on('data', part => (text += String(part)))
    stream.on('end', () => {
      // Soft ends of lines, and signs by number (RFC 2045, 6.7).
      const plain = text
        .replace(/=\r\n/g, '')
        .replace(/=([0-9A-F]{2})/g, (_, hex: string) => String.fromCharCode(parseInt(hex, 16)))
      received.push({ to: envelope.rcptTo.map(each => each.address).join(), text: plain })
      done()
    })
  },
})
/** One that says nothing. */
let silent: Server

const portOf = (server: { address(): unknown }) => (server.address() as AddressInfo).port
const view = async () => (await keeper.call<PlaceView>('GET', '/api/place')).body
const forget = (at: string, email: string) => new Client(at).call('POST', '/api/session/forgotten', { email })
const tokenIn = (text: string) => /\/invited#([\w-]+)/.exec(text)![1]!
const accept = (at: string, token: string, password: string, client = new Client(at)) =>
  client.call<{ person: Person | null }>('POST', '/api/invited', { token, name: 'x', password })

beforeAll(async () => {
  database = await connectToDatabase()
  const secret = await sealSecret(SECRET)
  for (const [email, name] of [
    [MAUD, 'Maud Ferris'],
    [TOBIAS, 'Tobias Renn'],
  ])
    await database.query('INSERT INTO teachers (email, name, secret) VALUES (?, ?, ?)', [email, name, secret])
  await database.query(
    "UPDATE place SET name = 'Lantern Street', set_up_at = NOW(3), keeper_id = (SELECT id FROM teachers WHERE email = ?)",
    [MAUD],
  )
  keeper = await new Client(url).teacher(MAUD, SECRET)
  await new Promise<void>(resolve => smtp.listen(0, '127.0.0.1', resolve))
  silent = createPlainServer(() => {})
  await new Promise<void>(resolve => silent.listen(0, '127.0.0.1', resolve))
})
afterAll(async () => {
  await new Promise<void>(resolve => smtp.close(() => resolve()))
  silent.close()
  await database.end()
})

describe('where no mail server is set', () => {
  it('a link that was asked for lies in the outbox of whoever keeps the place, and works from there', async () => {
    expect((await forget(url, TOBIAS)).status).toBe(200)
    await expect.poll(async () => (await view()).mails.length).toBe(1)
    const { mails, isMailing } = await view()
    expect(isMailing).toBe(false)
    expect(mails[0]).toMatchObject({ recipient: TOBIAS, subject: 'A new password for Lantern Street', trouble: null })
    const client = new Client(url)
    expect((await accept(url, tokenIn(mails[0]!.words), 'plum anvil otter quilt', client)).body.person).toMatchObject({
      name: 'Tobias Renn',
    })
    expect((await client.call('GET', '/api/desk')).status).toBe(200)
    expect((await keeper.call('DELETE', `/api/place/mails/${mails[0]!.id}`)).status).toBe(200)
    expect((await view()).mails).toEqual([])
    expect((await client.call('DELETE', `/api/place/mails/${mails[0]!.id}`)).code).toBe('not-yours')
  })

  it('nobody learns whether there is a teacher of an address, and nothing is made for one that there is not', async () => {
    const [known, unknown, demo] = await Promise.all([
      forget(url, TOBIAS),
      forget(url, 'nobody@lantern.example'),
      forget(url, 'orla@saltmarsh.example'),
    ])
    expect([known.status, known.body]).toEqual([unknown.status, unknown.body])
    expect(demo.body).toEqual(unknown.body)
    await expect.poll(async () => (await view()).mails.map(each => each.recipient)).toEqual([TOBIAS])
    for (let i = 0; i < 2; i++) await forget(url, 'nobody@lantern.example')
    expect((await forget(url, 'nobody@lantern.example')).code).toBe('too-many-tries')
  })

  it('whoever has a second factor keeps it: the mail alone lets nobody in', async () => {
    const [{ id }] = (await database.query('SELECT id FROM teachers WHERE email = ?', [TOBIAS])) as [{ id: number }]
    await database.query(
      "INSERT INTO second_factors (teacher_id, secret, recovery, confirmed_at) VALUES (?, 'x', '[]', NOW(3))",
      [id],
    )
    const [mail] = (await view()).mails
    const client = new Client(url)
    const answer = await accept(url, tokenIn(mail!.words), 'six grey geese at noon', client)
    expect([answer.status, answer.body]).toEqual([200, { person: null }])
    expect((await client.call('GET', '/api/desk')).status).toBe(401)
    const tried = await client.call('POST', '/api/session/teacher', {
      email: TOBIAS,
      password: 'six grey geese at noon',
    })
    expect(tried.code).toBe('code-wanted')
    // The keeper's own word lets them in without it, as before.
    const { path } = (await keeper.call<LinkView>('POST', `/api/place/teachers/${id}/link`)).body
    expect((await accept(url, tokenIn(path), SECRET, client)).body.person).not.toBeNull()
  })
})

describe('where a mail server is set', () => {
  it('links and invitations are sent, and their words are kept nowhere', async () => {
    const app = await anotherServer({
      NUXT_SMTP_URL: `smtp://127.0.0.1:${portOf(smtp.server)}`,
      NUXT_MAIL_FROM: 'Lantern Street <easel@lantern.example>',
      NUXT_ADDRESS: 'https://easel.lantern.example/',
    })
    // What had waited goes out as well.
    await database.query('DELETE FROM mails')
    expect((await forget(app, TOBIAS)).status).toBe(200)
    await expect.poll(() => received.length, { timeout: 20_000 }).toBe(1)
    expect(received[0]!.to).toBe(TOBIAS)
    expect(received[0]!.text).toContain('https://easel.lantern.example/invited#')
    expect((await accept(app, tokenIn(received[0]!.text), 'plum anvil otter quilt')).status).toBe(200)
    const invited = await keeper.at(app).call<LinkView>('POST', '/api/place/invitations', {
      name: 'Una Quick',
      email: 'una@lantern.example',
    })
    expect(invited.body.isMailed).toBe(true)
    await expect.poll(() => received.length, { timeout: 20_000 }).toBe(2)
    expect(received[1]).toMatchObject({ to: 'una@lantern.example' })
    await expect
      .poll(async () => Number((await database.query("SELECT COUNT(*) AS n FROM mails WHERE words <> ''"))[0].n))
      .toBe(0)
    expect((await view()).mails).toEqual([])
  })

  it('one that hangs holds nobody up: the mail is tried again later, and the keeper sees why', async () => {
    const app = await anotherServer({
      NUXT_SMTP_URL: `smtp://127.0.0.1:${portOf(silent)}`,
      NUXT_ADDRESS: 'https://easel.lantern.example',
    })
    const began = Date.now()
    expect((await forget(app, MAUD)).status).toBe(200)
    // Long before the mail server is given up.
    expect(Date.now() - began).toBeLessThan(10_000)
    expect((await new Client(app).call('GET', '/api/health')).status).toBe(200)
    await expect
      .poll(async () => (await view()).mails[0]?.trouble ?? '', { timeout: 40_000, interval: 500 })
      .not.toBe('')
    const [mail] = (await database.query(
      'SELECT tries, TIMESTAMPDIFF(SECOND, NOW(3), next_at) AS waits FROM mails WHERE sent_at IS NULL',
    )) as [{ tries: number; waits: bigint }]
    expect(mail.tries).toBe(1)
    expect(Number(mail.waits)).toBeGreaterThan(0)
  })
})
