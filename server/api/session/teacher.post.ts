import { teacherSignInSchema } from '#shared/schemas'
import { signInTeacher } from '../../services/signin'

export default defineRoute({
  who: 'anyone',
  body: teacherSignInSchema,
  async run({ body, event }) {
    const person = await signInTeacher(body.email, body.password)
    await setUserSession(event, { user: person })
    return person
  },
})
