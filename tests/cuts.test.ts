import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { packSample, toolSettings } from '#core/brush'
import { cutMask, paperMask, PLAIN_CUT, trimmedMask } from '#core/cut'
import { contentHash, replay, type Act, type DrawingRecord } from '#core/drawing'
import { loadKernels, type Pixels } from '#core/kernels'
import { draftPlan, type Plan } from '#core/plan'
import { unpackPicture } from '#core/pictures'
import type { DrawingView, FolioView, HandInView } from '#shared/views'
import { zlib } from '../server/utils/zlib'
import { enterAsLearner, openBrowser, type OpenedBrowser } from './lib/browser'
import { examined, openClass, type OwnClass } from './lib/class'
import { Client } from './lib/client'
import { onPage } from './lib/draw'
import { drawingNumber, expectAccessible, expectKept, waitForSheet } from './lib/easel'
import { namedPicture, type NamedPicture } from './lib/pictures'
import { expectInReach } from './lib/reach'
import { openWalker, type Walker } from './lib/reach-walk'
import { url } from './lib/world'

/** Stamps and papers of one's own: a learner cuts one; a plan brings its own along, to another device. */

const WHO = { code: 'KETTLE7', name: 'Morten Skeel', pin: '2650' }
let walker: Walker
let page: Page

async function strokeOn(on: Page, at: Awaited<ReturnType<typeof waitForSheet>>, points: [number, number][]) {
  await on.mouse.move(...onPage(at, points[0]!))
  await on.mouse.down()
  for (const point of points.slice(1)) await on.mouse.move(...onPage(at, point), { steps: 5 })
  await on.mouse.up()
}
/** A picture that is missing here is had from the server. */
async function pictureOf(on: Page, name: { hash: string; width: number; height: number }): Promise<Pixels> {
  const bytes = new Uint8Array(await (await on.request.get(`${url}/api/paint/${name.hash}`)).body())
  return unpackPicture(bytes, name, zlib)
}

beforeAll(async () => {
  walker = await openWalker()
  page = walker.page
})
afterAll(() => walker.browser.close())

describe('a stamp that a learner cuts', () => {
  it('is cut from what is drawn, is in hand at once, and draws', async () => {
    const client = await new Client(url).learner(WHO.name, WHO.pin)
    const sheet = { width: 800, height: 600, paper: [255, 255, 255] }
    const { id } = (await client.call<{ id: number }>('POST', '/api/sheets', { title: 'Stamps', sheet })).body
    await enterAsLearner(page, url, WHO)
    await page.goto(`${url}/easel/${id}`)
    const at = await waitForSheet(page)
    await strokeOn(page, at, [
      [100, 100],
      [180, 90],
      [200, 150],
      [120, 160],
      [100, 100],
    ])
    await expectKept(page)
    await page.getByRole('button', { name: /Cupboard/ }).click()
    await page.locator('.stored', { hasText: 'Stamp' }).first().click()
    await page.getByRole('radio', { name: /^Stamp/, checked: true }).waitFor()
    await page.getByRole('button', { name: 'More of this tool: tip, hand, mark, paper' }).click()
    await page.getByRole('button', { name: 'Cut your own …' }).click()
    const dialog = page.getByRole('dialog', { name: 'Cut a stamp' })
    await dialog.getByRole('img', { name: 'The stamp' }).waitFor()
    await expectAccessible(page, '[role=dialog]')
    await walker.inEveryWindow('cut a stamp', where => expectInReach(page, `on ${where}`))
    await dialog.getByRole('radio', { name: 'as dark as it is' }).click()
    await dialog.getByLabel('Its name').fill('my kite')
    await dialog.getByRole('button', { name: 'Keep the stamp' }).click()
    await dialog.waitFor({ state: 'hidden' })
    // The tool's card lies over the sheet until it is put away.
    const card = page.getByRole('dialog', { name: 'More of this tool' })
    await expect
      .poll(
        async () => {
          if (await card.isVisible()) await page.keyboard.press('Escape')
          return card.isVisible()
        },
        { timeout: 20_000 },
      )
      .toBe(false)
    const strokes = async () => {
      await expectKept(page)
      const { entries } = (await client.call<DrawingView>('GET', `/api/drawings/${id}`)).body
      return entries.filter(each => each.type === 'act' && each.act.kind === 'stroke').length
    }
    const before = await strokes()
    const sheetNow = await waitForSheet(page)
    await strokeOn(page, sheetNow, [
      [300, 420],
      [500, 400],
      [700, 460],
    ])
    await expect.poll(strokes, { timeout: 20_000 }).toBe(before + 1)
    const view = (await client.call<DrawingView>('GET', `/api/drawings/${id}`)).body
    const last = view.entries
      .flatMap(each => (each.type === 'act' && each.act.kind === 'stroke' ? [each.act] : []))
      .at(-1)!
    const { tip } = last.tool as { tip: { kind: string; shape: { cut: NamedPicture['name'] } } }
    expect(tip.shape.cut.hash).toMatch(/^[0-9a-f]{64}$/)
    const mask = await pictureOf(page, tip.shape.cut)
    expect(mask.pixels.some((value, i) => i % 4 === 3 && value > 200)).toBe(true)
    // What was laid down lies where the stroke went.
    const kernels = loadKernels()
    kernels.pictures.set(tip.shape.cut.hash, mask)
    const record: DrawingRecord = { version: 1, sheet: view.plan.sheet, entries: view.entries }
    const plain = contentHash(replay(kernels, { ...record, entries: view.entries.slice(0, -1) }).drawing)
    expect(contentHash(replay(kernels, record).drawing)).not.toBe(plain)
  })
})

