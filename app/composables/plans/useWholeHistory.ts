import { useManualRefHistory } from '@vueuse/core'
import { computed, shallowRef } from 'vue'

/** How many changes can be taken back. */
const MOST_UNDOS = 60

/**
 * Something that is edited as a whole: each change can be taken back and done again. Changes of one `kind` that follow
 * each other (letter by letter) are taken back together. `onPut`: another one stands there now.
 */
export function useWholeHistory<T>(onPut: (before: T) => void) {
  const value = shallowRef<T | null>(null)
  const history = useManualRefHistory(value, { capacity: MOST_UNDOS })
  /** Whether something was changed since the last place that can be gone back to. */
  const isAhead = computed(() => value.value !== history.last.value.snapshot)
  let lastKind: string | null = null

  /** As it came from elsewhere. What was changed before can still be taken back, but not the coming of the first. */
  function begin(next: T): void {
    const isFirst = value.value === null
    if (isAhead.value) history.commit()
    value.value = next
    history.commit()
    if (isFirst) history.clear()
    lastKind = null
  }

  function change(next: T, kind: string | null = null): void {
    const { value: before } = value
    if (before === null || next === before) return
    if (isAhead.value && (kind === null || kind !== lastKind)) history.commit()
    lastKind = kind
    value.value = next
    onPut(before)
  }

  function goTo(go: () => void): void {
    const { value: before } = value
    lastKind = null
    go()
    if (before !== null && value.value !== before) onPut(before)
  }
  function undo(): void {
    if (isAhead.value) history.commit()
    goTo(history.undo)
  }
  function redo(): void {
    // What was changed since was another way: there is nothing to do again.
    if (!isAhead.value) goTo(history.redo)
  }

  return {
    value,
    begin,
    change,
    undo,
    redo,
    canUndo: computed(() => isAhead.value || history.canUndo.value),
    canRedo: computed(() => !isAhead.value && history.canRedo.value),
  }
}
