/* eslint-disable max-lines -- one state machine from pointer events to strokes and moves */
import { packSample } from '#core/brush'
import { snappedTurn, toSheet, turnAt, zoomAt, type WindowView } from './view'

/** Where strokes and gestures go. Times are ms since the epoch. */
export interface PenTarget {
  /** Whether a pointer may draw now; otherwise it moves the sheet. */
  canDraw(): boolean
  begin(samples: number[], time: number): void
  extend(samples: number[], time: number): void
  end(): void
  /** It was no stroke: nothing of it stays. */
  drop(): void
  /**
   * The hand rests at the end of its stroke. Answers whether the stroke became a true shape: then the
   * pointer adjusts it until it is lifted.
   */
  hold(): Promise<boolean>
  /**
   * The pointer that holds a true shape went to a place, sheet px; with the keys that are held. While `hold` is not
   * answered yet it is told of by `extend` first: what became true follows, what did not goes on.
   */
  adjust(x: number, y: number, keys: HeldKeys): void
  /** For how long a pointer that rests is told of, ms: a sprayer goes on, a steadied line catches up. */
  restsFor(): number
  view(): WindowView
  look(view: WindowView): void
  /** So many fingers touched the sheet at once and lifted, without moving it. */
  tap?(fingers: number): void
}

export interface HeldKeys {
  readonly shift: boolean
  readonly control: boolean
  readonly alt: boolean
}

/** A pointer that keeps within this way for so long is held, ms and CSS px; strokes shorter than that are dots. */
const HOLD_MS = 520
const HOLD_DISTANCE = 5
const LEAST_HELD_DISTANCE = 26
/** A pen that was near so lately makes touches be taken for the palm, ms. */
const PALM_MS = 1200
/** A resting pointer sends no events: it is told of this often, ms. */
const REST_EVERY_MS = 32
/** A second finger within this time and way turns a stroke into a gesture, ms and CSS px. */
const GESTURE_MS = 350
const GESTURE_DISTANCE = 18
/** Fingers that lift within this time and have moved less than this have tapped, ms and CSS px. */
const TAP_MS = 320
const TAP_DISTANCE = 14
/** Two fingers turn the sheet only from this on, radians. */
const LEAST_TURN = 0.14

interface Finger {
  x: number
  y: number
}

type Mode =
  | { kind: 'rest' }
  | {
      kind: 'draw'
      pointer: number
      type: string
      startedAt: number
      startX: number
      startY: number
      distance: number
      lastTime: number
      last: PointerEvent
      restedFor: number
      rest: ReturnType<typeof setInterval> | null
      hold: ReturnType<typeof setTimeout> | null
      heldX: number
      heldY: number
      /** It is being asked whether the stroke became a true shape. */
      isAsked: boolean
      isTrue: boolean
    }
  | { kind: 'move'; pointer: number; x: number; y: number }
  /**
   * `turned`: how far the fingers turned so far; `before`: how the sheet lay when they came down; `most`: fingers at
   * once; `distance`: how far they have gone, all together.
   */
  | { kind: 'gesture'; turned: number; before: WindowView; startedAt: number; most: number; distance: number }

type Drawing = Extract<Mode, { kind: 'draw' }>

/**
 * Turns pointer events on an element into strokes (pen with pressure, mouse, one finger) and into
 * moving and zooming the sheet (two fingers, middle button, space held, wheel). Returns how to stop.
 */
