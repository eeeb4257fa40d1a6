/* eslint-disable max-lines -- one short proposal for each look-for, in the order in which they are asked */
import { boundsOf, type Rect } from '../../base'
import { distanceOf, ellipseError, fitEllipse, fitLine, lengthOf, resample, type Point } from '../../geometry'
import type { Kernels } from '../../kernels'
import { PLACED_AS_IS, type Drawing, type Placed } from '../../layers'
import { drawnIn, lookAt, shownTone, type Evidence, type Finding, type LookFor } from '../../lookfor'
import type { Plan } from '../schema'
import { paintedArea, paintedBox, closedArea, type Area } from './areas'
import type { DrawnAct, Manner } from './drawn-acts'

type Settings = LookFor['settings']
interface Candidate {
  readonly title: string
  readonly settings: Settings
}

/** What a step's look-fors are proposed from. */
export interface StepDone {
  readonly evidence: Evidence
  readonly drawnActs: readonly DrawnAct[]
  readonly manner: Manner
  readonly layer: string
  readonly palette: Plan['palette']
  /** Layers of lines with the shape they close off, of this step and those before it. */
  readonly outlines: ReadonlyMap<string, Area>
  readonly isFirst: boolean
}

interface Proposing extends StepDone {
  readonly kernels: Kernels
}

/** Look-fors about the drawing itself, at most; those about layer and tools come besides. */
const MOST_ABOUT_DRAWING = 3
/** Sizes of tools may be so much smaller or larger than the teacher's, factor. */
const SIZE_ROOM = 1.6
/** A stroke is straight up to this deviation, and round up to that, share of its length and of its radius. */
const STRAIGHT = 0.025
const ROUND = 0.08
/** More straight strokes than this are not counted out. */
const MOST_STRAIGHT = 40
/** Its ends are this near one another, share of its length. */
const CLOSED = 0.12
/** So many of the longest are looked at. */
const MOST_FITTED = 24
/** Of the round ones so many are asked for; whether one is round is plain after so many rounds of fitting. */
const MOST_ROUND = 2
const FIT_ROUNDS = 12
/** An oval with such a ratio of its axes is meant as a circle. */
const CIRCLE_RATIO = 0.9
/** Room round a stroke where another hand may lay it, share of its size. */
const ROOM = 0.35
const MOST_SHADES = 8
/** So much of the teacher's range from dark to light must be left when it is softened. */
const RANGE_LEFT = 0.65
const WHAT = 'the shape'

/**
 * Look-fors for a step that the teacher's own drawing meets with margin: what it meets strictly is asked at the
 * standard tolerance, what it meets at the standard one gently, and what it does not meet is not asked.
 */
export function proposeLookFors(kernels: Kernels, done: StepDone): LookFor[] {
  const step = { ...done, kernels }
  const about: Candidate[] = []
  for (const each of aboutDrawing(step)) {
    if (about.length >= MOST_ABOUT_DRAWING) break
    // Each measure once: only round forms are several.
    const { measure } = each.settings
    if (measure === 'round-shape' || about.every(one => one.settings.measure !== measure))
      about.push(...withMargin(step, each))
  }
  const process = aboutProcess(step).flatMap(each => withMargin(step, each))
  const counts = new Map<string, number>()
  return [...about, ...process].map(({ title, settings }) => {
    const number = (counts.get(settings.measure) ?? 0) + 1
    counts.set(settings.measure, number)
    // Marks of an answer name look-fors of the whole plan: no two are called the same.
    return {
      id: `${step.evidence.step}-${settings.measure}${number > 1 ? `-${number}` : ''}`.slice(0, 60),
      title,
      settings,
    }
  })
}

/** Something that could be asked of a step, and what the teacher's own drawing shows of it. */
export interface Offer extends Candidate {
  readonly finding: Finding
}

