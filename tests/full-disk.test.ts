import { execFileSync } from 'node:child_process'
import { closeSync, mkdirSync, mkdtempSync, openSync, rmSync, statfsSync, writeSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startDatabase } from '../scripts/lib/database.mjs'
import { freePort } from '../scripts/lib/ports.mjs'
import { startServer } from '../scripts/lib/server.mjs'
import { setupDatabase } from '../scripts/lib/setup.mjs'
import { arc } from '#demo/hand'
import { enterAsLearner, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client, strokeEntry } from './lib/client'
import { drawWithMouse } from './lib/draw'
import { drawingNumber, expectKept, openEasel, switchTruingOff } from './lib/easel'

/** The disk under the database is full, and later has room again. It lies on a small file system of its own. */

const folder = mkdtempSync(join(tmpdir(), 'little-easel-full-'))
const disk = join(folder, 'disk')
mkdirSync(disk)
const filler = join(disk, 'filler')

function mounted(): boolean {
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=700m', 'tmpfs', disk], { stdio: 'ignore' })
    return true
  } catch {
    return false
  }
}
// Only who may mount can try it. The words for each kind of trouble are tested in any case (`trouble.test.ts`).
const isMounted = mounted()

describe.skipIf(!isMounted)('a full disk', () => {
  let database: Awaited<ReturnType<typeof startDatabase>>
  let server: Awaited<ReturnType<typeof startServer>>
  let browser: OpenedBrowser
  let page: Page

  beforeAll(async () => {
    database = await startDatabase(disk, { name: 'easel_test', durable: false, portFrom: 18_000, logMb: 48 })
    await setupDatabase(database.url, ['--demo'], { quiet: true })
    server = await startServer({
      databaseUrl: database.url,
      port: await freePort(18_300),
      sessionPassword: 'only-for-tests-'.repeat(3),
      log() {},
    })
  })
  afterAll(async () => {
    await browser?.close()
    await server?.stop()
    await database?.stop()
    execFileSync('umount', ['-l', disk])
    rmSync(folder, { recursive: true, force: true })
  })

  const fill = () => {
    const file = openSync(filler, 'a')
    for (let size = 1 << 24; size >= 1;)
      try {
        writeSync(file, Buffer.alloc(size))
      } catch {
        size >>= 1
      }
    closeSync(file)
    expect(statfsSync(disk).bavail).toBe(0)
  }
  const health = async () => (await fetch(`${server.url}/api/health`)).json() as Promise<Record<string, unknown>>

  it('is said in words, told by health, loses nothing, and what was drawn is sent when there is room', async () => {
    browser = await openBrowser()
    page = browser.context.pages()[0]!
    await enterAsLearner(page, server.url, { code: 'KETTLE7', name: 'Morten Skeel', pin: '2650' })
    const at = await openEasel(page, true)
    await switchTruingOff(page)
    await drawWithMouse(page, at, arc(500, 400, 90, 60), 1)
    await expectKept(page)
    expect(await health()).toMatchObject({ ok: true, disk: 'has room' })

    fill()
    // Some room is left within what the database has taken: that is used up first.
    const other = await new Client(server.url).learner('Hanne Moorcroft', '5531')
    const { id } = (await other.call<{ id: number }>('POST', '/api/drawings', { plan: 1, afresh: true })).body
    const writer = 'a-writer-of-tests'
    await other.call('POST', `/api/drawings/${id}/claim`, { writer, takeOver: true })
    const samples = Array.from({ length: 40_000 }, () => Math.floor(Math.random() * 1e6) % 900)
    let last
    for (let number = 0, isFull = false; !isFull && number < 400; number++) {
      const entries = [strokeEntry({ samples, seed: number })]
      last = await other.call('POST', `/api/drawings/${id}/batches`, { number, from: number, writer, entries })
      isFull = last.status !== 200
    }
    expect(last).toMatchObject({ status: 507, code: 'disk-full' })
    expect(JSON.stringify(last!.body)).toContain('The server’s disk is full.')
    expect(await health()).toMatchObject({ ok: false, database: 'up', disk: 'full' })

    // A hand goes on drawing until the server has no room for that either.
    for (let i = 0; i < 30 && !(await page.getByText('The server’s disk is full.').count()); i++)
      await drawWithMouse(page, at, arc(500 + 10 * i, 600, 80, 50), 2 + i)
    const drawn = async () =>
      (
        await new Client(server.url)
          .learner('Morten Skeel', '2650')
          .then(who => who.call<{ entries: { type: string }[] }>('GET', `/api/drawings/${drawingNumber(page)}`))
      ).body.entries.filter(each => each.type === 'act').length
    rmSync(filler)
    await expectKept(page)
    expect(await drawn()).toBeGreaterThanOrEqual(2)
    const again = await other.call('GET', `/api/drawings/${id}`)
    expect(again.status).toBe(200)
  })
})
