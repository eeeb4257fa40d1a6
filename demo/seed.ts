import { answerSchema } from '#shared/schemas'
import { contentHash, type Entry } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { showDrawing } from '#core/layers'
import { examine } from '../server/jobs/examine'
import { livePictureOf, pictureOf } from '../server/jobs/picture'
import * as drawings from '../server/repositories/drawings'
import * as handIns from '../server/repositories/handins'
import { setLivePicture } from '../server/repositories/live'
import * as people from '../server/repositories/people'
import * as plans from '../server/repositories/plans'
import type { DrawingRow } from '../server/models'
import { inTransaction, type Tx } from '../server/repositories/database'
import { packEntries } from '../server/services/records'
import { sealSecret } from '../server/services/secrets'
import { BEGINNERS_HAND, STEADY_HAND } from './hand'
import { drawKettle, kettlePlan, type Attempt } from './kettle'
import { attemptsFor, drawAttempt, lessonPlan, LESSONS } from './lessons'
import { CLASSES, HARBOUR_CLASS, TEACHER, type DemoLearner } from './people'

/** Entries in a stored batch of the demo. */
const BATCH = 40
/** The evening the demo plays on. */
const EVENING = new Date('2026-11-19T19:00:00Z')

const MINUTE = 60_000
/** The teacher's address until the demo is whole: a start that was cut off is seen by it. */
const UNFINISHED = 'unfinished@saltmarsh.example'

/** Stores a drawing with its record, in batches as a browser sends them. */
async function keepDrawing(of: { learnerId: number, planId: number, versionId: number }, entries: readonly Entry[], endedAt: Date, tx: Tx): Promise<DrawingRow> {
  const drawing = await drawings.addDrawing(of, tx)
  let number = 0
  for (let start = 0; start < entries.length; start += BATCH) {
    const part = entries.slice(start, start + BATCH)
    await drawings.addBatch({ drawingId: drawing.id, number: number++, start, count: part.length, ...await packEntries(part) }, tx)
  }
  const step = entries.findLast(entry => entry.type === 'step')
  await drawing.update({ position: entries.length, nextBatch: number, step: step?.step ?? null, stepAt: step ? new Date(endedAt.getTime() - entries.at(-1)!.at + step.at) : null, lastSeenAt: endedAt }, { transaction: tx })
  return drawing
}

/** Whether an earlier load of the demo was cut off. */
export async function isDemoUnfinished(): Promise<boolean> {
  return (await people.teacherByEmail(UNFINISHED)) !== null
}

/** Fills an empty database with the hall's evening table. Every drawing goes through the real engine. */
export async function seedDemo(say: (line: string) => void): Promise<void> {
  const kernels = loadKernels()
  say('drawing the kettle plan')
  const plan = kettlePlan(kernels)
  const shown = examine(plan.demonstration, plan.steps)
  const { width, height } = shown
  const teacher = await people.addTeacher({ email: UNFINISHED, name: TEACHER.name, secret: await sealSecret(TEACHER.password) })
  const planRow = await plans.addPlan(teacher.id, plan, await pictureOf(shown.pixels, width, height))
  const version = await plans.addVersion(planRow.id, 1, plan)
  for (const { learners, ...one } of CLASSES) {
    const schoolClass = await people.addClass({ teacherId: teacher.id, ...one })
    await plans.givePlan({ classId: schoolClass.id, planId: planRow.id, place: 0, versionId: version.id })
    for (const [i, learner] of learners.entries()) {
      say(`drawing for ${learner.name}`)
      const row = await people.addLearner({ classId: schoolClass.id, name: learner.name, secret: await sealSecret(learner.pin) })
      if (learner.attempt) await seedDrawing(row.id, planRow.id, teacher.id, learner, learner.attempt, i)
    }
  }

  await seedHarbour(teacher.id)
  await people.renameTeacher(teacher.id, TEACHER.email)

  /** The class that follows the four other lessons: each plan drafted from the teacher's drawing, a dozen attempts at each. */
  async function seedHarbour(teacherId: number): Promise<void> {
    const { learners, ...one } = HARBOUR_CLASS
    const schoolClass = await people.addClass({ teacherId, ...one })
    const rows = await Promise.all(learners.map(async learner => people.addLearner({ classId: schoolClass.id, name: learner.name, secret: await sealSecret(learner.pin) })))
    for (const [place, lesson] of LESSONS.entries()) {
      say(`drafting “${lesson.title}”, and a dozen attempts at it`)
      const drafted = lessonPlan(kernels, lesson)
      const seen = examine(drafted.demonstration, [])
      const row = await plans.addPlan(teacherId, drafted, await pictureOf(seen.pixels, seen.width, seen.height))
      const first = await plans.addVersion(row.id, 1, drafted)
      await plans.givePlan({ classId: schoolClass.id, planId: row.id, place, versionId: first.id })
      for (const [i, attempt] of attemptsFor(lesson, 900 + place).entries()) {
        const { entries } = drawAttempt(kernels, lesson, drafted, attempt)
        await inTransaction(tx => keepDrawing({ learnerId: rows[i]!.id, planId: row.id, versionId: first.id }, entries, new Date(EVENING.getTime() - (4 - place) * 24 * 60 * MINUTE + i * 4 * MINUTE), tx))
      }
    }
  }

  async function seedDrawing(learnerId: number, planId: number, teacherId: number, learner: DemoLearner, attempt: Attempt, place: number): Promise<void> {
    const hand = learner.steady ? STEADY_HAND : BEGINNERS_HAND
    const { engine } = drawKettle(kernels, { hand, ...attempt })
    const { entries } = engine
    const last = entries.at(-1)!.at
    const endedAt = new Date(EVENING.getTime() + place * 3 * MINUTE + last)
    const { width, height } = plan.sheet
    const live = await livePictureOf(showDrawing(kernels, engine.drawing), width, height)
    await inTransaction(async (tx) => {
      const drawing = await keepDrawing({ learnerId, planId, versionId: version.id }, entries, endedAt, tx)
      await setLivePicture({ drawingId: drawing.id, position: entries.length, picture: live, findings: null }, tx)
      if (!learner.handIn) return
      const record = { version: 1 as const, sheet: plan.sheet, entries }
      const { hash, findings, pixels, measures } = examine(record, plan.steps)
      const row = await handIns.addHandIn({
        drawingId: drawing.id, attempt: 1, position: entries.length, hash: contentHash(engine.drawing), note: learner.handIn.note,
        handedInAt: new Date(endedAt.getTime() + MINUTE),
      }, tx)
      await handIns.setExamined(row.id, { verification: hash === row.hash ? 'matches' : 'differs', findings, measures, picture: await pictureOf(pixels, width, height) }, tx)
      const { answer } = learner.handIn
      if (answer) await handIns.setAnswer({ handInId: row.id, teacherId, answeredAt: new Date(endedAt.getTime() + 30 * MINUTE), ...answerSchema.parse(answer) }, tx)
    })
  }
}
