import { beforeAll, describe, expect, it } from 'vitest'
import { applyAct, blankDrawing, contentHash, replay, standingActs } from '../drawing'
import { loadKernels } from '../kernels'
import { lookAt } from '../lookfor'
import {
  addStep,
  draftPlan,
  ghostEntries,
  mergeSteps,
  moveStep,
  partsOf,
  planSchema,
  proposeAgain,
  redrawStep,
  removeStep,
  renameLayer,
  splitStep,
  starterEntries,
  type Plan,
} from './index'
import { lessonRecord, LESSON_TOOLS, line, ring, Writer } from './testing'

const kernels = loadKernels()
const hashOf = (plan: Plan) => contentHash(replay(kernels, plan.demonstration).drawing)
let plan: Plan
beforeAll(() => {
  plan = draftPlan(kernels, lessonRecord(), { title: 'A ball' })
})
const titles = (each: Plan) => each.steps.map(step => step.layer.name)

describe('merging two steps', () => {
  it('keeps the drawing, both layers, all tools and the words', () => {
    const merged = mergeSteps(kernels, plan, 3)
    expect(planSchema.parse(merged)).toEqual(merged)
    expect(titles(merged)).toEqual(['Sketch', 'Lines', 'Colour'])
    expect(hashOf(merged)).toBe(hashOf(plan))
    const step = merged.steps[2]!
    expect(step.ready?.map(act => act.kind)).toEqual(['layer-add', 'stack-set'])
    expect(step.words).toHaveLength(2)
    expect(step.tools.map(tool => (tool.kind === 'pour' ? 'pour' : tool.settings.tool))).toEqual(
      expect.arrayContaining(['pour', 'soft-brush']),
    )
    expect(step.lookFors.some(each => each.settings.measure === 'right-layer')).toBe(false)
    expect(new Set(step.lookFors.map(each => each.id)).size).toBe(step.lookFors.length)
    expect(ghostEntries(merged, step.id).filter(each => each.type === 'act')).toHaveLength(6)
  })

  it('of the first with nothing is refused', () => {
    expect(() => mergeSteps(kernels, plan, 0)).toThrow(/no step 0/)
  })
})

describe('splitting a step', () => {
  it('cuts it at a moment and drafts both parts', () => {
    const split = splitStep(kernels, plan, 3, 4)
    expect(planSchema.parse(split)).toEqual(split)
    expect(titles(split)).toEqual(['Sketch', 'Lines', 'Colour', 'Shade', 'Shade'])
    expect(hashOf(split)).toBe(hashOf(plan))
    expect(split.steps[3]!.words).toEqual(plan.steps[3]!.words)
    expect(split.steps[3]!.ready).toEqual(plan.steps[3]!.ready)
    expect(split.steps[4]!.tools[0]).toEqual({ kind: 'tool', settings: LESSON_TOOLS.soft })
    expect(split.steps[4]!.well).toBe(3)
    const drawn = partsOf(split).map(each => each.entries.filter(entry => entry.type === 'act').length)
    expect(drawn).toEqual([3, 2, 1, 2, 3])
  })

  it('where nothing is drawn on one side is refused', () => {
    expect(() => splitStep(kernels, plan, 3, 1)).toThrow(/nothing is drawn/)
    expect(() => splitStep(kernels, plan, 3, 99)).toThrow(/nothing is drawn/)
  })

  it('and merging again gives the same drawing, step by step', () => {
    const back = mergeSteps(kernels, splitStep(kernels, plan, 0, 2), 1)
    expect(titles(back)).toEqual(titles(plan))
    expect(partsOf(back).map(each => each.entries.map(entry => entry.type))).toEqual(
      partsOf(plan).map(each => each.entries.map(entry => entry.type)),
    )
  })
})

describe('moving a step', () => {
  it('goes where the record allows it', () => {
    const writer = new Writer()
    for (const [layer, x] of [
      ['left', 60],
      ['right', 300],
    ] as const) {
      writer.act({ kind: 'layer-add', layer, name: layer, place: 3 }, 4000)
      for (let i = 0; i < 3; i++)
        writer.stroke(layer, LESSON_TOOLS.pen, [0, 0, 0], line(x, 60 + 30 * i, x + 120, 60 + 30 * i))
    }
    const two = draftPlan(kernels, { version: 1, sheet: plan.sheet, entries: writer.entries }, { title: 'Two fences' })
    const moved = moveStep(kernels, two, 0, 1)
    expect(titles(moved)).toEqual(['right', 'left'])
    expect(planSchema.safeParse(moved).success).toBe(true)
    expect(partsOf(moved).map(each => each.entries.filter(entry => entry.type === 'act').length)).toEqual([3, 3])
    expect(moved.demonstration.entries.map(each => each.at)).toEqual(
      [...moved.demonstration.entries.map(each => each.at)].sort((a, b) => a - b),
    )
  })

  it('is refused where the picture would come out different', () => {
    // The pour is bounded by the lines.
    expect(() => moveStep(kernels, plan, 2, 0)).toThrow(/can’t stand there/)
    expect(() => moveStep(kernels, plan, 9, 0)).toThrow(/no step 10/)
  })
})

