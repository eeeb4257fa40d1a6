// @vitest-environment happy-dom
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick } from 'vue'
import { toolSettings } from '#core/brush'
import type { ShapeAct } from '#core/drawing'
import type { SnapLine } from '#core/parts'
import type { Step } from '#core/plan'
import { useHand } from '../../../stores/hand'
import { createSlot, type Slot } from './slot'
import { createStencil } from './stencil'

const palette = [{ name: 'slate', colour: [70, 80, 90] as [number, number, number] }]
let shown: (ShapeAct | null)[]
let settled: ShapeAct[]
let layer: string | null
let slot: Slot
let stencil: ReturnType<typeof createStencil>
let hand: ReturnType<typeof useHand>
let waiting: (() => void)[]
let isSlow: boolean
let lines: SnapLine[]

beforeEach(() => {
  setActivePinia(createPinia())
  hand = useHand()
  hand.layOut(
    { tools: [{ kind: 'tool', settings: toolSettings('ink-pen', { size: 6 }) }], well: 0 } as unknown as Step,
    palette,
  )
  shown = []
  settled = []
  waiting = []
  isSlow = false
  layer = 'lines'
  lines = []
  const host = {
    preview(owner: string, act: ShapeAct | null) {
      expect(owner).toBe('stencil')
      // What goes to a worker must be clonable.
      shown.push(structuredClone(act))
      return isSlow ? new Promise<void>(resolve => waiting.push(resolve)) : Promise.resolve()
    },
    dropPreview: () => Promise.resolve(void shown.push(null)),
    act: (act: ShapeAct) => Promise.resolve(void settled.push(structuredClone(act))),
  }
  slot = createSlot()
  stencil = effectScope().run(() =>
    createStencil(
      host as never,
      slot,
      hand,
      () => layer,
      () => lines,
    ),
  )!
})

const at = (x: number, y: number) => ({ place: { x, y }, packed: [], time: 0, scale: 1 })
async function drag(from: readonly [number, number], to: readonly [number, number]): Promise<void> {
  stencil.inHand.begin(at(...from))
  stencil.inHand.extend(at(...to))
  stencil.inHand.end()
  await nextTick()
}
const press = (key: string, set: object) =>
  window.dispatchEvent(
    Object.assign(new Event(key), { shiftKey: false, altKey: false, ctrlKey: false, metaKey: false, ...set }),
  )
const boxOf = ({ outline }: ShapeAct) => {
  const xs = outline.filter((_, i) => i % 2 === 0).map(value => value / 16)
  const ys = outline.filter((_, i) => i % 2 === 1).map(value => value / 16)
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)].map(Math.round)
}

describe('corners, one after the other', () => {
  const tap = async (x: number, y: number) => {
    stencil.inHand.begin(at(x, y))
    stencil.inHand.end()
    await nextTick()
  }
  it('are tapped: the first alone is no shape, each further one goes on from it', async () => {
    stencil.choose('polyline')
    await tap(100, 100)
    expect(shown.at(-1) ?? null).toBeNull()
    expect(stencil.shape.value).toMatchObject({ points: [{ x: 100, y: 100 }] })
    await tap(200, 100)
    await tap(200, 180)
    expect(stencil.shape.value).toMatchObject({
      points: [
        { x: 100, y: 100 },
        { x: 200, y: 100 },
        { x: 200, y: 180 },
      ],
    })
    stencil.settle()
    await nextTick()
    expect(boxOf(settled[0]!)).toEqual([100, 100, 200, 180])
  })

  it('tapped and dragged may be mixed', async () => {
    stencil.choose('polyline')
    await drag([10, 10], [60, 10])
    await tap(60, 50)
    await drag([90, 90], [100, 120])
    expect(stencil.shape.value).toMatchObject({
      points: [
        { x: 10, y: 10 },
        { x: 60, y: 10 },
        { x: 60, y: 50 },
        { x: 100, y: 120 },
      ],
    })
  })
})

describe('a stencil with lines near by', () => {
  it('snaps its corners and its handles to them, but not while it is moved', async () => {
    lines = [
      { axis: 'x', at: 100 },
      { axis: 'x', at: 300 },
      { axis: 'y', at: 240 },
    ]
    stencil.choose('box')
    await drag([104, 110], [296, 236])
    expect(boxOf(shown.at(-1)!)).toEqual([100, 110, 300, 240])
    stencil.drag('1 1', { x: 402, y: 243 })
    await nextTick()
    expect(boxOf(shown.at(-1)!)).toEqual([100, 110, 402, 240])
  })
})

