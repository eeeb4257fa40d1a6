import { isDeepStrictEqual } from 'node:util'
import type { Page } from 'playwright-core'
import { seededRandom } from '#core/base'
import type { DrawingView } from '#shared/views'
import { arc } from '#demo/hand'
import { enterAsLearner, openBrowser, type OpenedBrowser } from '../tests/lib/browser'
import { drawWithMouse, type Placed } from '../tests/lib/draw'
import { drawingNumber, openEasel, waitForSheet } from '../tests/lib/easel'
import type { Patient } from './patient'

const wait = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))
/** One in so many strokes is followed by the end of its tab. */
const TAB_ENDS = 4
const WAIT_MS = 120_000

/** A learner in a browser, who draws by hand; now and then the tab is closed, or crashes, and another is opened. */
export class PageLearner {
  strokes = 0
  tabs = 0
  drawing = 0
  readonly wrong: string[] = []
  private browser!: OpenedBrowser
  private page!: Page
  private at!: Placed
  private isStopped = false
  private readonly random

  constructor(
    private readonly who: { url: string; name: string; pin: string; code: string; seed: number },
    private readonly client: Patient,
  ) {
    this.random = seededRandom(who.seed)
  }

  async live(): Promise<void> {
    const { url, code, name, pin } = this.who
    try {
      await this.client.patiently('POST', '/api/session/learner', { code, name, pin })
      this.browser = await openBrowser({ ignoreHTTPSErrors: true })
      this.page = this.browser.context.pages()[0]!
      await this.again(async () => {
        await enterAsLearner(this.page, url, { code, name, pin })
        this.at = await openEasel(this.page)
      })
      this.drawing = drawingNumber(this.page)
      while (!this.isStopped) await this.drawOne()
      await this.page.locator('[data-test=saving][data-state=kept]').waitFor({ timeout: WAIT_MS })
    } catch (error) {
      this.wrong.push(`${name} in the browser, after ${this.strokes} strokes: ${String(error)}`)
    }
  }

  stop(): void {
    this.isStopped = true
  }

  private async drawOne(): Promise<void> {
    const i = this.strokes++
    const path = arc(260 + ((70 * i) % 1100), 300 + ((90 * i) % 640), 30 + (i % 17), 45)
    await drawWithMouse(this.page, this.at, path, this.who.seed * 10_000 + i)
    if (this.random.unit() > 1 / TAB_ENDS) {
      await wait(300)
      return
    }
    // What is said to be kept is; a tab that ends while a stroke is noted is the model's matter.
    await this.page.waitForFunction(() => {
      const saving = document.querySelector('[data-test=saving]')
      return /kept/.test(`${saving?.getAttribute('data-state')} ${saving?.textContent}`)
    })
    this.tabs++
    const next = await this.browser.context.newPage()
    if (this.random.unit() < 0.5) await this.page.close()
    else {
      const devtools = await this.browser.context.newCDPSession(this.page)
      const crashed = this.page.waitForEvent('crash')
      void devtools.send('Page.crash').catch(() => {})
      await crashed
    }
    this.page = next
    await this.again(async () => {
      await this.page.goto(`${this.who.url}/easel/${this.drawing}`)
      this.at = await waitForSheet(this.page)
    })
  }

  /** A page that was asked for while nobody answered is asked for once more. */
  private async again(open: () => Promise<void>): Promise<void> {
    const until = Date.now() + WAIT_MS
    this.page.setDefaultTimeout(15_000)
    for (;;) {
      try {
        await open()
        return
      } catch (error) {
        if (Date.now() > until) throw error
        await wait(500)
      }
    }
  }

  async check(): Promise<void> {
    if (this.drawing === 0) return
    const { entries } = await this.client.get<DrawingView>(`/api/drawings/${this.drawing}`)
    const kept = entries.flatMap(each => (each.type === 'act' && each.act.kind === 'stroke' ? [each.act] : []))
    const distinct = kept.filter((each, i) => kept.findIndex(one => isDeepStrictEqual(one, each)) === i)
    if (distinct.length === this.strokes && kept.length === this.strokes) return
    this.wrong.push(
      `${this.who.name} in the browser: ${this.strokes} strokes drawn, ${kept.length} kept, ${distinct.length} of them different`,
    )
  }

  close(): Promise<void> {
    return this.browser?.close() ?? Promise.resolve()
  }
}
