import { describe, expect, it } from 'vitest'
import { useWholeHistory } from './useWholeHistory'

interface Plan {
  readonly words: string
}
function edited(first = 'a') {
  const put: (string | null)[] = []
  const history = useWholeHistory<Plan>(before => put.push(before.words))
  history.begin({ words: first })
  const now = () => history.value.value?.words ?? null
  return { ...history, now, put, set: (words: string, kind?: string) => history.change({ words }, kind ?? null) }
}

describe('what is edited as a whole', () => {
  it('is taken back change by change, and done again', () => {
    const { set, undo, redo, now, canUndo, canRedo, put } = edited()
    expect([canUndo.value, canRedo.value]).toEqual([false, false])
    set('b')
    set('c')
    expect([now(), canUndo.value]).toEqual(['c', true])
    undo()
    expect([now(), canRedo.value]).toEqual(['b', true])
    undo()
    expect([now(), canUndo.value]).toEqual(['a', false])
    undo()
    expect(now()).toBe('a')
    redo()
    redo()
    expect([now(), canRedo.value]).toEqual(['c', false])
    redo()
    expect(now()).toBe('c')
    expect(put).toEqual(['a', 'b', 'c', 'b', 'a', 'b'])
  })

  it('takes changes of one kind back together, until another kind comes or something was taken back', () => {
    const { set, undo, now } = edited('')
    for (const words of ['k', 'ke', 'ket']) set(words, 'title')
    set('ket!', 'goal')
    undo()
    expect(now()).toBe('ket')
    undo()
    expect(now()).toBe('')
    set('p', 'title')
    undo()
    expect(now()).toBe('')
  })

  it('forgets what was taken back once it goes on another way', () => {
    const { set, undo, redo, now, canRedo } = edited()
    set('b')
    undo()
    set('c')
    expect(canRedo.value).toBe(false)
    redo()
    expect(now()).toBe('c')
    undo()
    expect(now()).toBe('a')
    redo()
    expect(now()).toBe('c')
  })

  it('keeps the last sixty', () => {
    const { set, undo, canUndo, now } = edited('0')
    for (let i = 1; i <= 70; i++) set(String(i))
    let steps = 0
    while (canUndo.value && steps < 100) {
      undo()
      steps++
    }
    expect(steps).toBe(60)
    expect(now()).toBe('10')
  })

  it('that was changed elsewhere comes anew, and what was changed here can still be had again', () => {
    const { begin, set, undo, now, canUndo } = edited()
    set('mine')
    begin({ words: 'theirs' })
    expect([now(), canUndo.value]).toEqual(['theirs', true])
    undo()
    expect(now()).toBe('mine')
  })

  it('nothing happens where nothing is there yet, or nothing is different', () => {
    const empty = useWholeHistory<Plan>(() => {})
    empty.change({ words: 'x' })
    expect(empty.value.value).toBe(null)
    const { value, change, canUndo } = edited()
    change(value.value!)
    expect(canUndo.value).toBe(false)
  })
})