/** All that could be asked of a step, whatever is mostly done in it; each measure once. */
export function offerLookFors(kernels: Kernels, done: StepDone): Offer[] {
  const step = { ...done, kernels }
  const each = [
    ...aboutDrawing(step),
    ...aboutLines({ ...step, manner: 'line' }),
    ...aboutPlace(step),
    ...aboutColour(step),
    ...aboutShade(step),
    ...aboutTexture(step),
    ...aboutMore(step),
    ...aboutProcess(step),
  ]
  const seen = new Set<string>()
  return each.flatMap(({ title, settings }) => {
    if (seen.has(settings.measure)) return []
    seen.add(settings.measure)
    const [kept] = withMargin(step, { title, settings })
    const asked = kept ?? { title, settings }
    return [{ ...asked, finding: findingOf(step, asked) }]
  })
}

/** What is seldom asked. */
function aboutMore(step: Proposing): Candidate[] {
  const {
    evidence: { drawing },
    layer,
  } = step
  const area = paintedArea(drawing, layer)
  if (!area) return []
  const target = asPlanned(area.border, drawing)
  const room = asPlanned(grown(boundsOf(area.border), 0.2, drawing), drawing)
  return [
    {
      title: 'Like the one that was shown',
      settings: {
        measure: 'likeness',
        layer,
        what: WHAT,
        target: room,
        shape: target,
        isExact: false,
        tolerance,
        ...(isToned(step) && { tone: shownTone({ drawing, kernels: step.kernels }, area.border) }),
      },
    },
    { title: 'An even width', settings: { measure: 'even-width', layer, what: WHAT, target: room, tolerance } },
    {
      title: 'Few, sure strokes',
      settings: { measure: 'confident-strokes', layer, what: WHAT, target: room, tolerance },
    },
    { title: 'From dark to light', settings: { measure: 'value-range', what: WHAT, target, tolerance } },
    { title: 'A smooth gradient', settings: { measure: 'smooth-gradient', what: WHAT, target, tolerance } },
    softened(step, target),
    { title: 'Few, small highlights', settings: { measure: 'sparing-highlights', what: WHAT, target, tolerance } },
  ]
}

/** Whether a step is about light and dark: then those are compared as well. */
function isToned({ manner }: StepDone): boolean {
  return ['shade', 'light', 'rub', 'paint', 'spray'].includes(manner)
}

/** What the teacher's own drawing shows of it. */
function findingOf({ kernels, evidence }: Proposing, asked: Candidate): Finding {
  return lookAt(kernels, evidence, [{ id: asked.settings.measure, ...asked }])[0]!
}

/** With the tolerance that the drawing meets with margin; nothing when there is none. */
function withMargin(step: Proposing, { title, settings }: Candidate): Candidate[] {
  const isMet = (each: Settings) => findingOf(step, { title, settings: each }).verdict === 'met'
  if (!('tolerance' in settings)) return isMet(settings) ? [{ title, settings }] : []
  const asked = (tolerance: 'strict' | 'standard' | 'gentle') => ({ ...settings, tolerance }) as Settings
  if (isMet(asked('strict'))) return [{ title, settings: asked('standard') }]
  return isMet(asked('standard')) ? [{ title, settings: asked('gentle') }] : []
}

function aboutDrawing(step: Proposing): Candidate[] {
  switch (step.manner) {
    case 'sketch':
    case 'line':
    case 'letters':
      return aboutLines(step)
    case 'pour':
    case 'paint':
      return aboutColour(step)
    case 'shade':
    case 'light':
    case 'rub':
      return aboutShade(step)
    case 'spray':
      return aboutTexture(step)
    default:
      return step.isFirst ? aboutPlace(step) : []
  }
}

const tolerance = 'standard' as const