describe('taking a step out', () => {
  it('leaves the others as they are', () => {
    const left = removeStep(kernels, plan, 0)
    expect(titles(left)).toEqual(['Lines', 'Colour', 'Shade'])
    expect(
      standingActs(left.demonstration.entries).some(
        each => 'layer' in each.act && each.act.layer === 'a' && each.act.kind === 'stroke',
      ),
    ).toBe(false)
  })

  it('is refused for the only one', () => {
    const one = [1, 2, 3].reduce(now => mergeSteps(kernels, now, 1), plan)
    expect(() => removeStep(kernels, one, 0)).toThrow(/needs a step/)
  })

  it('is refused where a later one draws on its layer', () => {
    const split = splitStep(kernels, plan, 3, 4)
    expect(() => removeStep(kernels, split, 3)).toThrow(/can’t be taken out/)
  })
})

describe('drawing a step again', () => {
  const starterOf = (step: string) => starterEntries(plan, step)

  it('begins from what stands before it', () => {
    const entries = starterOf('step-3')
    expect(entries.every(each => each.type === 'prepare')).toBe(true)
    const drawing = replay(kernels, { version: 1, sheet: plan.sheet, entries }).drawing
    expect(drawing.layers.map(each => each.id)).toEqual(['a', 'b'])
    expect(drawing.layers[1]!.tiles.size).toBeGreaterThan(0)
    expect(starterOf('step-1')).toEqual([])
  })

  it('puts the new strokes in the place of the old ones', () => {
    const writer = new Writer()
      .act({ kind: 'layer-add', layer: 'b2', name: 'Lines', place: 1 })
      .stroke('b2', { ...LESSON_TOOLS.pen, size: 9 }, [38, 42, 51], ring(240, 180, 120))
    const redrawn = redrawStep(kernels, plan, 1, [...starterOf('step-2'), ...writer.entries])
    expect(redrawn.steps[1]!.layer).toEqual({ id: 'b2', name: 'Lines', place: 1 })
    expect(redrawn.steps[1]!.tools[0]).toMatchObject({ settings: { size: 9 } })
    expect(redrawn.steps[1]!.words).toEqual(plan.steps[1]!.words)
    const acts = standingActs(redrawn.demonstration.entries).map(each => each.act)
    const drawing = acts.reduce((now, act) => applyAct(kernels, now, act), blankDrawing(plan.sheet))
    expect(drawing.layers.map(each => each.id).sort()).toEqual(['a', 'b2', 'c', 'd'])
  })

  it('with nothing drawn is refused', () => {
    expect(() => redrawStep(kernels, plan, 1, starterOf('step-2'))).toThrow(/nothing was drawn/)
  })

  it('proposes look-fors again as they were drafted', () => {
    expect(proposeAgain(kernels, plan, 3)).toEqual(plan.steps[3]!.lookFors)
    expect(proposeAgain(kernels, { ...plan, steps: plan.steps.map(step => ({ ...step, lookFors: [] })) }, 0)).toEqual(
      plan.steps[0]!.lookFors,
    )
  })

  it('leaves out a line that was only tried', () => {
    const writer = new Writer()
      .stroke('a', LESSON_TOOLS.pencil, [0, 0, 0], line(0, 0, 100, 100))
      .undo()
      .stroke('a', LESSON_TOOLS.pencil, [0, 0, 0], line(10, 300, 400, 300))
    const redrawn = redrawStep(kernels, plan, 0, [
      { type: 'prepare', at: 0, act: { kind: 'layer-add', layer: 'a', name: 'Sketch', place: 0 } },
      ...writer.entries,
    ])
    expect(partsOf(redrawn)[0]!.entries.filter(each => each.type === 'act')).toHaveLength(1)
  })
})

