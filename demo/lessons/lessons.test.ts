import { beforeAll, describe, expect, it } from 'vitest'
import { TOOLS } from '#core/brush'
import { Engine, standingActs, type Act } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { lookAt } from '#core/lookfor'
import { partsOf, planSchema, type Plan } from '#core/plan'
import { lessonName, planName } from '../drawn'
import { KEPT, keptDrawn } from '../kept'
import { attemptsFor, LESSONS } from './index'

const kernels = loadKernels()
const plans: Plan[] = []
beforeAll(async () => {
  for (const place of LESSONS.keys()) plans.push((await keptDrawn(KEPT, planName(`lesson-${place + 1}`))).plan!)
})

describe.each(LESSONS.map((lesson, i) => [lesson.title, i] as const))('%s', (_title, i) => {
  it('is cut by the program into the steps in which it was drawn', () => {
    const lesson = LESSONS[i]!
    expect(plans[i]!.steps.map(each => each.layer.id)).toEqual(
      lesson.parts.map(part => (part.layer === 'mist' ? 'dark' : part.layer)),
    )
    expect(planSchema.safeParse(plans[i]).error?.issues ?? []).toEqual([])
    expect(new Set(plans[i]!.steps.map(each => each.title)).size).toBe(lesson.parts.length)
  })

  it('shows something in every step', () => {
    for (const { entries } of partsOf(plans[i]!)) expect(entries.some(each => each.type === 'act')).toBe(true)
  })

  it('asks nothing that the teacher’s own drawing does not show', () => {
    const parts = partsOf(plans[i]!)
    const engine = new Engine(kernels, plans[i]!.demonstration.sheet)
    plans[i]!.steps.forEach((step, at) => {
      for (const entry of [{ type: 'step' as const, at: 0, step: step.id }, ...parts[at]!.entries]) engine.add(entry)
      const found = lookAt(
        kernels,
        { drawing: engine.drawing, acts: standingActs(engine.entries), step: step.id },
        step.lookFors,
      )
      expect(found.filter(each => each.verdict !== 'met').map(each => `${step.title}: ${each.sentence}`)).toEqual([])
    })
  })

  it('can be attempted: a dozen hands, whatever goes wrong', async () => {
    const attempts = attemptsFor(LESSONS[i]!, 900 + i)
    expect(attempts).toHaveLength(12)
    expect(attempts.some(each => each.faults.length === 0)).toBe(true)
    expect(attempts.some(each => each.faults.length > 1)).toBe(true)
    for (const [at, attempt] of attempts.entries()) {
      const { entries } = await keptDrawn(KEPT, lessonName(i, at))
      expect(entries!.filter(each => each.type === 'step')).toHaveLength(
        Math.min(attempt.steps, plans[i]!.steps.length),
      )
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
    const wanted: Act['kind'][] = [
      'pour',
      'gradient',
      'shape',
      'mirror-half',
      'select',
      'move',
      'adjust',
      'haze',
      'cast-shadow',
      'light-pin',
      'mask-add',
      'stack-set',
      'layer-look',
      'stack-group',
      'lettering',
      'recolour',
      'bend',
    ]
    expect([...kinds]).toEqual(expect.arrayContaining(wanted))
    // Ways of staying inside: by what is there, by the layer below, by a mask, a selection, a fence.
    const sets = acts.flatMap(act => (act.kind === 'stack-set' ? [act.set] : []))
    expect([
      sets.some(set => set.inside),
      sets.some(set => set.clip),
      sets.some(set => set.mode === 'multiply'),
    ]).toEqual([true, true, true])
    expect([
      acts.some(act => act.kind === 'stroke' && act.version === 2 && act.fence),
      acts.some(act => act.kind === 'select' && act.area.kind === 'paint'),
    ]).toEqual([true, true])
    expect([...new Set(acts.flatMap(act => (act.kind === 'adjust' ? [act.how.kind] : [])))].sort()).toEqual([
      'blur',
      'colour',
      'light',
      'lines',
    ])
  })
})
