import { readFileSync } from 'node:fs'
import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readPlanFile, type Plan } from '#core/plan'
import type { PlanBookView, PlanView } from '#shared/views'
import { arc, type Point } from '#demo/hand'
import { enterAsLearner, enterAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { drawWithMouse, onPage, placeOfSheet, type Placed } from './lib/draw'
import { drawingNumber, expectAccessible, expectKept, switchTruingOff, waitForSheet } from './lib/easel'
import { url } from './lib/world'

const TEACHER = { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' }
let browser: OpenedBrowser
let page: Page
const teacher = new Client(url)
let planNumber = 0

beforeAll(async () => {
  browser = await openBrowser()
  page = browser.context.pages()[0]!
  await enterAsTeacher(page, url, TEACHER)
  await teacher.teacher()
})
afterAll(() => browser?.close())

const view = async () => (await teacher.call<PlanView>('GET', `/api/plans/${planNumber}`)).body
const plan = async () => (await view()).plan
const state = () => page.locator('[data-test=plan-state]').getAttribute('data-state')
const expectSaved = () => expect.poll(state, { timeout: 20_000 }).toBe('kept')
/** Undo and redo, merging, cutting: the plan after the work in the thread is done and saved. */
async function settled(): Promise<Plan> {
  await page.locator('.stage .work').waitFor({ state: 'hidden', timeout: 60_000 })
  await expectSaved()
  return plan()
}

describe('a lesson drawn by the teacher', () => {
  let at: Placed
  /** A new layer, once it is the live one: a hand waits for that as well. */
  async function newLayer(name: string): Promise<void> {
    await page.getByRole('button', { name: 'Lay a new sheet on the live one' }).click()
    await page.locator('.bar .live').getByText(name).waitFor()
  }

  it('begins on a sheet of its own', async () => {
    await page.getByRole('link', { name: 'Plan book' }).first().click()
    await page.getByRole('button', { name: 'Draw a new lesson' }).first().click()
    await page.getByLabel('Its name').fill('A float for the net')
    await page.getByRole('button', { name: 'Lay it out' }).click()
    await page.getByRole('heading', { name: 'Draw the lesson once' }).waitFor()
    await page.locator('.window canvas').first().waitFor()
    at = await placeOfSheet(page.locator('.window'))
    await expectAccessible(page, '.lesson')
  })

  it('is drawn with layers, tools and an undone stroke', async () => {
    const round: Point[] = arc(800, 600, 300, 300, -0.25, 0.77)
    await switchTruingOff(page)
    await page.keyboard.press('1')
    await drawWithMouse(page, at, arc(800, 600, 310, 290, 0, 1.02), 1)
    await drawWithMouse(page, at, arc(805, 596, 296, 306, 0.2, 1.25), 2)
    await newLayer('Layer 2')
    await page.keyboard.press('2')
    await drawWithMouse(page, at, arc(500, 400, 100, 100), 3)
    await page.keyboard.press('Control+z')
    await drawWithMouse(page, at, round, 4, { sway: 2 })
    await newLayer('Layer 3')
    await page.keyboard.press('4')
    await page.mouse.click(...onPage(at, [800, 600]))
    await expectKept(page)
    await expect.poll(() => page.locator('.drawn').textContent(), { timeout: 20_000 }).toMatch(/acts/)
  })

  it('can be loaded again, and goes on', async () => {
    const before = drawingNumber(page)
    await page.reload()
    await page.getByRole('heading', { name: 'Draw the lesson once' }).waitFor()
    expect(drawingNumber(page)).toBe(before)
    await expectKept(page)
  })

  it('becomes a plan: steps, tools, look-fors, pictures', async () => {
    await page.getByRole('button', { name: 'Draft the plan' }).click()
    await page.waitForURL('**/plans/*', { timeout: 60_000 })
    planNumber = drawingNumber(page)
    await page.locator('.strip li').first().waitFor()
    const drafted = await plan()
    expect(drafted.title).toBe('A float for the net')
    expect(drafted.steps).toHaveLength(3)
    expect(drafted.steps.map(step => (step.tools[0]!.kind === 'pour' ? 'pour' : step.tools[0]!.settings.tool))).toEqual(
      ['pencil', 'ink-pen', 'pour'],
    )
    expect(drafted.steps[1]!.lookFors.map(each => each.settings.measure)).toContain('closed-outline')
    expect(drafted.pictures?.map(each => each.id)).toEqual(drafted.steps.map(step => `result-${step.id}`))
    // The pencil's two rings, the outline, the pour: what was undone is not among them.
    expect(drafted.demonstration.entries.filter(each => each.type === 'act')).toHaveLength(4)
  })
})

describe('the plan editor', () => {
  it('saves titles and words by itself, with emphasis', async () => {
    await page.getByRole('button', { name: /Draw the clean lines/ }).click()
    await page.getByLabel('Title', { exact: true }).fill('One line round it')
    const words = page.getByRole('textbox', { name: 'What to do' })
    await words.click()
    await page.keyboard.press('Control+a')
    await page.keyboard.type('Go round ')
    await page.keyboard.press('Control+b')
    await page.keyboard.type('once')
    await page.keyboard.press('Control+b')
    await page.keyboard.type(', <b>slowly</b>.')
    await expectSaved()
    const step = (await plan()).steps[1]!
    expect(step.title).toBe('One line round it')
    expect(step.words).toEqual(['Go round once, <b>slowly</b>.'])
    expect(step.rich?.content[0]).toMatchObject({
      type: 'paragraph',
      content: [{ text: 'Go round ' }, { text: 'once', marks: [{ type: 'bold' }] }, { text: ', <b>slowly</b>.' }],
    })
  })

  it('shows where a look-for looks, and changes how strictly it asks', async () => {
    await page.getByRole('tab', { name: 'Look-fors' }).click()
    const first = page.locator('.look-for').filter({ has: page.locator('input[value="Closed outline"]') })
    await first.getByText(/Yours: The outline of the shape is closed/).waitFor()
    await first.hover()
    await expect.poll(() => page.locator('.stage svg path').count()).toBeGreaterThan(0)
    await first.getByRole('combobox').selectOption('gentle')
    await expectSaved()
    expect(
      (await plan()).steps[1]!.lookFors.find(each => each.settings.measure === 'closed-outline')!.settings,
    ).toMatchObject({ tolerance: 'gentle' })
  })

  it('asks for more, and for less', async () => {
    const before = (await plan()).steps[1]!.lookFors.length
    await page.getByRole('button', { name: 'Ask for more' }).click()
    await page
      .locator('.offers')
      .getByRole('button', { name: /Like the one that was shown/ })
      .click({ timeout: 60_000 })
    await expect.poll(async () => (await settled()).steps[1]!.lookFors.length).toBe(before + 1)
    await page.getByRole('button', { name: 'Do not ask for “Like the one that was shown”' }).click()
    await expectSaved()
    expect((await plan()).steps[1]!.lookFors).toHaveLength(before)
  })

  it('takes an area that is drawn on the sheet', async () => {
    const first = page.locator('.look-for').filter({ has: page.locator('input[value="Closed outline"]') })
    await first.getByRole('button', { name: 'Where' }).click()
    const box = (await page.locator('.stage svg').boundingBox())!
    const place = (x: number, y: number) =>
      page.mouse.move(box.x + (x / 1600) * box.width, box.y + (y / 1200) * box.height)
    await place(400, 200)
    await page.mouse.down()
    for (const [x, y] of [
      [1200, 210],
      [1210, 1000],
      [420, 990],
      [400, 220],
    ] as const)
      await place(x, y)
    await page.mouse.up()
    await expectSaved()
    const { settings } = (await plan()).steps[1]!.lookFors.find(each => each.settings.measure === 'closed-outline')!
    const target = (settings as { target: number[] }).target
    expect(target.length).toBeGreaterThanOrEqual(8)
    expect(Math.abs(target[0]! - 400)).toBeLessThan(6)
  })

  it('cuts a step in two, joins them again, and takes both back', async () => {
    await page.locator('.strip .choose').first().click()
    await page.getByLabel('Moment').press('ArrowLeft')
    await page.getByRole('button', { name: 'Cut here' }).click()
    await expect.poll(async () => (await settled()).steps.length, { timeout: 60_000 }).toBe(4)
    await page.getByRole('button', { name: 'Make one step of 1 and 2' }).click()
    await expect.poll(async () => (await settled()).steps.length, { timeout: 60_000 }).toBe(3)
    await page.getByRole('button', { name: 'Take back' }).click()
    await page.getByRole('button', { name: 'Take back' }).click()
    await expectSaved()
    expect((await plan()).steps.map(each => each.title)).toEqual([
      'Sketch it lightly',
      'One line round it',
      'Pour the colour',
    ])
    await expectAccessible(page)
  })

  it('says why a step can’t go elsewhere, and leaves it where it was', async () => {
    await page.locator('.strip .choose').nth(2).press('Alt+ArrowUp')
    await page
      .getByText(/“Pour the colour” can’t stand there/)
      .first()
      .waitFor({ timeout: 30_000 })
    expect((await settled()).steps.map(each => each.title)).toEqual([
      'Sketch it lightly',
      'One line round it',
      'Pour the colour',
    ])
  })

  it('keeps what is typed while the server is away', async () => {
    await page.getByRole('tab', { name: 'Words' }).click()
    await browser.context.setOffline(true)
    await page.getByLabel('A tip, if you like').fill('Turn the sheet, not the wrist.')
    await expect.poll(state, { timeout: 20_000 }).toBe('away')
    await browser.context.setOffline(false)
    await expectSaved()
    expect((await plan()).steps[0]!.tip).toBe('Turn the sheet, not the wrist.')
  })

  it('is shared as a file that gives the same plan', async () => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Share as a file' }).click(),
    ])
    expect(download.suggestedFilename()).toBe('a-float-for-the-net.easelplan.zip')
    const file = await download.path()
    expect(readPlanFile(readFileSync(file)).plan).toEqual(await plan())
    await page.goto(`${url}/plans`)
    await page
      .locator('input[type=file]')
      .setInputFiles({ name: 'a.zip', mimeType: 'application/zip', buffer: readFileSync(file) })
    // The book has it: nothing is written over, and nothing is there twice, unasked.
    await page.getByText('“A float for the net” is in your book already').waitFor()
    await page.getByRole('button', { name: 'A plan of its own' }).click()
    await page.waitForURL('**/plans/*')
    expect(drawingNumber(page)).not.toBe(planNumber)
    await page.goto(`${url}/plans`)
    await page
      .locator('input[type=file]')
      .setInputFiles({ name: 'b.zip', mimeType: 'application/zip', buffer: readFileSync(file).subarray(0, 900) })
    await page
      .getByText(/it is no zip file, or it is cut short/)
      .first()
      .waitFor()
  })
})

