import { readFile, readdir } from 'node:fs/promises'
import type { Page } from 'playwright-core'
import { enterAsTeacher, openBrowser } from '../tests/lib/browser'
import { medianOf, type Row } from './measure'

/** The pages of a school year in a browser: how long until their content is there, and what the tab takes. */

const RUNS = 5
const TEACHER = { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' }
/** A page with hardly anything on it: others are gone to from it. */
const HOME = '/signed-in'

/** A page, and what of it is waited for. */
export type PageOfYear = readonly [name: string, path: string, ready: string]

export async function yearPages(url: string, group: string, pages: readonly PageOfYear[]): Promise<Row[]> {
  const browser = await openBrowser()
  try {
    const [first] = browser.context.pages()
    await enterAsTeacher(first!, url, TEACHER)
    await first!.goto('about:blank')
    const rows: Row[] = []
    for (const [name, path, ready] of pages) {
      const page = await browser.context.newPage()
      await page.goto(url + HOME)
      await page.locator('h1').waitFor()
      const times: number[] = []
      // The first warms: what it loads of the program is kept.
      for (let i = -1; i < RUNS; i++) {
        const ms = await shownAfter(page, path, ready)
        if (i >= 0) times.push(ms)
        if (i + 1 < RUNS) await shownAfter(page, HOME, 'h1')
      }
      await page.waitForLoadState('networkidle')
      const session = await browser.context.newCDPSession(page)
      await session.send('HeapProfiler.collectGarbage')
      rows.push(
        { group, name, median: medianOf(times), runs: RUNS },
        { group, name: `${name}: the tab`, median: await tabMegabytes(), unit: 'MB', runs: 1 },
      )
      await page.close()
    }
    return rows
  } finally {
    await browser.close()
  }
}

/** Ms from going to a page within the program until what it is about is seen. */
async function shownAfter(page: Page, path: string, ready: string): Promise<number> {
  const began = performance.now()
  await page.evaluate(to => {
    const { useNuxtApp } = window as unknown as { useNuxtApp(): { $router: { push(to: string): Promise<unknown> } } }
    void useNuxtApp().$router.push(to)
  }, path)
  await page.waitForURL(`**${path}`)
  await page.locator(ready).first().waitFor()
  return performance.now() - began
}

/** What the largest process that draws pages has for itself alone (USS, Linux), MB. No other browser runs meanwhile. */
async function tabMegabytes(): Promise<number> {
  const numbers = (await readdir('/proc')).filter(each => /^\d+$/.test(each))
  return Math.max(0, ...(await Promise.all(numbers.map(rendererMegabytes))))
}

/** 0: it draws no pages, or is gone. */
async function rendererMegabytes(pid: string): Promise<number> {
  try {
    if (!(await readFile(`/proc/${pid}/cmdline`, 'utf8')).includes('--type=renderer')) return 0
    const rollup = await readFile(`/proc/${pid}/smaps_rollup`, 'utf8')
    const sizes = [...rollup.matchAll(/^Private_(?:Clean|Dirty):\s+(\d+) kB$/gm)]
    return sizes.reduce((sum, [, kb]) => sum + Number(kb), 0) / 1024
  } catch {
    return 0
  }
}
