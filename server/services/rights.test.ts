import { describe, expect, it, vi } from 'vitest'
import type { Person } from '#shared/views'

/** A small world: two teachers with a class each, and what is theirs. */
const classes = [
  { id: 1, teacherId: 10 },
  { id: 2, teacherId: 20 },
]
const learners = [
  { id: 100, classId: 1, removedAt: null },
  { id: 101, classId: 1, removedAt: null },
  { id: 200, classId: 2, removedAt: null },
  // The same as 100, in the other class.
  { id: 201, classId: 2, removedAt: null },
]
const drawings = [
  { id: 1000, learnerId: 100, teacherId: null, planId: 5 },
  { id: 1001, learnerId: null, teacherId: 10, planId: 6 },
]
const plans = [
  { id: 5, kind: 'lesson', teacherId: 10, learnerId: null, sharedAt: null, archivedAt: null },
  { id: 6, kind: 'sheet', teacherId: 10, learnerId: null, sharedAt: null, archivedAt: null },
  { id: 7, kind: 'own', teacherId: null, learnerId: 100, sharedAt: null, archivedAt: null },
  { id: 8, kind: 'lesson', teacherId: 10, learnerId: null, sharedAt: new Date(0), archivedAt: null },
  { id: 9, kind: 'lesson', teacherId: 10, learnerId: null, sharedAt: new Date(0), archivedAt: new Date(0) },
]
/** Who teaches which class beside the one whose it is. */
const helpers = new Map([[30, 1]])
/** To whom plan 5 is given in class 1: null: all. */
let chosen: number[] | null = null
let gone: number[] = []

const byId = (list: readonly { id: number }[]) => (id: number) =>
  Promise.resolve(list.find(each => each.id === id) ?? null)
const inClasses = (ids: readonly number[]) => learners.filter(each => ids.includes(each.classId))
const withClass = (id: number) => {
  const learner = learners.find(each => each.id === id)
  return learner ? { learner, schoolClass: classes.find(each => each.id === learner.classId)! } : null
}
vi.mock('../repositories/people', () => ({
  classById: byId(classes),
  learnerById: byId(learners),
  learnerAndClass: (id: number) => Promise.resolve(withClass(id)),
  learnersOf: (ids: number[]) => Promise.resolve(inClasses(ids).filter(each => !gone.includes(each.id))),
  everyLearnerOf: (ids: number[]) => Promise.resolve(inClasses(ids)),
  classesOf: (teacherId: number, isArchived = false) =>
    Promise.resolve(
      isArchived ? [] : classes.filter(each => each.teacherId === teacherId || helpers.get(teacherId) === each.id),
    ),
  kinOf: (id: number) => Promise.resolve(id === 201 ? [201, 100] : [id]),
  teacherById: (id: number) => Promise.resolve({ id, isDemo: id === 40 }),
}))
vi.mock('../repositories/colleagues', () => ({
  helps: (teacherId: number, classId: number) => Promise.resolve(helpers.get(teacherId) === classId),
}))
vi.mock('../repositories/drawings', () => ({
  drawingById: byId(drawings),
  drawingsFor: (learner: number, plan: number) =>
    Promise.resolve(drawings.filter(each => each.learnerId === learner && each.planId === plan)),
}))
vi.mock('../repositories/handins', () => ({
  wholeHandIn: (id: number) =>
    Promise.resolve(
      id === 9000 ? { handIn: { id, drawingId: 1000 }, drawing: drawings[0]!, ...withClass(100)! } : null,
    ),
}))
vi.mock('../repositories/plans', () => ({
  planById: byId(plans),
  assignment: (classId: number, plan: number) =>
    Promise.resolve(classId === 1 && plan === 5 ? { classId, plan } : null),
  learnersFor: () => Promise.resolve(chosen),
  assignmentsOf: (ids: number[]) => Promise.resolve(ids.includes(5) ? [{ classId: 1, planId: 5 }] : []),
}))
const rights = await import('./rights')

