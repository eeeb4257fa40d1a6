import { mkdirSync } from 'node:fs'
import type { Page } from 'playwright-core'
import { arc, part } from '#demo/hand'
import { enterAsLearner, enterAsTeacher, openBrowser } from '../tests/lib/browser'
import { drawWithPen, onPage } from '../tests/lib/draw'
import { BODY, openEasel } from '../tests/lib/easel'

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
  await page.getByRole('link', { name: /Thursday evening table/ }).click()
  await page.getByRole('row', { name: /Ceri Plumtree/ }).waitFor()
  await take(page, 'register')
  await page.goBack()
  await page.getByRole('link', { name: /Ceri Plumtree/ }).click()
  await page.getByRole('button', { name: 'Mark as measured' }).click()
  await take(page, 'crit')
  await page.getByRole('button', { name: 'Hide marks' }).click()
  await page.getByLabel('Place in the making').fill('33000')
  await page.getByRole('button', { name: 'Figures' }).click()
  await take(page, 'crit-replay')
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
  await take(page, 'easel-first-step')
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
  for (const [i, inset] of [96, 104, 118, 136].entries()) await drawWithPen(page, at, arc(800, 690, 285 - inset, 246 - inset * 0.9, -0.06, 0.36), 20 + i)
  await page.getByRole('button', { name: 'Daylight' }).or(page.getByRole('button', { name: /^Lamplight/ })).click()
  await page.getByRole('button', { name: /Colour in hand/ }).click()
  await take(page, 'easel-lamplight-mixer')
  await browser.close()
}

/** Tools, guides and ways of looking, on a sheet of someone who has drawn nothing yet. */
async function freelyAtTheEasel(): Promise<void> {
  const browser = await openBrowser()
  const page = browser.context.pages()[0]!
  await enterAsLearner(page, url, { code: 'PIER22', name: 'Otto Brandreth', pin: '1836' })
  const at = await openEasel(page, true)
  const fetch = async (name: string) => {
    await page.getByRole('button', { name: /Cupboard/ }).click()
    await page.locator('.stored', { hasText: name }).first().click()
    await page.locator('.shelf').waitFor({ state: 'hidden' })
  }
  const TOOLS = ['Ink pen', 'Broad nib', 'Round brush', 'Dry brush', 'Marker', 'Crayon', 'Chalk', 'Spatter', 'Stamp', 'Wash']
  for (const [i, name] of TOOLS.entries()) {
    await fetch(name)
    const x = 110 + (i % 2) * 760
    const y = 130 + Math.floor(i / 2) * 135
    // On to the next well; white would not be seen.
    await page.keyboard.press('s')
    if (i % 5 === 3) await page.keyboard.press('s')
    await drawWithPen(page, at, [[x, y], [x + 160, y - 44], [x + 330, y + 40], [x + 500, y - 34], [x + 640, y + 16]], 40 + i, { pressure: 0.62, speed: 700 })
  }
  await take(page, 'easel-tools')
  await page.keyboard.press('x')
  await page.keyboard.press('v')
  await page.mouse.move(...onPage(at, [1040, 420]))
  await take(page, 'easel-values')
  await page.keyboard.press('x')
  await page.keyboard.press('v')
  await page.getByRole('button', { name: 'Step 2' }).click()
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

async function main(): Promise<void> {
  mkdirSync(folder, { recursive: true })
  await asTeacher()
  await asLearner()
  await atTheEasel()
  await freelyAtTheEasel()
}

main().then(() => process.exit(0), (error: unknown) => {
  console.error(error)
  process.exit(1)
})
