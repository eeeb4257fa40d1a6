import equal from 'fast-deep-equal'
import { faultLine } from '#core/base'
import { drawnWith, ownPlan, planSchema, starterEntries, type Plan } from '#core/plan'
import type { GivePlan, NewSheet } from '#shared/schemas'
import type { Person, PlanBookView, PlanClass, PlanClassesView, PlanView } from '#shared/views'
import { inTransaction, type Tx } from '../repositories/database'
import * as drawings from '../repositories/drawings'
import type { Drawing } from '../repositories/drawings'
import * as live from '../repositories/live'
import * as handIns from '../repositories/handins'
import * as people from '../repositories/people'
import * as plans from '../repositories/plans'
import type { Assignment, PlanVersion, StoredPlan } from '../repositories/plans'
import { Refused } from '../utils/refuse'
import { note } from './audit'
import { planCard } from './pages'
import { requirePictures } from './paint'
import { planPicturesAnew } from './pictures'
import { beginWith } from './records'
import { requireColleague } from './colleagues'
import { requireClass, requireDrawing, requireLesson, requireMembers, requireReadable } from './rights'

/** The Plan book: a teacher's lessons, their versions, and what is drawn for them. */

type Teacher = Extract<Person, { kind: 'teacher' }>

/** Lessons, and sheets drawn for them, of one teacher at most. */
const MOST_PLANS = 500

/** What other teachers let all of the place read. The demo's people, whose secrets everyone knows, read none. */
async function libraryOf(person: Teacher): Promise<PlanBookView['library']> {
  if ((await people.teacherById(person.id))?.isDemo) return []
  const rows = await plans.sharedPlans(person.id)
  const names = await people.teacherNames(rows.map(each => each.teacherId))
  return rows.map(row => ({
    ...planCard(row.id, row.facts),
    topics: row.facts.topics,
    by: row.maker ?? names.get(row.teacherId) ?? '',
    changedAt: row.changedAt?.toISOString() ?? null,
  }))
}

export async function planBookView(person: Teacher): Promise<PlanBookView> {
  const rows = await plans.plansOf(person.id)
  const classes = await people.classesOf(person.id)
  const given = await plans.assignmentsOf(rows.map(each => each.id))
  const drawn = (await drawings.teachersDrawings(person.id)).filter(each => each.purpose === 'lesson')
  const sheets = await plans.withFacts(await plans.plansById(drawn.map(each => each.planId)))
  return {
    library: await libraryOf(person),
    plans: rows.map(row => ({
      ...planCard(row.id, row.facts),
      topics: row.facts.topics,
      isShared: row.sharedAt !== null,
      maker: row.maker,
      isArchived: row.archivedAt !== null,
      changedAt: row.changedAt?.toISOString() ?? null,
      classes: classes
        .filter(one => given.some(each => each.planId === row.id && each.classId === one.id))
        .map(each => each.name),
    })),
    sheets: drawn.map(({ id, planId, position, lastSeenAt }) => {
      const { title, sheet } = sheets.find(each => each.id === planId)!.facts
      return {
        drawing: id,
        title,
        width: sheet.width,
        height: sheet.height,
        position,
        lastSeenAt: lastSeenAt?.toISOString() ?? null,
      }
    }),
  }
}

/** A sheet on which the teacher draws a lesson. Throws Refused `too-big`. */
export async function openLessonSheet(person: Teacher, { title, sheet }: NewSheet): Promise<{ id: number }> {
  if ((await drawings.teachersDrawings(person.id)).length >= MOST_PLANS)
    throw new Refused('too-big', `You have ${MOST_PLANS} sheets already.`, 'Go on with one of them.')
  return inTransaction(async tx => {
    const plan = await plans.addOwnPlan(person.id, null, ownPlan(title, sheet), tx)
    return { id: (await drawings.addDrawing({ teacherId: person.id, planId: plan.id, purpose: 'lesson' }, tx)).id }
  })
}

export async function planView(person: Teacher, id: number): Promise<PlanView> {
  const row = await requireReadable(person, id)
  return {
    id,
    by: await makerFor(person, row),
    revision: row.revision,
    plan: await plans.documentOf(row),
    isArchived: row.archivedAt !== null,
    ...(await classesOf(person, row)),
  }
}

