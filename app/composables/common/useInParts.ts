import { computed, onScopeDispose, ref, watch, type ComputedRef } from 'vue'

/** When nothing else is to be done; where a browser can't tell, soon. */
const whenIdle = (run: () => void): (() => void) => {
  if (typeof requestIdleCallback !== 'function') {
    const timer = setTimeout(run, 16)
    return () => clearTimeout(timer)
  }
  const asked = requestIdleCallback(run, { timeout: 150 })
  return () => cancelIdleCallback(asked)
}

/** A class is there at once; what is larger comes part by part. */
export const PART_OF_CLASS = 40

/**
 * A long list part by part: the first is there at once, the others as soon as the page has time, so that nobody waits
 * for what lies further down. What was shown once stays.
 */
export function useInParts<T>(all: () => readonly T[], part = 12): ComputedRef<readonly T[]> {
  const count = ref(part)
  let cancel: (() => void) | null = null
  function goOn(): void {
    cancel = null
    if (count.value >= all().length) return
    cancel = whenIdle(() => {
      count.value += part
      goOn()
    })
  }
  watch(
    () => all().length,
    () => {
      if (!cancel) goOn()
    },
    { immediate: true },
  )
  onScopeDispose(() => cancel?.())
  return computed(() => all().slice(0, count.value))
}
