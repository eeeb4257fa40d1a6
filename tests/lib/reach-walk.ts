import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { DeskView, FolioView } from '#shared/views'
import { enterAsLearner, enterAsTeacher, openBrowser, type OpenedBrowser } from './browser'
import { Client } from './client'
import { untilNothingMoves } from './easel'
import { expectInReach } from './reach'
import { url } from './world'

/** Every view and every card that opens on it, on every size of window: what is offered can be reached by hand. */

const OTTO = { code: 'PIER22', name: 'Otto Brandreth', pin: '1836' }
const KIT = { code: 'KETTLE7', name: 'Kit Averne', pin: '9465' }
const ORLA = { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' }

const WINDOWS = [
  { name: '1280 × 800', width: 1280, height: 800 },
  { name: '1366 × 768', width: 1366, height: 768 },
  { name: '1024 × 768 by touch', width: 1024, height: 768, hasTouch: true },
  { name: 'letters at 200 %', width: 1280, height: 800, letters: 200 },
  { name: 'letters at 200 % on 1024 × 768', width: 1024, height: 768, letters: 200 },
  { name: 'zoom at 200 %', width: 640, height: 400, deviceScaleFactor: 2 },
] as const
export type WindowName = (typeof WINDOWS)[number]['name']

/** Tools from the cupboard, until so many lie on the ledge. */
async function layOutTools(page: Page, count: number): Promise<void> {
  const tools = () =>
    page.evaluate(
      () =>
        document.querySelectorAll('.slot').length +
        Number(document.querySelector('.more-tools')?.textContent?.replace('+', '') ?? 0),
    )
  for (let before = await tools(); before < count; before = await tools()) {
    await page.getByRole('button', { name: /Cupboard/ }).click()
    await page.locator('.shelf .stored').first().click()
    await page.locator('.shelf').first().waitFor({ state: 'hidden' })
    if ((await tools()) === before) break
  }
}

/** Opens each card of the page in turn, and looks at what it offers. */
async function lookIntoCards(page: Page, where: string): Promise<number> {
  const openers = page.locator('[aria-haspopup]:visible:not([disabled])')
  const count = await openers.count()
  let opened = 0
  for (let i = 0; i < count; i++) {
    const opener = openers.nth(i)
    const name = (await opener.getAttribute('aria-label')) ?? (await opener.textContent())
    await opener.click()
    const card = page.locator('.v-overlay--active .v-overlay__content').last()
    await card.waitFor()
    await untilNothingMoves(page)
    await expectInReach(page, `${where}, in “${name}”`, '.v-overlay--active:last-of-type .v-overlay__content')
    opened++
    await page.keyboard.press('Escape')
    await card.waitFor({ state: 'hidden' })
  }
  return opened
}

/** The walk through all views on a window of that name. */
export function walkThrough(name: WindowName): void {
  describe(name, () => walk(WINDOWS.find(each => each.name === name)!))
}

function walk(window: (typeof WINDOWS)[number]): void {
  let learner: OpenedBrowser
  let teacher: OpenedBrowser
  let onLearners: Page
  let onTeachers: Page

  async function visit(page: Page, path: string, ready: string): Promise<void> {
    await page.goto(url + path)
    await page.locator(ready).first().waitFor()
    if ('letters' in window)
      await page.evaluate(size => (document.documentElement.style.fontSize = `${size}%`), window.letters)
    await untilNothingMoves(page)
  }

  beforeAll(async () => {
    learner = await openBrowser(window)
    teacher = await openBrowser(window)
    onLearners = learner.context.pages()[0]!
    onTeachers = teacher.context.pages()[0]!
    await enterAsLearner(onLearners, url, OTTO)
    await enterAsTeacher(onTeachers, url, ORLA)
  })
  afterAll(async () => {
    await learner.close()
    await teacher.close()
  })

  it('the front door', async () => {
    const guests = await openBrowser(window)
    const page = guests.context.pages()[0]!
    await visit(page, '/', '.door')
    await expectInReach(page, 'on the front door')
    await page.getByRole('tab', { name: 'I teach' }).click()
    await expectInReach(page, 'on the front door for teachers')
    await guests.close()
  })

  it('a teacher’s pages', async () => {
    const client = await new Client(url).teacher()
    const desk = (await client.call<DeskView>('GET', '/api/desk')).body
    const [classId, plan, handIn] = [
      desk.classes.find(each => each.code === 'KETTLE7')!.id,
      desk.plans[0]!.id,
      desk.waiting[0]!.id,
    ]
    const pages: [string, string, string][] = [
      ['the desk', '/desk', 'h1'],
      ['the Plan book', '/plans', 'h1'],
      ['a plan', `/plans/${plan}`, '.v-tab, [role=tab]'],
      ['the register', `/register/${classId}`, 'table'],
      ['the Round', `/round/${classId}`, 'h1'],
      ['the Table', `/table/${classId}`, 'h1'],
      ['the Wall', `/wall/${classId}`, 'h1'],
      ['progress', `/progress/${classId}`, 'h1'],
      ['the crit', `/crit/${handIn}`, '.window canvas'],
      ['warm-ups', '/warm-ups', 'h1'],
      ['warm-ups of a class', `/warm-ups/class/${desk.classes.find(each => each.code === 'SLIP48')!.id}`, 'table'],
      ['a new mural', `/murals/new?class=${classId}`, 'h1'],
    ]
    let cards = 0
    for (const [name, path, ready] of pages) {
      await visit(onTeachers, path, ready)
      await expectInReach(onTeachers, `on ${name}`)
      cards += await lookIntoCards(onTeachers, `on ${name}`)
      for (const tab of name === 'a plan' ? await onTeachers.getByRole('tab').all() : []) {
        await tab.click()
        await untilNothingMoves(onTeachers)
        await expectInReach(onTeachers, `on ${name}, ${await tab.textContent()}`)
      }
    }
    expect(cards).toBeGreaterThan(0)
  })

  it('a learner’s pages', async () => {
    const client = await new Client(url).learner(KIT.name, KIT.pin)
    const folio = (await client.call<FolioView>('GET', '/api/folio')).body
    const handIn = folio.plans.flatMap(each => each.handIns)[0]!.id
    const kits = await openBrowser(window)
    const page = kits.context.pages()[0]!
    await enterAsLearner(page, url, KIT)
    const pages: [string, string, string][] = [
      ['the folio', '/folio', '.plan'],
      ['an answer', `/answer/${handIn}`, '.window canvas'],
      ['progress', '/progress', 'h1'],
      ['warm-ups', '/warm-ups', 'h1'],
      ['a warm-up', '/warm-ups/ellipse-on-axis?seed=31', '.window canvas'],
      ['the Wall', `/wall/${folio.classId}`, 'h1'],
      ['a making', `/making/${folio.plans.find(each => each.drawing)!.drawing!.id}`, '.window canvas'],
    ]
    for (const [name, path, ready] of pages) {
      await visit(page, path, ready)
      await expectInReach(page, `on ${name}`)
      await lookIntoCards(page, `on ${name}`)
    }
    await kits.close()
  })

  it('the Easel, with six tools and with twelve: all of the ledge lies in sight', async () => {
    const client = await new Client(url).learner(OTTO.name, OTTO.pin, OTTO.code)
    const { id } = (
      await client.call<{ id: number }>('POST', '/api/sheets', {
        title: 'To reach all',
        sheet: { width: 1600, height: 1200, paper: [255, 255, 255] },
      })
    ).body
    await visit(onLearners, `/easel/${id}`, '.window canvas')
    for (const count of [6, 12]) {
      await layOutTools(onLearners, count)
      await expectInReach(onLearners, `at the Easel with ${count} tools`)
    }
    // In sight without scrolling: the tool in hand, size, strength, the colour in hand, all wells, undo.
    if (window.width >= 1024) {
      const always = [
        '.slot.lifted',
        '#tool-size',
        '[aria-label=Size]',
        '[aria-label=Strength]',
        '.box .hand',
        '.tin .well',
        '[aria-label^="Undo"]',
      ]
      const away = await onLearners.evaluate(
        selectors =>
          selectors.flatMap(selector =>
            [...document.querySelectorAll(selector)].flatMap(each => {
              const box = each.getBoundingClientRect()
              return box.left < 0 || box.top < 0 || box.right > innerWidth + 1 || box.bottom > innerHeight + 1
                ? [`${selector} at ${Math.round(box.left)} … ${Math.round(box.right)}`]
                : []
            }),
          ),
        always,
      )
      expect(away).toEqual([])
      expect(await onLearners.locator('.tin .well').count()).toBeGreaterThanOrEqual(6)
    }
    expect(await lookIntoCards(onLearners, 'at the Easel')).toBeGreaterThan(6)
  })
}
