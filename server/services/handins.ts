import { OFTEN } from '#shared/limits'
import { spreadOf, spreadsOf, type Measures } from '#core/review'
import type { PictureSize } from '#shared/schemas'
import type { ClassSpread, HandInView, Person, TableView } from '#shared/views'
import { inTransaction } from '../repositories/database'
import { waitingOf } from '../repositories/desk'
import * as drawings from '../repositories/drawings'
import * as handIns from '../repositories/handins'
import type { MeasuredHandIn } from '../repositories/handins'
import * as jobs from '../repositories/jobs'
import * as people from '../repositories/people'
import type { Learner } from '../repositories/people'
import * as plans from '../repositories/plans'
import { Refused } from '../utils/refuse'
import { answerView } from './answers'
import { sheetForm } from './pages'
import { recordJson } from './records'
import { requireClass, requireHandIn, requireOwnDrawing } from './rights'
import { leftOf } from './room'
import { smallOf } from './small-pictures'
import { now } from '../utils/clock'

/**
 * Gives a drawing in for a crit: fixes its place in the record and its hash, and queues the check.
 * `left`: how often it may still be done today, where that is few.
 * Throws Refused `not-yours`, `record-incomplete` or `enough`.
 */
export async function handIn(
  person: Person,
  drawingId: number,
  given: { position: number; hash: string; note: string },
): Promise<{ id: number; left: number | null }> {
  if (person.kind !== 'learner')
    throw new Refused('not-yours', 'Only its learner can hand a drawing in.', 'Ask the learner.')
  const { learnerId } = await requireOwnDrawing(person, drawingId)
  const { classId } = (await people.learnerById(learnerId!))!
  return inTransaction(async tx => {
    const drawing = (await drawings.lockDrawing(drawingId, tx))!
    if (given.position > drawing.position) {
      throw new Refused(
        'record-incomplete',
        `The server has ${drawing.position} of ${given.position} entries.`,
        'Wait until your work is sent, then hand in again.',
        { position: drawing.position },
      )
    }
    const earlier = await handIns.countHandIns(drawingId, tx)
    if (earlier >= OFTEN.handInsOfDrawing)
      throw new Refused(
        'enough',
        `This drawing was handed in ${OFTEN.handInsOfDrawing} times.`,
        'Begin another one, or ask your teacher about this one.',
      )
    const left = leftOf(await handIns.countToday(person.id, tx), OFTEN.handInsADay, 'handed in')
    const attempt = 1 + earlier
    await handIns.replaceWaiting(drawingId, tx)
    const row = await handIns.addHandIn({ drawingId, attempt, handedInAt: now(), ...given }, tx)
    await jobs.addJob(
      {
        kind: 'verify',
        subject: row.id,
        asker: `learner ${person.id}`,
        classId,
        costMs: drawing.costMs,
      },
      tx,
    )
    return { id: row.id, left }
  })
}

/** The latest hand-in of each of these learners for a plan, by learner. */
async function latestOf(learners: readonly Learner[], planId: number): Promise<ReadonlyMap<number, MeasuredHandIn>> {
  const drawn = (await drawings.drawingsOf(learners.map(each => each.id))).filter(each => each.planId === planId)
  const learnerOf = new Map(drawn.map(each => [each.id, each.learnerId!]))
  return new Map(
    (await handIns.measuredHandInsOf(drawn.map(each => each.id))).map(each => [learnerOf.get(each.drawingId)!, each]),
  )
}

/**
 * The latest hand-ins of a class for one of its plans (the first, if none is named), one a learner.
 * Throws Refused `not-found`.
 */
