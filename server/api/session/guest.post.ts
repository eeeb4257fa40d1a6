import { guestSchema } from '#shared/schemas'
import { comeAsGuest } from '../../services/guests'
import { fromOf } from '../../utils/device'

export default defineRoute({
  who: 'anyone',
  body: guestSchema,
  async run({ body, event }) {
    const { from } = await fromOf(event)
    const person = await comeAsGuest(body.code, body.name, from)
    await beginSession(event, person)
    return person
  },
})
