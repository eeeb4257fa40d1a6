import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ownPlan, type Plan } from '#core/plan'

/** A small world in memory: one teacher, a class of two, one plan. */
interface World {
  plan: { id: number; teacherId: number; kind: 'lesson'; digest: string; revision: number }
  said: Map<string, Plan>
  versions: { id: number; planId: number; number: number; digest: string }[]
  given: { classId: number; planId: number; versionId: number; opened: string[] | null } | null
  for: number[] | null
  drawn: { id: number; learnerId: number; planId: number; versionId: number | null }[]
  handedIn: number[]
  locked: boolean
}
let world: World
const sheet = (width: number, title = 'A pier') => ownPlan(title, { width, height: 400, paper: [255, 255, 255] })
const digestOf = (plan: Plan) => `${plan.title} ${plan.sheet.width}`
const say = (plan: Plan) => {
  world.said.set(digestOf(plan), plan)
  return digestOf(plan)
}
const saidBy = ({ versionId }: { versionId: number | null }) =>
  versionId === null ? world.plan.digest : world.versions.find(each => each.id === versionId)!.digest

vi.mock('./audit', () => ({ note: () => Promise.resolve() }))
vi.mock('../repositories/database', () => ({ inTransaction: (work: (tx: object) => unknown) => work({}) }))
vi.mock('../repositories/people', () => ({
  classById: (id: number) => Promise.resolve(id === 1 ? { id: 1, teacherId: 10 } : null),
  learnersOf: () => Promise.resolve([{ id: 100 }, { id: 101 }]),
  everyLearnerOf: () => Promise.resolve([{ id: 100 }, { id: 101 }]),
}))
vi.mock('../repositories/handins', () => ({
  handInHeadsOf: () => Promise.resolve(world.handedIn.map(drawingId => ({ drawingId }))),
}))
vi.mock('../repositories/live', () => ({ addNews: () => Promise.resolve() }))
vi.mock('../repositories/wall', () => ({}))
vi.mock('../repositories/drawings', () => ({
  drawingsOf: () => {
    // What is checked is read only once nobody else can change it.
    expect(world.locked).toBe(true)
    return Promise.resolve(world.drawn)
  },
  setDrawing: (id: number, values: object) => {
    Object.assign(
      world.drawn.find(each => each.id === id)!,
      values,
    )
    return Promise.resolve()
  },
}))
vi.mock('../repositories/plans', () => ({
  planById: (id: number) => Promise.resolve(id === 5 ? world.plan : null),
  lockPlan: () => {
    world.locked = true
    return Promise.resolve({ ...world.plan })
  },
  documentOf: ({ digest }: { digest: string }) => Promise.resolve(world.said.get(digest)),
  factsFor: (of: { versionId: number | null }) => Promise.resolve(world.said.get(saidBy(of))),
  changePlan: (row: World['plan'], plan: Plan) => {
    world.plan = { ...row, digest: say(plan), revision: row.revision + 1 }
    return Promise.resolve()
  },
  latestVersion: () => Promise.resolve(world.versions.at(-1) ?? null),
  addVersion: (planId: number, number: number, digest: string) => {
    world.versions.push({ id: 50 + number, planId, number, digest })
    return Promise.resolve(world.versions.at(-1))
  },
  assignment: () => Promise.resolve(world.given),
  countGiven: () => Promise.resolve(world.given ? 1 : 0),
  givePlan: (values: NonNullable<World['given']>) => {
    world.given = { ...values, opened: null }
    return Promise.resolve()
  },
  setGiven: (_: object, values: object) => {
    Object.assign(world.given!, values)
    return Promise.resolve()
  },
  takePlan: () => {
    world.given = null
    return Promise.resolve()
  },
  learnersFor: () => Promise.resolve(world.for),
  setLearnersFor: (_class: number, _plan: number, learners: number[] | null) => {
    world.for = learners
    return Promise.resolve()
  },
}))
const plans = await import('./plans')

