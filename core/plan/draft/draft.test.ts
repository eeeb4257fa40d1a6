import { beforeAll, describe, expect, it } from 'vitest'
import { CoreError } from '../../base'
import { contentHash, replay, standingActs, type Entry } from '../../drawing'
import { loadKernels } from '../../kernels'
import { lookAt } from '../../lookfor'
import { draftPlan, planSchema, type Plan } from '../index'
import { lessonRecord, LESSON_SHEET, LESSON_TOOLS, line, ring, Writer } from '../testing'
import { cutRuns } from './cuts'
import { drawnActsOf } from './drawn-acts'

const kernels = loadKernels()

describe('a plan drafted from a drawing', () => {
  let plan: Plan
  const shares: number[] = []
  beforeAll(() => {
    plan = draftPlan(kernels, lessonRecord(), { title: 'A ball', onProgress: share => shares.push(share) })
  })

  it('is a whole plan', () => {
    expect(planSchema.parse(plan)).toEqual(plan)
    expect(plan.title).toBe('A ball')
    expect(plan.minutes).toBeGreaterThanOrEqual(10)
  })

  it('has a step for each layer and manner, on the layers that were drawn on', () => {
    expect(plan.steps.map(each => [each.layer.name, each.layer.place])).toEqual([
      ['Sketch', 0],
      ['Lines', 1],
      ['Colour', 1],
      ['Shade', 2],
    ])
    expect(new Set(plan.steps.map(each => each.title)).size).toBe(4)
  })

  it('lays out the tools as they were set, and an eraser', () => {
    expect(plan.steps[1]!.tools[0]).toEqual({ kind: 'tool', settings: LESSON_TOOLS.pen })
    expect(plan.steps[2]!.tools[0]).toMatchObject({ kind: 'pour', tolerance: 40, grow: 2, borders: 'all' })
    for (const step of plan.steps)
      expect(step.tools.some(tool => tool.kind === 'tool' && tool.settings.effect === 'erase')).toBe(true)
  })

  it('has the colours as wells, and lifts the right one', () => {
    expect(plan.palette.map(each => each.colour)).toEqual([
      [126, 140, 158],
      [38, 42, 51],
      [190, 70, 60],
      [90, 40, 60],
    ])
    expect(plan.steps.map(each => each.well)).toEqual([0, 1, 2, 3])
  })

  it('tells what was lowered and what a layer was set to', () => {
    expect(plan.steps[1]!.dim).toEqual([{ layer: 'a', opacity: 40, visible: true }])
    expect(plan.steps[3]!.ready).toEqual([{ kind: 'stack-set', item: 'd', set: { mode: 'multiply', clip: true } }])
  })

  it('leaves out what was undone, and draws the same picture', () => {
    const acts = plan.demonstration.entries.filter(each => each.type === 'act')
    expect(acts).toHaveLength(11)
    expect(plan.demonstration.entries.some(each => each.type === 'undo')).toBe(false)
    expect(contentHash(replay(kernels, plan.demonstration).drawing)).toBe(
      contentHash(replay(kernels, lessonRecord()).drawing),
    )
  })

  it('asks for what the drawing itself meets, about the drawing and about how it was made', () => {
    const measures = plan.steps.map(each => each.lookFors.map(one => one.settings.measure))
    expect(measures[1]).toContain('closed-outline')
    expect(measures[2]).toEqual(expect.arrayContaining(['covered', 'inside-lines']))
    expect(measures[3]).toContain('layer-set-up')
    for (const each of measures) expect(each).toEqual(expect.arrayContaining(['right-layer', 'tools-used']))
    const { drawing } = replay(kernels, plan.demonstration)
    const acts = standingActs(plan.demonstration.entries)
    const found = plan.steps.flatMap(step =>
      lookAt(
        kernels,
        { drawing, acts, step: step.id },
        step.lookFors.filter(each => each.settings.measure !== 'enough-shades'),
      ),
    )
    expect(found.filter(each => each.verdict !== 'met')).toEqual([])
  })

  it('tells how far it is', () => {
    expect(shares.at(-1)).toBe(1)
    expect(shares).toEqual([...shares].sort((a, b) => a - b))
  })

  it('of an empty sheet is refused', () => {
    const empty = { version: 1 as const, sheet: LESSON_SHEET, entries: lessonRecord().entries.slice(0, 1) }
    expect(() => draftPlan(kernels, empty, { title: 'Nothing' })).toThrow(CoreError)
  })

  describe('one of whose layers was deleted', () => {
    const black: [number, number, number] = [0, 0, 0]
    const { pencil, pen } = LESSON_TOOLS
    const add = (layer: string, name: string, place: number) => ({ kind: 'layer-add' as const, layer, name, place })
    const remove = (layer: string) => ({ kind: 'layer-remove' as const, layer })

    it('in a later step: the step that drew on it still has it', () => {
      const writer = new Writer()
        .act(add('a', 'Sketch', 0))
        .stroke('a', pencil, black, ring(240, 180, 110))
        .stroke('a', pencil, black, ring(240, 180, 112))
        .act(add('b', 'Lines', 1), 5000)
        .stroke('b', pen, black, ring(240, 180, 100))
        .stroke('b', pen, black, line(100, 300, 380, 300))
        .act(remove('a'))
      const drafted = draftPlan(
        kernels,
        { version: 1, sheet: LESSON_SHEET, entries: writer.entries },
        { title: 'Sketch gone' },
      )
      expect(planSchema.safeParse(drafted).error?.issues ?? []).toEqual([])
      expect(drafted.steps.map(each => each.layer.name)).toEqual(['Sketch', 'Lines'])
      expect(replay(kernels, drafted.demonstration).drawing.layers.map(each => each.id)).toEqual(['b'])
    })

    it('in its own step: the step is about what was drawn, and says what it can’t tell', () => {
      const writer = new Writer()
        .act(add('a', 'Try', 0))
        .stroke('a', pen, black, ring(240, 180, 110))
        .stroke('a', pen, black, ring(240, 180, 112))
        .act(add('b', 'New', 1))
        .act(remove('a'))
      const drafted = draftPlan(
        kernels,
        { version: 1, sheet: LESSON_SHEET, entries: writer.entries },
        { title: 'All gone' },
      )
      expect(planSchema.safeParse(drafted).error?.issues ?? []).toEqual([])
      expect(drafted.steps.map(each => each.layer)).toEqual([{ id: 'a', name: 'Try', place: 0 }])
      const found = lookAt(
        kernels,
        { drawing: replay(kernels, drafted.demonstration).drawing, acts: [], step: 'step-1' },
        [
          {
            id: 'it',
            title: 'It',
            settings: {
              measure: 'closed-outline',
              layer: 'a',
              what: 'it',
              target: [0, 0, 480, 0, 480, 360],
              tolerance: 'standard',
            },
          },
        ],
      )
      expect(found[0]).toMatchObject({
        verdict: 'cant-tell',
        sentence: expect.stringContaining('There is no layer') as string,
      })
    })
  })

  it('takes over where the teacher marked a step', () => {
    const { entries } = lessonRecord()
    const place = entries.findIndex(each => each.type === 'act' && each.act.kind === 'stroke') + 2
    const marked: Entry[] = [
      ...entries.slice(0, place),
      { type: 'step', at: entries[place]!.at, step: 'ground' },
      ...entries.slice(place),
    ]
    const cut = draftPlan(kernels, { version: 1, sheet: LESSON_SHEET, entries: marked }, { title: 'Marked' })
    expect(cut.steps.map(each => each.layer.name)).toEqual(['Sketch', 'Sketch', 'Lines', 'Colour', 'Shade'])
  })
})

