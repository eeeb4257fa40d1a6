/** A drawing held by this tab: no other tab of this browser writes to its record. */
export interface Hold {
  release(): void
}

/**
 * Takes hold of a drawing (Web Locks). Null when another tab has it, unless `steal`: then that tab's
 * `onLost` is called.
 */
export function holdDrawing(drawing: number, steal: boolean, onLost: () => void): Promise<Hold | null> {
  return new Promise((resolve) => {
    let isReleased = false
    const options = steal ? { steal: true } : { ifAvailable: true }
    navigator.locks.request(`little-easel-drawing-${drawing}`, options, (lock) => {
      if (!lock) return resolve(null)
      return new Promise<void>((release) => {
        resolve({
          release() {
            isReleased = true
            release()
          },
        })
      })
    }).catch(() => {
      if (!isReleased) onLost()
    })
  })
}
