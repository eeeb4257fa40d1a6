import { beforeAll, describe, expect, it } from 'vitest'
import { contentHash, replay, standingActs } from '../drawing'
import { loadKernels } from '../kernels'
import { lookAt } from '../lookfor'
import {
  beginAt,
  beginEmpty,
  draftPlan,
  ghostEntries,
  partsOf,
  planSchema,
  redrawStep,
  removeStep,
  starterEntries,
  starterOf,
  type Plan,
} from './index'
import { lessonRecord, LESSON_TOOLS, ring, Writer } from './testing'

const kernels = loadKernels()
const hashOf = (entries: Plan['demonstration']['entries']) =>
  contentHash(replay(kernels, { version: 1, sheet: plan.sheet, entries }).drawing)
let plan: Plan
beforeAll(() => {
  plan = draftPlan(kernels, lessonRecord(), { title: 'A ball' })
})
const ids = (each: Plan) => each.steps.map(step => step.id)

describe('a starter sheet', () => {
  it('is none in a plan as it was drafted: layers that are laid out are the first step’s own', () => {
    expect(starterOf(plan)).toEqual([])
    expect(starterEntries(plan, plan.steps[0]!.id)).toEqual([])
  })

  it('is what stands before a step; the steps before it are gone, the picture is the same', () => {
    const begun = beginAt(kernels, plan, 2, 0)
    expect(planSchema.parse(begun)).toEqual(begun)
    expect(ids(begun)).toEqual(ids(plan).slice(2))
    expect(hashOf(begun.demonstration.entries)).toBe(hashOf(plan.demonstration.entries))
    expect(begun.steps[0]).toEqual(plan.steps[2])
    // A learner's sheet holds just what the teacher's held then.
    const before = partsOf(plan)
      .slice(0, 2)
      .flatMap(each => each.entries)
    const starter = starterEntries(begun, begun.steps[0]!.id)
    expect(starter.every(each => each.type === 'prepare')).toBe(true)
    expect(hashOf(starter)).toBe(hashOf(before))
    // The step before it is no part of the ghost.
    expect(ghostEntries(begun, begun.steps[0]!.id).filter(each => each.type === 'act')).toEqual(
      ghostEntries(plan, plan.steps[2]!.id).filter(each => each.type === 'act'),
    )
  })

  it('can be set at any moment within a step, which goes on from there', () => {
    const { length } = partsOf(plan)[0]!.entries
    let drawn = 0
    for (let moment = 1; moment < length; moment++) {
      const before = standingActs(partsOf(plan)[0]!.entries.slice(0, moment)).some(each => each.act.kind === 'stroke')
      if (!before) {
        expect(() => beginAt(kernels, plan, 0, moment)).toThrow(/nothing is drawn before/)
        continue
      }
      const begun = beginAt(kernels, plan, 0, moment)
      drawn++
      expect(planSchema.parse(begun)).toEqual(begun)
      expect(ids(begun)).toEqual(ids(plan))
      expect(begun.steps[0]!.words).toEqual(plan.steps[0]!.words)
      expect(hashOf(begun.demonstration.entries)).toBe(hashOf(plan.demonstration.entries))
      expect(partsOf(begun)[0]!.entries.filter(each => each.type === 'act')).toHaveLength(
        partsOf(plan)[0]!
          .entries.slice(moment)
          .filter(each => each.type === 'act').length,
      )
      // What was proposed for it is met by its own demonstration, and what the starter holds is not asked for.
      const entries = begun.demonstration.entries.slice(
        0,
        begun.demonstration.entries.findIndex(each => each.type === 'step' && each.step === begun.steps[1]!.id),
      )
      const found = lookAt(
        kernels,
        {
          drawing: replay(kernels, { ...begun.demonstration, entries }).drawing,
          acts: standingActs(entries),
          step: begun.steps[0]!.id,
        },
        begun.steps[0]!.lookFors,
      )
      expect(found.filter(each => each.verdict === 'not-yet')).toEqual([])
    }
    expect(drawn).toBe(2)
  })

  it('takes out the step that is done at that moment', () => {
    const begun = beginAt(kernels, plan, 0, partsOf(plan)[0]!.entries.length)
    expect(ids(begun)).toEqual(ids(plan).slice(1))
    expect(starterOf(begun).length).toBeGreaterThan(0)
  })

  it('stays whatever is done to the steps, and is set on further', () => {
    const begun = beginAt(kernels, plan, 1, 0)
    const starter = starterOf(begun)
    expect(starterOf(removeStep(kernels, begun, 2))).toEqual(starter)
    expect(starterOf(beginAt(kernels, begun, 1, 0)).length).toBeGreaterThan(starter.length)
    const writer = new Writer()
      .act({ kind: 'layer-add', layer: 'b2', name: 'Lines', place: 1 })
      .stroke('b2', { ...LESSON_TOOLS.pen, size: 9 }, [38, 42, 51], ring(240, 180, 120))
    const redrawn = redrawStep(kernels, begun, 0, [...starterEntries(begun, begun.steps[0]!.id), ...writer.entries])
    expect(starterOf(redrawn)).toEqual(starter)
    expect(redrawn.steps[0]!.tools[0]).toMatchObject({ settings: { size: 9 } })
  })

  it('is given up again: it is drawn in the first step', () => {
    const begun = beginAt(kernels, plan, 1, 0)
    const empty = beginEmpty(kernels, begun)
    expect(planSchema.parse(empty)).toEqual(empty)
    expect(starterOf(empty)).toEqual([])
    expect(hashOf(empty.demonstration.entries)).toBe(hashOf(plan.demonstration.entries))
    expect(partsOf(empty)[0]!.entries.filter(each => each.type === 'act')).toHaveLength(
      partsOf(plan)
        .slice(0, 2)
        .flatMap(each => each.entries.filter(one => one.type === 'act')).length,
    )
    expect(beginEmpty(kernels, plan)).toBe(plan)
  })

  it('is refused where nothing would be left to draw, or later strokes take some of it back', () => {
    const last = plan.steps.length - 1
    expect(() => beginAt(kernels, plan, last, partsOf(plan)[last]!.entries.length)).toThrow(/nothing is left/)
    expect(() => beginAt(kernels, plan, 0, 0)).toThrow(/nothing is drawn before/)
    const [first, ...others] = partsOf(plan)
    const undone: Plan = {
      ...plan,
      demonstration: {
        ...plan.demonstration,
        entries: [
          { type: 'step', at: 0, step: first!.step },
          ...first!.entries,
          ...others.flatMap(each => [
            { type: 'step' as const, at: 0, step: each.step },
            { type: 'undo' as const, at: 0 },
            ...each.entries,
          ]),
        ],
      },
    }
    expect(() => beginAt(kernels, undone, 0, first!.entries.length)).toThrow(/takes back/)
  })
})
