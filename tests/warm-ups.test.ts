import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { DRILLS, drillTask } from '#core/drill'
import type { ClassWarmUpsView, WarmUpsView } from '#shared/views'
import { enterAsLearner, enterAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { drawWithMouse, placeOfSheet } from './lib/draw'
import { expectAccessible, untilNothingMoves, waitForSheet } from './lib/easel'
import { url } from './lib/world'

let browser: OpenedBrowser
let page: Page
const learner = new Client(url)

beforeAll(async () => {
  browser = await openBrowser()
  page = browser.context.pages()[0]!
  await enterAsLearner(page, url, { code: 'SLIP48', name: 'Cissy Rooke', pin: '9136' })
  await learner.learner('Cissy Rooke', '9136', 'SLIP48')
})
afterAll(() => browser?.close())

const points = async () => Number(await page.locator('[data-test=points]').textContent())
const tries = async () => (await learner.call<WarmUpsView>('GET', '/api/warm-ups')).body.tries

async function drawLines(seed: number, sway: number): Promise<void> {
  const task = drillTask('line-through-dots', seed)
  const at = await placeOfSheet(page.locator('.window'), task.sheet)
  const dots = task.prompts.flatMap(each => (each.kind === 'dot' ? [each.at] : []))
  for (let i = 0; i < dots.length; i += 2) {
    const [a, b] = [dots[i]!, dots[i + 1]!]
    await drawWithMouse(
      page,
      at,
      Array.from({ length: 40 }, (_, k) => [a.x + ((b.x - a.x) * k) / 39, a.y + ((b.y - a.y) * k) / 39] as const),
      seed + i,
      { sway, tremor: sway / 10, speed: 2600 },
    )
  }
}

describe('a warm-up', () => {
  it('is chosen from the list, which explains each', async () => {
    await page.getByRole('link', { name: 'Warm-ups' }).click()
    await page.getByRole('heading', { name: 'Measuring by eye' }).waitFor()
    expect(await page.locator('.drills .drill').count()).toBe(20)
    await expectAccessible(page)
    await page.locator('.drill').filter({ hasText: 'Line through two dots' }).click()
    await page.getByText('Join each pair of dots').waitFor()
  })

  it('says what to do first when nothing was drawn', async () => {
    await page.getByRole('button', { name: 'How did it go?' }).click()
    await page.getByText('No line yet.').waitFor()
    expect(await tries()).toEqual([])
  })

  it('is drawn and scored: a calm hand has more points than a shaky one', async () => {
    await page.goto(`${url}/warm-ups/line-through-dots?seed=31`)
    await page.locator('.window canvas').first().waitFor()
    await untilNothingMoves(page)
    await drawLines(31, 24)
    await page.getByRole('button', { name: 'How did it go?' }).click()
    await page.locator('[data-test=points]').waitFor()
    const shaky = await points()
    await page.getByRole('button', { name: 'The same again' }).click()
    await drawLines(31, 1)
    await page.getByRole('button', { name: 'How did it go?' }).click()
    await page.locator('[data-test=points]').waitFor()
    const calm = await points()
    expect(calm).toBeGreaterThan(shaky)
    await expect
      .poll(async () => (await tries()).map(each => [each.drill, each.seed, each.score]))
      .toEqual([
        ['line-through-dots', 31, shaky],
        ['line-through-dots', 31, calm],
      ])
    await page.getByRole('img', { name: /2 tries, best/ }).waitFor()
    await expectAccessible(page, 'footer')
  })

  it('can be undone before it is scored', async () => {
    await page.getByRole('button', { name: 'A new one' }).click()
    const at = await placeOfSheet(page.locator('.window'), { width: 960, height: 640 })
    await drawWithMouse(
      page,
      at,
      [
        [100, 100],
        [300, 120],
        [500, 100],
      ],
      3,
    )
    await page.keyboard.press('Control+z')
    await page.getByRole('button', { name: 'How did it go?' }).click()
    await page.getByText('No line yet.').waitFor()
  })

  it('that is mixed is matched by sliders', async () => {
    await page.goto(`${url}/warm-ups/value-ladder?seed=4`)
    const { from, to } = drillTask('value-ladder', 4).answering as { from: number; to: number }
    for (let i = 1; i <= 5; i++)
      await page.getByLabel(`Lightness of rung ${i}`).fill(String(Math.round(2 * (from + ((to - from) * i) / 6)) / 2))
    await page.getByRole('button', { name: 'How did it go?' }).click()
    await page.locator('[data-test=points]').waitFor()
    expect(await points()).toBeGreaterThanOrEqual(95)
  })

  it('of a name that there is not leads to the list', async () => {
    await page.goto(`${url}/warm-ups/juggling`)
    await page.waitForURL('**/warm-ups')
    await page.getByRole('heading', { name: 'Warm-ups' }).waitFor()
  })
})

describe('warm-ups before a lesson', () => {
  it('lead through the set to the sheet', async () => {
    await page.goto(`${url}/folio`)
    await page
      .locator('.plan')
      .filter({ hasText: 'Three plums in a bowl' })
      .getByRole('link', { name: 'Warm up first' })
      .click()
    await page.getByText('1 of 3 before the lesson').waitFor()
    await page.getByRole('button', { name: 'Leave it out' }).click()
    await page.getByText('2 of 3 before the lesson').waitFor()
    await page.getByRole('button', { name: 'How did it go?' }).click()
    await page.getByRole('button', { name: 'Next warm-up' }).click()
    await page.getByText('3 of 3 before the lesson').waitFor()
    await page.getByRole('button', { name: 'Leave it out' }).click()
    await waitForSheet(page)
  })
})

describe('a set for a class', () => {
  const teacher = new Client(url)
  let classId = 0
  beforeAll(async () => {
    await teacher.teacher()
    classId = (await teacher.call<{ classes: { id: number; code: string }[] }>('GET', '/api/desk')).body.classes.find(
      each => each.code === 'SLIP48',
    )!.id
  })
  const set = async (title: string) =>
    (await teacher.call<ClassWarmUpsView>('GET', `/api/classes/${classId}/warm-ups`)).body.sets.find(
      each => each.title === title,
    )
  const cissy = async () =>
    (await teacher.call<ClassWarmUpsView>('GET', `/api/classes/${classId}/warm-ups`)).body.learners.findIndex(
      each => each.name === 'Cissy Rooke',
    )

  it('is put together by the teacher, for a day, in an order', async () => {
    const { context, close } = await openBrowser()
    const own = context.pages()[0]!
    await enterAsTeacher(own, url, { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' })
    await own.goto(`${url}/warm-ups/class/${classId}`)
    await own.getByRole('heading', { name: 'Before the mole' }).waitFor()
    // What the demo's class tried is there: the best of each, and means.
    await own.getByRole('row', { name: 'Dario Felbrigg 58 49 77 61' }).waitFor()
    await own.getByRole('row', { name: 'All together 58 59 75 63' }).waitFor()
    await own.getByRole('button', { name: 'New set' }).click()
    await own.getByRole('textbox', { name: 'Its title' }).fill('Before the boats')
    await own.getByRole('button', { name: DRILLS['line-through-dots'].title }).click()
    await own.getByRole('button', { name: DRILLS.spiral.title }).click()
    await own.getByText('2 chosen').waitFor()
    await expectAccessible(own)
    await own.getByRole('button', { name: 'Give it to the class' }).click()
    await own.getByRole('heading', { name: 'Before the boats' }).waitFor()
    expect((await set('Before the boats'))!.warmUps.map(each => each.drill)).toEqual(['line-through-dots', 'spiral'])
    await expectAccessible(own)
    await close()
  })

  it('lies in the folio of each, and everyone’s scores on one page', async () => {
    const given = (await set('Before the boats'))!
    await page.goto(`${url}/folio`)
    const card = page.locator('.set').filter({ hasText: 'Before the boats' })
    await card.getByText('0 of 2 done').waitFor()
    await card.getByRole('link', { name: 'Begin' }).click()
    await page.getByText('1 of 2 of “Before the boats”').waitFor()
    await page.getByText(`No. ${given.warmUps[0]!.seed}`).waitFor()
    await drawLines(given.warmUps[0]!.seed, 2)
    await page.getByRole('button', { name: 'How did it go?' }).click()
    const shown = page.locator('[data-test=points]')
    await shown.waitFor()
    const score = await points()
    await page.getByRole('button', { name: 'Next warm-up' }).click()
    await page.getByText('2 of 2 of “Before the boats”').waitFor()
    await page.getByRole('button', { name: 'Leave it out' }).click()
    await page.getByRole('heading', { name: 'From your teacher' }).waitFor()
    await page.locator('.set').filter({ hasText: 'Before the boats' }).getByText('1 of 2 done').waitFor()
    expect((await set('Before the boats'))!.scores[await cissy()]).toEqual([{ best: score, tries: 1 }, null])
  })

  it('is shown from its day on only, and keeps what was tried when it is changed or given again', async () => {
    const { id, title, day, warmUps, scores } = (await set('Before the boats'))!
    const later = await teacher.call('POST', `/api/classes/${classId}/warm-ups`, {
      title: 'In a year',
      day: '2031-01-07',
      warmUps: [{ drill: 'arcs', seed: 9 }],
    })
    expect(later.status).toBe(200)
    await page.goto(`${url}/warm-ups`)
    await page.locator('.set').filter({ hasText: title }).waitFor()
    expect(await page.getByText('In a year').count()).toBe(0)
    await teacher.call('PUT', `/api/warm-up-sets/${id}`, { title: 'Boats', day, warmUps: [warmUps[0]] })
    expect((await set('Boats'))!.scores[await cissy()]).toEqual([scores[await cissy()]![0]])
    await teacher.call('DELETE', `/api/warm-up-sets/${id}`)
    expect(await set('Boats')).toBeUndefined()
    await teacher.call('POST', `/api/classes/${classId}/warm-ups`, { title, day, warmUps })
    expect((await set(title))!.scores).toEqual(scores)
  })

  it.each([
    ['no warm-up', { title: 'x', day: '2026-11-17', warmUps: [] }],
    [
      'the same twice',
      {
        title: 'x',
        day: '2026-11-17',
        warmUps: [
          { drill: 'arcs', seed: 1 },
          { drill: 'arcs', seed: 1 },
        ],
      },
    ],
    ['no such day', { title: 'x', day: '2026-02-30', warmUps: [{ drill: 'arcs', seed: 1 }] }],
    ['no title', { title: ' ', day: '2026-11-17', warmUps: [{ drill: 'arcs', seed: 1 }] }],
  ])('of %s is refused', async (_, body) => {
    expect((await teacher.call('POST', `/api/classes/${classId}/warm-ups`, body)).status).toBe(422)
  })
})
