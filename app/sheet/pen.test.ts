/* eslint-disable max-lines -- one pen, gesture by gesture */
// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { SAMPLE_FIELDS, unpackSample } from '#core/brush'
import { listenToPen } from './pen'
import type { WindowView } from './view'

let element: HTMLElement
let log: string[]
let samples: number[]
let view: WindowView
let canDraw: boolean
let restsFor: number
let becomesTrue: boolean
let asked: Promise<boolean> | null
let pen: ReturnType<typeof listenToPen>

beforeEach(() => {
  element = document.createElement('div')
  element.setPointerCapture = () => {}
  document.body.append(element)
  log = []
  samples = []
  view = { x: 100, y: 50, scale: 0.5, turn: 0, isMirrored: false }
  canDraw = true
  restsFor = 0
  becomesTrue = true
  asked = null
  pen = listenToPen(element, {
    canDraw: () => canDraw,
    begin(first) {
      log.push('begin')
      samples = [...first]
    },
    extend: more => void samples.push(...more),
    end: () => void log.push('end'),
    drop: () => void log.push('drop'),
    restsFor: () => restsFor,
    hold: () => {
      log.push('hold')
      return asked ?? Promise.resolve(becomesTrue)
    },
    adjust: (x, y, keys) => void log.push(`adjust ${x} ${y}${keys.shift ? ' shift' : ''}${keys.alt ? ' alt' : ''}`),
    view: () => view,
    look(next) {
      view = next
    },
    tap: fingers => void log.push(`tap ${fingers}`),
  })
})

interface Given {
  shift?: boolean
  /** What happened since the event before, told of together with this one. */
  between?: { x: number; y: number; at: number }[]
  id?: number
  type?: string
  x: number
  y: number
  at: number
  pressure?: number
  button?: number
}

function point(
  kind: string,
  { id = 1, type = 'mouse', x, y, at, pressure = 0.5, button = 0, shift = false, between = [] }: Given,
): void {
  const event = new Event(kind, { bubbles: true, cancelable: true })
  Object.defineProperties(event, {
    pointerId: { value: id },
    pointerType: { value: type },
    clientX: { value: x },
    clientY: { value: y },
    pressure: { value: pressure },
    button: { value: button },
    shiftKey: { value: shift },
    altKey: { value: false },
    ctrlKey: { value: false },
    timeStamp: { value: at },
    getCoalescedEvents: {
      value: () =>
        [...between, { x, y, at }].map(each => ({
          clientX: each.x,
          clientY: each.y,
          timeStamp: each.at,
          pressure,
          pointerType: type,
        })),
    },
  })
  element.dispatchEvent(event)
}

const sampleAt = (i: number) => unpackSample(samples, i)