function aboutLines(step: Proposing): Candidate[] {
  const {
    evidence: { drawing },
    layer,
    manner,
  } = step
  const out: Candidate[] = []
  const closed = closedArea(drawing, layer)
  if (closed && manner !== 'sketch') {
    const target = asPlanned(closed.border, drawing)
    out.push({ title: 'Closed outline', settings: { measure: 'closed-outline', layer, what: WHAT, target, tolerance } })
  }
  out.push(...aboutStrokes(step))
  if (step.isFirst) out.push(...aboutPlace(step))
  const area = paintedArea(drawing, layer)
  if (!area || manner === 'sketch') return out
  const target = asPlanned(grown(boundsOf(area.border), 0.1, drawing), drawing)
  out.push({
    title: 'Even on both sides',
    settings: { measure: 'symmetry', layer, what: WHAT, target, wants: 'even', tolerance },
  })
  out.push({ title: 'A steady line', settings: { measure: 'steady-line', layer, what: WHAT, target, tolerance } })
  if (closed)
    out.push({ title: 'Ends that meet', settings: { measure: 'ends-meet', layer, what: WHAT, target, tolerance } })
  return out
}

/** Where it is told by the strokes themselves: circles, ovals and straight lines. */
function aboutStrokes({ evidence, layer }: StepDone): Candidate[] {
  const { drawing } = evidence
  const strokes = drawnIn(evidence, layer, null).map(({ points }) => points)
  const out: Candidate[] = roundStrokes(strokes).map(({ points, form }) => {
    const what = form === 'circle' ? 'the circle' : 'the oval'
    return {
      title: form === 'circle' ? 'A round circle' : 'A clean oval',
      settings: {
        measure: 'round-shape',
        layer,
        what,
        target: asPlanned(grown(boundsOf(points.flatMap(({ x, y }) => [x, y])), ROOM, drawing), drawing),
        form,
        tolerance,
      },
    }
  })
  const isStraight = (points: readonly Point[]) => fitLine(points).greatest <= STRAIGHT * lengthOf(points)
  if (strokes.length > 0 && strokes.length <= MOST_STRAIGHT && strokes.map(evenly).every(isStraight)) {
    const target = asPlanned(grown(boundsOf(strokes.flat().flatMap(({ x, y }) => [x, y])), ROOM, drawing), drawing)
    out.push({
      title: strokes.length > 1 ? 'Straight lines' : 'A straight line',
      settings: {
        measure: 'straight-line',
        layer,
        what: strokes.length > 1 ? 'the lines' : 'the line',
        target,
        count: strokes.length,
        tolerance,
      },
    })
  }
  return out
}

/** A stroke by points at even distances. */
const evenly = (points: readonly Point[]) => resample([...points], 80)

/** The two longest strokes that go round, of the longest that are closed. */
function roundStrokes(
  strokes: readonly (readonly Point[])[],
): { points: readonly Point[]; form: 'circle' | 'ellipse' }[] {
  const closed = strokes
    .map(points => ({ points, length: lengthOf(points) }))
    .filter(({ points, length }) => distanceOf(points[0]!, points[points.length - 1]!) <= CLOSED * length)
    .sort((a, b) => b.length - a.length)
    .slice(0, MOST_FITTED)
    .map(({ points }) => evenly(points))
  const round: { points: readonly Point[]; form: 'circle' | 'ellipse' }[] = []
  for (const points of closed) {
    const ellipse = fitEllipse(points, FIT_ROUNDS)
    if (!ellipse || ellipseError(points, ellipse) > ROUND * Math.sqrt(ellipse.rx * ellipse.ry)) continue
    const ratio = Math.min(ellipse.rx, ellipse.ry) / Math.max(ellipse.rx, ellipse.ry)
    round.push({ points, form: ratio > CIRCLE_RATIO ? 'circle' : 'ellipse' })
    if (round.length === MOST_ROUND) break
  }
  return round
}

function aboutPlace({ evidence: { drawing }, layer }: StepDone): Candidate[] {
  const box = paintedBox(drawing, layer)
  if (!box) return []
  const { y0, y1 } = box
  const height = Math.round((100 * (y1 - y0)) / drawing.sheet.height) / 100
  return height > 0.2 && height <= 1
    ? [
        {
          title: 'Big enough on the sheet',
          settings: { measure: 'placement', layer, what: WHAT, aim: { kind: 'size', height }, tolerance },
        },
      ]
    : []
}