describe('joining, asked honestly', () => {
  it('asks nothing that the drawing of both together does not meet, and of the tools just those that are laid out', () => {
    for (const at of [1, 2, 3]) {
      const merged = mergeSteps(kernels, plan, at)
      const step = merged.steps[at - 1]!
      const standing = standingActs(merged.demonstration.entries)
      const upTo = standing.slice(0, standing.findLastIndex(each => each.step === step.id) + 1)
      const drawing = replay(kernels, {
        ...merged.demonstration,
        entries: merged.demonstration.entries.slice(
          0,
          merged.demonstration.entries.findLastIndex(
            (entry, i, all) =>
              entry.type === 'act' && all.slice(0, i).findLast(each => each.type === 'step')?.step === step.id,
          ) + 1,
        ),
      }).drawing
      const found = lookAt(kernels, { drawing, acts: upTo, step: step.id }, step.lookFors)
      expect(found.filter(each => each.verdict === 'not-yet')).toEqual([])
      for (const { settings } of step.lookFors) {
        if (settings.measure !== 'tools-used') continue
        const laid = step.tools
          .filter(tool => tool.kind === 'pour' || tool.settings.effect !== 'erase')
          .map(tool => (tool.kind === 'pour' ? 'pour' : tool.settings.tool))
        expect(settings.tools.map(each => each.tool).sort()).toEqual(laid.sort())
      }
    }
  })

  it('says in the goal how many steps there are, in the words of the program only', () => {
    expect(plan.goal).toBe('A ball, in 4 steps.')
    const three = mergeSteps(kernels, plan, 3)
    expect(three.goal).toBe('A ball, in 3 steps.')
    const one = mergeSteps(kernels, mergeSteps(kernels, three, 2), 1)
    expect(one.goal).toBe('A ball, in one step.')
    expect(mergeSteps(kernels, { ...plan, goal: 'To see the light.' }, 3).goal).toBe('To see the light.')
  })
})

describe('a step added by hand', () => {
  it('comes after another one, empty, and is drawn on from what stands there', () => {
    const more = addStep(plan, 1)
    expect(planSchema.parse(more)).toEqual(more)
    expect(more.steps).toHaveLength(5)
    expect(more.steps[2]).toMatchObject({ title: 'A new step', layer: plan.steps[1]!.layer, lookFors: [] })
    expect(hashOf(more)).toBe(hashOf(plan))
    const starter = starterEntries(more, more.steps[2]!.id)
    const writer = new Writer()
    writer.stroke(plan.steps[1]!.layer.id, LESSON_TOOLS.pencil, [200, 30, 160], line(80, 80, 200, 90))
    const drawn = redrawStep(kernels, more, 2, [...starter, ...writer.entries])
    expect(partsOf(drawn)[2]!.entries.filter(each => each.type === 'act')).toHaveLength(1)
    expect(drawn.palette[drawn.steps[2]!.well]!.colour).toEqual([200, 30, 160])
    expect(drawn.steps[2]!.words[0]).toBe('Say here what is to be done.')
  })
})

describe('a step drawn again', () => {
  it('brings its new colours into the wells, and into words that are the program’s own', () => {
    const starter = starterEntries(plan, plan.steps[1]!.id)
    const { layer } = plan.steps[1]!
    const writer = new Writer().act({ kind: 'layer-add', layer: layer.id, name: layer.name, place: layer.place })
    writer.stroke(layer.id, LESSON_TOOLS.pencil, [24, 140, 60], ring(160, 120, 60))
    const again = redrawStep(kernels, plan, 1, [...starter, ...writer.entries])
    expect(again.palette.slice(0, plan.palette.length)).toEqual(plan.palette)
    const fresh = again.palette.at(-1)!
    expect(fresh.colour).toEqual([24, 140, 60])
    expect(again.steps[1]!.well).toBe(again.palette.length - 1)
    expect(again.steps[1]!.words[0]).toContain(fresh.name)
    const own = {
      ...plan,
      steps: plan.steps.map((step, i) => (i === 1 ? { ...step, words: ['One line, slowly.'] } : step)),
    }
    expect(redrawStep(kernels, own, 1, [...starter, ...writer.entries]).steps[1]!.words).toEqual(['One line, slowly.'])
  })
})

describe('a layer called otherwise', () => {
  it('is called so in every step that is drawn on it, and in the words', () => {
    const { id, name } = plan.steps[1]!.layer
    const renamed = renameLayer(plan, id, 'Ink')
    expect(planSchema.parse(renamed)).toEqual(renamed)
    expect(renamed.steps.filter(step => step.layer.id === id).every(step => step.layer.name === 'Ink')).toBe(true)
    expect(JSON.stringify(plan.steps)).toContain(`“${name}”`)
    expect(JSON.stringify(renamed.steps.map(step => step.words))).not.toContain(`“${name}”`)
    expect(renamed.steps[1]!.words[0]).toContain('“Ink”')
    expect(renameLayer(plan, id, name)).toBe(plan)
  })
})
