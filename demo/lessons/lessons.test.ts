import { beforeAll, describe, expect, it } from 'vitest'
import { TOOLS } from '#core/brush'
import { contentHash, replay, standingActs, type Act } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { lookAt } from '#core/lookfor'
import { partsOf, planSchema, type Plan } from '#core/plan'
import { attemptsFor, drawAttempt, drawLesson, lessonPlan, LESSONS } from './index'

const kernels = loadKernels()
const plans: Plan[] = []
beforeAll(() => {
  for (const lesson of LESSONS) plans.push(lessonPlan(kernels, lesson))
}, 120_000)

describe.each(LESSONS.map((lesson, i) => [lesson.title, i] as const))('%s', (_title, i) => {
  it('is cut by the program into the steps in which it was drawn', () => {
    const lesson = LESSONS[i]!
    expect(plans[i]!.steps.map(each => each.layer.id)).toEqual(lesson.parts.map(part => (part.layer === 'mist' ? 'dark' : part.layer)))
    expect(planSchema.safeParse(plans[i]).error?.issues ?? []).toEqual([])
    expect(new Set(plans[i]!.steps.map(each => each.title)).size).toBe(lesson.parts.length)
  })

  it('shows what the teacher drew, step by step', () => {
    const { demonstration } = plans[i]!
    expect(contentHash(replay(kernels, demonstration).drawing)).toBe(contentHash(drawLesson(kernels, LESSONS[i]!).engine.drawing))
    for (const { entries } of partsOf(plans[i]!)) expect(entries.some(each => each.type === 'act')).toBe(true)
  })

  it('asks nothing that the teacher’s own drawing does not show', () => {
    const parts = partsOf(plans[i]!)
    plans[i]!.steps.forEach((step, at) => {
      const entries = parts.slice(0, at + 1).flatMap(each => [{ type: 'step' as const, at: 0, step: each.step }, ...each.entries])
      const { drawing } = replay(kernels, { ...plans[i]!.demonstration, entries })
      const found = lookAt({ drawing, acts: standingActs(entries), step: step.id }, step.lookFors)
      expect(found.filter(each => each.verdict !== 'met').map(each => `${step.title}: ${each.sentence}`)).toEqual([])
    })
  })

  it('can be attempted: a dozen hands, whatever goes wrong', () => {
    const attempts = attemptsFor(LESSONS[i]!, 900 + i)
    expect(attempts).toHaveLength(12)
    expect(attempts.some(each => each.faults.length === 0)).toBe(true)
    expect(attempts.some(each => each.faults.length > 1)).toBe(true)
    for (const attempt of attempts.slice(0, 3)) {
      const drawer = drawAttempt(kernels, LESSONS[i]!, plans[i]!, attempt)
      expect(drawer.entries.filter(each => each.type === 'step')).toHaveLength(Math.min(attempt.steps, plans[i]!.steps.length))
    }
  })
})

describe('the lessons together', () => {
  it('use every family of tools, and the ways of layers and of shading', () => {
    const acts = plans.flatMap(plan => standingActs(plan.demonstration.entries).map(each => each.act))
    const tools = new Set(acts.flatMap(act => (act.kind === 'stroke' && act.version === 2 ? [act.tool.tool] : [])))
    const effects = new Set([...tools].map(tool => TOOLS[tool].effect))
    expect([...effects].sort()).toEqual(['erase', 'glaze', 'glow', 'paint', 'smudge', 'soften'])
    expect([...tools].sort()).toEqual(Object.keys(TOOLS).sort())
    const kinds = new Set<Act['kind']>(acts.map(act => act.kind))
    const wanted: Act['kind'][] = ['pour', 'gradient', 'shape', 'mirror-half', 'select', 'move', 'adjust', 'haze', 'cast-shadow', 'light-pin', 'mask-add', 'stack-set', 'layer-look', 'stack-group', 'lettering', 'recolour', 'bend']
    expect([...kinds]).toEqual(expect.arrayContaining(wanted))
    // Ways of staying inside: by what is there, by the layer below, by a mask, a selection, a fence.
    const sets = acts.flatMap(act => (act.kind === 'stack-set' ? [act.set] : []))
    expect([sets.some(set => set.inside), sets.some(set => set.clip), sets.some(set => set.mode === 'multiply')]).toEqual([true, true, true])
    expect([acts.some(act => act.kind === 'stroke' && act.version === 2 && act.fence), acts.some(act => act.kind === 'select' && act.area.kind === 'paint')]).toEqual([true, true])
    expect([...new Set(acts.flatMap(act => (act.kind === 'adjust' ? [act.how.kind] : [])))].sort()).toEqual(['blur', 'colour', 'light', 'lines'])
  })
})