const PLAIN = { width: 3, height: 3 }

async function send(client: Client, { name: { hash, ...size }, packed }: NamedPicture): Promise<void> {
  const part = { ...size, size: packed.length, key: 'a-key-of-tests', at: 0, base64: packed.toString('base64') }
  expect((await client.call('POST', `/api/paint/${hash}`, part)).status).toBe(200)
}

describe('a plan with a stamp and a paper of its own', () => {
  let teacher: Client
  let plan: Plan
  let own: OwnClass
  let other: OpenedBrowser
  let stamp: NamedPicture
  let paper: NamedPicture

  beforeAll(async () => {
    teacher = await new Client(url).teacher()
    own = await openClass(url, teacher, 'Stamps and papers', ['Ansel Quay', 'Brit Lowe'])
    const ring = (x: number, y: number) => (Math.abs(Math.hypot(x - 20, y - 20) - 12) < 4 ? 0 : 255)
    const grey = (side: number, at: (x: number, y: number) => number): Pixels => ({
      width: side,
      height: side,
      pixels: Uint8Array.from({ length: 4 * side * side }, (_, i) =>
        i % 4 === 3 ? 255 : at((i >> 2) % side, Math.floor((i >> 2) / side)),
      ),
    })
    stamp = await namedPicture(trimmedMask(cutMask(grey(40, ring), PLAIN_CUT))!)
    paper = await namedPicture(paperMask(grey(64, (x, y) => 120 + ((x * 37 + y * 91) % 83))))
    const kernels = loadKernels()
    for (const each of [stamp, paper]) {
      const { name, packed } = each
      await send(teacher, each)
      kernels.pictures.set(name.hash, await unpackPicture(new Uint8Array(packed), name, zlib))
    }
    const acts: Act[] = [
      { kind: 'sheet-paper', colour: [250, 246, 236], texture: { name: { cut: paper.name }, under: 60, over: 30 } },
      {
        kind: 'stroke',
        version: 2,
        layer: 'rings',
        tool: toolSettings('stamp', { size: 60, tip: { kind: 'shape', shape: { cut: stamp.name }, turn: 'upright' } }),
        colour: [40, 70, 120],
        seed: 5,
        samples: [
          [120, 120],
          [400, 160],
          [660, 130],
        ].flatMap(([x, y]) => packSample({ x: x!, y: y!, pressure: 1, wait: 20 })),
      },
    ]
    const record: DrawingRecord = {
      version: 1,
      sheet: { width: 800, height: 600, paper: [255, 255, 255] },
      entries: [
        { type: 'act', at: 1, act: { kind: 'layer-add', layer: 'rings', name: 'Rings', place: 0 } },
        ...acts.map((act, i) => ({ type: 'act' as const, at: 100 + 900 * i, act })),
      ],
    }
    plan = draftPlan(kernels, record, { title: 'Rings on rough paper' })
    const made = await teacher.call<{ id: number }>('POST', '/api/plans', plan)
    expect(made.status, JSON.stringify(made.body)).toBe(200)
    const given = { classId: own.classId, isGiven: true }
    expect((await teacher.call('POST', `/api/plans/${made.body.id}/give`, given)).status).toBe(200)
    other = await openBrowser()
  })
  afterAll(() => other.close())

  it('lays out a stamp that nothing was drawn with yet: it goes along once its px are there', async () => {
    const fresh = await namedPicture({ ...PLAIN, pixels: Uint8Array.from({ length: 4 * 9 }, (_, i) => 20 * (i % 4)) })
    const { id } = (await teacher.call<{ id: number }>('POST', '/api/plans', plan)).body
    const settings = toolSettings('stamp', { tip: { kind: 'shape', shape: { cut: fresh.name }, turn: 'upright' } })
    const steps = plan.steps.map(step => ({ ...step, tools: [{ kind: 'tool' as const, settings }] }))
    const { revision } = (await teacher.call<{ revision: number }>('GET', `/api/plans/${id}`)).body
    const save = () => teacher.call('PUT', `/api/plans/${id}`, { revision, plan: { steps } })
    expect((await save()).body).toMatchObject({ error: { code: 'picture-missing' } })
    await send(teacher, fresh)
    expect((await save()).status).toBe(200)
    expect((await own.clients[1]!.call('GET', `/api/paint/${fresh.name.hash}`)).status).toBe(200)
  })

  it('is followed on another device: its paper lies there, its stamp is on the ledge and draws', async () => {
    const { name, pin } = own.slips.slips[0]!
    const on = other.context.pages()[0]!
    await enterAsLearner(on, url, { code: own.slips.code, name, pin })
    const folio = (await own.clients[0]!.call<FolioView>('GET', '/api/folio')).body
    const plan = folio.plans.find(each => each.title === 'Rings on rough paper')!
    await on.goto(`${url}/folio`)
    await on
      .locator('article')
      .filter({ has: on.getByRole('heading', { name: plan.title }) })
      .getByRole('button', { name: 'Start drawing' })
      .click()
    const at = await waitForSheet(on)
    const id = drawingNumber(on)
    await strokeOn(on, at, [
      [120, 300],
      [400, 340],
      [660, 310],
    ])
    await expectKept(on)
    const { entries } = (await own.clients[0]!.call<DrawingView>('GET', `/api/drawings/${id}`)).body
    const said = JSON.stringify(entries)
    expect(said).toContain(paper.name.hash)
    expect(said).toContain(stamp.name.hash)
    // The server has both, and draws it again px for px.
    await on.getByRole('button', { name: 'Hand in' }).click()
    const card = on.getByRole('dialog', { name: /^Hand in/ })
    await card.getByRole('button', { name: 'Hand in', exact: true }).click()
    await on.getByText('It lies on your teacher’s desk.').waitFor({ timeout: 30_000 })
    const teacher = await new Client(url).teacher()
    const after = (await own.clients[0]!.call<FolioView>('GET', '/api/folio')).body
    const handIn = after.plans.find(each => each.id === plan.id)!.handIns[0]!.id
    await examined(teacher, [handIn])
    const view = (await teacher.call<HandInView>('GET', `/api/hand-ins/${handIn}`)).body
    expect(view.verification).toBe('matches')
  })
})
