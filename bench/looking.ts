import { SAMPLE_FIELDS } from '#core/brush'
import { applyAct, blankDrawing, standingActs, type Act, type StandingAct } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import type { Drawing } from '#core/layers'
import { lookAt, type LookFor } from '#core/lookfor'
import { draftPlan } from '#core/plan'
import { drawKettle, kettlePlan } from '#demo/kettle'
import { STEADY_HAND } from '#demo/hand'
import { startProposer } from './proposer'
import { percentile, type Row } from './measure'

const SIDE = 2500
const RUNS = 5
/** The kettle's sheet is 1600 px wide. */
const BY = SIDE / 1600

function scaledAct(act: Act, by: number, dy: number): Act {
  if (act.kind === 'pour' && act.version === 1)
    return { ...act, x: Math.round(act.x * by), y: Math.round(act.y * by + dy) }
  if (act.kind !== 'stroke' || act.version !== 2) return act
  const samples = act.samples.map((value, i) =>
    i % SAMPLE_FIELDS === 0
      ? Math.round(value * by)
      : i % SAMPLE_FIELDS === 1
        ? Math.round(value * by + 16 * dy)
        : value,
  )
  return { ...act, samples, tool: { ...act.tool, size: Math.min(Math.round(act.tool.size * by), 600) } }
}

/** A kettle on 2500 × 2500 with eight layers, and its acts. */
function bigKettle(): { drawing: Drawing; acts: StandingAct[] } {
  const kernels = loadKernels()
  const sheet = { width: SIDE, height: SIDE, paper: [251, 250, 246] as [number, number, number] }
  kernels.openMask(SIDE, SIDE)
  const drawn = standingActs(drawKettle(kernels, { seed: 1, steps: 4, hand: STEADY_HAND }).entries).map(each => ({
    ...each,
    act: scaledAct(each.act, BY, 300),
  }))
  // Four more, lightly painted, as a finished sheet has them.
  const more = Array.from({ length: 4 }, (_, i): StandingAct[] => [
    { act: { kind: 'layer-add', layer: `more-${i}`, name: `More ${i}`, place: 9 }, step: null, at: 0, prepared: true },
    ...drawn
      .filter(each => each.step === 'shade' && each.act.kind === 'stroke')
      .slice(0, 4)
      .map(each => ({ ...each, step: null, act: { ...each.act, layer: `more-${i}` } as Act })),
  ]).flat()
  kernels.openMask(SIDE, SIDE)
  const acts = [...drawn, ...more]
  return { drawing: acts.reduce((now, { act }) => applyAct(kernels, now, act), blankDrawing(sheet)), acts }
}