/** The classes alone, without the plan: it may be large. */
export async function planClassesView(person: Teacher, id: number): Promise<PlanClassesView> {
  return classesOf(person, await requireReadable(person, id))
}

async function classesOf(person: Teacher, row: StoredPlan): Promise<PlanClassesView> {
  const latest = await plans.latestVersion(row.id)
  const given = await plans.assignmentsOf([row.id])
  const versions = await plans.versionsById(given.flatMap(each => each.versionId ?? []))
  const isChanged = latest?.digest !== row.digest
  const classes = await Promise.all(
    (await people.classesOf(person.id)).map(async ({ id, name }): Promise<PlanClass> => {
      const own = given.find(each => each.classId === id)
      const version = versions.find(each => each.id === own?.versionId)?.number ?? null
      const drawn = own ? await drawnOn(row.id, id) : []
      return {
        id,
        name,
        version,
        isBehind: version !== null && (isChanged || version !== latest?.number),
        opened: own?.opened ?? [],
        drawings: drawn.length,
      }
    }),
  )
  return { version: latest?.number ?? null, classes }
}

/** Drawings of a class for a plan. */
async function drawnOn(planId: number, classId: number, tx?: Tx): Promise<Drawing[]> {
  const learners = (await people.everyLearnerOf([classId], tx)).map(each => each.id)
  return (await drawings.drawingsOf(learners, tx)).filter(each => each.planId === planId)
}

/** A new plan in the book: drafted, copied, or out of a file. Throws Refused `too-big`. */
export async function addPlan(
  person: Teacher,
  given: Plan,
  { maker = null, picture = null }: { maker?: string | null; picture?: Buffer | null } = {},
): Promise<{ id: number }> {
  if ((await plans.countPlans(person.id)) >= MOST_PLANS)
    throw new Refused('too-big', `The Plan book holds ${MOST_PLANS} plans.`, 'Use one of them again.')
  const plan = given.pictures ? { ...given, pictures: await planPicturesAnew(given.pictures) } : given
  return inTransaction(async tx => {
    await requirePictures(drawnWith(plan), tx)
    return { id: (await plans.addPlan(person.id, plan, pictureOf(plan) ?? picture, tx, maker)).id }
  })
}

/** What the last step that has a picture comes to. */
function pictureOf({ steps, pictures = [] }: Plan): Buffer | null {
  const id = steps.findLast(each => each.result !== undefined)?.result
  const picture = pictures.find(each => each.id === id)
  return picture ? Buffer.from(picture.base64, 'base64') : null
}

/**
 * Saves what changed. Refused when it was changed elsewhere since, or when it is no plan any more; then nothing is
 * stored.
 */
export async function savePlan(
  person: Teacher,
  id: number,
  { revision, plan: given }: { revision: number; plan: Record<string, unknown> },
): Promise<{ revision: number }> {
  await requireLesson(person, id)
  // What is no list of pictures is refused with all the rest, below.
  const pictures = planSchema.shape.pictures.safeParse(given.pictures).data
  const changes = pictures ? { ...given, pictures: await planPicturesAnew(pictures) } : given
  return inTransaction(async tx => {
    const row = (await plans.lockPlan(id, tx))!
    if (row.revision !== revision) {
      throw new Refused(
        'plan-changed',
        'This plan was changed in another place.',
        'Load it again; what you see here can be kept as a copy.',
        { revision: row.revision },
      )
    }
    const before = await plans.documentOf(row, tx)
    const plan = requirePlanDocument({ ...before, ...changes })
    await requirePictures(drawnWith(plan), tx)
    await plans.changePlan(row, plan, pictureOf(plan), tx)
    return { revision: revision + 1 }
  })
}

function requirePlanDocument(value: unknown): Plan {
  const parsed = planSchema.safeParse(value)
  if (parsed.success) return parsed.data
  throw new Refused('malformed', faultLine(parsed.error), 'Correct it and save again.')
}

