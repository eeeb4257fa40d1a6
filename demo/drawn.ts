import type { DrawingRecord, Entry } from '#core/drawing'
import type { Kernels } from '#core/kernels'
import { showDrawing } from '#core/layers'
import { bytesOfEdges, edgesOf, panelSheet, panelsOf, seamsOfAll, type Edges, type PanelSeamsFound } from '#core/mural'
import type { Plan } from '#core/plan'
import { LIVE_PANEL_SIDE } from '#shared/limits'
import { examine, type Examination } from '../server/jobs/examine'
import { livePictureOf, pictureOf } from '../server/jobs/picture'
import { BEGINNERS_HAND, STEADY_HAND } from './hand'
import { drawKettle, kettlePlan } from './kettle'
import { attemptsFor, drawAttempt, lessonPlan, LESSONS } from './lessons'
import { drawPanelOf, HARBOUR_GRID, harbourMural, PANELS } from './mural'
import { CLASSES } from './people'

/** What the demo has drawn: made once through the real engine, kept in `demo/kept`, stored from there. */

/** What the examiner found in a hand-in. */
export interface Examined extends Pick<Examination, 'hash' | 'findings' | 'measures'> {
  /** PNG. */
  readonly picture: Uint8Array
}

/** A plan, or a drawing of one. What it has not is left out. */
export interface Drawn {
  readonly plan?: Plan
  readonly entries?: readonly Entry[]
  readonly examined?: Examined
  /** WebP, as the Round or a neighbouring panel shows it. */
  readonly live?: Uint8Array
  /** Of a panel: the colours along its edges, and how they meet its neighbours'. */
  readonly edges?: Uint8Array
  readonly seams?: PanelSeamsFound
  /** PNG of the plan. */
  readonly picture?: Uint8Array
}

/** Of the harbour class's lessons so many were handed in by so many. */
const HANDED_LESSONS = 2
const HANDED_LEARNERS = 4

/** Names of what is kept. */
export const kettleName = (learner: string): string => `kettle/${learner.toLowerCase().replaceAll(' ', '-')}`
export const lessonName = (place: number, attempt: number): string =>
  `lesson-${place + 1}/attempt-${String(attempt + 1).padStart(2, '0')}`
export const planName = (folder: string): string => `${folder}/plan`
export const panelName = (place: number): string => `mural/panel-${place + 1}`

/** Something to draw: its name, and how. */
export interface ToDraw {
  readonly name: string
  readonly draw: (kernels: Kernels) => Promise<Drawn>
}

/** All that the demo shows, each drawn when it is asked for. */
export function drawingsOfDemo(): ToDraw[] {
  return [...kettles(), ...LESSONS.flatMap((_, place) => attemptsAt(place)), ...panels()]
}

async function examined(record: DrawingRecord, steps: Plan['steps']): Promise<Examined> {
  const { hash, findings, measures, pixels, width, height } = examine(record, steps)
  return { hash, findings, measures, picture: await pictureOf(pixels, width, height) }
}

async function drawnPlan(plan: Plan): Promise<Drawn> {
  const { pixels, width, height } = examine(plan.demonstration, [])
  return { plan, picture: await pictureOf(pixels, width, height) }
}

function kettles(): ToDraw[] {
  const plan = once(kettlePlan)
  const learners = CLASSES.flatMap(each => each.learners).flatMap(({ attempt, ...learner }) =>
    attempt ? [{ attempt, ...learner }] : [],
  )
  return [
    { name: planName('kettle'), draw: async kernels => drawnPlan(plan(kernels)) },
    ...learners.map(({ name, attempt, steady, handIn }): ToDraw => ({
      name: kettleName(name),
      async draw(kernels) {
        const { sheet, steps } = plan(kernels)
        const { engine } = drawKettle(kernels, { hand: steady ? STEADY_HAND : BEGINNERS_HAND, ...attempt })
        const { entries } = engine
        const live = await livePictureOf(showDrawing(kernels, engine.drawing), sheet.width, sheet.height)
        return { entries, live, ...(handIn && { examined: await examined({ version: 1, sheet, entries }, steps) }) }
      },
    })),
  ]
}

function attemptsAt(place: number): ToDraw[] {
  const lesson = LESSONS[place]!
  const plan = once(kernels => lessonPlan(kernels, lesson))
  return [
    { name: planName(`lesson-${place + 1}`), draw: async kernels => drawnPlan(plan(kernels)) },
    ...attemptsFor(lesson, 900 + place).map((attempt, i): ToDraw => ({
      name: lessonName(place, i),
      async draw(kernels) {
        const drafted = plan(kernels)
        const { sheet, steps } = drafted
        const { entries } = drawAttempt(kernels, lesson, drafted, attempt)
        // Some of the first lessons were handed in.
        return {
          entries,
          ...(place < HANDED_LESSONS &&
            i < HANDED_LEARNERS && { examined: await examined({ version: 1, sheet, entries }, steps) }),
        }
      },
    })),
  ]
}

function panels(): ToDraw[] {
  const sheet = panelSheet(HARBOUR_GRID)
  const mural = once(() => harbourMural())
  const painted = new Map<number, Promise<{ entries: readonly Entry[]; pixels: Uint8Array; edges: Edges }>>()
  const paint = (kernels: Kernels, place: number) => {
    if (!painted.has(place)) {
      painted.set(
        place,
        mural(kernels).then(laidOut => {
          const { engine, entries } = drawPanelOf(
            kernels,
            laidOut,
            place,
            PANELS.find(each => each.place === place)!.attempt!,
          )
          const pixels = showDrawing(kernels, engine.drawing)
          return { pixels, entries, edges: edgesOf(pixels, sheet.width, sheet.own) }
        }),
      )
    }
    return painted.get(place)!
  }
  const drawn = PANELS.filter(each => each.attempt !== null).map(each => each.place)
  return drawn.map(place => ({
    name: panelName(place),
    async draw(kernels) {
      const { entries, pixels, edges } = await paint(kernels, place)
      const all = await Promise.all(
        panelsOf(HARBOUR_GRID).map(async (_, at) => (drawn.includes(at) ? (await paint(kernels, at)).edges : null)),
      )
      return {
        entries,
        live: await livePictureOf(pixels, sheet.width, sheet.height, LIVE_PANEL_SIDE),
        edges: bytesOfEdges(edges),
        seams: seamsOfAll(HARBOUR_GRID, all)[place]!,
      }
    },
  }))
}

/** The same for everyone who asks. */
function once<T>(make: (kernels: Kernels) => T): (kernels: Kernels) => T {
  let made: T | undefined
  return kernels => (made ??= make(kernels))
}
