import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { loadKernels } from '#core/kernels'
import { BEGINNERS_HAND } from '#demo/hand'
import { drawKettle, type Attempt } from '#demo/kettle'
import type { WallView } from '#shared/wall'
import type { FolioView, HandInView, TableView } from '#shared/views'
import type { Finding } from '#core/lookfor'
import { paperLink } from '../app/roster/paper-link'
import { enterAsLearner, enterAsTeacher } from './lib/browser'
import { examined, openClass, type OwnClass } from './lib/class'
import { Client } from './lib/client'
import { restingBox } from './lib/draw'
import { expectAccessible } from './lib/easel'
import { photographOf } from './lib/photographs'
import { expectInReach } from './lib/reach'
import { openWalker, type Walker } from './lib/reach-walk'
import { url } from './lib/world'

/** A class without devices draws on printed sheets; its teacher takes the stack in. A learner hands a page in alone. */

const NAMES = ['Ottoline Marsh', 'Perrin Stave', 'Sunniva Loft', 'Quill Harrow']
const teacher = new Client(url)
let own: OwnClass
let walker: Walker
let page: Page

const attempt = (seed: number, more: Partial<Attempt> = {}) =>
  drawKettle(loadKernels(), { seed, steps: 3, hand: BEGINNERS_HAND, ...more }).engine.drawing
const linkOf = (i: number) => paperLink(url, { classId: own.classId, plan: own.plan, learner: own.slips.slips[i]!.id })
const lines = () => page.locator('[data-test=page]')
const line = (name: string) => lines().filter({ has: page.getByRole('img', { name: `The page ${name}` }) })
async function stackWith(files: { name: string; buffer: Buffer }[]): Promise<void> {
  await page.getByLabel('Picture files').setInputFiles(files.map(each => ({ ...each, mimeType: 'image/jpeg' })))
}
const tableRows = async () =>
  (await teacher.call<TableView>('GET', `/api/classes/${own.classId}/table?plan=${own.plan}`)).body.rows
async function handInOf(name: string): Promise<HandInView> {
  const row = (await tableRows()).find(each => each.learner.name === name)!
  await examined(teacher, [row.handIn!.id])
  return (await teacher.call<HandInView>('GET', `/api/hand-ins/${row.handIn!.id}`)).body
}
const found = ({ findings, plan }: HandInView, measure: string): Finding[] => {
  const ids = plan.steps.flatMap(each => each.lookFors.filter(one => one.settings.measure === measure))
  return findings.flatMap(each => each.findings).filter(each => ids.some(one => one.id === each.lookFor))
}

beforeAll(async () => {
  await teacher.teacher()
  own = await openClass(url, teacher, 'Paper afternoon', NAMES)
  walker = await openWalker()
  page = walker.page
})
afterAll(() => walker.browser.close())

