import { enterAsTeacher, openBrowser } from '../tests/lib/browser'
import { examined, handInKettle, openClass } from '../tests/lib/class'
import { Client } from '../tests/lib/client'
import { percentile, type Row } from './measure'

const PILE = 30
const GROUP = `a pile of ${PILE} hand-ins, by key from one to the next (aim: each opens in under 300 ms after the first)`
const TEACHER = { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' }

/** How long it takes from a key until the next hand-in of a pile is seen, and until it can be scrubbed. */
export async function pile(): Promise<Row[]> {
  const url = process.env.LITTLE_EASEL_URL
  if (!url) return []
  const teacher = await new Client(url).teacher()
  const { plan, clients } = await openClass(
    url,
    teacher,
    'A pile',
    Array.from({ length: PILE }, (_, i) => `Learner ${i + 1}`),
  )
  const ids: number[] = []
  for (const [i, client] of clients.entries()) ids.push(await handInKettle(client, plan, { seed: 700 + i, steps: 4 }))
  await examined(teacher, ids)

  const browser = await openBrowser()
  const page = browser.context.pages()[0]!
  const [seen, ready]: [number[], number[]] = [[], []]
  try {
    await enterAsTeacher(page, url, TEACHER)
    await page.goto(`${url}/crit/${ids[0]}`)
    await page.locator('.crit .sheet .window canvas').first().waitFor()
    for (const id of ids.slice(1)) {
      // Someone looks at it before the next is turned to.
      await page.waitForTimeout(1200)
      const times = await page.evaluate(
        id =>
          new Promise<{ seen: number; ready: number }>(resolve => {
            const began = performance.now()
            let seenAt = 0
            // As a key that is pressed: it comes from somewhere on the page.
            document.body.dispatchEvent(new KeyboardEvent('keydown', { key: '.', bubbles: true }))
            const look = () => {
              const isThere = location.pathname.endsWith(`/${id}`)
              const picture = document.querySelector<HTMLImageElement>('.crit .first-look')
              const canvas = document.querySelector('.crit .sheet .window canvas')
              if (isThere && !seenAt && (canvas || (picture?.complete && picture.naturalWidth > 0)))
                seenAt = performance.now() - began
              if (isThere && canvas && !picture && seenAt) resolve({ seen: seenAt, ready: performance.now() - began })
              else requestAnimationFrame(look)
            }
            requestAnimationFrame(look)
          }),
        id,
      )
      seen.push(times.seen)
      ready.push(times.ready)
    }
  } finally {
    await browser.close()
  }
  const row = (name: string, values: readonly number[], share: number): Row => ({
    group: GROUP,
    name,
    median: percentile(values, share),
    runs: values.length,
  })
  return [
    row('the next is seen: 95 %', seen, 0.95),
    row('half of them', seen, 0.5),
    row('it can be replayed: 95 %', ready, 0.95),
    row('half of them can', ready, 0.5),
  ]
}