export async function tableView(
  person: Extract<Person, { kind: 'teacher' }>,
  classId: number,
  wanted: number | undefined,
): Promise<TableView> {
  const { id, name } = await requireClass(person, classId)
  const given = await plans.plansOfClass(id)
  const plan = given.find(each => each.id === wanted) ?? given[0]
  if (wanted !== undefined && plan?.id !== wanted)
    throw new Refused('not-found', 'This class does not have the plan.', 'Choose one of its plans.')
  const learners = await people.learnersOf([id])
  const latest = plan ? await latestOf(learners, plan.id) : new Map<number, MeasuredHandIn>()
  const answers = new Map(
    (await handIns.answersOf([...latest.values()].map(each => each.id))).map(each => [each.handInId, each]),
  )
  return {
    id,
    name,
    plans: given.map(each => ({ id: each.id, title: each.facts.title })),
    plan: plan?.id ?? null,
    sheet: plan ? sheetForm(plan.facts.sheet) : null,
    lookFors:
      plan?.facts.steps.flatMap((step, i) =>
        step.lookFors.map(each => ({ id: each.id, title: each.title, step: i + 1 })),
      ) ?? [],
    rows: learners.map(learner => {
      const row = latest.get(learner.id)
      return {
        learner: { id: learner.id, name: learner.name },
        handIn: row
          ? {
              id: row.id,
              attempt: row.attempt,
              handedInAt: row.handedInAt.toISOString(),
              state: row.state,
              marks: answers.get(row.id)?.marks ?? {},
              measures: row.measures ?? null,
              verdicts: row.verdicts ?? {},
            }
          : null,
      }
    }),
  }
}

/** Fewer than these are no class to be compared with. */
const LEAST_SPREAD = 4

function spreadOfClass(all: readonly Measures[]): ClassSpread | null {
  if (all.length < LEAST_SPREAD) return null
  const steps = new Set(all.flatMap(each => each.steps.map(one => one.step)))
  return {
    values: spreadsOf(all.map(each => each.values)),
    hues: spreadsOf(all.map(each => each.hues)),
    ladder: spreadsOf(all.map(each => each.ladder)),
    steps: [...steps].map(step => ({
      step,
      tookMs: spreadOf(all.flatMap(each => each.steps.find(one => one.step === step)?.tookMs ?? []))!,
    })),
  }
}

/** Its record comes as JSON, beside it. */
export async function handInView(
  person: Person,
  id: number,
): Promise<{ view: Omit<HandInView, 'record'>; record: Buffer }> {
  const { handIn: row, drawing, learner, schoolClass } = await requireHandIn(person, id)
  const plan = await plans.documentFor(drawing)
  const [answer] = row.state === 'waiting' ? [] : await handIns.answersOf([id])
  const latest = person.kind === 'teacher' ? await handIns.latestMeasures(schoolClass.id, drawing.planId) : []
  const others = (await handIns.attemptsAt(learner.id, drawing.planId)).filter(each => each.id !== id)
  const pile = person.kind === 'teacher' ? await waitingOf(person.id) : []
  const view = {
    id,
    drawingId: drawing.id,
    learner: learner.name,
    className: schoolClass.name,
    planId: drawing.planId,
    plan,
    note: row.note,
    attempt: row.attempt,
    handedInAt: row.handedInAt.toISOString(),
    state: row.state,
    verification: row.verification,
    onPaper: drawing.onPaper,
    hash: row.hash,
    findings: row.findings ?? [],
    answer: answer ? await answerView(answer) : null,
    measures: row.measures ?? null,
    spread: spreadOfClass(latest),
    others: others.map(each => ({ id: each.id, attempt: each.attempt, handedInAt: each.handedInAt.toISOString() })),
    pile,
  }
  return { view, record: await recordJson(drawing, row.position) }
}

/** Throws Refused `not-found`. */
export async function handInPicture(person: Person, id: number, size: PictureSize): Promise<Buffer> {
  await requireHandIn(person, id)
  const picture = await (size === 'card' ? handIns.handInCardPicture(id, smallOf) : handIns.handInPicture(id))
  if (!picture) throw new Refused('not-found', 'The picture is being made.', 'Look again in a moment.')
  return picture
}
