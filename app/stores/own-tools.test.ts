// @vitest-environment happy-dom
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { nextTick } from 'vue'
import { toolSettings } from '#core/brush'
import type { Step } from '#core/plan'
import { useHand } from './hand'

const KEY = 'little-easel-own-tools'
const step = { tools: [{ kind: 'tool', settings: toolSettings('pencil', { size: 9 }) }], well: 0 } as unknown as Step

function open() {
  setActivePinia(createPinia())
  const hand = useHand()
  hand.layOut(step, [{ name: 'slate', colour: [70, 80, 90] }])
  return hand
}
beforeEach(() => localStorage.clear())

describe('tools of one’s own', () => {
  it('are kept as they are set, and lie in the cupboard the next time', async () => {
    const hand = open()
    hand.set({ size: 33, scatter: 40 })
    hand.keepOwn('  Fur ')
    await nextTick()
    const later = open()
    expect(later.own.map(({ name }) => name)).toEqual(['Fur'])
    later.fetchOwn('Fur')
    expect(later.settings).toMatchObject({ tool: 'pencil', size: 33, scatter: 40 })
    expect(later.lifted).toMatchObject({ key: 'kept-Fur', isOfStep: false })
  })

  it('of the same name are replaced, of no name not kept, and can be forgotten', () => {
    const hand = open()
    hand.keepOwn('Fur')
    hand.set({ size: 50 })
    hand.keepOwn('Fur')
    hand.keepOwn('   ')
    expect(hand.own.map(({ name, settings }) => [name, settings.size])).toEqual([['Fur', 50]])
    hand.forgetOwn('Fur')
    expect(hand.own).toEqual([])
  })

  it.each([
    ['no JSON', 'pencil'],
    ['no list', '{}'],
    ['settings of no tool', '[{"name":"Fur","settings":{"tool":"comb"}},null,7]'],
  ])('kept as %s are left out', (_what, text) => {
    localStorage.setItem(KEY, text)
    expect(open().own).toEqual([])
  })
})
