/** First and longest pause before a stream that broke off is opened again, ms. */
const FIRST_MS = 1000
const LONGEST_MS = 15_000

/**
 * Listens to a stream of the server's (server-sent events) for as long as its scope lives. One that breaks off is
 * opened again; `address` is asked each time, so that it can say what is known already. `isOpen`: whether it is heard
 * just now.
 */
export function useStream<N>(address: () => string, receive: (news: N) => void) {
  const isOpen = ref(false)
  let source: EventSource | null = null
  let timer: ReturnType<typeof setTimeout> | null = null
  let pauseMs = FIRST_MS
  let isStopped = false

  function open(): void {
    timer = null
    source = new EventSource(address())
    source.onopen = () => {
      isOpen.value = true
      pauseMs = FIRST_MS
    }
    source.onmessage = (event: MessageEvent<string>) => receive(JSON.parse(event.data) as N)
    source.onerror = () => {
      // By itself a browser gives up after some answers, as when the server starts anew.
      isOpen.value = false
      source?.close()
      if (isStopped || timer) return
      timer = setTimeout(open, pauseMs)
      pauseMs = Math.min(pauseMs * 2, LONGEST_MS)
    }
  }

  function stop(): void {
    isStopped = true
    if (timer) clearTimeout(timer)
    source?.close()
  }

  open()
  onScopeDispose(stop)
  return { isOpen: readonly(isOpen), stop }
}
