import { inject, it } from 'vitest'
import { enterAsLearner, openBrowser } from './lib/browser'
import { Client } from './lib/client'
const url = inject('appUrl')
it('look', async () => {
  for (const [name, size, letters] of [['a', { width: 1280, height: 800 }, 0], ['b', { width: 1024, height: 768, hasTouch: true }, 0], ['c', { width: 1280, height: 800 }, 200], ['d', { width: 640, height: 400, deviceScaleFactor: 2 }, 0]] as const) {
    const b = await openBrowser(size)
    const page = b.context.pages()[0]!
    await enterAsLearner(page, url, { code: 'PIER22', name: 'Otto Brandreth', pin: '1836' })
    const client = await new Client(url).learner('Otto Brandreth', '1836', 'PIER22')
    const { id } = (await client.call<{ id: number }>('POST', '/api/sheets', { title: 'To reach all', sheet: { width: 1600, height: 1200, paper: [255, 255, 255] } })).body
    await page.goto(`${url}/easel/${id}`)
    await page.locator('.window canvas').first().waitFor()
    if (letters) await page.evaluate(s => document.documentElement.style.fontSize = `${s}%`, letters)
    await page.waitForTimeout(900)
    await page.screenshot({ path: `/tmp/shots/ledge-${name}.png` })
    await b.close()
  }
})
