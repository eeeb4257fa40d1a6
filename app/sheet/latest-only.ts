/** Runs work one at a time; of calls that come meanwhile only the last is run after it. */
export function latestOnly(work: () => Promise<void>): () => Promise<void> {
  let isRunning = false
  let isStale = false
  return async () => {
    isStale = true
    if (isRunning) return
    isRunning = true
    try {
      while (isStale) {
        isStale = false
        await work()
      }
    } finally {
      isRunning = false
    }
  }
}
