import { build } from 'esbuild'
import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { seededRandom } from '#core/base'
import { contentHash, replay, requireRecord, type Entry } from '#core/drawing'
import { randomBringIns, randomEntries, randomPicture } from '#core/drawing/testing'
import { loadKernels } from '#core/kernels'
import { fromRoot } from '../scripts/lib/root.mjs'
import { enterAsLearner, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { onPage } from './lib/draw'
import { drawingNumber, expectKept, openEasel } from './lib/easel'
import { url } from './lib/world'

/** The same record gives the same bytes in Chromium and in Node. */

/** What is done by hand; twice as much in the long run. */
const COUNT = process.env.LITTLE_EASEL_LONG ? 240 : 120

let browser: OpenedBrowser
let page: Page

beforeAll(async () => {
  browser = await openBrowser()
  page = browser.context.pages()[0]!
})
afterAll(async () => {
  await browser.close()
})

describe('hundreds of random acts', () => {
  const sheet = { width: 700, height: 520, paper: [251, 250, 246] as [number, number, number] }

  it('run by the engine in Chromium give the hashes that Node gives', async () => {
    const bundle = await build({
      stdin: {
        contents: `
          import { contentHash, Engine } from './core/drawing'
          import { randomBringIns, randomEntries, randomPicture } from './core/drawing/testing'
          import { simdKernels } from './core/kernels'
          export function run(seed, sheet, count) {
            const engine = new Engine(simdKernels(), sheet)
            for (const entry of randomEntries(seed, sheet, count)) engine.add(entry)
            return contentHash(engine.drawing)
          }
          export function bringIn(seed, sheet, count) {
            const kernels = simdKernels()
            const { name, pixels } = randomPicture(seed, 310, 220)
            kernels.pictures.set(name.hash, pixels)
            const engine = new Engine(kernels, sheet)
            for (const entry of randomBringIns(seed, sheet, name, count)) engine.add(entry)
            return contentHash(engine.drawing)
          }`,
        resolveDir: fromRoot(),
        loader: 'ts',
      },
      bundle: true,
      write: false,
      format: 'iife',
      globalName: 'easel',
      target: 'es2022',
    })
    const blank = await browser.context.newPage()
    await blank.evaluate(`${bundle.outputFiles[0]!.text}; globalThis.easel = easel`)
    type Run = (...given: unknown[]) => string
    const there = (what: 'run' | 'bringIn', seed: number, count: number) =>
      blank.evaluate(
        ([how, ...given]) => (globalThis as unknown as { easel: Record<string, Run> }).easel[how]!(...given),
        [what, seed, sheet, count] as const,
      )
    for (const seed of [1, 2, 3]) {
      const count = 260
      const here = replay(loadKernels(), { version: 1, sheet, entries: randomEntries(seed, sheet, count) })
      expect(await there('run', seed, count)).toBe(contentHash(here.drawing))
    }
    for (const seed of [4, 5]) {
      const kernels = loadKernels()
      const { name, pixels } = randomPicture(seed, 310, 220)
      kernels.pictures.set(name.hash, pixels)
      const here = replay(kernels, { version: 1, sheet, entries: randomBringIns(seed, sheet, name, 25) })
      expect(await there('bringIn', seed, 25)).toBe(contentHash(here.drawing))
    }
    await blank.close()
  })

  it('drawn at the Easel with the mouse are replayed in Node bit for bit', async () => {
    await enterAsLearner(page, url, { code: 'PIER22', name: 'Otto Brandreth', pin: '1836' })
    const at = await openEasel(page, true)
    const random = seededRandom(2026)
    for (let i = 0; i < COUNT; i++) await randomDoing(page, (x, y) => onPage(at, [x, y]), random)
    await page.getByRole('button', { name: 'Step 4' }).click()
    await expectKept(page)
    const handed = page.waitForRequest(request => request.url().endsWith('/hand-ins'))
    await page.getByRole('button', { name: 'Hand in' }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click()
    const { hash, position } = (await handed).postDataJSON() as { hash: string; position: number }
    const client = await new Client(url).learner('Otto Brandreth', '1836', 'PIER22')
    const { entries, plan } = (
      await client.call<{
        entries: Entry[]
        plan: { sheet: { width: number; height: number; paper: [number, number, number] } }
      }>('GET', `/api/drawings/${drawingNumber(page)}`)
    ).body
    const record = requireRecord({ version: 1, sheet: plan.sheet, entries: entries.slice(0, position) })
    // Some come to nothing: a pour that would run out, an eraser on an empty layer.
    expect(record.entries.filter(entry => entry.type === 'act').length).toBeGreaterThan(0.4 * COUNT)
    expect(contentHash(replay(loadKernels(), record).drawing)).toBe(hash)
  })
})

type Random = ReturnType<typeof seededRandom>

/** One thing that someone at the Easel might do: mostly a stroke, else another tool, size, colour, step or undo. */
async function randomDoing(
  at: Page,
  toPage: (x: number, y: number) => [number, number],
  random: Random,
): Promise<void> {
  const roll = random.unit()
  if (roll < 0.08) return at.keyboard.press(random.pick(['1', '2', '3']))
  if (roll < 0.16) return at.keyboard.press(random.pick(['q', 'w', 'w']))
  if (roll < 0.22) return at.keyboard.press(random.pick(['a', 's', 'd']))
  if (roll < 0.28) return at.keyboard.press(random.pick(['Control+z', 'Control+z', 'Control+Shift+z']))
  if (roll < 0.3) return at.getByRole('button', { name: `Step ${random.int(1, 4)}` }).click()
  let x = random.between(100, 1500)
  let y = random.between(100, 1100)
  await at.mouse.move(...toPage(x, y))
  await at.mouse.down()
  for (let i = random.int(1, 7); i > 0; i--) {
    x += random.between(-120, 120)
    y += random.between(-120, 120)
    await at.mouse.move(...toPage(x, y))
  }
  await at.mouse.up()
}
