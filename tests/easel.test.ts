import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { SAMPLE_FIELDS, unpackSample } from '#core/brush'
import {
  contentHash,
  replay,
  requireRecord,
  type Act,
  type Entry,
  type FreshStrokeAct,
  type ShapeAct,
} from '#core/drawing'
import { loadKernels } from '#core/kernels'
import type { Point } from '#demo/hand'
import { enterAsLearner, openBrowser, type OpenedBrowser } from './lib/browser'
import { Client } from './lib/client'
import { drawWithMouse, onPage, restingLook, type Placed } from './lib/draw'
import { drawingNumber, expectKept, openEasel } from './lib/easel'
import { url } from './lib/world'

/** What a hand does at the Easel: tools from the cupboard, held strokes, guides, ways of looking. */

const LEARNER = { code: 'KETTLE7', name: 'Kit Averne', pin: '9465' }
let browser: OpenedBrowser
let page: Page
let at: Placed
let client: Client

beforeAll(async () => {
  browser = await openBrowser()
  page = browser.context.pages()[0]!
  await enterAsLearner(page, url, LEARNER)
  at = await openEasel(page, true)
  client = await new Client(url).learner(LEARNER.name, LEARNER.pin)
})
afterAll(async () => {
  await browser.close()
})

const entries = async () => {
  await expectKept(page)
  return (
    await client.call<{ entries: Entry[]; plan: { sheet: object } }>('GET', `/api/drawings/${drawingNumber(page)}`)
  ).body
}
/** The act that doing something adds to the record, once the server has it. */
async function actOf<A extends Act = FreshStrokeAct>(doing: () => Promise<unknown>): Promise<A> {
  const count = (await entries()).entries.length
  await doing()
  await expect.poll(async () => (await entries()).entries.length, { timeout: 15_000 }).toBeGreaterThan(count)
  const last = (await entries()).entries.at(-1) as Extract<Entry, { type: 'act' }>
  return last.act as A
}
const draw = (line: readonly Point[], seed: number, hand = {}) => actOf(() => drawWithMouse(page, at, line, seed, hand))
const placesOf = (act: FreshStrokeAct) =>
  Array.from({ length: act.samples.length / SAMPLE_FIELDS }, (_, i) => unpackSample(act.samples, i))

async function fetchTool(name: string): Promise<void> {
  await page.getByRole('button', { name: /Cupboard/ }).click()
  await page.locator('.stored', { hasText: name }).first().click()
  await page.getByRole('radio', { name: new RegExp(`^${name}`), checked: true }).waitFor()
}

/** A ring drawn by a hand that wobbles, not quite closed, and held at its end. */
async function holdRing(middle: Point, radius: number, whileHeld: () => Promise<void>): Promise<void> {
  const goTo = (i: number) => {
    const t = -1.2 + (i / 46) * 2 * Math.PI
    const r = radius + 7 * Math.sin(3 * t) + 2 * Math.sin(11 * t)
    return page.mouse.move(...onPage(at, [middle[0] + r * Math.cos(t), middle[1] + r * Math.sin(t)]))
  }
  await goTo(0)
  await page.mouse.down()
  // At once: on a busy machine a hand that waits for the page would rest in the middle of its ring.
  await Promise.all(Array.from({ length: 44 }, (_, i) => goTo(i + 1)))
  await page.locator('.bar.card').waitFor()
  await whileHeld()
  await page.mouse.up()
}

