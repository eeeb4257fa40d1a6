import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { DeskView, HappenedView, RegisterView } from '#shared/views'
import { enterAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { expectAccessible } from './lib/easel'
import { url } from './lib/world'

/** Who did what from where is noted for the class's teacher, and for nobody else. */

const TEACHER = { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' }
const teacher = new Client(url)
let classId = 0
let otherClass = 0
let opened: OpenedBrowser
let page: Page
beforeAll(async () => {
  await teacher.teacher()
  const { classes } = (await teacher.call<DeskView>('GET', '/api/desk')).body
  classId = classes.find(each => each.code === 'KETTLE7')!.id
  otherClass = classes.find(each => each.code !== 'KETTLE7')!.id
  opened = await openBrowser()
  page = opened.context.pages()[0]!
})
afterAll(() => opened?.close())

const rows = async (id = classId) =>
  (await teacher.call<HappenedView>('GET', `/api/classes/${id}/happened`)).body.happened.map(each =>
    [each.who, each.what, each.about].join(' | '),
  )

describe('what happened', () => {
  it('is noted: who came in and who was not let in, from where', async () => {
    await new Client(url).learner('Kit Averne', '9465')
    await new Client(url).call('POST', '/api/session/learner', { code: 'KETTLE7', name: 'Kit Averne', pin: '0000' })
    await new Client(url).call('POST', '/api/session/learner', { code: 'KETTLE7', name: 'Nobody Here', pin: '0000' })
    expect((await rows()).slice(0, 3)).toEqual([
      'Nobody Here | not-let-in | ',
      'Kit Averne | not-let-in | ',
      'Kit Averne | came-in | ',
    ])
    const { happened } = (await teacher.call<HappenedView>('GET', `/api/classes/${classId}/happened`)).body
    expect(happened[0]!.address).toMatch(/127\.0\.0\.1|::1/)
    expect((await rows(otherClass)).some(each => each.startsWith('Kit'))).toBe(false)
  })

  it('is noted: what was changed, by whom, and never a secret', async () => {
    const { learners } = (await teacher.call<RegisterView>('GET', `/api/classes/${classId}`)).body
    const { id } = learners.find(each => each.name === 'Kit Averne')!
    const { body: slips } = await teacher.call<{ slips: { pin: string }[] }>('POST', `/api/learners/${id}/pin`)
    await teacher.call('PUT', `/api/learners/${id}`, { name: 'Kit Avern' })
    await teacher.call('POST', `/api/learners/${id}/remove`, { isRemoved: true })
    await teacher.call('POST', `/api/learners/${id}/remove`, { isRemoved: false })
    await teacher.call('POST', '/api/plans/1/give', { classId, isGiven: true })
    expect((await rows()).slice(0, 5)).toEqual([
      expect.stringMatching(/^Orla Wennick \| plan-given \| .+/),
      'Orla Wennick | put-back | Kit Avern',
      'Orla Wennick | taken-out | Kit Avern',
      'Orla Wennick | renamed | Kit Averne: Kit Avern',
      'Orla Wennick | new-pin | Kit Averne',
    ])
    expect((await rows()).join()).not.toContain(slips.slips[0]!.pin)
  })

  it('is noted: a learner who asks for what is another’s', async () => {
    const lowri = await new Client(url).learner('Lowri Pask', '7713')
    expect((await lowri.call('GET', '/api/drawings/1')).status).toBe(403)
    expect((await rows())[0]).toBe('Lowri Pask | refused | GET /api/drawings/1')
    expect((await lowri.call('GET', `/api/classes/${classId}/happened`)).status).toBe(403)
  })

  it('is read by the teacher on a page of the class', async () => {
    await enterAsTeacher(page, url, TEACHER)
    await page.getByRole('link', { name: 'Thursday evening table', exact: true }).click()
    await page.getByRole('link', { name: 'What happened' }).click()
    await page.getByRole('cell', { name: 'drew a new PIN' }).first().waitFor()
    await expectAccessible(page)
    await page.getByLabel('Look for').fill('lowri')
    await expect.poll(() => page.getByRole('cell', { name: 'drew a new PIN' }).count()).toBe(0)
    await page
      .getByRole('cell', { name: /asked for what is another/ })
      .first()
      .waitFor()
  })
})
