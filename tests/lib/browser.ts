import { execFileSync } from 'node:child_process'
import { chromium, type Browser, type BrowserContext, type Page } from 'playwright-core'
import { touchOnlyWhatIsInReach } from './reach'

/** Debian's Chromium, headless, without a call home. */
export const FLAGS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
]

export interface OpenedBrowser {
  readonly context: BrowserContext
  close(): Promise<void>
}

export interface WindowSize {
  readonly width?: number
  readonly height?: number
  readonly hasTouch?: boolean
  readonly deviceScaleFactor?: number
  /** Things move for the eye as well; otherwise nobody waits for that. */
  readonly hasMotion?: boolean
  /** The server has a certificate that it made itself. */
  readonly ignoreHTTPSErrors?: boolean
  /** The program is kept on the device; otherwise pages ask the server alone. */
  readonly keepsProgram?: boolean
}

export function chromiumPath(): string {
  return execFileSync('sh', ['-c', 'command -v chromium'], { encoding: 'utf8' }).trim()
}

/** How long the process waits for another to be opened after the last was closed, ms: one takes a second to start. */
const LINGER_MS = 3000

/** The process that all share, and how many are open in it. */
let running: Promise<Browser> | null = null
let open = 0

/** Contexts that were closed: whoever closes one twice must not count it twice. */
const gone = new WeakSet<BrowserContext>()

async function closed(context: BrowserContext): Promise<void> {
  if (gone.has(context)) return
  gone.add(context)
  try {
    await context.close()
  } finally {
    open--
  }
  setTimeout(() => {
    if (open > 0 || !running) return
    void running.then(browser => browser.close())
    running = null
  }, LINGER_MS)
}

/** A person's browser: its cookies and its store are nobody else's. */
export async function openBrowser({
  width = 1280,
  height = 800,
  hasTouch = false,
  deviceScaleFactor = 1,
  hasMotion = false,
  ignoreHTTPSErrors = false,
  keepsProgram = false,
}: WindowSize = {}): Promise<OpenedBrowser> {
  running ??= chromium.launch({ executablePath: chromiumPath(), headless: true, args: FLAGS })
  open++
  const context = await (
    await running
  ).newContext({
    viewport: { width, height },
    hasTouch,
    deviceScaleFactor,
    ignoreHTTPSErrors,
    serviceWorkers: keepsProgram ? 'allow' : 'block',
    reducedMotion: hasMotion ? 'no-preference' : 'reduce',
    locale: 'en-GB',
    timezoneId: 'Europe/London',
  })
  touchOnlyWhatIsInReach(await context.newPage())
  return { context, close: () => closed(context) }
}

interface SlipOfLearner {
  readonly code: string
  readonly name: string
  readonly pin: string
}

interface SignInOfTeacher {
  readonly email: string
  readonly password: string
}

/** In the folio, without the front door: what is not about coming in saves loading two views for one. */
export async function enterAsLearner(page: Page, url: string, learner: SlipOfLearner): Promise<void> {
  const { code, name, pin } = learner
  await signIn(page, `${url}/api/session/learner`, { code, name, pin })
  await page.goto(`${url}/folio`)
}

/** At the desk, without the front door. */
export async function enterAsTeacher(page: Page, url: string, teacher: SignInOfTeacher): Promise<void> {
  await signIn(page, `${url}/api/session/teacher`, teacher)
  await page.goto(`${url}/desk`)
}

async function signIn(page: Page, to: string, data: SlipOfLearner | SignInOfTeacher): Promise<void> {
  const answer = await page.context().request.post(to, { data })
  if (!answer.ok()) throw new Error(`${to} was answered with ${answer.status()}`)
}

/** As a learner comes in: by the front door. */
export async function comeInAsLearner(page: Page, url: string, learner: SlipOfLearner): Promise<void> {
  await page.goto(url)
  await page.getByLabel('Class code').fill(learner.code)
  await page.getByLabel('Your name').fill(learner.name)
  await page.getByLabel('PIN').fill(learner.pin)
  await page.getByRole('button', { name: 'Come in' }).click()
  await page.waitForURL('**/folio')
}

/** As a teacher comes in: by the front door. */
export async function comeInAsTeacher(page: Page, url: string, teacher: SignInOfTeacher): Promise<void> {
  await page.goto(url)
  await page.getByRole('tab', { name: 'I teach' }).click()
  await page.getByLabel('E-mail').fill(teacher.email)
  await page.getByLabel('Password').fill(teacher.password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.waitForURL('**/desk')
}
