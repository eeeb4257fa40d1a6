import { useTimeoutFn } from '@vueuse/core'
import type { FolioView } from '#shared/views'

const FIRST_MS = 4000
const LAST_MS = 60_000

/** What was handed in and is being looked at: the folio is asked again when that may be done, less often each time. */
export function useUntilExamined(folio: Readonly<Ref<FolioView | null>>, load: () => Promise<void>): void {
  let pauseMs = FIRST_MS
  const { start, stop } = useTimeoutFn(
    () => void load(),
    () => pauseMs,
    { immediate: false },
  )
  watch(folio, found => {
    stop()
    const all = found ? [...found.plans, ...found.own].flatMap(each => each.handIns) : []
    if (!all.some(each => each.met === null && each.state === 'waiting')) {
      pauseMs = FIRST_MS
      return
    }
    start()
    pauseMs = Math.min(LAST_MS, pauseMs * 2)
  })
}
