import { setResponseStatus } from 'h3'
import { ping, serverCounts, wasFull } from '../repositories/database'

/**
 * For whoever watches the server: 200 when it can answer, 503 when its database is away. With a full disk it answers
 * still, and says so in words to those who ask for more: a proxy must not take it away from them.
 */
export default defineRoute({
  who: 'anyone',
  async run({ event }) {
    try {
      await ping()
      const isFull = wasFull()
      return { ok: !isFull, database: 'up', disk: isFull ? 'full' : 'has room', servers: serverCounts() }
    } catch {
      setResponseStatus(event, 503)
      return { ok: false, database: 'down', servers: serverCounts() }
    }
  },
})
