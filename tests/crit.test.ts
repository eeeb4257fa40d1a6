import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { arc } from '#demo/hand'
import type { AnswerBody } from '#shared/schemas'
import type { HandInView, SlipsView, TableView } from '#shared/views'
import { enterAsLearner, enterAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { examined, handInKettle, openClass } from './lib/class'
import { Client } from './lib/client'
import { drawWithMouse, onPage, placeOfSheet, restingBox, restingLook } from './lib/draw'
import { expectAccessible } from './lib/easel'
import { url } from './lib/world'

/** A pile of hand-ins of a class, looked at in every way, and answered. */

const teacher = new Client(url)
let browser: OpenedBrowser
let page: Page
let slips: SlipsView
let classId = 0
const handIns: number[] = []
const NAMES = ['Ada Tregear', 'Bo Hask', 'Cissy Rooke', 'Dilly Moor', 'Ern Pask']

beforeAll(async () => {
  await teacher.teacher()
  const own = await openClass(url, teacher, 'Pier group', NAMES)
  classId = own.classId
  slips = own.slips
  for (const [i, client] of own.clients.entries())
    handIns.push(
      await handInKettle(
        client,
        own.plan,
        { seed: 300 + i, steps: 4, ...(i === 0 && { faults: { gap: 22 } }) },
        `Number ${i + 1}`,
      ),
    )
  await examined(teacher, handIns)
  browser = await openBrowser({ hasMotion: true })
  page = browser.context.pages()[0]!
  await enterAsTeacher(page, url, { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' })
  await page.goto(`${url}/crit/${handIns[0]}`)
  await page.locator('.crit .window canvas').first().waitFor()
})
afterAll(() => browser?.close())

async function view(id: number): Promise<HandInView> {
  const { status, body } = await teacher.call<HandInView>('GET', `/api/hand-ins/${id}`)
  expect(status, JSON.stringify(body).slice(0, 300)).toBe(200)
  return body
}
const look = () => page.locator('.crit .sheet .window').first().screenshot()
/** Shown another way, and as before when it is shown again. */
async function expectToggles(key: string): Promise<void> {
  await page.locator('.crit header').hover()
  const before = await restingLook(look)
  await page.keyboard.press(key)
  await expect.poll(async () => (await look()).equals(before)).toBe(false)
  await page.keyboard.press(key)
  await expect.poll(async () => (await look()).equals(before)).toBe(true)
}

describe('looking at a hand-in', () => {
  it('has been measured, with the spread of the class', async () => {
    const { measures, spread, others, verification } = await view(handIns[0]!)
    expect(verification).toBe('matches')
    expect(measures!.values.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 2)
    expect(measures!.steps.map(each => each.step)).toEqual((await view(handIns[0]!)).plan.steps.map(each => each.id))
    expect(spread!.values).toHaveLength(20)
    for (const { low, middle, high, count } of spread!.values)
      expect([low <= middle && middle <= high, count]).toEqual([true, 5])
    expect(others).toEqual([])
    const ada = await new Client(url).learner(NAMES[0]!, slips.slips[0]!.pin, slips.code)
    expect((await ada.call<HandInView>('GET', `/api/hand-ins/${handIns[0]}`)).body.spread).toBeNull()
  })

  it.each([
    ['mirrored', 'z'],
    ['in greys', 'x'],
    ['squinted at', 'c'],
    ['with and without marks', 'g'],
  ])('%s, by one key', async (_what, key) => {
    await expectToggles(key)
  })

  it('layer by layer, with how each was made', async () => {
    await page.keyboard.press('v')
    const apart = page.getByRole('region', { name: 'The layers taken apart' })
    await apart.getByText(/^\s*Ink pen \d+ ×/).waitFor()
    await apart
      .getByText(/\d+ acts? from \d+:\d\d to \d+:\d\d · \d+ % undone/)
      .first()
      .waitFor()
    await expectAccessible(page)
    await page.keyboard.press('v')
    await apart.waitFor({ state: 'hidden' })
  })

  it('with a layer dimmed, or left out', async () => {
    const before = await restingLook(look)
    for (const box of ['Colour dimmed', 'Colour']) {
      const own = page.getByRole('complementary', { name: 'Layers' }).getByRole('checkbox', { name: box, exact: true })
      await own.click()
      await page.locator('.crit header').hover()
      await expect.poll(async () => (await look()).equals(before)).toBe(false)
      await own.click()
      await page.locator('.crit header').hover()
      await expect.poll(async () => (await look()).equals(before)).toBe(true)
    }
  })

  it('beside the teacher’s drawing, with a slider, in turns, and as what differs', async () => {
    const big = await restingBox(page.locator('.crit .sheet .window').first())
    await page.keyboard.press('b')
    await page.getByRole('img', { name: 'What it is compared with' }).waitFor()
    // Zoomed at the one, the other goes along; and as before.
    const other = page.locator('.crit .sheet.other .window')
    const before = await restingLook(() => other.screenshot())
    await page.locator('.crit .sheet .window').first().hover()
    await page.mouse.wheel(0, -400)
    await expect.poll(async () => (await other.screenshot()).equals(before)).toBe(false)
    await page.keyboard.press('f')
    await page.locator('.crit header').hover()
    await expect.poll(async () => (await other.screenshot()).equals(before)).toBe(true)
    const how = page.getByLabel('How to compare')
    await how.selectOption('difference')
    await page.locator('[data-test=other]').waitFor()
    const differs = await restingLook(look)
    await how.selectOption('slider')
    await expect.poll(async () => (await look()).equals(differs)).toBe(false)
    const half = await restingLook(look)
    await page.getByRole('slider', { name: 'Where the slider stands' }).fill('0.9')
    await expect.poll(async () => (await look()).equals(half)).toBe(false)
    await expectAccessible(page)
    await how.selectOption('turns')
    await expect.poll(() => page.locator('[data-test=other]').isHidden()).toBe(true)
    await expect.poll(() => page.locator('[data-test=other]').isVisible()).toBe(true)
    await page.keyboard.press('b')
    await page.locator('[data-test=other]').waitFor({ state: 'detached' })
    // Alone again, the sheet is as big as it was.
    expect(await restingBox(page.locator('.crit .sheet .window').first())).toEqual(big)
  })

  it('as it was made: at 64 times its speed, and from any step', async () => {
    await page.getByRole('radio', { name: '64 ×' }).click()
    const jump = page.getByLabel('Jump to a step')
    await jump.selectOption({ index: 2 })
    await expect.poll(() => page.getByLabel('Place in the making').inputValue().then(Number)).toBeGreaterThan(1)
    await page.keyboard.press('p')
    await expect
      .poll(
        async () =>
          (await page.locator('.time').textContent())!.split(' of ')[0] ===
          (await page.locator('.time').textContent())!.split(' of ')[1]!.replace(' min', ''),
        { timeout: 20_000 },
      )
      .toBe(true)
  })

  it('goes through the pile by key', async () => {
    const { pile } = await view(handIns[0]!)
    const at = pile.indexOf(handIns[0]!)
    await page.keyboard.press('.')
    await page.waitForURL(`**/crit/${pile[at + 1]}`)
    await page.locator('.crit .window canvas').first().waitFor()
    await page.keyboard.press(',')
    await page.waitForURL(`**/crit/${handIns[0]}`)
    await page.locator('.crit .window canvas').first().waitFor()
  })
})

describe('answering', () => {
  it('with phrases and criteria that the teacher keeps', async () => {
    await page.getByRole('button', { name: 'Phrases and criteria …' }).click()
    await page.getByLabel(/^Phrases, one a line/).fill('Your lines meet all the way.\nTake your time at the spout.')
    await page.getByRole('button', { name: 'Another criterion' }).click()
    await page.getByLabel('What is looked at').fill('Care with edges')
    await page.getByLabel('Its levels, with commas between').fill('only one')
    await page.getByText('Each needs a name').waitFor()
    await page.getByLabel('Its levels, with commas between').fill('not yet, on the way, sure')
    await expectAccessible(page, '.dialog')
    await page.getByRole('dialog').getByRole('button', { name: 'Keep', exact: true }).click()
    await page.getByRole('dialog').waitFor({ state: 'hidden' })
    await page
      .getByRole('group', { name: 'Your mark for Care with edges' })
      .getByRole('button', { name: 'on the way' })
      .click()
    await page.getByRole('button', { name: 'Take your time at the spout.' }).click()
    expect(await page.getByLabel('Your words').inputValue()).toBe('Take your time at the spout.')
  })

  it('with a comment at a place', async () => {
    await page.getByRole('button', { name: 'Comment', exact: true }).click()
    const at = await placeOfSheet(page.locator('.crit .window').first())
    await page.mouse.click(...onPage(at, [1000, 500]))
    // What asks for words has the focus at once: no key of these is a shortcut.
    await page.getByLabel('A comment at this place').waitFor()
    await page.keyboard.type('Here the line <b>sings</b>.')
    expect(await page.getByLabel('A comment at this place').inputValue()).toBe('Here the line <b>sings</b>.')
    expect(await page.getByRole('button', { name: 'Values', pressed: true }).count()).toBe(0)
    await page.getByRole('button', { name: 'Pin it' }).click()
    await page.getByRole('button', { name: 'Comment 1: Here the line <b>sings</b>.' }).click()
    await page.locator('.note', { hasText: 'Here the line <b>sings</b>.' }).waitFor()
    expect(await page.locator('.note b').count()).toBe(0)
    await page.getByRole('button', { name: /^Comment 1/ }).click()
  })

  it('is kept while it is not returned, through turning the pile and a closed page', async () => {
    const expectThere = async () => {
      await page.getByText('Not returned yet: what you began').waitFor()
      expect(await page.getByLabel('Your words').inputValue()).toBe('Take your time at the spout.')
      expect(await page.getByRole('button', { name: 'on the way' }).getAttribute('aria-pressed')).toBe('true')
      await page.getByRole('button', { name: /^Comment 1: Here/ }).waitFor()
    }
    const { pile } = await view(handIns[0]!)
    await page.locator('.crit header').click()
    await page.keyboard.press('.')
    await page.waitForURL(`**/crit/${pile[pile.indexOf(handIns[0]!) + 1]}`)
    await page.getByLabel('Your words').waitFor()
    expect(await page.getByLabel('Your words').inputValue()).toBe('')
    await page.keyboard.press(',')
    await page.waitForURL(`**/crit/${handIns[0]}`)
    await expectThere()
    await page.reload()
    await expectThere()
    await expectAccessible(page)
    // LOOK page draft
    await page.goto(`${url}/desk`)
    await page.locator(`a[href="/crit/${handIns[0]}"]`).getByText('answer begun').waitFor()
    expect(await page.getByText('answer begun').count()).toBe(1)
    // LOOK page begun
    await page.goto(`${url}/crit/${handIns[0]}`)
    await expectThere()
  })

  it('can be taken back step by step', async () => {
    const undo = page.getByRole('button', { name: 'Undo in the answer' })
    expect(await undo.isDisabled()).toBe(true)
    const mark = page
      .getByRole('group', { name: /^Your mark for/ })
      .first()
      .getByRole('button')
      .first()
    const isPressed = () => mark.getAttribute('aria-pressed')
    await mark.click()
    expect(await isPressed()).toBe('true')
    await page.getByLabel('Your words').fill('The rim is round.')
    await undo.click()
    await expect.poll(() => page.getByLabel('Your words').inputValue()).toBe('Take your time at the spout.')
    await page.keyboard.press('Control+z')
    await expect.poll(isPressed).toBe('false')
    await page.keyboard.press('Control+Shift+z')
    await expect.poll(isPressed).toBe('true')
    await page.keyboard.press('Control+z')
    await page.getByRole('button', { name: /^Comment 1/ }).click()
    await page.getByRole('button', { name: 'Take it away' }).click()
    await page.getByRole('button', { name: /^Comment 1/ }).waitFor({ state: 'detached' })
    await page.locator('.crit header').click()
    await page.keyboard.press('Control+z')
    await page.getByRole('button', { name: /^Comment 1: Here/ }).waitFor()
    await expect.poll(() => undo.isDisabled()).toBe(true)
  })

  it('with a drawing over the work, on a sheet of its own', async () => {
    await page.getByRole('button', { name: 'Draw over' }).click()
    await page.getByRole('group', { name: 'Drawing over the work' }).waitFor()
    await page.getByLabel('Tool to draw over it with').selectOption('chalk')
    const at = await placeOfSheet(page.locator('.crit .window').first())
    const before = await restingLook(look)
    await drawWithMouse(page, at, arc(800, 650, 330, 290), 3)
    // What grew under the pen is gone: what is seen is what the engine drew.
    expect((await restingLook(look)).equals(before)).toBe(false)
    const [x, y] = onPage(at, [280, 280])
    const corner = () => page.screenshot({ clip: { x, y, width: 240 * at.scale, height: 60 * at.scale } })
    const empty = await restingLook(corner)
    await drawWithMouse(
      page,
      at,
      [
        [300, 300],
        [500, 320],
      ],
      4,
    )
    expect((await restingLook(corner)).equals(empty)).toBe(false)
    await page.getByRole('button', { name: 'Undo the last stroke' }).click()
    await expect.poll(async () => (await corner()).equals(empty)).toBe(true)
    // Taking that step back brings the stroke again; and once more.
    await page.getByRole('button', { name: 'Undo in the answer' }).click()
    await expect.poll(async () => (await corner()).equals(empty)).toBe(false)
    await page.getByRole('button', { name: 'Redo in the answer' }).click()
    await expect.poll(async () => (await corner()).equals(empty)).toBe(true)
    await expectAccessible(page)
    await page.keyboard.press('Escape')
    await page.getByText('Goes with it: 1 pinned comment and what you drew over it.').waitFor()
    await page.getByText('Charts', { exact: true }).click()
    await page.locator('.charts').scrollIntoViewIfNeeded()
    await page.getByLabel('A next thing to try').fill('Leave a light strip at the right.')
    await page.getByRole('button', { name: 'Return to draw on' }).click()
    await page.getByText('Returned to Ada Tregear.').waitFor()
    const { answer } = await view(handIns[0]!)
    expect(answer).toMatchObject({
      outcome: 'again',
      pins: [{ words: 'Here the line <b>sings</b>.' }],
      criteria: [{ title: 'Care with edges', levels: ['not yet', 'on the way', 'sure'], level: 1 }],
    })
    expect(answer!.pins[0]!.x).toBeGreaterThan(980)
    expect(answer!.pins[0]!.x).toBeLessThan(1020)
    expect(answer!.sketch!.entries.map(each => each.type)).toEqual(['prepare', 'act', 'act', 'undo'])
    await page.goto(`${url}/crit/${handIns[0]}`)
    await expect.poll(() => page.getByLabel('Your words').inputValue()).toBe('Take your time at the spout.')
    expect(await page.getByText('Not returned yet').count()).toBe(0)
  })

  it('is seen by its learner, whole', async () => {
    const learners = await openBrowser()
    const own = learners.context.pages()[0]!
    try {
      await enterAsLearner(own, url, { code: slips.code, name: NAMES[0]!, pin: slips.slips[0]!.pin })
      await own.goto(`${url}/answer/${handIns[0]}`)
      await own.locator('[data-test=over]').waitFor()
      await own.getByText('on the way', { exact: true }).waitFor()
      await own.getByRole('button', { name: /^Comment 1/ }).waitFor()
      await own.locator('.pins li', { hasText: 'Here the line <b>sings</b>.' }).waitFor()
      await expectAccessible(own)
      await own.getByLabel('what your teacher drew over it').uncheck()
      await own.locator('[data-test=over]').waitFor({ state: 'detached' })
      expect(await own.getByRole('button', { name: 'Draw over' }).count()).toBe(0)
    } finally {
      await learners.close()
    }
  })

  const body: AnswerBody = { marks: {}, words: 'Well seen.', next: '', outcome: 'accepted' }
  it('by two at once: the second is told, and writes over nothing unseen', async () => {
    const path = `/api/hand-ins/${handIns[1]}/answer`
    const [first, second] = await Promise.all(
      ['The first.', 'The second.'].map(words => teacher.call('PUT', path, { ...body, words, seen: null })),
    )
    expect([first!.status, second!.status].sort()).toEqual([200, 409])
    expect([first!.code, second!.code]).toContain('already-answered')
    const { answer } = await view(handIns[1]!)
    expect(answer!.words).toBe(first!.status === 200 ? 'The first.' : 'The second.')
    expect((await teacher.call('PUT', path, { ...body, seen: answer!.answeredAt })).status).toBe(200)
    expect((await view(handIns[1]!)).answer!.words).toBe('Well seen.')
  })

  it.each<[string, object]>([
    ['a comment without words', { pins: [{ x: 1, y: 1, words: ' ' }] }],
    ['a comment nowhere', { pins: [{ x: 1e9, y: 1, words: 'Here' }] }],
    ['too many comments', { pins: Array.from({ length: 41 }, () => ({ x: 1, y: 1, words: 'Here' })) }],
    ['a level that there is not', { criteria: [{ title: 'Care', levels: ['no', 'yes'], level: 2 }] }],
    ['a criterion with one level', { criteria: [{ title: 'Care', levels: ['yes'], level: 0 }] }],
    [
      'a drawing over it that is none',
      { sketch: { version: 1, sheet: { width: 100, height: 100, paper: [0, 0, 0] }, entries: [{ type: 'wish' }] } },
    ],
  ])('is refused with %s', async (_what, set) => {
    const { status, code } = await teacher.call('PUT', `/api/hand-ins/${handIns[2]}/answer`, { ...body, ...set })
    expect([status, code]).toEqual([422, 'malformed'])
    expect((await view(handIns[2]!)).answer).toBeNull()
  })
})

describe('the Table', () => {
  const table = async () => (await teacher.call<TableView>('GET', `/api/classes/${classId}/table`)).body

  beforeAll(async () => {
    await page.goto(`${url}/table/${classId}`)
    await page.locator('article.work').first().waitFor()
  })

  it('has every learner’s latest hand-in, measured', async () => {
    const { rows, lookFors, plans, plan } = await table()
    expect(rows.map(each => each.learner.name)).toEqual(NAMES)
    expect(rows.map(each => each.handIn?.id)).toEqual(handIns)
    expect(plans.map(each => each.id)).toEqual([plan])
    for (const { handIn } of rows) expect(Object.keys(handIn!.verdicts)).toEqual(lookFors.map(each => each.id))
    expect((await teacher.call('GET', `/api/classes/${classId}/table?plan=999999`)).code).toBe('not-found')
  })

  it('is sorted by any measure, and grouped by how they stand', async () => {
    const names = () => page.locator('article.work strong').allTextContents()
    expect(await names()).toEqual(NAMES)
    await page.getByLabel('sorted by').selectOption('look-fors met')
    const share = async (name: string) => {
      const verdicts = Object.values(
        (await table()).rows.find(each => each.learner.name === name)!.handIn!.verdicts,
      ).filter(each => each !== 'cant-tell')
      return verdicts.filter(each => each === 'met').length / verdicts.length
    }
    const shares = await Promise.all((await names()).map(share))
    expect(shares).toEqual([...shares].sort((a, b) => a - b))
    await page
      .locator('article.work', { hasText: NAMES[0]! })
      .getByText(/^\s*look-fors met: \d+ %\s*$/)
      .waitFor()
    await page.getByLabel('grouped').selectOption('by how they stand')
    expect(
      (await page.locator('.table-page h2').allTextContents()).map(each => each.replace(/\s*\d+$/, '')).sort(),
    ).toEqual(['accepted', 'to draw on', 'waits for a look'])
    await page.getByText(/^\s*Medians of 5: look-fors met \d+ %/).waitFor()
    await expectAccessible(page)
  })

  it('is a grid of look-fors, the teacher’s marks before what was measured', async () => {
    await page.getByRole('button', { name: 'Look-fors', exact: true }).click()
    const { lookFors } = await table()
    await expect.poll(() => page.locator('tbody tr').count()).toBe(5)
    expect(await page.locator('thead th').count()).toBe(lookFors.length + 1)
    const closed = lookFors.findIndex(each => each.id === 'closed')
    const cell = page.locator('tbody tr', { hasText: NAMES[0]! }).locator('td').nth(closed)
    expect(await cell.innerText()).toContain('not yet')
    const { answer } = await view(handIns[0]!)
    const { teacher: _, answeredAt, ...given } = answer!
    await teacher.call('PUT', `/api/hand-ins/${handIns[0]}/answer`, {
      ...given,
      marks: { closed: 'nearly' },
      seen: answeredAt,
    })
    await page.reload()
    await page.getByRole('button', { name: 'Look-fors', exact: true }).click()
    await expect.poll(() => cell.innerText()).toContain('nearly, your mark')
    await page.getByText(/Of 1 mark you and the measures agree in 0 %/).waitFor()
    await expectAccessible(page)
  })

  it('shows works in front of all, without names', async () => {
    await page.getByRole('button', { name: 'Pictures' }).click()
    for (const name of [NAMES[1]!, NAMES[3]!]) await page.getByLabel(`Pick ${name}’s work`).check()
    await page.getByRole('button', { name: 'Show 2 without names' }).click()
    const talk = page.locator('.talk')
    await talk.getByText('1 of 2').waitFor()
    await page.keyboard.press('ArrowRight')
    await talk.getByText('2 of 2').waitFor()
    await page.keyboard.press('t')
    await talk.getByText('2 works').waitFor()
    const text = await talk.innerText()
    for (const name of NAMES) expect(text).not.toContain(name.split(' ')[0])
    expect(await talk.locator('img').evaluateAll(all => all.map(each => each.getAttribute('alt')))).toEqual([
      'Work 1',
      'Work 2',
    ])
    await expectAccessible(page, '.talk')
    await page.keyboard.press('Escape')
    await talk.waitFor({ state: 'hidden' })
  })
})
