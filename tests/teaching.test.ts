import type { Page } from 'playwright-core'
import { beforeAll, describe, expect, it } from 'vitest'
import type { DrawingView, FolioView, RegisterView, RoundNews, RoundView } from '#shared/views'
import { enterAsLearner, enterAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { handInKettle, openClass, type OwnClass } from './lib/class'
import { Client, plainEntries } from './lib/client'
import { openEasel } from './lib/easel'
import { expectInReach } from './lib/reach'
import { url } from './lib/world'

/** What a teacher does with a class, and a left hand at the Easel. */

const teacher = new Client(url)
let first: OwnClass
let second: OwnClass

beforeAll(async () => {
  await teacher.teacher()
  first = await openClass(url, teacher, 'The mole group', ['Ebba Strand', 'Fyfe Morrow'])
  second = await openClass(url, teacher, 'The quay group', ['Gwen Tarrock'])
})
const register = async (classId: number) => (await teacher.call<RegisterView>('GET', `/api/classes/${classId}`)).body

/** The teacher before a page, in a small window. */
async function teacherAt(path: string): Promise<{ browser: OpenedBrowser; page: Page }> {
  const browser = await openBrowser({ width: 1024, height: 768 })
  const page = browser.context.pages()[0]!
  await enterAsTeacher(page, url, { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' })
  await page.goto(url + path)
  return { browser, page }
}

const round = async (classId: number) => (await teacher.call<RoundView>('GET', `/api/classes/${classId}/round`)).body

describe('a learner who moves to another class', () => {
  it('takes the drawings, the hand-ins and the PIN along', async () => {
    const { id, name } = (await register(first.classId)).learners.find(each => each.name === 'Ebba Strand')!
    const handIn = await handInKettle(first.clients[0]!, first.plan, { seed: 5, steps: 2 })
    const drawn = (await first.clients[0]!.call<FolioView>('GET', '/api/folio')).body.plans[0]!.drawing!
    expect((await teacher.call('PUT', `/api/learners/${id}/class`, { classId: second.classId })).status).toBe(200)
    expect((await register(first.classId)).learners.map(each => each.name)).toEqual(['Fyfe Morrow'])
    expect((await register(second.classId)).learners.map(each => [each.name, each.handIns])).toContainEqual([name, 1])
    const { pin } = first.slips.slips[0]!
    expect(
      (await new Client(url).call('POST', '/api/session/learner', { code: first.slips.code, name, pin })).status,
    ).toBe(401)
    const moved = await new Client(url).learner(name, pin, second.slips.code)
    const folio = (await moved.call<FolioView>('GET', '/api/folio')).body
    expect(folio.className).toBe('The quay group')
    expect(folio.plans[0]!.drawing).toEqual(drawn)
    expect(folio.plans[0]!.handIns.map(each => each.id)).toEqual([handIn])
    expect((await moved.call<DrawingView>('GET', `/api/drawings/${drawn.id}`)).body.entries.length).toBe(drawn.position)
  })
})

describe('what a class draws today', () => {
  it('is what the teacher says, until it is taken back', async () => {
    expect((await round(first.classId)).today).toBeNull()
    expect((await teacher.call('PUT', `/api/classes/${first.classId}/today`, { plan: first.plan })).status).toBe(200)
    expect((await round(first.classId)).today).toBe(first.plan)
    await teacher.call('PUT', `/api/classes/${first.classId}/today`, { plan: null })
    expect((await round(first.classId)).today).toBeNull()
  })

  it('is a plan that the class has', async () => {
    expect(
      (await teacher.call('PUT', `/api/classes/${first.classId}/today`, { plan: 999_999 })).status,
    ).toBeGreaterThanOrEqual(400)
  })
})

describe('a left hand', () => {
  it('has the step sheet at the right, the stack and the colours at the left, on this device from now on', async () => {
    const browser = await openBrowser({ width: 1024, height: 768 })
    const page = browser.context.pages()[0]!
    const { name, pin } = first.slips.slips[1]!
    await enterAsLearner(page, url, { code: first.slips.code, name, pin })
    await openEasel(page)
    const left = async (part: string) => (await page.locator(part).first().boundingBox())!.x
    expect(await left('.stack')).toBeGreaterThan(await left('.step-sheet'))
    await page.getByRole('button', { name: 'Ways of looking' }).click()
    await page.getByLabel('I draw with my left hand').check()
    await page.keyboard.press('Escape')
    await expect.poll(async () => (await left('.stack')) < (await left('.step-sheet'))).toBe(true)
    await page.reload()
    await page.locator('.window canvas').first().waitFor()
    await page.locator('.step-sheet').waitFor()
    expect(await left('.stack')).toBeLessThan(await left('.step-sheet'))
    expect((await page.getByRole('group', { name: 'Paint box' }).boundingBox())!.x).toBeLessThan(
      (await page.getByRole('button', { name: /^Cupboard/ }).boundingBox())!.x,
    )
    await expectInReach(page, 'at the Easel for a left hand')
    await browser.close()
  })
})

describe('a learner who signs out', () => {
  it('is away in the Round at once', async () => {
    const [client] = second.clients as [Client]
    const { id } = (await client.call<{ id: number }>('POST', '/api/drawings', { plan: second.plan, afresh: true }))
      .body
    await client.call('POST', `/api/drawings/${id}/claim`, { writer: 'a-writer-of-tests', takeOver: false })
    await client.call('POST', `/api/drawings/${id}/batches`, {
      number: 0,
      from: 0,
      writer: 'a-writer-of-tests',
      entries: plainEntries(0, 3),
    })
    const stream = await teacher.stream(`/api/classes/${second.classId}/round/live`)
    const told = async () => (await stream.next<RoundNews>()).cards.find(each => each.name === 'Gwen Tarrock')
    expect(await told()).toMatchObject({ hasLeft: false, drawing: { id } })
    await client.call('DELETE', '/api/session')
    await expect.poll(told, { timeout: 20_000 }).toMatchObject({ hasLeft: true })
    stream.close()
  })
})

describe('a list whose headings nobody knows', () => {
  it('names nobody until it is said which column is what', async () => {
    const { browser, page } = await teacherAt(`/register/${first.classId}`)
    await page.getByRole('button', { name: 'Add learners' }).click()
    await page
      .getByLabel('Names, one a line')
      .fill('Course list, autumn;;\nNr;Wer;Ort\n1;Hale Penrose;Quay\n2;Iva Rook;Mole')
    await page.getByText('Which column is what?').waitFor()
    await page.getByRole('heading', { name: 'Nobody to add yet' }).waitFor()
    await page.getByLabel('Column 2 is').selectOption('name')
    await page.getByLabel('Learners from row').fill('3')
    await page.keyboard.press('Tab')
    await page.getByRole('heading', { name: '2 learners to add' }).waitFor()
    await page.getByRole('button', { name: 'Add 2 learners' }).click()
    await page.getByRole('heading', { name: /^2 slips/ }).waitFor()
    expect((await register(first.classId)).learners.map(each => each.name)).toEqual(
      expect.arrayContaining(['Hale Penrose', 'Iva Rook']),
    )
    await browser.close()
  })
})

describe('the plan editor in a small window', () => {
  it('has all of a step’s leaf in sight, none of it over the side', async () => {
    const { browser, page } = await teacherAt(`/plans/${first.plan}`)
    for (const tab of ['Words', 'Laid out', 'Look-fors', 'Going on']) {
      await page.getByRole('tab', { name: tab }).click()
      await page.getByRole('tab', { name: tab, selected: true }).waitFor()
      await expect
        .poll(
          () =>
            page
              .locator('.leaf')
              .last()
              .evaluate(each => each.scrollWidth - each.clientWidth),
          { message: tab },
        )
        .toBeLessThanOrEqual(0)
    }
    await browser.close()
  })
})
