import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { DeskView, RegisterView } from '#shared/views'
import { openLooker, type Looker } from './lib/access'
import { enterAsTeacher } from './lib/browser'
import { Client } from './lib/client'
import { connectToDatabase, url } from './lib/world'

const ORLA = { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' }

/** Every view of a teacher's, its dialogs, menus and cards, in three lights and at three sizes: axe finds nothing. */

it('finds nothing at the front door', async () => {
  const guest = await openLooker()
  await guest.visit('/', '.door')
  expect(await guest.look('the front door')).toBeGreaterThan(2)
  await guest.page.getByRole('tab', { name: 'I teach' }).click()
  await guest.look('the front door for teachers')
  await guest.page.getByRole('button', { name: 'I forgot my password' }).click()
  await guest.look('a forgotten password')
  await guest.visit('/what-is-kept', 'table')
  await guest.look('what is kept')
  await guest.visit('/set-up', 'form')
  await guest.look('setting up a place')
  await guest.visit('/nothing-is-here', 'h1')
  await guest.look('a page that is not there')
  await guest.browser.close()
  expect(guest.found).toEqual([])
})

describe('a teacher', () => {
  let orla: Looker
  let desk: DeskView
  let mural = 0

  beforeAll(async () => {
    orla = await openLooker()
    // As if she had set up the place.
    const database = await connectToDatabase()
    await database.query(`UPDATE place SET name = 'Saltmarsh hall', language = 'en-GB', time_zone = 'Europe/London',
      set_up_at = NOW(3), keeper_id = (SELECT id FROM teachers)`)
    await database.end()
    await enterAsTeacher(orla.page, url, ORLA)
    const client = await new Client(url).teacher()
    desk = (await client.call<DeskView>('GET', '/api/desk')).body
    const drawn = desk.classes.map(each => client.call<RegisterView>('GET', `/api/classes/${each.id}`))
    mural = (await Promise.all(drawn)).flatMap(each => each.body.murals)[0]!.id
  })
  afterAll(() => orla.browser.close())

  const classId = () => desk.classes.find(each => each.code === 'KETTLE7')!.id
  const views: readonly (readonly [name: string, path: () => string, ready: string, dialogs?: readonly string[]])[] = [
    ['the desk', () => '/desk', 'h1', ['New class', 'From the school’s lists']],
    ['the Plan book', () => '/plans', 'h1'],
    ['the register', () => `/register/${classId()}`, 'table', ['Add learners', 'Give a plan']],
    ['the Round', () => `/round/${classId()}`, 'h1'],
    ['the Table', () => `/table/${classId()}`, 'h1'],
    ['pages on paper', () => `/paper/${classId()}`, 'h1'],
    ['the Wall', () => `/wall/${classId()}`, 'h1'],
    ['progress', () => `/progress/${classId()}`, 'h1', ['For the school']],
    ['the crit', () => `/crit/${desk.waiting[0]!.id}`, '.window canvas'],
    [
      'a plan',
      () => `/plans/${desk.plans.find(each => each.title === 'The tin kettle')!.id}`,
      '[role=tab]',
      ['Classes'],
    ],
    ['warm-ups', () => '/warm-ups', 'h1'],
    ['a new mural', () => `/murals/new?class=${classId()}`, 'h1'],
    ['a mural', () => `/murals/${mural}`, '.columns'],
    ['the account', () => '/signed-in', 'form'],
    ['the place', () => '/place', '.people'],
    ['what happened', () => `/happened/${classId()}`, 'h1'],
  ]

  for (const [name, path, ready, dialogs = []] of views)
    it(name, async () => {
      const before = orla.found.length
      await orla.visit(path(), ready)
      await orla.look(name)
      await orla.lookIntoAll(name)
      for (const dialog of dialogs) {
        const opener = orla.page.getByRole('button', { name: dialog }).first()
        await orla.lookAtCard(`${name}, “${dialog}”`, () => opener.click())
      }
      expect(orla.found.slice(before)).toEqual([])
    })

  it('the try of a plan', async () => {
    const before = orla.found.length
    const plan = desk.plans.find(each => each.title === 'The tin kettle')!.id
    await orla.visit(`/plans/${plan}`, '[role=tab]')
    await orla.page.getByRole('button', { name: 'Try it as a learner' }).click()
    await orla.page.locator('.step-sheet').waitFor()
    await orla.page.locator('.window canvas').first().waitFor()
    await orla.look('the try of a plan')
    expect(orla.found.slice(before)).toEqual([])
  })

  it('finds the focus in a dialog, keeps it there, and has it back', async () => {
    const { page } = orla
    await orla.visit('/desk', 'h1')
    const opener = page.getByRole('button', { name: 'New class' })
    await opener.click()
    const dialog = page.getByRole('dialog', { name: 'A new class' })
    await dialog.waitFor()
    const isInside = () => dialog.evaluate(each => each.contains(document.activeElement))
    await expect
      .poll(() =>
        dialog
          .locator('input')
          .first()
          .evaluate(each => each === document.activeElement),
      )
      .toBe(true)
    for (let i = 0; i < 8; i++) {
      await page.keyboard.press(i < 5 ? 'Tab' : 'Shift+Tab')
      expect(await isInside(), `after ${i + 1} times Tab`).toBe(true)
    }
    await page.keyboard.press('Escape')
    await expect.poll(() => opener.evaluate(each => each === document.activeElement)).toBe(true)
  })

  it('begins at the heading of the page that they go to, and reads its name in the window', async () => {
    const { page } = orla
    await orla.visit('/desk', 'h1')
    expect(await page.title()).toBe('Desk · Little Easel')
    // Whoever loads a page has the focus where the browser puts it.
    expect(await page.locator('h1').evaluate(each => each === document.activeElement)).toBe(false)
    await page.getByRole('link', { name: 'Plan book' }).first().click()
    await expect.poll(() => page.title()).toBe('Plan book · Little Easel')
    await expect.poll(() => page.locator('h1').evaluate(each => each === document.activeElement)).toBe(true)
  })
})
