import { LIVE_PANEL_SIDE, ROOM } from '#shared/limits'
import type { LiveFinding, LivePictureBody, SendBody } from '#shared/schemas'
import type { EntriesView, News, Person, RoundCard, RoundView } from '#shared/views'
import * as drawings from '../repositories/drawings'
import * as live from '../repositories/live'
import * as people from '../repositories/people'
import * as plans from '../repositories/plans'
import { Refused } from '../utils/refuse'
import { Paced } from '../utils/paced'
import { writtenAnew } from './pictures'
import { entriesJson } from './records'
import { requireClass, requireDrawing, requireLearner, requireMembers, requireOwnDrawing } from './rights'
import { now, nowMs } from '../utils/clock'

/** A class at work: what the teacher sees of it while it draws, and what goes back and forth. */

type Teacher = Extract<Person, { kind: 'teacher' }>
type LearnerPerson = Extract<Person, { kind: 'learner' }>

/** What of a plan the Round needs. */
interface Outline {
  readonly title: string
  readonly steps: readonly { readonly id: string; readonly title: string; readonly waits: boolean }[]
}

/** Of all of these, in their order. */
async function outlinesFor(all: readonly plans.Followed[]): Promise<Outline[]> {
  return (await plans.factsForAll(all)).map(({ title, steps }) => ({
    title,
    steps: steps.map((step, i) => ({ id: step.id, title: step.title, waits: steps[i - 1]?.goOn === 'opened' })),
  }))
}

export async function roundView(person: Teacher, classId: number): Promise<RoundView> {
  const { id, name, todayPlanId, todayAt } = await requireClass(person, classId)
  const given = await plans.assignmentsOfClass(id)
  return {
    id,
    name,
    now: now().toISOString(),
    front: (await live.fronts([id])).get(id)?.drawing ?? null,
    today: todayAt && nowMs() - todayAt.getTime() < CLASS_LASTS_MS ? todayPlanId : null,
    plans: (await outlinesFor(given)).map(({ title, steps }, i) => {
      const { planId, opened } = given[i]!
      return { id: planId, title, steps: [...steps], opened: opened ?? [] }
    }),
  }
}

/** What was said to be today's plan is so for as long as a class lasts at most, ms. */
const CLASS_LASTS_MS = 5 * 3600 * 1000

/**
 * The teacher says what the class draws today: what is shown in front and opened for all is of that plan.
 * Throws Refused `not-found`.
 */
export async function setToday(person: Teacher, classId: number, planId: number | null): Promise<{ ok: true }> {
  await requireClass(person, classId)
  if (planId !== null && !(await plans.assignment(classId, planId)))
    throw new Refused('not-found', 'This class does not have the plan.', 'Give it to the class first.')
  await people.setClass(classId, { todayPlanId: planId, todayAt: planId === null ? null : now() })
  return { ok: true }
}

/** Every learner of a class as they stand now. Whoever asks has shown that the class is theirs. */
export async function roundCards(classId: number): Promise<RoundCard[]> {
  const rows = await live.roundRows(classId)
  const drawn = rows.filter(isDrawing)
  const outlines = await outlinesFor(drawn)
  const outlineOf = new Map<live.RoundRow, Outline>(drawn.map((row, i) => [row, outlines[i]!]))
  return rows.map(row => cardOf(row, outlineOf.get(row)))
}

/** Whoever draws follows a plan. */
const isDrawing = <T extends live.RoundRow>(row: T): row is T & { drawingId: number; planId: number } =>
  row.drawingId !== null && row.planId !== null

function cardOf(row: live.RoundRow, outline: Outline | undefined): RoundCard {
  const hasLeft = row.leftAt !== null && (row.lastSeenAt === null || row.leftAt >= row.lastSeenAt)
  const asks = row.raisedAt ? { words: row.words ?? '', at: row.raisedAt.toISOString() } : null
  if (!outline || !isDrawing(row)) return { id: row.learnerId, name: row.name, drawing: null, asks, hasLeft }
  const { title, steps } = outline
  const at = steps.findIndex(each => each.id === row.step)
  return {
    id: row.learnerId,
    name: row.name,
    asks,
    hasLeft,
    drawing: {
      id: row.drawingId,
      plan: { id: row.planId, title, steps: steps.length },
      step: at < 0 ? null : { number: at + 1, title: steps[at]!.title },
      stepAt: row.stepAt?.toISOString() ?? null,
      lastStrokeAt: row.lastSeenAt?.toISOString() ?? null,
      position: row.position ?? 0,
      pictured: row.pictured,
      found: row.found === null ? null : (JSON.parse(row.found) as LiveFinding[]),
      // What is drawn on after it was handed in is work again.
      handIn: row.handInPosition !== null && (row.position ?? 0) > row.handInPosition ? null : row.handIn,
    },
  }
}

