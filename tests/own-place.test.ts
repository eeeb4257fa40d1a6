import { execFile, execFileSync, spawn, type ChildProcess } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { createConnection } from 'mariadb'
import { chromium, type Browser, type Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { KEPT, keptDrawn } from '#demo/kept'
import { planName } from '#demo/drawn'
import { arc } from '#demo/hand'
import type { SlipsView } from '#shared/views'
import { startDatabase } from '../scripts/lib/database.mjs'
import { ensureDebian } from '../scripts/lib/needs.mjs'
import { processAt } from '../scripts/lib/orphans.mjs'
import { freePort } from '../scripts/lib/ports.mjs'
import { fromRoot } from '../scripts/lib/root.mjs'
import { chromiumPath, FLAGS } from './lib/browser'
import { drawWithMouse } from './lib/draw'
import { expectAccessible, expectKept, openEasel } from './lib/easel'
import { touchOnlyWhatIsInReach } from './lib/reach'

/**
 * From a bare data folder to a class that draws: a place of one's own on a classroom's network, by TLS and by name, in
 * browsers that were told to trust it as the page says; and all of it again elsewhere, out of a backup.
 */

const NAME = 'easel.example'
const SOON = { timeout: 150_000, interval: 200 }
const MAUD = { name: 'Maud Ferris', email: 'maud@lantern.example', password: 'seven herons by the weir' }
let folder = ''
let command: ChildProcess
let said = ''
let port = 0
let trustPort = 0
let browser: Browser
let teacher: Page
let slips: SlipsView
const at = (path = '/') => `https://${NAME}:${port}${path}`
const dataFolder = () => join(folder, 'data')

beforeAll(async () => {
  await ensureDebian('certutil', ['libnss3-tools'])
  folder = mkdtempSync(join(tmpdir(), 'little-easel-own-'))
  port = await freePort(19_100)
  trustPort = await freePort(19_150)
  command = spawn(process.execPath, [fromRoot('scripts/start.mjs'), '--class', '--own'], {
    env: {
      ...process.env,
      LITTLE_EASEL_DATA: dataFolder(),
      LITTLE_EASEL_NAMES: NAME,
      LITTLE_EASEL_TRUST_PORT: String(trustPort),
      PORT: String(port),
      HOST: '',
      DATABASE_URL: '',
    },
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true,
  })
  for (const stream of [command.stdout!, command.stderr!]) stream.on('data', data => (said += String(data)))
})
afterAll(async () => {
  await browser?.close()
  command.kill('SIGKILL')
  for (const { pid } of programs()) if (processAt(pid)) process.kill(pid, 'SIGKILL')
  rmSync(folder, { recursive: true, force: true })
})

function programs(): { pid: number }[] {
  try {
    return JSON.parse(readFileSync(join(dataFolder(), 'started.json'), 'utf8')).programs
  } catch {
    return []
  }
}

/** A person with a browser of their own; of one of them the program is kept on the device, by TLS as at a school. */
async function person({ keepsProgram = false } = {}): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    reducedMotion: 'reduce',
    serviceWorkers: keepsProgram ? 'allow' : 'block',
  })
  const page = await context.newPage()
  touchOnlyWhatIsInReach(page)
  return page
}

/** Asks a route as the page's own person. */
const asks = <T>(page: Page, method: string, path: string, body?: unknown): Promise<T> =>
  page.evaluate(
    async ([how, where, given]) => {
      const answer = await fetch(where, {
        method: how,
        ...(given !== null && { body: given, headers: { 'content-type': 'application/json' } }),
      })
      if (!answer.ok) throw new Error(`${where}: ${answer.status} ${await answer.text()}`)
      return answer.json()
    },
    [method, path, body === undefined ? null : JSON.stringify(body)] as const,
  ) as Promise<T>

describe('a classroom’s network', () => {
  it('is told by the start command where to come in, how to trust it, and by which code it is set up', async () => {
    await expect.poll(() => said, SOON).toContain('Ctrl-C stops the app and its database.')
    expect(said).toContain(at('').slice(0, -1))
    expect(said).toMatch(/SHA-256 ([0-9A-F]{2}:){31}/)
    expect(said).toMatch(/with the code\s+[A-Z0-9]{4}-[A-Z0-9]{4}-[A-Z0-9]{4}/)
    // The demo, whose secrets are published, is not there.
    expect(said).not.toContain('kettle-and-lamp')
  })

  it('gets a browser that trusts it after what its page says was done, and before that none', async () => {
    const page = await (await fetch(`http://127.0.0.1:${trustPort}`)).text()
    expect(page).toContain(at('').slice(0, -1))
    const file = /href="(\/[^"]+\.crt)"/.exec(page)![1]!
    const authority = join(folder, 'authority.crt')
    execFileSync('sh', ['-c', `cat > ${authority}`], {
      input: await (await fetch(`http://127.0.0.1:${trustPort}${file}`)).text(),
    })
    const home = join(folder, 'home')
    const store = join(home, '.pki/nssdb')
    mkdirSync(store, { recursive: true })
    execFileSync('certutil', ['-d', `sql:${store}`, '-N', '--empty-password'])
    const launch = () =>
      chromium.launch({
        executablePath: chromiumPath(),
        headless: true,
        args: [...FLAGS, `--host-resolver-rules=MAP ${NAME} 127.0.0.1`],
        env: { ...process.env, HOME: home },
      })
    browser = await launch()
    const stranger = await person()
    await expect(stranger.goto(at())).rejects.toThrow('ERR_CERT_AUTHORITY_INVALID')
    await browser.close()
    execFileSync('certutil', ['-d', `sql:${store}`, '-A', '-t', 'C,,', '-n', 'easel', '-i', authority])
    browser = await launch()
    teacher = await person()
    await teacher.goto(at())
    expect(await teacher.evaluate(() => [isSecureContext, crossOriginIsolated])).toEqual([true, true])
  })
})

