import type { Page } from 'playwright-core'
import { seededRandom } from '#core/base'
import { enterAsLearner, openBrowser } from '../tests/lib/browser'
import { percentile, type Row } from './measure'

/** What only a browser can tell: latency from the pointer to painted pixels, memory, size of the pages. */

/** A learner for each, or the second would find the drawing open elsewhere. */
const LEARNERS = {
  script: null,
  latency: { code: 'KETTLE7', name: 'Morten Skeel', pin: '2650' },
  memory: { code: 'KETTLE7', name: 'Effie Rundle', pin: '6614' },
}

export interface BrowserResult {
  readonly rows: Row[]
  readonly notes: string[]
}

export async function browserRows(url: string): Promise<BrowserResult> {
  const rows: Row[] = []
  const notes: string[] = []
  for (const [what, run] of [
    ['script', scriptSizes],
    ['latency', latency],
    ['memory', memory],
  ] as const) {
    // A browser of its own each: what one keeps of its made-up sheet must not meet the next.
    const browser = await openBrowser()
    try {
      const page = browser.context.pages()[0]!
      const learner = LEARNERS[what]
      if (learner) await enterAsLearner(page, url, learner)
      const found = await run(page, url)
      rows.push(...found.rows)
      notes.push(...found.notes)
      console.log(`  ${what} done`)
    } finally {
      await browser.close()
    }
  }
  return { rows, notes }
}

/** Compressed script of the first page, kB, as it comes over the wire. */
async function scriptSizes(page: Page, url: string): Promise<BrowserResult> {
  const session = await page.context().newCDPSession(page)
  await session.send('Network.enable')
  const scripts = new Map<string, number>()
  const kinds = new Map<string, string>()
  session.on('Network.responseReceived', ({ requestId, type }) => kinds.set(requestId, type))
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => scripts.set(requestId, encodedDataLength))
  await page.goto(url)
  await page.getByLabel('Class code').waitFor()
  await page.waitForTimeout(1500)
  const bytes = [...scripts].filter(([id]) => kinds.get(id) === 'Script').reduce((sum, [, size]) => sum + size, 0)
  await session.detach()
  return {
    rows: [],
    notes: [`First page: ${Math.round(bytes / 1000)} kB of script over the wire (aim: under 400 kB).`],
  }
}

/**
 * Opens the bench page's own sheet of 2500 × 2500: a plan is put in the place of the learner's by the route's answer.
 */
async function openBigSheet(page: Page, url: string, layers: number): Promise<void> {
  await page.route('**/api/drawings/*', async route => {
    if (route.request().method() !== 'GET') return route.continue()
    const response = await route.fetch()
    const view = (await response.json()) as { plan: { sheet: object }; entries: unknown[]; position: number }
    view.plan.sheet = { width: 2500, height: 2500, paper: [251, 250, 246] }
    view.entries = [
      { type: 'step', at: 0, step: 'shade' },
      ...Array.from({ length: layers }, (_, i) => ({
        type: 'prepare',
        at: 0,
        act: { kind: 'layer-add', layer: `l${i}`, name: `Layer ${i}`, place: i },
      })),
      ...filling(layers),
    ]
    view.position = view.entries.length
    return route.fulfill({ response, json: view })
  })
  // Nothing of it may reach the server: its record is not the learner's.
  await page.route('**/api/drawings/*/batches', route => route.abort())
  await page.goto(`${url}/folio`)
  await page.getByRole('button', { name: /Start drawing|Go on drawing/ }).click()
  await page.locator('.step-sheet').waitFor({ timeout: 120_000 })
}

/** Broad strokes over the whole of every layer, so that no tile of it is empty. */
function filling(layers: number): unknown[] {
  return Array.from({ length: layers * 9 }, (_, i) => ({
    type: 'act',
    at: i,
    act: {
      kind: 'stroke',
      version: 1,
      layer: `l${Math.floor(i / 9)}`,
      colour: [40 + 20 * (i % 9), 120, 200 - 10 * (i % 9)],
      seed: i,
      tool: {
        tool: 'soft-brush',
        size: 600,
        opacity: 40,
        flow: 60,
        hardness: 60,
        spacing: 20,
        pressureSize: 0,
        pressureFlow: 0,
        gather: 'flow',
        effect: 'paint',
        tooth: 0,
      },
      samples: [0, 150 + (i % 9) * 280, 1023, 0, 2500, 150 + (i % 9) * 280, 1023, 200].map((value, k) =>
        k % 4 < 2 ? value * 16 : value,
      ),
    },
  }))
}

