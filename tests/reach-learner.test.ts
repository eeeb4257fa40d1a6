import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { FolioView } from '#shared/views'
import { enterAsLearner } from './lib/browser'
import { Client } from './lib/client'
import { expectInReach } from './lib/reach'
import { layOutTools, lookIntoCards, openWalker, walkThrough, type Walker } from './lib/reach-walk'
import { url } from './lib/world'

const OTTO = { code: 'PIER22', name: 'Otto Brandreth', pin: '1836' }
const KIT = { code: 'KETTLE7', name: 'Kit Averne', pin: '9465' }

/** In sight without scrolling: the tool in hand, size, strength, the colour in hand, all wells, undo. */
const ALWAYS = [
  '.slot.lifted',
  '#tool-size',
  '[aria-label=Size]',
  '[aria-label=Strength]',
  '.box .hand',
  '.tin .well',
  '[aria-label^="Undo"]',
]

/** What a learner is offered can be reached by hand, on a desk, on a tablet, zoomed and with large letters. */

it('a learner’s pages offer all within reach', async () => {
  const client = await new Client(url).learner(KIT.name, KIT.pin)
  const folio = (await client.call<FolioView>('GET', '/api/folio')).body
  const kit = await openWalker()
  await enterAsLearner(kit.page, url, KIT)
  const cards = await walkThrough(kit, [
    ['the folio', '/folio', '.plan'],
    ['as they like it', '/as-i-like-it', 'fieldset'],
    ['an answer', `/answer/${folio.plans.flatMap(each => each.handIns)[0]!.id}`, '.window canvas'],
    ['progress', '/progress', 'h1'],
    ['warm-ups', '/warm-ups', 'h1'],
    ['a warm-up', '/warm-ups/ellipse-on-axis?seed=31', '.window canvas'],
    ['the Wall', `/wall/${folio.classId}`, 'h1'],
    ['a making', `/making/${folio.plans.find(each => each.drawing)!.drawing!.id}`, '.window canvas'],
  ])
  expect(cards).toBeGreaterThan(0)
  await kit.browser.close()
})

describe('the Easel offers all within reach', () => {
  let otto: Walker

  beforeAll(async () => {
    const client = await new Client(url).learner(OTTO.name, OTTO.pin, OTTO.code)
    const { id } = (
      await client.call<{ id: number }>('POST', '/api/sheets', {
        title: 'To reach all',
        sheet: { width: 1600, height: 1200, paper: [255, 255, 255] },
      })
    ).body
    otto = await openWalker()
    await enterAsLearner(otto.page, url, OTTO)
    await otto.visit(`/easel/${id}`, '.window canvas')
  })
  afterAll(() => otto.browser.close())

  it('with six tools', async () => {
    await layOutTools(otto.page, 6)
    await otto.inEveryWindow('the Easel with six tools', where => expectInReach(otto.page, `at ${where}`))
  })

  it('with twelve tools: all of the ledge lies in sight', async () => {
    await layOutTools(otto.page, 12)
    await otto.inEveryWindow('the Easel with twelve tools', async (where, window) => {
      await expectInReach(otto.page, `at ${where}`)
      if (window.width < 1024) return
      const away = await otto.page.evaluate(
        selectors =>
          selectors.flatMap(selector =>
            [...document.querySelectorAll(selector)].flatMap(each => {
              const box = each.getBoundingClientRect()
              return box.left < 0 || box.top < 0 || box.right > innerWidth + 1 || box.bottom > innerHeight + 1
                ? [`${selector} at ${Math.round(box.left)} … ${Math.round(box.right)}`]
                : []
            }),
          ),
        ALWAYS,
      )
      expect(away, where).toEqual([])
      expect(await otto.page.locator('.tin .well').count(), where).toBeGreaterThanOrEqual(6)
    })
  })

  it('in every card', async () => {
    await otto.inEveryWindow('the Easel', async where =>
      expect(await lookIntoCards(otto.page, `at ${where}`)).toBeGreaterThan(6),
    )
  })
})
