import { acceptSchema } from '#shared/place'
import { teachersDoor } from '../../services/doors'
import { accept } from '../../services/teachers'
import { fromOf } from '../../utils/device'

/** Comes in by a link, with a password of one's own. */
export default defineRoute({
  who: 'anyone',
  body: acceptSchema,
  async run({ body, event }) {
    const { remember } = await fromOf(event)
    const person = await accept(body.token, body)
    if (!person) return { person }
    await remember(teachersDoor(person.id))
    await beginSession(event, person)
    return { person }
  },
})
