import { api } from '../../api/routes'
import type { RecordServer, Surroundings } from './session'
import type { Shelf } from './shelf'

const server: RecordServer = {
  claim: api.claim,
  drawing: api.drawing,
  sendBatch: api.sendBatch,
  copy: api.copy,
  begin: api.begin,
}

/** How records reach this browser's store, the server and the clock. */
export function surroundings(shelf: Shelf | null): Surroundings {
  return {
    shelf,
    server,
    freshName: () => crypto.randomUUID(),
    freshNumber: () => -1 - crypto.getRandomValues(new Uint32Array(1))[0]!,
    now: () => Date.now(),
    later(run, ms) {
      const timer = setTimeout(run, ms)
      return () => clearTimeout(timer)
    },
  }
}
