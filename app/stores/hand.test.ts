import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { TOOL_IDS, toolSettings } from '#core/brush'
import type { Plan, Step } from '#core/plan'
import { useHand, type Colour } from './hand'

const palette: Plan['palette'] = [
  { name: 'slate', colour: [70, 80, 90] },
  { name: 'tin', colour: [150, 160, 165] },
  { name: 'flame', colour: [210, 110, 40] },
]
const step = (set: Partial<Step>) =>
  ({
    tools: [
      { kind: 'tool', settings: toolSettings('pencil', { size: 9 }) },
      { kind: 'pour', tolerance: 30, grow: 2, borders: 'all' },
    ],
    well: 0,
    ...set,
  }) as Step

let hand: ReturnType<typeof useHand>
beforeEach(() => {
  setActivePinia(createPinia())
  hand = useHand()
  hand.layOut(step({}), palette)
})

describe('the tray', () => {
  it('lays out what the step needs and lifts the first of it', () => {
    expect(hand.tools.map(each => each.key)).toEqual(['pencil-0', 'pour-1'])
    expect(hand.settings).toMatchObject({ tool: 'pencil', size: 9 })
    expect(hand.cupboard).toEqual(TOOL_IDS.filter(tool => tool !== 'pencil'))
  })

  it('fetches a tool once, and puts it back with the next step', () => {
    hand.fetchTool('ink-pen')
    hand.lift('pencil-0')
    hand.fetchTool('ink-pen')
    expect(hand.tools).toHaveLength(3)
    expect(hand.liftedKey).toBe('own-ink-pen')
    expect(hand.cupboard).not.toContain('ink-pen')
    hand.layOut(step({ well: 1 }), palette)
    expect(hand.tools).toHaveLength(2)
  })

  it('has room for three tools from the cupboard: the one fetched first goes back', () => {
    for (const tool of ['ink-pen', 'chalk', 'wash', 'marker'] as const) hand.fetchTool(tool)
    expect(hand.tools.map(each => each.key)).toEqual(['pencil-0', 'pour-1', 'own-chalk', 'own-wash', 'own-marker'])
    expect(hand.cupboard).toContain('ink-pen')
    expect(hand.liftedKey).toBe('own-marker')
  })

  it('does not lift what does not lie there', () => {
    hand.lift('chisel')
    expect(hand.liftedKey).toBe('pencil-0')
  })

  it('has no brush settings while pouring', () => {
    hand.lift('pour-1')
    expect(hand.settings).toBeNull()
    hand.setSize(50)
    hand.setPour({ grow: 5 })
    expect(hand.lifted!.now).toEqual({ kind: 'pour', tolerance: 30, grow: 5, borders: 'all' })
  })
})

describe('setting a tool', () => {
  it.each([
    [250, 250],
    [0, 1],
    [-5, 1],
    [4000, 600],
    [12.6, 13],
    [Number.NaN, 9],
  ])('to %d px gives %i', (asked, size) => {
    hand.setSize(asked)
    expect(hand.settings!.size).toBe(size)
  })

  it('steps between the presets, there and back', () => {
    hand.stepSize(1)
    const bigger = hand.settings!.size
    expect(bigger).toBeGreaterThan(9)
    hand.stepSize(-1)
    expect(hand.settings!.size).toBeLessThan(bigger)
  })

  it('leaves plain settings that a worker can be given', () => {
    hand.fetchTool('dry-brush')
    hand.set({ steadying: 5 })
    hand.set({ grain: { ...hand.settings!.grain, bite: 3 } })
    expect(structuredClone(hand.settings)).toMatchObject({
      tool: 'dry-brush',
      steadying: 5,
      tip: { kind: 'bristles' },
      grain: { bite: 3 },
    })
  })

  it('erases with any tip, and paints again as its tool does', () => {
    hand.fetchTool('marker')
    hand.setErasing(true)
    expect(hand.settings!.effect).toBe('erase')
    hand.setErasing(false)
    expect(hand.settings!.effect).toBe('glaze')
    expect(hand.isEraser).toBe(false)
    hand.fetchTool('soft-eraser')
    expect(hand.isEraser).toBe(true)
  })

  it('turns steadying off and back to what it was, or to a usual strength', () => {
    hand.fetchTool('ink-pen')
    hand.set({ steadying: 7 })
    hand.toggleSteadying()
    expect(hand.settings!.steadying).toBe(0)
    hand.toggleSteadying()
    expect(hand.settings!.steadying).toBe(7)
    hand.lift('pencil-0')
    hand.toggleSteadying()
    expect(hand.settings!.steadying).toBe(4)
  })

  it('is undone by laying it back as the step had it', () => {
    hand.set({ opacity: 20, flow: 3 })
    hand.setSize(77)
    hand.layBack()
    expect(hand.settings).toEqual(toolSettings('pencil', { size: 9 }))
  })
})

describe('the colour in hand', () => {
  it('is the step’s well; the one before stays one touch away', () => {
    expect(hand.colour).toEqual([70, 80, 90])
    expect(hand.lastColours).toEqual([])
    hand.pick([1, 2, 3])
    hand.swap()
    expect(hand.colour).toEqual([70, 80, 90])
    hand.swap()
    expect(hand.colour).toEqual([1, 2, 3])
  })

  it('keeps six colours before it, none of them twice', () => {
    for (let i = 0; i < 9; i++) hand.pick([i, 0, 0])
    hand.pick([5, 0, 0])
    expect(hand.lastColours).toHaveLength(6)
    expect(new Set(hand.lastColours.map(String)).size).toBe(6)
    expect(hand.lastColours).not.toContainEqual([5, 0, 0])
  })

  it('while it is mixed leaves one colour before it, not every shade on the way', () => {
    hand.keepColour()
    for (let i = 0; i < 20; i++) hand.mix([i, i, i])
    expect(hand.lastColours).toEqual([[70, 80, 90]])
  })

  it('goes round the wells in both directions', () => {
    const seen: Colour[] = []
    for (let i = 0; i < 3; i++) {
      hand.stepWell(1)
      seen.push(hand.colour)
    }
    expect(seen).toEqual([palette[1]!.colour, palette[2]!.colour, palette[0]!.colour])
    hand.stepWell(-1)
    expect(hand.colour).toEqual(palette[2]!.colour)
    hand.pick([9, 9, 9])
    hand.stepWell(1)
    expect(hand.colour).toEqual(palette[0]!.colour)
  })
})

describe('own wells', () => {
  it('are filled once each, emptied, and as they were before', () => {
    const [slate, rust] = [
      { name: 'slate', colour: [70, 80, 90] as const },
      { name: 'rust', colour: [170, 70, 30] as const },
    ]
    hand.fillWells(slate, rust, { ...slate, name: 'again' })
    expect(hand.ownWells).toEqual([slate, rust])
    hand.emptyWell(slate.colour)
    expect(hand.ownWells).toEqual([rust])
    hand.takeBackWells()
    expect(hand.ownWells).toEqual([slate, rust])
    expect(hand.wellsBefore).toBeNull()
  })
})
