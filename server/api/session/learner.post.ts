import { getRequestIP } from 'h3'
import { learnerSignInSchema } from '#shared/schemas'
import { signInLearner } from '../../services/signin'

export default defineRoute({
  who: 'anyone',
  body: learnerSignInSchema,
  async run({ body, event }) {
    const person = await signInLearner(body.code, body.name, body.pin, getRequestIP(event) ?? null)
    await setUserSession(event, { user: person })
    return person
  },
})