describe('where a drawing is cut into steps', () => {
  const { pen, soft } = LESSON_TOOLS
  const runs = (writer: Writer) => {
    const drawnActs = drawnActsOf(standingActs(writer.entries), LESSON_SHEET)
    return cutRuns(drawnActs, 600).map(run => run.to - run.from)
  }
  const black: [number, number, number] = [0, 0, 0]

  it('not by a pause alone, nor by another place alone', () => {
    const writer = new Writer()
    for (let i = 0; i < 6; i++)
      writer.stroke('a', pen, black, line(20, 20 + 8 * i, 120, 20 + 8 * i), i === 3 ? 20_000 : 700)
    writer.stroke('a', pen, black, line(420, 340, 470, 340))
    expect(runs(writer)).toEqual([7])
  })

  it('by another tool', () => {
    const writer = new Writer()
    for (let i = 0; i < 4; i++) writer.stroke('a', pen, black, line(20, 20 + 8 * i, 120, 20 + 8 * i))
    for (let i = 0; i < 4; i++) writer.stroke('a', soft, black, line(20, 20 + 8 * i, 120, 20 + 8 * i))
    expect(runs(writer)).toEqual([4, 4])
  })

  it('by another colour after a pause, in another place', () => {
    const writer = new Writer()
    for (let i = 0; i < 4; i++) writer.stroke('a', pen, black, line(20, 20 + 8 * i, 120, 20 + 8 * i))
    for (let i = 0; i < 4; i++)
      writer.stroke('a', pen, [200, 40, 40], line(320, 220 + 8 * i, 420, 220 + 8 * i), i === 0 ? 30_000 : 700)
    expect(runs(writer)).toEqual([4, 4])
  })

  it('not by rubbing something out, nor by a touch on another layer', () => {
    const writer = new Writer()
    for (let i = 0; i < 4; i++) writer.stroke('a', pen, black, line(20, 20 + 8 * i, 120, 20 + 8 * i))
    writer.stroke('a', { ...pen, effect: 'erase', tool: 'hard-eraser' }, black, line(20, 20, 40, 20))
    for (let i = 0; i < 3; i++) writer.stroke('a', pen, black, line(20, 80 + 8 * i, 120, 80 + 8 * i))
    writer.stroke('b', pen, black, line(20, 20, 40, 20))
    for (let i = 0; i < 3; i++) writer.stroke('a', pen, black, line(20, 120 + 8 * i, 120, 120 + 8 * i))
    expect(runs(writer)).toEqual([12])
  })

  it('never into more steps than a lesson has', () => {
    const writer = new Writer()
    for (let i = 0; i < 40; i++)
      for (let k = 0; k < 3; k++)
        writer.stroke(i % 2 ? 'a' : `b${i}`, pen, black, line(20, 20 + 8 * i, 460, 20 + 4 * i + 9 * k))
    const lengths = runs(writer)
    expect(lengths.length).toBeLessThanOrEqual(14)
    expect(lengths.reduce((a, b) => a + b, 0)).toBe(120)
  })
})
