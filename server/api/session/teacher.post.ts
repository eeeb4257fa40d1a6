import { teacherSignInSchema } from '#shared/schemas'
import { teachersDoor } from '../../services/doors'
import { signInTeacher } from '../../services/signin'
import { fromOf } from '../../utils/device'

export default defineRoute({
  who: 'anyone',
  body: teacherSignInSchema,
  async run({ body, event }) {
    const { from, remember } = await fromOf(event)
    const person = await signInTeacher(body.email, body.password, from, body.code)
    await remember(teachersDoor(person.id))
    await beginSession(event, person)
    return person
  },
})
