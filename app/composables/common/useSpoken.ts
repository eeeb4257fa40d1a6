/** What is told to those who don't see it. */
const told = ref('')

/** Long enough for what listens to have seen that there was nothing, ms. */
const PAUSE_MS = 60
let timer: ReturnType<typeof setTimeout> | undefined

/**
 * Words for a screen reader alone: once, short, and again also when they are the same as before. What is written where
 * everybody sees it (notices, `role="status"`) is not told here a second time. (Nuxt's own announcer is silent where
 * the same is found again.)
 */
export function useSpoken() {
  function announce(words: string): void {
    told.value = ''
    clearTimeout(timer)
    timer = setTimeout(() => {
      told.value = words
    }, PAUSE_MS)
  }
  return { told: readonly(told), announce }
}