/**
 * A stroke of a 150 px brush on 8 full layers: from each pointer event's time stamp to the end of the frame that paints
 * it.
 */
async function latency(page: Page, url: string): Promise<BrowserResult> {
  await openBigSheet(page, url, 8)
  await page.getByRole('spinbutton', { name: 'Size' }).fill('150')
  await page.keyboard.press('Enter')
  const box = (await page.locator('.window').boundingBox())!
  const random = seededRandom(15)
  const rows: Row[] = []
  for (const [what, key] of [
    ['whole sheet in sight', 'f'],
    ['at 100 %', 'r'],
    ['at 100 %, with steadying', 'e'],
  ] as const) {
    await page.locator('.window').hover()
    await page.keyboard.press(key)
    await page.waitForTimeout(1500)
    const before = await timings(page)
    for (let stroke = 0; stroke < 6; stroke++) {
      let x = box.x + random.between(120, box.width - 120)
      let y = box.y + random.between(120, box.height - 120)
      await page.mouse.move(x, y)
      await page.mouse.down()
      for (let i = 0; i < 60; i++) {
        x = Math.min(Math.max(x + random.between(-14, 14), box.x + 20), box.x + box.width - 20)
        y = Math.min(Math.max(y + random.between(-14, 14), box.y + 20), box.y + box.height - 20)
        await page.mouse.move(x, y)
        await page.waitForTimeout(6)
      }
      await page.mouse.up()
      await page.waitForTimeout(120)
    }
    const after = await timings(page)
    const latencies = after.latencies.slice(before.latencies.length)
    const frames = after.frames.slice(before.frames.length)
    const group = `150 px brush, 2500 × 2500, 8 full layers, Chromium, ${what} (aim: 95 % within 16 ms)`
    rows.push(
      { group, name: 'input to painted, 95th percentile', median: percentile(latencies, 0.95), runs: latencies.length },
      { group, name: 'input to painted, median', median: percentile(latencies, 0.5), runs: latencies.length },
      { group, name: 'work of a frame, 95th percentile', median: percentile(frames, 0.95), runs: frames.length },
    )
  }
  await page.unrouteAll({ behavior: 'ignoreErrors' })
  return { rows, notes: [] }
}

async function timings(page: Page): Promise<{ latencies: number[]; frames: number[] }> {
  return page.evaluate(() =>
    (
      window as unknown as { littleEaselTimings: () => Promise<{ latencies: number[]; frames: number[] }> }
    ).littleEaselTimings(),
  )
}

/** Memory of the tab with 20 full layers and 1 000 strokes, MB: all of the renderer's processes. */
async function memory(page: Page, url: string): Promise<BrowserResult> {
  await openBigSheet(page, url, 20)
  const box = (await page.locator('.window').boundingBox())!
  const random = seededRandom(7)
  for (let i = 0; i < 1000; i++) {
    const x = box.x + random.between(60, box.width - 60)
    const y = box.y + random.between(60, box.height - 60)
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move(x + random.between(-40, 40), y + random.between(-40, 40))
    await page.mouse.move(x + random.between(-60, 60), y + random.between(-60, 60))
    await page.mouse.up()
  }
  await page.waitForTimeout(2000)
  const bytes = await page.evaluate(async () => {
    const measure = (performance as unknown as { measureUserAgentSpecificMemory?: () => Promise<{ bytes: number }> })
      .measureUserAgentSpecificMemory
    return measure ? (await measure.call(performance)).bytes : Number.NaN
  })
  await page.unrouteAll({ behavior: 'ignoreErrors' })
  return {
    rows: [],
    notes: [
      `The tab with 2500 × 2500, 20 full layers and 1 000 strokes more: ${Math.round(bytes / 1e6)} MB by the browser’s own measure (aim: under 600 MB).`,
    ],
  }
}
