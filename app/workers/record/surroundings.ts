import { picturesIn } from '#core/drawing'
import { api } from '../../api/routes'
import { pictureShelf } from '../pictures/kept'
import { afterPictures } from '../pictures/send'
import type { RecordServer, Surroundings } from './session'
import { freshNumber, type Shelf } from './shelf'

const server: RecordServer = {
  claim: api.claim,
  drawing: api.drawing,
  sendBatch: (id, batch) =>
    afterPictures(picturesIn(batch.entries), pictureShelf, api.paintPart, () => api.sendBatch(id, batch)),
  copy: api.copy,
  begin: api.begin,
}

/** How records reach this browser's store, the server and the clock. */
export function surroundings(shelf: Shelf | null): Surroundings {
  return {
    shelf,
    server,
    freshName: () => crypto.randomUUID(),
    freshNumber,
    now: () => Date.now(),
    later(run, ms) {
      const timer = setTimeout(run, ms)
      return () => clearTimeout(timer)
    },
  }
}