describe('tools from the cupboard', () => {
  it.each(['Broad nib', 'Round brush', 'Dry brush', 'Marker', 'Crayon', 'Chalk', 'Stamp', 'Wash', 'Kneaded eraser'])(
    '%s leaves its stroke in the record',
    async name => {
      await fetchTool(name)
      expect(
        (
          await draw(
            [
              [300, 300],
              [700, 420],
              [1200, 330],
            ],
            7,
          )
        ).tool.tool,
      ).toBe(name.toLowerCase().replace(' ', '-'))
    },
  )

  it('a sprayer that rests goes on throwing', async () => {
    await fetchTool('Spatter')
    const act = await actOf(async () => {
      await page.mouse.move(...onPage(at, [800, 700]))
      await page.mouse.down()
      await page.waitForTimeout(900)
      await page.mouse.up()
    })
    const waits = placesOf(act).map(({ wait }) => wait)
    expect(waits.reduce((sum, wait) => sum + wait, 0)).toBeGreaterThan(500)
    expect(waits.length).toBeGreaterThan(8)
  })

  it('is finely set, and steadying turned off and on by a key', async () => {
    await fetchTool('Ink pen')
    await page.getByRole('button', { name: /More of this tool/ }).click()
    await page.getByRole('slider', { name: 'Steadying' }).press('ArrowRight')
    await page.keyboard.press('Escape')
    expect(
      (
        await draw(
          [
            [300, 900],
            [900, 940],
          ],
          8,
        )
      ).tool.steadying,
    ).toBe(3)
    await page.keyboard.press('e')
    expect(
      (
        await draw(
          [
            [300, 960],
            [900, 1000],
          ],
          9,
        )
      ).tool.steadying,
    ).toBe(0)
    await page.keyboard.press('e')
    expect(
      (
        await draw(
          [
            [300, 1020],
            [900, 1060],
          ],
          9,
        )
      ).tool.steadying,
    ).toBe(3)
  })
})

describe('a held stroke', () => {
  it('becomes true, is adjusted, and is kept as what it became', async () => {
    const act = await actOf(() =>
      holdRing([600, 500], 200, async () => {
        await page.locator('.bar.card', { hasText: 'Circle' }).waitFor()
      }),
    )
    expect(act.trued).toBe('circle')
    const places = placesOf(act)
    const middle = {
      x: (Math.max(...places.map(({ x }) => x)) + Math.min(...places.map(({ x }) => x))) / 2,
      y: (Math.max(...places.map(({ y }) => y)) + Math.min(...places.map(({ y }) => y))) / 2,
    }
    expect(Math.hypot(middle.x - 600, middle.y - 500)).toBeLessThan(12)
    const radii = places.map(({ x, y }) => Math.hypot(x - middle.x, y - middle.y))
    expect(Math.max(...radii) - Math.min(...radii)).toBeLessThan(1.5)
    await page.locator('.bar.card').waitFor({ state: 'hidden' })
  })

  it('follows the hand that still holds it: bigger, or moved with a key', async () => {
    const radiusOf = async (whileHeld: () => Promise<void>) => {
      const xs = placesOf(await actOf(() => holdRing([600, 500], 150, whileHeld))).map(({ x }) => x)
      return (Math.max(...xs) - Math.min(...xs)) / 2
    }
    const moveTo = async (x: number, y: number) => page.mouse.move(...onPage(at, [x, y]), { steps: 6 })
    expect(
      await radiusOf(() => moveTo(600 + 300 * Math.cos(-1.2 + 6.02), 500 + 300 * Math.sin(-1.2 + 6.02))),
    ).toBeGreaterThan(270)
    const moved = await radiusOf(async () => {
      await page.keyboard.down('Alt')
      await moveTo(900, 500)
      await page.keyboard.up('Alt')
    })
    expect(Math.abs(moved - 150)).toBeLessThan(12)
  })

  it('stays as the hand drew it when it is lifted at once, and undo takes a true shape away', async () => {
    expect(
      (
        await draw(
          [
            [300, 300],
            [900, 310],
          ],
          4,
        )
      ).trued,
    ).toBeUndefined()
    const before = (await entries()).entries.length
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await entries()).entries.at(-1)?.type).toBe('undo')
    expect((await entries()).entries.length).toBe(before + 1)
  })
})

