// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, shallowRef, type EffectScope } from 'vue'
import { useInParts } from './useInParts'

const waiting = new Map<number, () => void>()
let scope: EffectScope
const idle = () => {
  const [next] = waiting
  if (!next) return false
  waiting.delete(next[0])
  next[1]()
  return true
}
beforeEach(() => {
  let number = 0
  waiting.clear()
  vi.stubGlobal('requestIdleCallback', (run: () => void) => {
    waiting.set(++number, run)
    return number
  })
  vi.stubGlobal('cancelIdleCallback', (which: number) => waiting.delete(which))
  scope = effectScope()
})
afterEach(() => {
  scope.stop()
  vi.unstubAllGlobals()
})

const list = (length: number) => Array.from({ length }, (_, i) => i)

describe('a list in parts', () => {
  it('has the first at once and all in the end', () => {
    const shown = scope.run(() => useInParts(() => list(30), 12))!
    expect(shown.value).toEqual(list(12))
    expect(idle()).toBe(true)
    expect(shown.value).toEqual(list(24))
    while (idle());
    expect(shown.value).toEqual(list(30))
  })

  it('that is short waits for nothing', () => {
    const shown = scope.run(() => useInParts(() => list(12), 12))!
    expect([shown.value.length, waiting.size]).toEqual([12, 0])
  })

  it('that grows goes on; another one is shown as far as the one before', async () => {
    const all = shallowRef(list(3))
    const shown = scope.run(() => useInParts(() => all.value, 4))!
    all.value = list(9)
    await nextTick()
    while (idle());
    expect(shown.value).toEqual(list(9))
    all.value = list(9).reverse()
    expect(shown.value).toEqual(list(9).reverse())
  })

  it('asks for nothing any more when its page has gone', () => {
    scope.run(() => useInParts(() => list(30), 12))
    scope.stop()
    expect(waiting.size).toBe(0)
  })
})
