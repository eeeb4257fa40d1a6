import type { Page } from 'playwright-core'
import { unzipSync } from 'fflate'
import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { replay, type DrawingRecord } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { showDrawing } from '#core/layers'
import type { AnswerBody } from '#shared/schemas'
import type { FolioView, ProgressView } from '#shared/views'
import type { WallView } from '#shared/wall'
import { enterAsLearner, enterAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { examined, handInKettle, openClass, type OwnClass } from './lib/class'
import { Client } from './lib/client'
import { expectAccessible } from './lib/easel'
import { url } from './lib/world'

/**
 * What comes of hand-ins: they hang on the Wall with leave, are compared with earlier ones, and tell how the term goes.
 */

const teacher = new Client(url)
let own: OwnClass
let desk: { browser: OpenedBrowser; page: Page }
let learner: { browser: OpenedBrowser; page: Page }
/** Ada's first and second, Bo's, Cissy's. */
let handIns: number[] = []

beforeAll(async () => {
  await teacher.teacher()
  own = await openClass(url, teacher, 'Net loft group', ['Ada Tregear', 'Bo Hask', 'Cissy Rooke'])
  const [ada, bo, cissy] = own.clients as [Client, Client, Client]
  handIns = [
    await handInKettle(ada, own.plan, { seed: 501, steps: 4, faults: { gap: 30, spill: true } }),
    await handInKettle(ada, own.plan, { seed: 502, steps: 4 }),
    await handInKettle(bo, own.plan, { seed: 503, steps: 4, faults: { shadeOutside: true } }),
    await handInKettle(cissy, own.plan, { seed: 504, steps: 2, unfinished: true }),
  ]
  await examined(teacher, handIns)
  const browser = await openBrowser()
  desk = { browser, page: browser.context.pages()[0]! }
  await enterAsTeacher(desk.page, url, { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' })
  const second = await openBrowser()
  learner = { browser: second, page: second.context.pages()[0]! }
  await enterAsLearner(learner.page, url, { code: own.slips.code, ...own.slips.slips[0]! })
})
afterAll(async () => {
  await desk?.browser.close()
  await learner?.browser.close()
})

const wall = async (client: Client = teacher) =>
  (await client.call<WallView>('GET', `/api/classes/${own.classId}/wall`)).body.works

describe('the Wall', () => {
  it('asks for leave for works that are picked on the Table', async () => {
    const { page } = desk
    await page.goto(`${url}/wall/${own.classId}`)
    await page.getByText('Nothing hangs yet.').waitFor()
    await expectAccessible(page)
    await page.goto(`${url}/table/${own.classId}`)
    for (const name of ['Ada Tregear', 'Bo Hask']) await page.getByLabel(`Pick ${name}’s work`).check()
    await page.getByRole('button', { name: 'Ask for the Wall' }).click()
    await page.getByText('2 learners were asked.').waitFor()
    expect((await wall()).map(each => [each.learner, each.state])).toEqual([
      ['Ada Tregear', 'asked'],
      ['Bo Hask', 'asked'],
    ])
    // Nobody else sees what is only asked for, nor its picture.
    const cissy = own.clients[2]!
    expect(await wall(cissy)).toEqual([])
    expect((await cissy.call('GET', `/api/wall/${(await wall())[0]!.id}/picture`)).code).toBe('not-yours')
    // The teacher can't hang it without leave.
    expect((await teacher.call('PUT', `/api/wall/${(await wall())[0]!.id}`, { state: 'up' })).code).toBe('not-yet')
  })

  it('hangs a work when its learner says yes, with a title, with or without the name', async () => {
    const { page } = learner
    await page.goto(`${url}/folio`)
    await page.getByText('Your teacher would like to hang a work of yours.').waitFor()
    await page.getByRole('link', { name: 'Say yes or no' }).click()
    await page.getByPlaceholder('as you like it').fill('Tin in the <b>evening</b>')
    // LOOK learner.page ask
    await expectAccessible(page)
    await page.getByRole('button', { name: 'Yes, hang it' }).click()
    await page.getByText('one work hangs').waitFor()
    const [first] = await wall(own.clients[2]!)
    expect(first).toMatchObject({
      title: 'Tin in the <b>evening</b>',
      learner: 'Ada Tregear',
      handIn: null,
      isMine: false,
    })
    const bo = own.clients[1]!
    const his = (await wall(bo)).find(each => each.isMine)!
    expect((await bo.call('PUT', `/api/wall/${his.id}`, { state: 'up', isNamed: false })).status).toBe(200)
    expect((await wall(own.clients[2]!)).find(each => each.id === his.id)).toMatchObject({ learner: null })
    expect((await wall()).find(each => each.id === his.id)).toMatchObject({ learner: 'Bo Hask', isNamed: false })
  })

  it('looks at a work again under another title', async () => {
    const bo = own.clients[1]!
    const his = (await wall(bo)).find(each => each.isMine)!
    expect((await bo.call('PUT', `/api/wall/${his.id}`, { title: 'Something else' })).status).toBe(200)
    expect((await wall()).find(each => each.id === his.id)).toMatchObject({ state: 'offered', title: 'Something else' })
    expect((await wall(own.clients[2]!)).some(each => each.id === his.id)).toBe(false)
    // With or without the name it hangs on: that is its learner's own.
    expect((await teacher.call('PUT', `/api/wall/${his.id}`, { state: 'up' })).status).toBe(200)
    expect((await bo.call('PUT', `/api/wall/${his.id}`, { isNamed: false })).status).toBe(200)
    expect((await wall()).find(each => each.id === his.id)).toMatchObject({ state: 'up', isNamed: false })
    await bo.call('PUT', `/api/wall/${his.id}`, { title: his.title })
    await teacher.call('PUT', `/api/wall/${his.id}`, { state: 'up' })
  })

  it('is offered works by learners', async () => {
    const cissy = own.clients[2]!
    expect(
      (await cissy.call('POST', `/api/hand-ins/${handIns[3]}/wall`, { title: 'Half a kettle', isNamed: true })).status,
    ).toBe(200)
    expect((await cissy.call('POST', `/api/hand-ins/${handIns[2]}/wall`, { title: 'Mine', isNamed: true })).code).toBe(
      'not-yours',
    )
    await desk.page.goto(`${url}/wall/${own.classId}`)
    await desk.page.getByText('Offered for the Wall').waitFor()
    await desk.page.getByRole('button', { name: 'Hang it' }).click()
    await desk.page.getByText('3 works hang').waitFor()
  })

  it('shows words once the teacher lets them through, whatever they hold', async () => {
    const { page } = learner
    const script =
      '<script>document.body.dataset.broken = "yes"</script><img src=x onerror="document.body.dataset.broken=1">'
    const bo = own.clients[1]!
    const tin = (await wall(bo)).find(each => each.title.startsWith('Tin'))!
    for (const words of [script, 'The lid is well seen.'])
      expect((await bo.call('POST', `/api/wall/${tin.id}/words`, { words })).status).toBe(200)
    expect((await bo.call('POST', `/api/wall/${tin.id}/words`, { words: ' ' })).code).toBe('malformed')
    expect((await bo.call('POST', `/api/wall/${tin.id}/words`, { words: 'x'.repeat(401) })).code).toBe('malformed')
    expect((await wall(own.clients[0]!)).find(each => each.id === tin.id)!.words).toEqual([])
    // The desk and the register say that they wait, and lead there.
    for (const page of ['/desk', `/register/${own.classId}`]) {
      await desk.page.goto(url + page)
      await desk.page
        .locator('.waits', { hasText: /kind words at 2 places/ })
        .last()
        .waitFor()
    }
    await desk.page.locator('.waits').getByRole('link').click()
    await desk.page.waitForURL(/\/wall\/\d+$/)
    await desk.page.reload()
    await desk.page.getByText('Words that wait for you').waitFor()
    // LOOK desk.page words
    await expectAccessible(desk.page)
    const row = (text: string) => desk.page.locator('.unread', { hasText: text })
    await row('<script>').getByRole('button', { name: 'Let through' }).click()
    await row('The lid').getByRole('button', { name: 'Let through' }).click()
    await desk.page.getByText('Words that wait for you').waitFor({ state: 'hidden' })
    await page.goto(`${url}/wall/${own.classId}`)
    await page.getByRole('button', { name: 'Look at Tin' }).click()
    await page.getByText(script).waitFor()
    await page.getByText('The lid is well seen.').waitFor()
    // LOOK learner.page work
    expect(await page.evaluate(() => document.body.dataset.broken)).toBeUndefined()
    await expectAccessible(page)
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click()
  })

  it('lets words be kept back and taken back, by those who may', async () => {
    const [ada, bo] = own.clients as [Client, Client]
    const tin = (await wall(bo)).find(each => each.title.startsWith('Tin'))!
    const { id } = (await bo.call<{ id: number }>('POST', `/api/wall/${tin.id}/words`, { words: 'Crooked.' })).body
    expect((await ada.call('DELETE', `/api/wall/words/${id}`)).code).toBe('not-yours')
    expect((await ada.call('PUT', `/api/wall/words/${id}`, { isLetThrough: true })).code).toBe('not-yours')
    await teacher.call('PUT', `/api/wall/words/${id}`, { isLetThrough: false })
    expect((await wall(ada)).find(each => each.id === tin.id)!.words.map(each => each.words)).not.toContain('Crooked.')
    expect((await wall(bo)).find(each => each.id === tin.id)!.words.at(-1)).toMatchObject({
      words: 'Crooked.',
      state: 'refused',
    })
    expect((await bo.call('DELETE', `/api/wall/words/${id}`)).status).toBe(200)
  })

  it('is ordered by the teacher, by keys as well', async () => {
    const { page } = desk
    await page.goto(`${url}/wall/${own.classId}`)
    const order = () =>
      page.locator('figure.work').evaluateAll(all => all.map(each => Number((each as HTMLElement).dataset.work)))
    await expect.poll(async () => (await order()).length).toBe(3)
    const [first, second, third] = (await order()) as [number, number, number]
    await page.locator(`[data-work="${first}"] .handle`).focus()
    await page.keyboard.press('ArrowRight')
    await expect.poll(async () => (await wall(own.clients[0]!)).map(each => each.id)).toEqual([second, first, third])
    // LOOK page wall
  })

  it('lets a learner take a work down at any time', async () => {
    const bo = own.clients[1]!
    const his = (await wall(bo)).find(each => each.isMine)!
    const tin = (await wall(bo)).find(each => each.title.startsWith('Tin'))!
    expect((await bo.call('PUT', `/api/wall/${tin.id}`, { state: 'down' })).code).toBe('not-yours')
    await bo.call('PUT', `/api/wall/${his.id}`, { state: 'down' })
    expect((await wall()).map(each => each.id)).not.toContain(his.id)
    const otto = await new Client(url).learner('Otto Brandreth', '1836', 'PIER22')
    expect((await otto.call('GET', `/api/classes/${own.classId}/wall`)).code).toBe('not-yours')
    expect((await otto.call('GET', `/api/wall/${tin.id}/picture`)).code).toBe('not-yours')
    expect((await otto.call('POST', `/api/wall/${tin.id}/words`, { words: 'Hello' })).code).toBe('not-yours')
  })
})

describe('progress', () => {
  it('counts the teacher’s mark before what was measured', async () => {
    const { learners } = (await teacher.call<ProgressView>('GET', `/api/classes/${own.classId}/progress`)).body
    const before = learners[0]!.handIns.at(-1)!.judged.find(each => each.measure === 'closed-outline')!
    expect(before.verdict).toBe('met')
    const body: AnswerBody = {
      marks: { closed: 'again' },
      words: 'Look again at the spout.',
      next: '',
      outcome: 'again',
    }
    expect((await teacher.call('PUT', `/api/hand-ins/${handIns[1]}/answer`, body)).status).toBe(200)
    const mine = (await own.clients[0]!.call<ProgressView>('GET', '/api/progress')).body.learners
    expect(mine).toHaveLength(1)
    expect(mine[0]!.handIns.at(-1)!.judged.find(each => each.measure === 'closed-outline')!.verdict).toBe('not-yet')
    expect(mine[0]!.handIns).toHaveLength(2)
    // Time at work comes from the records: the same as the crit measures, but for what came before the first step.
    const worked = mine[0]!.days.reduce((sum, each) => sum + each.workedMs, 0)
    expect(worked).toBeGreaterThan(60_000)
  })

  it('shows a learner what to practise, one click away', async () => {
    await own.clients[0]!.call('POST', '/api/warm-ups', { drill: 'close-by-eye', seed: 3, score: 40, figures: [] })
    await own.clients[0]!.call('POST', '/api/warm-ups', { drill: 'close-by-eye', seed: 4, score: 50, figures: [] })
    await own.clients[0]!.call('POST', '/api/warm-ups', { drill: 'close-by-eye', seed: 5, score: 63, figures: [] })
    const { page } = learner
    await page.goto(`${url}/folio`)
    await page.getByRole('link', { name: 'My progress' }).click()
    await page.getByRole('heading', { name: 'What to practise next' }).waitFor()
    await page.getByText('+11.5 points a try').waitFor()
    // LOOK page progress
    await expectAccessible(page)
    await page.locator('[data-test="next-things"]').getByRole('link', { name: /Close/ }).first().click()
    await page.waitForURL(/\/warm-ups\/close-by-eye/)
  })

  it('shows the teacher the class, and each of it', async () => {
    const { page } = desk
    await page.goto(`${url}/progress/${own.classId}`)
    await page.getByRole('heading', { name: 'Progress: Net loft group' }).waitFor()
    // LOOK page class
    await expectAccessible(page)
    await page.getByLabel('Whose progress').selectOption({ label: 'Bo Hask' })
    await page.getByRole('heading', { name: 'Progress: Bo Hask' }).waitFor()
    await page.getByRole('heading', { name: 'Look-fors over time' }).waitFor()
    expect((await own.clients[1]!.call('GET', `/api/classes/${own.classId}/progress`)).code).toBe('not-yours')
  })

  it('gives a plan out of the Plan book to whom it trains, and takes it back', async () => {
    const { page } = desk
    const plansOf = async (who: number) =>
      (await own.clients[who]!.call<ProgressView>('GET', '/api/progress')).body.plans.map(each => each.title)
    const before = await plansOf(0)
    await page.getByLabel('Whose progress').selectOption({ label: 'Ada Tregear' })
    await page.getByRole('heading', { name: 'Progress: Ada Tregear' }).waitFor()
    const give = page.getByRole('button', { name: /^Give them: / }).first()
    const title = (await give.innerText()).replace('Give them: ', '')
    expect(before).not.toContain(title)
    // LOOK page give
    await give.click()
    await page.getByText(`“${title}” is given to Ada Tregear.`).waitFor()
    expect([await plansOf(0), await plansOf(1)]).toEqual([[...before, title], before])
    await page.getByRole('button', { name: 'Take it back' }).click()
    await expect.poll(() => plansOf(0)).toEqual(before)
  })

  it('gives one more learner a plan that some of the class have, and takes it back from that one only', async () => {
    const { page } = desk
    const progress = async (client: Client) =>
      (
        await client.call<ProgressView>(
          'GET',
          client === teacher ? `/api/classes/${own.classId}/progress` : '/api/progress',
        )
      ).body
    const [ada, bo, cissy] = own.clients as [Client, Client, Client]
    const title = (
      await page
        .getByRole('button', { name: /^Give them: / })
        .first()
        .innerText()
    ).replace('Give them: ', '')
    const { id } = (await progress(teacher)).book.find(each => each.title === title)!
    const give = (isGiven: boolean, learners?: number[]) =>
      teacher.call('POST', `/api/plans/${id}/give`, { classId: own.classId, isGiven, ...(learners && { learners }) })
    const whoHasIt = async () =>
      Promise.all([ada, bo, cissy].map(async each => (await progress(each)).plans.some(one => one.id === id)))
    const members = (await progress(teacher)).learners.map(each => each.id)
    const [adaId, boId, cissyId] = members as [number, number, number]
    await give(true, [boId])
    expect((await progress(teacher)).plans.find(each => each.id === id)!.learners).toEqual([boId])
    await page.reload()
    await page.getByLabel('Whose progress').selectOption({ label: 'Ada Tregear' })
    await page
      .getByRole('button', { name: `Give them: ${title}` })
      .first()
      .click()
    await page.getByText(`“${title}” is given to Ada Tregear.`).waitFor()
    expect(await whoHasIt()).toEqual([true, true, false])
    await page.getByText(`Plan: ${title}`).first().waitFor()
    await page.getByRole('button', { name: 'Take it back' }).click()
    await expect.poll(whoHasIt).toEqual([false, true, false])
    // The last one who leaves takes it out of the class; of those who all have it, one may leave.
    await give(false, [boId])
    expect((await progress(teacher)).book.some(each => each.id === id)).toBe(true)
    await give(true)
    await give(true, [adaId])
    expect(await whoHasIt()).toEqual([true, true, true])
    await give(false, [cissyId])
    expect(await whoHasIt()).toEqual([true, true, false])
    await give(false)
    expect(await whoHasIt()).toEqual([false, false, false])
    expect(
      (
        await teacher.call('POST', `/api/plans/${own.plan}/give`, {
          classId: own.classId,
          isGiven: false,
          learners: [adaId],
        })
      ).code,
    ).toBe('plan-changed')
  })

  it('gives nothing to someone of another class', async () => {
    const { book } = (await teacher.call<ProgressView>('GET', `/api/classes/${own.classId}/progress`)).body
    const { status, code } = await teacher.call('POST', `/api/plans/${book[0]!.id}/give`, {
      classId: own.classId,
      isGiven: true,
      learners: [1],
    })
    expect([status, code]).toEqual([422, 'malformed'])
    expect((await teacher.call<ProgressView>('GET', `/api/classes/${own.classId}/progress`)).body.book).toEqual(book)
  })

  it('proposes to a learner only what can be drawn now', async () => {
    const { plans, book } = (await teacher.call<ProgressView>('GET', `/api/classes/${own.classId}/progress`)).body
    const mine = (await own.clients[0]!.call<ProgressView>('GET', '/api/progress')).body
    expect([mine.plans, mine.book]).toEqual([plans, []])
    expect(plans.map(each => each.id)).toEqual([own.plan])
    expect(book.map(each => each.id)).not.toContain(own.plan)
    const inAWeek = new Date(Date.now() + 7 * 86_400_000).toISOString()
    const terms = { startsAt: inAWeek, dueAt: null, way: 'own', learners: null }
    await teacher.call('PUT', `/api/classes/${own.classId}/plans/${own.plan}`, terms)
    expect((await own.clients[0]!.call<ProgressView>('GET', '/api/progress')).body.plans).toEqual([])
    await teacher.call('PUT', `/api/classes/${own.classId}/plans/${own.plan}`, { ...terms, startsAt: null })
  })
})

describe('a plan that someone draws on', () => {
  it('is not taken out of the class with the last who have it', async () => {
    const [, bo] = own.clients as [Client, Client]
    const { book, learners } = (await teacher.call<ProgressView>('GET', `/api/classes/${own.classId}/progress`)).body
    const plan = book[0]!.id
    const cissyId = learners[2]!.id
    await teacher.call('POST', `/api/plans/${plan}/give`, { classId: own.classId, isGiven: true })
    expect((await bo.call('POST', '/api/drawings', { plan, afresh: false })).status).toBe(200)
    await teacher.call('PUT', `/api/classes/${own.classId}/plans/${plan}`, {
      startsAt: null,
      dueAt: null,
      way: 'own',
      learners: [cissyId],
    })
    // Bo has it no longer, but drew on it.
    expect(
      (
        await teacher.call('POST', `/api/plans/${plan}/give`, {
          classId: own.classId,
          isGiven: false,
          learners: [cissyId],
        })
      ).code,
    ).toBe('plan-changed')
    expect(
      (await teacher.call<ProgressView>('GET', `/api/classes/${own.classId}/progress`)).body.plans.find(
        each => each.id === plan,
      )!.learners,
    ).toEqual([cissyId])
  })
})

describe('a folio', () => {
  it('shows earlier versions side by side, and one over the other', async () => {
    const { page } = learner
    await page.goto(`${url}/folio`)
    await page.getByRole('button', { name: 'Earlier versions side by side' }).click()
    const dialog = page.getByRole('dialog')
    await expect
      .poll(() =>
        dialog.locator('figure img').evaluateAll(all => all.map(each => (each as HTMLImageElement).naturalWidth)),
      )
      .toEqual([900, 900])
    // LOOK page versions
    await expectAccessible(page)
    const sources = await dialog
      .locator('figure img')
      .evaluateAll(all => all.map(each => new URL((each as HTMLImageElement).src).pathname))
    expect(sources).toEqual([`/api/hand-ins/${handIns[0]}/picture`, `/api/hand-ins/${handIns[1]}/picture`])
    await dialog.getByLabel('one over the other').check()
    await dialog.getByLabel('Where one ends and the other begins').fill('20')
    expect(
      await dialog
        .locator('.over img')
        .last()
        .evaluate(each => (each as HTMLElement).style.clipPath),
    ).toBe('inset(0px 0px 0px 20%)')
    await dialog.getByRole('button', { name: 'Close' }).click()
  })

  it('is taken along as one archive', async () => {
    const { page } = learner
    await page.getByRole('button', { name: 'Take it all along' }).click()
    const part = /redraw\.worker/
    await page.route(part, route => route.abort())
    await page.getByRole('button', { name: 'Pack it' }).click()
    await page.getByText('A part of the program did not load, or broke off.').waitFor()
    await page.unroute(part)
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Pack it' }).click(),
    ])
    expect(download.suggestedFilename()).toBe('ada-tregear-folio.zip')
    const files = unzipSync(new Uint8Array(readFileSync(await download.path())))
    const names = Object.keys(files)
    expect(names.filter(each => /hand-in 1 .*\.png$/.test(each))).toHaveLength(1)
    // Every drawing in which something is drawn, whichever is gone on with, and every hand-in.
    const folio = (await own.clients[0]!.call<FolioView>('GET', '/api/folio')).body
    const drawings = folio.plans
      .flatMap(each => [...(each.drawing ? [each.drawing] : []), ...each.others])
      .filter(each => each.position > 0)
    const expected = drawings.length + folio.plans.flatMap(each => each.handIns).length
    expect(expected).toBeGreaterThanOrEqual(3)
    expect(names.filter(each => each.endsWith('.record.json'))).toHaveLength(expected)
    const pictures = names.filter(each => each.endsWith('.png'))
    expect(pictures).toHaveLength(expected)
    const kernels = loadKernels()
    for (const each of pictures) {
      // As large as its sheet, and px for px what the core makes of its record.
      const record = JSON.parse(new TextDecoder().decode(files[each.replace('.png', '.record.json')])) as DrawingRecord
      const { data, info } = await sharp(files[each]).raw().toBuffer({ resolveWithObject: true })
      expect([info.width, info.height, info.channels]).toEqual([record.sheet.width, record.sheet.height, 4])
      expect(Buffer.from(showDrawing(kernels, replay(kernels, record).drawing)).equals(data)).toBe(true)
    }
    expect(new TextDecoder().decode(files['look-fors.csv'])).toContain('Closed outlines,not yet')
  })
})

it('words of one learner: many at once wait no more than they may', async () => {
  const [, bo, cissy] = own.clients
  const works = await wall(cissy)
  const hanging = works.find(each => each.state === 'up')!
  const before = (await wall())
    .flatMap(each => each.words)
    .filter(each => each.state === 'waiting' && each.by === 'Cissy Rooke').length
  const said = await Promise.all(
    Array.from({ length: 30 }, (_, i) =>
      cissy!.call('POST', `/api/wall/${hanging.id}/words`, { words: `Number ${i}` }),
    ),
  )
  expect(said.filter(each => each.status === 200)).toHaveLength(20 - before)
  expect(said.filter(each => each.code === 'too-many-tries')).toHaveLength(10 + before)
  expect((await bo!.call('POST', `/api/wall/${hanging.id}/words`, { words: 'Mine is heard.' })).status).toBe(200)
})