describe('stencils', () => {
  const choose = async (name: string) => {
    await page.getByRole('button', { name: 'Stencils' }).click()
    await page.locator('.choice', { hasText: name }).click()
    await page.locator('.card.choices').waitFor({ state: 'hidden' })
  }
  const drag = async (from: Point, to: Point) => {
    await page.mouse.move(...onPage(at, from))
    await page.mouse.down()
    await page.mouse.move(...onPage(at, to), { steps: 8 })
    await page.mouse.up()
  }
  const settle = () => actOf<ShapeAct>(() => page.getByRole('button', { name: 'Settle' }).click())
  const boxOf = ({ outline }: ShapeAct) => {
    const xs = outline.filter((_, i) => i % 2 === 0).map(value => value / 16)
    const ys = outline.filter((_, i) => i % 2 === 1).map(value => value / 16)
    return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)].map(
      value => Math.round(value / 10) * 10,
    )
  }

  it('a box is drawn out, changed by a handle, and settled as one act with line and fill', async () => {
    await choose('Box')
    await page.getByLabel('fill', { exact: true }).check()
    await drag([400, 400], [800, 700])
    const before = (await entries()).entries.length
    await drag([800, 700], [1000, 900])
    expect((await entries()).entries.length).toBe(before)
    const act = await settle()
    expect(act.form).toBe('box')
    expect(act.fill).not.toBeNull()
    expect(act.line!.tool.tool).toBe('ink-pen')
    expect(boxOf(act)).toEqual([400, 400, 1000, 900])
  })

  it('Shift makes a circle of an ellipse; Escape takes it away', async () => {
    await choose('Ellipse')
    await page.keyboard.down('Shift')
    await drag([300, 300], [500, 420])
    await page.keyboard.up('Shift')
    const [x0, y0, x1, y1] = boxOf(await settle())
    expect([x1! - x0!, y1! - y0!]).toEqual([200, 200])
    await drag([300, 300], [500, 420])
    const before = (await entries()).entries.length
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Settle' }).waitFor({ state: 'hidden' })
    expect((await entries()).entries.length).toBe(before)
    await choose('Free hand')
  })
})

describe('guides', () => {
  const addGuide = async (name: string) => {
    await page.getByRole('button', { name: 'Guides' }).click()
    await page.locator('.add', { hasText: name }).click()
    await page.getByRole('region', { name }).waitFor()
  }
  const closeMenu = async () => {
    await page.keyboard.press('Escape')
    await page.locator('.card.guides').waitFor({ state: 'hidden' })
  }
  const takeAway = async (name: string) => {
    await page.getByRole('button', { name: 'Guides' }).click()
    await page.getByRole('button', { name: `Take ${name} away` }).click()
    await closeMenu()
  }

  it('a mirror line repeats the stroke on the other side', async () => {
    await addGuide('Mirror line')
    await closeMenu()
    const { echoes } = await draw(
      [
        [300, 400],
        [500, 700],
      ],
      21,
    )
    expect(echoes).toHaveLength(1)
    const [a, b, c, d, e, f] = echoes![0]!.map(value => value / 65536)
    // In the upright line through the middle of a sheet 1600 wide.
    expect([a! * 300 + c! * 400 + e!, b! * 300 + d! * 400 + f!].map(Math.round)).toEqual([1300, 400])
    await takeAway('Mirror line')
    expect(
      (
        await draw(
          [
            [300, 420],
            [500, 720],
          ],
          22,
        )
      ).echoes,
    ).toBeUndefined()
  })

  it('strokes keep to squares that are followed', async () => {
    await addGuide('Squares')
    await page.getByRole('region', { name: 'Squares' }).getByRole('checkbox', { name: 'strokes follow' }).check()
    await closeMenu()
    const ys = placesOf(
      await draw(
        [
          [400, 500],
          [900, 560],
        ],
        23,
      ),
    ).map(({ y }) => y)
    expect(Math.max(...ys) - Math.min(...ys)).toBeLessThan(0.2)
    await takeAway('Squares')
  })

  it('are moved on the sheet by their handles, and kept for the next time', async () => {
    await addGuide('Mirror line')
    await page
      .getByRole('switch', { name: /handles/ })
      .or(page.getByLabel(/Move them on the sheet/))
      .first()
      .click()
    await closeMenu()
    const [x, y] = onPage(at, [800, 600])
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move(x - 100, y, { steps: 5 })
    await page.mouse.up()
    const stored = await page.evaluate(
      () => Object.entries(localStorage).find(([key]) => key.startsWith('little-easel-guides-'))![1],
    )
    const [guide] = JSON.parse(stored) as { middle: { x: number } }[]
    expect(Math.abs(guide!.middle.x - (800 - 100 / at.scale))).toBeLessThan(6)
    await takeAway('Mirror line')
  })
})