describe('a pointer on the sheet', () => {
  it('draws with the mouse at full pressure, in sheet px, with the time between samples', () => {
    point('pointerdown', { x: 200, y: 150, at: 1000 })
    point('pointermove', { x: 210, y: 150, at: 1012 })
    point('pointerup', { x: 210, y: 150, at: 1020 })
    expect(log).toEqual(['begin', 'end'])
    expect(sampleAt(0)).toEqual({ x: 200, y: 200, pressure: 1, wait: 0 })
    expect(sampleAt(1)).toEqual({ x: 220, y: 200, pressure: 1, wait: 12 })
  })

  it('tells of a pointer that rests for as long as the tool asks, and no longer', () => {
    vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance'] })
    try {
      restsFor = 400
      const at = performance.now()
      point('pointerdown', { x: 200, y: 150, at })
      vi.advanceTimersByTime(200)
      const some = samples.length / SAMPLE_FIELDS
      expect(some).toBeGreaterThan(4)
      expect(sampleAt(some - 1)).toMatchObject({ x: 200, y: 200 })
      expect(
        Array.from({ length: some }, (_, i) => sampleAt(i).wait).reduce((sum, wait) => sum + wait, 0),
      ).toBeGreaterThan(150)
      vi.advanceTimersByTime(2000)
      const most = samples.length
      expect(most / SAMPLE_FIELDS).toBeLessThan(20)
      point('pointermove', { x: 210, y: 150, at: performance.now() })
      vi.advanceTimersByTime(100)
      expect(samples.length).toBeGreaterThan(most + SAMPLE_FIELDS)
      point('pointerup', { x: 210, y: 150, at: performance.now() })
      const end = samples.length
      vi.advanceTimersByTime(500)
      expect(samples.length).toBe(end)
    } finally {
      vi.useRealTimers()
    }
  })

  describe('that is held at its end', () => {
    const stroke = async (distance: number, rest: number) => {
      point('pointerdown', { x: 200, y: 150, at: 0 })
      point('pointermove', { x: 200 + distance, y: 150, at: 40 })
      await vi.advanceTimersByTimeAsync(rest)
    }
    beforeEach(
      () =>
        void vi.useFakeTimers({
          toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval', 'requestAnimationFrame'],
        }),
    )
    afterEach(() => void vi.useRealTimers())

    it('becomes a true shape that follows the pointer until it is lifted', async () => {
      await stroke(80, 600)
      const drawn = samples.length
      point('pointermove', { x: 300, y: 170, at: 700 })
      point('pointermove', { x: 310, y: 170, at: 720, shift: true })
      point('pointerup', { x: 310, y: 170, at: 740 })
      expect(log).toEqual(['begin', 'hold', 'adjust 400 240', 'adjust 420 240 shift', 'end'])
      expect(samples).toHaveLength(drawn)
    })

    it('goes on as a stroke where it is none', async () => {
      becomesTrue = false
      await stroke(80, 600)
      const drawn = samples.length
      point('pointermove', { x: 300, y: 170, at: 700 })
      expect(samples.length).toBeGreaterThan(drawn)
      expect(log).toEqual(['begin', 'hold'])
    })

    /** A hand that rests, and is asked whether its stroke became true; gives how that is answered. */
    const restUnanswered = async () => {
      await stroke(80, 400)
      let answer = (_isTrue: boolean) => {}
      asked = new Promise<boolean>(resolve => (answer = resolve))
      await vi.advanceTimersByTimeAsync(300)
      return answer
    }

    it('follows the hand that goes on while it is asked, and is not asked once more', async () => {
      const answer = await restUnanswered()
      expect(log).toEqual(['begin', 'hold'])
      point('pointermove', { x: 300, y: 170, at: 720 })
      answer(true)
      await vi.advanceTimersByTimeAsync(2000)
      point('pointermove', { x: 310, y: 170, at: 2800 })
      point('pointerup', { x: 310, y: 170, at: 2820 })
      expect(log).toEqual(['begin', 'hold', 'adjust 400 240', 'adjust 420 240', 'end'])
    })

    it('is asked once at a time: a rest in the middle of being asked changes nothing', async () => {
      const answer = await restUnanswered()
      point('pointermove', { x: 300, y: 170, at: 720 })
      await vi.advanceTimersByTimeAsync(2000)
      answer(true)
      await vi.advanceTimersByTimeAsync(2000)
      point('pointermove', { x: 310, y: 170, at: 4800 })
      point('pointerup', { x: 310, y: 170, at: 4820 })
      expect(log).toEqual(['begin', 'hold', 'adjust 400 240', 'adjust 420 240', 'end'])
    })

    it('is asked anew where it rests on when the answer was no', async () => {
      const answer = await restUnanswered()
      point('pointermove', { x: 300, y: 170, at: 720 })
      await vi.advanceTimersByTimeAsync(1000)
      asked = null
      answer(false)
      await vi.advanceTimersByTimeAsync(1000)
      point('pointermove', { x: 310, y: 170, at: 2800 })
      expect(log).toEqual(['begin', 'hold', 'adjust 400 240', 'hold', 'adjust 420 240'])
    })

    it('counts all of the way, also what a busy page is told of in one event', async () => {
      point('pointerdown', { x: 200, y: 150, at: 0 })
      // Round and nearly back to where it began.
      point('pointermove', {
        x: 212,
        y: 150,
        at: 90,
        between: [
          { x: 300, y: 100, at: 40 },
          { x: 250, y: 240, at: 70 },
        ],
      })
      await vi.advanceTimersByTimeAsync(1000)
      expect(log).toEqual(['begin', 'hold'])
    })

    it.each([
      ['lifted at once', 80, 200],
      ['no more than a dot', 10, 900],
    ])('%s stays as it was drawn', async (_what, distance, rest) => {
      await stroke(distance, rest)
      point('pointerup', { x: 200 + distance, y: 150, at: 300 })
      await vi.advanceTimersByTimeAsync(2000)
      expect(log).toEqual(['begin', 'end'])
    })

    it('waits for real rest: small steps count as rest, bigger ones do not', async () => {
      await stroke(80, 400)
      point('pointermove', { x: 290, y: 150, at: 440 })
      await vi.advanceTimersByTimeAsync(400)
      expect(log).toEqual(['begin'])
      point('pointermove', { x: 292, y: 151, at: 840 })
      await vi.advanceTimersByTimeAsync(200)
      expect(log).toEqual(['begin', 'hold'])
    })

    it('is not held when the machine was busy and the hand had gone on', async () => {
      await stroke(80, 520)
      // Told of late, before the next frame.
      point('pointermove', { x: 340, y: 150, at: 200 })
      await vi.advanceTimersByTimeAsync(300)
      expect(log).toEqual(['begin'])
      await vi.advanceTimersByTimeAsync(300)
      expect(log).toEqual(['begin', 'hold'])
    })
  })

  it('draws with a pen as hard as it is pressed', () => {
    point('pointerdown', { type: 'pen', x: 200, y: 150, at: 0, pressure: 0.25 })
    expect(sampleAt(0).pressure).toBeCloseTo(0.25, 2)
  })

  it('moves the sheet with the middle button, with space held, and where nobody may draw', () => {
    const drag = (button: number) => {
      point('pointerdown', { x: 300, y: 300, at: 0, button })
      point('pointermove', { x: 310, y: 295, at: 10 })
      point('pointerup', { x: 310, y: 295, at: 20 })
    }
    drag(1)
    pen.setMoving(true)
    drag(0)
    pen.setMoving(false)
    canDraw = false
    drag(0)
    expect(log).toEqual([])
    expect(view).toMatchObject({ x: 130, y: 35, scale: 0.5 })
  })

  it('takes a stroke back when a second finger comes down, and zooms with both', () => {
    point('pointerdown', { id: 1, type: 'touch', x: 100, y: 100, at: 0 })
    point('pointermove', { id: 1, type: 'touch', x: 103, y: 100, at: 10 })
    point('pointerdown', { id: 2, type: 'touch', x: 203, y: 100, at: 60 })
    point('pointermove', { id: 2, type: 'touch', x: 303, y: 100, at: 80 })
    point('pointerup', { id: 1, type: 'touch', x: 103, y: 100, at: 90 })
    point('pointermove', { id: 2, type: 'touch', x: 350, y: 180, at: 95 })
    point('pointerup', { id: 2, type: 'touch', x: 350, y: 180, at: 99 })
    expect(log).toEqual(['begin', 'drop'])
    expect(view.scale).toBeCloseTo(1)
  })

  it('turns the sheet with two fingers, and not by a little unrest of them', () => {
    const twoFingers = (angle: number) => {
      view = { x: 100, y: 50, scale: 0.5, turn: 0, isMirrored: false }
      const at = (a: number, sign: number) => ({ x: 300 + sign * 80 * Math.cos(a), y: 200 + sign * 80 * Math.sin(a) })
      point('pointerdown', { id: 1, type: 'touch', ...at(0, 1), at: 0 })
      point('pointerdown', { id: 2, type: 'touch', ...at(0, -1), at: 20 })
      for (let i = 1; i <= 10; i++) {
        point('pointermove', { id: 1, type: 'touch', ...at((angle * i) / 10, 1), at: 20 + 10 * i })
        point('pointermove', { id: 2, type: 'touch', ...at((angle * i) / 10, -1), at: 25 + 10 * i })
      }
      point('pointerup', { id: 1, type: 'touch', x: 0, y: 0, at: 300 })
      point('pointerup', { id: 2, type: 'touch', x: 0, y: 0, at: 310 })
      return view.turn
    }
    expect(twoFingers(0.8)).toBeCloseTo(0.8, 1)
    expect(twoFingers(0.08)).toBe(0)
  })

  it('keeps a long stroke when a second finger comes down late', () => {
    point('pointerdown', { id: 1, type: 'touch', x: 100, y: 100, at: 0 })
    point('pointermove', { id: 1, type: 'touch', x: 300, y: 100, at: 500 })
    point('pointerdown', { id: 2, type: 'touch', x: 203, y: 100, at: 600 })
    expect(log).toEqual(['begin', 'end'])
  })

  it('does nothing for the palm while a pen is near', () => {
    point('pointermove', { type: 'pen', x: 10, y: 10, at: 1000 })
    point('pointerdown', { id: 5, type: 'touch', x: 100, y: 100, at: 1500 })
    point('pointerup', { id: 5, type: 'touch', x: 100, y: 100, at: 1600 })
    expect(log).toEqual([])
    point('pointerdown', { id: 6, type: 'touch', x: 100, y: 100, at: 4000 })
    expect(log).toEqual(['begin'])
  })

  it('lets the pen take over from a palm that came down first', () => {
    point('pointerdown', { id: 5, type: 'touch', x: 100, y: 100, at: 0 })
    point('pointerdown', { id: 1, type: 'pen', x: 200, y: 150, at: 120 })
    point('pointerup', { id: 5, type: 'touch', x: 100, y: 100, at: 130 })
    point('pointerup', { id: 1, type: 'pen', x: 200, y: 150, at: 200 })
    expect(log).toEqual(['begin', 'drop', 'begin', 'end'])
    expect(samples).toHaveLength(SAMPLE_FIELDS)
  })

  it('zooms at the pointer with the wheel', () => {
    const wheel = new Event('wheel', { cancelable: true })
    Object.defineProperties(wheel, {
      clientX: { value: 300 },
      clientY: { value: 250 },
      deltaY: { value: -300 },
      deltaX: { value: 0 },
      deltaMode: { value: 0 },
      shiftKey: { value: false },
    })
    element.dispatchEvent(wheel)
    expect(view).toMatchObject({ x: -100, y: -150, scale: 1 })
  })

  it('is silent once stopped', () => {
    pen.stop()
    point('pointerdown', { x: 200, y: 150, at: 0 })
    expect(log).toEqual([])
  })
})