describe('a place of one’s own', () => {
  it('is set up from the front door by the code', async () => {
    await teacher.getByRole('link', { name: 'Set up your own' }).click()
    await teacher.getByLabel('Code', { exact: true }).fill(/code\s+([A-Z0-9-]{14})/.exec(said)![1]!.toLowerCase())
    await teacher.getByLabel('What the place is called').fill('Lantern Street evening school')
    await teacher.getByLabel('Your name').fill(MAUD.name)
    await teacher.getByLabel('E-mail').fill(MAUD.email)
    await teacher.getByRole('textbox', { name: 'Password' }).fill('maudferris1234')
    await teacher.getByText('What you and your place are called is tried first.').waitFor()
    await teacher.getByRole('textbox', { name: 'Password' }).fill(MAUD.password)
    await teacher.getByText('Holds well.').waitFor()
    await expectAccessible(teacher)
    await teacher.getByRole('button', { name: 'Set it up' }).click()
    await teacher.waitForURL('**/desk')
    await teacher.getByRole('link', { name: 'Place' }).click()
    await teacher.getByRole('heading', { name: 'Lantern Street evening school' }).waitFor()
    await teacher.getByText('made anew by itself before that').waitFor()
    await expectAccessible(teacher)
  })

  it('has a class of three with slips, each with a code that leads to the front door', async () => {
    const { plan } = await keptDrawn(fromRoot(KEPT), planName('kettle'))
    const planId = (await asks<{ id: number }>(teacher, 'POST', '/api/plans', plan)).id
    await teacher.getByRole('link', { name: 'Desk' }).click()
    await teacher
      .getByRole('button', { name: /new class/i })
      .first()
      .click()
    await teacher.getByLabel('Its name').fill('Monday beginners')
    await teacher.getByRole('button', { name: 'Open the class' }).click()
    await teacher.waitForURL('**/register/*')
    const classId = Number(new URL(teacher.url()).pathname.split('/').at(-1))
    slips = await asks<SlipsView>(teacher, 'POST', `/api/classes/${classId}/learners`, {
      learners: ['Ida Marrow', 'Jan Pettle', 'Zoë Quint'].map(name => ({ name, pin: null })),
    })
    expect(slips.slips).toHaveLength(3)
    await asks(teacher, 'POST', `/api/plans/${planId}/give`, { classId, isGiven: true })
  })
})

describe('two learners', () => {
  const learners: Page[] = []

  it('come in by the link of a slip and their PIN', async () => {
    for (const [i, { name, pin }] of slips.slips.slice(0, 2).entries()) {
      const page = await person({ keepsProgram: i === 1 })
      await page.goto(at(`/?class=${slips.code}&name=${encodeURIComponent(name)}`))
      await page.getByText('You come by a slip').waitFor()
      await page.getByLabel('PIN').fill(pin)
      await page.getByRole('button', { name: 'Come in' }).click()
      await page.waitForURL('**/folio')
      learners.push(page)
    }
  })

  it('draw, one of them without a network for a while; all of it arrives', async () => {
    const [ida, jan] = learners as [Page, Page]
    const [idas, jans] = [await openEasel(ida), await openEasel(jan)]
    await drawWithMouse(ida, idas, arc(500, 600, 90, 90), 1)
    // The browser keeps the program only where it trusts whom it comes from.
    await expect.poll(() => jan.evaluate(() => navigator.serviceWorker.controller !== null), SOON).toBe(true)
    await jan.context().setOffline(true)
    for (let i = 0; i < 3; i++) await drawWithMouse(jan, jans, arc(500 + 120 * i, 500, 60, 60), i + 2)
    const saving = jan.locator('[data-test=saving]')
    await expect.poll(() => saving.getAttribute('data-state'), SOON).toBe('away')
    await jan.context().setOffline(false)
    await expectKept(jan)
    await expectKept(ida)
    await ida.getByRole('button', { name: 'Step 4' }).click()
    await ida.getByRole('button', { name: 'Hand in' }).click()
    await ida.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click()
    const waiting = async () =>
      (await asks<{ waiting: { id: number; verification: string }[] }>(teacher, 'GET', '/api/desk')).waiting
    await expect.poll(waiting, SOON).toMatchObject([{ verification: 'matches' }])
    const { id } = (await waiting())[0]!
    await asks(teacher, 'PUT', `/api/hand-ins/${id}/answer`, {
      marks: {},
      words: 'A sure ring, Ida. It closes where it began.',
      next: 'Make the next one larger.',
      outcome: 'again',
    })
    await ida.goto(at(`/answer/${id}`))
    await ida.getByText('A sure ring, Ida.').waitFor()
  })
})