/** A picture of a drawing under way, px: that of a mural's panel is the largest. */
const LIVE = { side: LIVE_PANEL_SIDE, px: LIVE_PANEL_SIDE ** 2, isQuick: true }
/** With very many drawing the Round sees each less often: strokes come first. Panels' neighbours wait for theirs. */
const shown = new Paced(0.3, 8)

/**
 * Keeps what a drawing looks like just now. It is shown, never examined. Throws Refused `malformed`, `too-big` or
 * `busy`.
 */
export async function keepLivePicture(
  person: LearnerPerson,
  drawingId: number,
  { position, base64, found, edges, seams }: LivePictureBody,
): Promise<{ ok: true }> {
  await requireOwnDrawing(person, drawingId)
  const write = () => writtenAnew(Buffer.from(base64, 'base64'), LIVE)
  const picture = await (edges === undefined ? shown.run(write) : write())
  const isFirst = !(await live.hasLivePicture(drawingId))
  await live.setLivePicture({
    drawingId,
    position,
    picture,
    findings: found,
    edges: edges === undefined ? null : Buffer.from(edges, 'base64'),
    seams: seams ?? null,
  })
  if (isFirst) await live.forgetPictures(person.id, ROOM.livePictures)
  return { ok: true }
}

/** Throws Refused `not-found`. */
export async function livePicture(person: Teacher, drawingId: number): Promise<Buffer> {
  await requireDrawing(person, drawingId)
  const bytes = await live.livePicture(drawingId)
  if (!bytes)
    throw new Refused('not-found', 'There is no picture of this drawing yet.', 'Wait until something is drawn.')
  return bytes
}

export async function raiseHand(person: LearnerPerson, drawingId: number, words: string): Promise<{ ok: true }> {
  await requireOwnDrawing(person, drawingId)
  await live.raiseHand({ learnerId: person.id, drawingId, words })
  return { ok: true }
}

/** The learner takes it down: it is settled. */
export async function takeHandDown(person: LearnerPerson, drawingId: number): Promise<{ ok: true }> {
  await requireOwnDrawing(person, drawingId)
  await live.lowerHand(person.id)
  return { ok: true }
}

/** The teacher has seen it. */
export async function lowerHand(person: Teacher, learnerId: number): Promise<{ ok: true }> {
  const { learner } = await requireLearner(person, learnerId)
  if (await live.lowerHand(learner.id)) await live.addNews(learner.classId, [learner.id], { kind: 'hand-down' })
  return { ok: true }
}

/** News are for those who are there: older ones are forgotten, ms. */
const NEWS_LIFE_MS = 24 * 3600 * 1000

/**
 * Sends words or strokes to some learners or all of the class. A hand of theirs that is up comes down: it was answered.
 */
export async function sendNews(person: Teacher, classId: number, { to, news }: SendBody): Promise<{ sent: number }> {
  await requireClass(person, classId)
  if (to) await requireMembers(classId, to)
  const body: News = news.kind === 'words' ? { ...news, from: person.name } : news
  await live.addNews(classId, to ?? [null], body)
  for (const learner of to ?? []) await live.lowerHand(learner)
  await live.forgetNews(new Date(nowMs() - NEWS_LIFE_MS))
  return { sent: (to ?? (await people.learnersOf([classId]))).length }
}

/** All of the class looks at a sheet of the teacher's, or (null) draws on. */
export async function setFront(
  person: Teacher,
  classId: number,
  drawingId: number | null,
  isAgain = false,
): Promise<{ isSeen: boolean }> {
  await requireClass(person, classId)
  if (drawingId !== null) await requireOwnDrawing(person, drawingId)
  if (drawingId !== null && isAgain) return { isSeen: await live.keepFront(classId, drawingId) }
  await live.setFront(classId, drawingId)
  return { isSeen: drawingId !== null }
}

/** What was drawn on a sheet since a place in its record, for whoever watches it; the entries as JSON, beside it. */
export async function entriesSince(
  person: Person,
  drawingId: number,
  from: number,
): Promise<{ view: Omit<EntriesView, 'entries'>; entries: Buffer }> {
  const drawing = await drawings.drawingById(drawingId)
  const isShown =
    drawing &&
    person.kind === 'learner' &&
    (await live.isInFront((await people.learnerById(person.id))?.classId ?? 0, drawingId))
  const seen = isShown ? drawing : await requireDrawing(person, drawingId)
  const { sheet } = await plans.factsFor(seen)
  const { position } = seen
  return { view: { sheet, position }, entries: await entriesJson(drawingId, from, position) }
}
