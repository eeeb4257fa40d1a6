import type { Connection } from 'mariadb'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { DoorView } from '#shared/place'
import type { Person } from '#shared/views'
import { sealSecret } from '../server/services/secrets'
import { openBrowser } from './lib/browser'
import { Client } from './lib/client'
import { SchoolAccounts } from './lib/school-accounts'
import { anotherServer, connectToDatabase, url } from './lib/world'
import { freePort } from '../scripts/lib/ports.mjs'

/** Teachers come in by the school's own accounts: a simulated provider says who they are. */

const CLIENT = { id: 'little-easel', secret: 'a secret of the school' }
let school: SchoolAccounts
let database: Connection
/** A process that knows of the school's accounts. */
let app = ''

beforeAll(async () => {
  database = await connectToDatabase()
  school = await SchoolAccounts.start(CLIENT)
  const port = await freePort(20_700 + 1000 * Number(process.env.VITEST_POOL_ID ?? 0))
  app = await anotherServer(
    {
      NUXT_ADDRESS: `http://127.0.0.1:${port}`,
      NUXT_OIDC_ISSUER: school.issuer,
      NUXT_OIDC_CLIENT_ID: CLIENT.id,
      NUXT_OIDC_CLIENT_SECRET: CLIENT.secret,
      NUXT_OIDC_NAME: 'your Lantern Street account',
    },
    port,
  )
  await database.query('INSERT INTO teachers (email, name, secret) VALUES (?, ?, ?)', [
    'maud@lantern.example',
    'Maud Ferris',
    await sealSecret('seven herons by the weir'),
  ])
  await database.query(
    `INSERT INTO invitations (token, name, email, until) VALUES ('${'0'.repeat(64)}', 'Tobias', 'tobias@lantern.example',
      NOW(3) + INTERVAL 7 DAY)`,
  )
})
afterAll(async () => {
  await school.stop()
  await database.end()
})
beforeEach(() => {
  school.fault = 'none'
})

/** Goes the whole way as a browser does; answers who is in then, and where it ended. */
async function comeIn(account: SchoolAccounts['account'], meddle?: (back: string) => string) {
  school.account = account
  const client = new Client(app)
  const going = await client.redirect('/api/session/school')
  const back = (await fetch(going, { redirect: 'manual' })).headers.get('location')!
  const end = await client.redirect(
    new URL(meddle ? meddle(back) : back).pathname + new URL(meddle ? meddle(back) : back).search,
  )
  return {
    end,
    person: (await client.call<{ person: Person | null }>('GET', '/api/session')).body.person,
    client,
    back,
  }
}

const MAUD = { sub: 'm-1', name: 'Maud F.', email: 'Maud@Lantern.example', email_verified: true }

describe('the school’s accounts', () => {
  it('are on the door where they are set, and nowhere else', async () => {
    expect((await new Client(app).call<DoorView>('GET', '/api/place/door')).body.school).toBe(
      'your Lantern Street account',
    )
    expect((await new Client(url).call<DoorView>('GET', '/api/place/door')).body.school).toBeNull()
    expect((await new Client(url).call('GET', '/api/session/school')).code).toBe('not-found')
  })

  it('let a teacher in whom the school vouches for, and again under another address', async () => {
    const first = await comeIn(MAUD)
    expect(first).toMatchObject({ end: '/desk', person: { kind: 'teacher', name: 'Maud Ferris' } })
    expect((await first.client.call('GET', '/api/desk')).status).toBe(200)
    // It is the account that counts from then on, not the address.
    expect((await comeIn({ sub: 'm-1' })).person).toMatchObject({ name: 'Maud Ferris' })
  })

  it('let somebody in who was invited, once, and use the invitation up', async () => {
    const tobias = { sub: 't-1', name: 'Tobias Renn', email: 'tobias@lantern.example', email_verified: true }
    expect((await comeIn(tobias)).person).toMatchObject({ name: 'Tobias Renn' })
    expect((await comeIn(tobias)).person).toMatchObject({ name: 'Tobias Renn' })
    const [{ n }] = (await database.query(
      "SELECT COUNT(*) AS n FROM invitations WHERE email = 'tobias@lantern.example' AND used_at IS NULL",
    )) as [{ n: bigint }]
    expect(Number(n)).toBe(0)
    // No password opens an account that has none.
    for (const password of ['none', ' '])
      expect(
        (await new Client(app).call('POST', '/api/session/teacher', { email: tobias.email, password })).status,
      ).toBe(401)
  })

  it.each([
    ['a stranger', { sub: 'x-1', email: 'stranger@lantern.example', email_verified: true }],
    ['an address that nobody vouches for', { sub: 'x-2', email: 'maud@lantern.example', email_verified: false }],
    ['no address', { sub: 'x-3' }],
    [
      'another account under a teacher’s address',
      { sub: 'x-4', email: 'orla@saltmarsh.example', email_verified: true },
    ],
  ])('do not let in %s', async (_what, account) => {
    expect(await comeIn(account)).toMatchObject({ end: '/?teach=1&not=not-yours', person: null })
  })

  it.each(['other-nonce', 'other-key', 'other-audience'] as const)('are not believed with %s', async fault => {
    school.fault = fault
    expect(await comeIn(MAUD)).toMatchObject({ end: '/?teach=1&not=wrong-sign-in', person: null })
  })

  it('are not believed with another’s state, nor twice by one code', async () => {
    const meddled = await comeIn(MAUD, back => back.replace(/state=[^&]*/, 'state=another'))
    expect(meddled).toMatchObject({ end: '/?teach=1&not=wrong-sign-in', person: null })
    const { back, client } = await comeIn(MAUD)
    const again = new URL(back)
    expect(await client.redirect(again.pathname + again.search)).toBe('/?teach=1&not=wrong-sign-in')
  })

  it('do not let in who is locked out', async () => {
    await database.query("UPDATE teachers SET locked_at = NOW(3) WHERE email = 'maud@lantern.example'")
    expect((await comeIn(MAUD)).end).toBe('/?teach=1&not=not-yours')
    await database.query("UPDATE teachers SET locked_at = NULL WHERE email = 'maud@lantern.example'")
  })

  it('in a browser: there and back, and why not when they are away', async () => {
    const { context, close } = await openBrowser()
    try {
      const [page] = context.pages()
      school.account = MAUD
      await page!.goto(`${app}/?teach=1`)
      await page!.getByRole('link', { name: 'Come in with your Lantern Street account' }).click()
      await page!.waitForURL('**/desk')
      await page!.getByRole('heading', { name: 'Desk' }).waitFor()
      await page!.getByRole('button', { name: 'Sign out' }).click()
      await page!.waitForURL(`${app}/`)
      school.account = { sub: 'x-9' }
      await page!.goto(`${app}/api/session/school`)
      await page!.getByRole('alert').filter({ hasText: 'Nobody with the address of that school account' }).waitFor()
    } finally {
      await close()
    }
  })
})
