import type { Page } from 'playwright-core'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Act, Entry } from '#core/drawing'
import type { HandInView } from '#shared/views'
import { enterAsLearner, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { drawWithMouse, onPage, placeOfSheet, restingBox, type Placed } from './lib/draw'
import { drawingNumber, expectAccessible, expectKept, untilNothingMoves } from './lib/easel'
import { url } from './lib/world'

/** A sheet of one's own: set, cut up, moved about, written on, and looked at beside a reference. */

const LEARNER = { code: 'KETTLE7', name: 'Effie Rundle', pin: '6614' }
const SHEET = { width: 900, height: 700 }
let browser: OpenedBrowser
let page: Page
let at: Placed
let client: Client

beforeAll(async () => {
  browser = await openBrowser()
  page = browser.context.pages()[0]!
  await enterAsLearner(page, url, LEARNER)
  client = await new Client(url).learner(LEARNER.name, LEARNER.pin)
})
afterAll(async () => {
  await browser.close()
})

const entries = async () => {
  await expectKept(page)
  return (await client.call<{ entries: Entry[] }>('GET', `/api/drawings/${drawingNumber(page)}`)).body.entries
}
/** The last act of a kind on the server, once there are `count` of them. */
async function actOf<K extends Act['kind']>(kind: K, count = 1): Promise<Extract<Act, { kind: K }>> {
  const found = async () =>
    (await entries()).flatMap(entry =>
      entry.type === 'act' && entry.act.kind === kind ? [entry.act as Extract<Act, { kind: K }>] : [],
    )
  await expect.poll(async () => (await found()).length, { timeout: 15_000 }).toBe(count)
  return (await found()).at(-1)!
}
const knife = async (choice: string, isExact = true) => {
  await page.getByRole('button', { name: /^Knife/ }).click()
  await page.locator('.choices').getByRole('button', { name: choice, exact: isExact }).click()
}
const bar = () => page.getByRole('group', { name: 'The part' })
const drag = async (from: [number, number], to: [number, number]) => {
  await page.mouse.move(...onPage(at, from))
  await page.mouse.down()
  await page.mouse.move(...onPage(at, [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]))
  await page.mouse.move(...onPage(at, to))
  await page.mouse.up()
}

describe('a sheet of one’s own', () => {
  it('shows what it costs before it is there, and refuses what can’t be', async () => {
    await page.getByRole('button', { name: 'A new sheet' }).click()
    const dialog = page.getByRole('dialog')
    await dialog.getByRole('radio', { name: 'A4' }).click()
    await dialog.getByText('2480 × 3508 px').waitFor()
    expect(await dialog.locator('.budget').textContent()).toContain('room for 15 full layers')
    for (const [side, words] of [
      ['0', 'too small'],
      ['40000', 'too long'],
    ] as const) {
      await dialog.getByLabel('Unit').selectOption('px')
      await dialog.getByLabel('Width').fill(side)
      await dialog.getByLabel('Width').press('Tab')
      await dialog.getByText(words).waitFor()
      expect(await dialog.getByRole('button', { name: 'Lay it out' }).isDisabled()).toBe(true)
    }
    await expectAccessible(page, '.dialog')
  })

  it('is laid out, named, with its paper', async () => {
    const dialog = page.getByRole('dialog')
    await dialog.getByLabel('Its name').fill('Dunes at noon')
    await dialog.getByLabel('Width').fill(String(SHEET.width))
    await dialog.getByLabel('Height').fill(String(SHEET.height))
    await dialog.getByRole('radio', { name: 'Cream' }).click()
    await dialog.getByRole('radio', { name: 'Laid' }).click()
    await dialog.getByRole('button', { name: 'Lay it out' }).click()
    await page.locator('.step-sheet').waitFor()
    expect(await page.locator('.title').textContent()).toBe('Dunes at noon')
    at = await placeOfSheet(page.locator('.window'), SHEET)
    const { plan } = (await client.call<{ plan: { sheet: unknown } }>('GET', `/api/drawings/${drawingNumber(page)}`))
      .body
    expect(plan.sheet).toMatchObject({ ...SHEET, paper: [246, 236, 214], texture: { name: 'laid' } })
  })
})

describe('a part', () => {
  it('is chosen by hand, and only there lands paint', async () => {
    await page.keyboard.press('3')
    await knife('Round it by hand')
    await drawWithMouse(
      page,
      at,
      Array.from(
        { length: 30 },
        (_, i) => [450 + 250 * Math.cos(i / 4.8), 350 + 200 * Math.sin(i / 4.8)] as [number, number],
      ),
      3,
    )
    expect((await actOf('select')).area.kind).toBe('outline')
    await bar().getByRole('button', { name: 'Done' }).click()
    await drawWithMouse(
      page,
      at,
      [
        [100, 350],
        [300, 340],
        [600, 360],
        [820, 350],
      ],
      5,
    )
    await actOf('stroke')
    await page.locator('.edge').waitFor()
    await expectAccessible(page, '.strip')
  })

  it('is grown with Shift, shrunk with Alt, inverted and softened', async () => {
    await knife('Box')
    await page.keyboard.down('Shift')
    await drag([650, 300], [800, 400])
    await page.keyboard.up('Shift')
    expect((await actOf('select', 2)).choice).toBe('add')
    await page.keyboard.down('Alt')
    await drag([200, 150], [260, 560])
    await page.keyboard.up('Alt')
    expect((await actOf('select', 3)).choice).toBe('subtract')
    await bar().getByRole('button', { name: 'Done' }).click()
    await bar().getByRole('button', { name: 'Invert' }).click()
    await bar().getByRole('button', { name: 'Invert' }).click()
    await bar().getByRole('button', { name: 'Soften' }).click()
    await actOf('select-soften')
    await actOf('select-invert', 2)
  })

  it('is moved by hand and by arrow keys, turned and settled as one act', async () => {
    await bar().getByRole('button', { name: 'Move', exact: true }).click()
    await bar().getByRole('button', { name: 'Settle' }).waitFor()
    await drag([450, 350], [500, 420])
    await page
      .locator('.window')
      .focus()
      .catch(() => {})
    for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
    await page.keyboard.press('Shift+ArrowDown')
    await bar().getByRole('button', { name: 'A quarter to the right' }).click()
    await page.keyboard.press('Enter')
    const { box, to } = await actOf('move')
    expect(to.kind).toBe('corners')
    const middle = [0, 1].map(axis => to.points.reduce((sum, value, i) => (i % 2 === axis ? sum + value : sum), 0) / 64)
    expect(Math.abs(middle[0]! - (box[0] + box[2]) / 2 - 53)).toBeLessThan(2)
    expect(Math.abs(middle[1]! - (box[1] + box[3]) / 2 - 80)).toBeLessThan(2)
  })

  it('is pulled by the knots of a net, with a copy staying; undo first takes it out of the hand', async () => {
    await bar().getByRole('button', { name: 'Move', exact: true }).click()
    await bar().getByRole('radio', { name: 'net' }).click()
    await page.keyboard.press('Control+z')
    await bar().getByRole('button', { name: 'Move', exact: true }).waitFor()
    await bar().getByRole('button', { name: 'Move', exact: true }).click()
    await bar().getByLabel('stays as well').check()
    await bar().getByRole('radio', { name: 'net' }).click()
    await expectAccessible(page, '.strip')
    await bar().getByRole('button', { name: 'Settle' }).click()
    const { to, leaves } = await actOf('move', 2)
    expect([to.kind, leaves]).toEqual(['net', true])
  })

  it('is copied to a layer of its own', async () => {
    await bar().getByRole('button', { name: 'Copy to a layer' }).click()
    const { copy } = await actOf('layer-copy')
    await page.getByRole('radio', { name: /^Drawing copy/ }).waitFor()
    expect(await page.locator(`#sheet-${copy}`).getAttribute('aria-checked')).toBe('true')
    await bar().getByRole('button', { name: 'Select nothing' }).click()
    await actOf('select-none')
    await bar().waitFor({ state: 'hidden' })
  })

  it('is pushed and mirrored', async () => {
    await page.locator('.stack .name', { hasText: /^\s*Drawing\s*$/ }).click()
    await knife('Push')
    await drag([500, 420], [560, 470])
    expect((await actOf('bend')).how).toBe('push')
    await page.keyboard.press('Escape')
    await knife('left → right')
    const { line } = await actOf('mirror-half')
    expect(line[0]).toBe(SHEET.width * 8)
  })

  it('where there is no paint is not taken hold of, and it is said why', async () => {
    await page.getByRole('button', { name: /Lay a new sheet/ }).click()
    await page.getByRole('radio', { name: /^Layer 3, empty/ }).waitFor()
    await knife('Move, size, turn')
    await page.getByText('there is no paint on this layer to take hold of').first().waitFor()
    await bar().waitFor({ state: 'hidden' })
  })
})

describe('writing', () => {
  it('sets letters that are shown as they are written, then settled', async () => {
    await knife('Letters')
    await page.mouse.click(...onPage(at, [450, 120]))
    await page.getByLabel('The words').fill('Düne\nNr 3')
    await bar().getByRole('radio', { name: 'Book' }).click()
    await bar().getByLabel('high').fill('70')
    await expectAccessible(page, '.strip')
    await bar().getByRole('button', { name: 'Settle' }).click()
    const { text, outlines, is } = await actOf('lettering')
    expect([text, is]).toEqual(['Düne\nNr 3', 'text'])
    // D, ü with two dots, n, e, N, r, 3: holes in D and e.
    expect(outlines.length).toBeGreaterThanOrEqual(9)
    const heights = outlines.flat().filter((_, i) => i % 2)
    expect((Math.max(...heights) - Math.min(...heights)) / 16).toBeGreaterThan(100)
    await bar().getByRole('button', { name: 'Done' }).click()
  })

  it('keeps a name, and stamps it', async () => {
    await knife('My name')
    await page.locator('.pad').waitFor()
    const pad = await restingBox(page.locator('.pad'))
    await page.mouse.move(pad.x + 80, pad.y + 90)
    await page.mouse.down()
    for (let i = 0; i < 40; i++) await page.mouse.move(pad.x + 80 + i * 8, pad.y + 90 + 35 * Math.sin(i / 2.5))
    await page.mouse.up()
    await page.getByRole('button', { name: 'Put it on the sheet' }).click()
    await page.keyboard.press('Enter')
    expect((await actOf('lettering', 2)).is).toBe('signature')
    expect((await client.call<{ outlines: number[][] }>('GET', '/api/signature')).body.outlines).toHaveLength(1)
    await knife('My name')
    await page.locator('.pad path').waitFor()
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click()
  })
})

describe('a reference', () => {
  const picture = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: { r: 40, g: 120, b: 200 } } })

  it('is pinned up, gives its colour, and is no part of the record', async () => {
    const before = (await entries()).length
    await page.getByRole('button', { name: 'Reference pictures' }).click()
    await page
      .getByLabel('Pin up pictures')
      .setInputFiles({ name: 'sea.png', mimeType: 'image/png', buffer: await picture(300, 200).png().toBuffer() })
    const pinned = page.locator('.pinned canvas')
    // The picture is decoded first.
    const middle = () =>
      pinned.evaluate((each: HTMLCanvasElement) => [
        ...each.getContext('2d')!.getImageData(each.width >> 1, each.height >> 1, 1, 1).data,
      ])
    await expect.poll(middle).toEqual([40, 120, 200, 255])
    await pinned.click()
    await expect
      .poll(() =>
        page
          .locator('.hand')
          .first()
          .evaluate(element => getComputedStyle(element).backgroundColor),
      )
      .toBe('rgb(40, 120, 200)')
    await expectAccessible(page, '.board')
    expect((await entries()).length).toBe(before)
  })

  it.each([
    ['broken', 'image/png', async () => (await picture(50, 50).png().toBuffer()).subarray(0, 60), 'or it is broken'],
    ['not a picture', 'image/png', async () => Buffer.from('A note about dunes.'), 'no picture'],
    ['empty', 'image/png', async () => Buffer.alloc(0), 'This file is empty'],
  ] as const)('that is %s is refused, and it is said why', async (name, mimeType, buffer, words) => {
    await page.getByLabel('Pin up pictures').setInputFiles({ name: `${name}.png`, mimeType, buffer: await buffer() })
    await page.getByText(words).first().waitFor()
    expect(await page.locator('.pinned').count()).toBe(1)
  })

  it('lies under the sheet to be traced, and is there again after the page was closed', async () => {
    const middle = async () => {
      const shot = await page.locator('.window').screenshot()
      const { data, info } = await sharp(shot).removeAlpha().raw().toBuffer({ resolveWithObject: true })
      const place = await placeOfSheet(page.locator('.window'), SHEET)
      const box = (await page.locator('.window').boundingBox())!
      const [x, y] = onPage(place, [30, 350])
      const from = 3 * (Math.round(y - box.y) * info.width + Math.round(x - box.x))
      return [...data.subarray(from, from + 3)]
    }
    // What was said of the files before lies over the board.
    const closes = page.locator('.notices').getByRole('button', { name: 'Close' })
    while (await closes.count()) await closes.first().click()
    const [redBefore] = await middle()
    await page.getByRole('button', { name: /Lay it under/ }).click()
    await page.getByText('Under the sheet: sea.png').waitFor()
    await page.getByRole('button', { name: 'Fill', exact: true }).click()
    await expect.poll(async () => (await middle())[0]!).toBeLessThan(redBefore! - 40)
    await page.reload()
    await page.locator('.step-sheet').waitFor()
    await expect.poll(async () => (await middle())[0]!, { timeout: 15_000 }).toBeLessThan(redBefore! - 40)
    await page.getByRole('button', { name: 'Reference pictures' }).click()
    await page.getByRole('button', { name: 'Pin up again' }).click()
    await expect.poll(async () => (await middle())[0]!).toBeGreaterThan(redBefore! - 10)
    await page.getByRole('button', { name: 'Take it away' }).click()
    await page.getByText('Nothing is pinned up').waitFor()
    await page.getByRole('button', { name: 'Put the board away' }).click()
  })
})