describe('a plan that is given to a class', () => {
  it('is given, and the class keeps its version until it is moved on', async () => {
    await page.goto(`${url}/plans/${planNumber}`)
    await page.getByRole('button', { name: 'Classes' }).click()
    const row = page.locator('.one').filter({ hasText: 'Tuesday' })
    await row.getByRole('button', { name: 'Give it' }).click()
    await row.getByText('version 1').waitFor()
    await page.getByRole('button', { name: 'Close' }).click()
    await page.getByRole('tab', { name: 'Going on' }).click()
    await page.locator('.strip .choose').first().click()
    await page.getByLabel(/When the look-fors are met/).check()
    await expectSaved()
    await expect
      .poll(async () => (await view()).classes.find(each => each.version !== null))
      .toMatchObject({ version: 1, isBehind: true })
  })

  it('is followed by a learner as it was given, who may mean something so', async () => {
    const own = await openBrowser()
    try {
      const sheet = own.context.pages()[0]!
      await enterAsLearner(sheet, url, { code: 'SLIP48', name: 'Alva Tregenna', pin: '4471' })
      await sheet
        .locator('.plan')
        .filter({ hasText: 'A float for the net' })
        .getByRole('button', { name: 'Start drawing' })
        .click()
      const at = await waitForSheet(sheet)
      await sheet.getByRole('button', { name: 'Step 2: One line round it' }).click()
      await sheet.locator('.step-sheet strong', { hasText: 'once' }).waitFor()
      await sheet.getByText('<b>slowly</b>').waitFor()
      await sheet.keyboard.press('1')
      await drawWithMouse(sheet, at, arc(800, 600, 300, 300, 0, 0.9), 5)
      await sheet.getByRole('button', { name: 'Look at my step' }).click()
      const mean = sheet.getByRole('button', { name: 'Closed outline: I meant it so' })
      await mean.click()
      await sheet.getByText('Kept: your teacher sees that you meant it so.').waitFor()
      await expectKept(sheet)
      const number = drawingNumber(sheet)
      await expect
        .poll(async () =>
          (
            await teacher.call<{ entries: { type: string; isMeant?: boolean }[] }>('GET', `/api/drawings/${number}`)
          ).body.entries
            .filter(each => each.type === 'meant')
            .map(each => each.isMeant),
        )
        .toEqual([true])
      // What was meant is still so after the page was loaded again.
      await sheet.reload()
      await waitForSheet(sheet)
      await sheet.getByRole('button', { name: 'Look at my step' }).click()
      await sheet.locator('.others summary').click()
      await sheet.getByText('You meant it so; your teacher sees that.').first().waitFor()
      // A prepared sheet holds what the teacher drew before this step.
      await sheet.getByText('What often happens').click()
      await sheet.getByRole('button', { name: 'Open a prepared sheet at this step' }).click()
      await sheet.getByRole('button', { name: 'Open it' }).click()
      await expect.poll(() => drawingNumber(sheet)).not.toBe(number)
      await waitForSheet(sheet)
      await sheet.getByRole('heading', { name: 'One line round it' }).waitFor()
      await expectKept(sheet)
      const fresh = (
        await teacher.call<{ entries: { type: string }[] }>('GET', `/api/drawings/${drawingNumber(sheet)}`)
      ).body.entries
      expect(fresh.filter(each => each.type === 'prepare').length).toBeGreaterThanOrEqual(3)
    } finally {
      await own.close()
    }
  })

  it('moves the class on', async () => {
    await page.getByRole('button', { name: 'Classes' }).click()
    await page.locator('.one').filter({ hasText: 'Tuesday' }).getByRole('button', { name: 'Move on' }).click()
    await expect
      .poll(async () => (await view()).classes.find(each => each.version !== null))
      .toMatchObject({ version: 2, isBehind: false })
    await page.getByRole('button', { name: 'Close' }).click()
  })

  it('is tried by the teacher as a learner', async () => {
    await page.getByRole('button', { name: 'Try it as a learner' }).click()
    await waitForSheet(page)
    await page.getByRole('button', { name: 'Play the ghost' }).waitFor()
    await page.getByRole('button', { name: 'Go on anyway' }).click()
    await page.getByRole('heading', { name: 'One line round it' }).waitFor()
    await page.getByRole('link', { name: 'Back to the plan' }).click()
    await page.waitForURL(`**/plans/${planNumber}`)
  })

  it('gets a step that was drawn again', async () => {
    const before = await plan()
    await page.locator('.strip .choose').nth(1).click()
    await page.getByRole('button', { name: 'Draw it again' }).click()
    await page.getByRole('heading', { name: 'One line round it' }).waitFor()
    await page.locator('.window canvas').first().waitFor()
    const at = await placeOfSheet(page.locator('.window'))
    await page.keyboard.press('1')
    await drawWithMouse(page, at, arc(800, 600, 330, 330, -0.25, 0.78), 7, { sway: 2 })
    await expectKept(page)
    await page.getByRole('button', { name: 'Put it into the plan' }).click()
    await page.waitForURL('**/plans/*', { timeout: 60_000 })
    const after = await plan()
    expect(after.steps.map(each => each.title)).toEqual(before.steps.map(each => each.title))
    expect(after.demonstration.entries.length).toBe(before.demonstration.entries.length)
    expect(JSON.stringify(after.demonstration)).not.toBe(JSON.stringify(before.demonstration))
    expect(after.pictures!.find(each => each.id === 'result-step-2')!.base64).not.toBe(
      before.pictures!.find(each => each.id === 'result-step-2')!.base64,
    )
  })

  it('has a step that waits until the teacher opens the next one', async () => {
    await page.getByRole('tab', { name: 'Going on' }).click()
    await page.locator('.strip .choose').first().click()
    await page.getByLabel(/When you open the next step/).check()
    await expectSaved()
    await page.getByRole('button', { name: 'Classes' }).click()
    const row = page.locator('.one').filter({ hasText: 'Tuesday' })
    await row.getByRole('button', { name: 'Move on' }).click()
    await expect
      .poll(async () => (await view()).classes.find(each => each.version !== null))
      .toMatchObject({ version: 3, isBehind: false })
    const own = await openBrowser()
    try {
      const sheet = own.context.pages()[0]!
      await enterAsLearner(sheet, url, { code: 'SLIP48', name: 'Benno Hask', pin: '2208' })
      await sheet
        .locator('.plan')
        .filter({ hasText: 'A float for the net' })
        .getByRole('button', { name: 'Start drawing' })
        .click()
      await waitForSheet(sheet)
      await sheet.getByText('Your teacher opens the next step for everyone.').waitFor()
      expect(await sheet.getByRole('button', { name: 'Wait a moment' }).isDisabled()).toBe(true)
      expect(await sheet.getByRole('button', { name: 'Step 2: One line round it' }).isDisabled()).toBe(true)
      await row.getByLabel('step 2 is open').check()
      await expect.poll(async () => (await view()).classes.find(each => each.version !== null)!.opened.length).toBe(1)
      await sheet.getByRole('button', { name: 'Next step' }).click()
      await sheet.getByRole('heading', { name: 'One line round it' }).waitFor()
    } finally {
      await own.close()
    }
    await page.getByRole('button', { name: 'Close' }).click()
  })
})

