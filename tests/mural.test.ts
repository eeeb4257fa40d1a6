import type { Page } from 'playwright-core'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { replay, type Entry } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { showDrawing } from '#core/layers'
import type { Plan } from '#core/plan'
import { curveThrough, type Point } from '#demo/hand'
import type { MuralView, NewMural, PanelView } from '#shared/mural'
import type { FolioView, SlipsView } from '#shared/views'
import { enterAsLearner, enterAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { drawWithMouse, onPage, placeOfSheet, type Placed } from './lib/draw'
import { drawingNumber, expectAccessible, expectKept } from './lib/easel'
import { anotherServer, faults, url } from './lib/world'

/**
 * A class draws one picture: it is laid out, picked, drawn panel beside panel, measured along the seams, and put
 * together.
 */

const second = await anotherServer()
const teacher = new Client(url)
const [ada, bo] = [new Client(url), new Client(second)]
let classId = 0
let slips: SlipsView
let desk: { browser: OpenedBrowser; page: Page }
let muralId = 0
/** A panel that nobody has in the end. */
let freed = -1
/** A line as a hand goes along it. */
const line = (from: Point, to: Point) => curveThrough([from, [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2], to])
const STEADY = { sway: 1, tremor: 0.3 }
const SHEET = { width: 480, height: 480 }

beforeAll(async () => {
  await teacher.teacher()
  classId = (await teacher.call<{ id: number }>('POST', '/api/classes', { name: 'Sea wall group', when: '' })).body.id
  slips = (
    await teacher.call<SlipsView>('POST', `/api/classes/${classId}/learners`, {
      learners: ['Ada Tregear', 'Bo Hask', 'Cissy Rooke'].map(name => ({ name, pin: null })),
    })
  ).body
  await ada.learner('Ada Tregear', slips.slips[0]!.pin, slips.code)
  await bo.learner('Bo Hask', slips.slips[1]!.pin, slips.code)
  const browser = await openBrowser()
  desk = { browser, page: browser.context.pages()[0]! }
  await enterAsTeacher(desk.page, url, { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' })
})
const opened: OpenedBrowser[] = []
afterAll(async () => {
  await Promise.all([...opened.map(each => each.close()), desk?.browser.close()])
})

const view = async (id = muralId) => (await teacher.call<MuralView>('GET', `/api/murals/${id}`)).body

describe('a new mural', () => {
  it('is laid out from a picture, with the colours of the picture', async () => {
    const { page } = desk
    await page.goto(`${url}/register/${classId}`)
    await page.getByText('None yet. Cut a picture').waitFor()
    await page.getByRole('link', { name: 'A new mural' }).click()
    await page.getByLabel('Title').fill('Low tide')
    await page.getByLabel('What all should know').fill('Boats on mud, in three colours.')
    // Sky, a dark quay across the second third, mud.
    const picture = await sharp({ create: { width: 600, height: 400, channels: 3, background: '#8fb6d8' } })
      .composite([
        { input: { create: { width: 600, height: 130, channels: 3, background: '#5b4a3a' } }, left: 0, top: 270 },
        { input: { create: { width: 600, height: 30, channels: 3, background: '#26262c' } }, left: 0, top: 240 },
      ])
      .png()
      .toBuffer()
    await page
      .getByLabel('The picture that the mural is cut from')
      .setInputFiles({ name: 'tide.png', mimeType: 'image/png', buffer: picture })
    await page.getByRole('button', { name: 'Another picture' }).waitFor()
    await page.getByLabel('across').fill('3')
    await page.getByLabel('down').fill('2')
    await page.getByLabel('longer side').fill('400')
    // The whole keeps the picture's shape: 3 : 2, so panels are square.
    await page.getByText('6 panels of 400 × 400 px; the whole has 1200 × 800 px.').waitFor()
    await page.getByRole('button', { name: 'From the picture' }).click()
    await expect.poll(() => page.locator('.well').count()).toBeLessThan(6)
    await page.getByLabel('Side of a square, px').fill('100')
    await page.getByLabel('a vanishing point').check()
    await page.getByLabel('The vanishing point: arrow keys move it').focus()
    await page.keyboard.press('ArrowUp')
    await page.getByLabel('What one square stands for').fill('a grown cat')
    await expectAccessible(page)
    // LOOK desk.page new
    await page.getByRole('button', { name: 'Lay it out' }).click()
    await page.waitForURL(/\/murals\/\d+$/)
    muralId = Number(new URL(page.url()).pathname.split('/').pop())
    await page.getByText('6 panels, 0 begun, 6 free.').waitFor()
    expect(await page.locator('.cell').count()).toBe(6)
    const { facts } = await view()
    expect(facts).toMatchObject({
      grid: { columns: 3, rows: 2, width: 400, height: 400, bleed: 40 },
      ground: 536,
      unit: 100,
      unitWords: 'a grown cat',
      vanishing: { x: 600, y: 312 },
      isPicked: true,
    })
    await expectAccessible(page)
  })

  it.each<[string, Partial<NewMural['facts']>, Partial<NewMural>, string]>([
    ['too many panels', { grid: { columns: 30, rows: 30, width: 200, height: 200, bleed: 0 } }, {}, 'malformed'],
    ['panels that are no sheet', { grid: { columns: 1, rows: 1, width: 40, height: 40, bleed: 0 } }, {}, 'malformed'],
    [
      'a whole that fills the memory',
      { grid: { columns: 12, rows: 10, width: 4000, height: 4000, bleed: 0 } },
      {},
      'too-big',
    ],
    ['no title', { title: ' ' }, {}, 'malformed'],
    ['a picture that is none', {}, { picture: 'aGVsbG8=' }, 'malformed'],
    ['no colours', {}, { palette: [] }, 'malformed'],
  ])('of %s is refused, and nothing is kept', async (_, facts, rest, code) => {
    const before = (await view()).facts
    const good: NewMural = { facts: before, palette: [{ name: 'mud', colour: [91, 74, 58] }], picture: null }
    const answer = await teacher.call('POST', `/api/classes/${classId}/murals`, {
      ...good,
      ...rest,
      facts: { ...before, ...facts },
    })
    expect(answer.code).toBe(code)
    expect((await ada.call<FolioView>('GET', '/api/folio')).body.murals).toHaveLength(1)
  })
})

/** A learner in a browser at a panel's sheet. */
async function atPanel(at: string, who: 0 | 1, place: number): Promise<{ page: Page; at: Placed }> {
  const browser = await openBrowser()
  opened.push(browser)
  const page = browser.context.pages()[0]!
  const { name, pin } = slips.slips[who]!
  await enterAsLearner(page, at, { code: slips.code, name, pin })
  await page.getByRole('link', { name: 'Low tide' }).click()
  await page.locator(`[data-place="${place}"]`).click()
  await page.getByRole('button', { name: 'Take it' }).click()
  await page.getByRole('button', { name: 'Draw it' }).click()
  await page.waitForURL(/\/easel\/\d+/)
  await page.locator('[data-test="panel-card"]').waitFor()
  await page.keyboard.press('f')
  return { page, at: await placeOfSheet(page.locator('.window'), SHEET) }
}

/** The colour of a place of the sheet as it is seen. */
async function seenAt(page: Page, at: Placed, [x, y]: Point): Promise<number[]> {
  const [left, top] = onPage(at, [x, y])
  const shot = await page.screenshot({ clip: { x: Math.round(left), y: Math.round(top), width: 3, height: 3 } })
  return [...(await sharp(shot).removeAlpha().raw().toBuffer()).subarray(12, 15)]
}

describe('panels', () => {
  let left: { page: Page; at: Placed }
  let right: { page: Page; at: Placed }

  it('are taken by who comes first', async () => {
    left = await atPanel(url, 0, 3)
    const answer = await bo.call('POST', `/api/murals/${muralId}/panels/3/take`, { isTaken: true })
    expect([answer.status, answer.code]).toEqual([409, 'panel-taken'])
    right = await atPanel(second, 1, 4)
    const { panels } = await view()
    expect(panels.map(each => each.learner?.name ?? null)).toEqual([null, null, null, 'Ada Tregear', 'Bo Hask', null])
  })

  it('have their own sheet, with the shared colours, the squares that run on and the cut of the picture under it', async () => {
    const { plan } = (await ada.call<{ plan: Plan }>('GET', `/api/drawings/${drawingNumber(left.page)}`)).body
    expect(plan.sheet).toMatchObject(SHEET)
    expect(plan.palette.length).toBeGreaterThanOrEqual(3)
    // The second row begins at 400 px, with its bleed at 360: the next line of squares of 100 px is 40 px further down.
    expect(plan.steps[0]!.guides).toMatchObject([
      { kind: 'grid', spacing: 100, offsetX: 40, offsetY: 40 },
      { kind: 'perspective', points: [{ x: 640, y: -48 }] },
    ])
    const cut = plan.pictures![0]!
    const { data, info } = await sharp(Buffer.from(cut.base64, 'base64')).raw().toBuffer({ resolveWithObject: true })
    expect(info.width).toBe(info.height)
    // In the picture mud begins at 270 of 400: at 540 of 800, 140 px below the panel's upper edge.
    const at = (y: number) => [
      ...data.subarray(3 * Math.round((y / SHEET.height) * info.height) * info.width).subarray(0, 3),
    ]
    expect(at(40 + 250)[0]).toBeGreaterThan(80)
    expect(at(40 + 250)[2]).toBeLessThan(70)
    expect(at(40 + 40)[2]).toBeGreaterThan(190)
    await expect
      .poll(() =>
        left.page.evaluate(() => document.querySelector('[data-test="panel-edges"] svg .ground')?.getAttribute('y1')),
      )
      .toBe('176')
  })

  it('show what the neighbour draws, faintly, along the common edge', async () => {
    const { page, at } = left
    expect(await page.locator('[data-test="panel-edges"] img').count()).toBe(0)
    // A line from the left over the right edge of Bo's neighbour, and one that stops short.
    await drawWithMouse(page, at, line([100, 240], [470, 240]), 1, STEADY)
    await expectKept(page)
    const edge = right.page.locator('[data-test="panel-edges"] img[data-side="left"]').first()
    await edge.waitFor({ timeout: 20_000 })
    await expect
      .poll(() => edge.evaluate((each: HTMLImageElement) => each.naturalWidth), { timeout: 10_000 })
      .toBe(SHEET.width)
    // Its own part ends where Bo's begins: the picture lies one panel to the left.
    const box = (await edge.boundingBox())!
    const sheet = (await right.page.locator('[data-test="panel-edges"] svg').boundingBox())!
    expect(box.x - sheet.x).toBeCloseTo(-400 * right.at.scale, 0)
    // The cut of the picture lies under the sheet.
    await expect.poll(() => seenAt(right.page, right.at, [240, 400]), { timeout: 10_000 }).not.toEqual([255, 255, 255])
    // LOOK right.page edges
  })

  it('are measured along the seam, and marked for both neighbours', async () => {
    // Bo's line comes 60 px lower.
    await drawWithMouse(right.page, right.at, line([12, 300], [300, 300]), 2, STEADY)
    await expectKept(right.page)
    for (const [{ page }, edge, mine, other] of [
      [left, 'right', 200, 260],
      [right, 'left', 260, 200],
    ] as const) {
      const card = page.locator('[data-test="panel-card"]')
      await card.getByText('one seam does not meet').waitFor({ timeout: 30_000 })
      await card.getByRole('button').click()
      const words = await card.getByText(new RegExp(`Along the ${edge} edge`)).innerText()
      const [, at, over] = /a line of yours ends at (\d+) px from the top; a line comes over at (\d+) px/
        .exec(words)!
        .map(Number)
      expect(Math.abs(at! - mine)).toBeLessThan(8)
      expect(Math.abs(over! - other)).toBeLessThan(8)
    }
    // LOOK left.page seams
  })

  it('meet when the line goes on', async () => {
    await drawWithMouse(right.page, right.at, line([12, 240], [300, 240]), 3, STEADY)
    await drawWithMouse(left.page, left.at, line([200, 300], [470, 300]), 4, STEADY)
    await expectKept(right.page)
    await expectKept(left.page)
    await left.page.locator('[data-test="panel-card"]').getByText('the seams meet').waitFor({ timeout: 30_000 })
    await right.page.locator('[data-test="panel-card"]').getByText('the seams meet').waitFor({ timeout: 30_000 })
    await desk.page.goto(`${url}/murals/${muralId}`)
    await desk.page.locator('[data-place="3"]').click()
    await desk.page.getByText('Along the right edge it runs on into B2, Bo Hask.').waitFor({ timeout: 10_000 })
    // LOOK desk.page mural
  })

  it('keep what is drawn while the network or the server is away, and know their neighbours again afterwards', async () => {
    const strokes = async (client: Client, page: Page) =>
      (await client.call<{ entries: Entry[] }>('GET', `/api/drawings/${drawingNumber(page)}`)).body.entries.filter(
        each => each.type === 'act' && each.act.kind === 'stroke',
      ).length
    const isAway = (page: Page) =>
      expect.poll(() => page.locator('[data-test=saving]').getAttribute('data-state'), { timeout: 15_000 }).toBe('away')
    const before = [await strokes(ada, left.page), await strokes(bo, right.page)]
    await right.page.context().setOffline(true)
    await drawWithMouse(right.page, right.at, line([150, 420], [300, 420]), 5, STEADY)
    await isAway(right.page)
    await right.page.context().setOffline(false)
    await faults.killServer()
    await drawWithMouse(left.page, left.at, line([150, 420], [300, 420]), 6, STEADY)
    await isAway(left.page)
    await faults.startServer()
    await left.page.reload()
    const card = left.page.locator('[data-test="panel-card"]')
    await card.getByText('the seams meet').waitFor({ timeout: 30_000 })
    await left.page.locator('[data-test="panel-edges"] img[data-side="right"]').first().waitFor()
    await expectKept(left.page)
    await expectKept(right.page)
    expect([await strokes(ada, left.page), await strokes(bo, right.page)]).toEqual(before.map(each => each + 1))
    left.at = await placeOfSheet(left.page.locator('.window'), SHEET)
  })

  it('that are given go to those who have the fewest', async () => {
    await desk.page.getByRole('button', { name: 'Give out the 4 free panels' }).click()
    await desk.page.getByText('4 panels were given.').waitFor()
    const count = new Map<string, number>()
    for (const { learner } of (await view()).panels) count.set(learner!.name, (count.get(learner!.name) ?? 0) + 1)
    expect([...count.values()]).toEqual([2, 2, 2])
    // One is made free again; what was not drawn on leaves nothing.
    freed = (await view()).panels.find(each => each.learner?.name === 'Bo Hask' && !each.drawing)!.place
    await desk.page.locator(`[data-place="${freed}"]`).click()
    await desk.page.getByLabel('Who draws this panel').selectOption({ label: 'nobody yet' })
    await expect.poll(async () => (await view()).panels[freed]!.learner).toBeNull()
  })
})

/** Draws on a panel without a browser. */
async function drawnThrough(client: Client, place: number, entries: Entry[]): Promise<number> {
  const { id } = (await client.call<{ id: number }>('POST', `/api/murals/${muralId}/panels/${place}/open`)).body
  const writer = 'a-writer-of-tests'
  await client.call('POST', `/api/drawings/${id}/claim`, { writer, takeOver: true })
  const { position, nextBatch } = (
    await client.call<{ position: number; nextBatch: number }>('GET', `/api/drawings/${id}`)
  ).body
  const { status } = await client.call('POST', `/api/drawings/${id}/batches`, {
    number: nextBatch,
    from: position,
    writer,
    entries,
  })
  expect(status).toBe(200)
  return id
}

const LAID: Entry = { type: 'act', at: 1, act: { kind: 'layer-add', layer: 'one', name: 'Drawing', place: 0 } }
const FILLED: Entry = {
  type: 'act',
  at: 2,
  act: {
    kind: 'shape',
    version: 1,
    layer: 'one',
    form: 'box',
    outline: [0, 0, 7680, 0, 7680, 7680, 0, 7680],
    line: null,
    fill: { colour: [60, 120, 90], opacity: 100 },
    seed: 1,
  },
}

describe('the whole', () => {
  it('is put together at full size: each panel as its record makes it, missing ones hatched', async () => {
    const { panels } = await view()
    const cissy = await new Client(second).learner('Cissy Rooke', slips.slips[2]!.pin, slips.code)
    const hers = panels.filter(each => each.learner?.name === 'Cissy Rooke').map(each => each.place)
    expect(hers).toHaveLength(2)
    await drawnThrough(cissy, hers[0]!, [LAID, FILLED])
    // The other one is cut to another size: it can't be put in.
    await drawnThrough(cissy, hers[1]!, [
      LAID,
      FILLED,
      { type: 'act', at: 3, act: { kind: 'sheet-cut', version: 1, box: [0, 0, 300, 300] } },
    ])

    const { page } = desk
    await page.goto(`${url}/murals/${muralId}`)
    await page.getByRole('button', { name: 'Put it together' }).click()
    await page.getByText(/^\s*Put together /).waitFor({ timeout: 60_000 })
    const { whole } = (await view()).assembly
    const why = new Map(whole!.missing.map(each => [each.place, each.why]))
    expect(why.get(hers[1]!)).toBe('other-size')
    expect(why.get(freed)).toBe('free')
    expect([...why.values()].filter(each => each === 'not-drawn')).toHaveLength(1)
    await page.getByText(/its sheet was cut or scaled/).waitFor()
    // LOOK page whole

    const { status, body } = await teacher.call<ArrayBuffer>('GET', `/api/murals/${muralId}/whole`)
    expect(status).toBe(200)
    const { data, info } = await sharp(Buffer.from(body)).removeAlpha().raw().toBuffer({ resolveWithObject: true })
    expect([info.width, info.height]).toEqual([1200, 800])
    const at = (x: number, y: number) => [...data.subarray(3 * (y * 1200 + x), 3 * (y * 1200 + x) + 3)]
    const origin = (place: number) => [400 * (place % 3), 400 * Math.floor(place / 3)] as const
    const [hx, hy] = origin(hers[0]!)
    for (const [x, y] of [
      [0, 0],
      [399, 0],
      [0, 399],
      [399, 399],
      [200, 200],
    ] as const)
      expect(at(hx + x, hy + y)).toEqual([60, 120, 90])
    // Ada's panel, px for px as the core draws her record here.
    const mine = (await ada.call<{ plan: Plan; entries: Entry[] }>('GET', `/api/drawings/${panels[3]!.drawing!.id}`))
      .body
    const drawn = showDrawing(
      loadKernels(),
      replay(loadKernels(), { version: 1, sheet: mine.plan.sheet, entries: mine.entries }).drawing,
    )
    let differ = 0
    for (let y = 0; y < 400; y++) {
      for (let x = 0; x < 400; x++) {
        for (let c = 0; c < 3; c++)
          if (data[3 * ((400 + y) * 1200 + x) + c] !== drawn[4 * ((40 + y) * 480 + 40 + x) + c]) differ++
      }
    }
    expect(differ).toBe(0)
    // A missing one is hatched, with its name in the middle: letters of ink on paper.
    const [fx, fy] = origin(freed)
    expect(new Set(Array.from({ length: 60 }, (_, i) => at(fx + 100 + i, fy + 100).join())).size).toBeGreaterThan(1)
    const inMiddle = Array.from(
      { length: 100 * 60 },
      (_, i) => at(fx + 150 + (i % 100), fy + 170 + Math.floor(i / 100))[0]!,
    )
    const inked = inMiddle.filter(each => each < 0xa0).length / inMiddle.length
    expect(inked).toBeGreaterThan(0.15)
    expect(inked).toBeLessThan(0.7)
  })

  it('is taken along as a poster over pages', async () => {
    const { page } = desk
    await page.getByLabel('Paper of the poster').selectOption('a3')
    await page.getByLabel('Width').fill('60')
    // 600 × 400 mm; an A3 page shows 277 × 400 of it upright, and overlaps by 10.
    await page.getByText(/^\s*3 × 1 = 3 pages, 40 cm high, 51 dpi/).waitFor()
    const { status, body } = await teacher.call<ArrayBuffer>('GET', `/api/murals/${muralId}/poster?paper=a3&width=600`)
    expect(status).toBe(200)
    const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs')
    const pdf = await getDocument({ data: new Uint8Array(body) }).promise
    expect(pdf.numPages).toBe(3)
    const first = await pdf.getPage(1)
    const [, , width, height] = first.view
    // A3 of ISO 216: 297 × 420 mm.
    expect([Math.round((width! / 72) * 25.4), Math.round((height! / 72) * 25.4)]).toEqual([297, 420])
    expect((await first.getTextContent()).items.map(each => ('str' in each ? each.str : '')).join(' ')).toContain(
      'row 1 of 1, column 1 of 3',
    )
    expect((await teacher.call('GET', `/api/murals/${muralId}/poster?paper=a9&width=600`)).code).toBe('malformed')
  })

  it('is said to be old when someone draws on, and measured anew when it is put together again', async () => {
    const before = (await view()).assembly.whole!
    expect(before.isOld).toBe(false)
    await drawnThrough(ada, 3, [
      { type: 'act', at: 9_999_999, act: { ...(FILLED as { act: object }).act, layer: 'panel-first' } as never },
    ])
    await desk.page.reload()
    await desk.page.getByText('Some have drawn on since.').waitFor()

    // Two that no browser measured lie side by side: a green one and a red one.
    const { panels } = await view()
    expect(panels[0]!.seams).toEqual({})
    const next = panels[1]!.learner!.name === 'Ada Tregear' ? ada : bo
    await drawnThrough(next, 1, [
      LAID,
      {
        type: 'act',
        at: 2,
        act: { ...(FILLED as { act: object }).act, fill: { colour: [200, 40, 40], opacity: 100 } } as never,
      },
    ])
    await teacher.call('POST', `/api/murals/${muralId}/assemble`)
    await expect
      .poll(async () => (await view()).assembly.whole!.at, { timeout: 60_000, interval: 500 })
      .not.toBe(before.at)
    const after = await view()
    expect(after.assembly.whole!.isOld).toBe(false)
    expect(after.assembly.whole!.missing.map(each => each.place)).not.toContain(1)
    const apart = { meets: 0, lines: 0, linesMet: 0, marks: [{ kind: 'colour', from: 0, to: 399 }] }
    expect([after.panels[0]!.seams.right, after.panels[1]!.seams.left]).toMatchObject([apart, apart])
  })
})

describe('a panel that goes to someone else', () => {
  it('comes back with what was drawn on it', async () => {
    const before = (await view()).panels[3]!.drawing!.id
    const byName = async (name: string) => (await view()).learners.find(each => each.name === name)!.id
    await teacher.call('PUT', `/api/murals/${muralId}/panels/3`, { learner: await byName('Bo Hask') })
    expect((await view()).panels[3]!.drawing).toBeNull()
    expect((await ada.call('POST', `/api/murals/${muralId}/panels/3/open`)).code).toBe('not-yours')
    const his = (await bo.call<{ id: number }>('POST', `/api/murals/${muralId}/panels/3/open`)).body.id
    expect(his).not.toBe(before)
    await teacher.call('PUT', `/api/murals/${muralId}/panels/3`, { learner: await byName('Ada Tregear') })
    expect((await ada.call<{ id: number }>('POST', `/api/murals/${muralId}/panels/3/open`)).body.id).toBe(before)
  })

  it('is given to those of the class only', async () => {
    expect((await teacher.call('PUT', `/api/murals/${muralId}/panels/3`, { learner: 1 })).code).toBe('malformed')
    const before = (await view()).panels[3]!.learner
    const cissy = (await view()).learners.find(each => each.name === 'Cissy Rooke')!.id
    await teacher.call('POST', `/api/learners/${cissy}/remove`, { isRemoved: true })
    expect((await teacher.call('PUT', `/api/murals/${muralId}/panels/3`, { learner: cissy })).code).toBe('malformed')
    expect((await view()).panels[3]!.learner).toEqual(before)
    await teacher.call('POST', `/api/learners/${cissy}/remove`, { isRemoved: false })
  })
})

describe('a mural of another class', () => {
  it('is nobody else’s', async () => {
    const otto = await new Client(url).learner('Otto Brandreth', '1836', 'PIER22')
    for (const path of [
      `/api/murals/${muralId}`,
      `/api/murals/${muralId}/picture`,
      `/api/murals/${muralId}/whole`,
      `/api/murals/${muralId}/panels/3/picture`,
    ])
      expect((await otto.call('GET', path)).code).toBe('not-yours')
    expect((await otto.call('POST', `/api/murals/${muralId}/panels/${freed}/take`, { isTaken: true })).code).toBe(
      'not-yours',
    )
    // A panel is drawn on by its own learner only.
    expect((await bo.call('POST', `/api/murals/${muralId}/panels/3/open`)).code).toBe('not-yours')
    expect((await bo.call('POST', `/api/murals/${muralId}/panels/99/open`)).code).toBe('not-found')
  })

  it('a drawing that is no panel has no neighbours', async () => {
    const { id } = (
      await bo.call<{ id: number }>('POST', '/api/sheets', {
        title: 'Dunes',
        sheet: { width: 300, height: 200, paper: [255, 255, 255] },
      })
    ).body
    expect((await bo.call<{ panel: PanelView | null }>('GET', `/api/drawings/${id}/panel`)).body.panel).toBeNull()
  })

  it('is put away, and taken out again', async () => {
    await teacher.call('POST', `/api/murals/${muralId}/archive`, { isArchived: true })
    expect((await ada.call<FolioView>('GET', '/api/folio')).body.murals).toEqual([])
    await teacher.call('POST', `/api/murals/${muralId}/archive`, { isArchived: false })
    expect((await ada.call<FolioView>('GET', '/api/folio')).body.murals).toMatchObject([
      { title: 'Low tide', mine: ['B1', 'A2'] },
    ])
  })
})