describe('the ghost', () => {
  it('goes stroke by stroke, again, and all at once', async () => {
    await page.getByRole('button', { name: 'Play the ghost' }).click()
    const ghost = page.locator('[data-test=ghost]')
    await ghost.waitFor()
    await page.getByRole('button', { name: 'Let the ghost wait' }).click()
    const rested = async () => {
      await page.getByRole('button', { name: /Go on|From the beginning/ }).waitFor({ timeout: 30_000 })
      return restingLook(seen)
    }
    async function seen(): Promise<Buffer> {
      // Without the strip of buttons along the bottom, which shows what was pressed last.
      const { x, y, width, height } = (await ghost.boundingBox())!
      return page.screenshot({ clip: { x, y, width, height: height - 90 } })
    }
    const before = await restingLook(seen)
    await page.getByRole('button', { name: 'next stroke' }).click()
    await expect.poll(async () => (await seen()).equals(before)).toBe(false)
    const one = await rested()
    await page.getByRole('button', { name: 'again', exact: true }).click()
    await expect.poll(async () => (await rested()).equals(one), { timeout: 15_000 }).toBe(true)
    await page.getByRole('button', { name: 'all its lines' }).click()
    await expect.poll(async () => (await rested()).equals(one), { timeout: 15_000 }).toBe(false)
    await page.keyboard.press('g')
    await expect.poll(() => ghost.count()).toBe(0)
  })
})

describe('ways of looking', () => {
  it('in the mirror the hand draws where it sees', async () => {
    await page.keyboard.press('z')
    await page.getByText('Mirror', { exact: true }).first().waitFor()
    const first = placesOf(
      await draw(
        [
          [300, 300],
          [420, 330],
        ],
        31,
        { sway: 0, tremor: 0 },
      ),
    )[0]!
    expect(Math.abs(first.x - 1300)).toBeLessThan(14)
    await page.keyboard.press('z')
  })

  it('values and squint grey the sheet and leave the drawing alone', async () => {
    const filter = () =>
      page
        .locator('.window canvas')
        .first()
        .evaluate(canvas => getComputedStyle(canvas).filter)
    await page.keyboard.press('x')
    await expect.poll(filter).toContain('tone-values')
    await page.keyboard.press('c')
    await expect.poll(filter).toContain('tone-squint')
    await page.keyboard.press('c')
    await expect.poll(filter).toBe('none')
  })

  it('the sheet turned by an angle still takes the stroke where the pointer is', async () => {
    await page.getByRole('button', { name: 'Ways of looking' }).click()
    await page.getByRole('slider', { name: 'Turn the sheet' }).press('End')
    await page.keyboard.press('Escape')
    await page.getByText('turned', { exact: false }).first().waitFor()
    // Turned by 180° what lay at the top left lies at the bottom right.
    const first = placesOf(
      await draw(
        [
          [300, 300],
          [420, 330],
        ],
        32,
        { sway: 0, tremor: 0 },
      ),
    )[0]!
    expect(Math.hypot(first.x - 1300, first.y - 900)).toBeLessThan(20)
    await page.getByRole('button', { name: 'Ways of looking' }).click()
    await page.getByRole('button', { name: 'Straighten' }).click()
    await page.keyboard.press('Escape')
  })
})

describe('all of it', () => {
  it('is replayed in Node bit for bit', async () => {
    await page.getByRole('button', { name: 'Step 4' }).click()
    await expectKept(page)
    const handed = page.waitForRequest(request => request.url().endsWith('/hand-ins'))
    await page.getByRole('button', { name: 'Hand in' }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click()
    const { hash, position } = (await handed).postDataJSON() as { hash: string; position: number }
    const { entries: all, plan } = await entries()
    const record = requireRecord({ version: 1, sheet: plan.sheet, entries: all.slice(0, position) })
    expect(contentHash(replay(loadKernels(), record).drawing)).toBe(hash)
  })
})
