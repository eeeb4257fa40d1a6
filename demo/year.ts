import { inTransaction, type Tx } from '../server/repositories/database'
import { setLivePicture } from '../server/repositories/live'
import * as people from '../server/repositories/people'
import * as plans from '../server/repositories/plans'
import * as wall from '../server/repositories/wall'
import { sealSecret } from '../server/services/secrets'
import { nowMs } from '../server/utils/clock'
import { kettleName, lessonName, planName, type Drawn } from './drawn'
import { keepDrawing, keepHandIn, keepPlan } from './keeping'
import { CLASSES, TEACHER } from './people'

/** A school year of the demo's teacher, made up: what a hall is like that has used the program for long. */
export const YEAR = {
  classes: 8,
  learners: 35,
  plans: 40,
  handIns: 400,
  /** Of one learner. */
  mostHandIns: 60,
  /** On the Wall of the first class. */
  works: 64,
  /** Sheets of the first class that are drawn on just now. */
  live: 35,
} as const

const DAY_MS = 24 * 60 * 60_000

/** All come in with it. */
export const YEAR_PIN = '2468'
export const yearCode = (place: number): string => `YEAR${'BCDFGHJK'[place]}${place + 2}`

const FIRST = ['Ansel', 'Brisa', 'Cato', 'Dilys', 'Eskil', 'Fenna', 'Garrick', 'Hollis', 'Ingram', 'Junia', 'Kester']
const LAST = ['Aldwater', 'Brackley', 'Copsewood', 'Dunmarsh', 'Elverton', 'Fennick', 'Garside', 'Hexwell']
/** Names that try what a name is set in: long, from right to left, joined signs, alike. */
const ODD = [
  'Wilhelminafredericaoctaviaalexandrinaclementinaeulaliaseraph',
  'נועם בן־אורי',
  'ليلى الشاطري',
  'Mo 👩🏽‍🎨 Tilling',
  'Ada Marsh',
  'Ada Marsh (2)',
]

const nameOf = (place: number, at: number): string =>
  ODD[at] ?? `${FIRST[(at + place) % FIRST.length]} ${LAST[(at * 3 + place) % LAST.length]} ${at + 1}`

/** Hand-ins whose pictures and findings are kept with the demo. */
const EXAMINED: readonly (readonly [plan: string, name: string])[] = [
  ...CLASSES.flatMap(each => each.learners)
    .filter(each => each.handIn && each.attempt && each.name !== 'Pia Lindqvale')
    .map(each => [planName('kettle'), kettleName(each.name)] as const),
  ...[0, 1].flatMap(place => [0, 1, 2, 3].map(i => [planName(`lesson-${place + 1}`), lessonName(place, i)] as const)),
]

/**
 * Adds the school year to a database that has the demo. `kept` gives its drawings. Throws when there is no demo, or
 * when the year is there already.
 */
export async function seedYear(kept: (name: string) => Promise<Drawn>, say: (line: string) => void): Promise<void> {
  const teacher = await people.teacherByEmail(TEACHER.email)
  if (!teacher) throw new Error('There is no demo here. Load it with "npm run demo:reset", then make the year.')
  if (await people.classByCode(yearCode(0))) throw new Error('The year is here already.')
  const secret = await sealSecret(YEAR_PIN)

  say(`${YEAR.plans} plans`)
  const given: (readonly [id: number, version: number, examined: readonly Drawn[]])[] = []
  for (let i = 0; i < YEAR.plans; i++) {
    const [plan] = EXAMINED[i % EXAMINED.length]!
    const drawn = await kept(plan)
    const title = `${drawn.plan!.title}, ${i + 1}`
    const [row, version] = await keepPlan(teacher.id, { ...drawn.plan!, title }, drawn.picture!)
    const names = EXAMINED.filter(each => each[0] === plan).map(each => each[1])
    const examined = (await Promise.all(names.map(kept))).filter(each => each.examined && each.entries)
    given.push([row.id, version.id, examined])
  }

  say(`${YEAR.classes} classes of ${YEAR.learners}`)
  const classes: (readonly [id: number, learners: readonly number[]])[] = []
  for (let place = 0; place < YEAR.classes; place++) {
    const one = await people.addClass({
      teacherId: teacher.id,
      name: `Year table ${place + 1}`,
      code: yearCode(place),
      meets: 'once a week',
    })
    for (const [at, [planId, versionId]] of given.entries())
      if (at % YEAR.classes === place || at < 2) await plans.givePlan({ classId: one.id, planId, place: at, versionId })
    const learners: number[] = []
    for (let at = 0; at < YEAR.learners; at++)
      learners.push((await people.addLearner({ classId: one.id, name: nameOf(place, at), secret })).id)
    classes.push([one.id, learners])
  }

  /** A drawing of a plan, a week's lesson ago and more, handed in; most were answered. */
  async function handInAt(learnerId: number, number: number, isWaiting: boolean, tx: Tx): Promise<number> {
    const [planId, versionId, examined] = given[number % given.length]!
    const { entries, examined: found } = examined[number % examined.length]!
    const endedAt = new Date(nowMs() - (1 + (number % 250)) * DAY_MS)
    const drawing = await keepDrawing({ learnerId, planId, versionId }, entries!, endedAt, tx)
    const answer = isWaiting
      ? undefined
      : { marks: {}, words: 'Looked at. Go on.', next: '', outcome: 'accepted' as const }
    return keepHandIn(drawing, found!, { note: '', endedAt, teacherId: teacher!.id, answer }, tx)
  }

  const [firstClass, firstLearners] = classes[0]!
  for (let i = 0; i < YEAR.handIns; i++) {
    if (i % 50 === 0) say(`${i} of ${YEAR.handIns} hand-ins`)
    const isMost = i < YEAR.mostHandIns
    const at = i % YEAR.classes
    const learnerId = isMost ? firstLearners[0]! : classes[at]![1][Math.floor(i / YEAR.classes) % YEAR.learners]!
    await inTransaction(async tx => {
      // As a teacher who is behind has it: three in five wait.
      const id = await handInAt(learnerId, i, i % 5 < 3, tx)
      if (i >= YEAR.works) return
      const work = { classId: firstClass, learnerId, handInId: id, title: `Work ${i + 1}`, isNamed: true }
      const hung = await wall.putForward({ ...work, state: 'up' }, tx)
      await wall.setWork(hung, { hungAt: new Date(nowMs() - i * DAY_MS) }, tx)
    })
  }

  say(`${YEAR.live} sheets that are drawn on`)
  for (const learnerId of firstLearners.slice(0, YEAR.live)) {
    const { entries = [], live } = await kept(kettleName('Bram Ostley'))
    const [planId, versionId] = given[0]!
    await inTransaction(async tx => {
      const drawing = await keepDrawing({ learnerId, planId, versionId }, entries, new Date(nowMs()), tx)
      await setLivePicture(
        { drawingId: drawing.id, position: entries.length, picture: Buffer.from(live!), findings: null },
        tx,
      )
    })
  }
}
