import { computed, shallowRef, watch, shallowReadonly } from 'vue'
import { radiusAt } from '#core/brush'
import type { DrawingRecord } from '#core/drawing'
import { ghostRecord } from '#core/plan'
import type { ShownMark } from '../../components/sheet/SheetMarks.vue'
import { STRAIGHT, viewOfPlaced, type WindowView } from '../../sheet/view'
import { injectable } from '../common/injectable'
import { useNotices } from '../common/useNotices'
import type { Drawing } from './useDrawing'
import type { AtHand } from './useInHand'
import type { Lesson } from './useLesson'

/** What the window that shows a sheet can do. */
interface SheetInWindow {
  readonly view: WindowView
  fit(): void
  zoom(scale: number): void
  mirror(): void
  turnTo(turn: number): void
  setMoving(isMoving: boolean): void
  bringToMiddle(x: number, y: number): void
}

/** A steadied line that rests goes on until it has caught up, ms. */
const CATCH_UP_MS = 900
/** A finding is seen from this near at least. */
const NEAR = 1.2
/** Px across of the ring for what has hardly any width. */
const LEAST_RING = 9

/** The sheet in its window: how it is seen, what lies over it, and the ghost that is played there. */
export function createSurface(drawing: Drawing, lesson: Lesson, { parts, sampling, hand }: AtHand) {
  const { say } = useNotices()
  /** The window that shows it, once it stands. */
  const sheetWindow = shallowRef<SheetInWindow | null>(null)
  const view = computed(() => sheetWindow.value?.view ?? STRAIGHT)
  const scale = computed(() => view.value.scale)
  /** How the plan's sheet is seen; null when this one was stretched one way since. */
  const planView = computed(() => viewOfPlaced(view.value, drawing.placed.value))

  // --- the ghost

  const ghost = shallowRef<DrawingRecord | null>(null)
  watch(lesson.step, () => {
    ghost.value = null
  })
  function toggleGhost(): void {
    const plan = drawing.plan.value
    const step = lesson.step.value
    if (!ghost.value && !planView.value)
      return void say('The ghost does not fit: this sheet was stretched one way.', 'Undo that to see it.', 'attention')
    ghost.value = ghost.value || !plan || !step ? null : ghostRecord(plan, step.id)
  }

  // --- findings on the sheet

  const marks = computed<ShownMark[]>(() => {
    const { value: pointed } = lesson.pointedAt
    const found = lesson.step.value ? (lesson.findings.value.get(lesson.step.value.id) ?? []) : []
    const hasOwn = found.some(({ lookFor, marks: own }) => lookFor === pointed && own.length)
    return found
      .flatMap(({ lookFor, marks: each }) => each.map(mark => ({ mark, isStrong: pointed === lookFor })))
      .filter(each => pointed === null || each.isStrong || !hasOwn)
  })

  /** Brings a finding's first mark into the middle, close enough to see. */
  function showFinding(lookFor: string): void {
    lesson.pointedAt.value = lookFor
    const found = lesson.findings.value.get(lesson.step.value?.id ?? '')
    const mark = found?.find(each => each.lookFor === lookFor)?.marks[0]
    const { value: shown } = sheetWindow
    if (!mark || !shown) return
    if (mark.kind !== 'ring') return shown.fit()
    shown.zoom(Math.max(scale.value, NEAR))
    shown.bringToMiddle(mark.x, mark.y)
  }

  // --- the pointer

  /** Px on the screen across which the hand has its effect at full pressure; 0: no ring is shown. */
  const ringSize = computed(() => {
    if (sampling.isOn.value) return Math.max(sampling.side.value * scale.value, LEAST_RING)
    if (parts.mode.value) return parts.mode.value === 'bend' ? parts.bend.value.size * scale.value : 0
    return hand.settings ? 2 * radiusAt(hand.settings, 1) * scale.value : 0
  })

  /** A sprayer goes on for as long as it rests; a steadied line only until it has caught up. */
  const restsFor = computed(() => {
    const { settings } = hand
    if (settings?.tip.kind === 'spray') return Infinity
    return settings && settings.steadying > 0 ? CATCH_UP_MS : 0
  })

  return {
    /** A template sets it. */
    sheetWindow,
    view,
    scale,
    planView,
    ghost: shallowReadonly(ghost),
    putGhostAway: () => void (ghost.value = null),
    toggleGhost,
    marks,
    showFinding,
    ringSize,
    restsFor,
    fit: () => sheetWindow.value?.fit(),
    zoom: (next: number) => sheetWindow.value?.zoom(next),
    mirror: () => sheetWindow.value?.mirror(),
    turnTo: (turn: number) => sheetWindow.value?.turnTo(turn),
    setMoving: (isMoving: boolean) => sheetWindow.value?.setMoving(isMoving),
  }
}
export type Surface = ReturnType<typeof createSurface>

export const { provide: provideSurface, use: useSurface } = injectable<Surface>('surface')