const ORLA = { kind: 'teacher', id: 10, name: 'Orla' } as const
const refused = (code: string) => expect.objectContaining({ code })
const give = (learners?: number[]) => plans.givePlan(ORLA, 5, { classId: 1, isGiven: true, learners })
const take = (learners?: number[]) => plans.givePlan(ORLA, 5, { classId: 1, isGiven: false, learners })
const draw = (learnerId: number, versionId: number | null) =>
  world.drawn.push({ id: 1000 + learnerId, learnerId, planId: 5, versionId })

beforeEach(() => {
  world = {
    plan: { id: 5, teacherId: 10, kind: 'lesson', digest: '', revision: 3 },
    said: new Map(),
    versions: [],
    given: null,
    for: null,
    drawn: [],
    handedIn: [],
    locked: false,
  }
  world.plan.digest = say(sheet(600))
})

describe('saving', () => {
  it('takes what changed over the rest, and counts on', async () => {
    expect(await plans.savePlan(ORLA, 5, { revision: 3, plan: { title: 'A jetty' } })).toEqual({ revision: 4 })
    expect(world.said.get(world.plan.digest)).toMatchObject({ title: 'A jetty', sheet: { width: 600 } })
  })

  it('refuses what was begun from an older one, and says which it is now', async () => {
    await expect(plans.savePlan(ORLA, 5, { revision: 2, plan: { title: 'A jetty' } })).rejects.toMatchObject({
      code: 'plan-changed',
      detail: { revision: 3 },
    })
    expect(world.plan.digest).toBe('A pier 600')
  })

  it('refuses what would be no plan any more, and stores nothing', async () => {
    await expect(plans.savePlan(ORLA, 5, { revision: 3, plan: { steps: [] } })).rejects.toEqual(refused('malformed'))
    expect(world.plan.revision).toBe(3)
  })
})

describe('giving', () => {
  it('makes a version, and none where the last says the same', async () => {
    await give()
    expect(world.given).toMatchObject({ versionId: 51 })
    await give()
    expect(world.versions).toHaveLength(1)
    await plans.savePlan(ORLA, 5, { revision: 3, plan: { title: 'A jetty' } })
    await give()
    expect(world.given).toMatchObject({ versionId: 52 })
  })

  it('moves those on who have not handed in, if the sheet is of the same size', async () => {
    await give()
    draw(100, 51)
    draw(101, 51)
    world.handedIn = [1101]
    await plans.savePlan(ORLA, 5, { revision: 3, plan: { title: 'A jetty' } })
    await give()
    expect(world.drawn.map(each => each.versionId)).toEqual([52, 51])
    await plans.savePlan(ORLA, 5, { revision: 4, plan: { sheet: sheet(800).sheet } })
    await give()
    expect(world.drawn.map(each => each.versionId)).toEqual([52, 51])
  })

  it('to some comes to those who have it; where all have it nothing changes', async () => {
    await give([100])
    expect(world.for).toEqual([100])
    await give([101])
    expect(world.for).toEqual([100, 101])
    world.for = null
    await give([100])
    expect(world.for).toBeNull()
  })
})

describe('taking back', () => {
  it('is refused once somebody draws on it', async () => {
    await give()
    draw(100, 51)
    await expect(take()).rejects.toEqual(refused('plan-changed'))
    expect(world.given).not.toBeNull()
  })

  it('from one leaves it with the others, whoever of them draws', async () => {
    await give()
    draw(101, 51)
    await take([100])
    expect(world.for).toEqual([101])
    await expect(take([101])).rejects.toEqual(refused('plan-changed'))
  })

  it('from the last takes it from the class', async () => {
    await give([100])
    await take([100])
    expect(world.given).toBeNull()
  })
})

describe('a step that waits for the teacher', () => {
  it('is opened once, and closed again', async () => {
    await give()
    const step = (isOpen: boolean) => plans.openStepForClass(ORLA, 5, { classId: 1, step: 'two', isOpen })
    await step(true)
    expect(await step(true)).toEqual({ opened: ['two'] })
    expect(await step(false)).toEqual({ opened: [] })
  })

  it('is not there where the class does not have the plan', async () => {
    await expect(plans.openStepForClass(ORLA, 5, { classId: 1, step: 'two', isOpen: true })).rejects.toEqual(
      refused('not-found'),
    )
  })
})
