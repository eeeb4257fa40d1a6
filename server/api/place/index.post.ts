import { setUpSchema } from '#shared/place'
import { teachersDoor } from '../../services/doors'
import { setUp } from '../../services/place'
import { fromOf } from '../../utils/device'

/** Sets the place up; whoever did is signed in. */
export default defineRoute({
  who: 'anyone',
  body: setUpSchema,
  async run({ body, event }) {
    const { remember } = await fromOf(event)
    const person = await setUp(body)
    await remember(teachersDoor(person.id))
    await beginSession(event, person)
    return person
  },
})
