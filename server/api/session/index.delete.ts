import type { Person } from '#shared/views'
import { leave } from '../../services/signin'

export default defineRoute({
  who: 'anyone',
  async run({ event, person }) {
    if (person) await leave(person as Person)
    await clearUserSession(event)
    return { ok: true }
  },
})