describe('a tap by several fingers', () => {
  const touch = (kind: string, id: number, x: number, at: number) => point(kind, { id, type: 'touch', x, y: 60, at })

  it.each([2, 3])(
    '%i of them, still and short, is told of; the sheet stays where it was and nothing is drawn',
    count => {
      const before = { ...view }
      for (let id = 1; id <= count; id++) touch('pointerdown', id, 40 * id, 10 * id)
      touch('pointermove', 1, 43, 60)
      for (let id = 1; id <= count; id++) touch('pointerup', id, 40 * id, 100 + 10 * id)
      expect(log.filter(each => each !== 'begin' && each !== 'drop')).toEqual([`tap ${count}`])
      expect(log.includes('begin')).toBe(log.includes('drop'))
      expect(view).toEqual(before)
    },
  )

  it('that lasts is none', () => {
    touch('pointerdown', 1, 40, 0)
    touch('pointerdown', 2, 90, 20)
    touch('pointerup', 1, 40, 600)
    touch('pointerup', 2, 90, 610)
    expect(log.some(each => each.startsWith('tap'))).toBe(false)
  })

  it('that moves the sheet is none', () => {
    const before = view.x
    touch('pointerdown', 1, 40, 0)
    touch('pointerdown', 2, 90, 20)
    touch('pointermove', 1, 100, 60)
    touch('pointermove', 2, 150, 70)
    touch('pointerup', 1, 100, 120)
    touch('pointerup', 2, 150, 130)
    expect(log.some(each => each.startsWith('tap'))).toBe(false)
    expect(view.x).not.toBe(before)
  })

  it('after a stroke that is drawn already is none: the stroke stays', () => {
    touch('pointerdown', 1, 40, 0)
    touch('pointermove', 1, 140, 400)
    touch('pointerdown', 2, 90, 500)
    touch('pointerup', 1, 140, 560)
    touch('pointerup', 2, 90, 570)
    expect(log).toEqual(['begin', 'end'])
  })
})
