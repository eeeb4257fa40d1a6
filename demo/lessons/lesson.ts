import { CoreError, seededRandom, type Random } from '#core/base'
import { toolSettings, type ToolName, type ToolSettings } from '#core/brush'
import type { Act, DrawingRecord } from '#core/drawing'
import type { Kernels } from '#core/kernels'
import { draftPlan, type Plan } from '#core/plan'
import { Drawer } from '../drawer'
import { BEGINNERS_HAND, drawBy, STEADY_HAND, type Hand, type Point } from '../hand'

/** What can go wrong in an attempt at a lesson. */
export const FAULTS = ['gap', 'wrong-layer', 'wrong-tool', 'off-palette', 'spill', 'flat', 'wrong-light'] as const
export type Fault = (typeof FAULTS)[number]

type Colour = readonly [number, number, number]

/** A step of a lesson: what is laid out before it, and how it is drawn. */
export interface Part {
  readonly lay: readonly Act[]
  readonly layer: string
  readonly draw: (hand: Hands) => void
}

export interface Lesson {
  readonly title: string
  readonly sheet: DrawingRecord['sheet']
  readonly parts: readonly Part[]
  /** What the teacher makes of the draft. */
  readonly edit: (plan: Plan) => Plan
}

/** Someone who draws a part: the same drawing, a little different each time, with what goes wrong. */
export class Hands {
  constructor(
    readonly drawer: Drawer,
    private readonly part: Part,
    private readonly before: string,
    readonly random: Random,
    private readonly faults: ReadonlySet<Fault>,
    private readonly shift: Point,
    private readonly hand: Hand,
  ) {}

  has(fault: Fault): boolean {
    return this.faults.has(fault)
  }

  get layer(): string {
    return this.has('wrong-layer') ? this.before : this.part.layer
  }

  /** A place of the sheet as this hand has it. */
  at([x, y]: Point): Point {
    return [x + this.shift[0], y + this.shift[1]]
  }

  line(tool: ToolName | ToolSettings, colour: Colour, points: readonly Point[], hand: Partial<Hand> = {}): void {
    const settings = typeof tool === 'string' ? toolSettings(tool) : tool
    const used =
      this.has('wrong-tool') && settings.effect === 'paint' ? toolSettings('marker', { size: settings.size }) : settings
    const own = this.has('off-palette') ? ([255 - colour[1], colour[0], 120] as const) : colour
    this.drawer.stroke(
      this.layer,
      used,
      own,
      points.map(point => this.at(point)),
      hand,
    )
  }

  /** A stroke that keeps inside the area in which it begins, closed by the lines of a layer. */
  fenced(tool: ToolSettings, colour: Colour, points: readonly Point[], lines: string): void {
    const { samples } = drawBy(
      this.hand,
      points.map(point => this.at(point)),
      this.random.int(1, 1_000_000),
    )
    this.act({
      kind: 'stroke',
      version: 2,
      layer: this.layer,
      tool,
      colour: [...colour],
      seed: this.random.int(1, 1_000_000),
      samples,
      fence: { tolerance: 40, borders: [lines], gap: 8, grow: 2 },
    })
  }

  /** Pushes, swells or pinches along a way. */
  bend(how: 'push' | 'swell' | 'pinch', size: number, strength: number, points: readonly Point[]): void {
    const { samples } = drawBy(
      this.hand,
      points.map(point => this.at(point)),
      this.random.int(1, 1_000_000),
    )
    this.act({ kind: 'bend', version: 1, layer: this.layer, how, size, strength, samples })
  }

  pour(colour: Colour, x: number, y: number): void {
    const [px, py] = this.at([x, y])
    this.drawer.pour(this.layer, this.has('off-palette') ? [255 - colour[1], colour[0], 120] : colour, px, py)
  }

  /** What can't be done is refused, as at the Easel, and nothing comes of it. */
  act(act: Act): void {
    this.drawer.wait(1500)
    try {
      this.drawer.act(act)
    } catch (error) {
      if (!(error instanceof CoreError)) throw error
    }
  }
}

