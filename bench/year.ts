import { execFileSync } from 'node:child_process'
import { QueryTypes, Sequelize } from 'sequelize'
import { YEAR, yearCode } from '#demo/year'
import type { DeskView } from '#shared/views'
import { Client } from '../tests/lib/client'
import { Questions, type Cost } from '../tests/lib/questions'
import { medianOf, type Row } from './measure'
import { yearPages } from './year-pages'

const SIZE = `${YEAR.classes} classes of ${YEAR.learners}, ${YEAR.plans} plans, ${YEAR.handIns} hand-ins`
const RUNS = 9
/** Hand-ins that are drawn again at once. */
const EXAMINED = 60

/**
 * What a teacher's pages ask of the server: with the demo alone, and with a school year beside it. What of a page does
 * not show the year costs the same. Aim: at most 8 questions to the database and 100 KiB a page.
 */
export async function year(): Promise<Row[]> {
  const url = process.env.LITTLE_EASEL_URL
  const databaseUrl = process.env.LITTLE_EASEL_DATABASE_URL
  if (!url || !databaseUrl) return []
  const database = new Sequelize(databaseUrl, { logging: false })
  const teacher = await new Client(url).teacher()
  const desk = async () => (await teacher.call<DeskView>('GET', '/api/desk')).body

  const counting = await Questions.of(databaseUrl)
  async function costOf(path: string): Promise<Cost> {
    const all = await counting.costsOf(teacher, path, RUNS)
    return {
      ms: medianOf(all.map(each => each.ms)),
      kib: all[0]!.kib,
      questions: Math.min(...all.map(each => each.questions)),
    }
  }

  /** Ms for each of the latest hand-ins, all asked for at once. */
  async function examined(): Promise<number> {
    const [last] = await database.query<{ id: number }>('SELECT MAX(id) AS id FROM jobs', { type: QueryTypes.SELECT })
    const since = last?.id ?? 0
    const began = performance.now()
    await database.query(
      `INSERT INTO jobs (kind, subject, asker, class_id, cost_ms)
        SELECT 'verify', g.id, CONCAT('learner ', d.learner_id), l.class_id, d.cost_ms FROM hand_ins g
        JOIN drawings d ON d.id = g.drawing_id JOIN learners l ON l.id = d.learner_id
        ORDER BY g.id DESC LIMIT ${EXAMINED}`,
    )
    for (;;) {
      const [left] = await database.query<{ count: number }>(
        `SELECT COUNT(*) AS count FROM jobs WHERE id > ${since} AND state IN ('waiting', 'running')`,
        { type: QueryTypes.SELECT },
      )
      if (Number(left!.count) === 0) return (performance.now() - began) / EXAMINED
      await new Promise(resolve => setTimeout(resolve, 100))
    }
  }

  const rows: Row[] = []
  function note(group: string, name: string, { ms, kib, questions }: Cost): void {
    rows.push(
      { group, name, median: ms, runs: RUNS },
      { group, name: `${name}: asked of the database`, median: questions, unit: 'questions', runs: RUNS },
      { group, name: `${name}: answered`, median: kib, unit: 'KiB', runs: RUNS },
    )
  }

  const small = (await desk()).classes.find(each => each.code === 'KETTLE7')!.id
  const beside = [
    ['the desk', '/api/desk'],
    ['the Plan book', '/api/plans'],
    ['a class of the demo: its register', `/api/classes/${small}`],
    ['a class of the demo: its Table', `/api/classes/${small}/table`],
  ] as const
  const before = new Map<string, Cost>()
  for (const [name, path] of beside) before.set(name, await costOf(path))
  execFileSync(process.execPath, ['scripts/demo.mjs', 'year'], {
    env: { ...process.env, DATABASE_URL: databaseUrl },
    stdio: 'ignore',
  })
  for (const [name, path] of beside) {
    const group = `${name}, without and with a school year (${SIZE})`
    note(group, 'the demo alone', before.get(name)!)
    note(group, 'with the year beside it', await costOf(path))
  }
  const { classes, waiting } = await desk()
  const large = classes.find(each => each.code === yearCode(0))!.id
  const group = `a class of that year (${YEAR.live} at work, ${YEAR.works} works on the Wall)`
  for (const [name, path] of [
    ['the register', `/api/classes/${large}`],
    ['the Table', `/api/classes/${large}/table`],
    ['the Round', `/api/classes/${large}/round`],
    ['the Wall', `/api/classes/${large}/wall`],
    ['progress', `/api/classes/${large}/progress`],
    ['the crit', `/api/hand-ins/${waiting[0]!.id}`],
  ] as const)
    note(group, name, await costOf(path))

  const browser = `the same in Chromium, from another page (aim: 500 ms, 150 MB)`
  rows.push(
    ...(await yearPages(url, browser, [
      ['the desk', '/desk', 'a[href^="/crit/"]'],
      ['the Plan book', '/plans', 'main img'],
      ['the register', `/register/${large}`, 'main table, main li'],
      ['the Table', `/table/${large}`, 'a[href^="/crit/"]'],
      ['the Round', `/round/${large}`, 'main img'],
      ['the Wall', `/wall/${large}`, 'main img'],
      ['progress', `/progress/${large}`, 'main svg'],
      ['the crit', `/crit/${waiting[0]!.id}`, '.crit .form'],
    ])),
  )
  const ms = await examined()
  rows.push({ group: `${EXAMINED} hand-ins drawn again (aim: 700 ms each)`, name: 'each', median: ms, runs: 1 })
  await counting.end()
  await database.close()
  return rows
}
