import type { Person } from '#shared/views'
import { leave } from '../../services/signin'

export default defineRoute({
  who: 'anyone',
  async run({ event, person }) {
    if (person) await leave(person as Person)
    await endSession(event)
    // Pictures that the browser kept of what was somebody's own (Clear Site Data, W3C, 3.1).
    setResponseHeader(event, 'clear-site-data', '"cache"')
    return { ok: true }
  },
})
