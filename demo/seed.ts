import { setLivePicture } from '../server/repositories/live'
import * as people from '../server/repositories/people'
import * as plans from '../server/repositories/plans'
import { addTryAt } from '../server/repositories/drills'
import { addSet } from '../server/repositories/warm-up-sets'
import * as wall from '../server/repositories/wall'
import { inTransaction, type Tx } from '../server/repositories/database'
import { sealSecret } from '../server/services/secrets'
import { kettleName, lessonName, planName, type Drawn } from './drawn'
import { keepDrawing, keepHandIn, keepPlan } from './keeping'
import { LESSONS } from './lessons'
import { CLASSES, HARBOUR_CLASS, HARBOUR_SET, HARBOUR_TRIES, TEACHER, WALL, type DemoLearner } from './people'
import { seedMural } from './seed-mural'

/** The evening the demo plays on. */
const EVENING = new Date('2026-11-19T19:00:00Z')

const MINUTE = 60_000
const WEEK = 7 * 24 * 60 * MINUTE
/** The teacher's address until the demo is whole: a start that was cut off is seen by it. */
const UNFINISHED = 'unfinished@saltmarsh.example'

/** Whether an earlier load of the demo was cut off. */
export async function isDemoUnfinished(): Promise<boolean> {
  return (await people.teacherByEmail(UNFINISHED)) !== null
}

/**
 * Fills an empty database with the hall's evening table. `kept` gives the drawings, which went through the real engine.
 */
export async function seedDemo(kept: (name: string) => Promise<Drawn>, say: (line: string) => void): Promise<void> {
  say('the kettle and who draws it')
  const { plan, picture } = await kept(planName('kettle'))
  const teacher = await people.addTeacher({
    isDemo: true,
    email: UNFINISHED,
    name: TEACHER.name,
    secret: await sealSecret(TEACHER.password),
  })
  const [planRow, version] = await keepPlan(teacher.id, plan!, picture!)
  for (const { learners, ...one } of CLASSES) {
    const schoolClass = await people.addClass({ teacherId: teacher.id, ...one })
    await plans.givePlan({ classId: schoolClass.id, planId: planRow.id, place: 0, versionId: version.id })
    const secrets = await Promise.all(learners.map(learner => sealSecret(learner.pin)))
    for (const [i, learner] of learners.entries()) {
      const row = await people.addLearner({ classId: schoolClass.id, name: learner.name, secret: secrets[i]! })
      if (learner.attempt) await seedDrawing(row.id, planRow.id, teacher.id, learner, i)
    }
  }

  await seedHarbour(teacher.id)
  await people.renameTeacher(teacher.id, TEACHER.email)

  /**
   * The class that follows the four other lessons: each plan drafted from the teacher's drawing, a dozen attempts at
   * each.
   */
  async function seedHarbour(teacherId: number): Promise<void> {
    const { learners, ...one } = HARBOUR_CLASS
    const schoolClass = await people.addClass({ teacherId, ...one })
    const rows = await Promise.all(
      learners.map(async learner =>
        people.addLearner({ classId: schoolClass.id, name: learner.name, secret: await sealSecret(learner.pin) }),
      ),
    )
    for (const [place, lesson] of LESSONS.entries()) {
      say(`“${lesson.title}”, and a dozen attempts at it`)
      const drafted = await kept(planName(`lesson-${place + 1}`))
      const [row, first] = await keepPlan(teacherId, drafted.plan!, drafted.picture!)
      await plans.givePlan({ classId: schoolClass.id, planId: row.id, place, versionId: first.id })
      for (const [i, { id: learnerId }] of rows.entries()) {
        const { entries, examined } = await kept(lessonName(place, i))
        const endedAt = new Date(EVENING.getTime() - (4 - place) * WEEK + i * 4 * MINUTE)
        await inTransaction(async tx => {
          const drawing = await keepDrawing({ learnerId, planId: row.id, versionId: first.id }, entries!, endedAt, tx)
          // What was handed in was accepted, without marks: what was measured counts.
          if (examined)
            await keepHandIn(
              drawing,
              examined,
              {
                note: '',
                endedAt,
                teacherId,
                answer: { marks: {}, words: 'Looked at. Go on with the next lesson.', next: '', outcome: 'accepted' },
              },
              tx,
            )
        })
      }
    }
    for (const [name, drill, scores] of HARBOUR_TRIES) {
      const { id } = rows[learners.findIndex(each => each.name === name)]!
      for (const [i, score] of scores.entries())
        await addTryAt(
          { learnerId: id, drill, seed: 100 + i, score, figures: [] },
          new Date(EVENING.getTime() - (scores.length - i) * 3 * 24 * 60 * MINUTE),
        )
    }
    const asked = HARBOUR_SET.warmUps.map(([drill, seed]) => ({ drill, seed }))
    await addSet({ classId: schoolClass.id, title: HARBOUR_SET.title, day: HARBOUR_SET.day, warmUps: asked })
    for (const [name, ...scores] of HARBOUR_SET.scores) {
      const { id } = rows[learners.findIndex(each => each.name === name)]!
      for (const [i, score] of scores.entries())
        await addTryAt(
          { learnerId: id, ...asked[i]!, score, figures: [] },
          new Date(EVENING.getTime() - 2 * 24 * 60 * MINUTE + i * MINUTE),
        )
    }
    say('a mural')
    await seedMural({ teacherId, classId: schoolClass.id, learners: rows, kept, keep: keepDrawing, endedAt: EVENING })
  }

  /** Hangs a hand-in on the Wall of its class, with the teacher's words. */
  async function hang(
    handInId: number,
    learnerId: number,
    { title, words }: (typeof WALL)[number],
    tx: Tx,
  ): Promise<void> {
    const { classId } = (await people.learnerById(learnerId, tx))!
    const id = await wall.putForward({ classId, learnerId, handInId, title, isNamed: true, state: 'up' }, tx)
    await wall.setWork(id, { hungAt: EVENING }, tx)
    if (words) await wall.addWords({ workId: id, learnerId: null, teacherId: teacher.id, words, state: 'up' }, tx)
  }

  async function seedDrawing(
    learnerId: number,
    planId: number,
    teacherId: number,
    learner: DemoLearner,
    place: number,
  ): Promise<void> {
    const { entries = [], live, examined } = await kept(kettleName(learner.name))
    const last = entries.at(-1)!.at
    const endedAt = new Date(EVENING.getTime() + place * 3 * MINUTE + last)
    await inTransaction(async tx => {
      const drawing = await keepDrawing({ learnerId, planId, versionId: version.id }, entries, endedAt, tx)
      await setLivePicture(
        { drawingId: drawing.id, position: entries.length, picture: Buffer.from(live!), findings: null },
        tx,
      )
      if (!learner.handIn || !examined) return
      const handIn = await keepHandIn(
        drawing,
        examined,
        { note: learner.handIn.note, endedAt, teacherId, answer: learner.handIn.answer },
        tx,
      )
      const hung = WALL.find(each => each.learner === learner.name)
      if (hung) await hang(handIn, learnerId, hung, tx)
    })
  }
}