/** The outline in which this step's paint lies. */
function outlineFor({ evidence: { drawing }, layer, outlines }: StepDone): { lines: string; target: number[] } | null {
  const painted = paintedArea(drawing, layer)
  if (!painted) return null
  const box = boundsOf(painted.border)
  const share = ({ border }: Area) => overlap(boundsOf(border), box)
  const best = [...outlines].filter(([lines]) => lines !== layer).sort((a, b) => share(b[1]) - share(a[1]))[0]
  return best && share(best[1]) > 0.3 ? { lines: best[0], target: asPlanned(best[1].border, drawing) } : null
}

function aboutColour(step: Proposing): Candidate[] {
  const {
    evidence: { drawing },
    layer,
    palette,
    drawnActs,
  } = step
  const out: Candidate[] = []
  const outline = outlineFor(step)
  if (outline) {
    out.push({ title: 'Covered', settings: { measure: 'covered', layer, what: WHAT, ...outline, tolerance } })
    out.push({
      title: 'Inside the lines',
      settings: { measure: 'inside-lines', layer, what: WHAT, ...outline, tolerance },
    })
    out.push({
      title: 'No pale fringe',
      settings: { measure: 'no-pale-fringe', layer, what: WHAT, ...outline, tolerance },
    })
  }
  const area = paintedArea(drawing, layer)
  const colours = palette
    .filter(({ colour }) => drawnActs.some(each => each.colour?.every((value, i) => Math.abs(value - colour[i]!) < 8)))
    .map(each => each.colour)
  if (area && colours.length)
    out.push({
      title: 'Colours of the palette',
      settings: {
        measure: 'palette-kept',
        layer,
        what: WHAT,
        target: asPlanned(area.border, drawing),
        colours,
        tolerance,
      },
    })
  return out
}

function aboutShade(step: Proposing): Candidate[] {
  const { evidence, layer, manner } = step
  const { drawing } = evidence
  const out: Candidate[] = []
  const outline = outlineFor(step)
  if (outline)
    out.push({
      title: 'Shadow inside the lines',
      settings: { measure: 'inside-lines', layer, what: WHAT, ...outline, tolerance },
    })
  const area = paintedArea(drawing, layer)
  const target = outline?.target ?? (area && asPlanned(area.border, drawing))
  if (!target) return out
  if (drawing.light)
    out.push({ title: 'Light from the pin', settings: { measure: 'light-from-pin', what: WHAT, target, tolerance } })
  if (manner === 'rub') out.push(softened(step, target))
  const shades = shadesIn(step, target)
  if (shades >= 2)
    out.push({
      title: `At least ${shades} shades`,
      settings: { measure: 'enough-shades', what: WHAT, target, shades, tolerance },
    })
  out.push({ title: 'No pure black or white', settings: { measure: 'no-pure-ends', what: WHAT, target, tolerance } })
  return out
}

/** Softened, and as much of the range from dark to light left as the teacher's own leaves, but for some room. */
function softened(step: Proposing, target: number[]): Candidate {
  const settings = { measure: 'seams-blended' as const, what: WHAT, target, tolerance }
  // More than there can be is asked: then the range itself is what is found.
  const found = findingOf(step, { title: 'range', settings: { ...settings, range: 100 } }).figure?.value ?? 0
  const range = Math.round(RANGE_LEFT * found)
  return { title: 'Seams are gone', settings: { ...settings, ...(range > 0 && { range }) } }
}

/** How many shades the teacher's own has: one less is asked, so that there is margin. */
function shadesIn(step: Proposing, target: readonly number[]): number {
  const settings: Settings = {
    measure: 'enough-shades',
    what: WHAT,
    target: [...target],
    shades: MOST_SHADES,
    tolerance: 'standard',
  }
  const shades = Math.min(findingOf(step, { title: 'shades', settings }).figure?.value ?? 0, MOST_SHADES)
  return shades > 2 ? shades - 1 : shades === 2 ? 2 : 0
}