const learner = (id: number): Person => ({ kind: 'learner', id, name: 'Tamsin', className: 'Thursday' })
const teacher = (id: number): Person => ({ kind: 'teacher', id, name: 'Orla' })
const refused = (code: string) => expect.objectContaining({ code })

describe('a drawing', () => {
  it.each([
    ['its learner', learner(100)],
    ['the teacher of the class', teacher(10)],
  ])('may be opened by %s', async (_who, person) => {
    expect(await rights.requireDrawing(person, 1000)).toMatchObject({ id: 1000 })
  })

  it.each([
    ['another learner of the class', learner(101), 1000],
    ['a learner of another class', learner(200), 1000],
    ['another teacher', teacher(20), 1000],
    ['a learner, where it is the teacher’s', learner(100), 1001],
    // Numbers of teachers and of learners are counted apart.
    ['a learner with the teacher’s number', learner(10), 1001],
    ['a teacher with the learner’s number', teacher(100), 1000],
  ])('is refused to %s', async (_who, person, id) => {
    await expect(rights.requireDrawing(person, id)).rejects.toEqual(refused('not-yours'))
  })

  it('that is not there is not found, for anybody', async () => {
    await expect(rights.requireDrawing(teacher(10), 4)).rejects.toEqual(refused('not-found'))
  })

  it('is drawn on by its owner only: the teacher looks at it', async () => {
    expect(await rights.requireOwnDrawing(learner(100), 1000)).toMatchObject({ id: 1000 })
    expect(await rights.requireOwnDrawing(teacher(10), 1001)).toMatchObject({ id: 1001 })
    await expect(rights.requireOwnDrawing(teacher(10), 1000)).rejects.toEqual(refused('not-yours'))
  })

  it('that was handed in comes with its learner and class, to whoever may open it', async () => {
    const found = await rights.requireHandIn(teacher(10), 9000)
    expect([found.drawing.id, found.learner.id, found.schoolClass.id]).toEqual([1000, 100, 1])
    await expect(rights.requireHandIn(teacher(20), 9000)).rejects.toEqual(refused('not-yours'))
  })
})

describe('a class and its learners', () => {
  it('are their teacher’s, and nobody else’s', async () => {
    expect(await rights.requireClass(teacher(10), 1)).toMatchObject({ id: 1 })
    await expect(rights.requireClass(teacher(20), 1)).rejects.toEqual(refused('not-yours'))
    await expect(rights.requireClass(learner(10), 1)).rejects.toEqual(refused('not-yours'))
    expect((await rights.requireLearner(teacher(20), 200)).schoolClass).toMatchObject({ id: 2 })
    await expect(rights.requireLearner(teacher(10), 200)).rejects.toEqual(refused('not-yours'))
    await expect(rights.requireLearner(teacher(10), 5)).rejects.toEqual(refused('not-found'))
  })

  it('names only who is in it; or ever was, where that is asked', async () => {
    gone = [101]
    await expect(rights.requireMembers(1, [100])).resolves.toBeUndefined()
    await expect(rights.requireMembers(1, [100, 200])).rejects.toEqual(refused('malformed'))
    await expect(rights.requireMembers(1, [101])).rejects.toEqual(refused('malformed'))
    await expect(rights.requireMembers(1, [101], 'ever')).resolves.toBeUndefined()
    gone = []
  })
})

