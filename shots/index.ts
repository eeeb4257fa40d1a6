import { mkdirSync } from 'node:fs'
import type { Page } from 'playwright-core'
import { drillTask } from '#core/drill'
import { arc, part } from '#demo/hand'
import { enterAsLearner, enterAsTeacher, openBrowser } from '../tests/lib/browser'
import { drawWithPen, onPage, placeOfSheet } from '../tests/lib/draw'
import { BODY, openEasel, waitForSheet } from '../tests/lib/easel'

/** `npm run shots`: one picture of each main view, from the demo, into docs/screenshots. */

const url = process.env.LITTLE_EASEL_URL!
const folder = process.env.LITTLE_EASEL_SHOTS_FOLDER ?? 'docs/screenshots'
/** What is still moving (thumbnails, menus, tooltips) comes to rest, ms. */
const REST_MS = 1500

async function take(page: Page, name: string): Promise<void> {
  await page.waitForTimeout(REST_MS)
  await page.screenshot({ path: `${folder}/${name}.png` })
  console.log(`  ${name}.png`)
}

async function asTeacher(): Promise<void> {
  const browser = await openBrowser()
  const page = browser.context.pages()[0]!
  await page.goto(url)
  await take(page, 'front-door')
  await enterAsTeacher(page, url, { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' })
  await page.getByRole('link', { name: /Ceri Plumtree/ }).waitFor()
  await take(page, 'desk')
  await page.getByRole('link', { name: 'Thursday evening table', exact: true }).click()
  await page.getByRole('row', { name: /Ceri Plumtree/ }).waitFor()
  await take(page, 'register')
  await page.goto(`${url}/plans`)
  await page.getByRole('link', { name: 'The tin kettle', exact: true }).click()
  await page.getByRole('button', { name: /One clean line/ }).click()
  await page.getByRole('tab', { name: 'Look-fors' }).click()
  await page.getByText('Yours: The outline of the pot').waitFor()
  await page.locator('.look-for').first().hover()
  await take(page, 'plan-editor')
  await page.goto(`${url}/desk`)
  await page.getByRole('link', { name: /Ceri Plumtree/ }).click()
  await page.getByRole('button', { name: 'Mark as measured' }).click()
  await take(page, 'crit')
  await browser.close()
}

/** The class after the others have drawn: someone asks. */
async function onTheRound(): Promise<void> {
  const learners = await openBrowser()
  const sheet = learners.context.pages()[0]!
  await enterAsLearner(sheet, url, { code: 'KETTLE7', name: 'Morten Skeel', pin: '2650' })
  await openEasel(sheet)
  await sheet.getByRole('button', { name: 'Put your hand up' }).click()
  await sheet.getByLabel('What is it about?').fill('Is the shadow dark enough?')
  await sheet.getByRole('button', { name: 'Put my hand up' }).click()
  const browser = await openBrowser()
  const page = browser.context.pages()[0]!
  await enterAsTeacher(page, url, { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' })
  await page.locator('article', { hasText: 'Thursday evening table' }).getByRole('link', { name: 'The Round' }).click()
  await page.getByText('Is the shadow dark enough?').waitFor()
  await take(page, 'round')
  await Promise.all([learners.close(), browser.close()])
}

/** What a class makes together, and how it gets on. */
async function ofTheClass(): Promise<void> {
  const browser = await openBrowser()
  const page = browser.context.pages()[0]!
  await enterAsTeacher(page, url, { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' })
  await page.getByRole('link', { name: 'Thursday evening table', exact: true }).click()
  await page.getByRole('link', { name: 'The Table' }).click()
  await page.getByRole('button', { name: 'Look-fors' }).click()
  await page.getByRole('row', { name: /Ceri Plumtree/ }).waitFor()
  await take(page, 'table')
  await page.goto(`${url}/desk`)
  await page.getByRole('link', { name: 'Thursday evening table', exact: true }).click()
  await page.getByRole('link', { name: 'The Wall' }).click()
  await page.locator('figure.work img').first().waitFor()
  await take(page, 'wall')
  await page.goto(`${url}/desk`)
  await page.getByRole('link', { name: 'Tuesday harbour group', exact: true }).click()
  await page.getByRole('link', { name: 'The harbour at low tide' }).click()
  await page.locator('[data-place="5"]').click()
  await take(page, 'mural')
  await page.goto(`${url}/desk`)
  await page.getByRole('link', { name: 'Tuesday harbour group', exact: true }).click()
  await page.getByRole('link', { name: 'Progress' }).click()
  await page.getByLabel('Whose progress').selectOption({ label: 'Alva Tregenna' })
  await page.getByRole('heading', { name: 'Look-fors over time' }).waitFor()
  await take(page, 'progress')
  await browser.close()
}

async function asLearner(): Promise<void> {
  const browser = await openBrowser()
  const page = browser.context.pages()[0]!
  await enterAsLearner(page, url, { code: 'KETTLE7', name: 'Kit Averne', pin: '9465' })
  await take(page, 'folio')
  await page.getByRole('link', { name: /Hand-in 1/ }).click()
  await page.getByText('Try next').waitFor()
  await take(page, 'answer')
  await browser.close()
}

/** A lesson under way: the outline has a gap, and the sheet says where. */
async function atTheEasel(): Promise<void> {
  const browser = await openBrowser()
  const page = browser.context.pages()[0]!
  await enterAsLearner(page, url, { code: 'KETTLE7', name: 'Morten Skeel', pin: '2650' })
  const at = await openEasel(page, true)
  const pressed = { pressure: 0.75 }
  await drawWithPen(page, at, arc(800, 700, 285, 255, -0.3, 0.82), 1, { sway: 11, ...pressed })
  await drawWithPen(page, at, arc(800, 700, 290, 248, 0.1, 1.15), 2, { sway: 11, ...pressed })
  await drawWithPen(page, at, part(BODY, 0.31, 0.64), 3, pressed)
  await page.getByRole('button', { name: 'Next step' }).click()
  await drawWithPen(page, at, part(BODY, 0, 0.4), 4, pressed)
  await drawWithPen(page, at, part(BODY, 0.395, 0.78), 5, pressed)
  await drawWithPen(page, at, part(BODY, 0.774, 0.985), 6, pressed)
  await page.getByRole('button', { name: 'Look at my step' }).click()
  await page.locator('.finding').first().waitFor()
  await take(page, 'easel-gap-found')
  await drawWithPen(page, at, [...part(BODY, 0.97, 1), ...part(BODY, 0, 0.02)], 7, pressed)
  await page.keyboard.press('g')
  await page.waitForTimeout(4200)
  await page.screenshot({ path: `${folder}/easel-ghost.png` })
  await page.getByRole('button', { name: 'Next step' }).click()
  await page.mouse.click(...onPage(at, [800, 700]))
  await page.getByRole('button', { name: 'Next step' }).click()
  for (const [i, inset] of [96, 104, 118, 136].entries())
    await drawWithPen(page, at, arc(800, 690, 285 - inset, 246 - inset * 0.9, -0.06, 0.36), 20 + i)
  await page
    .getByRole('button', { name: 'Daylight' })
    .or(page.getByRole('button', { name: /^Lamplight/ }))
    .click()
  await page.getByRole('button', { name: /Colour in hand/ }).click()
  await take(page, 'easel-lamplight-mixer')
  await browser.close()
}

/** The light pin with its forms, over a kettle that is coloured and shaded. */
async function inTheLight(): Promise<void> {
  const browser = await openBrowser()
  const page = browser.context.pages()[0]!
  await enterAsLearner(page, url, { code: 'KETTLE7', name: 'Kit Averne', pin: '9465' })
  await openEasel(page)
  await page.getByRole('button', { name: 'Adjust the paint of this layer, and light' }).click()
  await page
    .locator('.choices')
    .getByRole('button', { name: /^Light pin/ })
    .click()
  await page.getByText('core shadow').waitFor()
  await take(page, 'easel-light')
  await browser.close()
}

/** Tools and guides, on a sheet of one's own: six tools lie there, and six more are fetched. */
async function freelyAtTheEasel(): Promise<void> {
  const browser = await openBrowser()
  const page = browser.context.pages()[0]!
  await enterAsLearner(page, url, { code: 'PIER22', name: 'Otto Brandreth', pin: '1836' })
  const { id } = await page.evaluate(
    async () =>
      (
        await fetch('/api/sheets', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ title: 'Tools', sheet: { width: 1600, height: 1200, paper: [250, 249, 245] } }),
        })
      ).json() as Promise<{ id: number }>,
  )
  await page.goto(`${url}/easel/${id}`)
  const at = await waitForSheet(page)
  const lift = async (name: string) => {
    await page.getByRole('button', { name: /Cupboard/ }).click()
    await page.locator('.stored', { hasText: name }).first().click()
    await page.locator('.shelf').waitFor({ state: 'hidden' })
  }
  const TOOLS = ['Broad nib', 'Dry brush', 'Marker', 'Crayon', 'Chalk', 'Spatter']
  for (const [i, name] of TOOLS.entries()) {
    await lift(name)
    const x = 110 + (i % 2) * 760
    const y = 130 + Math.floor(i / 2) * 135
    // On to the next well; white would not be seen.
    await page.keyboard.press('s')
    await drawWithPen(
      page,
      at,
      [
        [x, y],
        [x + 160, y - 44],
        [x + 330, y + 40],
        [x + 500, y - 34],
        [x + 640, y + 16],
      ],
      40 + i,
      { pressure: 0.62, speed: 700 },
    )
  }
  await page.getByRole('button', { name: 'Guides' }).click()
  await page.locator('.add', { hasText: 'Perspective' }).click()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Stencils' }).click()
  await page.locator('.choice', { hasText: 'Ellipse' }).click()
  await page.getByLabel('fill', { exact: true }).check()
  await page.mouse.move(...onPage(at, [920, 760]))
  await page.mouse.down()
  await page.mouse.move(...onPage(at, [1300, 1040]), { steps: 6 })
  await page.mouse.up()
  await take(page, 'easel-guides')
  await browser.close()
}

/** A pour that would run out, and a stack with a clipped layer, a mask and a group. */
async function withLayers(): Promise<void> {
  const browser = await openBrowser()
  const page = browser.context.pages()[0]!
  await enterAsLearner(page, url, { code: 'KETTLE7', name: 'Ceri Plumtree', pin: '7350' })
  const at = await openEasel(page, true)
  const pressed = { pressure: 0.75 }
  await page.getByRole('button', { name: 'Step 2' }).click()
  await page.waitForTimeout(500)
  await drawWithPen(page, at, part(BODY, 0, 0.4), 4, pressed)
  await drawWithPen(page, at, part(BODY, 0.395, 0.78), 5, pressed)
  await drawWithPen(page, at, part(BODY, 0.774, 0.985), 6, pressed)
  await page.getByRole('button', { name: 'Step 3' }).click()
  await page.waitForTimeout(500)
  await page.mouse.click(...onPage(at, [800, 700]))
  await page.getByText('It would run out').waitFor()
  await page.mouse.move(...onPage(at, [1400, 300]))
  await page.getByRole('button', { name: 'Close it and pour' }).click()
  await page.waitForTimeout(800)
  await page.getByRole('button', { name: 'Lay a new sheet on the live one' }).click()
  await page.waitForTimeout(400)
  await page.getByRole('checkbox', { name: 'clip to below' }).check()
  await page.getByLabel('Mixes').locator('visible=true').first().click({ force: true })
  await page.locator('.v-overlay--active .v-list').getByText('multiply', { exact: true }).click()
  await page.getByRole('radio', { name: /^Soft brush/ }).click()
  await page.locator('#tool-size').fill('150')
  await page.locator('#tool-size').press('Enter')
  for (const [i, inset] of [96, 110, 128].entries())
    await drawWithPen(page, at, arc(800, 690, 285 - inset, 246 - inset * 0.9, -0.06, 0.36), 20 + i, { pressure: 0.5 })
  await page.getByRole('button', { name: 'More for Layer 4' }).click()
  await page.locator('.v-overlay--active .v-list').getByText('Group with Colour').click()
  await page.waitForTimeout(500)
  for (const button of await page.locator('.notice').getByRole('button', { name: 'Close' }).all()) await button.click()
  await page.getByRole('button', { name: /^Colour in hand/ }).click()
  await page.getByRole('tab', { name: 'Shades' }).click()
  await take(page, 'easel-stack')
  await browser.close()
}

/** A warm-up, drawn and scored. */
async function warmingUp(): Promise<void> {
  const browser = await openBrowser()
  const page = browser.context.pages()[0]!
  await enterAsLearner(page, url, { code: 'KETTLE7', name: 'Lowri Pask', pin: '7713' })
  for (const [seed, sway] of [
    [31, 14],
    [32, 9],
    [33, 10],
    [34, 5],
  ] as const) {
    await page.goto(`${url}/warm-ups/ellipse-on-axis?seed=${seed}`)
    await page.locator('.window canvas').first().waitFor()
    await page.waitForTimeout(600)
    const { sheet, prompts } = drillTask('ellipse-on-axis', seed)
    const at = await placeOfSheet(page.locator('.window'), sheet)
    const dots = prompts.flatMap(each => (each.kind === 'dot' ? [each.at] : []))
    for (let i = 0; i < dots.length; i += 4) {
      const [a, b, c, d] = dots.slice(i, i + 4) as [
        { x: number; y: number },
        { x: number; y: number },
        { x: number; y: number },
        { x: number; y: number },
      ]
      const [long, short, turn] = [
        Math.hypot(a.x - b.x, a.y - b.y) / 2,
        Math.hypot(c.x - d.x, c.y - d.y) / 2,
        Math.atan2(a.y - b.y, a.x - b.x),
      ]
      const round = arc(0, 0, long, short, 0, 1.01).map(
        ([x, y]) =>
          [
            (a.x + b.x) / 2 + x * Math.cos(turn) - y * Math.sin(turn),
            (a.y + b.y) / 2 + x * Math.sin(turn) + y * Math.cos(turn),
          ] as const,
      )
      await drawWithPen(page, at, round, seed + i, { pressure: 0.7, sway })
    }
    await page.getByRole('button', { name: 'How did it go?' }).click()
    await page.locator('[data-test=points]').waitFor()
  }
  await take(page, 'warm-up')
  await browser.close()
}

async function main(): Promise<void> {
  mkdirSync(folder, { recursive: true })
  await asTeacher()
  await ofTheClass()
  await asLearner()
  await atTheEasel()
  await freelyAtTheEasel()
  await inTheLight()
  await withLayers()
  await warmingUp()
  await onTheRound()
}

main().then(
  () => process.exit(0),
  (error: unknown) => {
    console.error(error)
    process.exit(1)
  },
)