function handsFor(
  drawer: Drawer,
  lesson: Lesson,
  i: number,
  random: Random,
  faults: ReadonlySet<Fault>,
  shift: Point,
  hand: Hand,
): Hands {
  return new Hands(drawer, lesson.parts[i]!, lesson.parts[Math.max(i - 1, 0)]!.layer, random, faults, shift, hand)
}

/** The lesson as the teacher draws it: everything laid out by hand. */
export function drawLesson(kernels: Kernels, lesson: Lesson): Drawer {
  const drawer = new Drawer(kernels, lesson.sheet, STEADY_HAND, 17)
  const random = seededRandom(17)
  lesson.parts.forEach((part, i) => {
    drawer.wait(6000)
    for (const act of part.lay) {
      drawer.wait(900)
      drawer.act(act)
    }
    part.draw(handsFor(drawer, lesson, i, random, new Set(), [0, 0], STEADY_HAND))
  })
  return drawer
}

/** The plan that is drafted from it, as the teacher has edited it. */
export function lessonPlan(kernels: Kernels, lesson: Lesson): Plan {
  const { entries } = drawLesson(kernels, lesson)
  return lesson.edit(draftPlan(kernels, { version: 1, sheet: lesson.sheet, entries }, { title: lesson.title }))
}

export interface LessonAttempt {
  readonly seed: number
  /** Steps begun. */
  readonly steps: number
  readonly isSteady: boolean
  readonly faults: readonly Fault[]
}

/** A learner's attempt at a plan: each step opened, then drawn as the lesson goes. */
export function drawAttempt(
  kernels: Kernels,
  lesson: Lesson,
  plan: Plan,
  { seed, steps, isSteady, faults }: LessonAttempt,
): Drawer {
  const hand = isSteady ? STEADY_HAND : BEGINNERS_HAND
  const drawer = new Drawer(kernels, lesson.sheet, hand, seed)
  const random = seededRandom(seed)
  const shift: Point = [random.between(-14, 14), random.between(-10, 10)]
  for (let i = 0; i < Math.min(steps, plan.steps.length, lesson.parts.length); i++) {
    drawer.open(plan.steps[i]!)
    // A fault shows in about every second step.
    const here = new Set(faults.filter(() => random.unit() < 0.55))
    lesson.parts[i]!.draw(
      handsFor(
        drawer,
        lesson,
        i,
        random,
        i === 0 ? new Set([...here].filter(each => each !== 'wrong-layer')) : here,
        shift,
        hand,
      ),
    )
  }
  return drawer
}

/** Mixed attempts, a dozen: from calm hands to several faults, some not finished. */
export function attemptsFor(lesson: Lesson, seed: number): LessonAttempt[] {
  const random = seededRandom(seed)
  return Array.from({ length: 12 }, (_, i) => ({
    seed: seed + 31 * i,
    isSteady: i % 3 === 0,
    steps: i % 4 === 3 ? random.int(1, lesson.parts.length - 1) : lesson.parts.length,
    faults:
      i === 0
        ? []
        : i === 7
          ? ['flat', 'wrong-layer']
          : FAULTS.filter(() => random.unit() < (i % 3 === 0 ? 0.08 : 0.26)),
  }))
}

export const added = (layer: string, name: string, place: number): Act => ({ kind: 'layer-add', layer, name, place })
export const looked = (layer: string, opacity: number, visible = true): Act => ({
  kind: 'layer-look',
  layer,
  opacity,
  visible,
})
/** Sixteenths of a px. */
export const fine = (points: readonly Point[]): number[] =>
  points.flatMap(([x, y]) => [Math.round(16 * x), Math.round(16 * y)])

/** Puts the teacher's words on the steps of a draft, in their order. */
export function worded(
  plan: Plan,
  about: Pick<Plan, 'goal' | 'level' | 'minutes' | 'topics' | 'warmUps'>,
  words: readonly (readonly [title: string, words: string, tip?: string])[],
): Plan {
  return {
    ...plan,
    ...about,
    steps: plan.steps.map((step, i) => {
      const [title, text, tip] = words[i] ?? [step.title, step.words[0]!]
      return { ...step, title, words: [text], ...(tip !== undefined && { tip }) }
    }),
  }
}