describe('the sheet', () => {
  it('is given another paper and size, and undo brings the old one back', async () => {
    await page.getByRole('button', { name: /^The sheet/ }).click()
    const dialog = page.getByRole('dialog')
    await dialog.getByRole('radio', { name: 'Sky' }).click()
    await dialog.getByLabel('Width').fill('1100')
    await dialog.getByLabel('Width').press('Tab')
    await dialog.getByRole('radio', { name: 'left', exact: true }).click()
    await expectAccessible(page, '.dialog')
    await dialog.getByRole('button', { name: 'Change it' }).click()
    expect((await actOf('sheet-paper')).colour).toEqual([216, 228, 236])
    expect((await actOf('sheet-cut')).box).toEqual([0, 0, 1100, 700])
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await entries()).at(-1)?.type).toBe('undo')
    await untilNothingMoves(page)
    at = await placeOfSheet(page.locator('.window'), SHEET)
  })

  it('is cropped to a ratio by hand, or to just the size of a print', async () => {
    await page.getByRole('button', { name: /^The sheet/ }).click()
    await page.getByRole('button', { name: 'Crop …' }).click()
    const crop = page.getByRole('group', { name: 'Cropping' })
    await crop.getByRole('radio', { name: '1 : 1' }).click()
    expect(await crop.locator('strong').textContent()).toBe('700 × 700 px')
    await drag([800, 350], [700, 350])
    await expectAccessible(page, '.strip')
    await page.keyboard.press('Enter')
    const cut = await actOf('sheet-cut', 2)
    expect([cut.box[2] - cut.box[0], cut.box[3] - cut.box[1]]).toEqual([
      cut.box[3] - cut.box[1],
      cut.box[3] - cut.box[1],
    ])
    await page.getByRole('button', { name: /^The sheet/ }).click()
    await page.getByRole('button', { name: 'Crop …' }).click()
    await crop.getByLabel('printed at').selectOption('a6')
    await crop.getByLabel('Px an inch').fill('100')
    await crop.getByRole('button', { name: 'Crop', exact: true }).click()
    expect(await actOf('sheet-scale')).toMatchObject({ width: 413, height: 583 })
    expect((await actOf('sheet-resolution')).perInch).toBe(100)
  })

  it('handed in is drawn again by the server, px for px', async () => {
    await page.getByRole('button', { name: 'Hand in' }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click()
    await page.getByText('It lies on your teacher’s desk.').waitFor()
    const folio = (await client.call<{ own: { title: string; handIns: { id: number }[] }[] }>('GET', '/api/folio')).body
    const { id } = folio.own.find(each => each.title === 'Dunes at noon')!.handIns[0]!
    const teacher = await new Client(url).teacher()
    await expect
      .poll(async () => (await teacher.call<HandInView>('GET', `/api/hand-ins/${id}`)).body.verification, {
        timeout: 60_000,
      })
      .toBe('matches')
    const desk = (await teacher.call<{ waiting: { id: number; plan: string }[] }>('GET', '/api/desk')).body
    expect(desk.waiting.find(each => each.id === id)?.plan).toBe('Dunes at noon')
  })
})
