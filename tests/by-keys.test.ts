import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Locator, Page } from 'playwright-core'
import type { DeskView } from '#shared/views'
import { enterAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { untilNothingMoves } from './lib/easel'
import { url } from './lib/world'

/** A lesson, a crit and a register without a pointer: all but the act of drawing is done by keys alone. */

const ORLA = { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' }
const MORTEN = { code: 'KETTLE7', name: 'Morten Skeel', pin: '2650' }

let learner: OpenedBrowser
let teacher: OpenedBrowser
const pageOf = ({ context }: OpenedBrowser) => context.pages()[0]!

const hasFocus = (wanted: Locator) => wanted.evaluate(each => each === document.activeElement)
/** Whoever has no pointer presses Tab until they are there. Answers how often. */
async function tabTo(page: Page, wanted: Locator, most = 120): Promise<number> {
  await wanted.waitFor()
  await untilNothingMoves(page)
  for (let count = 1; count <= most; count++) {
    await page.keyboard.press('Tab')
    if (await hasFocus(wanted)) return count
  }
  throw new Error(`${String(wanted)} is not come to with ${most} times Tab`)
}
const press = async (page: Page, wanted: Locator) => {
  await tabTo(page, wanted)
  await page.keyboard.press('Enter')
}
const told = (page: Page) => page.locator('[data-test=told]').textContent()

beforeAll(async () => {
  ;[learner, teacher] = await Promise.all([openBrowser(), openBrowser()])
})
afterAll(async () => {
  await learner?.close()
  await teacher?.close()
})

describe('a learner by keys', () => {
  it('comes in and begins at the folio’s heading', async () => {
    const page = pageOf(learner)
    await page.goto(url)
    await tabTo(page, page.getByLabel('Class code'))
    await page.keyboard.type(MORTEN.code)
    await tabTo(page, page.getByLabel('Your name'))
    await page.keyboard.type(MORTEN.name)
    await tabTo(page, page.getByLabel('PIN'))
    await page.keyboard.type(MORTEN.pin)
    await page.keyboard.press('Enter')
    await page.waitForURL('**/folio')
    const heading = page.getByRole('heading', { level: 1 })
    await heading.waitFor()
    await expect.poll(() => hasFocus(heading)).toBe(true)
    expect(await heading.ariaSnapshot()).toBe('- heading "Morten Skeel’s folio" [level=1]')
  })

  it('opens the plan, and goes from step to step at their headings', async () => {
    const page = pageOf(learner)
    await press(page, page.getByRole('button', { name: 'Start drawing' }).first())
    const sheet = page.locator('.step-sheet')
    await sheet.waitFor()
    await press(page, page.getByRole('button', { name: 'Next step' }))
    const heading = sheet.getByRole('heading', { level: 2 })
    await expect.poll(() => heading.textContent()).toBe('One clean line round it')
    await expect.poll(() => hasFocus(heading)).toBe(true)
    expect(await sheet.ariaSnapshot()).toContain('- heading "One clean line round it" [level=2]')
  })

  it('is told what a look has found, the same again as well', async () => {
    const page = pageOf(learner)
    const look = page.getByRole('button', { name: 'Look at my step' })
    await press(page, look)
    await expect.poll(() => told(page)).toMatch(/^\d of \d there\. Closed outline: /)
    const before = await told(page)
    await page.evaluate(() => (document.querySelector('[data-test=told]')!.textContent = ''))
    expect(await hasFocus(look)).toBe(true)
    await page.keyboard.press('Enter')
    await expect.poll(() => told(page)).toBe(before)
  })

  it('hands in with a word, is told so, and is back at what opened the card', async () => {
    const page = pageOf(learner)
    await press(page, page.getByRole('button', { name: /^Step 4/ }))
    const opener = page.locator('.step-sheet').getByRole('button', { name: 'Hand in' })
    await press(page, opener)
    const dialog = page.getByRole('dialog')
    const note = dialog.getByLabel('A word to your teacher, if you like')
    await note.waitFor()
    await expect.poll(() => hasFocus(note)).toBe(true)
    await page.keyboard.type('By keys alone: x, z and g are letters here.')
    await press(page, dialog.getByRole('button', { name: 'Hand in' }))
    await expect.poll(() => told(page), { timeout: 30_000 }).toBe('Handed in.')
    await page.keyboard.press('Escape')
    await expect.poll(() => hasFocus(opener)).toBe(true)
  })
})

describe('a teacher by keys', () => {
  it('opens what waits, pins a comment and returns it', async () => {
    const page = pageOf(teacher)
    await enterAsTeacher(page, url, ORLA)
    await press(page, page.getByRole('link', { name: /Ceri Plumtree/ }))
    await page.locator('.crit .window canvas').first().waitFor()
    await press(page, page.getByRole('button', { name: 'Comment', exact: true }))
    const needle = page.getByRole('slider', { name: /^Where the comment goes/ })
    await expect.poll(() => hasFocus(needle)).toBe(true)
    expect(await needle.getAttribute('aria-valuetext')).toBe('50 % across, 50 % down')
    await page.keyboard.press('Shift+ArrowRight')
    await page.keyboard.press('ArrowUp')
    expect(await needle.getAttribute('aria-valuetext')).toBe('60 % across, 49 % down')
    await page.keyboard.press('Enter')
    const words = page.getByLabel('A comment at this place')
    await expect.poll(() => hasFocus(words)).toBe(true)
    await page.keyboard.type('Here the edge is soft: x, z, v.')
    await press(page, page.getByRole('button', { name: 'Pin it' }))
    await page.getByRole('button', { name: 'Comment 1: Here the edge is soft: x, z, v.' }).waitFor()
    expect(await page.getByRole('button', { name: 'Values', pressed: true }).count()).toBe(0)
    await press(page, page.getByRole('button', { name: 'Mark as measured' }))
    await tabTo(page, page.getByLabel('Your words'))
    await page.keyboard.type('A calm line, Ceri.')
    await press(page, page.getByRole('button', { name: 'Return to draw on' }))
    await page.getByText('Returned to Ceri Plumtree.').waitFor()
  })

  it('adds a learner to the register', async () => {
    const page = pageOf(teacher)
    const desk = (await (await new Client(url).teacher()).call<DeskView>('GET', '/api/desk')).body
    const classId = desk.classes.find(each => each.code === 'KETTLE7')!.id
    await page.goto(`${url}/register/${classId}`)
    await press(page, page.getByRole('button', { name: 'Add learners' }))
    const names = page.getByLabel('Names, one a line')
    await expect.poll(() => hasFocus(names)).toBe(true)
    await page.keyboard.type('Wren Haddow')
    const add = page.getByRole('button', { name: /^Add (one|1) learner|^Add them|^Add$/ })
    await press(page, add)
    await page.getByRole('heading', { name: /^A slip for/ }).waitFor()
    expect(await page.getByRole('dialog').ariaSnapshot()).toContain('Wren Haddow')
  })
})