describe('a plan', () => {
  it('that is given to all of a class is for everybody in it', async () => {
    chosen = null
    for (const id of [100, 101]) expect(await rights.requirePlan(learner(id), 5)).toMatchObject({ id: 5 })
    await expect(rights.requirePlan(learner(200), 5)).rejects.toEqual(refused('not-yours'))
  })

  it('that is given to some is for them, and for whoever has begun it', async () => {
    chosen = [101]
    expect(await rights.requirePlan(learner(101), 5)).toMatchObject({ id: 5 })
    // Begun before that was changed.
    expect(await rights.requirePlan(learner(100), 5)).toMatchObject({ id: 5 })
    chosen = []
    await expect(rights.requirePlan(learner(101), 5)).rejects.toEqual(refused('not-yours'))
  })

  it('is its teacher’s, and a sheet of one’s own is its learner’s', async () => {
    expect(await rights.requirePlan(teacher(10), 5)).toMatchObject({ id: 5 })
    await expect(rights.requirePlan(teacher(20), 5)).rejects.toEqual(refused('not-yours'))
    expect(await rights.requirePlan(learner(100), 7)).toMatchObject({ id: 7 })
    await expect(rights.requirePlan(learner(101), 7)).rejects.toEqual(refused('not-yours'))
    await expect(rights.requirePlan(teacher(10), 99)).rejects.toEqual(refused('not-found'))
  })

  it('counts as a lesson only in its teacher’s Plan book', async () => {
    expect(await rights.requireLesson(teacher(10), 5)).toMatchObject({ id: 5 })
    await expect(rights.requireLesson(teacher(10), 6)).rejects.toEqual(refused('not-yours'))
    await expect(rights.requireLesson(learner(100), 5)).rejects.toEqual(refused('not-yours'))
  })
})

describe('a class with several teachers', () => {
  it('is opened by all of them, and given away by the one whose it is', async () => {
    expect(await rights.requireClass(teacher(30), 1)).toMatchObject({ id: 1 })
    await expect(rights.requireClass(teacher(30), 2)).rejects.toEqual(refused('not-yours'))
    expect(await rights.requireLead(teacher(10), 1)).toMatchObject({ id: 1 })
    await expect(rights.requireLead(teacher(30), 1)).rejects.toEqual(refused('not-yours'))
    expect(await rights.requireDrawing(teacher(30), 1000)).toMatchObject({ id: 1000 })
    await expect(rights.requireDrawing(teacher(30), 1001)).rejects.toEqual(refused('not-yours'))
  })

  it('lets them read its plans, and change none of another', async () => {
    expect(await rights.requireReadable(teacher(30), 5)).toMatchObject({ id: 5 })
    await expect(rights.requireLesson(teacher(30), 5)).rejects.toEqual(refused('not-yours'))
    await expect(rights.requireReadable(teacher(20), 5)).rejects.toEqual(refused('not-yours'))
  })
})

describe('a plan that is shared', () => {
  it('is read by every teacher, changed by its own, and hidden once it is put away', async () => {
    expect(await rights.requireReadable(teacher(20), 8)).toMatchObject({ id: 8 })
    await expect(rights.requireLesson(teacher(20), 8)).rejects.toEqual(refused('not-yours'))
    await expect(rights.requireReadable(teacher(20), 9)).rejects.toEqual(refused('not-yours'))
    await expect(rights.requireReadable(learner(200), 8)).rejects.toEqual(refused('not-yours'))
  })

  it('is not read by the demo’s people, whose secrets everyone knows', async () => {
    await expect(rights.requireReadable(teacher(40), 8)).rejects.toEqual(refused('not-yours'))
  })
})

describe('a learner who is in several classes', () => {
  const twice: Person = { kind: 'learner', id: 201, name: 'Tamsin', className: 'Saturday', folio: 100 }

  it('has the same drawings and plans in each of them', async () => {
    expect(await rights.requireOwnDrawing(twice, 1000)).toMatchObject({ id: 1000 })
    expect(await rights.requirePlan(twice, 5)).toMatchObject({ id: 5 })
    expect(await rights.requireOwnPlan(twice, 5)).toMatchObject({ plan: { id: 5 }, learner: { id: 100, classId: 1 } })
    expect(await rights.requireOwnPlan(twice, 7)).toMatchObject({ plan: { id: 7 }, learner: { id: 100 } })
  })

  it('is nobody else', async () => {
    await expect(rights.requireDrawing(learner(200), 1000)).rejects.toEqual(refused('not-yours'))
    await expect(rights.requireDrawing(twice, 1001)).rejects.toEqual(refused('not-yours'))
  })
})