export async function archivePlan(person: Teacher, id: number, isArchived: boolean): Promise<{ ok: true }> {
  await requireLesson(person, id)
  await plans.setArchived(id, isArchived)
  return { ok: true }
}

/** A copy in one's own book; of another teacher's it says who made it. */
export async function copyPlan(person: Teacher, id: number): Promise<{ id: number }> {
  const row = await requireReadable(person, id)
  const plan = await plans.documentOf(row)
  const picture = await plans.planPicture(id)
  if (row.teacherId !== person.id) return addPlan(person, plan, { maker: await nameOfMaker(row), picture })
  return addPlan(person, { ...plan, title: `${plan.title.slice(0, 72)}, again` }, { maker: row.maker, picture })
}

/** Who made a plan that is not this teacher's own; null: it is theirs. */
const makerFor = async (person: Teacher, row: StoredPlan): Promise<string | null> =>
  row.teacherId === person.id ? null : nameOfMaker(row)

/** Who drew it first. */
const nameOfMaker = async ({ maker, teacherId }: StoredPlan): Promise<string> =>
  maker ?? (await people.teacherById(teacherId))?.name ?? ''

/** Lets all teachers of the place read and copy it, or no longer. */
export async function sharePlan(person: Teacher, id: number, isShared: boolean): Promise<{ ok: true }> {
  const { title } = await requireLesson(person, id)
  await plans.setShared(id, isShared)
  await note(isShared ? 'plan-shared' : 'plan-unshared', { who: person.name, teacherId: person.id, about: title })
  return { ok: true }
}

/** It goes to another teacher's Plan book; classes that have it keep it. Throws Refused `not-found`. */
export async function handPlanOn(person: Teacher, id: number, teacherId: number): Promise<{ ok: true }> {
  const row = await requireLesson(person, id)
  const to = await requireColleague(person, teacherId)
  await plans.setTeacher(id, to.id, await nameOfMaker(row))
  await note('plan-handed-on', { who: person.name, teacherId: person.id, about: `${row.title}: ${to.name}` })
  return { ok: true }
}

/** The version that stands for the plan as it is now; made when there is none. */
async function versionNow(row: StoredPlan, tx: Tx): Promise<PlanVersion> {
  const latest = await plans.latestVersion(row.id, tx)
  if (latest?.digest === row.digest) return latest
  return plans.addVersion(row.id, (latest?.number ?? 0) + 1, row.digest, tx)
}

/**
 * Gives a plan to a class or some of it, or moves the class on to how it is now; or takes it back while nobody has
 * drawn. Where a class has it already, those named come to the ones who have it, or leave them; for the others nothing
 * changes.
 */
export async function givePlan(
  person: Teacher,
  id: number,
  { classId, isGiven, learners }: GivePlan,
): Promise<{ ok: true }> {
  const lesson = await requireReadable(person, id)
  await requireClass(person, classId)
  if (learners) await requireMembers(classId, learners, 'ever')
  await inTransaction(async tx => {
    const row = (await plans.lockPlan(id, tx))!
    const known = await plans.assignment(classId, id, tx)
    const drawn = await drawnOn(id, classId, tx)
    if (!isGiven) return known ? takeBack(known, learners, drawn, tx) : undefined
    if (known && learners) return addLearners(known, learners, tx)
    const version = await versionNow(row, tx)
    if (!known) {
      await plans.givePlan(
        { classId, planId: id, place: await plans.countGiven(classId, tx), versionId: version.id },
        tx,
      )
      return plans.setLearnersFor(classId, id, learners ?? null, tx)
    }
    await plans.setGiven(known, { versionId: version.id }, tx)
    await moveOn(drawn, version, tx)
  })
  await note(isGiven ? 'plan-given' : 'plan-taken-back', { who: person.name, classId, about: lesson.title })
  return { ok: true }
}

/** Those who are named come to the ones who have the plan. */
async function addLearners({ classId, planId }: Assignment, learners: readonly number[], tx: Tx): Promise<void> {
  const have = await plans.learnersFor(classId, planId, tx)
  if (have) await plans.setLearnersFor(classId, planId, [...have, ...learners], tx)
}

/**
 * Takes it back from those who are named, or from all; with the last of them it leaves the class, and then nobody at
 * all may draw on it.
 */