describe('the Plan book', () => {
  it('finds plans, copies them, and puts them into the archive and back', async () => {
    await page.goto(`${url}/plans`)
    await page.getByLabel('Search the plans').fill('float net')
    await expect.poll(() => page.locator('article.plan').count()).toBe(2)
    await page.getByLabel('Search the plans').fill('zebra')
    await page.getByText('No plan is like that.').waitFor()
    await page.getByRole('button', { name: 'Show all' }).click()
    await page.getByRole('button', { name: 'Copy The tin kettle' }).click()
    await page.getByRole('heading', { name: 'The tin kettle, again' }).waitFor()
    await page.getByRole('button', { name: 'Put The tin kettle, again into the archive' }).click()
    await expect.poll(() => page.getByRole('heading', { name: 'The tin kettle, again' }).count()).toBe(0)
    await page.getByRole('button', { name: 'Archive (1)' }).click()
    await page.getByRole('button', { name: 'Take The tin kettle, again out of the archive' }).click()
    await expect
      .poll(async () =>
        (await teacher.call<PlanBookView>('GET', '/api/plans')).body.plans.filter(each => each.isArchived),
      )
      .toEqual([])
    await expectAccessible(page)
  })
})

describe('what a plan may not be', () => {
  const save = async (changes: object, revision?: number) =>
    teacher.call('PUT', `/api/plans/${planNumber}`, { revision: revision ?? (await view()).revision, plan: changes })

  it.each<[string, (now: Plan) => object, RegExp]>([
    ['without a step', () => ({ steps: [] }), /steps: a plan needs a step/],
    [
      'with words that are no words',
      now => ({
        steps: now.steps.map(each => ({
          ...each,
          rich: { type: 'doc', content: [{ type: 'script', text: 'alert(1)' }] },
        })),
      }),
      /steps\.0\.rich/,
    ],
    [
      'with a look-for without a place',
      now => ({
        steps: now.steps.map(each => ({
          ...each,
          lookFors: [
            {
              id: 'x',
              title: 'x',
              settings: { measure: 'steady-line', layer: 'a', what: 'it', tolerance: 'standard' },
            },
          ],
        })),
      }),
      /steps\.0\.lookFors\.0/,
    ],
    ['with a field that there is not', () => ({ price: 12 }), /price/],
  ])('%s is refused and nothing is stored', async (_what, changes, why) => {
    const before = await view()
    const answer = await save(changes(before.plan))
    expect(answer.status).toBe(422)
    expect(JSON.stringify(answer.body)).toMatch(why)
    expect(await view()).toEqual(before)
  })

  it('is not written over by someone who saw an older one', async () => {
    const answer = await save({ title: 'Mine' }, 1)
    expect(answer.status).toBe(409)
    expect((await plan()).title).not.toBe('Mine')
  })
})
