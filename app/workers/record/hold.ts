/** A drawing held by this tab: no other tab of this browser writes to its record. */
export interface Hold {
  release(): void
}

const ofDrawing = (drawing: number) => `little-easel-drawing-${drawing}`
const ofSending = (drawing: number) => `little-easel-sending-${drawing}`
/** How long a tab waits for one that only sends what was kept, ms. */
const SENDING_MS = 20_000

/** Holds a lock until it is released. Null when somebody else has it and it is not waited for. */
function lock(name: string, options: LockOptions, onLost: () => void = () => {}): Promise<Hold | null> {
  return new Promise(resolve => {
    let isReleased = false
    navigator.locks
      .request(name, options, lock => {
        if (!lock) return resolve(null)
        return new Promise<void>(release => {
          resolve({
            release() {
              isReleased = true
              release()
            },
          })
        })
      })
      .catch(() => {
        if (!isReleased) onLost()
        resolve(null)
      })
  })
}

/**
 * Takes hold of a drawing (Web Locks). Null when another tab has it, unless `steal`: then that tab's
 * `onLost` is called. A page that only sends what was kept of it is waited for.
 */
export async function holdDrawing(drawing: number, steal: boolean, onLost: () => void): Promise<Hold | null> {
  if (steal) return lock(ofDrawing(drawing), { steal: true }, onLost)
  const hold = await lock(ofDrawing(drawing), { ifAvailable: true }, onLost)
  if (hold) return hold
  const { held } = await navigator.locks.query()
  const isOnlySent = held?.some(each => each.name === ofSending(drawing))
  return isOnlySent ? lock(ofDrawing(drawing), { signal: AbortSignal.timeout(SENDING_MS) }, onLost) : null
}

/** Takes hold of a drawing to send what is kept of it. Null while a tab has it open. */
export async function holdToSend(drawing: number): Promise<Hold | null> {
  const sending = await lock(ofSending(drawing), { ifAvailable: true })
  if (!sending) return null
  const hold = await lock(ofDrawing(drawing), { ifAvailable: true })
  if (!hold) {
    sending.release()
    return null
  }
  return {
    release() {
      hold.release()
      sending.release()
    },
  }
}