describe('a class that draws on paper', () => {
  it('prints its sheets', async () => {
    await enterAsTeacher(page, url, { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' })
    await page.goto(`${url}/table/${own.classId}?plan=${own.plan}`)
    await page.getByRole('link', { name: 'On paper …' }).click()
    await page.getByRole('heading', { name: 'On paper: Paper afternoon' }).waitFor()
    await expectAccessible(page)
    await walker.inEveryWindow('on paper', where => expectInReach(page, `on ${where}`))
    const saved = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Sheets to print (PDF)' }).click()
    expect((await saved).suggestedFilename()).toMatch(/on-paper\.pdf$/)
  })

  it('has its stack told apart, whichever way up the pages lie', async () => {
    await stackWith([
      { name: '1.jpg', buffer: await photographOf(attempt(3), { seed: 1, turned: 2, says: linkOf(0) }) },
      {
        name: '2.jpg',
        buffer: await photographOf(attempt(5, { faults: { gap: 14 } }), { seed: 2, says: linkOf(1) }),
      },
      { name: '3.jpg', buffer: await photographOf(attempt(7, { steps: 2 }), { seed: 3, turned: 1, says: null }) },
    ])
    await line(NAMES[0]!).getByText('its frame was found').waitFor({ timeout: 60_000 })
    await line(NAMES[1]!).getByText('its frame was found').waitFor({ timeout: 60_000 })
    // Nobody's, until it is said whose it is.
    const third = line('“3.jpg”')
    await third.getByText('No code was read').waitFor({ timeout: 60_000 })
    await page.getByRole('button', { name: 'Hand in 2 pages' }).waitFor()
    await third.getByLabel('Whose it is').selectOption({ label: NAMES[1]! })
    // Two of one learner: neither goes before one is left out, or is somebody else's.
    await page.getByRole('button', { name: 'Hand in 1 page' }).waitFor()
    await line(NAMES[1]!).last().getByLabel('Whose it is').selectOption({ label: NAMES[2]! })
    await page.getByRole('button', { name: 'Hand in 3 pages' }).waitFor()
    await expectAccessible(page)
    await walker.inEveryWindow('the stack', where => expectInReach(page, `on ${where}`))
  })

  it('has corners pulled and pages turned by hand', async () => {
    const third = line(NAMES[2]!)
    await third.getByRole('button', { name: /^Corners/ }).click()
    const dialog = page.getByRole('dialog', { name: 'The corners of the page' })
    await restingBox(dialog.getByRole('button', { name: /^Top left corner/ }))
    await expectAccessible(page, '[role=dialog]')
    await dialog.getByRole('button', { name: /^Top left corner/ }).focus()
    await page.keyboard.press('Shift+ArrowRight')
    await dialog.getByRole('button', { name: 'Straighten it' }).click()
    await third.getByText('straight', { exact: true }).waitFor({ timeout: 30_000 })
    const canvas = third.getByRole('img')
    const before = await canvas.evaluate(each => (each as HTMLCanvasElement).width)
    await third.getByRole('button', { name: /^Turn/ }).click()
    await expect
      .poll(() => canvas.evaluate(each => (each as HTMLCanvasElement).width), { timeout: 30_000 })
      .not.toBe(before)
  })

  it('is handed in: look-fors measure what the pages show, and say what paper does not tell', async () => {
    await page.getByRole('button', { name: 'Hand in 3 pages' }).click()
    await page.getByText(/photographs · 3 handed in/).waitFor({ timeout: 90_000 })
    expect(
      (await tableRows())
        .filter(each => each.handIn)
        .map(each => each.learner.name)
        .sort(),
    ).toEqual(NAMES.slice(0, 3).sort())
    const good = await handInOf(NAMES[0]!)
    expect(good).toMatchObject({ onPaper: true, verification: 'matches' })
    expect(good.hash).toMatch(/^[0-9a-f]{64}$/)
    expect(found(good, 'closed-outline')[0]).toMatchObject({ verdict: 'met' })
    const [gap] = found(await handInOf(NAMES[1]!), 'closed-outline')
    expect(gap!.verdict).not.toBe('met')
    expect(gap!.figure!.value).toBeGreaterThan(6)
    expect(gap!.figure!.value).toBeLessThan(24)
    for (const measure of ['right-layer', 'tools-used'])
      for (const each of found(good, measure)) {
        expect(each.verdict).toBe('cant-tell')
        expect(each.sentence).toContain('Paper does not tell')
      }
    await page.getByRole('link', { name: 'To the crit' }).first().click()
    await page.locator('[data-test=seal]').getByText('drawn on paper').waitFor()
    await page.getByText('there is no making to be played').waitFor()
    expect(good.measures!.painted).toBeGreaterThan(0.02)
    expect(good.measures!.painted).toBeLessThan(0.9)
  })

  it('is answered as any other hand-in', async () => {
    const { id } = await handInOf(NAMES[0]!)
    const answer = { words: 'A calm line.', next: 'Shade it.', outcome: 'accepted', marks: {}, pins: [], sketch: null }
    const { status } = await teacher.call('PUT', `/api/hand-ins/${id}/answer`, answer)
    expect(status).toBe(200)
    const folio = (await own.clients[0]!.call<FolioView>('GET', '/api/folio')).body
    const plan = folio.plans.find(each => each.id === own.plan)!
    expect(plan.handIns[0]).toMatchObject({ state: 'accepted', answer: { words: 'A calm line.' } })
    // It is no drawing that one goes on with by the way.
    expect(plan.drawing).toBeNull()
    expect(plan.others).toHaveLength(1)
  })

  it('hangs on the Wall as any other, with its picture', async () => {
    const { id } = await handInOf(NAMES[0]!)
    const [his] = own.clients as [Client]
    expect((await his.call('POST', `/api/hand-ins/${id}/wall`, { title: 'From my table', isNamed: true })).status).toBe(
      200,
    )
    const works = async () => (await teacher.call<WallView>('GET', `/api/classes/${own.classId}/wall`)).body.works
    const [work] = await works()
    expect(work).toMatchObject({ title: 'From my table', state: 'offered' })
    expect((await teacher.call('PUT', `/api/wall/${work!.id}`, { state: 'up' })).status).toBe(200)
    await page.goto(`${url}/wall/${own.classId}`)
    await page.getByText('From my table').first().waitFor()
    const picture = await page.request.get(`${url}/api/wall/${work!.id}/picture?size=card`)
    expect([picture.status(), picture.headers()['content-type']]).toEqual([200, 'image/webp'])
  })
})

describe('a learner with a telephone', () => {
  it('hands a page in from the folio', async () => {
    const { name, pin } = own.slips.slips[3]!
    await enterAsLearner(page, url, { code: own.slips.code, name, pin })
    await page.goto(`${url}/folio`)
    await page.getByRole('button', { name: 'Hand in The tin kettle from paper' }).click()
    const dialog = page.getByRole('dialog', { name: /drawn on paper/ })
    const buffer = await photographOf(attempt(11), { seed: 4, says: linkOf(3) })
    await dialog.getByLabel('Picture files').setInputFiles([{ name: 'page.jpg', mimeType: 'image/jpeg', buffer }])
    await dialog.getByText('The frame of the sheet was found').waitFor({ timeout: 60_000 })
    await dialog.getByLabel('A word to your teacher').fill('At the kitchen table.')
    await expectAccessible(page, '[role=dialog]')
    await walker.inEveryWindow('a page in hand', where => expectInReach(page, `on ${where}`))
    await dialog.getByRole('button', { name: 'Hand in', exact: true }).click()
    await page.getByText('It lies on your teacher’s desk.').waitFor({ timeout: 60_000 })
    const view = await handInOf(name)
    expect(view).toMatchObject({ onPaper: true, note: 'At the kitchen table.', verification: 'matches' })
    expect(found(view, 'closed-outline')[0]).toMatchObject({ verdict: 'met' })
  })
})

describe('who may hand a page in', () => {
  const page = { lines: 30, marks: 10 }
  const picture = { hash: 'd'.repeat(64), width: 40, height: 30 }
  const given = (more: object) => ({ plan: own.plan, picture, page, note: '', key: 'a-key-of-tests', ...more })

  it('is asked for a picture that is here, and for a learner of one’s own', async () => {
    const [learner, other] = own.slips.slips
    const call = (client: Client, more: object) => client.call('POST', '/api/paper-hand-ins', given(more))
    expect(await call(teacher, { learner: learner!.id })).toMatchObject({ status: 409, code: 'picture-missing' })
    expect(await call(teacher, {})).toMatchObject({ status: 422 })
    expect(await call(teacher, { learner: 999_999 })).toMatchObject({ status: 404 })
    expect(await call(own.clients[0]!, { learner: other!.id })).toMatchObject({ status: 403, code: 'not-yours' })
    expect(await call(own.clients[0]!, { plan: 999_999 })).toMatchObject({ status: 404 })
    expect(await call(new Client(url), {})).toMatchObject({ status: 401 })
  })
})