async function takeBack(
  given: Assignment,
  learners: readonly number[] | undefined,
  drawn: readonly Drawing[],
  tx: Tx,
): Promise<void> {
  const { classId, planId } = given
  const have =
    (await plans.learnersFor(classId, planId, tx)) ?? (await people.learnersOf([classId])).map(each => each.id)
  const out = learners ?? have
  const left = have.filter(each => !out.includes(each))
  const at = left.length ? drawn.filter(each => out.includes(each.learnerId!)) : drawn
  if (at.length)
    throw new Refused(
      'plan-changed',
      `${at.length} learners draw on this plan already.`,
      'Archive it instead: their work stays.',
    )
  await (left.length ? plans.setLearnersFor(classId, planId, left, tx) : plans.takePlan(given, tx))
}

/** Whoever has not handed in goes on with a version, if it is for a sheet of the same size. */
async function moveOn(drawn: readonly Drawing[], version: PlanVersion, tx: Tx): Promise<void> {
  const ids = drawn.map(each => each.id)
  const handed = new Set((await handIns.handInHeadsOf(ids, tx)).map(each => each.drawingId))
  const { sheet } = await plans.factsFor({ planId: version.planId, versionId: version.id }, tx)
  for (const drawing of drawn)
    if (!handed.has(drawing.id) && equal((await plans.factsFor(drawing, tx)).sheet, sheet))
      await drawings.setDrawing(drawing.id, { versionId: version.id }, tx)
}

/** Opens a step that waits for the teacher, or closes it again. */
export async function openStepForClass(
  person: Teacher,
  id: number,
  { classId, step, isOpen }: { classId: number; step: string; isOpen: boolean },
): Promise<{ opened: string[] }> {
  await requireReadable(person, id)
  await requireClass(person, classId)
  const done = await inTransaction(async tx => {
    const given = await plans.assignment(classId, id, tx)
    if (!given) throw new Refused('not-found', 'This class does not have the plan.', 'Give it to the class first.')
    const opened = [...(given.opened ?? []).filter(each => each !== step), ...(isOpen ? [step] : [])]
    await plans.setGiven(given, { opened }, tx)
    return { opened }
  })
  // Told only when it is committed.
  await live.addNews(classId, [null], { kind: 'opened', plan: id, opened: done.opened })
  return done
}

/** The steps that the teacher has opened for whoever draws here; null: nobody has to wait. */
export async function openedSteps(person: Person, drawingId: number): Promise<{ opened: string[] | null }> {
  const drawing = await requireDrawing(person, drawingId)
  if (drawing.learnerId === null) return { opened: null }
  const learner = (await people.learnerById(drawing.learnerId))!
  const given = await plans.assignment(learner.classId, drawing.planId)
  return { opened: given ? (given.opened ?? []) : null }
}

/** A sheet on which the teacher follows the plan as a learner would. */
export function tryPlan(person: Teacher, id: number): Promise<{ id: number }> {
  return openForTeacher(person, id, 'try')
}

/** A sheet that holds what stands before a step, to draw the step again. */
export function openRedraw(person: Teacher, id: number, step: string): Promise<{ id: number }> {
  return openForTeacher(person, id, 'redraw', step)
}

async function openForTeacher(
  person: Teacher,
  id: number,
  purpose: 'try' | 'redraw',
  step?: string,
): Promise<{ id: number }> {
  await (purpose === 'try' ? requireReadable : requireLesson)(person, id)
  return inTransaction(async tx => {
    const version = await versionNow((await plans.lockPlan(id, tx))!, tx)
    const document = await plans.documentOf(version, tx)
    if (step !== undefined && !document.steps.some(each => each.id === step))
      throw new Refused('not-found', 'There is no such step in the plan.', 'Load the plan again.')
    const drawing = await drawings.addDrawing(
      { teacherId: person.id, planId: id, versionId: version.id, purpose, ...(step !== undefined && { step }) },
      tx,
    )
    await beginWith(drawing, starterEntries(document, step ?? document.steps[0]!.id), tx)
    return { id: drawing.id }
  })
}