describe('a stencil', () => {
  it('is shown while it is drawn out, and in the record only once it is settled', async () => {
    stencil.choose('box')
    await drag([100, 100], [300, 240])
    expect(settled).toEqual([])
    expect(boxOf(shown.at(-1)!)).toEqual([100, 100, 300, 240])
    stencil.settle()
    expect(settled).toHaveLength(1)
    expect(settled[0]).toMatchObject({
      kind: 'shape',
      layer: 'lines',
      form: 'box',
      fill: null,
      line: { tool: { tool: 'ink-pen', size: 6 }, colour: [70, 80, 90] },
    })
    expect(stencil.shape.value).toBeNull()
  })

  it('is settled by beginning the next one, or by choosing another', async () => {
    stencil.choose('ellipse')
    await drag([100, 100], [300, 240])
    await drag([500, 100], [600, 240])
    expect(settled).toHaveLength(1)
    stencil.choose(null)
    expect(settled.map(({ form }) => form)).toEqual(['ellipse', 'ellipse'])
  })

  it('taken away leaves nothing', async () => {
    stencil.choose('line')
    await drag([100, 100], [300, 240])
    stencil.discard()
    expect(settled).toEqual([])
    expect(shown.at(-1)).toBeNull()
  })

  it('keeps to a square with Shift, grows from the middle with Alt, moves with Ctrl', async () => {
    stencil.choose('box')
    press('keydown', { shiftKey: true })
    await drag([100, 100], [300, 240])
    expect(boxOf(shown.at(-1)!)).toEqual([100, 100, 300, 300])
    press('keydown', { altKey: true })
    await drag([500, 500], [600, 540])
    expect(boxOf(shown.at(-1)!)).toEqual([400, 460, 600, 540])
    press('keyup', {})
    stencil.inHand.begin(at(100, 100))
    stencil.inHand.extend(at(200, 200))
    press('keydown', { ctrlKey: true })
    stencil.inHand.extend(at(250, 210))
    await nextTick()
    expect(boxOf(shown.at(-1)!)).toEqual([150, 110, 250, 210])
    press('keyup', {})
  })

  it('of corners takes one more with each press', async () => {
    stencil.choose('polyline')
    await drag([100, 100], [200, 100])
    await drag([200, 200], [210, 220])
    expect(stencil.shape.value).toMatchObject({
      kind: 'polyline',
      points: [at(100, 100), at(200, 100), at(210, 220)].map(each => each.place),
    })
    stencil.settle()
    expect(settled).toHaveLength(1)
  })

  it('follows the colour, the tool and the fill until it is settled', async () => {
    stencil.choose('ellipse')
    await drag([100, 100], [300, 240])
    hand.setSize(20)
    await nextTick()
    expect(shown.at(-1)!.line!.tool.size).toBe(20)
    stencil.hasFill.value = true
    hand.pick([9, 8, 7])
    await nextTick()
    expect(shown.at(-1)).toMatchObject({ fill: { colour: [9, 8, 7] }, line: { colour: [9, 8, 7] } })
    stencil.fillColour.value = [1, 1, 1]
    stencil.hasLine.value = false
    await nextTick()
    expect(shown.at(-1)).toMatchObject({ fill: { colour: [1, 1, 1] }, line: null })
  })

  it('shows only the latest when the worker is slow', async () => {
    isSlow = true
    stencil.choose('box')
    waiting.splice(0)
    stencil.inHand.begin(at(0, 0))
    for (let i = 1; i <= 10; i++) stencil.inHand.extend(at(100 + i, 100))
    expect(waiting).toHaveLength(1)
    waiting[0]!()
    await vi.waitFor(() => expect(waiting).toHaveLength(2))
    expect(boxOf(shown.at(-1)!)[2]).toBe(110)
  })

  it('does nothing where there is no layer to draw on, and is no slip of the hand', async () => {
    stencil.choose('box')
    layer = null
    await drag([100, 100], [300, 240])
    expect(stencil.shape.value).toBeNull()
    layer = 'lines'
    lines = []
    await drag([100, 100], [101, 101])
    stencil.settle()
    expect(settled).toEqual([])
  })

  it('is changed by its handles', async () => {
    stencil.choose('box')
    await drag([100, 100], [300, 240])
    stencil.drag('1 1', { x: 400, y: 300 })
    await nextTick()
    expect(boxOf(shown.at(-1)!)).toEqual([100, 100, 400, 300])
  })
})
