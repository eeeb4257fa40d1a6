import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Locator, Page } from 'playwright-core'
import type { Act, Entry } from '#core/drawing'
import type { DeskView } from '#shared/views'
import { enterAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { drawWithMouse, placeOfSheet } from './lib/draw'
import { drawingNumber, untilNothingMoves } from './lib/easel'
import { url } from './lib/world'

/** A lesson, a crit and a register without a pointer: all but the act of drawing is done by keys alone. */

const ORLA = { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' }
const MORTEN = { code: 'KETTLE7', name: 'Morten Skeel', pin: '2650' }

type ActOf<K extends Act['kind']> = Extract<Act, { kind: K }>

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

  it('goes through tools by arrows, and past all of them with one Tab', async () => {
    const page = pageOf(learner)
    const tools = page.getByRole('radiogroup', { name: 'Tools' }).getByRole('radio')
    const lifted = () => tools.evaluateAll(all => all.findIndex(each => each.getAttribute('aria-checked') === 'true'))
    const count = await tools.count()
    const first = await lifted()
    await tabTo(page, tools.nth(first))
    await page.keyboard.press('ArrowRight')
    expect(await lifted()).toBe((first + 1) % count)
    await page.keyboard.press('ArrowLeft')
    expect(await lifted()).toBe(first)
    expect(await hasFocus(tools.nth(first))).toBe(true)
    await page.keyboard.press('Tab')
    expect(await tools.evaluateAll(all => all.some(each => each === document.activeElement))).toBe(false)
  })

  it('chooses a box by figures, moves it by arrows, sizes and turns it by figures', async () => {
    const page = pageOf(learner)
    await drawWithMouse(
      page,
      await placeOfSheet(page.locator('.window')),
      [
        [600, 500],
        [800, 530],
        [1000, 500],
      ],
      3,
    )
    const bar = page.getByRole('group', { name: 'The part' })
    const byNumbers = bar.getByRole('button', { name: 'By numbers' })
    const type = async (label: string, value: number) => {
      await tabTo(page, page.getByRole('dialog').getByLabel(label))
      await page.keyboard.press('ControlOrMeta+a')
      await page.keyboard.type(String(value))
    }
    await press(page, page.getByRole('button', { name: /^Knife/ }))
    await press(page, page.getByRole('dialog').getByRole('button', { name: 'Box', exact: true }))
    await press(page, byNumbers)
    for (const [label, value] of [
      ['From the left', 650],
      ['From the top', 400],
      ['Wide', 200],
      ['High', 300],
    ] as const)
      await type(label, value)
    await press(page, page.getByRole('dialog').getByRole('button', { name: 'Choose it' }))
    await press(page, bar.getByRole('button', { name: 'Move', exact: true }))
    await bar.getByRole('button', { name: 'Settle' }).waitFor()
    await press(page, byNumbers)
    await type('Wide', 400)
    await type('Turned', 90)
    await page.keyboard.press('Enter')
    await page.keyboard.press('Escape')
    await expect.poll(() => hasFocus(byNumbers)).toBe(true)
    await page.keyboard.press('Shift+ArrowRight')
    await tabTo(page, bar.getByRole('radio', { name: 'size, turn' }))
    for (let i = 0; i < 2; i++) await page.keyboard.press('ArrowRight')
    expect(await bar.getByRole('radio', { name: 'corners' }).getAttribute('aria-checked')).toBe('true')
    await tabTo(page, page.getByRole('button', { name: /^Bottom left corner\. / }))
    await page.keyboard.press('Shift+ArrowDown')
    await page.keyboard.press('ArrowDown')
    await press(page, bar.getByRole('button', { name: 'Settle' }))
    const client = await new Client(url).learner(MORTEN.name, MORTEN.pin)
    const acts = async () => {
      const path = `/api/drawings/${drawingNumber(page)}`
      return (await client.call<{ entries: Entry[] }>('GET', path)).body.entries.flatMap(each =>
        each.type === 'act' ? [each.act] : [],
      )
    }
    await expect.poll(async () => (await acts()).at(-1)?.kind).toBe('move')
    const [select, move] = (await acts()).slice(-2) as [ActOf<'select'>, ActOf<'move'>]
    expect(select.area).toEqual({
      kind: 'outline',
      points: [650, 400, 850, 400, 850, 700, 650, 700].map(each => 16 * each),
    })
    const [x0, y0, x1, y1] = move.to.points.map(each => each / 16) as [number, number, number, number]
    // Its top side: as long as was typed, and straight down.
    expect(x1 - x0).toBeCloseTo(0, 0)
    expect(y1 - y0).toBeCloseTo(400, 0)
    // One corner pulled by keys: it lay as high as the first, which is now the other end of the same side.
    expect(move.to.points[7]! / 16 - y0).toBeCloseTo(11, 0)
    await press(page, bar.getByRole('button', { name: 'Select nothing' }))
  })

  it('moves and turns a guide by arrows', async () => {
    const page = pageOf(learner)
    const opens = page.getByRole('button', { name: 'Guides' })
    const card = page.getByRole('dialog', { name: 'Guides' })
    await press(page, opens)
    await press(page, card.getByRole('button', { name: /^Mirror line/ }))
    const angle = card.getByLabel('Angle, °')
    const before = Number(await angle.inputValue())
    await tabTo(page, card.getByLabel('Move them on the sheet with handles'))
    await page.keyboard.press('Space')
    await page.keyboard.press('Escape')
    const turn = page.getByRole('button', { name: /^Turn the mirror line\. / })
    const middle = page.getByRole('button', { name: /^Middle of the mirror line\. / })
    await tabTo(page, turn)
    await page.keyboard.press('Shift+ArrowRight')
    await page.keyboard.press('ArrowDown')
    const at = async () => (await middle.boundingBox())!.x
    const from = await at()
    await tabTo(page, middle)
    for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowLeft')
    await expect.poll(at).toBeLessThan(from - 5)
    await press(page, opens)
    expect(Number(await angle.inputValue())).toBe(before + 11)
    await press(page, card.getByRole('button', { name: 'Take Mirror line away' }))
    await page.keyboard.press('Escape')
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
    // From the heading it is two keys to one’s words, whatever was measured.
    await page.getByRole('heading', { level: 1 }).focus()
    const straight = page
      .getByRole('navigation', { name: 'Go straight to' })
      .getByRole('link', { name: 'To your words' })
    expect(await tabTo(page, straight)).toBe(1)
    await page.keyboard.press('Enter')
    expect(await hasFocus(page.getByLabel('Your words'))).toBe(true)
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
