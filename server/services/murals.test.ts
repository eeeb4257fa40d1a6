import { beforeEach, describe, expect, it, vi } from 'vitest'

/** A mural of four panels in a class of three, in memory. */
interface Panel {
  place: number
  versionId: number
  learnerId: number | null
  drawingId: number | null
}
let panels: Panel[]
let isPicked: boolean
let archivedAt: Date | null = null
/** Drawings that were handed in. */
let handed: number[] = []
let drawn: Map<number, { id: number; learnerId: number; versionId: number; position: number }>
const CLASS = [{ id: 100 }, { id: 101 }, { id: 102 }]
const GRID = { columns: 2, rows: 2, width: 800, height: 600, bleed: 60, edge: null, hasGround: false }

vi.mock('../repositories/database', () => ({ inTransaction: (work: (tx: object) => unknown) => work({}) }))
vi.mock('../repositories/people', () => ({
  classById: (id: number) => Promise.resolve({ id, teacherId: 10, name: 'Thursday' }),
  learnerById: (id: number) => Promise.resolve({ id, classId: id < 200 ? 1 : 2 }),
  learnersOf: () => Promise.resolve(CLASS),
  everyLearnerOf: () => Promise.resolve(CLASS),
  lockLearner: (id: number) => Promise.resolve({ id }),
}))
vi.mock('../repositories/murals', () => ({
  muralById: (id: number) =>
    Promise.resolve(
      id === 7 ? { id, classId: 1, planId: 6, archivedAt, facts: { title: 'The quay', grid: GRID, isPicked } } : null,
    ),
  panelAt: (_: number, place: number) => Promise.resolve(panels[place] ?? null),
  lockPanel: (_: number, place: number) => Promise.resolve(panels[place] ?? null),
  panelsOf: () => Promise.resolve(panels),
  handPanel: (_: number, place: number, from: number | null, to: number | null) => {
    if (panels[place]!.learnerId !== from) return Promise.resolve(false)
    Object.assign(panels[place]!, { learnerId: to, drawingId: null })
    return Promise.resolve(true)
  },
  setPanelDrawing: (_: number, place: number, drawingId: number) => {
    panels[place]!.drawingId = drawingId
    return Promise.resolve()
  },
}))
vi.mock('../repositories/drawings', () => ({
  drawingById: (id: number) => Promise.resolve(drawn.get(id) ?? null),
  drawingForVersion: (learnerId: number, versionId: number) =>
    Promise.resolve(
      [...drawn.values()].find(each => each.learnerId === learnerId && each.versionId === versionId) ?? null,
    ),
  addDrawing: ({ learnerId, versionId }: { learnerId: number; versionId: number }) => {
    const made = { id: 1000 + drawn.size, learnerId, versionId, position: 0 }
    drawn.set(made.id, made)
    return Promise.resolve(made)
  },
}))
vi.mock('../repositories/handins', () => ({
  handInHeadsOf: (ids: number[]) =>
    Promise.resolve(handed.filter(each => ids.includes(each)).map(drawingId => ({ drawingId }))),
}))
vi.mock('./room', () => ({ requireRoomForDrawing: () => Promise.resolve() }))
vi.mock('../repositories/jobs', () => ({}))
vi.mock('../repositories/live', () => ({}))
vi.mock('../repositories/plans', () => ({}))
const murals = await import('./murals')

const ORLA = { kind: 'teacher', id: 10, name: 'Orla' } as const
const learner = (id: number) => ({ kind: 'learner', id, name: 'Tamsin', className: 'Thursday' }) as const
const refused = (code: string) => expect.objectContaining({ code })
const owners = () => panels.map(each => each.learnerId)

beforeEach(() => {
  panels = [0, 1, 2, 3].map(place => ({ place, versionId: 60 + place, learnerId: null, drawingId: null }))
  drawn = new Map()
  isPicked = true
  archivedAt = null
  handed = []
})

describe('a free panel', () => {
  it('goes to whoever takes it first', async () => {
    await murals.takePanel(learner(100), 7, 1, true)
    await expect(murals.takePanel(learner(101), 7, 1, true)).rejects.toEqual(refused('panel-taken'))
    expect(owners()).toEqual([null, 100, null, null])
  })

  it('is not to be taken where the teacher gives them, nor by another class', async () => {
    await expect(murals.takePanel(learner(200), 7, 1, true)).rejects.toEqual(refused('not-yours'))
    isPicked = false
    await expect(murals.takePanel(learner(100), 7, 1, true)).rejects.toEqual(refused('not-yours'))
    expect(owners()).toEqual([null, null, null, null])
  })

  it('is one at a time: the next after the first was handed in', async () => {
    await murals.takePanel(learner(100), 7, 1, true)
    await expect(murals.takePanel(learner(100), 7, 2, true)).rejects.toMatchObject({
      code: 'panel-taken',
      message: 'You have panel B1 already.',
    })
    const { id } = await murals.openPanel(learner(100), 7, 1)
    await expect(murals.takePanel(learner(100), 7, 2, true)).rejects.toEqual(refused('panel-taken'))
    handed = [id]
    await murals.takePanel(learner(100), 7, 2, true)
    expect(owners()).toEqual([null, 100, 100, null])
  })

  it('of a mural that was put away is nobody’s to take or to open, but the teacher looks at it', async () => {
    await murals.takePanel(learner(100), 7, 1, true)
    archivedAt = new Date()
    await expect(murals.takePanel(learner(101), 7, 2, true)).rejects.toEqual(refused('not-yours'))
    await expect(murals.openPanel(learner(100), 7, 1)).rejects.toEqual(refused('not-yours'))
    expect(await murals.sharePanels(ORLA, 7)).toEqual({ given: 3 })
  })

  it('is given out to those with the fewest first', async () => {
    panels[0]!.learnerId = 100
    expect(await murals.sharePanels(ORLA, 7)).toEqual({ given: 3 })
    expect(owners()).toEqual([100, 101, 102, 100])
  })
})

describe('a panel of one’s own', () => {
  it('is given back while nothing is drawn on it', async () => {
    await murals.takePanel(learner(100), 7, 2, true)
    const { id } = await murals.openPanel(learner(100), 7, 2)
    drawn.get(id)!.position = 5
    await expect(murals.takePanel(learner(100), 7, 2, false)).rejects.toEqual(refused('panel-taken'))
    drawn.get(id)!.position = 1
    await murals.takePanel(learner(100), 7, 2, false)
    expect(owners()).toEqual([null, null, null, null])
  })

  it('is opened by its own learner only, and is the same sheet each time', async () => {
    await murals.takePanel(learner(100), 7, 2, true)
    const first = await murals.openPanel(learner(100), 7, 2)
    expect(await murals.openPanel(learner(100), 7, 2)).toEqual(first)
    await expect(murals.openPanel(learner(101), 7, 2)).rejects.toEqual(refused('not-yours'))
  })

  it('that was another’s meanwhile is gone on with as it was left', async () => {
    await murals.givePanel(ORLA, 7, 3, 100)
    const first = await murals.openPanel(learner(100), 7, 3)
    await murals.givePanel(ORLA, 7, 3, 101)
    expect(await murals.openPanel(learner(101), 7, 3)).not.toEqual(first)
    await murals.givePanel(ORLA, 7, 3, 100)
    expect(await murals.openPanel(learner(100), 7, 3)).toEqual(first)
  })

  it('is given to members of the class only', async () => {
    await expect(murals.givePanel(ORLA, 7, 0, 200)).rejects.toEqual(refused('malformed'))
    await expect(murals.givePanel(ORLA, 7, 9, 100)).rejects.toEqual(refused('not-found'))
  })
})