describe('a backup', () => {
  const run = promisify(execFile)
  /** A command as people give it, in a data folder. */
  const npm = async (script: string, given: string, data: string) => {
    try {
      return (
        await run(process.execPath, [fromRoot(`scripts/${script}.mjs`), given], {
          env: { ...process.env, LITTLE_EASEL_DATA: data, DATABASE_URL: '' },
        })
      ).stdout
    } catch (error) {
      return (error as { stderr: string }).stderr
    }
  }
  const elsewhere = () => join(folder, 'elsewhere')
  const whole = () => join(folder, 'whole.tar')

  /** A sum of each table that holds what people made. */
  async function sums(databaseUrl: string): Promise<Record<string, string>> {
    const { hostname: host, port: at, username: user, password, pathname } = new URL(databaseUrl)
    const connection = await createConnection({ host, port: Number(at), user, password, database: pathname.slice(1) })
    try {
      const names = await connection.query<{ name: string }[]>(
        'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() ORDER BY 1',
      )
      const found: Record<string, string> = {}
      for (const { name } of names.filter(each => !['sessions', 'doors'].includes(each.name)))
        found[name] = String((await connection.query<{ Checksum: bigint }[]>(`CHECKSUM TABLE ${name}`))[0]!.Checksum)
      return found
    } finally {
      await connection.end()
    }
  }

  it('is made while it runs, restored elsewhere, and is the same there, with its key and its authority', async () => {
    expect(await npm('backup', whole(), dataFolder())).toContain(whole())
    const before = await sums(readFileSync(join(dataFolder(), 'database-url'), 'utf8'))
    expect(await npm('restore', whole(), elsewhere())).toContain('restored')
    const database = await startDatabase(elsewhere())
    try {
      expect(await sums(database.url)).toEqual(before)
    } finally {
      await database.stop()
    }
    expect(Object.keys(before)).toEqual(expect.arrayContaining(['record_batches', 'hand_ins', 'answers', 'teachers']))
    for (const each of ['session-password', 'certificates/authority.key'])
      expect(readFileSync(join(elsewhere(), each), 'utf8')).toBe(readFileSync(join(dataFolder(), each), 'utf8'))
  })

  it('is not restored over somebody’s place, nor into one that runs, nor where it is damaged', async () => {
    expect(await npm('restore', whole(), elsewhere())).toContain('nothing was touched')
    expect(await npm('restore', whole(), dataFolder())).toContain('already runs on this data folder')
    const damaged = join(folder, 'damaged.tar')
    execFileSync('sh', ['-c', `head -c 20000 ${whole()} > ${damaged}`])
    const third = join(folder, 'third')
    expect(await npm('restore', damaged, third)).toContain('is no whole backup')
    expect(existsSync(join(third, 'session-password'))).toBe(false)
  })
})

it('the machine is looked over: what is well, and what is not with what to do', async () => {
  const look = () =>
    promisify(execFile)(process.execPath, [fromRoot('scripts/well.mjs')], {
      env: { ...process.env, LITTLE_EASEL_DATA: dataFolder() },
    }).catch((error: { stdout: string; code: number }) => error)
  const first = await look()
  expect(first.stdout).toContain('well   it runs, and answers')
  expect(first.stdout).toMatch(/well {3}the certificate is good for another 1[78]\d days/)
  // The backup was written somewhere else: the day's own is still to come.
  expect(first.stdout).toMatch(/LOOK {3}there is no backup\n\s+→ .*npm run backup/)
  expect(first).toMatchObject({ code: 1 })
})

it('whoever keeps the place and forgot their password gets a link on the machine', async () => {
  const { stdout } = await promisify(execFile)(process.execPath, [fromRoot('scripts/code.mjs')], {
    env: { ...process.env, LITTLE_EASEL_DATA: dataFolder(), DATABASE_URL: '' },
  })
  const page = await person()
  await page.goto(at(/\/invited#[\w-]{32}/.exec(stdout)![0]))
  await page.getByText('For Maud Ferris.').waitFor()
  await page.getByRole('textbox', { name: 'Password' }).fill('plum anvil otter quilt')
  await page.getByText('Holds well.').waitFor()
  await page.getByRole('button', { name: 'Come in' }).click()
  await page.waitForURL('**/desk')
  // The old one, and whoever was in with it, is out.
  await teacher.goto(at('/place'))
  await teacher.getByLabel('Class code').waitFor()
})

it('Ctrl-C ends all of it', async () => {
  const were = programs()
  command.kill('SIGINT')
  await expect.poll(() => command.exitCode, SOON).toBe(0)
  expect(were.map(each => processAt(each.pid))).toEqual([null, null])
})