export function listenToPen(
  element: HTMLElement,
  target: PenTarget,
): { stop: () => void; setMoving: (isHeld: boolean) => void } {
  const fingers = new Map<number, Finger>()
  let mode: Mode = { kind: 'rest' }
  let box = element.getBoundingClientRect()
  let penSeenAt = -Infinity
  let isSpaceHeld = false

  const place = (event: { clientX: number; clientY: number }): Finger => ({
    x: event.clientX - box.left,
    y: event.clientY - box.top,
  })
  const epoch = (event: Event) => performance.timeOrigin + event.timeStamp

  function sampleOf(event: PointerEvent, wait: number): number[] {
    const { x, y } = place(event)
    return packSample({ ...toSheet(target.view(), x, y), pressure: pressureOf(event), wait })
  }

  function down(event: PointerEvent): void {
    box = element.getBoundingClientRect()
    if (event.pointerType === 'pen') putPalmAside(event)
    if (event.pointerType === 'touch') {
      if (event.timeStamp - penSeenAt < PALM_MS) return
      fingers.set(event.pointerId, place(event))
      if (fingers.size === 2) return startGesture(event)
      if (mode.kind === 'gesture') mode.most = Math.max(mode.most, fingers.size)
      if (fingers.size > 2) return
    }
    if (mode.kind !== 'rest') return
    element.setPointerCapture(event.pointerId)
    event.preventDefault()
    const at = place(event)
    if (event.button === 1 || isSpaceHeld || (event.button === 0 && !target.canDraw())) {
      mode = { kind: 'move', pointer: event.pointerId, ...at }
      return
    }
    if (event.button !== 0) return
    const drawing: Drawing = {
      kind: 'draw',
      pointer: event.pointerId,
      type: event.pointerType,
      startedAt: event.timeStamp,
      startX: at.x,
      startY: at.y,
      distance: 0,
      lastTime: event.timeStamp,
      last: event,
      restedFor: 0,
      rest: null,
      hold: null,
      heldX: at.x,
      heldY: at.y,
      isAsked: false,
      isTrue: false,
    }
    mode = drawing
    target.begin(sampleOf(event, 0), epoch(event))
    if (target.restsFor() > 0) drawing.rest = setInterval(() => rest(drawing), REST_EVERY_MS)
  }

  /** Goes on where the pointer is while it rests. */
  function rest(drawing: Drawing): void {
    const now = performance.now()
    const wait = now - drawing.lastTime
    if (wait < REST_EVERY_MS || drawing.restedFor > target.restsFor()) return
    drawing.restedFor += wait
    drawing.lastTime = now
    target.extend(sampleOf(drawing.last, wait), performance.timeOrigin + now)
  }

  /** Waits anew for the hand to rest, from here. */
  function awaitHold(drawing: Drawing, at: Finger): void {
    if (drawing.hold) clearTimeout(drawing.hold)
    drawing.heldX = at.x
    drawing.heldY = at.y
    drawing.hold = setTimeout(() => void hold(drawing), HOLD_MS)
  }

  async function hold(drawing: Drawing): Promise<void> {
    drawing.hold = null
    // On a busy machine the hand may have gone on long ago: what waits to be told of it comes first.
    await new Promise(resolve => requestAnimationFrame(() => setTimeout(resolve)))
    if (mode !== drawing || drawing.isTrue || drawing.hold || drawing.distance < LEAST_HELD_DISTANCE) return
    if (drawing.isAsked) {
      // It rests again before it was answered: should the answer be no, it is asked anew.
      drawing.hold = setTimeout(() => void hold(drawing), HOLD_MS)
      return
    }
    drawing.isAsked = true
    const isTrue = await target.hold()
    drawing.isAsked = false
    drawing.isTrue = isTrue
    if (!isTrue) return
    // It went on while it was asked, and would be asked once more.
    if (drawing.hold) clearTimeout(drawing.hold)
    drawing.hold = null
    if (drawing.rest) clearInterval(drawing.rest)
  }

  function leaveMode(): void {
    if (mode.kind === 'draw') {
      if (mode.rest) clearInterval(mode.rest)
      if (mode.hold) clearTimeout(mode.hold)
    }
    mode = { kind: 'rest' }
  }

  /** The palm often comes down before the pen: what it began is no stroke. */
  function putPalmAside(event: PointerEvent): void {
    penSeenAt = event.timeStamp
    fingers.clear()
    if (mode.kind === 'draw' && mode.type === 'touch') target.drop()
    if (mode.kind === 'gesture' || (mode.kind === 'draw' && mode.type === 'touch')) leaveMode()
  }

  function startGesture(event: PointerEvent): void {
    const startedAt = mode.kind === 'draw' ? mode.startedAt : event.timeStamp
    const isWhole = mode.kind !== 'draw' || mode.distance < GESTURE_DISTANCE
    if (mode.kind === 'draw') {
      const isFresh = event.timeStamp - mode.startedAt < GESTURE_MS || mode.distance < GESTURE_DISTANCE
      if (isFresh) target.drop()
      else target.end()
    }
    leaveMode()
    mode = {
      kind: 'gesture',
      turned: 0,
      before: target.view(),
      startedAt: isWhole ? startedAt : -Infinity,
      most: 2,
      distance: 0,
    }
  }

  function move(event: PointerEvent): void {
    if (event.pointerType === 'pen') penSeenAt = event.timeStamp
    if (mode.kind === 'draw' && event.pointerId === mode.pointer) return draw(event, mode)
    if (mode.kind === 'move' && event.pointerId === mode.pointer) {
      const at = place(event)
      const view = target.view()
      target.look({ ...view, x: view.x + at.x - mode.x, y: view.y + at.y - mode.y })
      mode = { ...mode, ...at }
      return
    }
    if (mode.kind === 'gesture' && fingers.has(event.pointerId)) pinch(event, mode)
  }

  function draw(event: PointerEvent, drawing: Drawing): void {
    if (drawing.isTrue) return adjust(event)
    const events = event.getCoalescedEvents?.() ?? []
    const samples: number[] = []
    for (const each of events.length ? events : [event]) {
      samples.push(...sampleOf(each, Math.max(0, each.timeStamp - drawing.lastTime)))
      const { x, y } = place(each)
      drawing.distance = Math.max(drawing.distance, Math.hypot(x - drawing.startX, y - drawing.startY))
      drawing.lastTime = Math.max(each.timeStamp, drawing.lastTime)
    }
    drawing.last = event
    drawing.restedFor = 0
    const at = place(event)
    // Should a second finger come down, the gesture begins from here.
    if (fingers.has(event.pointerId)) fingers.set(event.pointerId, at)
    if (Math.hypot(at.x - drawing.heldX, at.y - drawing.heldY) > HOLD_DISTANCE) awaitHold(drawing, at)
    target.extend(samples, epoch(event))
    // Whether it is the shape that follows or the stroke that goes on is decided where both arrive, in this order.
    if (drawing.isAsked) adjust(event)
  }

  function adjust(event: PointerEvent): void {
    const { x, y } = place(event)
    const at = toSheet(target.view(), x, y)
    target.adjust(at.x, at.y, {
      shift: event.shiftKey,
      control: event.ctrlKey || event.metaKey,
      alt: event.altKey || isSpaceHeld,
    })
  }

  function pinch(event: PointerEvent, gesture: Extract<Mode, { kind: 'gesture' }>): void {
    const before = [...fingers.values()]
    const from0 = fingers.get(event.pointerId)!
    const now = place(event)
    gesture.distance += Math.hypot(now.x - from0.x, now.y - from0.y)
    fingers.set(event.pointerId, now)
    const after = [...fingers.values()]
    if (before.length < 2) return
    const [a0, b0] = before as [Finger, Finger]
    const [a1, b1] = after as [Finger, Finger]
    const ratio = Math.hypot(a1.x - b1.x, a1.y - b1.y) / Math.max(1, Math.hypot(a0.x - b0.x, a0.y - b0.y))
    const from = { x: (a0.x + b0.x) / 2, y: (a0.y + b0.y) / 2 }
    const to = { x: (a1.x + b1.x) / 2, y: (a1.y + b1.y) / 2 }
    const by = Math.atan2(b1.y - a1.y, b1.x - a1.x) - Math.atan2(b0.y - a0.y, b0.x - a0.x)
    gesture.turned += by - 2 * Math.PI * Math.round(by / (2 * Math.PI))
    const view = target.view()
    const moved = zoomAt(
      { ...view, x: view.x + to.x - from.x, y: view.y + to.y - from.y },
      to.x,
      to.y,
      view.scale * ratio,
    )
    // Fingers are never quite still: the sheet turns only once they clearly do, and stops where it is straight.
    const wanted =
      Math.abs(gesture.turned) < LEAST_TURN ? gesture.before.turn : snappedTurn(gesture.before.turn + gesture.turned)
    target.look(turnAt(moved, to.x, to.y, wanted - moved.turn))
  }

  function up(event: PointerEvent): void {
    fingers.delete(event.pointerId)
    if (mode.kind === 'gesture') {
      if (fingers.size > 0) return
      const { startedAt, distance, most, before } = mode
      leaveMode()
      if (event.type === 'pointercancel' || event.timeStamp - startedAt > TAP_MS || distance > TAP_DISTANCE * most)
        return
      // What little they moved was no moving.
      target.look(before)
      return target.tap?.(most)
    }
    if (mode.kind === 'rest' || mode.pointer !== event.pointerId) return
    if (mode.kind === 'draw') {
      if (event.type === 'pointercancel' && mode.type === 'touch' && mode.distance < GESTURE_DISTANCE) target.drop()
      else target.end()
    }
    leaveMode()
  }

  function wheel(event: WheelEvent): void {
    event.preventDefault()
    if (mode.kind === 'draw') return
    box = element.getBoundingClientRect()
    const { x, y } = place(event)
    const lines = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? 16 : 1
    const view = target.view()
    if (event.shiftKey) target.look({ ...view, x: view.x - (event.deltaX || event.deltaY) * lines })
    else target.look(zoomAt(view, x, y, view.scale * 2 ** ((-event.deltaY * lines) / 300)))
  }

  const options = { passive: false } as const
  element.addEventListener('pointerdown', down, options)
  element.addEventListener('pointermove', move)
  element.addEventListener('pointerup', up)
  element.addEventListener('pointercancel', up)
  element.addEventListener('wheel', wheel, options)
  return {
    setMoving(isHeld) {
      isSpaceHeld = isHeld
    },
    stop() {
      leaveMode()
      element.removeEventListener('pointerdown', down)
      element.removeEventListener('pointermove', move)
      element.removeEventListener('pointerup', up)
      element.removeEventListener('pointercancel', up)
      element.removeEventListener('wheel', wheel)
    },
  }
}

/**
 * A pen says how hard it is pressed; a mouse and most fingers can't and count as full, so that a tool's size is its
 * size.
 */
function pressureOf(event: PointerEvent): number {
  if (event.pointerType === 'pen') return event.pressure
  const isMeasured = event.pointerType === 'touch' && event.pressure > 0 && event.pressure < 1 && event.pressure !== 0.5
  return isMeasured ? event.pressure : 1
}
