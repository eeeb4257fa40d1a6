// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { effectScope, nextTick } from 'vue'
import { newGuide } from '#core/guides'
import { createGuides } from './useGuides'

const sheet = { width: 1600, height: 1200 }
const KEY = 'little-easel-guides-7'
const open = (drawing = 7) => effectScope().run(() => createGuides(drawing))!

beforeEach(() => localStorage.clear())

describe('the guides of a drawing', () => {
  it('are kept on the device, each drawing’s by themselves', async () => {
    const first = open()
    first.add('grid', sheet)
    first.add('mirror', sheet)
    await nextTick()
    expect(open().guides.value.map(({ kind }) => kind)).toEqual(['grid', 'mirror'])
    expect(open(8).guides.value).toEqual([])
  })

  it('are changed and taken away one by one', () => {
    const { guides, add, change, remove, isAdjusting } = open()
    add('grid', sheet)
    add('isometric', sheet)
    const [grid, isometric] = guides.value
    change(grid!.id, { opacity: 20 })
    expect(guides.value.map(({ opacity }) => opacity)).toEqual([20, 55])
    isAdjusting.value = true
    remove(grid!.id)
    expect(isAdjusting.value).toBe(true)
    remove(isometric!.id)
    // With none left there are no handles to move.
    expect(isAdjusting.value).toBe(false)
  })

  it.each<[string, string]>([
    ['no JSON', 'not json'],
    ['no list', '{"kind":"grid"}'],
    ['what no guide is', '[{"kind":"compass"},5,null]'],
  ])('that were kept as %s are left out', (_what, text) => {
    localStorage.setItem(KEY, text)
    expect(open().guides.value).toEqual([])
  })

  it('that are good are read beside those that are not', async () => {
    const first = open()
    first.add('spokes', sheet)
    await nextTick()
    const good = JSON.parse(localStorage.getItem(KEY)!) as unknown[]
    localStorage.setItem(KEY, JSON.stringify([{ kind: 'spokes', count: 99 }, ...good]))
    expect(open().guides.value).toHaveLength(1)
  })

  it('of the plan come and go with its steps, and are changed only until then', async () => {
    const { guides, add, change, remove, give, isGiven, isAdjusting } = open()
    add('spokes', sheet)
    const thirds = newGuide('thirds', 'a', sheet)
    give([thirds])
    expect(guides.value.map(({ id }) => isGiven(id))).toEqual([true, false])
    change('plan-a', { isShown: false })
    remove('plan-a')
    expect(guides.value.map(({ kind, isShown }) => [kind, isShown])).toEqual([
      ['thirds', false],
      ['spokes', true],
    ])
    await nextTick()
    expect(open().guides.value.map(({ kind }) => kind)).toEqual(['spokes'])
    isAdjusting.value = true
    remove(guides.value[1]!.id)
    // Thirds lie where they lie: nothing is left to be moved.
    expect(isAdjusting.value).toBe(false)
    add('spokes', sheet)
    give([])
    expect(guides.value.map(({ kind }) => kind)).toEqual(['spokes'])
    expect(thirds.isShown).toBe(true)
  })

  it('repeat strokes only while they are followed', () => {
    const { guides, add, change, echoes } = open()
    expect(echoes()).toBeUndefined()
    add('spokes', sheet)
    expect(echoes()).toHaveLength(5)
    change(guides.value[0]!.id, { isFollowed: false })
    expect(echoes()).toBeUndefined()
  })

  it('hold strokes only while they are followed', () => {
    const { guides, add, change, follower } = open()
    add('grid', sheet)
    const start = { x: 100, y: 100 }
    expect(follower(start, 1).place({ x: 150, y: 120 })).toEqual({ x: 150, y: 120 })
    change(guides.value[0]!.id, { isFollowed: true })
    expect(follower(start, 1).place({ x: 150, y: 120 })).toEqual({ x: 150, y: 100 })
  })
})
