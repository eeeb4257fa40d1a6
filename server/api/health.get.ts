import { setResponseStatus } from 'h3'
import { ping, serverCounts } from '../repositories/database'

/** For whoever watches the server: 200 when it can work, 503 when its database is away. */
export default defineRoute({
  who: 'anyone',
  async run({ event }) {
    try {
      await ping()
      return { ok: true, database: 'up', servers: serverCounts() }
    } catch {
      setResponseStatus(event, 503)
      return { ok: false, database: 'down', servers: serverCounts() }
    }
  },
})
