import { learnerSignInSchema } from '#shared/schemas'
import { learnersDoor } from '../../services/doors'
import { signInLearner } from '../../services/signin'
import { fromOf } from '../../utils/device'

export default defineRoute({
  who: 'anyone',
  body: learnerSignInSchema,
  async run({ body, event }) {
    const { from, remember } = await fromOf(event)
    const person = await signInLearner(body.code, body.name, body.pin, from)
    await remember(learnersDoor(person.id))
    await beginSession(event, person)
    return person
  },
})
