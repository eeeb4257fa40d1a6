import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { DeskView } from '#shared/views'
import { enterAsTeacher } from './lib/browser'
import { Client } from './lib/client'
import { untilNothingMoves } from './lib/easel'
import { expectInReach } from './lib/reach'
import { openWalker, walkThrough, type Walker } from './lib/reach-walk'
import { connectToDatabase, url } from './lib/world'

const ORLA = { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' }

/** What a teacher is offered can be reached by hand, on a desk, on a tablet, zoomed and with large letters. */

describe('the front door', () => {
  it('offers all within reach', async () => {
    const guest = await openWalker()
    await guest.visit('/', '.door')
    await guest.inEveryWindow('the front door', where => expectInReach(guest.page, `on ${where}`))
    await guest.page.getByRole('tab', { name: 'I teach' }).click()
    await guest.inEveryWindow('the front door for teachers', where => expectInReach(guest.page, `on ${where}`))
    await guest.visit('/what-is-kept', 'table')
    await guest.inEveryWindow('what is kept', where => expectInReach(guest.page, `on ${where}`))
    await guest.visit('/set-up', 'form')
    await guest.inEveryWindow('setting up a place', where => expectInReach(guest.page, `on ${where}`))
    await guest.browser.close()
  })
})

describe('a teacher’s pages', () => {
  let teacher: Walker
  let desk: DeskView

  beforeAll(async () => {
    teacher = await openWalker()
    // As if she had set up the place.
    const database = await connectToDatabase()
    await database.query(`UPDATE place SET name = 'Saltmarsh hall', language = 'en-GB', time_zone = 'Europe/London',
      set_up_at = NOW(3), keeper_id = (SELECT id FROM teachers)`)
    await database.end()
    await enterAsTeacher(teacher.page, url, ORLA)
    desk = (await (await new Client(url).teacher()).call<DeskView>('GET', '/api/desk')).body
  })
  afterAll(() => teacher.browser.close())

  it('offer all within reach', async () => {
    const classId = desk.classes.find(each => each.code === 'KETTLE7')!.id
    const withWarmUps = desk.classes.find(each => each.code === 'SLIP48')!.id
    const cards = await walkThrough(teacher, [
      ['the desk', '/desk', 'h1'],
      ['the Plan book', '/plans', 'h1'],
      ['the register', `/register/${classId}`, 'table'],
      ['the Round', `/round/${classId}`, 'h1'],
      ['the Table', `/table/${classId}`, 'h1'],
      ['pages on paper', `/paper/${classId}`, 'h1'],
      ['the Wall', `/wall/${classId}`, 'h1'],
      ['progress', `/progress/${classId}`, 'h1'],
      ['the crit', `/crit/${desk.waiting[0]!.id}`, '.window canvas'],
      ['warm-ups', '/warm-ups', 'h1'],
      ['warm-ups of a class', `/warm-ups/class/${withWarmUps}`, 'table'],
      ['a new mural', `/murals/new?class=${classId}`, 'h1'],
      ['the account', '/signed-in', 'form'],
      ['the place', '/place', '.people'],
    ])
    expect(cards).toBeGreaterThan(0)
  })

  it('offer all within reach on each tab of a plan', async () => {
    await teacher.visit(`/plans/${desk.plans.find(each => each.title === 'The tin kettle')!.id}`, '[role=tab]')
    const tabs = await teacher.page.getByRole('tab').all()
    expect(tabs.length).toBeGreaterThan(1)
    for (const tab of tabs) {
      await tab.click()
      await untilNothingMoves(teacher.page)
      const name = `a plan, ${await tab.textContent()}`
      await teacher.inEveryWindow(name, where => expectInReach(teacher.page, `on ${where}`))
    }
  })
})