function aboutTexture({ evidence: { drawing }, layer }: StepDone): Candidate[] {
  const area = paintedArea(drawing, layer)
  if (!area) return []
  const target = asPlanned(area.border, drawing)
  return [true, false].map(holes => ({
    title: holes ? 'Lively, with holes' : 'Lively',
    settings: { measure: 'texture', what: WHAT, target, layer, wants: 'lively', holes, tolerance },
  }))
}

function aboutProcess({ evidence: { drawing }, drawnActs, layer }: StepDone): Candidate[] {
  const named = drawing.layers.find(each => each.id === layer)
  if (!named) return []
  const out: Candidate[] = [
    { title: `On the layer “${named.name}”`.slice(0, 80), settings: { measure: 'right-layer', layer, tolerance } },
  ]
  const tools = askedTools(drawnActs)
  if (tools.length)
    out.push({ title: 'With the tools laid out', settings: { measure: 'tools-used', tools, tolerance } })
  if (named.mode || named.clip || named.mask || named.opacity < 100) {
    const { name, mode, clip, mask, opacity } = named
    const room = { opacityFrom: Math.max(opacity - 20, 0), opacityTo: Math.min(opacity + 20, 100) }
    out.push({
      title: 'The layer is set up',
      settings: {
        measure: 'layer-set-up',
        layers: [
          {
            name,
            ...(mode && { mode }),
            ...(clip && { clip }),
            ...(mask && { mask: true }),
            ...(opacity < 100 && room),
          },
        ],
      },
    })
  }
  return out
}

function askedTools(drawnActs: readonly DrawnAct[]): Extract<Settings, { measure: 'tools-used' }>['tools'] {
  const sizes = new Map<string, number[]>()
  let pours = false
  for (const {
    tool,
    standing: { act },
  } of drawnActs) {
    if (act.kind === 'pour') pours = true
    if (!tool || tool.effect === 'erase') continue
    sizes.set(tool.tool, [...(sizes.get(tool.tool) ?? []), tool.size])
  }
  const tools = [...sizes].map(([tool, each]) => ({
    tool: tool as NonNullable<DrawnAct['tool']>['tool'],
    sizeFrom: Math.max(1, Math.floor(Math.min(...each) / SIZE_ROOM)),
    sizeTo: Math.min(600, Math.ceil(Math.max(...each) * SIZE_ROOM)),
  }))
  return [...tools, ...(pours ? [{ tool: 'pour' as const, sizeFrom: 1, sizeTo: 1 }] : [])]
}

// --- places

/** Places of the drawing's sheet as those of the plan's, from which it may have been cut or scaled. */
function asPlanned(
  border: readonly number[],
  { placed = PLACED_AS_IS }: { readonly placed?: Placed | undefined },
): number[] {
  return border.map((value, i) =>
    Math.round(i % 2 ? (value - placed.y) / placed.scaleY : (value - placed.x) / placed.scaleX),
  )
}

/** A box with room all round, as a border; not beyond the sheet by more than that. */
function grown({ x0, y0, x1, y1 }: Rect, share: number, { sheet }: Drawing): number[] {
  const room = Math.max(share * Math.max(x1 - x0, y1 - y0), 0.02 * Math.max(sheet.width, sheet.height))
  return [x0 - room, y0 - room, x1 + room, y0 - room, x1 + room, y1 + room, x0 - room, y1 + room]
}

/** Share of the smaller box that both have. */
function overlap(a: Rect, b: Rect): number {
  const common =
    Math.max(Math.min(a.x1, b.x1) - Math.max(a.x0, b.x0), 0) * Math.max(Math.min(a.y1, b.y1) - Math.max(a.y0, b.y0), 0)
  const least = Math.min((a.x1 - a.x0) * (a.y1 - a.y0), (b.x1 - b.x0) * (b.y1 - b.y0))
  return least > 0 ? common / least : 0
}
