import equal from 'fast-deep-equal'
import { useEventListener, useManualRefHistory } from '@vueuse/core'
import { computed, onScopeDispose, shallowRef } from 'vue'
import type { HandInView } from '#shared/views'
import { forgetDraft, keepDraft, keptDraft, type AnswerDraft } from '../../sheet/answer-drafts'

/** Steps back at most. */
const MOST_STEPS = 200
/** While words are typed they are kept so long after the last key, ms. */
const PAUSE_MS = 300

/** The answer as it was given last; or an empty one. */
export function draftOf(answer: HandInView['answer']): AnswerDraft {
  return {
    marks: { ...answer?.marks },
    words: answer?.words ?? '',
    next: answer?.next ?? '',
    levels: Object.fromEntries(answer?.criteria.map(each => [each.title, each.level]) ?? []),
    pins: [...(answer?.pins ?? [])],
    sketch: answer?.sketch ?? null,
  }
}

/**
 * The answer to a hand-in while it is being made: every step can be taken back, and what is not returned yet is kept in
 * this browser, through turning the pile, a closed tab and a dead network.
 */
export function useAnswerDraft(teacher: number, handIn: number) {
  const draft = shallowRef<AnswerDraft>(draftOf(null))
  const { undo, redo, canUndo, canRedo, commit, last, clear } = useManualRefHistory(draft, { capacity: MOST_STEPS })
  const key = { teacher, handIn }
  let base = draft.value
  let seen: string | null = null
  let timer: ReturnType<typeof setTimeout> | null = null
  let isOver = false
  /** What was found in this browser: when it was kept, and whether someone has answered since. */
  const found = shallowRef<{ readonly at: number; readonly isOutrun: boolean } | null>(null)

  /** With nothing to take back. */
  function beginFrom(value: AnswerDraft): void {
    draft.value = value
    commit()
    clear()
  }

  /** The hand-in is here: goes on with what was kept, or from the answer that was given. */
  async function open(answer: HandInView['answer']): Promise<void> {
    seen = answer?.answeredAt ?? null
    base = draftOf(answer)
    beginFrom(base)
    try {
      const kept = await keptDraft(key)
      // Nothing was changed while it was looked for.
      if (!kept || equal(kept.draft, base) || draft.value !== base) return
      beginFrom(kept.draft)
      found.value = { at: kept.keptAt, isOutrun: kept.seen !== seen }
    } catch (error) {
      // This browser keeps nothing: an answer can be given all the same.
      console.warn('drafts not read', error)
    }
  }

  function keep(): void {
    if (timer) clearTimeout(timer)
    timer = null
    if (isOver) return
    void (equal(draft.value, base) ? forgetDraft(key) : keepDraft(key, draft.value, seen)).catch(error =>
      console.warn('draft not kept', error),
    )
  }

  /** One step: a mark, a comment, a stroke. */
  function change(part: Partial<AnswerDraft>): void {
    settle()
    draft.value = { ...draft.value, ...part }
    commit()
    keep()
  }

  /** Words as they are typed: a step once the hand leaves them. */
  function type(part: Pick<Partial<AnswerDraft>, 'words' | 'next'>): void {
    draft.value = { ...draft.value, ...part }
    if (timer) clearTimeout(timer)
    timer = setTimeout(keep, PAUSE_MS)
  }
  function settle(): void {
    if (last.value.snapshot !== draft.value) commit()
  }

  function step(to: () => void): void {
    settle()
    to()
    keep()
  }

  /** It is returned: nothing is left to keep. */
  async function done(): Promise<void> {
    isOver = true
    await forgetDraft(key).catch(() => {})
  }

  function beginAnew(): void {
    change(base)
    found.value = null
  }

  useEventListener(document, 'visibilitychange', () => timer && keep())
  onScopeDispose(() => timer && keep())

  return {
    // Not `readonly`: what is drawn goes to a worker as it is.
    draft: computed(() => draft.value),
    found: computed(() => found.value),
    canUndo: computed(() => canUndo.value || last.value.snapshot !== draft.value),
    canRedo,
    open,
    change,
    type,
    settle,
    undo: () => step(undo),
    redo: () => step(redo),
    beginAnew,
    done,
  }
}

export type AnswerInHand = ReturnType<typeof useAnswerDraft>
