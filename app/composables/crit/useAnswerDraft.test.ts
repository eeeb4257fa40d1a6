// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, type EffectScope } from 'vue'
import type { HandInView } from '#shared/views'
import { draftOf, useAnswerDraft, type AnswerInHand } from './useAnswerDraft'

/** In a browser that keeps nothing: what is kept is tested end to end. */

const ANSWER: NonNullable<HandInView['answer']> = {
  teacher: 'Orla Wennick',
  answeredAt: '2026-11-20T10:00:00.000Z',
  marks: { closed: 'nearly' },
  words: 'Well seen.',
  next: '',
  outcome: 'again',
  pins: [{ x: 10, y: 20, words: 'Here' }],
  sketch: null,
  criteria: [{ title: 'Care', levels: ['no', 'yes'], level: 1 }],
}
let scope: EffectScope
let answer: AnswerInHand
beforeEach(async () => {
  vi.spyOn(console, 'warn').mockImplementation(() => {})
  scope = effectScope()
  answer = scope.run(() => useAnswerDraft(1, 7))!
  await answer.open(ANSWER)
})
afterEach(() => {
  scope.stop()
  vi.restoreAllMocks()
})

describe('a draft', () => {
  it('begins from the answer that was given, with nothing to take back', () => {
    expect(answer.draft.value).toEqual({
      marks: { closed: 'nearly' },
      words: 'Well seen.',
      next: '',
      levels: { Care: 1 },
      pins: [{ x: 10, y: 20, words: 'Here' }],
      sketch: null,
    })
    expect([answer.canUndo.value, answer.canRedo.value, answer.found.value]).toEqual([false, false, null])
    expect(draftOf(null)).toEqual({ marks: {}, words: '', next: '', levels: {}, pins: [], sketch: null })
  })

  it('goes back step by step and forward again, and forgets what was undone at the next step', () => {
    const given = answer.draft.value
    answer.change({ marks: { closed: 'there' } })
    answer.change({ pins: [] })
    answer.undo()
    expect(answer.draft.value).toEqual({ ...given, marks: { closed: 'there' } })
    answer.undo()
    expect(answer.draft.value).toEqual(given)
    answer.undo()
    expect(answer.draft.value).toEqual(given)
    answer.redo()
    expect(answer.draft.value.marks).toEqual({ closed: 'there' })
    answer.change({ levels: {} })
    expect(answer.canRedo.value).toBe(false)
  })

  it('takes words as one step, however many keys they were', () => {
    for (const words of ['W', 'We', 'Wel', 'Well, and again.']) answer.type({ words })
    expect(answer.canUndo.value).toBe(true)
    answer.change({ marks: {} })
    answer.undo()
    expect(answer.draft.value.words).toBe('Well, and again.')
    answer.undo()
    expect(answer.draft.value.words).toBe('Well seen.')
    expect(answer.canUndo.value).toBe(false)
    // Left without another step they are one as well.
    answer.type({ next: 'The lid.' })
    answer.settle()
    answer.settle()
    answer.undo()
    expect([answer.draft.value.next, answer.canUndo.value]).toEqual(['', false])
  })

  it('can be begun anew, which is a step too', () => {
    answer.change({ words: 'Something else.' })
    answer.beginAnew()
    expect(answer.draft.value.words).toBe('Well seen.')
    answer.undo()
    expect(answer.draft.value.words).toBe('Something else.')
  })
})
