import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { FolioView } from '#shared/views'
import { openLooker, type Looker } from './lib/access'
import { enterAsLearner } from './lib/browser'
import { Client } from './lib/client'
import { url } from './lib/world'

const KIT = { code: 'KETTLE7', name: 'Kit Averne', pin: '9465' }

/** Every view of a learner's, the Easel with all that opens on it, in three lights and at three sizes. */
describe('a learner', () => {
  let kit: Looker
  let folio: FolioView

  beforeAll(async () => {
    folio = (await (await new Client(url).learner(KIT.name, KIT.pin)).call<FolioView>('GET', '/api/folio')).body
    kit = await openLooker()
    await enterAsLearner(kit.page, url, KIT)
  })
  afterAll(() => kit.browser.close())

  const drawing = () => folio.plans.find(each => each.drawing)!.drawing!.id
  const views: readonly (readonly [name: string, path: () => string, ready: string, dialogs?: readonly string[]])[] = [
    ['the folio', () => '/folio', '.plan', ['A new sheet']],
    ['as they like it', () => '/as-i-like-it', 'fieldset'],
    ['an answer', () => `/answer/${folio.plans.flatMap(each => each.handIns)[0]!.id}`, '.window canvas'],
    ['progress', () => '/progress', 'h1'],
    ['warm-ups', () => '/warm-ups', 'h1'],
    ['a warm-up', () => '/warm-ups/ellipse-on-axis?seed=31', '.window canvas'],
    ['the Wall', () => `/wall/${folio.classId}`, 'h1'],
    ['a making', () => `/making/${drawing()}`, '.window canvas'],
    [
      'the Easel',
      () => `/easel/${drawing()}`,
      '.step-sheet',
      ['Keys and gestures', 'The sheet: paper, size, crop', 'Save a picture', 'Bring a picture in'],
    ],
  ]

  for (const [name, path, ready, dialogs = []] of views)
    it(name, async () => {
      const before = kit.found.length
      await kit.visit(path(), ready)
      await kit.look(name)
      await kit.lookIntoAll(name)
      for (const dialog of dialogs) {
        const opener = kit.page.getByRole('button', { name: dialog }).first()
        await kit.lookAtCard(`${name}, “${dialog}”`, () => opener.click())
      }
      expect(kit.found.slice(before)).toEqual([])
    })
})

it('finds nothing at a panel of a mural', async () => {
  const alva = { code: 'SLIP48', name: 'Alva Tregenna', pin: '4471' }
  const client = await new Client(url).learner(alva.name, alva.pin, alva.code)
  const { murals } = (await client.call<FolioView>('GET', '/api/folio')).body
  const panel = await openLooker()
  await enterAsLearner(panel.page, url, alva)
  await panel.visit(`/easel/${murals[0]!.drawings[0]!.id}`, '.step-sheet')
  await panel.page.locator('.window canvas').first().waitFor()
  await panel.look('a panel of a mural')
  await panel.browser.close()
  expect(panel.found).toEqual([])
})