/** Look-fors of a step on a big sheet: each alone, and all of a usual step together. */
export function looking(): Row[] {
  const { drawing, acts } = bigKettle()
  const kernels = loadKernels()
  const plan = kettlePlan(kernels)
  const pot = (plan.steps[1]!.lookFors[0]!.settings as { target: number[] }).target.map((value, i) =>
    Math.round(value * BY + (i % 2 ? 300 : 0)),
  )
  const common = { what: 'the pot', target: pot, tolerance: 'standard' as const }
  const asked: LookFor['settings'][] = [
    { measure: 'closed-outline', layer: 'lines', ...common },
    { measure: 'covered', layer: 'colour', lines: 'lines', ...common },
    { measure: 'inside-lines', layer: 'colour', lines: 'lines', ...common },
    { measure: 'no-pale-fringe', layer: 'colour', lines: 'lines', ...common },
    { measure: 'even-width', layer: 'lines', ...common },
    { measure: 'steady-line', layer: 'lines', ...common },
    { measure: 'symmetry', layer: 'lines', ...common, wants: 'even' },
    { measure: 'palette-kept', ...common, colours: plan.palette.map(each => each.colour) },
    { measure: 'enough-shades', ...common, shades: 4 },
    { measure: 'value-range', ...common },
    { measure: 'light-from-pin', ...common, light: { x: 300, y: 300, height: 40 } },
    { measure: 'smooth-gradient', ...common },
    { measure: 'seams-blended', ...common },
    { measure: 'sparing-highlights', ...common },
    {
      measure: 'depth',
      near: { layer: 'lines', what: 'the pot' },
      far: { layer: 'shade', what: 'the shade' },
      tolerance: 'standard',
    },
    { measure: 'right-layer', layer: 'lines', tolerance: 'standard' },
    { measure: 'tools-used', tools: [{ tool: 'ink-pen', sizeFrom: 6, sizeTo: 30 }], tolerance: 'standard' },
  ]
  const named = asked.map((settings, i): LookFor => ({ id: `l${i}`, title: settings.measure, settings }))
  // What is remembered of a drawing is remembered of that one: each time it is another.
  const time = (lookFors: LookFor[]) =>
    percentile(
      Array.from({ length: RUNS }, () => {
        const fresh = { ...drawing, layers: drawing.layers.map(each => ({ ...each })) }
        const began = performance.now()
        const found = lookAt(kernels, { drawing: fresh, acts, step: 'outline' }, lookFors)
        if (found.length !== lookFors.length) throw new Error('a look-for gave nothing')
        return performance.now() - began
      }),
      0.5,
    )
  const steps = {
    outline: ['closed-outline', 'even-width', 'steady-line', 'right-layer', 'tools-used'],
    colour: ['covered', 'inside-lines', 'no-pale-fringe', 'palette-kept', 'right-layer'],
    shade: ['inside-lines', 'enough-shades', 'value-range', 'light-from-pin', 'seams-blended'],
  }
  const group = `look-fors on ${SIDE} × ${SIDE}, 8 layers (aim: a step under 500 ms)`
  return [
    ...Object.entries(steps).map(([step, measures]) => ({
      group,
      name: `the ${step} step: ${measures.length} look-fors`,
      median: time(named.filter(each => measures.includes(each.settings.measure))),
      runs: RUNS,
    })),
    ...named.map(each => ({ group, name: each.settings.measure, median: time([each]), runs: RUNS })),
  ]
}

/** Drafting a plan from a long record. */
export async function drafting(): Promise<Row[]> {
  const proposer = startProposer()
  await proposer.isReady
  const kernels = loadKernels()
  const plan0 = kettlePlan(kernels)
  const { entries, engine } = drawKettle(kernels, { seed: 1, steps: 4, hand: STEADY_HAND })
  const acts = 3000
  // The same strokes again and again, step by step, as someone does who draws every leaf.
  const long = entries.flatMap(entry => {
    if (entry.type !== 'act' || entry.act.kind !== 'stroke') return [entry]
    const act = entry.act
    return Array.from({ length: Math.ceil(acts / 28) }, (_, i) => ({
      ...entry,
      at: entry.at + i,
      act: {
        ...act,
        seed: i,
        samples: act.samples
          .slice(0, SAMPLE_FIELDS * 40)
          .map((value, k) => (k % SAMPLE_FIELDS < 2 ? value + 16 * (i % 9) : value)),
      },
    }))
  })
  const record = { version: 1 as const, sheet: plan0.sheet, entries: long }
  const oneThread = performance.now()
  const plan = draftPlan(kernels, record, { title: 'Long' })
  const alone1 = performance.now() - oneThread
  const began = performance.now()
  const proposed: Promise<LookFor[]>[] = []
  const two = draftPlan(kernels, record, {
    title: 'Long',
    isOnlyLooked: true,
    onStep: done => void proposed.push(proposer.propose(done)),
  })
  const lookFors = await Promise.all(proposed)
  const all = performance.now() - began
  if (
    JSON.stringify(lookFors) !== JSON.stringify(plan.steps.map(each => each.lookFors)) ||
    two.steps.length !== plan.steps.length
  )
    throw new Error('two threads propose something else than one')
  const replayBegan = performance.now()
  kernels.openMask(engine.sheet.width, engine.sheet.height)
  standingActs(long).reduce((now, { act }) => applyAct(kernels, now, act), blankDrawing(engine.sheet))
  const alone = performance.now() - replayBegan
  const count = standingActs(long).length
  await proposer.stop()
  return [
    {
      group: 'drafting a plan (aim: 3 000 acts under 3 s)',
      name: `${count} acts into ${plan.steps.length} steps, as the app does it`,
      median: all,
      runs: 1,
    },
    { group: 'drafting a plan (aim: 3 000 acts under 3 s)', name: 'the same in one thread', median: alone1, runs: 1 },
    {
      group: 'drafting a plan (aim: 3 000 acts under 3 s)',
      name: 'of that, drawing them again',
      median: alone,
      runs: 1,
    },
  ]
}
