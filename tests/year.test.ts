import { execFile } from 'node:child_process'
import { promisify } from 'node:util'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { YEAR, yearCode } from '#demo/year'
import type { DeskView } from '#shared/views'
import { enterAsTeacher, openBrowser } from './lib/browser'
import { Client } from './lib/client'
import { untilNothingMoves } from './lib/easel'
import { Questions } from './lib/questions'
import { connectToDatabase, databaseUrl, url } from './lib/world'

/** A made school year lies beside the demo: pages ask and answer about as much as without it. */

/** With both cores busy one of so many is still met by nothing that is asked every second. */
const RUNS = 12
let questions: Questions
let teacher: Client
let desk: DeskView
let class1 = 0
/** Before the year was there. */
let deskBefore = 0

const leastOf = async (path: string) => {
  const costs = await questions.costsOf(teacher, path, RUNS)
  return { kib: costs[0]!.kib, questions: Math.min(...costs.map(each => each.questions)) }
}

beforeAll(async () => {
  questions = await Questions.of(databaseUrl())
  teacher = await new Client(url).teacher()
  deskBefore = (await leastOf('/api/desk')).questions
  await promisify(execFile)(process.execPath, ['scripts/demo.mjs', 'year'], {
    env: { ...process.env, DATABASE_URL: databaseUrl() },
  })
  desk = (await teacher.call<DeskView>('GET', '/api/desk')).body
  class1 = desk.classes.find(each => each.code === yearCode(0))!.id
}, 240_000)
afterAll(() => questions.end())

describe('a school year', () => {
  it('is there: classes, hand-ins that wait, of which the desk shows some', () => {
    expect(desk.classes.length).toBeGreaterThanOrEqual(YEAR.classes)
    expect(desk.waiting.length).toBeLessThan(30)
    expect(desk.allWaiting).toBeGreaterThan(100)
  })

  it('costs the desk not one question more', async () => {
    expect((await leastOf('/api/desk')).questions).toBeLessThanOrEqual(deskBefore + 1)
  })

  for (const [name, path, most] of [
    ['the desk', () => '/api/desk', 8],
    ['the Crit', () => `/api/hand-ins/${desk.waiting[0]!.id}`, 8],
    ['the Plan book', () => '/api/plans', 8],
    ['the register', () => `/api/classes/${class1}`, 8],
    ['the Table', () => `/api/classes/${class1}/table`, 8],
    ['the Round', () => `/api/classes/${class1}/round`, 6],
    ['the Wall', () => `/api/classes/${class1}/wall`, 8],
    ['progress', () => `/api/classes/${class1}/progress`, 8],
  ] as const)
    it(`${name} asks the database ${most} questions at most, and answers with less than 100 KiB`, async () => {
      const cost = await leastOf(path())
      expect(cost.questions).toBeGreaterThan(0)
      expect(cost.questions).toBeLessThanOrEqual(most)
      expect(cost.kib).toBeLessThan(100)
    })

  it('leaves no page that scrolls sideways, on a desk, on a tablet, on a phone', async () => {
    const browser = await openBrowser()
    try {
      const page = browser.context.pages()[0]!
      await enterAsTeacher(page, url, { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' })
      for (const [path, ready] of [
        ['/desk', '.hand-in img'],
        [`/table/${class1}`, 'h1'],
        [`/register/${class1}`, 'table'],
        [`/progress/${class1}`, 'h1'],
      ] as const) {
        await page.goto(url + path)
        await page.locator(ready).first().waitFor()
        for (const width of [1280, 1024, 390]) {
          await page.setViewportSize({ width, height: 800 })
          await untilNothingMoves(page)
          const beyond = await page.evaluate(() => document.scrollingElement!.scrollWidth - innerWidth)
          expect(beyond, `${path} at ${width} px`).toBeLessThanOrEqual(0)
        }
      }
    } finally {
      await browser.close()
    }
  })

  it('is judged the same where an earlier version has kept no verdicts beside what it found', async () => {
    const read = async () => (await teacher.call('GET', `/api/classes/${class1}/progress`)).body
    const before = await read()
    expect(JSON.stringify(before)).toContain('"verdict":"met"')
    const database = await connectToDatabase()
    await database.query('UPDATE hand_ins SET verdicts = NULL')
    expect(await read()).toEqual(before)
    const [left] = await database.query<{ count: number }[]>(`SELECT COUNT(*) AS count FROM hand_ins g
      JOIN drawings d ON d.id = g.drawing_id JOIN learners l ON l.id = d.learner_id
      WHERE l.class_id = ${class1} AND g.met IS NOT NULL AND g.verdicts IS NULL`)
    expect(Number(left!.count)).toBe(0)
    await database.end()
  })

  it('names that try their boxes come out of the register as they went in', async () => {
    const names = await Promise.all(
      desk.classes.map(async each =>
        (await teacher.call<{ learners: { name: string }[] }>('GET', `/api/classes/${each.id}`)).body.learners.map(
          one => one.name,
        ),
      ),
    )
    const all = names.flat()
    expect(all.some(each => [...each].length >= 50 && !each.includes(' '))).toBe(true)
    expect(all.some(each => /\p{Script=Hebrew}|\p{Script=Arabic}/u.test(each))).toBe(true)
    expect(all.some(each => each.includes('\u200D'))).toBe(true)
  })
})
